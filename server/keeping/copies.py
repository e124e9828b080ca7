"""Copies of the database: each verified as it is made, the newest kept, one put back when it is asked for."""

from __future__ import annotations

import os
import sqlite3
from contextlib import closing
from dataclasses import dataclass
from datetime import date, datetime
from pathlib import Path

from server.keeping.folder import DATABASE

FOLDER = "copies"
KEPT = 7  # of the daily ones, and as many of those made before a change of the database
BEFORE = "-before-"


class Damaged(Exception):
    """A database that is not whole; the text says which and what was found."""


@dataclass(frozen=True)
class Copy:
    """One copy and what is in it."""

    path: Path
    made_at: datetime
    motors: int
    trials: int

    @property
    def held(self) -> str:
        """What is in it, in words."""
        counted = ((self.motors, "motor"), (self.trials, "trial"))
        return ", ".join(f"{count} {what}{'' if count == 1 else 's'}" for count, what in counted)

    @property
    def name(self) -> str:
        """The name by which it is asked for."""
        return self.path.stem


def copies(folder: Path) -> list[Copy]:
    """The whole copies of a data folder, newest first; a damaged one is left out."""
    found = []
    for path in (folder / FOLDER).glob("*.sqlite3"):
        try:
            verify(path)
            made = datetime.fromtimestamp(path.stat().st_mtime)
            found.append(Copy(path, made, *(_count(path, table) for table in ("shelf_demonstration", "trials_trial"))))
        except (Damaged, OSError):
            continue
    return sorted(found, key=lambda copy: (copy.made_at, copy.name), reverse=True)


def copy_of_the_day(folder: Path, today: date | None = None) -> Path | None:
    """A copy once a day of use; none where there is one of today, or nothing to copy yet.

    Raises ``Damaged`` where the database is not whole, ``OSError`` and ``sqlite3.Error`` where it cannot be copied.
    """
    name = f"{today or date.today():%Y-%m-%d}"
    if (folder / FOLDER / f"{name}.sqlite3").exists():
        return None
    return _copied(folder, name)


def copy_before(folder: Path, change: str) -> Path | None:
    """A copy before the database is changed in its form. Raises as :func:`copy_of_the_day`."""
    return _copied(folder, f"{date.today():%Y-%m-%d}{BEFORE}{change}")


def restore(folder: Path, copy: Path) -> Path:
    """Put a copy in the place of the database; returns where the present one is kept.

    The server must not be running: hold the folder. Raises ``Damaged``, ``OSError``, ``sqlite3.Error``.
    """
    verify(copy)
    database = folder / DATABASE
    taken = [int(path.stem.rsplit("-", 1)[1]) for path in folder.glob("before-restore-*.sqlite3")]
    aside = folder / f"before-restore-{max(taken, default=0) + 1}.sqlite3"
    fresh = database.with_suffix(".fresh")
    _copy(copy, fresh)
    # What stands in the write-ahead log belongs to the database that goes aside.
    for ending in ("", "-wal", "-shm"):
        present = Path(f"{database}{ending}")
        if present.exists():
            os.replace(present, f"{aside}{ending}")
    os.replace(fresh, database)
    _written_down(folder)
    return aside


def verify(path: Path, name: str = "") -> None:
    """Read a database through; trouble is told under its name. Raises ``Damaged``."""
    name = name or path.name
    try:
        with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as database:
            found = [row[0] for row in database.execute("PRAGMA integrity_check(3)")]
            loose = database.execute("PRAGMA foreign_key_check").fetchmany(3)
    except sqlite3.DatabaseError as error:
        if isinstance(error, sqlite3.OperationalError):
            raise
        raise Damaged(f"{name}: {error}") from None
    if found != ["ok"] or loose:
        raise Damaged(f"{name}: {'; '.join(found) if found != ['ok'] else f'a link to nothing in {loose[0][0]}'}")


def _copied(folder: Path, name: str) -> Path | None:
    database = folder / DATABASE
    if not database.is_file():
        return None
    (folder / FOLDER).mkdir(exist_ok=True)
    (folder / FOLDER).chmod(0o700)
    made = folder / FOLDER / f"{name}.sqlite3"
    fresh = made.with_suffix(".fresh")
    try:
        _copy(database, fresh)
        verify(fresh, DATABASE)
        os.replace(fresh, made)
    finally:
        fresh.unlink(missing_ok=True)
    _written_down(folder / FOLDER)
    kept = sorted((folder / FOLDER).glob("*.sqlite3"), key=lambda path: path.stat().st_mtime, reverse=True)
    for sort in (True, False):
        for old in [path for path in kept if (BEFORE in path.name) is sort][KEPT:]:
            old.unlink()
    return made


def _copy(source: Path, target: Path) -> None:
    """A whole copy, whoever writes meanwhile, as one file without a write-ahead log."""
    target.unlink(missing_ok=True)
    try:
        with closing(sqlite3.connect(source)) as present, closing(sqlite3.connect(target)) as copy:
            present.backup(copy)
            copy.execute("PRAGMA journal_mode=DELETE")
    except sqlite3.DatabaseError as error:
        if isinstance(error, sqlite3.OperationalError):
            raise
        raise Damaged(f"{source.name}: {error}") from None
    target.chmod(0o600)
    with open(target, "rb+") as file:
        os.fsync(file.fileno())


def _written_down(folder: Path) -> None:
    """Wait until the folder's own list of names is on the disk."""
    if os.name == "nt":
        return
    descriptor = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(descriptor)
    finally:
        os.close(descriptor)


def _count(path: Path, table: str) -> int:
    with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as database:
        there = database.execute("SELECT 1 FROM sqlite_master WHERE name = ?", (table,)).fetchone()
        return int(database.execute(f"SELECT count(*) FROM {table}").fetchone()[0]) if there else 0
