"""Heavy work runs apart, ends when nobody waits for it, and takes nothing down with it."""

from __future__ import annotations

import json
import os
import signal
import threading
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from django.test import RequestFactory

from oakspin.errors import Fault, Refusal
from runner.live_server import LiveServer, family
from runner.samples import sample
from server.jobs import answers, work
from server.jobs.lane import MOST_JOBS, AskerGone, Broken, Busy, Lane
from tests.server.conftest import Page

FAULT = Fault("/a", "b", "c", "d")


def reply(*words: str) -> Iterator[bytes]:
    yield f"{os.getpid()}".encode()
    yield from (word.encode() for word in words)


def endless() -> Iterator[bytes]:
    yield f"{os.getpid()}".encode()
    time.sleep(3600)


def refused() -> Iterator[bytes]:
    yield b""
    raise Refusal([FAULT])


def unportable() -> Iterator[bytes]:
    yield b""
    raise type("Local", (Exception,), {})("of this process alone")


def dying() -> Iterator[bytes]:
    yield b""
    os._exit(1)


def there() -> bool:
    return False


@pytest.fixture
def lane() -> Iterator[Lane]:
    made = Lane(workers=1, waiting=1)
    yield made
    made.close()


def ended(pid: int) -> bool:
    """Whether a process is gone, or only its name is left."""
    try:
        return Path(f"/proc/{pid}/stat").read_text(encoding="utf-8").rsplit(")", 1)[1].split()[0] == "Z"
    except FileNotFoundError:
        return True


def ticks_of(pid: int) -> int:
    """Processor time that a process has had, in ticks; 0 where it is gone."""
    try:
        return int(Path(f"/proc/{pid}/stat").read_text(encoding="utf-8").rsplit(")", 1)[1].split()[11])
    except FileNotFoundError:
        return 0


def sooner_or_later(holds: Callable[[], bool]) -> None:
    for _ in range(3000):
        if holds():
            return
        time.sleep(0.1)
    raise AssertionError("not within five minutes")


def test_parts_come_in_order_from_a_process_that_is_kept(lane: Lane) -> None:
    first, again = (list(lane.run(reply, ("a", "b"), there)) for _ in range(2))
    assert first == again == [first[0], b"a", b"b"]
    assert int(first[0]) != os.getpid()


def test_a_worker_is_replaced_after_so_many_jobs_and_gives_its_memory_back(lane: Lane) -> None:
    pids = [next(iter(list(lane.run(reply, (), there)))) for _ in range(MOST_JOBS + 1)]
    assert len(set(pids[:MOST_JOBS])) == 1
    assert pids[-1] != pids[0]
    sooner_or_later(lambda: ended(int(pids[0])))


def test_an_error_of_the_work_comes_back_whole_and_the_worker_goes_on(lane: Lane) -> None:
    (pid,) = lane.run(reply, (), there)
    with pytest.raises(Refusal) as caught:
        list(lane.run(refused, (), there))
    assert caught.value.faults == [FAULT]
    with pytest.raises(RuntimeError, match="of this process alone"):
        list(lane.run(unportable, (), there))
    assert list(lane.run(reply, (), there)) == [pid]


def test_a_job_whose_asker_is_gone_ends_and_the_next_one_is_done(lane: Lane) -> None:
    parts = lane.run(endless, (), gone := threading.Event().is_set)
    assert not gone()
    pid = int(next(parts))
    with pytest.raises(AskerGone):
        list(lane.run(reply, (), lambda: True))  # gone while it waits in line
    parts.close()  # type: ignore[attr-defined]  # the reader stops
    sooner_or_later(lambda: ended(pid))
    left = threading.Event()
    parts = lane.run(endless, (), left.is_set)
    pid = int(next(parts))
    left.set()
    with pytest.raises(AskerGone):
        next(parts)
    sooner_or_later(lambda: ended(pid))
    assert len(list(lane.run(reply, ("x",), there))) == 2


def test_a_worker_that_dies_is_reported_and_replaced(lane: Lane) -> None:
    with pytest.raises(Broken):
        list(lane.run(dying, (), there))
    (pid,) = lane.run(reply, (), there)
    os.kill(int(pid), signal.SIGKILL)  # while it is idle
    sooner_or_later(lane._idle[0].pipe.poll)
    assert list(lane.run(reply, (), there)) != [pid]


def wait_in_line(lane: Lane, stop: threading.Event) -> None:
    with pytest.raises(AskerGone):
        list(lane.run(reply, (), stop.is_set))


def test_who_would_wait_too_long_is_sent_away(lane: Lane) -> None:
    running = lane.run(endless, (), there)
    next(running)
    stop = threading.Event()
    line = threading.Thread(target=wait_in_line, args=(lane, stop))
    line.start()
    sooner_or_later(lambda: len(lane._line) == 1)
    with pytest.raises(Busy):
        list(lane.run(reply, (), there))
    stop.set()
    line.join()
    running.close()  # type: ignore[attr-defined]


def test_a_request_s_own_connection_tells_whether_its_asker_is_gone(
    lane: Lane, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(answers, "_lane", lane)
    request = RequestFactory().post("/", **{"waitress.client_disconnected": lambda: True})
    with pytest.raises(AskerGone):
        answers.text(answers.gone(request), endless)
    assert answers.text(answers.gone(RequestFactory().post("/")), reply, "x").endswith(b"x")


def test_busy_and_broken_are_reported_with_when_to_come_back(tab: Page, monkeypatch: pytest.MonkeyPatch) -> None:
    design = sample("lantern").model_dump(mode="json")
    for error, words in ((Busy(), "busy"), (Broken(), "too much for this computer")):

        def fail(_: object, __: object, error: Exception = error) -> Iterator[bytes]:
            raise error

        monkeypatch.setattr(work, "best", fail)
        answer = tab.client.post(
            "/api/best", json.dumps(design), content_type="application/json", headers={"X-CSRFToken": tab.token}
        )
        assert answer.status_code == 503
        assert words in answer.json()["title"]
        assert int(answer.headers["Retry-After"]) > 0


@pytest.mark.slow
def test_a_closed_connection_ends_its_job_and_a_killed_server_leaves_no_process(tmp_path: Path) -> None:
    server = LiveServer(tmp_path)
    design = sample("slack-capstan").model_dump(mode="json")
    plain = server.connect()
    assert server.ask(plain, "POST", "spin", design)[0] == 200
    before = family(server.process.pid)
    assert before
    asking = server.connect()
    headers = {"X-CSRFToken": server.token, "Cookie": f"csrftoken={server.token}", "Content-Type": "application/json"}
    asking.request("POST", "/api/best", json.dumps(design), headers)
    idle = {pid: ticks_of(pid) for pid in before}
    sooner_or_later(lambda: any(ticks_of(pid) > idle[pid] + 5 for pid in before))
    asking.close()
    sooner_or_later(lambda: any(ended(pid) for pid in before))
    assert server.ask(plain, "POST", "spin", design)[0] == 200
    left = family(server.process.pid)
    plain.close()
    server.kill()
    sooner_or_later(lambda: all(ended(pid) for pid in left))
