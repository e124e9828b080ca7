"""Working on the pages: what ./oak dev starts answers, and takes saves."""

from __future__ import annotations

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.server.conftest import DESIGN

ROOT = Path(__file__).resolve().parents[2]


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@pytest.fixture(params=[signal.SIGINT, signal.SIGTERM], ids=["Ctrl+C", "terminated"])
def pages(tmp_path: Path, request: pytest.FixtureRequest) -> Iterator[int]:
    """Port of the pages that follow their sources, once the server behind them answers too."""
    port, server = free_port(), free_port()
    command = [sys.executable, "oak", "dev", "--port", str(server), "--pages", str(port)]
    environment = {**os.environ, "OAKSPIN_DATA": str(tmp_path)}
    both = subprocess.Popen(command, cwd=ROOT, env=environment, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    try:
        for needed in (server, port):
            for _ in range(1800):
                with socket.socket() as probe:
                    if probe.connect_ex(("127.0.0.1", needed)) == 0:
                        break
                assert both.poll() is None, "./oak dev ended by itself"
                time.sleep(0.1)
        yield port
    finally:
        both.send_signal(request.param)
        try:
            both.wait(60)
        except subprocess.TimeoutExpired:
            both.kill()
            raise
    for ended in (server, port):
        with socket.socket() as probe:
            assert probe.connect_ex(("127.0.0.1", ended)) != 0, "a process was left running"


def ask(port: int, method: str, path: str, headers: dict[str, str], body: object = None) -> tuple[int, str, str]:
    """Status, text and cookie of one answer."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    try:
        connection.request(method, path, json.dumps(body) if body else None, headers)
        answer = connection.getresponse()
        return answer.status, answer.read().decode(), answer.headers.get("Set-Cookie", "")
    finally:
        connection.close()


def test_a_page_under_work_is_served_and_may_ask_and_save(pages: int) -> None:
    _, page, cookie = ask(pages, "GET", "/", {"Accept": "text/html"})
    assert "/@vite/client" in page
    token = cookie.split("csrftoken=")[1].split(";")[0]
    own = {"Content-Type": "application/json", "X-CSRFToken": token, "Cookie": f"csrftoken={token}"}
    body = {"design": DESIGN, "turns": []}
    assert ask(pages, "POST", "/api/look", {**own, "Origin": f"http://127.0.0.1:{pages}"}, body)[0] == 200
    assert ask(pages, "POST", "/api/look", {**own, "Origin": "http://127.0.0.1:1"}, body)[0] == 403
