"""Routes of the search: what can be built from the Drawer, or from a usual kit, and what is worth buying."""

from __future__ import annotations

from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router, Schema
from pydantic import Field

from oakspin.drawer.entry import Entry
from oakspin.kinds.kinds import KINDS
from oakspin.search.engine import DESIGNS, SEED
from oakspin.search.purchases import Bought, Shopping, shopping_table
from oakspin.search.request import MATTERS, Criterion, SearchRequest
from oakspin.search.stock import stock_of
from oakspin.search.usual import USUAL_KIT
from oakspin.search.views import SearchView
from server.downloads import download
from server.drawer import actions
from server.errors import ANY, BODY
from server.jobs import work
from server.jobs.answers import gone, stream
from server.openapi import lines_of
from server.strict import Body

router = Router(tags=["search"])
From = Literal["drawer", "kit"]
LINES = lines_of("one for each state, the last of which is whole")


class SearchBody(Body):
    """What is asked, and of which parts: those of the Drawer, or of a usual kit."""

    criteria: SearchRequest
    parts_from: From = "drawer"
    designs: Annotated[int, Field(ge=1000, le=200_000)] = DESIGNS
    seed: Annotated[int, Field(ge=0, le=2**31)] = SEED


class BuyingBody(Body):
    """For whom purchases are looked for, and what they have."""

    criteria: SearchRequest
    parts_from: From = "drawer"


class BoughtBody(Body):
    """A line of a shopping list."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    sort: Annotated[str, Field(max_length=20)]
    each: Annotated[float, Field(ge=0, le=1e6)]
    amount: Annotated[float, Field(ge=0, le=1e6)]
    unit: Annotated[str, Field(max_length=10)]
    spares: Annotated[float, Field(ge=0, le=1e6)]
    price: Annotated[float, Field(ge=0, le=1e6)] | None = None


class ShoppingBody(Body):
    """A shopping list."""

    goods: Annotated[list[BoughtBody], Field(max_length=200)]


class KindToFind(Schema):
    """A kind that can be looked for."""

    id: str
    name: str


class PartOwned(Schema):
    """A part that a search can take, or why it cannot."""

    key: str
    name: str
    sort: str
    amount: float
    unit: str
    why_not: str


class SearchFormView(Schema):
    """What can be asked of a search, and the parts of which it is made."""

    matters: list[Criterion]
    kinds: list[KindToFind]
    drawer: list[PartOwned]
    kit: list[PartOwned]
    usual: SearchRequest


@router.get("/search", response={200: SearchFormView, **ANY}, operation_id="get_search_form")
def get_search_form(request: HttpRequest) -> SearchFormView:
    """What can be asked, with the parts that are there."""
    return SearchFormView(
        matters=list(MATTERS.values()),
        kinds=[KindToFind(id=id_, name=kind.name) for id_, kind in KINDS.items()],
        drawer=_owned(*_parts("drawer")),
        kit=_owned(*_parts("kit")),
        usual=SearchRequest(),
    )


@router.post("/search", response={200: SearchView, **BODY}, operation_id="search", openapi_extra=LINES)
def run_search(request: HttpRequest, body: SearchBody) -> StreamingHttpResponse:
    """What can be built, as it is found: the reader may stop whenever it likes."""
    entries, keys = _parts(body.parts_from)
    return stream(gone(request), work.searched, entries, keys, body.criteria, body.designs, body.seed)


@router.post("/search/buying", response={200: Shopping, **BODY}, operation_id="find_purchases", openapi_extra=LINES)
def find_purchases(request: HttpRequest, body: BuyingBody) -> StreamingHttpResponse:
    """What is worth buying, as it is found: the reader may stop whenever it likes."""
    entries, keys = _parts(body.parts_from)
    return stream(gone(request), work.purchases, entries, keys, body.criteria)


@router.post(
    "/search/shopping.csv",
    response=BODY,
    operation_id="shopping_table",
    openapi_extra={"responses": {200: {"description": "A CSV table"}}},
)
def get_shopping_table(request: HttpRequest, body: ShoppingBody) -> HttpResponse:
    """A shopping list as a CSV table."""
    table = shopping_table(Bought(**good.model_dump()) for good in body.goods)
    return download(table, "Oak Spin shopping list", "csv", "text/csv; charset=utf-8")


def _parts(parts_from: From) -> tuple[list[Entry], list[str]]:
    """Entries and their keys."""
    if parts_from == "kit":
        return list(USUAL_KIT), [str(at) for at in range(len(USUAL_KIT))]
    rows = actions.entries()
    return [actions.entry_in(row) for row in rows], [row.id for row in rows]


def _owned(entries: list[Entry], keys: list[str]) -> list[PartOwned]:
    return [
        PartOwned(
            key=part.key, name=part.name, sort=part.sort, amount=part.amount, unit=entry.unit, why_not=part.why_not
        )
        for entry, part in zip(entries, stock_of(entries, keys), strict=True)
        if part.place
    ]
