"""What can be done with trials. Each action is one transaction; nothing is ever overwritten."""

from __future__ import annotations

import uuid
from collections import Counter
from contextlib import suppress
from dataclasses import dataclass

from django.db import transaction
from django.db.models import Exists, OuterRef, Q, QuerySet
from django.http import Http404
from django.utils import timezone

from oakspin.design import Design
from oakspin.design.versions import VERSION, moved
from oakspin.errors import OakSpinError
from oakspin.instruments.recording import recording_of
from oakspin.measure import Trial, read_trials, trial_table
from oakspin.measure.marks import Mark, marks
from oakspin.measure.trial import built
from server.errors import OtherContent
from server.shelf.actions import design_in, find, find_to_write, head_of
from server.shelf.models import Demonstration, Revision
from server.trials import models


def trial_in(kept: models.Trial) -> Trial:
    """The trial that a row holds; what it notes as built points into the present format."""
    content, revision = dict(kept.content), kept.revision
    kind = revision.design.get("kind", "") if isinstance(revision.design, dict) else ""
    content["as_built"] = [
        {**noted, "pointer": moved(noted["pointer"], kind, min(revision.format_version, VERSION))}
        for noted in content.get("as_built", [])
    ]
    return Trial.model_validate(content)


def trials_of(id_: str) -> QuerySet[models.Trial]:
    """All trials of a demonstration, oldest first, corrected ones too. Raises ``Http404``."""
    newer = models.Trial.objects.filter(corrects=OuterRef("pk"))
    recorded = models.Recording.objects.filter(trial=OuterRef("pk"))
    trials = find(id_).trials.select_related("revision")
    return trials.annotate(was_corrected=Exists(newer), was_recorded=Exists(recorded))


def page_of(id_: str, limit: int, before: str | None) -> list[models.Trial]:
    """The latest trials, oldest first, or the latest of those that stand before one. Raises ``Http404``."""
    trials = trials_of(id_)
    if before is not None:
        first = trials.filter(id=before).first()
        if first is None:
            raise Http404(before)
        earlier = Q(made_at__lt=first.made_at) | Q(made_at=first.made_at, id__lt=first.id)
        trials = trials.filter(earlier)
    return list(trials.order_by("-made_at", "-id")[:limit])[::-1]


@transaction.atomic
def log(
    id_: str, key: str, trial: Trial, corrects: str | None = None, revision: int | None = None, recording: str = ""
) -> models.Trial:
    """Keep a trial of the design that its sender saw, by the number of its revision; none for the present one.

    The same key again gives the trial that was kept. A second correction of a trial corrects the first, and keeps the
    recording of the first where it brings none.

    Raises
    ------
    Http404
        No such demonstration, or no such trial to correct.
    UnfitPatch
        A value noted as built cannot be.
    Gone
        The demonstration was deleted.
    OtherContent
        Another trial is kept under the key.
    UnreadableRecording
        The recording is none.
    """
    if recording:
        recording_of(recording)
    demonstration = find_to_write(id_)
    content = trial.model_dump(mode="json")
    known = models.Trial.objects.filter(key=key).first()
    if known:
        if known.demonstration_id != demonstration.id or trial_in(known) != trial:
            raise OtherContent(known.content, content)
        return known
    # A correction is held against the design that the corrected trial was run with.
    corrected = demonstration.trials.filter(id=corrects).first() if corrects else None
    if corrects and corrected is None:
        raise Http404(corrects)
    while corrected and (newer := corrected.corrections.last()):
        corrected = newer
    made_on = corrected.revision if corrected else _seen(demonstration, revision)
    built(design_in(made_on), trial)
    kept = models.Trial.objects.create(
        key=key,
        demonstration=demonstration,
        revision=made_on,
        corrects=corrected,
        content=content,
    )
    table = recording or (recorded(corrected) if corrected else "")
    if table:
        models.Recording.objects.create(trial=kept, table=table)
    return kept


def recorded(kept: models.Trial) -> str:
    """The recording of a trial, as a CSV table; nothing where there is none."""
    return models.Recording.objects.filter(trial=kept).values_list("table", flat=True).first() or ""


def recording_of_trial(id_: str, trial: str) -> str:
    """The recording of a motor's trial. Raises ``Http404`` where there is none."""
    kept = find(id_).trials.filter(id=trial).first()
    table = recorded(kept) if kept else ""
    if not table:
        raise Http404(trial)
    return table


def _seen(demonstration: Demonstration, number: int | None) -> Revision:
    """The revision that the sender of a trial saw. Raises ``Http404`` where there is none of this number."""
    if number is None:
        return head_of(demonstration)
    found = demonstration.revisions.filter(number=number).first()
    if found is None:
        raise Http404(number)
    return found


@transaction.atomic
def strike(id_: str, trial: str, out: bool) -> models.Trial:
    """Strike a trial out, or put it back. Raises ``Http404`` and ``Gone``."""
    kept = find_to_write(id_).trials.filter(id=trial).first()
    if kept is None:
        raise Http404(trial)
    kept.struck_at = timezone.now() if out else None
    kept.save(update_fields=["struck_at"])
    return kept


@dataclass(frozen=True)
class Taken:
    """How many trials of a table came in, and how many were here already."""

    added: int
    here_already: int


def take_in_table(id_: str, text: str) -> Taken:
    """Keep every trial of a CSV table that is not here already, or none.

    Raises ``UnreadableDesign`` and as :func:`log`.
    """
    trials = read_trials(text)  # before anybody has to wait for the database
    with transaction.atomic():
        demonstration = find_to_write(id_)
        here = Counter(_written(trial_in(kept)) for kept in trials_of(id_))
        fresh = []
        for trial in trials:
            written = _written(trial)
            if here[written] > 0:
                here[written] -= 1
            else:
                fresh.append(trial)
        made_on = head_of(demonstration)
        _can_be_built(design_in(made_on), fresh)
        rows = [
            models.Trial(
                key=uuid.uuid4().hex,
                demonstration=demonstration,
                revision=made_on,
                content=trial.model_dump(mode="json"),
                made_at=timezone.now(),
            )
            for trial in fresh
        ]
        models.Trial.objects.bulk_create(rows, batch_size=500)
    return Taken(len(fresh), len(trials) - len(fresh))


def _can_be_built(design: Design, trials: list[Trial]) -> None:
    """Raises ``UnfitPatch`` where a value that was noted as built cannot be."""
    seen = set[str]()
    for trial in trials:
        noted = repr(trial.as_built)
        if noted not in seen:
            seen.add(noted)
            built(design, trial)


def _written(trial: Trial) -> str:
    """A trial as a table tells it: two that a table cannot tell apart are one."""
    return trial_table([trial])


def holding(id_: str) -> tuple[Trial, ...]:
    """The trials that hold, neither corrected nor struck out, oldest first. Raises ``Http404``."""
    return tuple(trial_in(kept) for kept in trials_of(id_).filter(corrections=None, struck_at=None))


MARKED = 500  # trials on a curve: more cannot be told apart


def marks_of(id_: str, pointer: str) -> tuple[Mark, ...]:
    """Where the latest trials that hold stand over a number of the design. Raises ``Http404``."""
    kept = trials_of(id_).filter(corrections=None, struck_at=None).order_by("-made_at")[:MARKED]
    run = []
    for trial in kept:
        with suppress(OakSpinError):  # what it was run with cannot be read any more
            run.append((design_in(trial.revision), trial_in(trial)))
    return marks(pointer, run)


def table_of(id_: str) -> str:
    """The trials that hold as CSV. Raises ``Http404``."""
    return trial_table(holding(id_))
