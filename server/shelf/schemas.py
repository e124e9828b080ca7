"""Bodies of the shelf's routes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

from ninja import Schema
from pydantic import Field

from oakspin.design import Design
from oakspin.design.models import Title
from oakspin.errors import Fault
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.look import Glance
from server.shelf.actions import design_in
from server.shelf.models import Demonstration, Revision
from server.strict import Body


class NewBody(Body):
    """Start a demonstration of a kind."""

    kind: str


class FileBody(Body):
    """The parsed content of an ``.oak.json`` file."""

    content: Any


class VersionBody(Body):
    """The version that the sender has seen."""

    version: Annotated[int, Field(ge=1, le=2**31)]


class SaveBody(VersionBody):
    """A whole new state, made on top of ``version``; ``change`` says in words what was done."""

    title: Title
    design: Design
    change: Annotated[str, Field(max_length=200)]


class CopyBody(Body):
    """A state to keep as a demonstration of its own."""

    title: Title
    design: Design


Steps = Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=60)]


class TicksBody(Body):
    """Ids of build steps that were done since, and of those that were ticked by mistake; others stay as they are."""

    done: Steps = []
    undone: Steps = []


class DemonstrationView(Schema):
    """A demonstration as it is shown now."""

    id: str
    title: str
    kind: str
    kind_name: str
    version: int
    revision: int
    design: Design
    changed_at: datetime
    can_undo: bool
    can_redo: bool
    deleted: bool
    ticks: list[str]

    @staticmethod
    def of(demonstration: Demonstration) -> DemonstrationView:
        """The wire form of a demonstration."""
        head = demonstration.head
        assert head is not None  # every action gives a demonstration its head
        design = design_in(head)
        return DemonstrationView(
            id=demonstration.id,
            title=head.title,
            kind=design.kind,
            kind_name=KINDS[design.kind].name,
            version=demonstration.version,
            revision=head.number,
            design=design,
            changed_at=demonstration.changed_at,
            can_undo=head.parent_id is not None,
            can_redo=head.children.exists(),
            deleted=demonstration.deleted_at is not None,
            ticks=demonstration.ticks,
        )


class ArchivedView(Schema):
    """A demonstration that was deleted, and can be put back."""

    id: str
    title: str
    kind_name: str
    deleted_at: datetime

    @staticmethod
    def of(demonstration: Demonstration) -> ArchivedView:
        """The wire form of a deleted demonstration; one that cannot be read is told without its kind."""
        head = demonstration.head
        kind = head.design.get("kind") if head and isinstance(head.design, dict) else None
        return ArchivedView(
            id=demonstration.id,
            title=str(demonstration),
            kind_name=KINDS[kind].name if kind in KINDS else "",
            deleted_at=demonstration.deleted_at or demonstration.changed_at,
        )


class ShelfMotor(DemonstrationView):
    """A demonstration on the shelf, with what is kept of it at a glance: none where that is still to be asked for.

    ``shows`` says of a sample that nobody has changed what it is there for; empty for all others.
    """

    glance: Glance | None
    shows: str


class UnreadView(Schema):
    """A demonstration that this program cannot read: what is wrong; its file goes out as it is kept."""

    id: str
    title: str
    faults: list[Fault]


class ShelfView(Schema):
    """Everything on the shelf, oldest first; what cannot be read is told apart."""

    motors: list[ShelfMotor]
    unread: list[UnreadView]


class RevisionView(Schema):
    """One line of a demonstration's history."""

    number: int
    title: str
    change: str
    made_at: datetime
    shown: bool

    @staticmethod
    def of(revision: Revision, head_id: int | None) -> RevisionView:
        """The wire form of a revision."""
        return RevisionView(
            number=revision.number,
            title=revision.title,
            change=revision.change,
            made_at=revision.made_at,
            shown=revision.pk == head_id,
        )
