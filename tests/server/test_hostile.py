"""Whatever is sent, the answer has the one problem shape, says what to do, and nothing is lost."""

from __future__ import annotations

import errno
import http.client
import io
import json
import os
import socket
import sqlite3
import threading
import tracemalloc
import zipfile
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import OperationalError, connection

from runner.live_server import LiveServer
from server.shelf import actions
from server.troubles import trouble_of
from tests.server.conftest import DESIGN, Page


def raw(tab: Page, method: str, path: str, body: bytes, kind: str = "application/json") -> tuple[int, dict[str, Any]]:
    """One request with any bytes; its answer must be a problem."""
    answer = tab.client.generic(method, f"/api/{path}", body, content_type=kind, headers={"X-CSRFToken": tab.token})
    assert answer.headers["Content-Type"].startswith("application/json"), answer.content[:200]
    problem = answer.json()
    assert {"title", "faults", "hint"} <= problem.keys()
    assert problem["hint"] or problem["faults"]
    return answer.status_code, problem


def with_value(place: str, text: str) -> bytes:
    """The Lantern as a question, with raw JSON text at a place."""
    return (
        json.dumps({"design": DESIGN, "turns": [{"pointer": place, "value": "HERE"}]}).replace('"HERE"', text).encode()
    )


@pytest.mark.parametrize(
    "text",
    ["NaN", "Infinity", "-Infinity", "1e400", "9" * 5000, '"\\ud800"', "[" * 5000 + "]" * 5000, '"\\u0000"', "{}", "null",
     "1e308", "-0.0", "true", '{"by": "gauge"}', "[[1, 2], [3]]", "99999999999999999999"],
)  # fmt: skip
@pytest.mark.parametrize("place", ["/feet/gap_mm", "/magnets/count", "/wire/size", "/outline", ""])
def test_a_dial_turned_to_nonsense_is_refused_with_words(tab: Page, place: str, text: str) -> None:
    answer = tab.client.post(
        "/api/turn", with_value(place, text), content_type="application/json", headers={"X-CSRFToken": tab.token}
    )
    if (place, text) not in {("/feet/gap_mm", "-0.0")}:
        assert answer.status_code in (400, 422), answer.content[:300]
        assert {"title", "faults", "hint"} <= answer.json().keys()


@pytest.mark.parametrize(
    ("method", "path", "body", "status"),
    [("POST", "look", b"", 422), ("POST", "look", b"{", 400), ("POST", "look", b"\xff\xfe", 400), ("POST", "look", b"[]", 422),
     ("POST", "shelf", b'{"kind": "\\ud83d"}', 400), ("POST", "shelf", b'{"kind": "\\u0000"}', 404),
     ("POST", "shelf/import", b'{"content": {"format": "oakspin.design", "version": 99999999999999999999}}', 422),
     ("POST", "shelf/import", b'{"content": {"format": "oakspin.design", "version": true, "design": []}}', 422),
     ("POST", "shelf/import", b'{"content": ' + b"[" * 150 + b"]" * 150 + b"}", 422),
     ("PUT", "shelf/none", b"{}", 422), ("GET", "shelf/%ff%00", b"", 404), ("GET", "shelf/" + "a" * 3000, b"", 404),
     ("POST", "archive", b"", 422), ("DELETE", "look", b"", 405), ("PATCH", "shelf", b"", 405), ("GET", "no/such", b"", 404)],
)  # fmt: skip
def test_a_request_that_is_none_is_refused_in_the_one_shape(
    tab: Page, method: str, path: str, body: bytes, status: int
) -> None:
    assert raw(tab, method, path, body)[0] == status


def test_a_body_that_is_too_long_is_reported_so(tab: Page) -> None:
    status, problem = raw(tab, "POST", "look", b'{"design": "' + b"x" * 2_100_000 + b'"}')
    assert (status, problem["title"]) == (413, "This is more than one request may bring.")


@pytest.mark.parametrize(
    "bounds", [{"low": 1e308, "high": 1.7e308}, {"low": 5, "high": 1}, {"low": 1e400}, {"points": 1}]
)
def test_a_sweep_over_no_range_is_refused(tab: Page, bounds: dict[str, float]) -> None:
    body = json.dumps({"design": DESIGN, "pointer": "/feet/gap_mm", **bounds}).replace("Infinity", "1e999")
    for path in ("sweep", "sweep.csv"):
        assert raw(tab, "POST", path, body.encode())[0] == 422


def zipped(*entries: tuple[str, bytes], **options: Any) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", **options) as archive:
        for name, content in entries:
            archive.writestr(name, content)
    return out.getvalue()


def marked(place_in_file: int, place_in_list: int, value: int) -> bytes:
    """A zip whose one entry says of itself what it is not, in both places where it says so."""
    content = bytearray(zipped(("manifest.json", b"{}")))
    for signature, place in ((b"PK\x03\x04", place_in_file), (b"PK\x01\x02", place_in_list)):
        content[content.index(signature) + place] |= value
    return bytes(content)


MANIFEST = json.dumps({"format": "oakspin.archive", "version": 3, "demonstrations": ["a"]}).encode()
ONE = {"id": "a", "version": 1, "head": 1, "created_at": "2026-11-01T00:00:00Z", "deleted_at": None, "ticks": [], "trials": [],
       "revisions": [{"number": 1, "parent": None, "title": "T", "design": DESIGN, "change": "", "made_at": "2026-11-01T00:00:00Z"}]}  # fmt: skip


def motor_file(**fields: Any) -> bytes:
    return zipped(("manifest.json", MANIFEST), ("demonstrations/a.json", json.dumps({**ONE, **fields}).encode()))


HOSTILE_ZIPS = {
    "none": b"",
    "no zip": b"PK\x03\x04 but no more",
    "cut off": motor_file()[:-30],
    "encrypted": marked(6, 8, 1),
    "another method": marked(8, 10, 99),
    "no manifest": zipped(("x", b"")),
    "out of the folder": zipped(("manifest.json", MANIFEST.replace(b'"a"', b'"../../a"'))),
    "bomb": zipped(("manifest.json", b" " * 30_000_000), compression=zipfile.ZIP_DEFLATED),
    "wide": zipped(("manifest.json", MANIFEST), ("demonstrations/a.json", json.dumps([{} for _ in range(500_000)]).encode()), compression=zipfile.ZIP_DEFLATED),
    "many": zipped(*((f"{number}", b"") for number in range(6_100))),
    "deep": zipped(("manifest.json", b"[" * 100_000)),
    "revision twice": motor_file(revisions=ONE["revisions"] * 2),
    "head to nowhere": motor_file(head=7),
    "huge numbers": motor_file(version=10**30),
    "negative": motor_file(head=-1),
    "no revisions": motor_file(revisions=[]),
    "a time of nothing": motor_file(created_at="yesterday"),
    "a time at the end of all": motor_file(created_at="9999-12-31T23:59:59-12:00"),
    "a time of no place": motor_file(created_at="2026-11-01T00:00:00"),
    "a time too early": motor_file(created_at="0000-00-00T00:00:00Z"),
    "ticks without end": motor_file(ticks=["x" * 40] * 100_000),
}  # fmt: skip


@pytest.mark.parametrize("name", HOSTILE_ZIPS)
def test_a_hostile_archive_is_refused_and_nothing_changes(tab: Page, name: str) -> None:
    tab.started()
    before = tab.shelf()
    tracemalloc.start()
    for path in ("/api/archive", "/api/archive/preview"):
        file = SimpleUploadedFile("a.zip", HOSTILE_ZIPS[name])
        answer = tab.client.post(path, {"file": file}, headers={"X-CSRFToken": tab.token})
        assert answer.status_code in (400, 422), answer.content[:300]
        assert {"title", "faults", "hint"} <= answer.json().keys()
    _, most = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    assert most < 200e6
    assert tab.shelf() == before


def sqlite_error(code: int) -> OperationalError:
    inner = sqlite3.OperationalError("of the library")
    inner.sqlite_errorcode = code
    outer = OperationalError("of the library")
    outer.__cause__ = inner
    return outer


@pytest.mark.parametrize(
    ("error", "status", "words", "way_out"),
    [(sqlite_error(sqlite3.SQLITE_FULL), 507, "The disk is full: nothing was lost.", "Make room and save again."),
     (sqlite_error(sqlite3.SQLITE_IOERR | 3 << 8), 507, "The disk is full", "Make room"),
     (sqlite_error(sqlite3.SQLITE_BUSY), 503, "in use by another program", "try again"),
     (sqlite_error(sqlite3.SQLITE_READONLY | 1 << 8), 507, "cannot be written", "Give yourself the right"),
     (sqlite_error(sqlite3.SQLITE_CORRUPT), 507, "damaged", "./oak restore"),
     (OSError(errno.ENOSPC, "x"), 507, "The disk is full", "Make room"),
     (PermissionError(errno.EACCES, "x"), 507, "cannot be written", "Give yourself the right"),
     (MemoryError(), 503, "too much for this computer", "try again"),
     (ZeroDivisionError(), 500, "Oak Spin made a mistake", "Reload")],
)  # fmt: skip
def test_trouble_underneath_is_reported_with_what_to_do(
    tab: Page, monkeypatch: pytest.MonkeyPatch, error: Exception, status: int, words: str, way_out: str
) -> None:
    motor = tab.started()

    def fail(*_: object) -> None:
        raise error

    monkeypatch.setattr(actions, "_move_to", fail)
    body = json.dumps({"version": 1, "title": "T", "design": DESIGN, "change": "x"}).encode()
    found, problem = raw(tab, "PUT", f"shelf/{motor['id']}", body)
    assert found == status
    assert words in problem["title"]
    assert way_out in problem["hint"]
    monkeypatch.undo()
    assert len(tab.ask("GET", f"shelf/{motor['id']}/history")[1]) == 1  # whole or not at all
    assert tab.save(motor["id"], motor["version"])[0] == 200
    assert trouble_of(error).status == status


def test_what_can_be_asked_for_can_be_asked_about(tab: Page) -> None:
    motor = tab.started()
    for path in ("/", "/api/shelf", f"/api/shelf/{motor['id']}", f"/api/shelf/{motor['id']}/file", "/api/nothing"):
        whole, head = tab.client.get(path), tab.client.head(path)
        assert (head.status_code, head.content) == (whole.status_code, b"")
        assert head.headers["Content-Type"] == whole.headers["Content-Type"]


def test_names_are_one_line_without_control_characters(tab: Page) -> None:
    title = "  Lan\u0000tern\r\n of\tthe \u2028 quay\u001b "
    status, answer = tab.ask("POST", "shelf/copy", {"title": title, "design": DESIGN})
    assert (status, answer["title"]) == (200, "Lan tern of the quay")
    assert tab.ask("POST", "shelf/copy", {"title": "\u0000\n", "design": DESIGN})[0] == 422


@pytest.fixture(scope="module")
def live(tmp_path_factory: pytest.TempPathFactory) -> Iterator[LiveServer]:
    """A server on a wire."""
    running = LiveServer(tmp_path_factory.mktemp("hostile"))
    yield running
    running.kill()


def on_the_wire(live: LiveServer, request: bytes) -> tuple[int, bytes]:
    """Status and body of whatever comes back."""
    with socket.create_connection(("127.0.0.1", live.port), timeout=30) as wire:
        wire.sendall(request)
        with http.client.HTTPResponse(wire) as answer:
            answer.begin()
            return answer.status, answer.read()


@pytest.mark.parametrize(
    ("request_", "status"),
    [(b"NONSENSE\r\n\r\n", 400), (b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nX: " + b"x" * 40_000 + b"\r\n\r\n", 431),
     (b"POST /api/archive HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 99999999999\r\n\r\n", 413),
     (b"POST /api/look HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: -5\r\n\r\n", 400)],
)  # fmt: skip
def test_what_is_refused_on_the_wire_has_the_same_shape(live: LiveServer, request_: bytes, status: int) -> None:
    found, body = on_the_wire(live, request_)
    assert found == status
    assert {"title", "faults", "hint"} <= json.loads(body).keys()


def test_idle_connections_block_nobody(live: LiveServer) -> None:
    idle = [socket.create_connection(("127.0.0.1", live.port)) for _ in range(150)]
    try:
        for wire in idle[:50]:
            wire.sendall(b"POST /api/look HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 100\r\n\r\n{")
        one = live.connect()
        assert live.ask(one, "GET", "shelf")[0] == 200
        one.close()
    finally:
        for wire in idle:
            wire.close()


def heavy_archive(megabytes: int) -> bytes:
    """A whole archive of motors as long as one may be, no two states alike."""
    out, each = io.BytesIO(), 7
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as archive:
        names = [f"heavy{number}" for number in range(max(1, megabytes // each))]
        for name in names:
            first = dict(ONE["revisions"][0])
            length = len(json.dumps(first))
            states = [
                {**first, "number": number, "parent": number - 1 or None, "change": f"{name} {number * 7919 % 104729}",
                 "design": {**DESIGN, "room_C": 15 + number % 997 / 100}}
                for number in range(1, each * 1_000_000 // (length + 20))
            ]  # fmt: skip
            archive.writestr(f"demonstrations/{name}.json", json.dumps({**ONE, "id": name, "revisions": states}))
        archive.writestr(
            "manifest.json", json.dumps({"format": "oakspin.archive", "version": 4, "demonstrations": names})
        )
    return out.getvalue()


@pytest.mark.slow
def test_no_archive_takes_two_hundred_megabytes(live: LiveServer) -> None:
    content = heavy_archive(int(os.environ.get("OAK_ATTACK_MEGABYTES", "22")))
    boundary = "x" * 30
    head = f'--{boundary}\r\nContent-Disposition: form-data; name="file"; filename="a.zip"\r\n\r\n'.encode()
    headers = {"X-CSRFToken": live.token, "Cookie": f"csrftoken={live.token}", "Content-Type": f"multipart/form-data; boundary={boundary}"}  # fmt: skip
    wire = live.connect()
    assert live.ask(wire, "GET", "shelf")[0] == 200
    status = Path(f"/proc/{live.process.pid}/status")
    Path(f"/proc/{live.process.pid}/clear_refs").write_text("5")  # let the highest mark start anew

    def highest() -> int:
        line = next(line for line in status.read_text(encoding="utf-8").splitlines() if line.startswith("VmHWM"))
        return int(line.split()[1]) // 1000

    before = highest()
    wire.request("POST", "/api/archive/preview", head + content + f"\r\n--{boundary}--\r\n".encode(), headers)
    answer = wire.getresponse()
    reply = json.loads(answer.read())
    wire.close()
    assert answer.status == 200, reply
    assert {row["state"] for row in reply["motors"]} == {"new"}
    assert highest() - before < 200


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("trouble", ["full", "closed", "locked"])
def test_a_database_that_cannot_be_written_says_why_and_is_whole_afterwards(trouble: str) -> None:
    tab = Page()
    motor = tab.started()
    body = {"version": 1, "title": "T", "design": DESIGN, "change": "x" * 190}
    name = str(connection.settings_dict["NAME"])
    with closing(sqlite3.connect(name, isolation_level=None)) as other, connection.cursor() as cursor:
        if trouble == "full":
            pages = cursor.execute("PRAGMA page_count").fetchone()[0]
            cursor.execute(f"PRAGMA max_page_count = {pages}")
        elif trouble == "closed":
            cursor.execute("PRAGMA query_only = ON")
        else:
            cursor.execute("PRAGMA busy_timeout = 50")
            other.execute("BEGIN IMMEDIATE")
        last = 0
        for version in range(1, 30):  # until what room was left is full
            last, problem = tab.ask("PUT", f"shelf/{motor['id']}", {**body, "version": version})
            if last != 200:
                break
        assert (last, problem["title"]) == {
            "full": (507, "The disk is full: nothing was lost."),
            "closed": (507, "The data folder cannot be written: nothing was saved."),
            "locked": (503, "The database is in use by another program."),
        }[trouble]
        if trouble == "locked":
            other.execute("ROLLBACK")
        for undo in ("max_page_count = 1000000", "query_only = OFF", "busy_timeout = 5000"):
            cursor.execute(f"PRAGMA {undo}")
    kept = tab.ask("GET", f"shelf/{motor['id']}")[1]
    assert len(tab.ask("GET", f"shelf/{motor['id']}/history")[1]) == kept["version"] == version
    assert tab.ask("PUT", f"shelf/{motor['id']}", {**body, "version": version})[0] == 200


def test_motors_started_at_once_get_distinct_titles(live: LiveServer) -> None:
    titles: list[str] = []

    def start() -> None:
        wire = live.connect()
        status, motor = live.ask(wire, "POST", "shelf", {"kind": "hanging"})
        wire.close()
        assert status == 200
        titles.append(motor["title"])

    starting = [threading.Thread(target=start) for _ in range(12)]
    for thread in starting:
        thread.start()
    for thread in starting:
        thread.join(60)
    assert len(titles) == len(set(titles)) == 12
