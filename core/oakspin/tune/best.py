"""The best value of a number for this very design, with what limits it on either side."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from oakspin.design import Design
from oakspin.design.patch import Setting, patched
from oakspin.draws import Draws
from oakspin.kinds.kinds import evaluate, tuned_of
from oakspin.kinds.numbers import Number
from oakspin.rounding import rounded
from oakspin.tune.sweep import SWEEP_DRAWS, Sweep, SweepPoint, sweep
from oakspin.verdict.links import NAMES
from oakspin.verdict.verdict import MUST_HOLD, Verdict

NEAR = 0.97  # values within this share of the best are as good
CLEARLY = 0.9


@dataclass(frozen=True)
class Best:
    """The best value of a number, what to set for it, and why neither less nor more.

    ``low`` and ``high`` bound the values around it at which the median build goes.
    """

    factor: Number
    value: float
    low: float
    high: float
    settings: tuple[Setting, ...]
    sentence: str


Judge = Callable[[tuple[Setting, ...]], Verdict]


def best_of(swept: Sweep, judge: Judge) -> Best | None:
    """The best of a sweep: the most speed over all builds, those that do not go counting nothing.

    Among values about as good as the best, the one nearest to the present is taken: less to change. What is said of it
    is what ``judge`` finds with its settings: the verdict that Choose shows once it is set. None when it goes nowhere.
    """
    going = [point for point in swept.points if not point.refused and _goes(point)]
    if not going:
        return None
    most = max(_worth(point) for point in going)
    alike = [point for point in going if _worth(point) >= NEAR * most]
    best = min(alike, key=lambda point: abs(point.value - swept.factor.value))
    at = swept.points.index(best)
    low, high = at, at
    while low > 0 and _goes(swept.points[low - 1]):
        low -= 1
    while high < len(swept.points) - 1 and _goes(swept.points[high + 1]):
        high += 1
    factor = swept.factor
    # Between two swept values the present one is as good: nothing is gained by a hair's breadth.
    step = abs(swept.points[1].value - swept.points[0].value)
    value = factor.value if abs(best.value - factor.value) <= step / 2 else best.value
    settings = factor.turned(value)
    verdict = judge(settings)
    speed = verdict.figures["speed"]
    less = _beyond("Less", swept, best, low - 1, swept.points[low:at])
    more = _beyond("More", swept, best, high + 1, swept.points[at + 1 : high + 1])
    sentence = (
        f"{_value_text(value, factor.unit)}: {100 * verdict.share_that_goes:.0f} of 100 builds go, near "
        f"{rounded(speed.value, 2)} {verdict.rate_words}. {less} {more}"
    )
    return Best(factor, value, swept.points[low].value, swept.points[high].value, settings, sentence)


def judge_of(design: Design, draws: Draws) -> Judge:
    """The verdict on a design with settings, on all the draws; that on the design as it is is computed once."""
    present = evaluate(design, draws)

    def judge(settings: tuple[Setting, ...]) -> Verdict:
        other = patched(design, settings)
        return present if other == design else evaluate(other, draws)

    return judge


def best_settings(design: Design, draws: Draws | None = None) -> tuple[Best, ...]:
    """The best of every number that the kind of this design is tuned by first, on few of the draws."""
    draws = draws or Draws()
    few, judge = draws.fewer(SWEEP_DRAWS), judge_of(design, draws)
    bests = (best_of(sweep(design, number.pointer, draws=few), judge) for number in tuned_of(design))
    return tuple(best for best in bests if best)


def _value_text(value: float, unit: str) -> str:
    return f"{rounded(value)}{'' if unit == '°' else ' '}{unit}".strip().replace("-", "−")


def _speed(point: SweepPoint) -> float:
    return point.figures["speed"][1]


def _worth(point: SweepPoint) -> float:
    return _speed(point) * point.share_that_goes


def _goes(point: SweepPoint) -> bool:
    return not point.refused and all(point.states[link] != "fails" for link in MUST_HOLD)


def _beyond(word: str, swept: Sweep, best: SweepPoint, edge: int, within: tuple[SweepPoint, ...]) -> str:
    """What is worse on one side: where it no longer goes and why, or that it gets slower or less sure."""
    if 0 <= edge < len(swept.points):
        point = swept.points[edge]
        at = _value_text(point.value, swept.factor.unit)
        if point.refused:
            return f"{word}: at {at} it cannot be made."
        failing = next(link for link in MUST_HOLD if point.states[link] == "fails")
        return f"{word}: at {at} “{NAMES[failing].lower()}” fails."
    if not within:
        return f"{word} cannot be set."
    slowest = min(within, key=_speed)
    if _speed(slowest) < CLEARLY * _speed(best):
        return f"{word} is slower: {rounded(_speed(slowest), 2)} at {rounded(slowest.value)}."
    shakiest = min(within, key=lambda point: point.share_that_goes)
    if shakiest.share_that_goes < best.share_that_goes - 0.03:
        return f"{word} is less sure: {100 * shakiest.share_that_goes:.0f} of 100 go at {rounded(shakiest.value)}."
    return f"{word} changes little."
