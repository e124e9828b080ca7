"""What can be done in practice: begin a case, do something in it, look at the record."""

from __future__ import annotations

import pickle
import secrets
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone

from oakspin.design import Design, design_of
from oakspin.design.versions import VERSION
from oakspin.errors import Fault, UnfitPatch
from oakspin.kinds.kinds import KINDS
from oakspin.practice.case import Act, Case, Played, played, usual_design
from oakspin.practice.crowd import Crowd, CrowdView, crowd_view
from oakspin.practice.record import LEVELS, ROUND, Level, Past
from oakspin.practice.views import CaseView, case_view
from server.errors import OtherContent
from server.jobs import work
from server.jobs.answers import Cancelled, text
from server.jobs.kept import Kept
from server.learning.actions import design_of as design_on_shelf
from server.practice.models import PracticeCase
from server.shelf.models import new_id

KEPT = 6  # cases at hand
SEEDS = 2**31
MOST_ACTS = 200

_cases: Kept[tuple[Case, Played]] = Kept(KEPT)
_crowds: Kept[Crowd] = Kept(KEPT)


@dataclass(frozen=True)
class Shown:
    """A case as it stands: the motor, or the class."""

    row: PracticeCase
    place: int
    case: CaseView | None
    crowd: CrowdView | None


def begin(cancelled: Cancelled, level: Level, kind: str | None, motor: str | None, round_: str | None) -> Shown:
    """Begin a case: the next of a round that has any left, or the first of a new one.

    ``motor`` is a motor of the shelf to practise with, ``kind`` a kind; else any kind comes.

    Raises
    ------
    Http404
        No such motor, or no such round.
    UnfitPatch
        Nothing can be hidden in such a motor; no such kind.
    """
    if kind is not None and kind not in KINDS:
        raise UnfitPatch([Fault("/kind", kind, f"one of {', '.join(KINDS)}", "Choose a kind of motor.")])
    seed = secrets.randbelow(SEEDS)
    design = design_on_shelf(motor) if motor else usual_design(kind or list(KINDS)[seed % len(KINDS)])
    if round_ and not PracticeCase.objects.filter(round=round_, level=level).exists():
        raise Http404(round_)
    full = round_ is None or PracticeCase.objects.filter(round=round_).count() >= ROUND
    row = PracticeCase(
        round=new_id() if full or round_ is None else round_,
        level=level,
        kind=design.kind,
        design=design.model_dump(mode="json"),
        format_version=VERSION,
        seed=seed,
    )
    shown = _shown(cancelled, row)
    row.save()
    return shown


def find(id_: str) -> PracticeCase:
    """A case. Raises ``Http404``."""
    row = PracticeCase.objects.filter(id=id_).first()
    if row is None:
        raise Http404(id_)
    return row


def shown(cancelled: Cancelled, id_: str) -> Shown:
    """A case as it stands. Raises ``Http404``."""
    return _shown(cancelled, find(id_))


def do(cancelled: Cancelled, id_: str, at: int, act: Act | str) -> Shown:
    """Do something in a case as its ``at``-th step; in a class, help a group. Sent twice, it is done once.

    Raises
    ------
    Http404
        No such case.
    OtherContent
        Another step was done in its place.
    UnfitPatch
        It cannot be done in this case.
    """
    plain = act if isinstance(act, str) else act.model_dump(mode="json")
    row = find(id_)
    _fits(row, plain, at)
    found = _shown(cancelled, row, [*row.acts[:at], plain])
    with transaction.atomic():
        row = PracticeCase.objects.get(id=id_)
        if len(row.acts) > at:
            if row.acts[at] != plain:
                raise OtherContent(row.acts[at], plain)
            return _shown(cancelled, row)
        row.acts = [*row.acts, plain]
        _end(cancelled, row, found)
        row.save()
    return Shown(row, found.place, found.case, found.crowd)


def _fits(row: PracticeCase, plain: object, at: int) -> None:
    """Raises ``UnfitPatch`` where a step cannot stand at its place."""
    if isinstance(plain, str) != (row.level == "class"):
        what = "a group to help" if row.level == "class" else "a step with a motor"
        raise UnfitPatch([Fault("/act", str(plain), what, "Open the case again.")])
    if at > min(len(row.acts), MOST_ACTS):
        raise UnfitPatch([Fault("/at", str(at), f"at most {min(len(row.acts), MOST_ACTS)}", "Open the case again.")])


def _end(cancelled: Cancelled, row: PracticeCase, found: Shown) -> None:
    """Write what came of a case where it has ended."""
    if found.crowd and found.crowd.ended:
        row.minutes, row.ideal = found.crowd.waited, found.crowd.best_waited
        row.right = found.crowd.right
        row.ended_at = timezone.now()
    if found.case and found.case.end:
        case, _ = _case(cancelled, row)
        now = played(case, [Act.model_validate(act) for act in row.acts])
        row.hidden, row.named, row.right = list(case.hidden), now.named, now.right
        row.minutes, row.ideal = found.case.end.counted, found.case.end.ideal_minutes
        row.ended_at = timezone.now()


def _shown(cancelled: Cancelled, row: PracticeCase, acts: list[Any] | None = None) -> Shown:
    done: list[Any] = row.acts if acts is None else acts
    place = 1 + PracticeCase.objects.filter(round=row.round, begun_at__lt=row.begun_at).count()
    if row.level == "class":
        return Shown(row, place, None, crowd_view(_crowd(cancelled, row), done))
    case, ideal = _case(cancelled, row)
    now = played(case, [Act.model_validate(act) for act in done])
    return Shown(row, place, case_view(case, now, ideal), None)


def _design(row: PracticeCase) -> Design:
    return design_of(row.design, row.format_version)


def _case(cancelled: Cancelled, row: PracticeCase) -> tuple[Case, Played]:
    def make() -> tuple[Case, Played]:
        found = text(cancelled, work.practice_case, _design(row), row.seed, row.level == "pairs")
        return pickle.loads(found)  # type: ignore[no-any-return]  # our own worker's

    return _cases.of(row.id, make)


def _crowd(cancelled: Cancelled, row: PracticeCase) -> Crowd:
    return _crowds.of(row.id, lambda: pickle.loads(text(cancelled, work.practice_crowd, _design(row), row.seed)))


def past() -> list[Past]:
    """All cases that have ended, the oldest first."""
    return [
        Past(
            row.round,
            _level(row.level),
            row.kind,
            tuple(row.hidden),
            row.named,
            row.right,
            row.minutes,
            row.ideal,
            row.ended_at.isoformat(timespec="seconds") if row.ended_at else "",
        )
        for row in ended()
    ]


def ended() -> QuerySet[PracticeCase]:
    """The cases that have ended, the oldest first."""
    return PracticeCase.objects.exclude(ended_at=None).order_by("ended_at", "id")


def _level(name: str) -> Level:
    return next(level for level in LEVELS if level == name)


def open_case() -> PracticeCase | None:
    """The latest case, where it has not ended."""
    row = PracticeCase.objects.order_by("-begun_at", "-id").first()
    return row if row and row.ended_at is None else None
