"""Twelve groups at once: whom to help first.

A helper who goes to the quickest first lets all wait least (W. Smith, Nav. Res. Logist. Q. 3, 59 (1956)); what gets hot
goes before, for it hurts. How long a group will take is foreseen from what is seen of its motor.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.diagnose.fault_bench import FaultBench
from oakspin.diagnose.fault_search import seen_of
from oakspin.diagnose.ranking import TRY, Evidence, diagnosed
from oakspin.diagnose.signs import MotionSign, SideSign
from oakspin.diagnose.views import bench_in, word_of_sign
from oakspin.errors import Fault, UnfitPatch
from oakspin.kinds.kinds import KINDS

NAMES = ("Limpet", "Kelp", "Tern", "Plover", "Dulse", "Whelk", "Gannet", "Eider", "Puffin", "Skate", "Brill", "Ling")
AS_GOOD = 1.0  # minutes of waiting in all, by which an order may be worse than the best and still count as good
STUCK = 6  # groups whose motor does not go
HOT: frozenset[SideSign] = frozenset(("hot_battery", "hot_motor"))


@dataclass(frozen=True)
class Group:
    """A group and its motor: what is wrong with it (nothing where it goes), what the group sees of it, and the
    minutes that helping is foreseen to take by what is seen.
    """

    name: str
    fault: str
    went: MotionSign
    side_signs: tuple[SideSign, ...]
    minutes: float

    @property
    def waits(self) -> bool:
        """Whether it needs help."""
        return bool(self.fault)

    @property
    def hot(self) -> bool:
        """Whether something of it gets hot."""
        return bool(HOT & set(self.side_signs))


@dataclass(frozen=True)
class Crowd:
    """A class of groups with one motor each, all of one design."""

    bench: FaultBench
    groups: tuple[Group, ...]

    def best(self) -> tuple[int, ...]:
        """The groups that need help in the best order: what is hot, then the quickest."""
        stuck = [at for at, group in enumerate(self.groups) if group.waits]
        return tuple(sorted(stuck, key=lambda at: (not self.groups[at].hot, self.groups[at].minutes)))

    def waiting(self, order: Sequence[int]) -> float:
        """Minutes that all groups together wait until they go, helped in this order."""
        clock = whole = 0.0
        for at in order:
            clock += self.groups[at].minutes
            whole += clock
        return whole


def crowd_of(design: Design, seed: int) -> Crowd:
    """A class of twelve groups of which some are stuck, as faults come in these hands.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    UnfitPatch
        When the plan itself does not go: then all are stuck, with no fault to find.
    """
    bench = bench_in(design.model_dump_json(), False)
    if bench.runs.mean() < 0.5:
        limit = "a motor that goes as planned"
        raise UnfitPatch([Fault("/design", design.kind, limit, "Practice with another motor.")])
    chance = np.random.default_rng([seed, 31])
    singles = [each for each in bench.symptoms if len(each.ids) == 1 and float(each.weight @ ~each.goes) > 0.05]
    # Each has a fault of its own, and rare ones come, too: a class in which all have the same teaches no order.
    often = np.sqrt([each.prior * float(each.weight @ ~each.goes) for each in singles])
    drawn = chance.choice(len(singles), min(STUCK, len(singles)), replace=False, p=often / often.sum()).tolist()
    stuck = set(chance.permutation(len(NAMES))[: len(drawn)].tolist())
    groups = []
    for at, name in enumerate(NAMES):
        if at not in stuck:
            groups.append(Group(name, "", "runs", (), 0.0))
            continue
        each = singles[drawn.pop()]
        went, side_signs = seen_of(each, each.weight * ~each.goes, chance)
        groups.append(Group(name, each.ids[0], went, side_signs, foreseen(bench, went, side_signs)))
    return Crowd(bench, tuple(groups))


def foreseen(bench: FaultBench, went: MotionSign, side_signs: Sequence[SideSign]) -> float:
    """Minutes until such a motor goes, in the mean over what may be wrong with it: what is likely and quick to check is
    checked first, and what it is gets mended.
    """
    suspects = diagnosed(bench, Evidence(frozenset((went, *side_signs)))).suspects
    order = sorted(suspects, key=lambda suspect: -suspect.chance / suspect.fault.check.minutes)
    whole = sum(suspect.chance for suspect in order)
    clock = minutes = 0.0
    for suspect in order:
        clock += suspect.fault.check.minutes
        minutes += suspect.chance / whole * (clock + suspect.fault.cure.minutes + TRY)
    return round(minutes, 1)


@dataclass(frozen=True)
class GroupView:
    """A group as it is seen: in words, and by which its picture moves; ``helped`` in which turn, from 1."""

    name: str
    waits: bool
    went: MotionSign
    now: str
    hot: bool
    helped: int


@dataclass(frozen=True)
class TurnView:
    """A turn of helping: to whom, the minutes foreseen, why so, and after how long it goes."""

    name: str
    minutes: float
    why: str
    goes_at: float


@dataclass(frozen=True)
class CrowdView:
    """A class as it stands; at its end what all waited, in the order that was taken and in the best one."""

    kind: str
    sense: float
    travels: bool
    groups: tuple[GroupView, ...]
    turns: tuple[TurnView, ...]
    minutes: float
    ended: bool
    right: bool
    headline: str
    waited: float
    best: tuple[TurnView, ...]
    best_waited: float


def crowd_view(crowd: Crowd, order: Sequence[str]) -> CrowdView:
    """A class after these groups were helped, by name.

    Raises
    ------
    UnfitPatch
        When a group is named that needs no help, or twice.
    """
    helped = _places(crowd, order)
    best, ended = crowd.best(), len(helped) == len(crowd.best())
    waited, least = crowd.waiting(helped), crowd.waiting(best)
    return CrowdView(
        kind=KINDS[crowd.bench.design.kind].name,
        sense=crowd.bench.usual.sense,
        travels=crowd.bench.travels,
        groups=tuple(_group_view(crowd, at, helped) for at in range(len(crowd.groups))),
        turns=_turns(crowd, helped),
        minutes=round(sum(crowd.groups[at].minutes for at in helped), 1),
        ended=ended,
        right=ended and _late(crowd, helped) is None and waited <= least + AS_GOOD,
        headline=_headline(crowd, helped, waited, least) if ended else "",
        waited=round(waited, 1),
        best=_turns(crowd, best) if ended else (),
        best_waited=round(least, 1) if ended else 0.0,
    )


def _places(crowd: Crowd, order: Sequence[str]) -> list[int]:
    stuck = {group.name: at for at, group in enumerate(crowd.groups) if group.waits}
    places: list[int] = []
    for number, name in enumerate(order):
        if name not in stuck or stuck[name] in places:
            limit = "a group that waits for help"
            raise UnfitPatch([Fault(f"/order/{number}", name, limit, "Name each group that waits once.")])
        places.append(stuck[name])
    return places


def _group_view(crowd: Crowd, at: int, helped: Sequence[int]) -> GroupView:
    group, travels = crowd.groups[at], crowd.bench.travels
    goes = not group.waits or at in helped
    signs = (group.went, *group.side_signs)
    now = "Goes." if goes else " ".join(f"{word_of_sign(sign, travels)}." for sign in signs)
    turn = helped.index(at) + 1 if at in helped else 0
    return GroupView(group.name, group.waits, "runs" if goes else group.went, now, group.hot and not goes, turn)


def _turns(crowd: Crowd, order: Sequence[int]) -> tuple[TurnView, ...]:
    clock, turns = 0.0, []
    for at in order:
        group = crowd.groups[at]
        clock += group.minutes
        sentence = crowd.bench.fault(group.fault).sentence
        why = f"Gets hot: power off at once. It was: {sentence}" if group.hot else f"It was: {sentence}"
        turns.append(TurnView(group.name, group.minutes, why, round(clock, 1)))
    return tuple(turns)


def _late(crowd: Crowd, helped: Sequence[int]) -> int | None:
    """A group with something hot that another, not so, was helped before."""
    hot = {at for at in crowd.best() if crowd.groups[at].hot}
    for turn, at in enumerate(helped):
        waits = hot - set(helped[:turn])
        if waits and at not in hot:
            return min(waits)
    return None


def _headline(crowd: Crowd, helped: Sequence[int], waited: float, least: float) -> str:
    late = _late(crowd, helped)
    if late is not None:
        return f"What gets hot comes first: {crowd.groups[late].name} waited with the power on."
    more = round(waited - least)
    if waited <= least + AS_GOOD:
        return "The best order, or as good: what is hot, then what is mended soonest."
    return f"Together they waited {more} minutes longer than they had to: what is mended soonest comes first."
