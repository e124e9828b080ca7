"""What can be done with what came of a class. Each action is one transaction."""

from __future__ import annotations

import hashlib
import uuid
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, time, timedelta

from django.db import transaction

from oakspin.classroom.plan import ClassMotor, ClassPlan
from oakspin.classroom.results import (
    ClassResults,
    Foretold,
    RunAt,
    check_results,
    plain,
    repairs_in,
    results_of,
    runs_in,
    trial_in,
    with_trials,
)
from oakspin.diagnose.repair import Repair
from oakspin.errors import UnreadableDesign
from oakspin.measure.trial import Trial
from server.classes.actions import find, plan_in
from server.classes.models import SchoolClass
from server.errors import Conflict, Gone
from server.shelf.actions import design_in, free_title, head_of, put_on_shelf, shelf
from server.shelf.models import Demonstration
from server.trials import actions as trials
from server.trials import models as kept_as
from server.trials import repairs

# A day of the calendar, wherever on earth it is.
BEFORE, AFTER = timedelta(hours=14), timedelta(hours=36)


@dataclass(frozen=True)
class KeptTrials:
    """How many trials and repairs were kept with their motors, and motors that were put on the shelf for it."""

    trials: int
    repairs: int
    shelved: tuple[str, ...]


def results_in(row: SchoolClass) -> ClassResults:
    """What came of a class, as it was noted."""
    return results_of(row.results)


def results_with_trials(row: SchoolClass) -> ClassResults:
    """What came of a class, with the trials of that day that its groups noted at the motors themselves."""
    plan, mine = plan_in(row), set(row.kept.values())
    names = {group.casefold() for group in plan.groups}
    midnight = datetime.combine(plan.date, time(), UTC)
    found: list[tuple[int, Trial]] = []
    for at, motor in enumerate(plan.motors):
        rows = kept_as.Trial.objects.filter(
            demonstration_id=motor.shelf,
            demonstration__deleted_at=None,
            made_at__gte=midnight - BEFORE,
            made_at__lt=midnight + AFTER,
            struck_at=None,
            corrections=None,
        ).select_related("revision")
        for each in rows if motor.shelf else ():
            trial = trials.trial_in(each)
            if each.id not in mine and not trial.simulated and trial.group.casefold() in names:
                found.append((at, trial))
    return with_trials(results_in(row), found)


@transaction.atomic
def save_results(id_: str, version: int, results: ClassResults) -> SchoolClass:
    """Keep what came; the forecast in it stays that which was kept.

    Raises
    ------
    Http404
        No such class.
    Gone
        It was put away.
    Conflict
        Somebody else saved first.
    UnfitPatch
        A motor of the plan cannot have a fault that is named.
    """
    row = _there(id_)
    if row.results_version != version:
        raise Conflict(row.results_version)
    check_results(plan_in(row), results)
    row.results = plain(results.model_copy(update={"foretold": results_in(row).foretold}))
    row.results_version = version + 1
    row.save()
    return row


def wants_forecast(row: SchoolClass) -> bool:
    """Whether a forecast is to be kept: before anything is noted, of the plan as it stands."""
    return results_in(row).empty and row.foretold_for != _name_of(plan_in(row))


@transaction.atomic
def keep_forecast(id_: str, foretold: Foretold) -> SchoolClass:
    """Keep a forecast until the evening after; once something is noted the first one stays."""
    row = _there(id_)
    results = results_in(row)
    if wants_forecast(row):
        row.results = plain(results.model_copy(update={"foretold": foretold}))
        row.foretold_for = _name_of(plan_in(row))
        row.save()
    return row


def pending(row: SchoolClass) -> int:
    """How many tries and repairs are not kept with their motors as they are noted."""
    return len(_wanted(row)) + len(_over(row))


@transaction.atomic
def teach(id_: str) -> KeptTrials:
    """Keep all tries as trials of their motors, and what was mended as their repairs, so that they teach.

    A motor that is not on the shelf is put there. What was kept before and was noted otherwise since is corrected; what
    is not noted any more is struck out. Raises ``Http404`` and ``Gone``.
    """
    row = _there(id_)
    wanted = _wanted(row)
    shelved = _shelve(row, {at for at, _, _ in wanted})
    plan, kept, counts = plan_in(row), dict(row.kept), {"trial": 0, "repair": 0}
    for place in _over(row):
        _strike(place, kept.pop(place))
    for at, place, content in wanted:
        motor, old = plan.motors[at].shelf, kept.get(place)
        if isinstance(content, Trial):
            same = kept_as.Trial.objects.filter(id=old, demonstration_id=motor).first() if old else None
            kept[place] = trials.log(motor, uuid.uuid4().hex, content, same.id if same else None).id
            counts["trial"] += 1
        else:
            if old:
                _strike(place, old)
            kept[place] = repairs.keep(motor, uuid.uuid4().hex, content).id
            counts["repair"] += 1
    row.kept = kept
    row.save()
    return KeptTrials(counts["trial"], counts["repair"], tuple(shelved))


def often_now(plan: ClassPlan) -> list[Mapping[str, float]]:
    """For each motor how often these hands have each fault, by all that was found here."""
    return [{id_: often.common for id_, often in repairs.often_here(motor.design).items()} for motor in plan.built]


def _there(id_: str) -> SchoolClass:
    row = find(id_)
    if row.deleted_at is not None:
        raise Gone
    return row


def _name_of(plan: ClassPlan) -> str:
    return hashlib.sha256(plan.model_dump_json().encode()).hexdigest()


def _noted(row: SchoolClass) -> list[tuple[int, str, Trial | Repair]]:
    """Whatever is to be kept with motors: the motor's place in the plan, a name for the try, and what is kept."""
    plan, results = plan_in(row), results_in(row)
    noted: list[tuple[int, str, Trial | Repair]] = []
    for run in runs_in(results):
        trial = trial_in(plan, run)
        if run.number == 1 and run.motor < len(plan.motors) and _ran_before(row, plan, run):
            trial = trial.model_copy(update={"rebuilt": True})
        noted.append((run.motor, f"trial/{run.key}", trial))
    noted += [(run.motor, f"repair/{run.key}", repair) for run, repair in repairs_in(plan, results)]
    return [each for each in noted if each[0] < len(plan.motors)]


def _ran_before(row: SchoolClass, plan: ClassPlan, run: RunAt) -> bool:
    """Whether a group of this name ran the motor before the lesson: what it built then is another one."""
    before = min(datetime.combine(plan.date, time(), UTC) - BEFORE, row.created_at)
    rows = kept_as.Trial.objects.filter(demonstration_id=plan.motors[run.motor].shelf, made_at__lt=before)
    return any(content.get("group") == run.group for content in rows.values_list("content", flat=True))


def _wanted(row: SchoolClass) -> list[tuple[int, str, Trial | Repair]]:
    """What is to be kept and is not, or not as it is noted now."""
    plan = plan_in(row)
    return [each for each in _noted(row) if not _is_kept(row.kept.get(each[1]), plan.motors[each[0]].shelf, each[2])]


def _is_kept(id_: str | None, motor: str, content: Trial | Repair) -> bool:
    if id_ is None:
        return False
    if isinstance(content, Trial):
        trial = kept_as.Trial.objects.filter(id=id_, demonstration_id=motor).select_related("revision").first()
        # One that was corrected or struck out at the motor itself is left as it was put there.
        return trial is not None and (
            trials.trial_in(trial) == content or trial.struck_at is not None or trial.corrections.exists()
        )
    repair = kept_as.Repair.objects.filter(id=id_, demonstration_id=motor).first()
    return repair is not None and (repairs.repair_in(repair) == content or repair.struck_at is not None)


def _over(row: SchoolClass) -> list[str]:
    """Places of what is kept but not noted any more."""
    there = {place for _, place, _ in _noted(row)}
    return [place for place in row.kept if place not in there]


def _strike(place: str, id_: str) -> None:
    is_trial = place.startswith("trial/")
    rows = kept_as.Trial.objects if is_trial else kept_as.Repair.objects
    found = rows.filter(id=id_, demonstration__deleted_at=None).first()
    if found:
        (trials if is_trial else repairs).strike(found.demonstration_id, id_, out=True)


def _shelve(row: SchoolClass, places: set[int]) -> list[str]:
    """Put motors on the shelf that are not there, and let the plan say so; their titles."""
    plan, shelved = plan_in(row), []
    motors = list(plan.motors)
    for at in sorted(places):
        if not Demonstration.objects.filter(id=motors[at].shelf, deleted_at=None).exists():
            same = _same_on_shelf(motors[at])
            if same is None:
                same = put_on_shelf(free_title(motors[at].title), motors[at].design, "put there by its class")
                shelved.append(head_of(same).title)
            motors[at] = motors[at].model_copy(update={"shelf": same.id})
    if motors != plan.motors:
        row.plan = plan.model_copy(update={"motors": motors}).model_dump(mode="json")
        row.version += 1
    return shelved


def _same_on_shelf(motor: ClassMotor) -> Demonstration | None:
    """A motor of just this design that is on the shelf already."""
    for row in shelf():
        with suppress(UnreadableDesign):
            if design_in(head_of(row)) == motor.design:
                return row
    return None
