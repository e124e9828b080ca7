"""What can be done with classes. Each action is one transaction."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.http import Http404
from django.utils import timezone

from oakspin.classroom.builds import MotorKnown
from oakspin.classroom.file import Held, from_text, to_text
from oakspin.classroom.plan import ClassMotor, ClassPlan, plan_of, usual_prepared
from oakspin.classroom.results import ClassResults, plain, results_of
from oakspin.drawer.entry import Entry
from oakspin.drawer.used import places_of
from oakspin.errors import Fault, UnreadableDesign
from oakspin.learn.share import counted_by
from server.classes.models import SchoolClass
from server.drawer import actions as drawer
from server.drawer.models import UsedPart
from server.drawer.used.actions import place_named
from server.errors import Conflict, Gone
from server.learning import actions as learning
from server.learning.models import Learned
from server.places import DEMO
from server.shelf.actions import design_in, head_of
from server.shelf.actions import find as on_shelf
from server.shelf.models import Demonstration
from server.trials.repairs import often_here

MOST = 500  # classes
SAMPLE = "harbor-week.oakclass.json"


def classes() -> list[SchoolClass]:
    """All classes that are planned, oldest first."""
    return list(SchoolClass.objects.filter(deleted_at=None))


def find(id_: str) -> SchoolClass:
    """A class, put away or not. Raises ``Http404``."""
    row = SchoolClass.objects.filter(id=id_).first()
    if row is None:
        raise Http404(id_)
    return row


def plan_in(row: SchoolClass) -> ClassPlan:
    """The plan of a class; motors of the shelf are as they stand there now."""
    return followed(plan_of(row.plan))


def followed(plan: ClassPlan) -> ClassPlan:
    """A plan whose motors are as the shelf and the Drawer have them now; what is gone there stays as it was."""
    return plan.model_copy(update={"motors": [_as_on_shelf(motor) for motor in plan.motors]})


def _as_on_shelf(motor: ClassMotor) -> ClassMotor:
    row = Demonstration.objects.filter(id=motor.shelf, deleted_at=None).select_related("head").first()
    if not motor.shelf or row is None:
        return motor
    design = design_in(head_of(row))
    return motor.model_copy(
        update={"title": head_of(row).title, "design": design, "parts": parts_of(row.id) or motor.parts}
    )


def motor_of(id_: str) -> ClassMotor:
    """A motor of the shelf as one of a class. Raises ``Http404``."""
    head = head_of(on_shelf(id_))
    design = design_in(head)
    prepared = usual_prepared(design)
    return ClassMotor(title=head.title, design=design, prepared=prepared, parts=parts_of(id_), shelf=id_)


def parts_of(motor: str) -> dict[Any, Entry]:
    """Entries of the Drawer that a motor of the shelf is made of, by place."""
    rows = UsedPart.objects.filter(demonstration_id=motor).select_related("entry", "entry__state")
    row = Demonstration.objects.select_related("head").get(id=motor)
    wanted = places_of(design_in(head_of(row)))
    return {place_named(each.place): drawer.entry_in(each.entry) for each in rows if each.place in wanted}


def known_of(plan: ClassPlan) -> list[MotorKnown]:
    """What trials of each motor taught of one that is built anew, and how often these hands have each fault."""
    return [_known(motor) for motor in plan.built]


def _known(motor: ClassMotor) -> MotorKnown:
    common = {id_: often.common for id_, often in often_here(motor.design).items()}
    kept = Learned.objects.filter(demonstration_id=motor.shelf).order_by("-made_at").first() if motor.shelf else None
    if kept is None:
        return MotorKnown(common=common)
    ran, motors = counted_by(learning.share_for(kept.key), motor.design.maker)
    return MotorKnown(learning.changed_draws(kept.key), common, learning.law_for(kept.key), ran, motors)


@transaction.atomic
def add(plan: ClassPlan, results: ClassResults | None = None) -> SchoolClass:
    """A new class. Raises ``UnreadableDesign`` where there are too many."""
    if SchoolClass.objects.filter(deleted_at=None).count() >= MOST:
        limit = f"at most {MOST} classes"
        raise UnreadableDesign([Fault("/", "one more", limit, "Put away those that are over.")])
    return SchoolClass.objects.create(plan=plan.model_dump(mode="json"), results=plain(results or ClassResults()))


def take_in(held: Held) -> SchoolClass:
    """A class out of its file, with what came of it. Raises as :func:`add`."""
    return add(held.plan, held.results)


def add_sample() -> SchoolClass:
    """The sample class."""
    return take_in(from_text((DEMO / SAMPLE).read_text(encoding="utf-8")))


@transaction.atomic
def save(id_: str, version: int, plan: ClassPlan) -> SchoolClass:
    """A new plan. Raises ``Http404``, ``Gone``, and ``Conflict`` where somebody else saved first."""
    row = find(id_)
    if row.deleted_at is not None:
        raise Gone
    if row.version != version:
        raise Conflict(row.version)
    row.plan, row.version, row.changed_at = plan.model_dump(mode="json"), version + 1, timezone.now()
    row.save()
    return row


@transaction.atomic
def put_away(id_: str) -> SchoolClass:
    """Put a class away; it can be put back. Raises ``Http404``."""
    return _moved(id_, away=True)


@transaction.atomic
def put_back(id_: str) -> SchoolClass:
    """Put a class back. Raises ``Http404``."""
    return _moved(id_, away=False)


def _moved(id_: str, *, away: bool) -> SchoolClass:
    row = find(id_)
    row.deleted_at = (row.deleted_at or timezone.now()) if away else None
    row.save()
    return row


def file_of(row: SchoolClass) -> str:
    """The class as a file."""
    return to_text(plan_in(row), results_of(row.results))
