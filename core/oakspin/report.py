"""A verdict and its advice as plain data, for files and programs."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from oakspin.design import Design
from oakspin.verdict import advise, evaluate


def report(design: Design) -> dict[str, Any]:
    """Kind, headline, direction, weakest link, links, advice and figures; ready for JSON.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    verdict = asdict(evaluate(design))
    verdict.pop("geometry")
    return {**verdict, "advice": [asdict(one) for one in advise(design)]}
