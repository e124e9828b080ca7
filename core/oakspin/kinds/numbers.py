"""What a user can turn on a design, told once: parts as lines that open to dials, and every number among them.

A number's words, unit, limits, step and followers stand in its part's line and nowhere else: dials, handles on the
drawing, sweeps, changes, trial forms and lessons take it from there, and :func:`turn` is the one way to turn it.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any, Literal

import annotated_types
import numpy as np
from pydantic import BaseModel

from oakspin.design import Design
from oakspin.design.patch import Patch, Setting, patched, value_at
from oakspin.design.wire import ByDiameter, ByGauge
from oakspin.draws import Array
from oakspin.errors import Fault, UnfitPatch

HUGE = 1e300  # no size of anything; a whole number of a file may be longer than any that can be reckoned with
DECADES = 100.0  # a range whose end is so many times its start spans decades
NEARBY, LEAST_WINDOW = 3.0, 0.2  # a window reaches to so many times the value, and is at least such a part of the range
WHOLE = ("°", "%")  # what is told in these is looked at whole
DIGITS = 6  # decimals that a turned number keeps: a nanometer of a millimeter


@dataclass(frozen=True)
class Follower:
    """Another field that moves along: it becomes ``plus + per_unit`` times the new value."""

    pointer: str
    per_unit: float
    plus: float = 0.0

    def value(self, of: Any) -> Any:
        """What the other field becomes, for one value or an array of them."""
        return np.round(self.plus + self.per_unit * of, DIGITS)


@dataclass(frozen=True)
class Choice:
    """One thing to pick. ``key`` is short and unique; ``value`` goes into the design.

    ``also`` is set with it: what cannot stay as it is beside it.
    """

    key: str
    label: str
    value: Any
    also: Patch = ()


@dataclass(frozen=True)
class SizeLimit:
    """Limits of one way to tell a wire's size: by the field ``awg`` or ``diameter_mm``."""

    field: str
    minimum: float
    maximum: float


@dataclass(frozen=True)
class Dial:
    """One thing to turn. ``number`` has limits and a step; ``choice`` has choices; ``size`` takes a gauge
    or mm, each within its own limits in ``sizes``.

    ``label`` names it beside its part, ``name`` where it stands alone. ``tuned`` ranks the numbers that are tuned
    first, from 1; 0 for the others. ``built`` marks those that a trial notes where they came out otherwise;
    ``more`` those that few need: they are folded away until they are asked for; ``common`` whether such a one says
    what most benches have.
    """

    type: Literal["number", "choice", "size"]
    label: str
    name: str
    pointer: str
    value: Any
    reason: str
    unit: str = ""
    minimum: float = 0.0
    maximum: float = 0.0
    step: float = 1.0
    whole: bool = False
    choices: tuple[Choice, ...] = ()
    chosen: str = ""
    follows: tuple[Follower, ...] = ()
    sizes: tuple[SizeLimit, ...] = ()
    tuned: int = 0
    built: bool = False
    more: bool = False
    common: bool = True


@dataclass(frozen=True)
class PartLine:
    """A part laid out on the bench: what it is, its telling figure, its dials; ``plain`` is the figure in units of a
    classroom, where it has others.
    """

    id: str
    title: str
    line: str
    figure: str
    dials: tuple[Dial, ...]
    plain: str = ""


@dataclass(frozen=True)
class Number:
    """A number of the design: a dial, or one way to tell a size; with the title of the ``part`` that it belongs to.

    ``decades`` says that its range spans decades: then its values are spread evenly over their powers.
    """

    pointer: str
    label: str
    name: str
    part: str
    unit: str
    value: float
    minimum: float
    maximum: float
    step: float
    whole: bool
    reason: str
    follows: tuple[Follower, ...] = ()
    tuned: int = 0
    built: bool = False
    decades: bool = False

    def turned(self, value: float) -> Patch:
        """The settings that turn it to a value, those of what moves along included.

        Raises
        ------
        UnfitPatch
            Where the value is no number, or outside the limits.
        """
        if isinstance(value, bool) or not isinstance(value, (int, float)) or not -HUGE < value < HUGE:
            hint = f"Give a number in {self.unit}." if self.unit else "Give a number."
            raise UnfitPatch([Fault(self.pointer, repr(value)[:40], "a number", hint)])
        own: float | int = round(value) if self.whole else round(float(value), DIGITS)
        if abs(own - value) < 1:  # what rounding carried over an edge stays on it
            own = min(max(own, self.minimum), self.maximum) if self.minimum <= value <= self.maximum else own
        if not self.minimum <= own <= self.maximum:
            limit = f"from {self.minimum:g} to {self.maximum:g} {self.unit}".rstrip()
            raise UnfitPatch([Fault(self.pointer, f"{own:g} {self.unit}".rstrip(), limit, self.reason)])
        along = tuple(Setting(follower.pointer, float(follower.value(own))) for follower in self.follows)
        return (Setting(self.pointer, own), *along)

    def arrays(self, values: Array) -> dict[str, Array]:
        """As :meth:`turned`, for many values at once, which are not held against the limits."""
        own = np.round(values) if self.whole else np.round(values, DIGITS)
        return {self.pointer: own, **{follower.pointer: follower.value(own) for follower in self.follows}}

    def values(self, points: int, low: float | None = None, high: float | None = None) -> list[float]:
        """Values spread evenly over the range or a part of it, by their powers where it spans decades; whole numbers
        each once.

        Raises
        ------
        UnfitPatch
            Where the start lies beyond the end.
        """
        start = self.minimum if low is None else max(low, self.minimum)
        end = self.maximum if high is None else min(high, self.maximum)
        if start > end:
            limit = f"from {self.minimum:g} to {self.maximum:g} {self.unit}".rstrip()
            hint = "Give a start below the end, both within the range."
            raise UnfitPatch([Fault(self.pointer, f"{low} to {high}", limit, hint)])
        spread = np.geomspace if self.decades else np.linspace
        even = [round(float(value), DIGITS) for value in spread(start, end, points)]
        even[0], even[-1] = start, end
        return [float(whole) for whole in sorted({round(value) for value in even})] if self.whole else even

    def window(self) -> tuple[float, float]:
        """The part of the range in which the present value matters.

        That is all of it where it spans decades, goes round, or is not much wider than the value; else some times the
        value, to both sides where there are two.
        """
        reach = max(NEARBY * abs(self.value), LEAST_WINDOW * (self.maximum - self.minimum))
        if self.decades or self.unit in WHOLE or reach > self.maximum / 2:
            return self.minimum, self.maximum
        reach = round(float(np.ceil(round(reach / self.step, 9)) * self.step), DIGITS)
        return (self.minimum if self.minimum >= 0 else max(self.minimum, -reach)), reach


def numbers_in(parts: tuple[PartLine, ...]) -> dict[str, Number]:
    """Every number of a design by its pointer, in the order of its parts; a wire's size as it is told now."""
    numbers: dict[str, Number] = {}
    for part in parts:
        for dial in part.dials:
            if dial.type == "number":
                numbers[dial.pointer] = _dial_as_number(dial, part.title)
            elif dial.type == "size":
                number = _size_as_number(dial, part.title)
                numbers[number.pointer] = number
    return numbers


def _dial_as_number(dial: Dial, part: str) -> Number:
    return Number(
        pointer=dial.pointer,
        label=dial.label,
        name=dial.name,
        part=part,
        unit=dial.unit,
        value=float(dial.value),
        minimum=dial.minimum,
        maximum=dial.maximum,
        step=dial.step,
        whole=dial.whole,
        reason=dial.reason,
        follows=dial.follows,
        tuned=dial.tuned,
        built=dial.built,
        decades=_spans_decades(dial.unit, dial.minimum, dial.maximum),
    )


def _spans_decades(unit: str, low: float, high: float) -> bool:
    return unit not in WHOLE and low > 0 and high >= DECADES * low


def _size_as_number(dial: Dial, part: str) -> Number:
    field, unit, step = ("awg", "AWG", 1.0) if "awg" in dial.value else ("diameter_mm", "mm", 0.05)
    limits = next(size for size in dial.sizes if size.field == field)
    return Number(
        pointer=f"{dial.pointer}/{field}",
        label=dial.label,
        name=dial.name,
        part=part,
        unit=unit,
        value=float(dial.value[field]),
        minimum=limits.minimum,
        maximum=limits.maximum,
        step=step,
        whole=field == "awg",
        reason=dial.reason,
        tuned=dial.tuned,
        decades=field != "awg" and _spans_decades(unit, limits.minimum, limits.maximum),
    )


def turned(design: Design, parts: tuple[PartLine, ...], pointer: str, value: Any) -> Design:
    """The design with a dial of its ``parts`` turned: a number with all that follows it, a choice, a size.

    Raises
    ------
    UnfitPatch
        Where there is no such dial, or the value cannot be.
    """
    number = numbers_in(parts).get(pointer)
    # A number that may be left out is a choice, too.
    left_out = value is None and any(
        dial.type == "choice" and dial.pointer == pointer for part in parts for dial in part.dials
    )
    if number and not left_out:
        return patched(design, number.turned(value))
    dials = [dial for part in parts for dial in part.dials if dial.pointer == pointer]
    if not dials:
        hint = "Choose one of the design's own numbers or choices."
        raise UnfitPatch([Fault(pointer, "no dial", "a dial of this design", hint)])
    picked = (option for dial in dials for option in dial.choices if _alike(option.value, value))
    return patched(design, (Setting(pointer, value), *next((option.also for option in picked), ())))


def completed(numbers: dict[str, Number], patch: Patch) -> Patch:
    """The patch with each number in it turned, so that what follows it moves along. Raises as :meth:`Number.turned`."""
    settings: list[Setting] = []
    for setting in patch:
        number = numbers.get(setting.pointer)
        settings += number.turned(setting.value) if number else (setting,)
    return tuple(settings)


def number(
    design: Design,
    pointer: str,
    label: str,
    unit: str,
    step: float,
    *,
    name: str = "",
    within: tuple[float, float] | None = None,
    follows: tuple[Follower, ...] = (),
    tuned: int = 0,
    built: bool = False,
) -> Dial:
    """A number dial. Its limits and reason are those of the field, or what is sensible ``within`` them.

    Where a design stands outside of what is sensible, the range reaches out to where it stands.
    """
    low, high, reason = _limits(pointer, design)
    value = value_at(design, pointer)
    if within:
        low, high = max(low, min(within[0], value)), min(high, max(within[1], value))
    return Dial(
        "number",
        label,
        name or label,
        pointer,
        value,
        reason,
        unit,
        low,
        high,
        step,
        whole=isinstance(value, int),
        follows=follows,
        tuned=tuned,
        built=built,
    )


def choice(
    design: Design,
    pointer: str,
    label: str,
    choices: list[tuple[str, Any]],
    *,
    reason: str = "",
    also: dict[str, Patch] | None = None,
) -> Dial:
    """A choice among (label, value) pairs; marks the one that the design has now. ``also`` is set with a label's."""
    value = value_at(design, pointer)
    with_it = also or {}
    made = tuple(Choice(str(place), text, given, with_it.get(text, ())) for place, (text, given) in enumerate(choices))
    chosen = next((each.key for each in made if _alike(each.value, value)), "")
    why = reason or _limits(pointer, design)[2]
    return Dial("choice", label, label, pointer, value, why, choices=made, chosen=chosen)


def folded(*dials: Dial) -> tuple[Dial, ...]:
    """The dials as those that few need; what most benches have is the first choice, or the least of a number."""

    def common(dial: Dial) -> bool:
        return dial.chosen == dial.choices[0].key if dial.type == "choice" else dial.value == dial.minimum

    return tuple(replace(dial, more=True, common=common(dial)) for dial in dials)


def wire_size(design: Design, pointer: str, label: str, *, tuned: int = 0) -> Dial:
    """A wire size: gauge or millimetres, as the user likes."""
    sizes = tuple(
        SizeLimit(name, *_limits_of(part, name)[:2]) for part, name in ((ByGauge, "awg"), (ByDiameter, "diameter_mm"))
    )
    reason = "Gauge (20 AWG) or diameter (0.8 mm)."
    low, high = sizes[0].minimum, sizes[0].maximum
    value = value_at(design, pointer)
    return Dial("size", label, "Wire size", pointer, value, reason, "AWG", low, high, 1, sizes=sizes, tuned=tuned)


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
