"""The way of a train: what each place of the track does to it."""

from __future__ import annotations

import numpy as np

from oakspin.constants import HANDS
from oakspin.design.train import TrainDesign
from oakspin.draws import Array, Draws
from oakspin.machines.machine import Hindrance, Route
from oakspin.machines.train.shape import TrainShape, play

STATIONS = 161
SLICES = 48  # of the train's length, over which the flux falls from one contact to the other
PARTED = 1.15  # times the tight pitch, from which turns count as pulled apart: they do not touch
KINKED = 3e-3  # m to either side of a kink that it narrows; bench experience
WALL = 1e4  # times the friction: a bore that is narrower than the magnet


def train_route(design: TrainDesign, shape: TrainShape, ohms: Array, round_: Array, draws: Draws) -> Route:
    """Grip, turns, contact and drag at evenly spaced places; with draws, ``ohms`` of the energized turns on even track
    and ``round_`` the share of the current that goes round them there.

    Grip follows from the turns between the contacts, each weighed by the flux that changes there:
    kappa(x) = h sum of n(x + u) (-dPhi/du) du. Turns pulled apart do not touch: all of the current goes round them.
    """
    closed = design.track.plan.form == "loop"
    first = 0.0 if closed else shape.long / 2
    last = shape.track if closed else max(shape.track - shape.long / 2, first + 1e-3)
    at = np.linspace(first, last, STATIONS)
    rear, front = shape.contacts
    edges = np.linspace(rear, front, SLICES + 1)
    flux = shape.assembly.flux(shape.bore / 2 + shape.wire / 2, edges)
    fall = flux[:-1] - flux[1:]
    share = fall / fall.sum() if abs(fall.sum()) > 1e-3 * np.abs(fall).sum() else np.full(SLICES, 1 / SLICES)
    # Places count from the middle over all, the flux from the middle of the cell.
    places = at[:, None] - shape.middle + (edges[:-1] + edges[1:]) / 2
    pitch = _pitch(design, shape, places, closed)
    density, apart = shape.tight / pitch, pitch > PARTED * shape.tight
    grip, turns = (density * ~apart) @ share, (density * ~apart).mean(axis=1)
    more = (1 / round_)[:, None]
    far, far_turns = (density * apart) @ share, (density * apart).mean(axis=1)
    touching = _touching(design, shape, at, closed)
    return Route(
        start=first,
        length=np.full_like(ohms, last - first),
        grip=grip[None, :] + more * far[None, :] if far.any() else grip[None, :],
        turns=turns[None, :] + more * far_turns[None, :] if far.any() else turns[None, :],
        made=touching[None, :],
        drag=_drag(design, shape, at, closed, draws),
        ohms=ohms,
        closed=closed,
        hindrances=_hindrances(design, shape),
    )


def _pitch(design: TrainDesign, shape: TrainShape, at: Array, closed: bool) -> Array:
    """Distance from turn to turn in m at places from the entry; beyond the ends there are no turns."""
    place = np.mod(at, shape.track) if closed else at
    loosens = design.track.loosens - 1
    pitch = shape.tight * (1 + loosens * np.clip(place / shape.track, 0.0, 1.0))
    for part in design.track.stretches:
        inside = (place >= part.from_mm * 1e-3) & (place < part.to_mm * 1e-3)
        pitch = np.where(inside, np.maximum(part.pitch_mm * 1e-3, pitch), pitch)
    return pitch if closed else np.where((place < 0) | (place > shape.track), np.inf, pitch)


def _touching(design: TrainDesign, shape: TrainShape, at: Array, closed: bool) -> Array:
    """1 where both magnets touch a turn: no gap between turns is wider than the magnet over it is thick."""
    rear, front = shape.contacts
    made = np.ones(at.size)
    for place, length in ((rear, shape.assembly.rear.length), (front, shape.assembly.front.length)):
        pitch = _pitch(design, shape, np.clip(at - shape.middle + place, 0, shape.track), closed)
        made = np.where(pitch - shape.wire > length, 0.0, made)
    return made


def _drag(design: TrainDesign, shape: TrainShape, at: Array, closed: bool, draws: Draws) -> Array:
    """Friction as a multiple of that on even track; shape (draws, stations).

    A kink grips a magnet that is in it. Between turns pulled apart a magnet's edge drops and catches, the more the
    wider they stand against its thickness. And every track has its worst place, a dent or a turn that stands out.
    """
    worst = shape.track * draws.share("hand_place")
    uneven = draws.magnitude("hand_uneven", HANDS[design.maker].uneven)
    drag = 1 + uneven[:, None] * (np.abs(at[None, :] - worst[:, None]) <= shape.long / 4)
    room = max(play(shape), 1e-5)
    rear, front = shape.contacts
    magnets = ((rear, shape.assembly.rear.length), (front, shape.assembly.front.length))
    for middle, half, squeeze in _narrowed(design):
        left = room - squeeze
        grip = WALL if left <= 0 else squeeze / left
        for place, length in magnets:
            away = np.abs(at - shape.middle + place - middle)
            away = np.minimum(away, shape.track - away) if closed else away
            drag = np.where(away <= length / 2 + half, drag + grip / 2, drag)
    for place, length in magnets if design.track.stretches or design.track.loosens > PARTED else ():
        gap = _pitch(design, shape, np.clip(at - shape.middle + place, 0, shape.track), closed) - shape.wire
        parted = np.where(np.isfinite(gap) & (gap > (PARTED - 1) * shape.wire), gap / length, 0.0)
        drag = drag + draws.value("snag")[:, None] * parted[None, :] / 2
    return drag


def _narrowed(design: TrainDesign) -> list[tuple[float, float, float]]:
    """Middle, half length and what is lost of the bore's height at every kink and dent; m. A dent keeps its girth."""
    kinks = [(kink.at_mm * 1e-3, KINKED, kink.squeeze_mm * 1e-3) for kink in design.track.kinks]
    dents = [(dent.at_mm * 1e-3, dent.length_mm * 5e-4, dent.flat_mm * 5e-4) for dent in design.track.dents]
    return kinks + dents


def _hindrances(design: TrainDesign, shape: TrainShape) -> tuple[Hindrance, ...]:
    half = shape.long / 2
    pulled = [
        Hindrance("pulled_apart", part.from_mm * 1e-3 - half, part.to_mm * 1e-3 + half, {"pitch": part.pitch_mm})
        for part in design.track.stretches
        if part.pitch_mm * 1e-3 > PARTED * shape.tight
    ]
    kinks = [
        Hindrance("kink", kink.at_mm * 1e-3 - half, kink.at_mm * 1e-3 + half, {"squeeze": kink.squeeze_mm})
        for kink in design.track.kinks
    ]
    dents = [
        Hindrance(
            "dent",
            (dent.at_mm - dent.length_mm / 2) * 1e-3 - half,
            (dent.at_mm + dent.length_mm / 2) * 1e-3 + half,
            {"flat": dent.flat_mm},
        )
        for dent in design.track.dents
    ]
    loosens, loose = design.track.loosens, []
    if loosens > PARTED:
        parted = shape.track * (PARTED - 1) / (loosens - 1)
        loose = [Hindrance("loosens", parted - half, shape.track, {"times": loosens})]
    return tuple(kinks + dents + pulled + loose)
