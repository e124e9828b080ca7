"""Plain causes that stop a train, in the order of the links they break."""

from __future__ import annotations

import numpy as np

from oakspin.design.train import TrainDesign
from oakspin.draws import Array
from oakspin.machines.machine import Break, Mask
from oakspin.machines.train.shape import TrainShape
from oakspin.parts.cell import Pack
from oakspin.parts.magnet import magnet_conducts, magnet_kind

MOST_PLAY = 4e-3  # m that a bore may be wider than the magnets; bench experience


def breaks_of(design: TrainDesign, shape: TrainShape, pack: Pack, bore: Array) -> tuple[Break, ...]:
    """Every plain cause. ``bore`` in m with draws."""
    found = [
        _cell(pack),
        _wire(design),
        *(_skin(design, name) for name in ("front", "rear")),
        *(_narrow(design, shape, name) for name in ("front", "rear")),
        _short(shape),
        _bore(shape, bore),
        _askew(shape, bore),
        _bend(design, shape),
    ]
    return tuple(cause for cause in found if cause)


def _cell(pack: Pack) -> Break | None:
    if pack.cell.stands:
        return None
    return Break("circuit", f"A train needs a round cell with a terminal at each end; a {pack.cell.name} has none.")


def _wire(design: TrainDesign) -> Break | None:
    if design.wire.finish == "bare":
        return None
    skin = "plastic" if design.wire.finish == "plastic" else "enamel"
    return Break("circuit", f"The track's wire is covered with {skin}: the magnets find no bare metal. Wind bare wire.")


def _skin(design: TrainDesign, name: str) -> Break | None:
    stack = design.front if name == "front" else design.rear
    if magnet_conducts(stack):
        return None
    if not magnet_kind(stack).conducts:
        kind = magnet_kind(stack).name.capitalize()
        return Break("circuit", f"{kind} does not conduct: no current passes the {name} magnets.")
    return Break("circuit", f"The {name} magnets' {stack.plating} coat does not conduct.")


def _narrow(design: TrainDesign, shape: TrainShape, name: str) -> Break | None:
    stack = design.front if name == "front" else design.rear
    if stack.diameter_mm * 5e-4 > shape.assembly.radius + 0.05e-3:
        return None
    cell = shape.assembly.radius * 2e3
    sentence = f"The {name} magnets ({stack.diameter_mm:g} mm) are no wider than the cell ({cell:g} mm): they do not reach the track."
    return Break("circuit", sentence)


def _short(shape: TrainShape) -> Break | None:
    if shape.track > shape.long:
        return None
    return Break("circuit", f"The track ({shape.track * 1e3:.0f} mm) is shorter than the train ({shape.long * 1e3:.0f} mm): never do both magnets touch it.")  # fmt: skip


def _bore(shape: TrainShape, bore: Array) -> Break | None:
    room = bore - 2 * shape.widest
    if (room > 0).all():
        return None
    missing = np.median(-room) * 1e3
    told = f"The magnets are {missing:.1f} mm wider than the bore: the train does not enter."
    stuck: Mask = room <= 0
    return Break("starts", told if missing > 0 else "In some builds the bore springs back too little for the magnets.", stuck)  # fmt: skip


def _askew(shape: TrainShape, bore: Array) -> Break | None:
    room = bore - 2 * shape.widest
    loose: Mask = room > MOST_PLAY
    if not loose.any():
        return None
    told = f"The bore is {np.median(room) * 1e3:.1f} mm wider than the magnets: the train lies askew and noses into the turns."
    return Break("starts", told, loose)


def _bend(design: TrainDesign, shape: TrainShape) -> Break | None:
    radius = bend_radius(design, shape)
    if radius is None or radius >= shape.tightest:
        return None
    least = f"{shape.tightest * 1e3:.0f} mm" if np.isfinite(shape.tightest) else "a straight track"
    return Break("starts", f"The bend of {radius * 1e3:.0f} mm is too sharp: the train sticks. It takes {least} at the least.")  # fmt: skip


def bend_radius(design: TrainDesign, shape: TrainShape) -> float | None:
    """Radius of the track's center line in m; none where it is straight."""
    form = design.track.plan.form
    if form == "straight":
        return None
    return shape.track / (2 * np.pi) if form == "loop" else design.track.plan.radius_mm * 1e-3
