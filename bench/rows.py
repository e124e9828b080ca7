"""A long table of trials, taken in and listed by a real server."""

from __future__ import annotations

import statistics
import tempfile
import time
from pathlib import Path

from runner.live_server import LiveServer
from runner.samples import sample

ROWS = 5000


def row_ratios() -> tuple[float, float]:
    """Time to take in and to list 5,000 trials of different builds, each over that of one verdict."""
    server = LiveServer(Path(tempfile.mkdtemp(prefix="oakspin-bench-")))
    try:
        connection = server.connect()
        _, motor = server.ask(connection, "POST", "shelf", {"kind": "frame"})
        rows = ["group,turns,turns_seconds,amperes,seen,as_built,note"]
        for number in range(ROWS):
            built = f'"[{{""pointer"": ""/feet/gap_mm"", ""value"": {0.5 + 0.0005 * number:.4f}}}]"'
            rows.append(f"Tern,{40 + number % 30},5,{3 + 0.001 * number:.3f},runs,{built},run {number}")
        design, verdicts = sample("lantern").model_dump(mode="json"), []
        for number in range(20):
            design["feet"]["gap_mm"] = 1 + 0.001 * number
            verdicts.append(_timed(server, connection, "POST", "look", {"design": design}))
        one = statistics.median(verdicts[5:])
        path = f"shelf/{motor['id']}/trials"
        taken = _timed(server, connection, "POST", f"{path}/table", {"text": "\n".join(rows)})
        listed = _timed(server, connection, "GET", path)
        connection.close()
    finally:
        server.kill()
    return taken / one, listed / one


def _timed(server: LiveServer, connection: object, method: str, path: str, body: object = None) -> float:
    start = time.perf_counter()
    status, answer = server.ask(connection, method, path, body)  # type: ignore[arg-type]
    assert status == 200, answer
    return time.perf_counter() - start
