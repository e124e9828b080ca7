"""Bring the database up to date and serve on 127.0.0.1 until stopped."""

from __future__ import annotations

import os
import sqlite3
import sys
import threading
import time
from contextlib import closing, suppress
from datetime import date
from pathlib import Path
from typing import Any

from server import places
from server.keeping import copies, lock

THREADS = 48  # most of them wait for heavy work; plain verdicts take turns on what is left
CONNECTIONS = 400  # browsers keep some open that do nothing
IDLE_S = 60
LARGEST_BODY = 64_000_000
LOOK_FOR_A_NEW_DAY_S = 600


def main(port: int) -> int:
    """Serve; returns the exit status."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
    # One thread of algebra a process: processes share the cores among them.
    os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
    if hasattr(os, "umask"):
        os.umask(0o077)
    address = f"http://127.0.0.1:{port}/"
    try:
        import django

        django.setup()
        with lock.held(places.DATA, address):
            trouble = _made_ready(places.DATA, places.DATABASE)
            if trouble:
                print(f"oak: {trouble}", file=sys.stderr)
                return 1
            return _serve(port, address, places.DATA)
    except lock.InUse as error:
        print(f"oak: {error}", file=sys.stderr)
    except ModuleNotFoundError as error:
        print("oak:", INCOMPLETE.format(error=error), file=sys.stderr)
    except (OSError, sqlite3.Error) as error:
        print("oak:", UNUSABLE.format(data=places.DATA, error=error), file=sys.stderr)
    return 1


def _made_ready(data: Path, database: Path) -> str:
    """The database is whole, copied and up to date after this; else why not, and what to do."""
    from django.core.management import call_command
    from django.db import DatabaseError

    try:
        unknown = newer_migrations(database)
        if unknown:
            return NEWER.format(unknown=", ".join(unknown))
        change = next_migration() if database.is_file() else ""
        if change:
            copies.copy_before(data, change)
        call_command("migrate", verbosity=0)
        _samples_for_a_newcomer()
        _copied_today(data)
    except copies.Damaged as error:
        return DAMAGED.format(error=error, restore=places.RESTORE)
    except (sqlite3.Error, DatabaseError) as error:
        cause = error.__cause__ if isinstance(error, DatabaseError) else error
        damaged = getattr(cause, "sqlite_errorcode", None) in (sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB)
        return (DAMAGED if damaged else UNUSABLE).format(data=data, error=error, restore=places.RESTORE)
    return ""


def _serve(port: int, address: str, data: Path) -> int:
    from django.core.wsgi import get_wsgi_application

    from server.jobs.answers import open_lane
    from server.wire import server_on

    try:
        server = server_on(get_wsgi_application(), port, THREADS, CONNECTIONS, IDLE_S, LARGEST_BODY)
    except OSError:
        print(f"oak: port {port} is taken. Run: {places.START} --port {port + 1}", file=sys.stderr)
        return 1
    lane = open_lane()
    threading.Thread(target=_warm_up, args=(lane,), daemon=True).start()
    threading.Thread(target=_copy_each_day, args=(data,), daemon=True).start()
    print(f"Oak Spin is ready: {address}   (Ctrl+C stops it)", flush=True)
    try:
        server.run()
    finally:
        lane.close()
    return 0


NEWER = (
    "these data were written by a newer Oak Spin ({unknown}), and were not touched. "
    "Start the newer one, or set OAKSPIN_DATA to another folder."
)
UNUSABLE = (
    "the data in {data} cannot be opened ({error}). Make room, give yourself the right to read and write there, "
    "or set OAKSPIN_DATA to another folder."
)
INCOMPLETE = "a part of the installation is missing ({error}). Delete the folder .venv and start Oak Spin again."
DAMAGED = (
    "the database is damaged ({error}), and was not touched. Run  {restore} : it puts the last whole copy back "
    "and keeps the damaged one."
)


def newer_migrations(path: Path) -> list[str]:
    """Changes of the database at a path that this program does not know; it is only read, and not even made."""
    from django.db.migrations.loader import MigrationLoader

    if not path.is_file():
        return []
    known = set(MigrationLoader(None).disk_migrations)
    with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as database:
        tables = database.execute("SELECT name FROM sqlite_master WHERE name = 'django_migrations'").fetchall()
        applied = database.execute("SELECT app, name FROM django_migrations").fetchall() if tables else []
    return sorted(f"{app} {step}" for app, step in applied if (app, step) not in known)


def next_migration() -> str:
    """The first change that the present database still lacks; nothing where it is up to date."""
    from django.db import connection
    from django.db.migrations.executor import MigrationExecutor

    executor = MigrationExecutor(connection)
    plan = executor.migration_plan(executor.loader.graph.leaf_nodes())
    return f"{plan[0][0].app_label}-{plan[0][0].name}" if plan else ""


def _copied_today(data: Path) -> bool:
    """Make the copy of the day; where there is no room for it, that is told, and work goes on."""
    try:
        copies.copy_of_the_day(data)
    except (OSError, sqlite3.OperationalError) as error:
        print(f"oak: no copy of the database could be made today ({error}). Make room.", file=sys.stderr)
        return False
    return True


def _copy_each_day(data: Path) -> None:
    """A copy once a day also where the server runs for days; trouble is told, and tried again."""
    today = date.today()
    while True:
        time.sleep(LOOK_FOR_A_NEW_DAY_S)
        if date.today() == today:
            continue
        with suppress(copies.Damaged):
            if _copied_today(data):
                today = date.today()


def _warm_up(lane: Any) -> None:
    """Load what the first verdict needs while the page is still on its way."""
    from oakspin import look
    from oakspin.kinds.kinds import KINDS

    for kind in KINDS.values():
        look(kind.start)
    with suppress(OSError):
        lane.warm()
    _fill_glances()


def _fill_glances() -> None:
    """Compute what the shelf shows of motors that nobody looked at yet, so that its first visit is quick."""
    from django.db import DatabaseError, connection

    from server.shelf.glances import fill_in

    with suppress(DatabaseError):  # who looks is told
        fill_in()
    connection.close()


def _samples_for_a_newcomer() -> None:
    from server.places import DEMO
    from server.shelf.actions import load_samples
    from server.shelf.models import Demonstration

    if not Demonstration.objects.exists():
        load_samples(DEMO)


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1])))
