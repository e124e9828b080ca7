"""Everything out, everything in. Each is one transaction."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from typing import IO, Any, TypeVar

from django.db import transaction
from django.db.models import F, QuerySet
from django.utils import timezone

from oakspin.drawer.entry import Entry
from server.archive.kept import (
    KeptBench,
    KeptCase,
    KeptClass,
    KeptDemonstration,
    KeptDrawer,
    KeptEntry,
    KeptRepair,
    KeptRevision,
    KeptState,
    KeptTrial,
    KeptUse,
    readable,
)
from server.archive.merging import Difference, State, as_another, difference
from server.archive.pack import pack
from server.archive.unpack import bench_in, classes_in, drawer_in, practice_in, unpack
from server.classes.models import SchoolClass
from server.drawer.models import DrawerEntry, DrawerState, UsedPart
from server.drawer.used.actions import place_named
from server.learning import actions as learning
from server.practice import actions as practice
from server.practice.models import PracticeCase
from server.shelf.actions import MOST_TICKS, head_of
from server.shelf.models import Demonstration, Revision, new_id
from server.trials.models import Recording
from server.trials.models import Repair as RepairRow
from server.trials.models import Trial as TrialRow
from server.trials.repairs import repair_in

Row = TypeVar("Row")


@dataclass(frozen=True)
class Arrival:
    """One motor of an archive and what it brings; without a kind where this program cannot read it."""

    id: str
    title: str
    kind: str | None
    difference: Difference

    @property
    def state(self) -> State:
        """How it stands to what is here."""
        return self.difference.state


@transaction.atomic
def everything(out: IO[bytes]) -> None:
    """Write all demonstrations, deleted ones too, with every revision and trial, as one zip."""
    rows = Demonstration.objects.select_related("head").iterator(chunk_size=20)
    bench = learning.bench()
    pack(
        (_kept(row) for row in rows),
        out,
        KeptBench(counts=bench.counts, since=bench.since),
        map(_kept_case, practice.ended()),
        KeptDrawer(
            entries=[_kept_entry(row) for row in DrawerEntry.objects.all()],
            used=[
                KeptUse(
                    demonstration=row.demonstration_id,
                    place=place_named(row.place),
                    entry=row.entry_id,
                    drawn=row.drawn,
                )
                for row in UsedPart.objects.all()
            ],
        ),
        map(_kept_class, SchoolClass.objects.all()),
    )


CLASS = tuple(KeptClass.model_fields)


def _kept_class(row: SchoolClass) -> KeptClass:
    return KeptClass.model_validate({name: getattr(row, name) for name in CLASS})


def _kept(motor: Demonstration) -> KeptDemonstration:
    revisions = list(motor.revisions.select_related("parent"))
    trials = list(motor.trials.select_related("revision"))
    tables = dict(Recording.objects.filter(trial__demonstration=motor).values_list("trial_id", "table"))
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
                recorded=row.id in tables,
                recording=tables.get(row.id, ""),
            )
            for row in trials
        ],
        repairs=[
            KeptRepair(
                id=row.id,
                key=row.key,
                revision=row.revision.number,
                made_at=row.made_at,
                struck_at=row.struck_at,
                repair=repair_in(row),
            )
            for row in motor.repairs.select_related("revision")
        ],
    )


CASE = (
    "id",
    "round",
    "level",
    "kind",
    "design",
    "format_version",
    "seed",
    "acts",
    "begun_at",
    "ended_at",
    "hidden",
    "named",
    "right",
    "minutes",
    "ideal",
)


def _kept_entry(row: DrawerEntry) -> KeptEntry:
    states = list(row.states.order_by("made_at", "id"))
    place = {state.id: at for at, state in enumerate(states)}
    return KeptEntry(
        id=row.id,
        version=row.version,
        shown=place[row.state.id] if row.state else 0,
        created_at=row.created_at,
        deleted_at=row.deleted_at,
        states=[
            KeptState(
                before=place.get(state.before_id) if state.before_id else None,
                entry=Entry.model_validate(state.content),
                change=state.change,
                made_at=state.made_at,
            )
            for state in states
        ],
    )


def _kept_case(row: PracticeCase) -> KeptCase:
    return KeptCase.model_validate({name: getattr(row, name) for name in CASE})


def preview(file: IO[bytes]) -> tuple[list[Arrival], list[str]]:
    """What a zip would bring, and the titles that it would put away in place of the shelf; nothing is changed.

    Raises ``UnreadableDesign``.
    """
    arrivals = list(map(_seen, unpack(file)))  # by map, no motor stays in memory while the next is read
    return arrivals, [str(motor) for motor in _others(arrivals).select_related("head")]


def take_in_everything(file: IO[bytes], replace: bool = False) -> list[Arrival]:
    """Put what a zip holds on the shelf; returns what came. Twice in changes nothing.

    Merged, what is on the shelf stays as it is shown; states and trials that it lacks are added to it, and what was
    changed here and there comes in beside. With ``replace`` the shelf shows what the zip holds: other motors are put
    away, other states stay in the history, other trials are struck out. What the bench taught counts as the zip says
    with ``replace``, and where nobody here has said so yet.

    Raises
    ------
    UnreadableDesign
        The zip cannot be taken; then nothing is.
    """
    deque(unpack(file), maxlen=0)  # every fault is found before anybody has to wait for the database
    with transaction.atomic():
        arrivals = list(map(partial(_taken_in, replace=replace), unpack(file)))
        if replace:
            # What is put away can be put back.
            _others(arrivals).update(deleted_at=timezone.now())
        if replace or not learning.has_settings():
            bench = bench_in(file)
            learning.set_bench(counts=bench.counts, since=bench.since)
        known = set(PracticeCase.objects.values_list("id", flat=True))
        fresh = [case for case in practice_in(file) if case.id not in known]
        PracticeCase.objects.bulk_create(_case_row(case) for case in fresh)
        owned = drawer_in(file)
        fresh_entries = _take_drawer_in(owned.entries, replace)
        _link_parts(owned.used, fresh_entries, replace)
        _take_classes_in(classes_in(file), replace)
    return arrivals


def _take_classes_in(classes: list[KeptClass], replace: bool) -> None:
    """Classes that are not here come in, those that are here stay.

    With ``replace`` these are as the archive holds them, and all others are put away.
    """
    here = set(SchoolClass.objects.values_list("id", flat=True))
    for kept in classes if replace else ():
        if kept.id in here:
            moved = {name: getattr(kept, name) for name in CLASS if name not in ("id", "version")}
            SchoolClass.objects.filter(id=kept.id).update(**moved, version=F("version") + 1)
    fresh = [SchoolClass(**{name: getattr(kept, name) for name in CLASS}) for kept in classes if kept.id not in here]
    SchoolClass.objects.bulk_create(fresh)
    if replace:
        others = SchoolClass.objects.filter(deleted_at=None).exclude(id__in=[kept.id for kept in classes])
        others.update(deleted_at=timezone.now())


def _take_drawer_in(entries: list[KeptEntry], replace: bool) -> set[str]:
    """Entries that are not here come in with their history; those that are here stay as they are.

    With ``replace`` these show what the archive shows, and what it does not hold is put away. Gives the ids of those
    whose amounts are now the archive's.
    """
    here = {row.id: row for row in DrawerEntry.objects.select_related("state")}
    counted: set[str] = set()
    for kept in entries:
        if kept.id in here:
            if replace:
                _show_entry_as_in(here[kept.id], kept)
                counted.add(kept.id)
            continue
        counted.add(kept.id)
        row = DrawerEntry.objects.create(
            id=kept.id, version=kept.version, created_at=kept.created_at, deleted_at=kept.deleted_at
        )
        states: list[DrawerState] = []
        for state in kept.states:
            states.append(
                DrawerState.objects.create(
                    entry=row,
                    before=None if state.before is None else states[state.before],
                    content=state.entry.model_dump(mode="json"),
                    change=state.change,
                    made_at=state.made_at,
                )
            )
        row.state = states[kept.shown]
        row.save()
    if replace:
        others = DrawerEntry.objects.filter(deleted_at=None).exclude(id__in=[kept.id for kept in entries])
        others.update(deleted_at=timezone.now())
    return counted


def _show_entry_as_in(row: DrawerEntry, kept: KeptEntry) -> None:
    """An entry that is here shows what the archive shows of it; what it showed stays in its history."""
    content = kept.states[kept.shown].entry.model_dump(mode="json")
    if row.state is None or row.state.content != content:
        row.state = DrawerState.objects.create(entry=row, before=row.state, content=content, change="as in an archive")
        row.version += 1
    row.deleted_at = kept.deleted_at
    row.save()


def _link_parts(used: list[KeptUse], counted: set[str], replace: bool) -> None:
    """Parts of motors are those of the Drawer again, where both came in and no other part stands there.

    What a motor holds is taken over only of entries whose amounts are the archive's (``counted``): else what was drawn
    there would be given back here. With ``replace`` parts are what the archive says and no others.
    """
    motors = set(Demonstration.objects.values_list("id", flat=True))
    entries = set(DrawerEntry.objects.values_list("id", flat=True))
    if replace:
        UsedPart.objects.all().delete()
    for each in used:
        if each.demonstration in motors and each.entry in entries:
            UsedPart.objects.get_or_create(
                demonstration_id=each.demonstration,
                place=each.place,
                defaults={"entry_id": each.entry, "drawn": each.drawn if each.entry in counted else None},
            )


def _case_row(case: KeptCase) -> PracticeCase:
    acts = [act if isinstance(act, str) else act.model_dump(mode="json") for act in case.acts]
    return PracticeCase(**{name: getattr(case, name) for name in CASE} | {"acts": acts})


def _seen(motor: KeptDemonstration) -> Arrival:
    return _arrival(motor)[0]


def _taken_in(motor: KeptDemonstration, replace: bool) -> Arrival:
    arrival, taken = _arrival(motor)
    if arrival.state in ("new", "apart"):
        _put_on_shelf(taken)
    elif arrival.state == "more":
        _add_to(taken, arrival)
    if replace:
        _show_as_in(taken)
    return arrival


def _others(arrivals: list[Arrival]) -> QuerySet[Demonstration]:
    """What stands on the shelf and is not among what arrives."""
    return Demonstration.objects.filter(deleted_at=None).exclude(id__in=[arrival.id for arrival in arrivals])


def _arrival(motor: KeptDemonstration) -> tuple[Arrival, KeptDemonstration]:
    """What a motor would bring, and the motor under the name under which it comes."""
    found = difference(motor, _here(motor.id))
    if found.state == "apart":
        motor = as_another(motor)
        known = _here(motor.id)
        found = Difference("same") if known else found
    head = next(row for row in motor.revisions if row.number == motor.head)
    design = readable(head)
    return Arrival(motor.id, head.title, design.kind if design else None, found), motor


def _here(id_: str) -> KeptDemonstration | None:
    row = Demonstration.objects.select_related("head").filter(id=id_).first()
    return _kept(row) if row else None


def _add_to(motor: KeptDemonstration, arrival: Arrival) -> None:
    """Later states and further trials of a motor that is here; the latest state is shown."""
    row = Demonstration.objects.get(id=motor.id)
    rows = {revision.number: revision for revision in row.revisions.all()}
    _write_revisions(motor, row, rows)
    Demonstration.objects.filter(id=row.id).update(
        head=rows[motor.head] if arrival.difference.revisions else row.head,
        version=max(row.version + 1, motor.version),
        deleted_at=None if motor.deleted_at is None else row.deleted_at,
        ticks=[*row.ticks, *(step for step in motor.ticks if step not in row.ticks)][-MOST_TICKS:],
        changed_at=timezone.now(),
    )
    _put_trials_back(motor.trials, row, rows)
    _put_repairs_back(motor.repairs, row, rows)


def _show_as_in(motor: KeptDemonstration) -> None:
    """A motor that is here is shown as the archive holds it."""
    row = Demonstration.objects.get(id=motor.id)
    head = row.revisions.get(number=motor.head)
    moved = {"head": head, "version": row.version + 1, "changed_at": timezone.now()} if row.head_id != head.id else {}
    Demonstration.objects.filter(id=row.id).update(deleted_at=motor.deleted_at, ticks=motor.ticks, **moved)
    others = row.trials.exclude(id__in=[trial.id for trial in motor.trials]).filter(struck_at=None)
    others.update(struck_at=timezone.now())
    found = row.repairs.exclude(id__in=[repair.id for repair in motor.repairs]).filter(struck_at=None)
    found.update(struck_at=timezone.now())


def _put_on_shelf(kept: KeptDemonstration) -> None:
    row = Demonstration.objects.create(
        id=kept.id,
        version=kept.version,
        created_at=kept.created_at,
        deleted_at=kept.deleted_at,
        ticks=kept.ticks,
    )
    rows: dict[int, Revision] = {}
    _write_revisions(kept, row, rows)
    row.head = rows[kept.head]
    row.save()
    # Restored, it is as old as it was.
    Demonstration.objects.filter(id=row.id).update(changed_at=kept.changed_at or row.changed_at)
    _put_trials_back(kept.trials, row, rows)
    _put_repairs_back(kept.repairs, row, rows)


def _write_revisions(kept: KeptDemonstration, row: Demonstration, rows: dict[int, Revision]) -> None:
    """Write the revisions that ``rows`` lacks, and add them to it."""
    for revision in _first_what_is_named({r.number: r for r in kept.revisions}, lambda revision: revision.parent):
        if revision.number not in rows:
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


def _put_trials_back(trials: list[KeptTrial], row: Demonstration, rows: dict[int, Revision]) -> None:
    made: dict[str, TrialRow] = {trial.id: trial for trial in row.trials.all()}
    for trial in _first_what_is_named({trial.id: trial for trial in trials}, lambda trial: trial.corrects):
        if trial.id in made:
            continue
        name = new_id() if TrialRow.objects.filter(id=trial.id).exists() else trial.id
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
        if trial.recorded:
            Recording.objects.create(trial=made[trial.id], table=trial.recording)


def _put_repairs_back(repairs: list[KeptRepair], row: Demonstration, rows: dict[int, Revision]) -> None:
    here = set(row.repairs.values_list("id", flat=True))
    for each in repairs:
        if each.id not in here:
            RepairRow.objects.create(
                id=new_id() if RepairRow.objects.filter(id=each.id).exists() else each.id,
                key=new_id() if RepairRow.objects.filter(key=each.key).exists() else each.key,
                demonstration=row,
                revision=rows[each.revision],
                content=each.repair.model_dump(mode="json"),
                struck_at=each.struck_at,
                made_at=each.made_at,
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
