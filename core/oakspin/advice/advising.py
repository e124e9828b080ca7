"""The changes that help most: each is tried on the design, and only what helps is said."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import chain

from oakspin.advice.candidates import nearby, quick, wide
from oakspin.advice.hands import within_reach
from oakspin.advice.price import burns, price_of
from oakspin.advice.trying import SURE, Attempt, tried
from oakspin.design import Design
from oakspin.design.patch import Patch, patched
from oakspin.draws import Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.change import Change
from oakspin.kinds.kinds import evaluate, numbers_of
from oakspin.rounding import rounded
from oakspin.verdict.verdict import AMPLE, MUST_HOLD, Verdict

TRIAL_DRAWS, LOOK_DRAWS = 64, 24  # builds on which a change is tried, and looked at when there are many to look at
MOST_STEPS = 5
WORTH = 0.03
EASE = 2.0  # how much what is quick at the bench counts against what helps more
REFINED = 3  # of the best changes, whose numbers are searched for
NO_FEWER, NO_WEAKER = 0.005, 0.99  # share of builds fewer, and margin of the weakest link, that no advice goes below
SURER = 0.05  # share of builds more, from which a change is worth it for that alone
FASTER, THRIFTY = 1.15, 0.85  # times the speed and the current from which a change is worth it for these alone
THRIFT = 0.3  # what such a change counts against the margins' merit
LOST = 0.02  # share of builds, and of merit, that a step left out of a joined change may cost
ENOUGH = 0.85  # share of builds that go, from which no step is joined any more


@dataclass(frozen=True)
class Advice:
    """One change (or a few together) that helps, by how much, and what it costs.

    ``before`` and ``after`` are margins of ``link``, the link it was tried for: 1 is on the limit.
    ``goes_before`` and ``goes_after`` are shares of builds that go, 0 to 1. ``price`` is empty where there is none.
    """

    sentence: str
    patch: Patch
    effect: str
    price: str
    link: str
    before: float
    after: float
    goes_before: float
    goes_after: float


@dataclass(frozen=True)
class _Row:
    """A change, what it shows, and its worth: gain in merit less what it costs at the bench."""

    change: Change
    trial: Attempt
    worth: float


def advise(design: Design, draws: Draws | None = None, most: int = 3) -> tuple[Advice, ...]:
    """The few changes that help this design most, best first; empty when none helps.

    Every change is computed by making it, on few builds first; its number is searched for; and only what helps on all
    of ``draws``, those that the run chain shows, is said. Where no single change makes the motor go, every dial is
    looked at, and changes are joined one by one, each the best next to those before.
    """
    full = draws or Draws()
    trial = full.fewer(TRIAL_DRAWS)
    now = tried([design], trial)[0]
    if now is None:
        evaluate(design, trial)  # says why
        return ()
    rows = _ranked(design, quick(design), now, trial)
    if not now.goes and not any(row.trial.goes for row in rows):
        rows = _merged(_ranked(design, _considered(design, full), now, trial), rows)
    rows = _refined(design, [row for row in rows if row.worth > WORTH], now, trial)
    ranked = _one_of_each_family([row for row in rows if within_reach(design, row.change)])
    changes = [row.change for row in ranked[: most + 2]]
    if not now.goes and not any(row.trial.goes for row in ranked[:most]):
        joined = _joined(design, now, full)
        changes = [joined, *changes] if joined else changes
    before = evaluate(design, full)
    proposals = []
    for change in changes:
        changed = patched(design, change.patch)
        after = evaluate(changed, full)
        if _mends(before, after) and not burns(before, after):
            proposals.append(_advice(design, changed, change, before, after))
        if len(proposals) == most:
            break
    # First what lets most builds go; what does as much for them stays in the order of what else it brings.
    return tuple(sorted(proposals, key=lambda advice: -round(advice.goes_after, 2)))


def _goes(verdict: Verdict) -> bool:
    return verdict.sense != 0 and verdict.share_that_goes >= SURE


def _weakest(verdict: Verdict) -> float:
    return min(min(verdict.link(link).margin, AMPLE) for link in MUST_HOLD)


def _mends(now: Verdict, after: Verdict) -> bool:
    """Whether the weakest link gains, or clearly more builds go; and neither of both is worse for it."""
    if after.share_that_goes < now.share_that_goes - NO_FEWER or _weakest(after) < NO_WEAKER * _weakest(now):
        return False
    was, margin = now.link(now.weakest).margin, after.link(now.weakest).margin
    if margin < NO_WEAKER * min(was, AMPLE):
        return False
    surer = after.sense != 0 and after.share_that_goes > now.share_that_goes + SURER
    gains = after.sense != 0 and _goes(after) and margin > 1.02 * was
    return surer or gains or _thriftier(now, after) > 0


def _thriftier(now: Verdict, after: Verdict) -> float:
    """How much faster it runs on clearly less current, as a logarithm; 0 where it does not, or fewer builds go."""
    if not (_goes(now) and after.sense) or after.share_that_goes < now.share_that_goes - NO_FEWER:
        return 0.0
    names = ("speed", "mean_current")
    speed, current = (after.figures[name].value / max(now.figures[name].value, 1e-9) for name in names)
    return math.log(speed) if speed > FASTER and current < THRIFTY else 0.0


def _gain(now: Attempt, after: Attempt) -> float:
    """Merit gained; what goes faster on less current counts, too."""
    gain = after.merit - now.merit
    if now.goes and after.goes and after.share >= now.share - NO_FEWER:
        speed, current = after.speed / max(now.speed, 1e-9), after.current / max(now.current, 1e-9)
        gain += THRIFT * math.log(speed) if speed > FASTER and current < THRIFTY else 0.0
    return gain


def _made(design: Design, change: Change) -> Design | None:
    try:
        return patched(design, change.patch)
    except OakSpinError:
        return None  # a change that no valid design can take is no advice


def _ranked(design: Design, changes: list[Change], now: Attempt, draws: Draws) -> list[_Row]:
    """The changes that can be made, the worthiest first."""
    trials = tried([_made(design, change) for change in changes], draws)
    rows = [
        _Row(change, trial, _gain(now, trial) - EASE * change.effort)
        for change, trial in zip(changes, trials, strict=True)
        if trial is not None
    ]
    return sorted(rows, key=lambda row: -row.worth)


def _merged(*lists: list[_Row]) -> list[_Row]:
    """Rows of several lists, the worthiest first, each patch once: in the words that come last, the kind's own."""
    kept = {repr(row.change.patch): row for rows in lists for row in rows}
    return sorted(kept.values(), key=lambda row: -row.worth)


def _considered(design: Design, full: Draws) -> list[Change]:
    """The dozen most promising of all dials turned, by a look at few builds."""
    look = full.fewer(LOOK_DRAWS)
    now = tried([design], look)[0]
    if now is None:
        return []
    return [row.change for row in _ranked(design, wide(design), now, look)[:12]]


def _refined(design: Design, rows: list[_Row], now: Attempt, draws: Draws) -> list[_Row]:
    """The rows, the numbers of the best of them searched for."""
    numbers = numbers_of(design)
    best = _one_of_each_family(rows)[:REFINED]
    more = [other for row in best for other in nearby(design, row.change, numbers)]
    return _merged(rows, _ranked(design, more, now, draws)) if more else rows


def _one_of_each_family(rows: list[_Row]) -> list[_Row]:
    """The best of the changes that turn the same dial."""
    best: dict[str, _Row] = {}
    for row in rows:
        best.setdefault(row.change.patch[0].pointer, row)
    return list(best.values())


def _joined(design: Design, now: Attempt, full: Draws) -> Change | None:
    """Changes one after another until it goes surely, without those that turn out to bring nothing."""
    look, trial = full.fewer(LOOK_DRAWS), full.fewer(TRIAL_DRAWS)
    here, shown, steps = design, tried([design], look)[0], list[Change]()
    while shown and len(steps) < MOST_STEPS and not (shown.goes and shown.share >= ENOUGH):
        rows = _merged(_ranked(here, wide(here), shown, look), _ranked(here, quick(here), shown, look))
        if not rows or rows[0].worth <= 0:
            break
        steps.append(rows[0].change)
        here, shown = patched(here, rows[0].change.patch), rows[0].trial
    steps = _needed(design, steps, trial)
    if len(steps) < 2:
        return steps[0] if steps else None
    sentence = "; ".join([steps[0].sentence, *(step.sentence[0].lower() + step.sentence[1:] for step in steps[1:])])
    return Change(sentence, tuple(chain.from_iterable(step.patch for step in steps)))


def _needed(design: Design, steps: list[Change], draws: Draws) -> list[Change]:
    """The steps without those that bring nothing, the costliest of them left out first."""
    shown = tried([_all(design, steps)], draws)[0]
    for step in sorted(steps, key=lambda step: -step.effort):
        fewer = [other for other in steps if other is not step]
        without = tried([_all(design, fewer)], draws)[0]
        if not shown or not without or without.share < shown.share - LOST:
            continue
        if without.merit >= shown.merit - EASE * max(step.effort, LOST):
            steps, shown = fewer, without
    return steps


def _all(design: Design, steps: list[Change]) -> Design | None:
    made: Design | None = design
    for step in steps:
        made = _made(made, step) if made is not None else None
    return made


def _advice(design: Design, changed: Design, change: Change, before: Verdict, after: Verdict) -> Advice:
    was, becomes = before.link(before.weakest), after.link(before.weakest)
    then, now = (f"{100 * verdict.share_that_goes:.0f}" for verdict in (before, after))
    effect = share = f"{then} → {now} of 100 builds go" if then != now else f"{now} of 100 builds go, as before"
    if becomes.margin > 1.02 * was.margin and was.margin < AMPLE:
        gain = f"{rounded(was.margin, 2)} → {rounded(becomes.margin, 2)} × what it needs"
        mended = "now holds" if becomes.state == "holds" else "now just holds"
        effect = f"{share}; “{was.name.lower()}” {mended if was.state == 'fails' != becomes.state else gain}"
    if _thriftier(before, after):
        slow, fast = (rounded(verdict.figures["speed"].value, 2) for verdict in (before, after))
        much, little = (rounded(verdict.figures["mean_current"].value, 2) for verdict in (before, after))
        effect = f"{slow} → {fast} {before.rate_words}, on {much} → {little} A; {share}"
    pointers = tuple(setting.pointer for setting in change.patch)
    return Advice(
        sentence=change.sentence,
        patch=change.patch,
        effect=effect,
        price=price_of(design, changed, pointers, before, after),
        link=was.id,
        before=was.margin,
        after=becomes.margin,
        goes_before=before.share_that_goes,
        goes_after=after.share_that_goes,
    )
