"""The command ``oak-spin``: serve the app with its data in the user's own folder, and open it in the browser.

oak-spin [--port N] [--data FOLDER] [--no-browser]
oak-spin restore [COPY] [--yes]        put back a copy of the database
oak-spin --version
"""

from __future__ import annotations

import argparse
import os
import socket
import sys
import threading
import time
import webbrowser
from pathlib import Path

APP = Path(__file__).resolve().parent / "app"
DEFAULT_PORT = 8765
PORTS_TRIED = 20


def main(words: list[str] | None = None) -> int:
    """Run the command; returns the exit status."""
    words = sys.argv[1:] if words is None else words
    restoring = words[:1] == ["restore"]
    parser = argparse.ArgumentParser(prog="oak-spin", description="Design and tune battery motor demonstrations.")
    parser.add_argument("--port", type=int, help=f"port on 127.0.0.1 (default: the first free one from {DEFAULT_PORT})")
    parser.add_argument("--data", type=Path, help="folder for your motors (default: your own, told at the start)")
    parser.add_argument("--no-browser", action="store_true", help="do not open the browser")
    parser.add_argument("--version", action="store_true", help="print the version")
    options, rest = parser.parse_known_args(words[1:] if restoring else words)
    if rest and not restoring:
        parser.error(f"unknown: {' '.join(rest)}")
    _find_the_app(options.data)
    if options.version:
        from oakspin.version import VERSION

        print(f"Oak Spin {VERSION}")
        return 0
    if restoring:
        return _restored(rest)
    return _served(options.port, not options.no_browser)


def _find_the_app(data: Path | None) -> None:
    """Let this process and its workers find the app's own packages, which are not put among those of others."""
    sys.path.insert(0, str(APP))
    os.environ["PYTHONPATH"] = os.pathsep.join([str(APP), *filter(None, [os.environ.get("PYTHONPATH")])])
    os.environ["DJANGO_SETTINGS_MODULE"] = "server.settings"
    os.environ["OAKSPIN_START"], os.environ["OAKSPIN_RESTORE"] = "oak-spin", "oak-spin restore"
    os.environ["OAKSPIN_DATA"] = str((data or Path(os.environ.get("OAKSPIN_DATA") or _own_folder())).absolute())


def _own_folder() -> str:
    from platformdirs import user_data_dir

    return user_data_dir("oak-spin", appauthor=False)


def _restored(words: list[str]) -> int:
    from server.keeping import restoring
    from server.places import DATA

    try:
        return restoring.restore(words, DATA)
    except (restoring.Refused, EOFError) as refused:
        print(f"oak-spin: {refused or 'nothing was changed: say which copy, and --yes.'}", file=sys.stderr)
        return 1


def _served(wanted: int | None, browser: bool) -> int:
    from server import serve
    from server.keeping import lock
    from server.places import DATA

    first = lock.address_in(DATA)
    if first:
        # Started twice, by a double click say: the one that runs is shown.
        print(f"Oak Spin is running already: {first}")
        if browser:
            webbrowser.open(first)
        return 0
    port = wanted or next((port for port in range(DEFAULT_PORT, DEFAULT_PORT + PORTS_TRIED) if _is_free(port)), None)
    if port is None:
        print(f"oak-spin: no port from {DEFAULT_PORT} on is free. Choose one with --port.", file=sys.stderr)
        return 1
    print(f"Your motors are kept in {DATA}", flush=True)
    if browser:
        threading.Thread(target=_open_when_ready, args=(port,), daemon=True).start()
    try:
        return serve.main(port)
    except KeyboardInterrupt:
        return 130


def _is_free(port: int) -> bool:
    with socket.socket() as probe:
        return probe.connect_ex(("127.0.0.1", port)) != 0


def _open_when_ready(port: int) -> None:
    for _ in range(600):
        if not _is_free(port):
            webbrowser.open(f"http://127.0.0.1:{port}/")
            return
        time.sleep(0.1)
