"""What can be done with demonstrations. Each action is one transaction."""

from __future__ import annotations

import json
from pathlib import Path

from django.db import transaction
from django.db.models import Max
from django.http import Http404
from django.utils import timezone

from oakspin.design import VERSION, Design, Document, design_of, document_of, from_text, to_text
from oakspin.design.document import FORMAT
from oakspin.errors import UnreadableDesign
from oakspin.kinds.kinds import KINDS
from server.errors import Conflict, Gone
from server.shelf.models import Demonstration, Revision
from server.shelf.samples import LOADED

MOST_TICKS = 60


def shelf() -> list[Demonstration]:
    """All demonstrations that are not deleted, oldest first."""
    return list(Demonstration.objects.filter(deleted_at=None).select_related("head__glance"))


def put_away() -> list[Demonstration]:
    """All demonstrations that were deleted, the latest first."""
    gone = Demonstration.objects.exclude(deleted_at=None).select_related("head")
    return list(gone.order_by("-deleted_at", "id"))


def find(id_: str) -> Demonstration:
    """One demonstration, deleted or not. Raises ``Http404``."""
    try:
        return Demonstration.objects.select_related("head").get(id=id_)
    except Demonstration.DoesNotExist:
        raise Http404(id_) from None


def find_to_write(id_: str) -> Demonstration:
    """One demonstration that is on the shelf. Raises ``Http404``, and ``Gone`` where it was deleted."""
    demonstration = find(id_)
    if demonstration.deleted_at is not None:
        raise Gone
    return demonstration


def design_in(revision: Revision) -> Design:
    """The design that a revision holds. Raises ``UnreadableDesign`` where this program cannot read it."""
    return design_of(revision.design, revision.format_version)


@transaction.atomic
def put_on_shelf(title: str, design: Design, change: str) -> Demonstration:
    """A new demonstration with its first revision."""
    demonstration = Demonstration.objects.create()
    _move_to(demonstration, _write(demonstration, None, title, design, change))
    return demonstration


@transaction.atomic
def start_new(kind: str) -> Demonstration:
    """A new demonstration of a kind with its sensible start. Raises ``Http404``."""
    if kind not in KINDS:
        raise Http404(kind)
    return put_on_shelf(free_title(f"New {KINDS[kind].name.lower()}"), KINDS[kind].start, "started")


@transaction.atomic
def keep_apart(title: str, design: Design) -> Demonstration:
    """A state that could not be saved where it came from, as a demonstration of its own."""
    return put_on_shelf(free_title(title), design, "kept apart")


@transaction.atomic
def take_in(content: object) -> Demonstration:
    """Put an imported ``.oak.json`` file on the shelf. Raises ``UnreadableDesign``."""
    document = document_of(content)
    return put_on_shelf(free_title(document.title), document.design, "imported")


@transaction.atomic
def save(id_: str, version: int, title: str, design: Design, change: str) -> Demonstration:
    """Write a revision on top of the one shown. Raises ``Conflict`` when another save came first."""
    demonstration = _locked(id_, version)
    _move_to(demonstration, _write(demonstration, demonstration.head, title, design, change))
    return demonstration


@transaction.atomic
def undo(id_: str, version: int) -> Demonstration:
    """Show the revision that the present one was made from; at the first one nothing changes."""
    demonstration = _locked(id_, version)
    if demonstration.head and demonstration.head.parent:
        _move_to(demonstration, demonstration.head.parent)
    return demonstration


@transaction.atomic
def redo(id_: str, version: int) -> Demonstration:
    """Show the newest revision made from the present one; at the last one nothing changes."""
    demonstration = _locked(id_, version)
    newest = demonstration.head.children.last() if demonstration.head else None
    if newest:
        _move_to(demonstration, newest)
    return demonstration


@transaction.atomic
def tick(id_: str, done: list[str], undone: list[str]) -> Demonstration:
    """Tick build steps off, or take ticks back; what others ticked stays, and so do the design and its history."""
    demonstration = find_to_write(id_)
    kept = [step for step in demonstration.ticks if step not in {*done, *undone}]
    Demonstration.objects.filter(id=demonstration.id).update(ticks=[*kept, *dict.fromkeys(done)][-MOST_TICKS:])
    return find(id_)


@transaction.atomic
def duplicate(id_: str) -> Demonstration:
    """A copy with a history of its own."""
    head = head_of(find(id_))
    return put_on_shelf(free_title(head.title), design_in(head), "duplicated")


@transaction.atomic
def delete(id_: str) -> None:
    """Take a demonstration off the shelf; :func:`restore` puts it back whole."""
    Demonstration.objects.filter(id=find(id_).id, deleted_at=None).update(deleted_at=timezone.now())


@transaction.atomic
def restore(id_: str) -> Demonstration:
    """Undo a delete."""
    Demonstration.objects.filter(id=find(id_).id).update(deleted_at=None)
    return find(id_)


def document(id_: str) -> Document:
    """The demonstration as an ``.oak.json`` document. Raises ``UnreadableDesign`` where it cannot be read."""
    head = head_of(find(id_))
    return Document(title=head.title, design=design_in(head))


def file_of(id_: str) -> tuple[str, str]:
    """Title and text of the demonstration's file; one that cannot be read goes out just as it is kept."""
    head = head_of(find(id_))
    try:
        return head.title, to_text(document(id_))
    except UnreadableDesign:
        raw = {"format": FORMAT, "version": head.format_version, "title": head.title, "design": head.design}
        return head.title, json.dumps(raw, indent=2, ensure_ascii=False) + "\n"


@transaction.atomic
def load_samples(folder: Path) -> int:
    """Put every ``.oak.json`` file of a folder on the shelf; returns how many. All or none."""
    documents = [from_text(path.read_bytes()) for path in sorted(folder.glob("*.oak.json"))]
    for read in documents:
        put_on_shelf(read.title, read.design, LOADED)
    return len(documents)


def head_of(demonstration: Demonstration) -> Revision:
    """The revision that is shown now."""
    if demonstration.head is None:
        raise Http404(demonstration.id)
    return demonstration.head


def _locked(id_: str, version: int) -> Demonstration:
    # Transactions are immediate: from here on nobody else can write.
    demonstration = find_to_write(id_)
    if demonstration.version != version:
        raise Conflict(demonstration.version)
    return demonstration


def _write(demonstration: Demonstration, parent: Revision | None, title: str, design: Design, change: str) -> Revision:
    last = demonstration.revisions.aggregate(last=Max("number"))["last"] or 0
    return Revision.objects.create(
        demonstration=demonstration,
        number=last + 1,
        parent=parent,
        title=title,
        design=design.model_dump(mode="json"),
        format_version=VERSION,
        change=change[:200],
    )


def _move_to(demonstration: Demonstration, revision: Revision) -> None:
    demonstration.version += 0 if demonstration.head is None else 1
    demonstration.head = revision
    demonstration.save()


def free_title(wanted: str) -> str:
    """The title, or the first with a number behind it that no demonstration on the shelf has."""
    taken = {demonstration.head.title for demonstration in shelf() if demonstration.head}
    if wanted not in taken:
        return wanted
    numbered = (f"{wanted[:74]} ({number})" for number in range(2, len(taken) + 3))
    return next(title for title in numbered if title not in taken)
