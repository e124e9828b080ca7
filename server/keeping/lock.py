"""One server a data folder: a second one is told where the first is."""

from __future__ import annotations

import json
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import IO

NAME = "lock"
FAR = 1_000  # the locked byte lies behind the text, which others may read


class InUse(Exception):
    """Another process holds the folder; the text says which, and what to do."""


@contextmanager
def held(folder: Path, address: str) -> Iterator[None]:
    """Hold a folder while the block runs; ``address`` is told to whoever comes second.

    The system lets go of the lock when this process ends, however it ends. Raises ``InUse`` and ``OSError``.
    """
    with open(folder / NAME, "a+", encoding="utf-8") as file:
        if not _locked(file):
            raise InUse(_owner_sentence(folder))
        file.truncate(0)
        file.write(json.dumps({"process": os.getpid(), "address": address}))
        file.flush()
        yield


def address_in(folder: Path) -> str:
    """Where the server runs that holds a folder; nothing where none does."""
    try:
        with held(folder, ""):
            return ""
    except InUse:
        return str(_first(folder).get("address", ""))
    except OSError:
        return ""


def _first(folder: Path) -> dict[str, object]:
    try:
        first = json.loads((folder / NAME).read_text(encoding="utf-8"))
    except (OSError, ValueError):
        return {}
    return first if isinstance(first, dict) else {}


def _owner_sentence(folder: Path) -> str:
    first = _first(folder)
    where = f"{first['address']} (process {first.get('process')})" if "address" in first else "another process"
    return (
        f"the data in {folder} are in use by {where}. Use that one, stop it first, "
        "or set OAKSPIN_DATA to another folder."
    )


if os.name == "nt":
    import msvcrt

    def _locked(file: IO[str]) -> bool:
        file.seek(FAR)
        try:
            msvcrt.locking(file.fileno(), msvcrt.LK_NBLCK, 1)  # type: ignore[attr-defined,unused-ignore]
        except OSError:
            return False
        file.seek(0)
        return True
else:
    import fcntl

    def _locked(file: IO[str]) -> bool:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            return False
        return True
