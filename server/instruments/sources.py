"""Open sources of readings. Each is read by polling; one that nobody reads any more ends by itself."""

from __future__ import annotations

import threading
import time
import uuid
from collections import deque
from dataclasses import dataclass, field
from typing import Protocol

import serial
from serial.tools import list_ports

from oakspin.design import Design
from oakspin.errors import Fault, NoSource
from oakspin.instruments.lines import LONGEST, NotALine, line_of
from oakspin.rig.rig import Rig

KEPT = 3000  # readings of a source
FORGOTTEN_S = 20.0  # s without a reader, after which a source ends
WAITS_S = 0.2  # s that a port is listened to before its thread looks round
MOST_SOURCES = 8
MOST_WRONG = 20  # lines that were none, kept to be told
RIG_STEP_S = 0.1
SPEEDS = (1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200)


@dataclass(frozen=True)
class SourceReading:
    """A reading with its number in the source's order; ``seconds`` since the source was opened."""

    number: int
    quantity: str
    value: float
    unit: str
    seconds: float


@dataclass
class Record:
    """What a source told so far: its last readings, and the last lines that were none."""

    begun: float = field(default_factory=time.monotonic)
    readings: deque[SourceReading] = field(default_factory=lambda: deque(maxlen=KEPT))
    wrong: deque[str] = field(default_factory=lambda: deque(maxlen=MOST_WRONG))
    count: int = 0
    ended: str = ""

    def put(self, quantity: str, value: float, unit: str, seconds: float | None = None) -> None:
        """Keep a reading."""
        at = time.monotonic() - self.begun if seconds is None else seconds
        self.count += 1
        self.readings.append(SourceReading(self.count, quantity, value, unit, round(at, 3)))


class Source(Protocol):
    """The contract of all sources."""

    record: Record
    simulated: bool

    def poll(self) -> None:
        """Bring the record up to now."""

    def send(self, word: str) -> None:
        """Tell it to do something; a source that obeys nothing passes it over."""

    def close(self) -> None:
        """End it, and whatever it has open."""


class LineDevice:
    """A device that speaks plain lines on a serial port. Raises ``NoSource`` where the port cannot be opened."""

    simulated = False

    def __init__(self, port: str, speed: int) -> None:
        try:
            self._port = serial.Serial(port, speed, timeout=WAITS_S)
        except (serial.SerialException, ValueError, OSError) as error:
            hint = "Plug it in, choose its port, and close other programs that use it."
            raise NoSource([Fault("/port", f"{port} ({_reason(error)})", "a port that can be opened", hint)]) from None
        self.record, self._open = Record(), True
        self._thread = threading.Thread(target=self._listen, name=f"port {port}", daemon=True)
        self._thread.start()

    def _listen(self) -> None:
        heard = b""
        try:
            while self._open:
                heard += self._port.read(self._port.in_waiting or 1)
                *lines, heard = heard.split(b"\n")
                for line in lines:
                    self._take(line)
                if len(heard) > 4 * LONGEST:
                    self._take(heard)
                    heard = b""
        except (serial.SerialException, OSError, TypeError):
            # A port that is closed under the reader shows itself in one of these ways.
            if self._open:
                self.record.ended = "Unplugged: nothing comes from the port any more. Plug it in and open it again."
        finally:
            self._port.close()

    def _take(self, line: bytes) -> None:
        try:
            reading = line_of(line.decode("utf-8", "replace"))
        except NotALine as wrong:
            self.record.wrong.append(str(wrong))
            return
        if reading:
            self.record.put(reading.quantity, reading.value, reading.unit)

    def poll(self) -> None:
        """Its thread keeps the record."""

    def send(self, word: str) -> None:
        """A line to the device."""
        try:
            self._port.write(f"{word}\n".encode("ascii"))
        except (serial.SerialException, OSError):
            self.record.ended = "Unplugged: it takes nothing any more. Plug it in and open it again."

    def close(self) -> None:
        """Close the port, and wait until its thread has ended."""
        self._open = False
        self._thread.join(timeout=5 * WAITS_S)


class SimulatedRig:
    """A hidden build of a design, that runs as long as it is polled."""

    simulated = True

    def __init__(self, design: Design, seed: int) -> None:
        self._rig, self.record, self._lock = Rig(design, seed), Record(), threading.Lock()

    def poll(self) -> None:
        """Let the time since the last poll go by."""
        with self._lock:
            now = time.monotonic() - self.record.begun
            while self._rig.seconds + RIG_STEP_S <= now:
                self._rig.advance(RIG_STEP_S)
                for row in self._rig.read():
                    self.record.put(row.quantity, row.value, row.unit, row.seconds)

    def send(self, word: str) -> None:
        """Power on or off, flick, hold, free."""
        with self._lock:
            if word in ("on", "off"):
                self._rig.power(on=word == "on")
            elif word == "flick":
                self._rig.flick()
            elif word in ("hold", "free"):
                self._rig.stop(held=word == "hold")

    def close(self) -> None:
        """Nothing is open."""


class Sources:
    """All sources that are open, by their names."""

    def __init__(self) -> None:
        self._open: dict[str, Source] = {}
        self._read: dict[str, float] = {}
        self._lock = threading.Lock()

    def add(self, source: Source) -> str:
        """Keep a source; gives its name. Raises ``NoSource``, and closes it, where too many are open."""
        self.sweep()
        with self._lock:
            if len(self._open) < MOST_SOURCES:
                name = uuid.uuid4().hex[:12]
                self._open[name], self._read[name] = source, time.monotonic()
                return name
        source.close()
        hint = "Close one that is not needed."
        raise NoSource([Fault("/source", f"{MOST_SOURCES} open", f"at most {MOST_SOURCES} at once", hint)])

    def get(self, name: str) -> Source | None:
        """A source that is open, now read."""
        with self._lock:
            if name in self._open:
                self._read[name] = time.monotonic()
            return self._open.get(name)

    def close(self, name: str) -> None:
        """Close a source, if it is open."""
        with self._lock:
            source = self._open.pop(name, None)
            self._read.pop(name, None)
        if source:
            source.close()

    def sweep(self, now: float | None = None) -> None:
        """Close what nobody has read for a while."""
        late = (time.monotonic() if now is None else now) - FORGOTTEN_S
        with self._lock:
            old = [name for name, read in self._read.items() if read < late]
        for name in old:
            self.close(name)


SOURCES = Sources()


def ports() -> list[tuple[str, str]]:
    """Serial ports of this machine, each with what it says of itself."""
    return sorted((port.device, port.description or "") for port in list_ports.comports())


def _reason(error: Exception) -> str:
    reason = getattr(error, "strerror", None) or str(error)
    return str(reason)[:120]
