"""Limits and checksums of an archive: nothing larger, deeper or other than it says is read."""

from __future__ import annotations

import hashlib
import json
import zipfile
from typing import Any

import numpy as np

from oakspin.errors import Fault, UnreadableDesign

MOST_ENTRIES, MOST_BYTES, MOST_EACH = 6_000, 120_000_000, 8_000_000  # unpacked; years of a busy shelf take less
MOST_TIMES = 200  # that an entry may be longer than it is packed: text of ours packs 5 to 30 times
# Of one entry: what opens and what parts values in its text, which bounds the memory that reading it takes.
MOST_OPENED, MOST_PARTED, MOST_DEPTH = 200_000, 700_000, 40
OPENS, CLOSES = np.frombuffer(b"{[", np.uint8), np.frombuffer(b"}]", np.uint8)
HINT = "Choose a zip that Oak Spin wrote."
CUT = "The archive was changed or damaged on its way: save everything anew where it came from."


def within_limits(archive: zipfile.ZipFile) -> None:
    """Refuse before anything is unpacked. Raises ``UnreadableDesign``."""
    entries = archive.infolist()
    names = {entry.filename for entry in entries}
    whole = sum(entry.file_size for entry in entries)
    worst = max((entry.file_size / max(entry.compress_size, 1) for entry in entries), default=0)
    longest = max((entry.file_size for entry in entries), default=0)
    limits = (
        (len(entries) > MOST_ENTRIES, f"{len(entries)} files", f"at most {MOST_ENTRIES}"),
        (len(names) < len(entries), "a file twice", "each file once"),
        (whole > MOST_BYTES, f"{whole} bytes", f"at most {MOST_BYTES} bytes unpacked"),
        (longest > MOST_EACH, f"a file of {longest} bytes", f"at most {MOST_EACH} bytes each"),
        (worst > MOST_TIMES, f"a file packed {worst:.0f} times", f"at most {MOST_TIMES} times"),
    )
    faults = [Fault("/", value, limit, HINT) for broken, value, limit in limits if broken]
    if faults:
        raise UnreadableDesign(faults)


def unchanged(archive: zipfile.ZipFile, sums: dict[str, str]) -> None:
    """Every file is as it was written; archives before version 4 do not tell. Raises ``UnreadableDesign``."""
    there = {entry.filename for entry in archive.infolist()}
    for name, listed in sums.items():
        if name not in there:
            raise UnreadableDesign([Fault(f"/{name}", "nothing", "every file that the archive lists", CUT)])
        if checksum(text_of(archive, name)) != listed:
            raise UnreadableDesign([Fault(f"/{name}", "other content than was written", "the file as written", CUT)])


def text_of(archive: zipfile.ZipFile, name: str) -> bytes:
    """One entry, no longer than it may be whatever the zip says of it, and no more tangled than it may be.

    Raises ``UnreadableDesign``.
    """
    with archive.open(name) as entry:
        text = entry.read(MOST_EACH + 1)
    opened = text.count(b"{") + text.count(b"[")
    parted, deep = text.count(b","), _depth(text)
    if len(text) > MOST_EACH or opened > MOST_OPENED or parted > MOST_PARTED or deep > MOST_DEPTH:
        raise UnreadableDesign([Fault(f"/{name}", "too much in one file", "what one motor can have", HINT)])
    return text


def _depth(text: bytes) -> int:
    """How deep lists and objects stand in each other at most; what stands in quotes counts, too, but rarely opens."""
    marks, depth, deepest = np.frombuffer(text, np.uint8), 0, 0
    for start in range(0, marks.size, PIECE):
        piece = marks[start : start + PIECE]
        steps = np.cumsum(np.isin(piece, OPENS).astype(np.int32) - np.isin(piece, CLOSES))
        deepest, depth = max(deepest, depth + int(steps.max())), depth + int(steps[-1])
    return deepest


OPENS, CLOSES = np.frombuffer(b"{[", np.uint8), np.frombuffer(b"}]", np.uint8)
PIECE = 500_000  # looked through at once, so that looking takes less memory than reading


def json_in(archive: zipfile.ZipFile, name: str) -> Any:
    return json.loads(text_of(archive, name))


def checksum(text: bytes) -> str:
    """The checksum of a file, as the manifest tells it."""
    return hashlib.sha256(text).hexdigest()
