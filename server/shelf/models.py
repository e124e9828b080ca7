"""Demonstrations and revisions. A revision is written once and never changed."""

from __future__ import annotations

import uuid

from django.db import models
from django.utils import timezone


def new_id() -> str:
    """A short name that nobody else has."""
    return uuid.uuid4().hex[:12]


class Demonstration(models.Model):
    """A motor on the shelf; ``head`` is the revision shown now.

    ``ticks`` are the build steps ticked off. ``version`` counts every move of the head (save, undo, redo),
    so that a save made on an older state is noticed.
    """

    id = models.CharField(primary_key=True, max_length=12, default=new_id, editable=False)
    head = models.ForeignKey("Revision", null=True, on_delete=models.PROTECT, related_name="+")
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(default=timezone.now)
    changed_at = models.DateTimeField(auto_now=True)
    deleted_at = models.DateTimeField(null=True)
    ticks = models.JSONField(default=list)

    class Meta:
        ordering = ["created_at", "id"]

    def __str__(self) -> str:
        return self.head.title if self.head else self.id


class Glance(models.Model):
    """What the shelf shows of a revision, kept so that it need not be computed at each visit.

    ``made_by`` tells the program that computed it: another one computes it anew.
    """

    revision = models.OneToOneField("Revision", primary_key=True, on_delete=models.CASCADE, related_name="glance")
    made_by = models.CharField(max_length=64)
    content = models.TextField()

    def __str__(self) -> str:
        return f"glance at {self.revision}"


class Revision(models.Model):
    """One saved state of a demonstration, made from its ``parent``; ``format_version`` is that of its design."""

    demonstration = models.ForeignKey(Demonstration, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    parent = models.ForeignKey("self", null=True, on_delete=models.PROTECT, related_name="children")
    title = models.CharField(max_length=80)
    design = models.JSONField()
    format_version = models.PositiveSmallIntegerField(default=1)
    change = models.CharField(max_length=200)
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["demonstration", "number"], name="one_revision_a_number")]

    def __str__(self) -> str:
        return f"{self.title} {self.number}"
