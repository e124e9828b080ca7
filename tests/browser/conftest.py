"""A real server, a real browser, and a page that may print nothing to its console."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import ConsoleMessage, Page, expect

from runner.browser import CHROMIUM, FLAGS, ready
from runner.live_server import ROOT, LiveServer

# So long that a busy machine is slower and not red: nothing that comes is waited for longer than it takes.
PATIENCE_MS = 90_000
expect.set_options(timeout=PATIENCE_MS)
# What tells that a stage is there.
SEEN = {
    "choose": "What helps most",
    "make": "Build sheet",
    "run": "First run",
    "tune": "Sweep",
    "teach": "Predict, do, explain",
}
AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, Any]:
    """Debian's Chromium, without a screen."""
    return {"executable_path": CHROMIUM, "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args() -> dict[str, Any]:
    """The reference size."""
    return {"viewport": {"width": 1280, "height": 800}}


@pytest.fixture(scope="session")
def one_server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[tuple[LiveServer, Path]]:
    """The whole server on its own data, with the sample world, and a copy of that."""
    data = tmp_path_factory.mktemp("data")
    running = LiveServer(data)
    at_first = tmp_path_factory.mktemp("at-first") / "copy.sqlite3"
    _copied(_database_in(data), at_first)
    yield running, at_first
    running.kill()


@pytest.fixture(scope="module")
def server(one_server: tuple[LiveServer, Path]) -> LiveServer:
    """The server with its data as at first: whatever other files left behind is gone."""
    running, at_first = one_server
    _copied(at_first, _database_in(running.data))
    return running


def _database_in(data: Path) -> Path:
    (found,) = data.glob("*.sqlite3")
    return found


def _copied(source: Path, target: Path) -> None:
    """Copy a database into another, which may be in use."""
    with closing(sqlite3.connect(source)) as one, closing(sqlite3.connect(target, timeout=60)) as other:
        one.backup(other)


@pytest.fixture
def at(server: LiveServer) -> Callable[[str], str]:
    """The full address of a path."""
    return lambda path: f"http://127.0.0.1:{server.port}{path}"


@pytest.fixture
def motor(server: LiveServer) -> Callable[[str], str]:
    """A fresh copy of a sample on the shelf; gives its id."""

    def put(name: str = "lantern", **fields: Any) -> str:
        content = json.loads((ROOT / "demo" / f"{name}.oak.json").read_text(encoding="utf-8"))
        content["design"].update(fields)
        connection = server.connect()
        status, body = server.ask(connection, "POST", "shelf/import", {"content": content})
        connection.close()
        assert status == 200
        return str(body["id"])

    return put


@pytest.fixture(autouse=True)
def quiet_console(page: Page) -> Iterator[None]:
    """Fails a test whose page printed anything or threw."""
    messages: list[str] = []

    def hear(message: ConsoleMessage) -> None:
        # A refused or lost save is told to the user; the browser notes it in the console by itself.
        if not any(noted in message.text for noted in ("responded with a status of 4", "net::ERR_FAILED")):
            messages.append(message.text)

    page.set_default_timeout(PATIENCE_MS)
    page.on("console", hear)
    page.on("pageerror", lambda error: messages.append(str(error)))
    yield
    assert messages == []


def faults_of_access(page: Page) -> list[str]:
    """What axe finds on the page as it stands: rule and place of each. Other rooms differ by their colors alone."""
    page.evaluate(AXE.read_text(encoding="utf-8"))
    room = page.evaluate("localStorage.getItem('oakspin.room')")
    rules = {"runOnly": ["color-contrast"]} if room in ("dark", "projector") else {}
    report = page.evaluate("rules => axe.run(document, {resultTypes: ['violations'], ...rules})", rules)
    return [
        f"{rule['id']}: {node['target']} {node['failureSummary']}"
        for rule in report["violations"]
        for node in rule["nodes"]
    ]


def figure(page: Page, link: str) -> float:
    """A link's figure as shown."""
    return float(page.locator(f"[data-link={link}] [data-figure]").inner_text().split()[0])


def exported(page: Page, address: str) -> dict[str, Any]:
    """The design as the server keeps it."""
    return dict(page.request.get(address).json())


def mended(page: Page, answer: str, press: str, then: str) -> None:
    """The fault stands in the headline; one press of the advice mends it."""
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text(answer)
    page.get_by_role("button", name=press).click()
    ready(page)
    expect(page.locator("[data-headline]")).to_contain_text(then)


def seen_moving(page: Page) -> None:
    """Spin shows the computed run going on."""
    ready(page)
    page.get_by_role("button", name="▶ Spin").click()
    moving = page.locator("[data-angle]")
    first = moving.get_attribute("data-angle")
    expect(moving).not_to_have_attribute("data-angle", first or "")
