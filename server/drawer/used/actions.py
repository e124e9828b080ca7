"""What can be done with the parts of a motor that lie in the Drawer. Each action is one transaction."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import get_args

from django.db import transaction
from django.http import Http404

from oakspin.design import Design
from oakspin.drawer.entry import Entry
from oakspin.drawer.part import Part, part_of
from oakspin.drawer.used import Takes, drawn_with, learned_of, places_of, stands, takes, why_not, with_part
from oakspin.draws import Draws
from oakspin.errors import Fault, UnreadableDesign
from oakspin.kinds.recipe import Place
from server.drawer import actions
from server.drawer.models import DrawerEntry, UsedPart
from server.errors import Gone
from server.shelf.actions import design_in, find, head_of

KEY = "parts-"  # begins the keys of draws that know a motor's parts


@dataclass(frozen=True)
class At:
    """A place for a part in a motor: the entry that stands there, whether the design still says so, what is taken."""

    place: Place
    row: UsedPart | None
    agrees: bool
    takes: Takes | None


def places(id_: str) -> list[At]:
    """The places for parts of a motor, as it is saved. Raises ``Http404``."""
    design, rows = _design(id_), _rows(id_)
    picked = {row.place: part_of(actions.entry_in(row.entry), row.entry_id) for row in rows.values()}
    taken: dict[str, Takes] = {}
    for place, part in picked.items():
        if place in places_of(design):
            taken[place] = takes(design, {place_named(place): part})[0]
    return [
        At(
            place,
            rows.get(place),
            place in picked and stands(design, place, picked[place]),
            taken.get(place),
        )
        for place in places_of(design)
    ]


def options(id_: str, place: Place) -> list[tuple[DrawerEntry, Part, str]]:
    """Entries of the sort of a place, each with why it cannot stand there, or nothing. Raises ``Http404``."""
    design = _design(id_)
    parts = [(row, part_of(actions.entry_in(row), row.id)) for row in actions.entries()]
    return [(row, part, why_not(design, place, part)) for row, part in parts if part.place == place]


@transaction.atomic
def put_in(id_: str, place: str, entry_id: str | None, design: Design) -> Design:
    """Take a motor's part from the Drawer, or from nowhere any more; gives the design as it then is, not yet saved.

    Raises
    ------
    Http404, UnfitPatch
        And ``UnreadableDesign`` where the motor is built: its part is in it.
    """
    find(id_)
    at = place_named(place)
    held = _rows(id_).get(at)
    if held and held.drawn is not None:
        hint = "Take the motor apart first: its parts go back into the Drawer."
        raise UnreadableDesign([Fault(f"/{at}", str(held.entry), "a motor that is not built", hint)])
    if entry_id is None:
        if held:
            held.delete()
        return design
    row = actions.find(entry_id)
    made = with_part(design, at, part_of(actions.entry_in(row), row.id))
    UsedPart.objects.update_or_create(demonstration_id=id_, place=at, defaults={"entry": row})
    return made


@transaction.atomic
def build(id_: str) -> None:
    """Draw what a motor takes from the Drawer.

    Raises
    ------
    Http404, Gone, UnreadableDesign
        Where there is not as much of a part; nothing is drawn then.
    """
    if find(id_).deleted_at is not None:
        raise Gone
    for at in places(id_):
        if at.row is None or at.row.drawn is not None or at.takes is None:
            continue
        entry = at.row.entry
        there = actions.entry_in(entry)
        if at.takes.amount > there.amount:
            limit = f"at most {there.amount:g} {there.unit}, what is there"
            wanted = f"{at.takes.amount:g} of {there.name}"
            raise UnreadableDesign([Fault(f"/{at.place}", wanted, limit, "Take another part, or less of it.")])
        actions.use(entry.id, entry.version, at.takes.amount, id_)
        at.row.drawn = at.takes.amount
        at.row.save()


@transaction.atomic
def take_apart(id_: str) -> None:
    """Give back to the Drawer what a built motor holds. Raises ``Http404``, and as giving back does."""
    find(id_)
    for row in _rows(id_).values():
        if row.drawn is not None:
            actions.give_back(row.entry_id, row.drawn, id_)
            row.drawn = None
            row.save()


def key_of(id_: str, learned: str = "") -> str:
    """A name for draws that know a motor's parts, and what its trials taught; nothing where no part is known closer."""
    picked = _picked(id_)
    if not any(part_of(entry, place).bands for place, entry in picked.items()):
        return learned
    content = "".join(f"{place}{entry.model_dump_json()}" for place, entry in sorted(picked.items()))
    return "-".join(part for part in (f"{KEY}{id_}", hashlib.sha256(content.encode()).hexdigest()[:8], learned) if part)


def split_key(key: str) -> tuple[str, str | None]:
    """The motor whose parts a key of :func:`key_of` knows, and the key of what its trials taught, if any."""
    id_, _, learned = key.removeprefix(KEY).partition("-")
    return id_, learned.partition("-")[2] or None


def with_parts(draws: Draws, id_: str, design: Design) -> Draws:
    """The draws with what the Drawer knows of a motor's parts. Raises ``Http404`` where there is no such motor."""
    find(id_)
    return drawn_with(draws, design, _picked(id_))


def shared_constants(id_: str) -> dict[str, frozenset[str]]:
    """Other motors with a part of the very same entry, each with the constants that they share by it."""
    mine = {row.place: row.entry_id for row in _rows(id_).values()}
    shared: dict[str, set[Place]] = {}
    for row in UsedPart.objects.exclude(demonstration_id=id_).filter(entry_id__in=mine.values()):
        if mine.get(row.place) == row.entry_id:
            shared.setdefault(row.demonstration_id, set()).add(place_named(row.place))
    return {other: learned_of(found) for other, found in shared.items()}


def _picked(id_: str) -> dict[Place, Entry]:
    return {place_named(row.place): actions.entry_in(row.entry) for row in _rows(id_).values()}


def _rows(id_: str) -> dict[str, UsedPart]:
    rows = UsedPart.objects.filter(demonstration_id=id_).select_related("entry__state")
    return {row.place: row for row in rows}


def _design(id_: str) -> Design:
    return design_in(head_of(find(id_)))


def place_named(name: str) -> Place:
    """The place of a name. Raises ``Http404`` where there is none."""
    for place in get_args(Place):
        if place == name:
            found: Place = place
            return found
    raise Http404(name)
