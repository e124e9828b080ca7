"""The drive over one turn, drawn as a ring round the shaft: where it is pushed on, where it brakes, where no
current flows.
"""

from __future__ import annotations

import itertools

import numpy as np

from oakspin.draws import Array
from oakspin.kinds.geometry import Label, Point, Polyline, Shape, polyline

FAINT = 0.04  # of the strongest push: less counts as none
WORDED = 40.0  # degrees that a run must take to be named


def drive_ring(
    middle: Point, radius: float, swell: float, drive: Array, turned: float
) -> tuple[tuple[Shape, ...], tuple[Label, ...]]:
    """Shapes and words of the ring.

    Parameters
    ----------
    middle, radius : mm
    swell : float
        How far the strongest push bulges, as a share of the radius.
    drive : ndarray, shape (angles,)
        Push at every angle of the machine, positive pushes on.
    turned : float, rad
        Where on the drawing the place of angle 0 lies.
    """
    count, step = drive.size, 2 * np.pi / drive.size
    share = drive / (float(np.abs(drive).max()) or 1.0)
    kinds = np.where(share > FAINT, 1, np.where(share < -FAINT, -1, 0)).tolist()
    start = next((i for i in range(count) if kinds[i] != kinds[i - 1]), 0)
    shapes, labels, begun = [], [], 0

    def line(angles: Array, wide: Array) -> Polyline:
        return polyline(middle[0] + radius * wide * np.cos(angles), middle[1] + radius * wide * np.sin(angles))

    for kind, group in itertools.groupby(range(count), key=lambda i: kinds[(start + i) % count]):
        length = len(list(group))
        whole = length == count
        # A run is drawn from the place before it to the one after it, so that runs meet.
        places = start + begun + np.arange(0 if whole else -1, length + 1)
        begun += length
        bulge = np.abs(share[places % count])
        if not whole:
            bulge[[0, -1]] = 0.0
        t = np.asarray(places * step + turned)
        inner = line(t, np.ones(t.size))
        if kind == 0:
            shapes.append(Shape("idle_arc", inner, closed=False))
        else:
            shapes.append(
                Shape("push_arc" if kind > 0 else "brake_arc", line(t, 1 + kind * swell * bulge) + inner[::-1])
            )
        if np.degrees(length * step) >= WORDED:
            word = {1: "push", -1: "brake", 0: "no current"}[kind]
            # Where no current flows the middle may be where the push is drawn: its words stand aside.
            x, y = line(t[[t.size // (2 if kind else 4)]], np.array([0.72]))[0]
            labels.append(Label(x, y, word))
    return tuple(shapes), tuple(labels)
