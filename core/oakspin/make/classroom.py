"""What a length is set with, where there is no gauge: things that lie in a classroom, tried on this very motor.

The simplest thing that comes near is taken at which as many builds go; a stack that comes nearer where none does.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from oakspin.design import Design
from oakspin.design.patch import Setting, patched, value_at
from oakspin.errors import Refusal, UnfitPatch
from oakspin.kinds.build import SetLength
from oakspin.kinds.kinds import evaluate, numbers_of
from oakspin.kinds.steps import PAPER, sheets
from oakspin.parts.catalogue import CELLS

COIN = 1.8  # mm, about the thickness of common coins
STRAW = 6.0  # mm, a common drinking straw
THIN = 1.0  # mm up to which paper alone fills a gap
AS_GOOD = 0.03  # a share of builds that nobody sees missing
CLOSE = 0.03  # share of a length that nobody sets better by hand
NEAR = 0.08  # share of a length by which a thing may be off and still be called near
WRAPS = 25  # most layers of paper that stay round and tight
MOST = 12  # coins that stand in a stack

# Round things of a known thickness in mm, by their names.
RODS = {
    "a drinking straw": STRAW,
    "a pencil": 7.5,
    "a felt-tip pen": 9.5,
    "an AAA cell": CELLS["alkaline_AAA"].diameter_mm,
    "an AA cell": CELLS["alkaline_AA"].diameter_mm,
    "a whiteboard marker": 18.0,
    "a broom handle": 22.2,
    "a C cell": CELLS["alkaline_C"].diameter_mm,
    "a glue stick": 30.0,
    "a D cell": CELLS["alkaline_D"].diameter_mm,
    "a cardboard tube": 42.0,
    "a soda can": 66.0,
}

Share = Callable[[float], float | None]


@dataclass(frozen=True)
class Gauge:
    """What to take, in words, how thick it is in mm, and whether it is more than one. ``tried``: as many builds go."""

    words: str
    mm: float
    many: bool = False
    tried: bool = False


def found_for(design: Design, settings: tuple[SetLength, ...]) -> tuple[SetLength, ...]:
    """The settings, each with a way to find it that a classroom has; those with a gauge of their own as they are."""
    shares: dict[str, Share] = {}
    settings_found = []
    for setting in settings:
        if setting.fill:
            share = shares.setdefault(setting.pointer, _share_at(design, setting))
            thing = _chosen(design, setting, share)
            setting = replace(setting, how=_words(setting, thing))
        settings_found.append(setting)
    return tuple(settings_found)


def _words(setting: SetLength, thing: Gauge | None) -> str:
    if thing is None:
        return "a rod or tube of this thickness" if setting.fill == "rod" else "a ruler"
    if setting.fill == "rod":
        return f"{thing.words} ({thing.mm:g} mm{_apart(setting, thing)})" + (f"; {setting.how}" if setting.how else "")
    fit = "fit" if thing.many else "fits"
    size = f" ({thing.mm:.1f} mm{_apart(setting, thing)})" if thing.mm > THIN else ""
    return f"{thing.words} {fit} {setting.how}{size}"


def _apart(setting: SetLength, thing: Gauge) -> str:
    """What is said of a thing that is not quite the length it is taken for."""
    if abs(thing.mm - setting.value_mm) <= max(CLOSE * setting.value_mm, PAPER / 2):
        return ""
    return ", and as many motors run with it" if thing.tried else ", the nearest there is"


def _chosen(design: Design, setting: SetLength, share: Share) -> Gauge | None:
    """The simplest thing near the length at which as many builds go as planned; the nearest where none does."""
    things = list(_rods(setting.value_mm) if setting.fill == "rod" else _fillings(setting))
    if not things:
        return None
    planned = share(setting.value_mm) if setting.pointer else None
    if planned:
        for thing in things:
            off = abs(thing.mm - setting.value_mm)
            goes = share(thing.mm) if off <= NEAR * setting.value_mm else None
            if goes is not None and goes >= planned - AS_GOOD:
                return replace(thing, tried=True)
    nearest = min(
        things,
        key=lambda thing: (
            round(abs(thing.mm - setting.value_mm) / (CLOSE * setting.value_mm + 1e-9)),
            len(thing.words),
        ),
    )
    return nearest if abs(nearest.mm - setting.value_mm) <= NEAR * setting.value_mm + PAPER / 2 else None


def _share_at(design: Design, setting: SetLength) -> Share:
    """Share of builds that go with the length set to so many mm; None where no motor can be made so."""
    known: dict[float, float | None] = {}

    def share(length: float) -> float | None:
        if length not in known:
            known[length] = _tried(design, setting, length)
        return known[length]

    return share


def _tried(design: Design, setting: SetLength, length: float) -> float | None:
    value = float(value_at(design, setting.pointer)) + (length - setting.value_mm) * setting.per
    if length == setting.value_mm:
        return evaluate(design).share_that_goes
    number = numbers_of(design).get(setting.pointer)
    try:
        turned = number.turned(round(value, 3)) if number else (Setting(setting.pointer, round(value, 3)),)
        return evaluate(patched(design, turned)).share_that_goes
    except (Refusal, UnfitPatch):
        return None


def _rods(wanted: float) -> Iterator[Gauge]:
    """Rods as they are, the nearest first; then the next thinner ones, wrapped with paper up to the size."""
    for name, thick in sorted(RODS.items(), key=lambda rod: abs(rod[1] - wanted)):
        yield Gauge(name, thick)
    for name, thick in sorted(RODS.items(), key=lambda rod: -rod[1]):
        exactly = round((wanted - thick) / (2 * PAPER), 6)
        for layers in sorted({math.floor(exactly), math.ceil(exactly)}, key=lambda count: abs(count - exactly)):
            if 1 <= layers <= WRAPS:
                yield Gauge(f"{name} with {_count(layers, 'layer')} of paper", round(thick + 2 * PAPER * layers, 1))


def _fillings(setting: SetLength) -> Iterator[Gauge]:
    """What fills a gap: paper in a thin one, else a straw, coins, coins and paper."""
    gap = setting.value_mm
    if gap < PAPER / 2:
        yield Gauge("nothing", 0.0)
        return
    if setting.fill == "paper" or gap < THIN:
        many = max(1, round(gap / PAPER))
        yield Gauge(f"{sheets(gap)} of paper", round(many * PAPER, 1), many=many > 1)
        return
    yield Gauge("a drinking straw", STRAW)
    nearest = min(max(1, round(gap / COIN)), MOST)
    yield Gauge(_count(nearest, "coin"), nearest * COIN, many=nearest > 1)
    coins = min(math.floor(gap / COIN), MOST)
    many = round((gap - coins * COIN) / PAPER)
    if coins and many:
        both = f"{_count(coins, 'coin')} and {sheets(many * PAPER)} of paper"
        yield Gauge(both, coins * COIN + many * PAPER, many=True)
    if not coins:
        yield Gauge(f"{sheets(gap)} of paper", many * PAPER, many=True)


def _count(many: int, what: str) -> str:
    return f"{many} {what if many == 1 else f'{what}s'}"
