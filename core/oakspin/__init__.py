"""Oak Spin's core: battery motor demonstrations from real physics.

Frame and signs, said once: SI units inside; z up; angles counterclockwise positive seen from
above (for a horizontal shaft: seen from the end with the fully bared lead, or the left end if
both are alike). Current I > 0 leaves the + terminal. ``pole up N`` is a magnetisation along +z.

Arrays are (draws, points), always in this order. The package holds no interface code: no
clock, no network, no files, no global state. Same input, same output.

Contents, from the value a user decides to what is made of it:

    design    Design, Document, from_text, to_text, schema    read and write ``.oak.json``
    errors    Fault, OakSpinError                              what is wrong, and the way out
    draws     Draws                                            the uncertain constants, seeded
    machines  machine_of                                       a design as the one machine
    kinds     evaluate, look, turn                             the run chain; what is shown; a dial turned
    advice    advise                                           what helps
    tune      sweep                                            a number over its range
    report    report                                           verdict and advice as plain data
    library   design_from, search_parts, learn_from,           for programs and notebooks: docs/library.md
              find_faults, forecast_lesson
"""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from oakspin.advice import advise
from oakspin.design import Design, Document, from_text, schema, to_text
from oakspin.draws import Draws
from oakspin.errors import Fault, OakSpinError
from oakspin.kinds.kinds import evaluate
from oakspin.kinds.look import look, turn
from oakspin.machines.table import machine_of
from oakspin.report import report
from oakspin.tune.sweep import sweep

if TYPE_CHECKING:
    from oakspin.library import design_from, find_faults, forecast_lesson, learn_from, search_parts

__all__ = [
    "Design",
    "Document",
    "Draws",
    "Fault",
    "OakSpinError",
    "advise",
    "design_from",
    "evaluate",
    "find_faults",
    "forecast_lesson",
    "from_text",
    "learn_from",
    "look",
    "machine_of",
    "report",
    "schema",
    "search_parts",
    "sweep",
    "to_text",
    "turn",
]

_OF_THE_LIBRARY = ("design_from", "find_faults", "forecast_lesson", "learn_from", "search_parts")


def __getattr__(name: str) -> Any:
    """Load the library's functions at their first use: a verdict alone needs none of their rooms."""
    if name not in _OF_THE_LIBRARY:
        raise AttributeError(f"module 'oakspin' has no attribute {name!r}")
    from oakspin import library

    return getattr(library, name)
