"""What is sent and answered of the parts that are owned."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field

from oakspin.drawer.entry import Entry, FactField, Sort, WordField
from oakspin.errors import Fault
from server.drawer import actions
from server.drawer.models import DrawerEntry, DrawerState
from server.stages.things import ReadingsBody
from server.strict import Body

Version = Annotated[int, Field(ge=1, le=2**31)]


class EntryNewBody(Body):
    """A part to put into the Drawer."""

    entry: Entry


class EntrySaveBody(EntryNewBody):
    """A new state of an entry, made on top of ``version``; ``change`` says in words what was done."""

    version: Version
    change: Annotated[str, Field(min_length=1, max_length=200)]


class ReadingsEntryBody(ReadingsBody):
    """A thing without a label that was told by its readings, and what it is to be called."""

    thing: Annotated[str, Field(max_length=40)]
    name: Annotated[str, Field(min_length=1, max_length=80)]


class EntryMoveBody(Body):
    """The version that the sender has seen."""

    version: Version


class EntryAmountBody(EntryMoveBody):
    """So much of an entry."""

    amount: Annotated[float, Field(gt=0, le=1e6)]


class DrawerTableBody(Body):
    """A CSV table; with ``keep_good`` its good rows come in though others are wrong."""

    text: Annotated[str, Field(max_length=1_000_000)]
    keep_good: bool = False


class EntryView(Schema):
    """An entry as it is shown; ``undoable`` says that it was changed."""

    id: str
    version: int
    unit: str
    entry: Entry
    undoable: bool

    @classmethod
    def of(cls, row: DrawerEntry) -> EntryView:
        """From its row."""
        entry = actions.entry_in(row)
        undoable = bool(row.state and row.state.before_id)
        return cls(id=row.id, version=row.version, unit=entry.unit, entry=entry, undoable=undoable)


class SortView(Schema):
    """A sort of part: what can be known of it."""

    id: Sort
    name: str
    facts: list[FactField]
    words: list[WordField]


class DrawerView(Schema):
    """All that is owned, and what can be known of each sort."""

    sorts: list[SortView]
    entries: list[EntryView]


class EntryStateView(Schema):
    """A state of an entry: what was done, when, and how many there were then."""

    made_at: datetime
    change: str
    amount: float

    @classmethod
    def of(cls, state: DrawerState) -> EntryStateView:
        """From its row."""
        return cls(made_at=state.made_at, change=state.change, amount=state.content["amount"])


class DrawerIntakeView(Schema):
    """How many entries came in, and the rows that did not."""

    taken: int
    faults: list[Fault]
