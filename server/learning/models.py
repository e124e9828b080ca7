"""What was learned, kept so that it need not be computed at each look; all of it can be computed again."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from server.shelf.models import Demonstration


class Learned(models.Model):
    """Draws that a motor's trials left. ``key`` names trials, design and program that they were computed from."""

    key = models.CharField(primary_key=True, max_length=64)
    demonstration = models.ForeignKey(Demonstration, on_delete=models.CASCADE, related_name="learned")
    draws = models.BinaryField()
    answer = models.TextField()
    made_at = models.DateTimeField(default=timezone.now)

    def __str__(self) -> str:
        return f"learned of {self.demonstration}"


class SharedFindings(models.Model):
    """What a motor's trials told of what other motors share with it; ``signature`` names the trials."""

    demonstration = models.OneToOneField(
        Demonstration, primary_key=True, on_delete=models.CASCADE, related_name="findings"
    )
    signature = models.CharField(max_length=64)
    sites = models.JSONField()

    def __str__(self) -> str:
        return f"findings of {self.demonstration}"


class Bench(models.Model):
    """Whether what the bench taught counts for other motors, and since when; there is one row at most."""

    id = models.PositiveSmallIntegerField(primary_key=True, default=1, editable=False)
    counts = models.BooleanField(default=True)
    since = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return "counts" if self.counts else "does not count"
