"""What a user can turn on a design: parts as lines that open to dials. Data for any interface."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

import annotated_types
from pydantic import BaseModel

from oakspin.design import Design
from oakspin.design.patch import value_at
from oakspin.design.wire import ByDiameter, ByGauge
from oakspin.errors import Fault, UnfitPatch
from oakspin.machines.follow import Follower


@dataclass(frozen=True)
class Choice:
    """One thing to pick. ``key`` is short and unique; ``value`` goes into the design."""

    key: str
    label: str
    value: Any


@dataclass(frozen=True)
class SizeLimit:
    """Limits of one way to tell a wire's size: by the field ``awg`` or ``diameter_mm``."""

    field: str
    minimum: float
    maximum: float


@dataclass(frozen=True)
class Dial:
    """One thing to turn. ``number`` has limits and a step; ``choice`` has choices; ``size`` takes a gauge
    or mm, each within its own limits in ``sizes``."""

    type: Literal["number", "choice", "size"]
    label: str
    pointer: str
    value: Any
    reason: str
    unit: str = ""
    minimum: float = 0.0
    maximum: float = 0.0
    step: float = 1.0
    choices: tuple[Choice, ...] = ()
    chosen: str = ""
    follows: tuple[Follower, ...] = ()
    sizes: tuple[SizeLimit, ...] = ()


@dataclass(frozen=True)
class PartLine:
    """A part laid out on the bench: what it is, its telling figure, its dials."""

    id: str
    title: str
    line: str
    figure: str
    dials: tuple[Dial, ...]


def number(
    design: Design,
    pointer: str,
    label: str,
    unit: str,
    step: float,
    *,
    minimum: float | None = None,
    maximum: float | None = None,
    follows: tuple[Follower, ...] = (),
) -> Dial:
    """A number dial; its limits and reason come from the field itself, unless narrower ones are given."""
    low, high, reason = _limits(pointer, design)
    low, high = low if minimum is None else minimum, high if maximum is None else maximum
    return Dial("number", label, pointer, value_at(design, pointer), reason, unit, low, high, step, follows=follows)


def choice(design: Design, pointer: str, label: str, choices: list[tuple[str, Any]]) -> Dial:
    """A choice among (label, value) pairs; marks the one that the design has now."""
    value = value_at(design, pointer)
    made = tuple(Choice(str(place), text, given) for place, (text, given) in enumerate(choices))
    chosen = next((one.key for one in made if _alike(one.value, value)), "")
    _, _, reason = _limits(pointer, design)
    return Dial("choice", label, pointer, value, reason, choices=made, chosen=chosen)


def wire_size(design: Design, pointer: str, label: str) -> Dial:
    """A wire size: gauge or millimetres, as the user likes."""
    sizes = tuple(
        SizeLimit(name, *_limits_of(part, name)[:2]) for part, name in ((ByGauge, "awg"), (ByDiameter, "diameter_mm"))
    )
    reason = "Gauge (20 AWG) or diameter (0.8 mm)."
    low, high = sizes[0].minimum, sizes[0].maximum
    return Dial("size", label, pointer, value_at(design, pointer), reason, "AWG", low, high, 1, sizes=sizes)


def _alike(given: Any, value: Any) -> bool:
    # A choice between kinds of value ("by grade", "by remanence") matches by its tag alone
    # when the rest is for further dials to set.
    if isinstance(given, dict) and isinstance(value, dict) and given.get("by") == value.get("by"):
        return given == value if given.get("by") in (None, "grade") else True
    return bool(given == value)


def _limits(pointer: str, design: BaseModel) -> tuple[float, float, str]:
    steps = pointer.strip("/").split("/")
    place: Any = design
    for step in steps[:-1]:
        place = place[int(step)] if isinstance(place, list) else getattr(place, step, None)
    if not isinstance(place, BaseModel) or steps[-1] not in type(place).model_fields:
        hint = "Check the pointer against the published schema."
        raise UnfitPatch([Fault(pointer, "no such field", "a field of this design", hint)])
    return _limits_of(type(place), steps[-1])


@lru_cache(maxsize=256)
def _limits_of(part: type[BaseModel], name: str) -> tuple[float, float, str]:
    field = part.model_fields[name]
    low = next((m.ge for m in field.metadata if isinstance(m, annotated_types.Ge)), 0)
    high = next((m.le for m in field.metadata if isinstance(m, annotated_types.Le)), 0)
    return float(low), float(high), field.description or ""  # type: ignore[arg-type]
