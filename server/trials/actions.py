"""What can be done with trials. Each action is one transaction; nothing is ever overwritten."""

from __future__ import annotations

import uuid

from django.db import transaction
from django.db.models import QuerySet
from django.http import Http404

from oakspin.design.versions import VERSION, moved
from oakspin.measure import Trial, read_trials, trial_table
from oakspin.measure.trial import built
from server.shelf.actions import design_in, find, head_of
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
    return find(id_).trials.select_related("revision").all()


@transaction.atomic
def log(id_: str, key: str, trial: Trial, corrects: str | None = None) -> models.Trial:
    """Keep a trial of the design as it stands. The same key again gives the trial that was kept.

    Raises
    ------
    Http404
        No such demonstration, or no such trial to correct.
    UnfitPatch
        A value noted as built cannot be.
    """
    demonstration = find(id_)
    known = demonstration.trials.filter(key=key).first()
    if known:
        return known
    # A correction is held against the design that the corrected trial was run with.
    corrected = demonstration.trials.filter(id=corrects).first() if corrects else None
    if corrects and corrected is None:
        raise Http404(corrects)
    revision = corrected.revision if corrected else head_of(demonstration)
    built(design_in(revision), trial)
    return models.Trial.objects.create(
        key=key,
        demonstration=demonstration,
        revision=revision,
        corrects=corrected,
        content=trial.model_dump(mode="json"),
    )


@transaction.atomic
def take_in_table(id_: str, text: str) -> list[models.Trial]:
    """Keep every trial of a CSV table, or none. Raises ``UnreadableDesign`` and as :func:`log`."""
    return [log(id_, uuid.uuid4().hex, trial) for trial in read_trials(text)]


def table_of(id_: str) -> str:
    """The trials that hold (not the corrected ones) as CSV."""
    holding = trials_of(id_).filter(corrections=None)
    return trial_table(trial_in(kept) for kept in holding)
