"""A server killed at any moment loses nothing that it acknowledged, and its data stay whole."""

from __future__ import annotations

import os
import random
import threading
from pathlib import Path
from typing import Any

import pytest

from runner.live_server import LiveServer
from server.keeping import copies
from tests.effort import effort
from tests.server.conftest import DESIGN

# More with ./oak test --long, and more still with ./oak attack.
KILLS = int(os.environ.get("OAK_ATTACK_KILLS", effort("1", "3")))
LATEST_S = 1.5


@pytest.mark.slow
def test_kills_at_random_moments_lose_nothing_that_was_acknowledged(tmp_path: Path) -> None:
    chance = random.Random(20261126)
    saved, logged, ids = set[str](), set[str](), list[str]()
    version, number = 1, 0

    def work(server: LiveServer) -> None:
        """Saves, trials and ticks, one after the other, until the server is gone."""
        nonlocal version, number
        connection = server.connect()
        try:
            if not ids:
                ids.append(server.ask(connection, "POST", "shelf", {"kind": "frame"})[1]["id"])
            version = server.ask(connection, "GET", f"shelf/{ids[0]}")[1]["version"]
            while True:
                number += 1
                body: dict[str, Any] = {"version": version, "title": f"Save {number}", "design": DESIGN}
                status, answer = server.ask(connection, "PUT", f"shelf/{ids[0]}", {**body, "change": str(number)})
                assert status == 200
                saved.add(str(number))
                version = answer["version"]
                trial = {"key": f"key-{number:08d}", "trial": {"group": "Tern", "note": str(number)}}
                assert server.ask(connection, "POST", f"shelf/{ids[0]}/trials", trial)[0] == 200
                logged.add(str(number))
        except (OSError, ValueError, EOFError):
            pass  # the server is gone: what was under way was never acknowledged
        except Exception as error:
            if type(error).__module__ != "http.client":
                raise
        finally:
            connection.close()

    for _ in range(KILLS):
        server = LiveServer(tmp_path)
        worker = threading.Thread(target=work, args=(server,))
        worker.start()
        worker.join(chance.uniform(0.3, LATEST_S))
        server.kill()
        worker.join(60)
        assert not worker.is_alive()
    assert saved
    again = LiveServer(tmp_path)
    try:
        fresh = again.connect()
        history = {line["change"] for line in again.ask(fresh, "GET", f"shelf/{ids[0]}/history")[1]}
        kept, before = set[str](), ""
        while page := again.ask(fresh, "GET", f"shelf/{ids[0]}/trials{before}")[1]:
            kept |= {row["trial"]["note"] for row in page}
            before = f"?before={page[0]['id']}"
        fresh.close()
    finally:
        again.kill()
    assert saved <= history
    assert logged <= kept
    copies.verify(tmp_path / "oakspin.sqlite3")
