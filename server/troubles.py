"""What went wrong underneath (disk, database, worker, size of a request), as what its sender can do about it."""

from __future__ import annotations

import errno
import logging
import sqlite3
from dataclasses import dataclass

from django.core.exceptions import BadRequest, RequestDataTooBig, SuspiciousOperation, TooManyFieldsSent
from django.core.exceptions import TooManyFilesSent as TooManyFiles
from django.db import DatabaseError
from django.http import UnreadablePostError
from django.http.multipartparser import MultiPartParserError
from django.http.request import RawPostDataException
from ninja.errors import HttpError

from server.jobs.lane import AskerGone, Broken, Busy
from server.places import DATA, RESTORE

log = logging.getLogger("oakspin")


@dataclass(frozen=True)
class Trouble:
    """A status, what went wrong, what to do, and after how many seconds it is worth trying again."""

    status: int
    title: str
    hint: str
    retry_s: int | None = None


FULL = Trouble(507, "The disk is full: nothing was lost.", "Make room and save again.")
BUSY = Trouble(503, "Oak Spin is busy with other work.", "Nothing was lost. Try again in a moment.", 2)
LOCKED = Trouble(
    503, "The database is in use by another program.", "Nothing was lost. Close the other, then try again.", 2
)
CLOSED = Trouble(
    507,
    "The data folder cannot be written: nothing was saved.",
    f"Give yourself the right to write in {DATA}, and save again.",
)
DAMAGED = Trouble(
    507, "The database is damaged.", f"Stop Oak Spin and run  {RESTORE} : it puts the last whole copy back."
)
TOO_BIG = Trouble(413, "This is more than one request may bring.", "Send less at a time.")
UNREAD = Trouble(400, "This request cannot be read.", "Send it again whole, as docs/api/openapi.json describes it.")
NO_JSON = Trouble(415, "This request is a form; JSON is wanted.", "Send it as application/json.")
TOO_HEAVY = Trouble(
    503, "This was too much for this computer.", "Nothing was lost. Close other programs, then try again.", 10
)
OURS = Trouble(
    500,
    "Oak Spin made a mistake here.",
    "Nothing was lost. Reload the page; if it comes again, take another way and tell whoever keeps Oak Spin.",
)

_SQLITE = {
    sqlite3.SQLITE_FULL: FULL,
    sqlite3.SQLITE_IOERR: FULL,
    sqlite3.SQLITE_BUSY: LOCKED,
    sqlite3.SQLITE_LOCKED: LOCKED,
    sqlite3.SQLITE_READONLY: CLOSED,
    sqlite3.SQLITE_CANTOPEN: CLOSED,
    sqlite3.SQLITE_PERM: CLOSED,
    sqlite3.SQLITE_CORRUPT: DAMAGED,
    sqlite3.SQLITE_NOTADB: DAMAGED,
}
_SYSTEM = {
    errno.ENOSPC: FULL,
    errno.EDQUOT: FULL,
    errno.EROFS: CLOSED,
    errno.EACCES: CLOSED,
    errno.EPERM: CLOSED,
}
_SORTS: tuple[tuple[type[Exception] | tuple[type[Exception], ...], Trouble], ...] = (
    ((Busy, AskerGone), BUSY),
    ((Broken, MemoryError), TOO_HEAVY),
    (RawPostDataException, NO_JSON),
    ((RequestDataTooBig, TooManyFieldsSent, TooManyFiles), TOO_BIG),
    ((SuspiciousOperation, BadRequest, MultiPartParserError, UnreadablePostError), UNREAD),
)


def trouble_of(error: BaseException | None) -> Trouble:
    """What an error means to whoever asked. One that is nobody's but ours is written to the log."""
    if isinstance(error, HttpError):
        return TOO_BIG if error.status_code == 413 else Trouble(error.status_code, UNREAD.title, UNREAD.hint)
    for sort, trouble in _SORTS:
        if isinstance(error, sort):
            return trouble
    if isinstance(error, DatabaseError | sqlite3.Error):
        cause = error if isinstance(error, sqlite3.Error) else error.__cause__
        code = getattr(cause, "sqlite_errorcode", None)
        if code is not None and code & 0xFF in _SQLITE:
            return _SQLITE[code & 0xFF]
    if isinstance(error, OSError) and error.errno in _SYSTEM:
        return _SYSTEM[error.errno]
    log.error("a mistake of ours", exc_info=error)
    return OURS
