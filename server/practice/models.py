"""A case of practice: which motor hides what is told by its seed; what was done with it stands beside."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from server.shelf.models import new_id


class PracticeCase(models.Model):
    """One case. ``round`` names the round that it is of; ``design`` the motor, ``seed`` what it hides.

    ``acts`` are what a learner did, one after the other; of a class, the groups in the order in which they were
    helped. What came of it is written when the case has ended.
    """

    id = models.CharField(primary_key=True, max_length=12, default=new_id, editable=False)
    round = models.CharField(max_length=12)
    level = models.CharField(max_length=10)
    kind = models.CharField(max_length=20)
    design = models.JSONField()
    format_version = models.IntegerField()
    seed = models.BigIntegerField()
    acts = models.JSONField(default=list)
    begun_at = models.DateTimeField(default=timezone.now)
    ended_at = models.DateTimeField(null=True)
    hidden = models.JSONField(default=list)
    named = models.CharField(max_length=40, default="")
    right = models.BooleanField(default=False)
    minutes = models.FloatField(default=0)
    ideal = models.FloatField(default=0)

    class Meta:
        ordering = ["begun_at", "id"]

    def __str__(self) -> str:
        return f"{self.level} {self.kind} {self.begun_at:%Y-%m-%d %H:%M}"
