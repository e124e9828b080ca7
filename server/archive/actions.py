"""Everything out, everything in. Each is one transaction."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any, TypeVar

from django.db import transaction

from server.archive.pack import KeptDemonstration, KeptRevision, KeptTrial, pack, readable, unpack
from server.shelf.actions import head_of
from server.shelf.models import Demonstration, Revision, new_id
from server.trials.models import Trial as TrialRow

Row = TypeVar("Row")


@dataclass(frozen=True)
class Counts:
    """How much came in: demonstrations, their trials, and how many of the demonstrations cannot be read here."""

    demonstrations: int
    trials: int
    unread: int


@transaction.atomic
def everything() -> bytes:
    """All demonstrations, deleted ones too, with every revision and trial, as one zip."""
    return pack([_kept(row) for row in Demonstration.objects.select_related("head")])


def _kept(motor: Demonstration) -> KeptDemonstration:
    revisions = list(motor.revisions.select_related("parent"))
    trials = list(motor.trials.select_related("revision"))
    return KeptDemonstration(
        id=motor.id,
        version=motor.version,
        head=head_of(motor).number,
        created_at=motor.created_at,
        changed_at=motor.changed_at,
        deleted_at=motor.deleted_at,
        ticks=motor.ticks,
        revisions=[
            KeptRevision(
                number=row.number,
                parent=row.parent.number if row.parent else None,
                title=row.title,
                design=row.design,
                format_version=row.format_version,
                change=row.change,
                made_at=row.made_at,
            )
            for row in revisions
        ],
        trials=[
            KeptTrial(
                id=row.id,
                key=row.key,
                revision=row.revision.number,
                corrects=row.corrects_id,
                made_at=row.made_at,
                struck_at=row.struck_at,
                trial=row.content,
            )
            for row in trials
        ],
    )


def take_in_everything(content: bytes) -> Counts:
    """Put everything of a zip on the shelf; returns how much came in.

    What is on the shelf stays: a demonstration whose name is taken here gets another one.

    Raises
    ------
    UnreadableDesign
        The zip cannot be taken; then nothing is.
    """
    kept = unpack(content)  # before anybody has to wait for the database
    with transaction.atomic():
        for demonstration in kept:
            _put_back(demonstration)
    heads = [next(head for head in motor.revisions if head.number == motor.head) for motor in kept]
    unread = sum(readable(head) is None for head in heads)
    return Counts(len(kept), sum(len(motor.trials) for motor in kept), unread)


def _put_back(kept: KeptDemonstration) -> None:
    taken = Demonstration.objects.filter(id=kept.id).exists()
    row = Demonstration.objects.create(
        id=new_id() if taken else kept.id,
        version=kept.version,
        created_at=kept.created_at,
        deleted_at=kept.deleted_at,
        ticks=kept.ticks,
    )
    rows: dict[int, Revision] = {}
    for revision in _first_what_is_named({r.number: r for r in kept.revisions}, lambda revision: revision.parent):
        rows[revision.number] = Revision.objects.create(
            demonstration=row,
            number=revision.number,
            parent=rows.get(revision.parent) if revision.parent else None,
            title=revision.title,
            design=revision.design,
            format_version=revision.format_version,
            change=revision.change,
            made_at=revision.made_at,
        )
    row.head = rows[kept.head]
    row.save()
    # Restored, it is as old as it was.
    Demonstration.objects.filter(id=row.id).update(changed_at=kept.changed_at or row.changed_at)
    _put_trials_back(kept.trials, row, rows, renamed=taken)


def _put_trials_back(trials: list[KeptTrial], row: Demonstration, rows: dict[int, Revision], renamed: bool) -> None:
    made: dict[str, TrialRow] = {}
    for trial in _first_what_is_named({trial.id: trial for trial in trials}, lambda trial: trial.corrects):
        name = new_id() if renamed or TrialRow.objects.filter(id=trial.id).exists() else trial.id
        key = new_id() if TrialRow.objects.filter(key=trial.key).exists() else trial.key
        made[trial.id] = TrialRow.objects.create(
            id=name,
            key=key,
            demonstration=row,
            revision=rows[trial.revision],
            corrects=made.get(trial.corrects) if trial.corrects else None,
            content=trial.trial,
            struck_at=trial.struck_at,
            made_at=trial.made_at,
        )


def _first_what_is_named(rows: dict[Any, Row], names: Callable[[Row], Any]) -> Iterator[Row]:
    """The rows, each after the one that it names, whatever their clocks said; links were seen to end."""
    done: set[Any] = set()
    for start in rows:
        way, place = [], start
        while place is not None and place not in done:
            way.append(place)
            place = names(rows[place])
        for place in reversed(way):
            done.add(place)
            yield rows[place]
