"""Routes of the Drawer."""

from __future__ import annotations

from typing import Any

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Status

from oakspin.drawer.entry import FACTS, SORTS, WORDS, entry_of_readings
from oakspin.drawer.identify.posterior import Read, found
from oakspin.drawer.identify.table import THINGS
from server.downloads import download
from server.drawer import actions
from server.drawer.schemas import (
    DrawerIntakeView,
    DrawerTableBody,
    DrawerView,
    EntryAmountBody,
    EntryMoveBody,
    EntryNewBody,
    EntrySaveBody,
    EntryStateView,
    EntryView,
    ReadingsEntryBody,
    SortView,
)
from server.errors import ANY, BODY, ConflictProblem, Problem

router = Router(tags=["drawer"])


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
