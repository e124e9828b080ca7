"""Plain lines of a device: ``current 3.21 A``, one reading a line, and what is wrong with those that are none."""

from __future__ import annotations

import math
from dataclasses import dataclass

LONGEST = 200  # characters of a line
# What a line can tell, with its units and how many of the first one each makes.
QUANTITIES: dict[str, tuple[tuple[str, float, float], ...]] = {
    "current": (("A", 1.0, 0.0), ("mA", 1e-3, 0.0)),
    "volts": (("V", 1.0, 0.0), ("mV", 1e-3, 0.0)),
    "speed": (("turns/min", 1.0, 0.0), ("turns/s", 60.0, 0.0), ("rpm", 1.0, 0.0)),
    "temperature": (("C", 1.0, 0.0), ("°C", 1.0, 0.0), ("K", 1.0, -273.15)),
    "pulses": (("1", 1.0, 0.0),),
    "gate": (("s", 1.0, 0.0), ("ms", 1e-3, 0.0)),
}


@dataclass(frozen=True)
class Line:
    """A reading that a line told, in the first unit of its quantity."""

    quantity: str
    value: float
    unit: str


class NotALine(ValueError):
    """A line that tells nothing, with what is wrong with it."""


def line_of(text: str) -> Line | None:
    """The reading of a line; none of an empty one, or of a remark that begins with ``#``.

    Raises
    ------
    NotALine
        With what is wrong, the value and what to do.

    Example
    -------
    >>> line_of("current 3210 mA")
    Line(quantity='current', value=3.21, unit='A')
    """
    plain = text.strip()
    if not plain or plain.startswith("#"):
        return None
    shown = plain if len(plain) <= 40 else f"{plain[:40]} ..."
    if len(plain) > LONGEST or not plain.isprintable():
        raise NotALine(f"not text: {shown.encode('ascii', 'replace').decode()!r}. Choose another speed of the port.")
    words = plain.split()
    if words[0] not in QUANTITIES:
        raise NotALine(f"{words[0][:40]!r} is not a quantity. Send one of {', '.join(QUANTITIES)} first.")
    if len(words) not in (2, 3):
        raise NotALine(f"{shown!r} is not a quantity, a value and a unit. Send lines such as: current 3.21 A")
    try:
        value = float(words[1].replace(",", "."))
    except ValueError:
        raise NotALine(f"{words[1]!r} is not a number. Send lines such as: current 3.21 A") from None
    if not math.isfinite(value):
        raise NotALine(f"{words[1]!r} is not a number. Send lines such as: current 3.21 A")
    units = QUANTITIES[words[0]]
    unit = words[2] if len(words) == 3 else units[0][0]
    for name, per, offset in units:
        if unit == name:
            return Line(words[0], value * per + offset, units[0][0])
    raise NotALine(f"{unit!r} is no unit of {words[0]}. Send {' or '.join(name for name, _, _ in units)}.")


def text_of(quantity: str, value: float, unit: str) -> str:
    """A reading as a line."""
    return f"{quantity} {value:g} {unit}"
