"""A server killed in the middle of saves loses none that it acknowledged."""

from __future__ import annotations

import threading
from pathlib import Path

import pytest

from runner.live_server import LiveServer
from tests.server.conftest import DESIGN

SAVES, KILL_AFTER = 200, 90


@pytest.mark.slow
def test_kill_in_the_middle_of_200_saves_loses_none_that_was_acknowledged(tmp_path: Path) -> None:
    server = LiveServer(tmp_path)
    connection = server.connect()
    _, answer = server.ask(connection, "POST", "shelf", {"kind": "frame"})
    acknowledged: list[int] = []
    reached = threading.Event()

    def save_all() -> None:
        for number in range(SAVES):
            body = {"version": number + 1, "title": f"Save {number}", "design": DESIGN, "change": str(number)}
            try:
                status, _ = server.ask(connection, "PUT", f"shelf/{answer['id']}", body)
            except Exception:
                return  # the server is gone: this save was never acknowledged
            assert status == 200
            acknowledged.append(number)
            if len(acknowledged) == KILL_AFTER:
                reached.set()

    saver = threading.Thread(target=save_all)
    saver.start()
    assert reached.wait(120)
    server.kill()
    saver.join(60)
    assert KILL_AFTER <= len(acknowledged) < SAVES

    again = LiveServer(tmp_path)
    try:
        fresh = again.connect()
        _, history = again.ask(fresh, "GET", f"shelf/{answer['id']}/history")
        kept = {line["change"] for line in history}
        assert {str(number) for number in acknowledged} <= kept
        _, shown = again.ask(fresh, "GET", f"shelf/{answer['id']}")
        assert shown["version"] >= len(acknowledged) + 1
        fresh.close()
    finally:
        again.kill()
