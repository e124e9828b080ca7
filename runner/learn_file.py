"""./oak learn: the report on a design after what trials taught; every fault is one line and exit status 2."""

from __future__ import annotations

import sys
from typing import Any

from pydantic_core import from_json, to_json

from oakspin.learn.history import Ran
from oakspin.learn.summary import summary_of, summary_view
from oakspin.measure.table import read_trials
from oakspin.report import report
from runner.files import answered, design_in, text_in


def learned(file: str, table: str) -> dict[str, Any]:
    """As the report on the usual draws, with what was ``learned`` beside."""
    design = design_in(file)
    trials = read_trials(text_in(table))
    found = summary_of(design, [Ran(str(number), design, trial) for number, trial in enumerate(trials, 1)])
    return {**report(design, found.draws), "learned": from_json(to_json(summary_view(found)))}


def main(words: list[str]) -> int:
    """Print what the trials in a table teach of a design."""
    if len(words) != 2:
        print("usage: ./oak learn FILE.oak.json TRIALS.csv", file=sys.stderr)
        return 2
    return answered(lambda: learned(*words))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
