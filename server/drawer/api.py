"""Routes of the Drawer."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Schema, Status
from pydantic import Field

from oakspin.drawer.entry import FACTS, SORTS, WORDS, Entry, FactField, Sort, WordField, entry_of_readings
from oakspin.drawer.identify.posterior import Read, found
from oakspin.drawer.identify.table import THINGS
from oakspin.errors import Fault
from server.downloads import download
from server.drawer import actions
from server.drawer.models import DrawerEntry, DrawerState
from server.errors import ANY, BODY, ConflictProblem, Problem
from server.stages.things import ReadingsBody
from server.strict import Body

router = Router(tags=["drawer"])
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


MOVE: dict[int, Any] = {200: EntryView, 404: Problem, 409: ConflictProblem, 410: Problem, **BODY}


@router.get("/drawer", response={200: DrawerView, **ANY}, operation_id="get_drawer")
def get_drawer(request: HttpRequest) -> DrawerView:
    """All that is owned."""
    sorts = [
        SortView(id=sort, name=name, facts=list(FACTS[sort]), words=list(WORDS[sort])) for sort, name in SORTS.items()
    ]
    return DrawerView(sorts=sorts, entries=[EntryView.of(row) for row in actions.entries()])


@router.post("/drawer", response={200: EntryView, **BODY}, operation_id="add_entry")
def add_entry(request: HttpRequest, body: EntryNewBody) -> EntryView:
    """Put a part into the Drawer."""
    return EntryView.of(actions.add(body.entry))


@router.post("/drawer/readings", response={200: EntryView, 404: Problem, **BODY}, operation_id="add_entry_of_readings")
def add_entry_of_readings(request: HttpRequest, body: ReadingsEntryBody) -> EntryView:
    """Put a thing without a label into the Drawer, with what its readings told."""
    if body.thing not in THINGS:
        raise Http404(body.thing)
    posterior = found(THINGS[body.thing], [Read(read.aid, read.values) for read in body.readings])
    return EntryView.of(actions.add(entry_of_readings(body.name, posterior), "told by tests"))


@router.post("/drawer/table", response={200: DrawerIntakeView, **BODY}, operation_id="import_drawer")
def import_drawer(request: HttpRequest, body: DrawerTableBody) -> DrawerIntakeView:
    """Put a table's entries in; where rows are wrong they are told, and nothing comes in unless it is asked for."""
    taken = actions.take_in(body.text, body.keep_good)
    return DrawerIntakeView(taken=taken.taken, faults=list(taken.faults))


@router.post("/drawer/sample", response={200: DrawerIntakeView, **BODY}, operation_id="load_sample_drawer")
def load_sample_drawer(request: HttpRequest) -> DrawerIntakeView:
    """Put the sample Drawer of the harbor school in."""
    taken = actions.take_in_sample()
    return DrawerIntakeView(taken=taken.taken, faults=list(taken.faults))


@router.get(
    "/drawer.csv",
    response=ANY,
    operation_id="export_drawer",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def export_drawer(request: HttpRequest) -> HttpResponse:
    """The Drawer as a CSV table."""
    return download(actions.table(), "Oak Spin Drawer", "csv", "text/csv; charset=utf-8")


@router.put("/drawer/{id}", response=MOVE, operation_id="save_entry")
def save_entry(request: HttpRequest, id: str, body: EntrySaveBody) -> EntryView:
    """Save a new state of an entry; 409 when another save came first."""
    return EntryView.of(actions.save(id, body.version, body.entry, body.change))


@router.post("/drawer/{id}/use", response=MOVE, operation_id="use_entry")
def use_entry(request: HttpRequest, id: str, body: EntryAmountBody) -> EntryView:
    """Use so much of an entry up."""
    return EntryView.of(actions.use(id, body.version, body.amount))


@router.post("/drawer/{id}/split", response={**MOVE, 200: list[EntryView]}, operation_id="split_entry")
def split_entry(request: HttpRequest, id: str, body: EntryAmountBody) -> list[EntryView]:
    """Lay so much of an entry apart, as an entry of its own."""
    return list(map(EntryView.of, actions.lay_apart(id, body.version, body.amount)))


@router.post("/drawer/{id}/undo", response=MOVE, operation_id="undo_entry")
def undo_entry(request: HttpRequest, id: str, body: EntryMoveBody) -> EntryView:
    """Go back to what the present state was made from."""
    return EntryView.of(actions.undo(id, body.version))


@router.get(
    "/drawer/{id}/history", response={200: list[EntryStateView], 404: Problem, **ANY}, operation_id="list_entry_states"
)
def list_entry_states(request: HttpRequest, id: str) -> list[EntryStateView]:
    """What was done with an entry, the latest first."""
    return list(map(EntryStateView.of, actions.history(id)))


@router.delete("/drawer/{id}", response={204: None, 404: Problem, **ANY}, operation_id="put_entry_away")
def put_entry_away(request: HttpRequest, id: str) -> Status[None]:
    """Take an entry out of the Drawer; restore puts it back."""
    actions.put_away(id)
    return Status(204, None)


@router.post("/drawer/{id}/restore", response={200: EntryView, 404: Problem, **ANY}, operation_id="put_entry_back")
def put_entry_back(request: HttpRequest, id: str) -> EntryView:
    """Put an entry back into the Drawer."""
    return EntryView.of(actions.put_back(id))
