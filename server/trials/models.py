"""A trial is written once and never changed; a correction points at what it corrects."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from server.shelf.models import Demonstration, Revision, new_id


class Trial(models.Model):
    """One run. ``key`` is the sender's own name for it: sent twice, it is kept once.

    ``struck_at`` is when it was struck out: it stays, but counts no more until it is put back.
    """

    id = models.CharField(primary_key=True, max_length=12, default=new_id, editable=False)
    key = models.CharField(max_length=40, unique=True)
    demonstration = models.ForeignKey(Demonstration, on_delete=models.CASCADE, related_name="trials")
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="trials")
    corrects = models.ForeignKey("self", null=True, on_delete=models.PROTECT, related_name="corrections")
    content = models.JSONField()
    struck_at = models.DateTimeField(null=True)
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["made_at", "id"]

    def __str__(self) -> str:
        return f"{self.content.get('group', '')} {self.made_at:%Y-%m-%d %H:%M}"


class Recording(models.Model):
    """What instruments recorded while a trial ran, as a CSV table."""

    trial = models.OneToOneField(Trial, primary_key=True, on_delete=models.CASCADE, related_name="recording")
    table = models.TextField()

    def __str__(self) -> str:
        return f"recording of {self.trial}"


class Repair(models.Model):
    """What was wrong with a motor that did not go, written when it went. ``struck_at`` as of a trial."""

    id = models.CharField(primary_key=True, max_length=12, default=new_id, editable=False)
    key = models.CharField(max_length=40, unique=True)
    demonstration = models.ForeignKey(Demonstration, on_delete=models.CASCADE, related_name="repairs")
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="repairs")
    content = models.JSONField()
    struck_at = models.DateTimeField(null=True)
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["made_at", "id"]

    def __str__(self) -> str:
        return f"{self.content.get('fault', '')} {self.made_at:%Y-%m-%d %H:%M}"
