"""The changes that help most: each is tried on the design, and only what helps is said."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import chain

from oakspin.design import Design
from oakspin.design.patch import Patch, patched
from oakspin.draws import Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.change import Change
from oakspin.kinds.kinds import changes_of, evaluate
from oakspin.rounding import rounded
from oakspin.verdict.verdict import AMPLE, Verdict

TRIAL_DRAWS = 64
MOST_STEPS = 4
WORTH = 0.03
HOPELESS = 0.1  # a change that leaves the weakest link below this share of its limit is no help
SURE = 0.5
NO_FEWER, NO_WEAKER = 0.005, 0.99  # share of builds fewer, and margin of the weakest link, that no advice goes below
FASTER, THRIFTY = 1.15, 0.85  # times the speed and the current from which a change is worth it for these alone
THRIFT = 0.3  # what such a change counts against the margins' merit


@dataclass(frozen=True)
class Advice:
    """One change (or a few together) that helps, and by how much.

    ``before`` and ``after`` are margins of ``link``, the link it was tried for: 1 is on the limit.
    ``goes_before`` and ``goes_after`` are shares of builds that go, 0 to 1.
    """

    sentence: str
    patch: Patch
    effect: str
    link: str
    before: float
    after: float
    goes_before: float
    goes_after: float


_Row = tuple[float, Change, Verdict]


def advise(design: Design, draws: Draws | None = None, most: int = 3) -> tuple[Advice, ...]:
    """The few changes that help this design most, best first; empty when none helps.

    Every change is computed by making it. Where no single change makes the motor go, changes
    are joined one by one, each the best next to those before.
    """
    full, trial = draws or Draws(), Draws(TRIAL_DRAWS)
    now = evaluate(design, trial)
    helpful = [row for row in _ranked(design, now, trial) if row[0] > WORTH and _mends(now, row[2])]
    ranked = _one_of_each_family(helpful)
    changes = [change for _, change, _ in ranked[:most]]
    mended = any(_goes(after) for _, _, after in ranked[:most])
    if not _goes(now) and not mended:
        joined = _joined(design, now, trial)
        changes = [joined, *changes[: most - 1]] if joined else changes
    before = evaluate(design, full)
    told = ((change, evaluate(patched(design, change.patch), full)) for change in changes)
    # Tried on few builds first: only what helps on all of them is said.
    return tuple(_advice(change, before, after) for change, after in told if _mends(before, after))


def _goes(verdict: Verdict) -> bool:
    return verdict.sense != 0 and verdict.share_that_goes >= SURE


def _mends(now: Verdict, after: Verdict) -> bool:
    """Whether the weakest link gains, or clearly more builds go; and neither of both is worse for it."""
    was, margin = now.link(now.weakest).margin, after.link(now.weakest).margin
    if after.share_that_goes < now.share_that_goes - NO_FEWER or margin < NO_WEAKER * was:
        return False
    gains = margin > 1.02 * was and margin > HOPELESS
    surer = after.share_that_goes > now.share_that_goes + 0.05 and after.sense != 0
    return gains or surer or _thriftier(now, after) > 0


def _thriftier(now: Verdict, after: Verdict) -> float:
    """How much faster it runs on clearly less current, as a logarithm; 0 where it does not, or fewer builds go."""
    if not (_goes(now) and after.sense) or after.share_that_goes < now.share_that_goes - 0.02:
        return 0.0
    speed = after.figures["speed"].value / max(now.figures["speed"].value, 1e-9)
    current = after.figures["mean_current"].value / max(now.figures["mean_current"].value, 1e-9)
    return math.log(speed) if speed > FASTER and current < THRIFTY else 0.0


def _one_of_each_family(ranked: list[_Row]) -> list[_Row]:
    """The best of the changes that turn the same dial."""
    best: dict[str, _Row] = {}
    for row in ranked:
        best.setdefault(row[1].patch[0].pointer, row)
    return list(best.values())


def merit(verdict: Verdict) -> float:
    """One number to rank designs by: builds that go first, then each link's safe margin, as far as it is of use."""
    safe = sum(min(link.margin_band[0], AMPLE) / AMPLE for link in verdict.links)
    middle = sum(min(link.margin, AMPLE) / AMPLE for link in verdict.links)
    return 4 * verdict.share_that_goes + (safe + middle) / 4 - 0.5 * len(verdict.causes)


def _ranked(design: Design, now: Verdict, trial: Draws) -> list[_Row]:
    tried = []
    for change in changes_of(design):
        try:
            after = evaluate(patched(design, change.patch), trial)
        except OakSpinError:
            continue  # a change that no valid design can take is no advice
        gain = merit(after) - merit(now) + THRIFT * _thriftier(now, after)
        tried.append((gain - change.effort, change, after))
    return sorted(tried, key=lambda row: -row[0])


def _joined(design: Design, now: Verdict, trial: Draws) -> Change | None:
    steps: list[Change] = []
    while len(steps) < MOST_STEPS and not _goes(now):
        ranked = _ranked(design, now, trial)
        if not ranked or ranked[0][0] <= 0:
            break
        _, best, now = ranked[0]
        design = patched(design, best.patch)
        steps.append(best)
    if len(steps) < 2:
        return None
    sentence = "; ".join([steps[0].sentence, *(step.sentence[0].lower() + step.sentence[1:] for step in steps[1:])])
    return Change(sentence, tuple(chain.from_iterable(step.patch for step in steps)))


def _advice(change: Change, before: Verdict, after: Verdict) -> Advice:
    was, becomes = before.link(before.weakest), after.link(before.weakest)
    share = f"builds that go {100 * before.share_that_goes:.0f} → {100 * after.share_that_goes:.0f} %"
    effect = f"{was.name} {rounded(was.margin, 2)} → {rounded(becomes.margin, 2)} × its limit; {share}"
    if _thriftier(before, after):
        slow, fast = (rounded(verdict.figures["speed"].value, 2) for verdict in (before, after))
        much, little = (rounded(verdict.figures["mean_current"].value, 2) for verdict in (before, after))
        effect = f"{slow} → {fast} {before.rate_words}, on {much} → {little} A; {share}"
    return Advice(
        sentence=change.sentence,
        patch=change.patch,
        effect=effect,
        link=was.id,
        before=was.margin,
        after=becomes.margin,
        goes_before=before.share_that_goes,
        goes_after=after.share_that_goes,
    )
