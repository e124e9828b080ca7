"""What the shelf shows of each motor, computed once for a state and kept beside it."""

from __future__ import annotations

import hashlib
from functools import lru_cache
from pathlib import Path

from django.db import transaction
from pydantic import TypeAdapter

import oakspin
from oakspin.errors import OakSpinError
from oakspin.kinds.look import Glance, glance
from server.shelf import models
from server.shelf.actions import design_in, find, head_of

_ADAPTER = TypeAdapter(Glance)


@lru_cache(maxsize=1)
def made_by() -> str:
    """The very program that computes: another one of the same version may say something else."""
    digest = hashlib.sha256()
    for path in sorted(Path(oakspin.__file__).parent.rglob("*.py")):
        digest.update(path.read_bytes())
    return digest.hexdigest()


def kept(demonstration: models.Demonstration) -> str | None:
    """The kept glance at what is shown of a demonstration, as JSON; none where it is to be computed."""
    found = getattr(demonstration.head, "glance", None)
    return found.content if found and found.made_by == made_by() else None


def glance_at(id_: str) -> str:
    """The glance at a demonstration as JSON, computed and kept where it is missing.

    Raises ``Http404``, ``UnreadableDesign`` and as :func:`glance`.
    """
    demonstration = find(id_)
    present = kept(demonstration)
    if present is None:
        head = head_of(demonstration)
        present = _ADAPTER.dump_json(glance(design_in(head))).decode()
        with transaction.atomic():
            row = {"made_by": made_by(), "content": present}
            models.Glance.objects.update_or_create(revision=head, defaults=row)
            # Of the states that are shown no more none is kept.
            models.Glance.objects.filter(revision__demonstration=demonstration).exclude(revision=head).delete()
    return present


def fill_in() -> None:
    """Compute what is missing of the shelf; what cannot be computed is left to be told when it is looked at."""
    for demonstration in models.Demonstration.objects.filter(deleted_at=None).select_related("head__glance"):
        if kept(demonstration) is None:
            try:
                glance_at(demonstration.id)
            except OakSpinError:
                continue
