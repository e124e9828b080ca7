"""What can be done with the Drawer. Each action is one transaction."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction
from django.http import Http404
from django.utils import timezone
from pydantic import ValidationError

from oakspin.drawer.entry import Entry, split, used
from oakspin.drawer.table import drawer_table, read_drawer
from oakspin.errors import Fault, UnreadableDesign
from server.drawer.models import DrawerEntry, DrawerState
from server.errors import Conflict, Gone
from server.places import DEMO
from server.shelf.models import Demonstration

MOST = 2000  # entries


def entries() -> list[DrawerEntry]:
    """All that is owned, oldest first."""
    return list(DrawerEntry.objects.filter(deleted_at=None).select_related("state"))


def find(id_: str) -> DrawerEntry:
    """An entry, put away or not. Raises ``Http404``."""
    row = DrawerEntry.objects.select_related("state").filter(id=id_).first()
    if row is None:
        raise Http404(id_)
    return row


def entry_in(row: DrawerEntry) -> Entry:
    """What an entry shows."""
    assert row.state is not None
    return Entry.model_validate(row.state.content)


def history(id_: str) -> list[DrawerState]:
    """All states of an entry, the latest first. Raises ``Http404``."""
    return list(find(id_).states.order_by("-made_at", "-id"))


@transaction.atomic
def add(entry: Entry, change: str = "added") -> DrawerEntry:
    """A new entry.

    Raises
    ------
    UnreadableDesign
        The Drawer is full.
    """
    if DrawerEntry.objects.filter(deleted_at=None).count() >= MOST:
        limit = f"at most {MOST} entries"
        raise UnreadableDesign([Fault("/", "one more", limit, "Put away what is not there any more.")])
    row = DrawerEntry.objects.create()
    return _write(row, entry, change)


@transaction.atomic
def save(id_: str, version: int, entry: Entry, change: str) -> DrawerEntry:
    """A new state of an entry. Raises ``Http404``, ``Gone``, and ``Conflict`` where somebody else saved first."""
    return _moved(_locked(id_, version), entry, change)


@transaction.atomic
def use(id_: str, version: int, amount: float, motor: str = "") -> DrawerEntry:
    """Use so much of an entry up, for a ``motor`` or for nothing that is kept.

    Raises as :func:`save`, and ``UnreadableDesign`` where there is not so much.
    """
    row = _locked(id_, version)
    entry = entry_in(row)
    return _moved(row, used(entry, amount), f"used {amount:g} {entry.unit}", motor)


@transaction.atomic
def give_back(id_: str, amount: float, motor: str = "") -> DrawerEntry:
    """Put so much of an entry back, put away or not.

    Raises
    ------
    Http404
        No such entry.
    UnreadableDesign
        The entry cannot hold it, as it was made something else meanwhile.
    """
    row = find(id_)
    entry = entry_in(row)
    try:
        more = entry.of(round(entry.amount + amount, 6))
    except ValidationError:
        whole = f"{entry.amount + amount:g} {entry.unit} of {entry.name}"
        hint = "Set the amount of this part in the Drawer right, then take the motor apart."
        raise UnreadableDesign([Fault("/amount", whole, "an amount that this part can have", hint)]) from None
    return _moved(row, more, f"gave {amount:g} {entry.unit} back", motor)


@transaction.atomic
def lay_apart(id_: str, version: int, amount: float) -> tuple[DrawerEntry, DrawerEntry]:
    """An entry as two, with histories of their own. Raises as :func:`use`."""
    row = _locked(id_, version)
    stays, apart = split(entry_in(row), amount)
    return _moved(row, stays, f"laid {amount:g} {stays.unit} apart"), add(apart, f"laid apart from {stays.name}")


@transaction.atomic
def undo(id_: str, version: int) -> DrawerEntry:
    """Show the state that the present one was made from; at the first nothing changes.

    Raises as :func:`save`, and ``UnreadableDesign`` where a motor drew from it or gave back: that is undone there.
    """
    row = _locked(id_, version)
    if row.state and row.state.motor:
        motor = Demonstration.objects.select_related("head").filter(id=row.state.motor).first()
        hint = "Build that motor, or take it apart, in its Drawer parts; or type the amount that is there."
        limit = "a change that no motor made"
        raise UnreadableDesign([Fault("/undo", f"{row.state.change} for {motor or 'a motor'}", limit, hint)])
    if row.state and row.state.before:
        _show(row, row.state.before)
    return row


@transaction.atomic
def put_away(id_: str) -> None:
    """Take an entry out of the Drawer. Raises ``Http404``."""
    row = find(id_)
    row.deleted_at = row.deleted_at or timezone.now()
    row.save(update_fields=["deleted_at"])


@transaction.atomic
def put_back(id_: str) -> DrawerEntry:
    """Put an entry back. Raises ``Http404``."""
    row = find(id_)
    row.deleted_at = None
    row.save(update_fields=["deleted_at"])
    return row


def table() -> str:
    """The Drawer as CSV."""
    return drawer_table(entry_in(row) for row in entries())


@dataclass(frozen=True)
class Taken:
    """How many entries of a table came in, and which rows are none."""

    taken: int
    faults: tuple[Fault, ...]


def take_in(text: str, keep_good: bool) -> Taken:
    """Put the entries of a table into the Drawer; where a row is wrong none, unless the good ones are to be kept.

    Raises
    ------
    UnreadableDesign
        No such table, or more than the Drawer takes.
    """
    rows = read_drawer(text)
    if rows.faults and not keep_good:
        return Taken(0, rows.faults)
    with transaction.atomic():
        for entry in rows.entries:
            add(entry, "from a table")
    return Taken(len(rows.entries), rows.faults)


def take_in_sample() -> Taken:
    """Put the sample Drawer of the harbor school in."""
    return take_in((DEMO / "drawer.csv").read_text(encoding="utf-8"), keep_good=False)


def _locked(id_: str, version: int) -> DrawerEntry:
    row = DrawerEntry.objects.select_for_update().select_related("state").filter(id=id_).first()
    if row is None:
        raise Http404(id_)
    if row.deleted_at is not None:
        raise Gone
    if row.version != version:
        raise Conflict(row.version)
    return row


def _moved(row: DrawerEntry, entry: Entry, change: str, motor: str = "") -> DrawerEntry:
    row.version += 1
    return _write(row, entry, change, motor)


def _write(row: DrawerEntry, entry: Entry, change: str, motor: str = "") -> DrawerEntry:
    state = DrawerState.objects.create(
        entry=row, before=row.state, content=entry.model_dump(mode="json"), change=change[:200], motor=motor
    )
    row.state = state
    row.save()
    return row


def _show(row: DrawerEntry, state: DrawerState) -> None:
    row.state = state
    row.version += 1
    row.save()
