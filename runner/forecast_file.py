"""./oak forecast: how a lesson will go, what stops groups and what saves most, as one JSON object."""

from __future__ import annotations

import argparse
import sys
from typing import Any

from pydantic_core import from_json, to_json

from oakspin.classroom.file import from_text
from oakspin.classroom.forecast.changes import usual_others
from oakspin.classroom.forecast.forecast import CLASSES, forecasting
from oakspin.classroom.forecast.views import forecast_view
from runner.files import answered, bytes_in


def forecast_in(words: argparse.Namespace) -> dict[str, Any]:
    """The forecast. Raises the core's errors."""
    plan = from_text(bytes_in(words.file)).plan
    *_, last = forecasting(plan, (), usual_others(plan), classes=words.classes)
    whole: dict[str, Any] = from_json(to_json(forecast_view(last)))
    for save in whole["saves"]:
        del save["plan"]
    return {name: value for name, value in whole.items() if name not in ("done", "of")}


def main(words: list[str]) -> int:
    """Print what the words ask for."""
    parser = argparse.ArgumentParser(prog="./oak forecast", description=__doc__)
    parser.add_argument("file", metavar="FILE.oakclass.json", help="the plan of a class")
    parser.add_argument("--classes", type=int, default=CLASSES, help="how many lessons are drawn")
    options = parser.parse_args(words)
    return answered(lambda: forecast_in(options))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
