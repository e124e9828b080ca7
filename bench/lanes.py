"""A plain verdict beside six clients that ask for heavy work without a rest."""

from __future__ import annotations

import json
import random
import tempfile
import threading
import time
from contextlib import suppress
from pathlib import Path
from typing import Any

import numpy as np
import psutil

from runner.live_server import LiveServer
from runner.samples import sample

CLIENTS, ALONE, MEANWHILE = 6, 150, 250
LOOK_S = 0.2
HEAVY = ("lantern", "ferry-wheel", "crane-motor", "night-shuttle")


def lane_ratios() -> tuple[float, float]:
    """95th percentile and worst of a plain verdict beside heavy clients, both over its 95th percentile alone."""
    server = LiveServer(Path(tempfile.mkdtemp(prefix="oakspin-bench-")))
    try:
        _verdicts(server, 20)  # what is loaded at first use does not count
        alone = _verdicts(server, ALONE)
        stop = threading.Event()
        clients = [threading.Thread(target=_heavy, args=(server, stop, seed)) for seed in range(CLIENTS)]
        for client in clients:
            client.start()
        time.sleep(2)
        meanwhile = _verdicts(server, MEANWHILE)
        stop.set()
        for client in clients:
            client.join()
    finally:
        server.kill()
    usual = float(np.percentile(alone, 95))
    return float(np.percentile(meanwhile, 95)) / usual, max(meanwhile) / usual


def during_a_search() -> tuple[float, float]:
    """A plain verdict's median beside a search over that alone; and for how long, in seconds, the cores stay busy when
    the reader of the search is gone.
    """
    server = LiveServer(Path(tempfile.mkdtemp(prefix="oakspin-bench-")))
    try:
        _verdicts(server, 20)
        alone = _verdicts(server, ALONE)
        connection = server.connect()
        body = {"criteria": {"minutes": 300}, "parts_from": "kit", "designs": 200_000}
        headers = {
            "X-CSRFToken": server.token,
            "Cookie": f"csrftoken={server.token}",
            "Content-Type": "application/json",
        }
        connection.request("POST", "/api/search", json.dumps(body), headers)
        answer = connection.getresponse()
        assert answer.readline(), answer.status
        meanwhile = _verdicts(server, ALONE)
        assert _share_of_a_core(server) > 0.5, "the search was over too soon to tell"
        answer.close()
        connection.close()
        busy = _busy_for(server)
    finally:
        server.kill()
    return float(np.median(meanwhile) / np.median(alone)), busy


def _busy_for(server: LiveServer, most: float = 10.0) -> float:
    """Seconds until the processes of a server take no more than a tenth of a core."""
    start = time.perf_counter()
    while (since := time.perf_counter() - start) < most:
        if _share_of_a_core(server) < 0.1:
            return since
    return most


def _share_of_a_core(server: LiveServer) -> float:
    """How much of a core a server and all that it has begun take for a moment."""
    before = _cpu_seconds(server)
    time.sleep(LOOK_S)
    return (_cpu_seconds(server) - before) / LOOK_S


def _cpu_seconds(server: LiveServer) -> float:
    """Processor time of a server and all that it has begun and that still lives."""
    family = [psutil.Process(server.process.pid)]
    family += family[0].children(recursive=True)
    taken = 0.0
    for each in family:
        with suppress(psutil.NoSuchProcess):
            taken += sum(each.cpu_times()[:2])
    return taken


def _verdicts(server: LiveServer, count: int) -> list[float]:
    design = sample("lantern").model_dump(mode="json")
    connection, taken = server.connect(), []
    for number in range(count):
        # No two alike, so that none is answered from what was kept.
        design["feet"]["gap_mm"] = 0.5 + 1e-4 * (number + random.random())
        start = time.perf_counter()
        status, _ = server.ask(connection, "POST", "look", {"design": design})
        taken.append(time.perf_counter() - start)
        assert status == 200, status
        time.sleep(0.02)
    connection.close()
    return taken


def _heavy(server: LiveServer, stop: threading.Event, seed: int) -> None:
    chance = random.Random(seed)
    connection = server.connect()
    while not stop.is_set():
        design: dict[str, Any] = sample(chance.choice(HEAVY)).model_dump(mode="json")
        design["room_C"] = round(chance.uniform(10, 30), 3)
        pointers = ("/magnets/diameter_mm", "/room_C") if "magnets" in design else ("/front/diameter_mm", "/room_C")
        path, body = chance.choice(
            (
                ("advice", design),
                ("best", design),
                ("spin", design),
                ("map", {"design": design, "first": pointers[0], "second": pointers[1]}),
                ("sweep.csv", {"design": design, "pointer": pointers[0]}),
            )
        )
        status, answer = _request(server, connection, path, body)
        assert status in (200, 422, 503), (path, status, answer)
    connection.close()


def _request(server: LiveServer, connection: Any, path: str, body: Any) -> tuple[int, Any]:
    try:
        return server.ask(connection, "POST", path, body)
    except ValueError:
        return 200, None  # a table is no JSON
