"""A class: its plan as it is kept."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from server.shelf.models import new_id


class SchoolClass(models.Model):
    """A planned lesson. ``version`` counts up with each save; ``plan`` is the content of its file.

    ``results`` are its results, with ``results_version`` of their own; ``foretold_for`` names the plan that the
    forecast in them is of. ``kept`` tells as which trial or repair of a motor each try is kept, by its place.
    """

    id = models.CharField(primary_key=True, max_length=12, default=new_id, editable=False)
    version = models.PositiveIntegerField(default=1)
    plan = models.JSONField()
    results = models.JSONField(default=dict)
    results_version = models.PositiveIntegerField(default=1)
    foretold_for = models.CharField(max_length=64, default="")
    kept = models.JSONField(default=dict)
    created_at = models.DateTimeField(default=timezone.now)
    changed_at = models.DateTimeField(default=timezone.now)
    deleted_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["created_at", "id"]

    def __str__(self) -> str:
        return str(self.plan.get("title", self.id))
