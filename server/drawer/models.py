"""An entry of the Drawer and its states: nothing is overwritten, so that each step can be taken back."""

from __future__ import annotations

from django.db import models
from django.utils import timezone

from server.shelf.models import new_id


class DrawerEntry(models.Model):
    """A part that is owned. ``version`` counts up with each change; ``state`` is what is shown."""

    id = models.CharField(primary_key=True, max_length=12, default=new_id, editable=False)
    version = models.PositiveIntegerField(default=1)
    state = models.OneToOneField("DrawerState", null=True, on_delete=models.PROTECT, related_name="shown_by")
    created_at = models.DateTimeField(default=timezone.now)
    deleted_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["created_at", "id"]

    def __str__(self) -> str:
        return str(self.state.content.get("name", "")) if self.state else self.id


class UsedPart(models.Model):
    """That a part of a motor is one of the Drawer; ``drawn`` is how much of it the built motor holds, none while it is
    but planned.
    """

    demonstration = models.ForeignKey("shelf.Demonstration", on_delete=models.CASCADE, related_name="used_parts")
    place = models.CharField(max_length=20)
    entry = models.ForeignKey(DrawerEntry, on_delete=models.PROTECT, related_name="used_in")
    drawn = models.FloatField(null=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["demonstration", "place"], name="one_part_a_place")]

    def __str__(self) -> str:
        return f"{self.place}: {self.entry}"


class DrawerState(models.Model):
    """One state of an entry; ``before`` is the one that it was made from, ``change`` says in words what was done.

    ``motor`` is the one that drew from the entry, or gave back to it; empty for all else.
    """

    entry = models.ForeignKey(DrawerEntry, on_delete=models.CASCADE, related_name="states")
    before = models.ForeignKey("self", null=True, on_delete=models.PROTECT, related_name="after")
    content = models.JSONField()
    change = models.CharField(max_length=200)
    motor = models.CharField(max_length=40, default="", blank=True)
    made_at = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ["made_at", "id"]

    def __str__(self) -> str:
        return f"{self.change} {self.made_at:%Y-%m-%d %H:%M}"
