"""Whose the uncertain constants of a motor are: each split into what holds for all, for a part, a rotor, a run."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache

from pydantic_core import from_json

from oakspin.constants import UNCERTAIN, Whose
from oakspin.design import Design, design_of
from oakspin.draws import Array, Draws
from oakspin.machines.table import machine_of

LISTENED = 8  # builds that are enough to hear what a machine asks for
CARRIED: tuple[Whose, ...] = ("world", "part")

# Where a part stands in a design: while that stays as it is, what was learned of the part holds.
PART_AT = {
    "cell_ohms": ("battery",),
    "cell_volts": ("battery",),
    "polarization": ("battery",),
    "cell_charge": ("battery",),
    "remanence": ("magnets", "front", "rear"),
    "tip_flat": ("screw",),
    "saturation": ("core",),
    "coercivity": ("core",),
    "meter_ohms": (),
}


@dataclass(frozen=True)
class Component:
    """A part of a constant's variance, and whose it is. Its draws are standard normal."""

    name: str
    whose: Whose
    share: float


@dataclass(frozen=True)
class _Listening(Draws):
    """Draws that note what they are asked for."""

    drawn_names: set[str] = field(default_factory=set, hash=False, compare=False)

    def normal(self, name: str) -> Array:
        self.drawn_names.add(name)
        return super().normal(name)

    def value(self, name: str) -> Array:
        self.drawn_names.add(name)
        return super().value(name)


@lru_cache(maxsize=64)
def _names_drawn(design: str) -> tuple[str, ...]:
    draws = _Listening(LISTENED)
    machine_of(design_of(from_json(design)), draws)
    return tuple(sorted(draws.drawn_names))


def constants_of(design: Design, *, meter: bool = False) -> tuple[str, ...]:
    """The uncertain constants that a design's machine asks for, in order of their names."""
    return (*_names_drawn(design.model_dump_json()), *(["meter_ohms"] if meter else []))


def components_of(names: tuple[str, ...]) -> tuple[Component, ...]:
    """All components of these constants."""
    return tuple(Component(name, whose, share) for name in names for whose, share in UNCERTAIN[name].levels)


def same_part(name: str, one: Design, other: Design) -> bool:
    """Whether what was learned of a part in one design holds in another: the part is described alike in both."""
    here, there = one.model_dump(mode="json"), other.model_dump(mode="json")
    return all(here.get(at) == there.get(at) for at in PART_AT[name])
