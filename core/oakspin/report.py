"""A verdict and its advice as plain data, for files and programs."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from oakspin.advice import advise
from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.kinds.kinds import evaluate


def report(design: Design, draws: Draws | None = None) -> dict[str, Any]:
    """Kind, headline, direction, weakest link, links, advice and figures on the usual draws, or learned ones, for JSON.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    return {**asdict(evaluate(design, draws)), "advice": [asdict(advice) for advice in advise(design, draws)]}
