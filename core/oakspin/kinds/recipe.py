"""How designs of a kind are put together from parts that lie at hand, and what is free to choose beside them.

A part is told as the fields that it sets where it is used: a magnet's size and strength, a wire's metal and skin. A
recipe names the places for parts, and the numbers and words that are still free once the parts are chosen, each over
its whole sensible range; from these it makes a design.
"""

from __future__ import annotations

import copy
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from oakspin.design import Design
from oakspin.draws import Array

Fields = Mapping[str, Any]
Place = Literal["cell", "magnet", "wire", "screw", "support"]
Picked = Mapping[Place, Fields]
Values = Mapping[str, float]


@dataclass(frozen=True)
class Free:
    """A number that is free to choose, from ``low`` to ``high``.

    ``whole`` numbers are counts, or the place of a word in a list; ``decades`` ones are spread by their powers. A count
    ``of`` parts takes ``per`` of them for each one that it counts.
    """

    name: str
    low: float
    high: float
    whole: bool = False
    decades: bool = False
    of: Place | None = None
    per: int = 1

    def at(self, share: float | Array) -> float | Array:
        """The value so far along the range, 0 to 1; not rounded, so that designs between two are told, too."""
        if self.decades:
            return self.low * (self.high / self.low) ** share
        return self.low + (self.high - self.low) * share

    def settled(self, share: float) -> float:
        """As :meth:`at`, as it can be built: a whole number where it counts something, else to a tenth of a unit or
        three digits, whichever is finer.
        """
        value = float(self.at(share))
        if self.whole:
            return float(round(value))
        return min(max(float(f"{value:.3g}"), self.low), self.high)


FIELD: dict[Place, str] = {
    "cell": "battery",
    "magnet": "magnets",
    "wire": "wire",
    "screw": "screw",
    "support": "supports",
}


def lands(place: Place, fields: Fields) -> dict[str, Any]:
    """Where a part stands in a design, and what it says there: for most kinds in the field of its name."""
    return {FIELD[place]: fields}


@dataclass(frozen=True)
class Recipe:
    """How a kind's designs are made from parts.

    ``places`` are what parts it needs, ``fits`` says why a part of the drawer cannot be used there, or nothing where it
    can; ``least`` tells how many pieces of a part a motor takes at least, where that is more than one. ``free`` tells
    what is free once the parts are picked, ``made`` the design's own fields over its kind's start. ``axes`` names the
    pairs of free numbers that tell most, the most telling first: whole sheets of designs are looked at over them.
    ``span_mm`` is how wide what moves is, ``others`` what is needed beside parts of a drawer; ``travels`` says that it
    goes along a way. ``puts`` tells where a part stands in a design.
    """

    places: tuple[Place, ...]
    fits: Callable[[Place, Fields], str]
    free: Callable[[Picked], tuple[Free, ...]]
    made: Callable[[Picked, Values], dict[str, Any]]
    axes: tuple[tuple[str, str], ...]
    span_mm: Callable[[Any], float]
    least: Mapping[Place, int] = field(default_factory=dict)
    others: tuple[str, ...] = ()
    puts: Callable[[Place, Fields], dict[str, Any]] = lands
    travels: bool = False


def within_stock(frees: tuple[Free, ...], each: Mapping[Place, float]) -> tuple[Free, ...]:
    """Free numbers with counts of parts no higher than there are for each motor."""
    return tuple(
        replace(free, high=max(min(free.high, float(each[free.of] // free.per)), free.low))
        if free.of and free.of in each
        else free
        for free in frees
    )


def put_together(start: Design, recipe: Recipe, picked: Picked, values: Values) -> dict[str, Any]:
    """A design as plain data: the start of its kind with parts and free numbers put in; not checked yet."""
    return merged(start.model_dump(mode="json"), recipe.made(picked, values))


def merged(plain: dict[str, Any], fields: Mapping[str, Any]) -> dict[str, Any]:
    """Plain data with fields set, part by part; a part that says ``by`` is set whole, as are lists."""
    out = dict(plain)
    for name, value in fields.items():
        held = out.get(name)
        if isinstance(value, Mapping) and isinstance(held, dict) and "by" not in value:
            out[name] = merged(held, value)
        else:
            out[name] = copy.deepcopy(value)
    return out


def agrees(plain: Mapping[str, Any], fields: Mapping[str, Any]) -> bool:
    """Whether plain data says what the fields do, part by part; lengths to a thousandth of a unit."""
    for name, value in fields.items():
        held = plain.get(name)
        if isinstance(value, Mapping):
            if not isinstance(held, Mapping) or not agrees(held, value):
                return False
        elif isinstance(value, float) and isinstance(held, int | float):
            if abs(value - held) > 1e-3:
                return False
        elif held != value:
            return False
    return True
