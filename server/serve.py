"""Bring the database up to date and serve on 127.0.0.1 until stopped."""

from __future__ import annotations

import os
import sqlite3
import sys
import threading
from contextlib import closing
from pathlib import Path


def main(port: int) -> int:
    """Serve; returns the exit status."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
    import django
    from django.conf import settings
    from django.core.management import call_command
    from django.core.wsgi import get_wsgi_application
    from django.db import DatabaseError

    try:
        django.setup()
        unknown = newer_migrations(Path(str(settings.DATABASES["default"]["NAME"])))
        if unknown:
            print(NEWER.format(unknown=", ".join(unknown)), file=sys.stderr)
            return 1
        call_command("migrate", verbosity=0)
        _samples_for_a_newcomer()
    except (OSError, DatabaseError, sqlite3.Error) as error:
        print(f"oak: the data cannot be opened ({error}). Make room or mend the rights of its folder.", file=sys.stderr)
        return 1
    from waitress import create_server

    try:
        server = create_server(get_wsgi_application(), host="127.0.0.1", port=port, threads=6, ident=None)
    except OSError:
        print(f"oak: port {port} is taken. Run: ./oak start --port {port + 1}", file=sys.stderr)
        return 1
    threading.Thread(target=_warm_up, daemon=True).start()
    print(f"Oak Spin is ready: http://127.0.0.1:{port}/   (Ctrl+C stops it)", flush=True)
    server.run()
    return 0


NEWER = (
    "oak: these data were written by a newer Oak Spin ({unknown}), and were not touched. "
    "Start the newer one, or set OAKSPIN_DATA to another folder."
)


def newer_migrations(path: Path) -> list[str]:
    """Changes of the database at a path that this program does not know; it is only read, and not even made."""
    from django.apps import apps
    from django.db.migrations.loader import MigrationLoader

    if not path.is_file():
        return []
    ours = {app.label for app in apps.get_app_configs() if app.name.startswith("server.")}
    known = set(MigrationLoader(None).disk_migrations)
    with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as database:
        tables = database.execute("SELECT name FROM sqlite_master WHERE name = 'django_migrations'").fetchall()
        applied = database.execute("SELECT app, name FROM django_migrations").fetchall() if tables else []
    return sorted(f"{app} {step}" for app, step in applied if app in ours and (app, step) not in known)


def _warm_up() -> None:
    """Load what the first verdict needs while the page is still on its way."""
    from oakspin import look
    from oakspin.kinds.kinds import KINDS

    for kind in KINDS.values():
        look(kind.start)


def _samples_for_a_newcomer() -> None:
    from server.places import DEMO
    from server.shelf.actions import load_samples
    from server.shelf.models import Demonstration

    if not Demonstration.objects.exists():
        load_samples(DEMO)


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1])))
