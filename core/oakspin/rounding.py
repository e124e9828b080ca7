"""Numbers as people say them: three significant figures at most, plain digits."""

from __future__ import annotations

import math


def time_unit(seconds: float) -> tuple[str, float]:
    """The unit in which people tell a time of about so many seconds, and how many of it a second is.

    Example
    -------
    >>> time_unit(80), time_unit(600)[0], time_unit(7200)[0]
    (('s', 1.0), 'min', 'hours')
    """
    if seconds < 120:
        return "s", 1.0
    return ("min", 1 / 60) if seconds < 5400 else ("hours", 1 / 3600)


def spoken_time(*seconds: float) -> tuple[str, ...]:
    """Times as people say them, two figures each, in the unit of the first, which alone is named.

    Example
    -------
    >>> spoken_time(210.0, 200.0, 230.0), spoken_time(8.26)
    (('3.5 min', '3.3', '3.8'), ('8.3 s',))
    """
    unit, per = time_unit(seconds[0])
    first, *others = (rounded(value * per, 2) for value in seconds)
    return f"{first} {unit}", *others


def rounded(value: float, digits: int = 3) -> str:
    """A number with so many significant figures at most, never in powers of ten.

    Example
    -------
    >>> rounded(1552.3), rounded(0.4567), rounded(12.0), rounded(2718, 2)
    ('1550', '0.457', '12', '2700')
    """
    if value == 0 or not math.isfinite(value):
        return "0" if value == 0 else "—"
    places = digits - 1 - math.floor(math.log10(abs(value)))
    near = round(value, places)
    text = f"{near:.{max(places, 0)}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text
