"""Plain causes that stop a train, in the order of the links they break."""

from __future__ import annotations

import numpy as np

from oakspin.design.train import TrainDesign
from oakspin.draws import Array
from oakspin.machines.common_causes import magnet_skin, no_terminals
from oakspin.machines.machine import Cause, CauseValue, Mask
from oakspin.machines.train.shape import TrainShape
from oakspin.parts.cell import Pack

MOST_PLAY = 4e-3  # m that a bore may be wider than the magnets; bench experience


def causes_of(design: TrainDesign, shape: TrainShape, pack: Pack, bore: Array) -> tuple[Cause, ...]:
    """Every plain cause. ``bore`` in m with draws."""
    causes = [
        no_terminals(pack),
        _wire(design),
        magnet_skin(design.front, stack="front"),
        magnet_skin(design.rear, stack="rear"),
        *(_narrow(design, shape, name) for name in ("front", "rear")),
        _short(shape),
        _bore(shape, bore),
        _askew(shape, bore),
        _bend(design, shape),
    ]
    return tuple(cause for cause in causes if cause)


def _wire(design: TrainDesign) -> Cause | None:
    if design.wire.finish == "bare" or design.track.inside == "bared":
        return None
    skin = "plastic" if design.wire.finish == "plastic" else "enamel"
    return Cause("circuit", "track_covered", values={"skin": skin})


def _narrow(design: TrainDesign, shape: TrainShape, name: str) -> Cause | None:
    stack = design.front if name == "front" else design.rear
    if stack.diameter_mm * 5e-4 > shape.body + 0.05e-3:
        return None
    values: dict[str, CauseValue] = {"stack": name, "magnet": stack.diameter_mm, "cell": shape.body * 2e3}
    return Cause("circuit", "hull_wide" if design.hull_mm else "magnets_narrow", values=values)


def _short(shape: TrainShape) -> Cause | None:
    if shape.track > shape.long:
        return None
    return Cause("circuit", "track_short", values={"track": shape.track * 1e3, "train": shape.long * 1e3})


def _bore(shape: TrainShape, bore: Array) -> Cause | None:
    room = bore - shape.oval / 2 - 2 * shape.widest
    if (room > 0).all():
        return None
    missing = np.median(-room) * 1e3
    stuck: Mask = room <= 0
    if missing > 0:
        return Cause("starts", "bore_oval" if shape.oval else "bore_narrow", stuck, {"missing": missing})
    return Cause("starts", "some_bores_narrow", stuck)


def _askew(shape: TrainShape, bore: Array) -> Cause | None:
    room = bore + shape.oval / 2 - 2 * shape.widest
    loose: Mask = (room > MOST_PLAY) & (bore - shape.oval / 2 > 2 * shape.widest)
    if not loose.any():
        return None
    return Cause("starts", "bore_wide", loose, {"room": np.median(room) * 1e3})


def _bend(design: TrainDesign, shape: TrainShape) -> Cause | None:
    radius = bend_radius(design, shape)
    if radius is None or radius >= shape.tightest:
        return None
    if not np.isfinite(shape.tightest):
        return Cause("starts", "no_bend_at_all", values={"radius": radius * 1e3})
    return Cause("starts", "bend_sharp", values={"radius": radius * 1e3, "least": shape.tightest * 1e3})


def bend_radius(design: TrainDesign, shape: TrainShape) -> float | None:
    """Radius of the track's center line in m; none where it is straight."""
    form = design.track.plan.form
    if form == "straight":
        return None
    return shape.track / (2 * np.pi) if form == "loop" else design.track.plan.radius_mm * 1e-3
