"""A figure as it is told: exactly, in the units of the trade, and plainly, in those of a classroom.

Two ways of telling and one place for both, so that chain, table and paper say the same.
"""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.constants import GRAVITY
from oakspin.rounding import rounded

WIDE = 3.0  # a band whose ends differ more than this is told in words, not as give or take
SPEEDS = frozenset({"turns/min", "turns/s", "m/s"})
ROUGHLY = SPEEDS | {"s", "min", "hours", "%"}  # units in which a third figure says nothing
GRAM_CENTIMETER = 1e-5 * GRAVITY  # N m: what a gram hung from a lever of a centimeter turns with
GRAM = 1e-3 * GRAVITY  # N


@dataclass(frozen=True)
class PlainUnit:
    """A unit of a classroom: its words, and how many of it one of the exact unit makes."""

    words: str
    per: float = 1.0


PLAIN = {
    "turns/min": PlainUnit("turns a minute"),
    "turns/s": PlainUnit("turns a second"),
    "m/s": PlainUnit("meters a second"),
    "A": PlainUnit("amps"),
    "V": PlainUnit("volts"),
    "mΩ": PlainUnit("ohms", 1e-3),
    "µN·m": PlainUnit("grams at 1 cm", 1e-6 / GRAM_CENTIMETER),
    "µN·m/A": PlainUnit("grams at 1 cm for each amp", 1e-6 / GRAM_CENTIMETER),
    "mN": PlainUnit("grams of pull", 1e-3 / GRAM),
    "mN/A": PlainUnit("grams of pull for each amp", 1e-3 / GRAM),
    "s": PlainUnit("seconds"),
    "min": PlainUnit("minutes"),
    "mT": PlainUnit("mT"),
    "× friction": PlainUnit("times the friction"),
    "× its weight": PlainUnit("times its weight"),
    "× limit": PlainUnit("times what it needs"),
}
# Told along with the exact unit: what it weighs in the hand.
WEIGHED = frozenset({"µN·m", "mN"})


@dataclass(frozen=True)
class Spoken:
    """A figure in words. ``band`` and ``plain_band`` stand in brackets after it, empty where there is none."""

    text: str
    band: str
    plain: str
    plain_band: str


def spoken(value: float, unit: str, band: tuple[float, float] | None = None) -> Spoken:
    """A figure told both ways, with its band from the 10th to the 90th percentile.

    Speeds, times and shares have two figures, all else three at most; plainly told everything has two. What pushes is
    also told in grams.

    Example
    -------
    >>> spoken(41.53, "µN·m", (30.0, 55.0))
    Spoken(text='41.5 µN·m', band='30–55; 0.42 g at 1 cm', plain='0.42 grams at 1 cm', plain_band='0.31–0.56')
    >>> spoken(312.0, "turns/min", (90.0, 700.0)).band
    '90 to 700 from build to build'
    """
    plain = plain_unit(unit)
    ends = band if band and band[0] != band[1] else None
    exact = _band(unit, ends, 1.0)
    if unit in WEIGHED:
        weighed = f"{rounded(value * plain.per, 2)} {'g at 1 cm' if unit[-1] == 'm' else 'g'}"
        exact = f"{exact}; {weighed}" if exact else weighed
    return Spoken(
        text=f"{_grouped(value, digits_of(unit))} {unit}".strip(),
        band=exact,
        plain=f"{_grouped(value * plain.per, 2)} {one_of(plain.words, value * plain.per)}".strip(),
        plain_band=_band(unit, ends, plain.per),
    )


def digits_of(unit: str) -> int:
    """How many figures a number of this unit is told with: one value, one text, on every page."""
    return 2 if unit in ROUGHLY else 3


def plain_unit(unit: str) -> PlainUnit:
    """The unit of a classroom for an exact one; itself where it is one already."""
    return PLAIN.get(unit, PlainUnit(unit))


def band_text(unit: str, low: float, high: float) -> str:
    """A band of this unit as it stands in brackets; in words where its ends lie far apart.

    Example
    -------
    >>> band_text("turns/min", 380.0, 700.0), band_text("turns/min", 0.0, 700.0)
    ('380–700', 'none to 700 from build to build')
    """
    if unit in SPEEDS and high > WIDE * low:
        return f"{_grouped(low) if low else 'none'} to {_grouped(high)} from build to build"
    return f"{_grouped(low)}–{_grouped(high)}"


def _grouped(value: float, digits: int = 2) -> str:
    """A number, its thousands set apart from 10,000 on."""
    text = rounded(value, digits)
    return f"{int(text):,}" if len(text) > 4 and text.isdigit() else text


def _band(unit: str, ends: tuple[float, float] | None, per: float) -> str:
    return band_text(unit, ends[0] * per, ends[1] * per) if ends else ""


def one_of(words: str, amount: float) -> str:
    """The words of a unit for one of it."""
    if rounded(amount, 2) != "1":
        return words
    first, *rest = words.split(" ", 1)
    return " ".join([first if first == "times" else first.removesuffix("s"), *rest])
