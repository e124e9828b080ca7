"""Sizes of a train and its track. SI units; z along the track, forward, 0 at the middle of the cell."""

from __future__ import annotations

import math
from dataclasses import dataclass

from oakspin.constants import UNCERTAIN
from oakspin.design.magnets import Magnets
from oakspin.design.train import ByTurns, TrainDesign
from oakspin.fields.train import Assembly, Ending
from oakspin.parts.cell import cell_of
from oakspin.parts.magnet import remanence, stack_length, stack_mass
from oakspin.parts.wire import coated_diameter, wire_diameter, wire_metal, wire_section

PAPER_DENSITY = 800.0  # kg/m3, of common paper
TURNS_A_MINUTE = 30  # by hand on a turned rod, with its pauses; bench experience
SPOOL = 0.25  # kg of wire on a common spool


@dataclass(frozen=True)
class TrainShape:
    """The train and its track as lengths in m and a mass in kg.

    ``tight`` is the pitch of even turns side by side, ``track`` the length of the finished track, ``oval`` how much
    lower than wide its bore is, ``body`` the radius of the cell with its hull.
    """

    assembly: Assembly
    mass: float
    wire: float
    tight: float
    bore: float
    oval: float
    body: float
    track: float
    tightest: float

    @property
    def long(self) -> float:
        """Length over both magnets."""
        return 2 * self.assembly.half + self.assembly.front.length + self.assembly.rear.length

    @property
    def widest(self) -> float:
        """Radius of the wider magnet."""
        return max(self.assembly.front.radius, self.assembly.rear.radius)

    @property
    def low(self) -> float:
        """The bore where it is lowest: squeezed, its girth stays."""
        return self.bore - self.oval / 2

    @property
    def contacts(self) -> tuple[float, float]:
        """Middle of the rear and of the front contact."""
        train = self.assembly
        return -train.half - train.rear.length / 2, train.half + train.front.length / 2

    @property
    def middle(self) -> float:
        """Where the train's middle over all is, from the middle of the cell."""
        return (self.assembly.front.length - self.assembly.rear.length) / 2


def train_shape(design: TrainDesign) -> TrainShape:
    """Lay train and track out, with the median bore after spring-back."""
    cell, wire = cell_of(design.battery), wire_diameter(design.wire)
    tight = coated_diameter(design.wire)
    length = design.battery.in_series * cell.length_mm * 1e-3
    train = Assembly(
        length / 2, cell.diameter_mm * 5e-4, cell.can_mm * 1e-3, _ending(design.front, 1), _ending(design.rear, -1)
    )
    mass = design.battery.in_series * cell.mass_g * 1e-3 + stack_mass(design.front) + stack_mass(design.rear)
    bore = design.track.former_mm * 1e-3 * UNCERTAIN["spring_back"].median
    track_length = design.track.length
    body = train.radius + design.hull_mm * 1e-3
    mass += PAPER_DENSITY * math.pi * (body**2 - train.radius**2) * length
    looser = mean_pitch(design.track.loosens)
    if isinstance(track_length, ByTurns):
        track = track_length.turns * tight * looser + _pulled(design, tight)
    else:
        track = track_length.length_mm * 1e-3
    long = length + train.front.length + train.rear.length
    oval = design.track.oval_mm * 1e-3
    free = 2 * bore - oval - 2 * max(train.front.radius, train.rear.radius) - 2 * body
    tightest = long**2 / (4 * free) if free > 0 else math.inf
    return TrainShape(train, mass + design.nose_g * 1e-3, wire, tight, bore, oval, body, track, tightest)


def mean_pitch(loosens: float) -> float:
    """Length of a track over that of its turns laid tight, where the pitch grows evenly to ``loosens`` times."""
    return (loosens - 1) / math.log(loosens) if loosens > 1 + 1e-6 else 1.0


def _ending(magnets: Magnets, outward: int) -> Ending:
    sign = outward * (1 if magnets.pole_up == "N" else -1)
    across = magnets.magnetized == "across"
    return Ending(
        magnets.diameter_mm * 5e-4, magnets.hole_mm * 5e-4, stack_length(magnets), sign * remanence(magnets), across
    )


def _pulled(design: TrainDesign, tight: float) -> float:
    """How much longer the track is for its parts that are pulled apart."""
    return sum(
        (part.to_mm - part.from_mm) * 1e-3 * (1 - tight / max(part.pitch_mm * 1e-3, tight))
        for part in design.track.stretches
    )


def wound_turns(design: TrainDesign, shape: TrainShape) -> float:
    """Turns of the whole track."""
    return (shape.track - _pulled(design, shape.tight)) / (shape.tight * mean_pitch(design.track.loosens))


def track_wire(design: TrainDesign, shape: TrainShape) -> float:
    """Wire of the whole track in m."""
    return wound_turns(design, shape) * math.pi * (shape.bore + shape.wire)


def play(shape: TrainShape) -> float:
    """How much wider the bore is than the wider magnet, in m, where it is lowest."""
    return shape.low - 2 * shape.widest


def wire_mass(design: TrainDesign, shape: TrainShape) -> float:
    """Mass of the track's wire in kg."""
    return track_wire(design, shape) * wire_section(shape.wire) * wire_metal(design.wire).density


def spools(design: TrainDesign, shape: TrainShape) -> int:
    """Spools that the track takes, each wound as a coil of its own."""
    return max(1, math.ceil(wire_mass(design, shape) / SPOOL))


def minutes_to_wind(turns: float) -> float:
    """Minutes for a careful adult to wind so many turns."""
    return turns / TURNS_A_MINUTE
