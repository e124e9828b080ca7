"""Changes to try: those that the kind knows in its own words, and every other dial of the design turned."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator
from dataclasses import replace
from fnmatch import fnmatchcase

from oakspin.design import Design
from oakspin.design.patch import Setting, patched, value_at
from oakspin.errors import OakSpinError, UnfitPatch
from oakspin.kinds.change import Change
from oakspin.kinds.kinds import KINDS, changes_of, parts_of
from oakspin.kinds.numbers import Dial, Number, PartLine, numbers_in
from oakspin.rounding import rounded

# What it costs at the bench to turn a dial of a part: 0 for a turn of the pliers, 0.2 for parts to be fetched or wound
# anew. Parts that none names cost the last.
EFFORT = {
    "contacts": 0.0,
    "lead": 0.0,
    "plan": 0.02,
    "leads": 0.02,
    "flag": 0.02,
    "shaft": 0.02,
    "commutator": 0.02,
    "supports": 0.03,
    "shape": 0.05,
    "screw": 0.1,
    "sheet": 0.1,
    "magnets": 0.1,
    "front": 0.1,
    "rear": 0.1,
    "coil": 0.12,
    "battery": 0.15,
    "wire": 0.2,
    "winding": 0.2,
    "core": 0.2,
    "track": 0.25,
}
COSTLY = 0.2
UNFAMILIAR = 0.03  # what a dial costs that practitioners do not turn first
# Words for dials that read better as a thing to do; others are told by their names.
PHRASES = (
    ("/battery/cell", "Change to {new}"),
    ("/battery/in_series", "Cells in series: {old} → {new}"),
    ("*/pole_up", "Turn the {part} over"),
    ("/feet/pressure", "Press the feet otherwise: {old} → {new}"),
    ("/wire/material", "Take {new} wire"),
    ("/wire/finish", "Take {new} wire"),
    ("/wire/size/awg", "Take other wire: {old} → {new} AWG"),
    ("*/magnetized", "Take {part} magnetized {new} the axis"),
    ("*/strength", "Take other {part}: {old} → {new}"),
)
# Dials within a part that are bent or moved, not fetched or wound.
QUICK = (
    "/gap_mm",
    "/tails/*",
    "/gap/*",
    "/track/kinks*",
    "/track/dents*",
    "/track/oval_mm",
    "/track/stretches*",
    "*/pole_up",
    "/wire/ends_stripped",
)
# What is no one's to change at the bench: whose hands, the room, prices, what was measured or used up.
FIXED = (
    "/maker",
    "/room_C",
    "/track/price_per_kg",
    "/battery/own/*",
    "/battery/used_percent",
    "*/strength/*",
    "/imbalance_mm",
    "/rests_deg",
    "*/worn_percent",
    "/outline/decoration/*",
    "/fan/*",
    "/nose_g",
    "/flick/turns_per_s",
)
SHARES = (0.12, 0.35, 0.65, 0.9)  # of a number's range that is tried


def quick(design: Design) -> list[Change]:
    """What a practitioner would try, in the words of the kind."""
    return list(changes_of(design))


def wide(design: Design) -> list[Change]:
    """Every dial turned: to what it is in a motor of its kind that goes, to half and twice, and over its range."""
    good = KINDS[design.kind].start
    changes: list[Change] = []
    for part in parts_of(design):
        for dial in part.dials:
            if is_fixed(dial.pointer):
                continue
            if dial.type == "choice":
                changes += _choices(part, dial)
        for number in numbers_in((part,)).values():
            if not is_fixed(number.pointer):
                changes += _numbers(part, number, _in(good, number.pointer))
    return changes


def is_fixed(pointer: str) -> bool:
    """Whether what is at a pointer is no one's to change at the bench."""
    return any(fnmatchcase(pointer, pattern) for pattern in FIXED)


def turned_to(design: Design, number: Number, value: float) -> Design | None:
    """The design with a number turned to a value; none where it cannot be had."""
    try:
        return patched(design, number.turned(value))
    except OakSpinError:
        return None


def _in(design: Design, pointer: str) -> float | None:
    try:
        value = value_at(design, pointer)
    except UnfitPatch:
        return None
    return float(value) if isinstance(value, (int, float)) and not isinstance(value, bool) else None


def effort_of(part: str, pointer: str) -> float:
    """What turning the dial at a pointer of a part costs."""
    return 0.0 if any(fnmatchcase(pointer, pattern) for pattern in QUICK) else EFFORT.get(part, COSTLY)


def _choices(part: PartLine, dial: Dial) -> Iterator[Change]:
    now = next((option.label for option in dial.choices if option.key == dial.chosen), "")
    effort = effort_of(part.id, dial.pointer)
    for option in dial.choices:
        # Dirt may help by chance; nobody is told to get it.
        dirty = dial.pointer == "/surface" and option.value != "sanded"
        if option.key != dial.chosen and not dirty:
            to = f"{now} → {option.label}" if now else option.label
            name = dial.label.replace("… ", "")
            phrase = f"{part.title}, {name[0].lower()}{name[1:]}: {to}"
            phrase = _phrase(dial.pointer, part.title, now, option.label) or phrase
            yield Change(phrase, (Setting(dial.pointer, option.value),), effort + UNFAMILIAR)


def _phrase(pointer: str, part: str, old: str, new: str) -> str:
    """What to do in words, where there are words for the dial."""
    words = next((words for pattern, words in PHRASES if fnmatchcase(pointer, pattern)), "")
    return words.format(part=part.lower(), old=old, new=new)


def _numbers(part: PartLine, number: Number, good: float | None) -> Iterator[Change]:
    low, high, now = number.minimum, number.maximum, number.value
    values = {now / 2, now * 2, *(low + share * (high - low) for share in SHARES)}
    if good is not None:
        values.add(good)
    seen = {on_step(number, now)}
    for value in values:
        own = on_step(number, value)
        if own in seen:
            continue
        seen.add(own)
        made = to_value(number, own, effort_of(part.id, number.pointer) + UNFAMILIAR)
        if made:
            yield made


def to_value(number: Number, value: float, effort: float) -> Change | None:
    """The change that turns a number to a value; none where it cannot be had."""
    try:
        patch = number.turned(value)
    except UnfitPatch:
        return None
    unit = "" if not number.unit else number.unit if number.unit == "°" else f" {number.unit}"
    old, new = number_text(number.value), number_text(value)
    words = _phrase(number.pointer, number.part, old, new) or f"{number.name}: {old} → {new}{unit}"
    return Change(words, patch, effort)


def number_text(value: float) -> str:
    """A number as advice tells it."""
    return rounded(value, 3).replace("-", "−")


def on_step(number: Number, value: float) -> float:
    """The nearest value that the number's dial can stand at."""
    steps = round((min(max(value, number.minimum), number.maximum) - number.minimum) / number.step)
    own = min(number.minimum + steps * number.step, number.maximum)
    return float(round(own)) if number.whole else round(own, 4)


FARTHER = (0.35, 0.6, 0.8, 1.25, 1.7, 2.5)  # of the way from a number's present value to the one that helped


def nearby(design: Design, change: Change, numbers: dict[str, Number]) -> list[Change]:
    """The change with its number turned less far, or farther; empty where it turns no one number."""
    turned = [setting for setting in change.patch if setting.pointer in numbers]
    if not turned or "→" not in change.sentence or len({setting.pointer for setting in turned}) != 1:
        return []
    number, phrase = numbers[turned[0].pointer], float(turned[0].value)
    if len(number.turned(phrase)) != len(change.patch):
        return []
    made = []
    for share in FARTHER:
        value = on_step(number, number.value + share * (phrase - number.value))
        if value in (number.value, phrase) or math.isclose(value, number.value):
            continue
        try:
            patch = number.turned(value)
        except OakSpinError:
            continue
        sentence = re.sub(r"→ [-−]?[\d.]+", f"→ {number_text(value)}", change.sentence)
        made.append(replace(change, sentence=sentence, patch=patch))
    return made
