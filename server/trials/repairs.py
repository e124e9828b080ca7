"""What was found wrong with motors: kept as each motor's history, and what it teaches of how common faults are here."""

from __future__ import annotations

from contextlib import suppress

from django.db import transaction
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone

from oakspin.design import Design
from oakspin.diagnose.repair import Often, Repair, Tried, learned_often, tried_with
from oakspin.errors import Fault, OakSpinError, UnfitPatch
from oakspin.kinds.kinds import faults_of
from server.errors import OtherContent
from server.shelf.actions import design_in, find, find_to_write, head_of
from server.shelf.models import Demonstration
from server.trials import models
from server.trials.actions import trial_in


def repair_in(kept: models.Repair) -> Repair:
    """The repair that a row holds."""
    return Repair.model_validate(kept.content)


def repairs_of(id_: str) -> QuerySet[models.Repair]:
    """All repairs of a motor, oldest first. Raises ``Http404``."""
    return find(id_).repairs.select_related("revision")


@transaction.atomic
def keep(id_: str, key: str, repair: Repair) -> models.Repair:
    """Keep what was found. The same key again gives what was kept.

    Raises
    ------
    Http404
        No such motor.
    Gone
        It was put away.
    UnfitPatch
        The motor cannot have such a fault.
    OtherContent
        Another repair is kept under the key.
    """
    demonstration = find_to_write(id_)
    content = repair.model_dump(mode="json")
    known = models.Repair.objects.filter(key=key).first()
    if known:
        if known.demonstration_id != demonstration.id or repair_in(known) != repair:
            raise OtherContent(known.content, content)
        return known
    head = head_of(demonstration)
    faults = [fault.id for fault in faults_of(design_in(head))]
    if repair.fault not in faults:
        limit = f"one of {', '.join(faults)}"
        raise UnfitPatch([Fault("/repair/fault", repair.fault, limit, "Name a fault of this motor.")])
    return models.Repair.objects.create(key=key, demonstration=demonstration, revision=head, content=content)


@transaction.atomic
def strike(id_: str, repair: str, out: bool) -> models.Repair:
    """Strike a repair out, or put it back. Raises ``Http404`` and ``Gone``."""
    kept = find_to_write(id_).repairs.filter(id=repair).first()
    if kept is None:
        raise Http404(repair)
    kept.struck_at = timezone.now() if out else None
    kept.save(update_fields=["struck_at"])
    return kept


def sentence_of(kept: models.Repair) -> str:
    """The fault that was found in words; its id where this program knows it no more."""
    with suppress(OakSpinError):
        for fault in faults_of(design_in(kept.revision)):
            if fault.id == kept.content.get("fault"):
                return fault.sentence
    return str(kept.content.get("fault", ""))


def often_here(design: Design) -> dict[str, Often]:
    """How often each fault of a design was found in the motors of this shelf. Raises ``Refusal``."""
    named = models.Trial.objects.filter(struck_at=None, content__fault__regex=".")
    any_found = models.Repair.objects.filter(struck_at=None).exists() or named.exists()
    return learned_often(design, _tried()) if any_found else {}


def _tried() -> list[Tried]:
    """All designs of this shelf that were run: how many motors of each, and what was found in them."""
    tried = []
    for motor in Demonstration.objects.filter(deleted_at=None).select_related("head"):
        rows = motor.trials.filter(struck_at=None, corrections=None).select_related("revision")
        found = motor.repairs.filter(struck_at=None)
        if rows or found:
            with suppress(OakSpinError):  # a design that cannot be read any more tells nothing
                tried += tried_with(design_in(head_of(motor)), map(trial_in, rows), map(repair_in, found))
    return tried
