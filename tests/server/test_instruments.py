"""Sources of readings: a device on a true pseudo terminal, the simulated rig, and what goes wrong with them."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import threading
import time
import tty
from collections.abc import Iterator
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from runner.environment import ROOT
from runner.samples import DEMO
from server.instruments import sources
from server.instruments.sources import SOURCES
from tests.server.conftest import DESIGN, Page

PATIENCE_S = 15.0


class Device:
    """The far end of a pseudo terminal, as an instrument holds it."""

    def __init__(self) -> None:
        self.ours, theirs = os.openpty()
        tty.setraw(theirs)
        self.name = os.ttyname(theirs)
        self.theirs: int | None = theirs

    def speak(self, text: str) -> None:
        os.write(self.ours, text.encode())

    def unplug(self) -> None:
        for end in (self.ours, self.theirs):
            if end is not None:
                os.close(end)
        self.ours, self.theirs = -1, None


@pytest.fixture
def device() -> Iterator[Device]:
    made = Device()
    yield made
    if made.theirs is not None:
        made.unplug()


@pytest.fixture(autouse=True)
def none_left() -> Iterator[None]:
    """No thread of a port outlives its source."""
    yield
    for name in list(SOURCES._open):
        SOURCES.close(name)
    assert not [thread for thread in threading.enumerate() if thread.name.startswith("port ")]


def until(tab: Page, id_: str, wanted: Any) -> dict[str, Any]:
    """What a source tells, once it tells what is wanted."""
    latest = time.monotonic() + PATIENCE_S
    while time.monotonic() < latest:
        status, reply = tab.ask("GET", f"sources/{id_}")
        assert status == 200
        if wanted(reply):
            return dict(reply)
        time.sleep(0.05)
    raise AssertionError(reply)


def test_lines_of_a_device_become_readings(tab: Page, device: Device) -> None:
    status, opened = tab.ask("POST", "sources/device", {"port": device.name, "speed": 9600})
    assert (status, opened["simulated"]) == (200, False)
    device.speak("# hello\r\ncurrent 3210 mA\r\nvolts 1.05 V\nnonsense\ncurrent x A\ncurr")
    reply = until(tab, opened["id"], lambda reply: len(reply["wrong"]) == 2)
    assert [(row["quantity"], row["value"], row["unit"]) for row in reply["readings"]] == [
        ("current", 3.21, "A"),
        ("volts", 1.05, "V"),
    ]
    assert "'nonsense' is not a quantity" in reply["wrong"][0]
    device.speak("ent 3.2 A\n")
    until(tab, opened["id"], lambda reply: reply["readings"][-1]["value"] == 3.2)
    _, later = tab.ask("GET", f"sources/{opened['id']}?after=2")
    assert [row["number"] for row in later["readings"]] == [3]


def test_the_rig_on_a_pseudo_terminal_is_read_as_a_device(tab: Page) -> None:
    command = [
        sys.executable,
        "-m",
        "runner.rig_file",
        str(DEMO / "lantern.oak.json"),
        "--seed",
        "5",
        "--seconds",
        "60",
    ]
    environment = {**os.environ, "PYTHONPATH": os.pathsep.join([str(ROOT / "core"), str(ROOT)])}
    with subprocess.Popen(command, stdout=subprocess.PIPE, text=True, env=environment, cwd=ROOT) as rig:
        try:
            assert rig.stdout is not None
            port = rig.stdout.readline().strip()
            assert port.startswith("/dev/")
            _, opened = tab.ask("POST", "sources/device", {"port": port})
            speed = {"speed", "current", "volts", "temperature", "pulses"}
            reply = until(
                tab,
                opened["id"],
                lambda reply: (
                    speed <= {row["quantity"] for row in reply["readings"]}
                    and any(row["quantity"] == "speed" and row["value"] > 20 for row in reply["readings"])
                ),
            )
            assert not reply["wrong"]
            assert tab.ask("POST", f"sources/{opened['id']}/say", {"word": "off"})[0] == 200
            until(
                tab,
                opened["id"],
                lambda reply: [row["value"] for row in reply["readings"] if row["quantity"] == "current"][-1] == 0,
            )
        finally:
            rig.kill()
    assert until(tab, opened["id"], lambda reply: reply["ended"])["ended"].startswith("Unplugged")


def test_a_device_that_is_unplugged_is_reported(tab: Page, device: Device) -> None:
    _, opened = tab.ask("POST", "sources/device", {"port": device.name})
    device.speak("current 1 A\n")
    until(tab, opened["id"], lambda reply: reply["readings"])
    device.unplug()
    reply = until(tab, opened["id"], lambda reply: reply["ended"])
    assert reply["ended"].startswith("Unplugged")
    assert reply["readings"][0]["value"] == 1


def test_a_port_that_is_none_is_refused(tab: Page) -> None:
    status, problem = tab.ask("POST", "sources/device", {"port": "/dev/no-such-port"})
    assert status == 422
    assert problem["title"] == "This source cannot be opened."
    assert problem["faults"][0]["field"] == "/port"
    assert "Plug it in" in problem["faults"][0]["hint"]
    assert tab.ask("GET", "sources/nobody")[0] == 404
    assert tab.ask("GET", "ports")[1]["speeds"][0] == 1200


def test_a_source_that_nobody_reads_ends(tab: Page, device: Device) -> None:
    _, opened = tab.ask("POST", "sources/device", {"port": device.name})
    SOURCES.sweep(time.monotonic() + sources.FORGOTTEN_S / 2)
    assert tab.ask("GET", f"sources/{opened['id']}")[0] == 200
    SOURCES.sweep(time.monotonic() + 2 * sources.FORGOTTEN_S)
    assert tab.ask("GET", f"sources/{opened['id']}")[0] == 404


def test_a_closed_source_is_closed_and_may_be_closed_again(tab: Page, device: Device) -> None:
    _, opened = tab.ask("POST", "sources/device", {"port": device.name})
    for _ in range(2):
        assert tab.ask("DELETE", f"sources/{opened['id']}")[0] == 204
    assert tab.ask("GET", f"sources/{opened['id']}")[0] == 404


def test_no_more_than_a_few_are_open_at_once(tab: Page) -> None:
    for _ in range(sources.MOST_SOURCES):
        assert tab.ask("POST", "sources/rig", {"design": DESIGN})[0] == 200
    status, problem = tab.ask("POST", "sources/rig", {"design": DESIGN})
    assert status == 422
    assert "at most" in problem["faults"][0]["limit"]


def test_the_simulated_rig_says_that_it_is_and_obeys(tab: Page, monkeypatch: pytest.MonkeyPatch) -> None:
    _, opened = tab.ask("POST", "sources/rig", {"design": DESIGN, "seed": 5})
    id_ = opened["id"]
    assert opened["simulated"]
    source = SOURCES.get(id_)
    assert source is not None
    began = source.record.begun
    assert tab.ask("POST", f"sources/{id_}/say", {"word": "on"})[0] == 200
    assert tab.ask("POST", f"sources/{id_}/say", {"word": "dance"})[0] == 422
    source.record.begun = began - 12.0  # as if it had run for so long
    _, reply = tab.ask("GET", f"sources/{id_}")
    steady = {row["quantity"]: row for row in reply["steady"]}
    assert reply["simulated"]
    assert steady["speed"]["value"] > 100
    assert 0 < steady["current"]["value"] < 10
    assert steady["current"]["error"] > 0
    assert steady["current"]["sentence"]
    assert reply["take"]["tach_per_min"] == pytest.approx(steady["speed"]["value"], abs=0.06)
    assert {"amperes", "volts_loaded", "temperature_C"} <= set(reply["take"])
    bands = {row["quantity"]: row["band"] for row in tab.ask("POST", "expected", DESIGN)[1]}
    assert bands["current"][0] < steady["current"]["value"] < bands["current"][2]


def sent(tab: Page, content: bytes, **fields: str) -> tuple[int, Any]:
    """A recording handed to the server to read."""
    form = {"file": SimpleUploadedFile("recording", content), "design": json.dumps(DESIGN), **fields}
    answer = tab.client.post("/api/recordings/read", form, headers={"X-CSRFToken": tab.token})
    return answer.status_code, answer.json()


def test_a_recording_is_read_for_its_design(tab: Page) -> None:
    table = "seconds,quantity,value,unit\n" + "".join(f"{at / 2},current,1.2,A\n" for at in range(12))
    status, reply = sent(tab, table.encode())
    assert (status, reply["choices"][0]["take"], reply["simulated"]) == (200, {"amperes": 1.2}, False)
    assert reply["table"].startswith("seconds,quantity,value,unit\n0,current,1.2,A\n")
    status, reply = sent(tab, b"noise")
    assert (status, reply["title"]) == (422, "This recording cannot be read.")
    assert sent(tab, b"x" * 8_000_001)[1]["faults"][0]["value"] == "8000001 bytes"
    status, reply = sent(tab, table.encode(), design="{")
    assert (status, reply["title"]) == (422, "This design cannot be taken.")
