"""Serving: ./oak start for a user, ./oak dev for who works on the pages."""

from __future__ import annotations

import argparse
import shutil
import signal
import socket
import subprocess
import threading
import time
import webbrowser

from runner.environment import (
    PYTHON,
    ROOT,
    WEB,
    Trouble,
    built_front_end,
    data_folder,
    node_modules,
    process_environment,
    python_environment,
    say,
)
from server.keeping import lock, restoring

DEFAULT_PORT = 8765
PAGES_PORT = 5173
PATIENCE_S = 5


def start(words: list[str]) -> int:
    """Set up what is missing, load the sample world into an empty database, serve."""
    parser = argparse.ArgumentParser(prog="oak start")
    parser.add_argument("--port", type=int, default=DEFAULT_PORT, help=f"port on 127.0.0.1 (default {DEFAULT_PORT})")
    parser.add_argument("--fresh", action="store_true", help="put the sample world back, after asking")
    parser.add_argument("--yes", action="store_true", help="with --fresh: do not ask")
    parser.add_argument("--open", action="store_true", help="open it in the browser; where it runs already, that one")
    options = parser.parse_args(words)
    first = lock.address_in(data_folder())
    if options.open and first:
        say(f"Oak Spin is running already: {first}")
        webbrowser.open(first)
        return 0
    _port_is_free(options.port)
    python_environment("run")
    built_front_end()
    if options.fresh and not _put_aside(options.yes):
        return 1
    if options.open:
        threading.Thread(target=_open_when_ready, args=(options.port,), daemon=True).start()
    return subprocess.call([str(PYTHON), "-m", "server.serve", str(options.port)], cwd=ROOT, env=process_environment())


def _open_when_ready(port: int) -> None:
    for _ in range(600):
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                webbrowser.open(f"http://127.0.0.1:{port}/")
                return
        time.sleep(0.1)


def dev(words: list[str]) -> int:
    """Serve for development: the server, and pages that are made anew when a source changes."""
    parser = argparse.ArgumentParser(prog="oak dev")
    parser.add_argument("--port", type=int, default=DEFAULT_PORT, help=f"the server's port (default {DEFAULT_PORT})")
    parser.add_argument("--pages", type=int, default=PAGES_PORT, help=f"port of the pages (default {PAGES_PORT})")
    options = parser.parse_args(words)
    for port in (options.port, options.pages):
        _port_is_free(port)
    python_environment("run")
    node_modules()
    environment = {**process_environment(), "OAKSPIN_SERVER": f"http://127.0.0.1:{options.port}"}
    # Both end with this process, however it is asked to end; a shell's background jobs ignore Ctrl+C by themselves.
    for number in (signal.SIGINT, signal.SIGTERM):
        signal.signal(number, signal.default_int_handler)
    # Vite itself, not npm: npm would not pass the signal on.
    vite = [
        str(WEB / "node_modules" / ".bin" / "vite"),
        "--port",
        str(options.pages),
        "--strictPort",
        "--host",
        "127.0.0.1",
    ]
    children = [
        subprocess.Popen([str(PYTHON), "-m", "server.serve", str(options.port)], cwd=ROOT, env=environment),
        subprocess.Popen(vite, cwd=WEB, env=environment),
    ]
    say(f"open http://127.0.0.1:{options.pages}; a change of a page shows at once, of the server after a restart")
    try:
        while all(child.poll() is None for child in children):
            time.sleep(0.2)
        return next(child.returncode for child in children if child.returncode is not None)
    finally:
        for child in children:
            child.terminate()
        for child in children:
            _ended(child)


def restore(words: list[str]) -> int:
    """Put a copy of the database back."""
    try:
        return restoring.restore(words, data_folder())
    except (restoring.Refused, EOFError) as refused:
        raise Trouble(str(refused) or "Nothing was changed: say which copy, and --yes.") from None


def _ended(child: subprocess.Popen[bytes]) -> None:
    """Wait for a process that was asked to end; one that is busy is ended without asking."""
    try:
        child.wait(PATIENCE_S)
    except subprocess.TimeoutExpired:
        child.kill()
        child.wait()


def _port_is_free(port: int) -> None:
    if not 1 <= port <= 65535:
        raise Trouble(f"Port {port} is no port: choose one from 1 to 65535.")
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            raise Trouble(
                f"Port {port} is taken. Stop what runs there, or run: ./oak start --port {port + 1}"
            ) from None


def _put_aside(sure: bool) -> bool:
    """Move the present data away (never delete it) so that the sample world is loaded anew."""
    data = data_folder()
    if not (data / "oakspin.sqlite3").is_file():
        return True
    try:
        with lock.held(data, "oak start --fresh"):
            pass
    except lock.InUse as error:
        raise Trouble(f"Nothing was changed: {error}") from None
    if not sure:
        try:
            answer = input("This puts the sample world back; your demonstrations are moved aside. Go on? [y/N] ")
        except EOFError:
            answer = ""
        if answer.strip().lower() not in {"y", "yes"}:
            say("nothing was changed")
            return False
    taken = [int(folder.name.rsplit("-", 1)[1]) for folder in data.parent.glob(f"{data.name}-before-*")]
    aside = data.with_name(f"{data.name}-before-{max(taken, default=0) + 1}")
    shutil.move(str(data), aside)
    say(f"your demonstrations are kept in {aside.name}/")
    return True
