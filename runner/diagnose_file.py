"""./oak diagnose: what may be wrong on the bench with a motor that is right on paper, by what is seen of it."""

from __future__ import annotations

import argparse
import sys
from typing import Any

from pydantic_core import from_json, to_json

from oakspin.diagnose.ranking import Answer, Evidence
from oakspin.diagnose.views import bench_in, diagnosis_view, fault_in, sign_words
from runner.files import answered, design_in

READINGS = {"current": "amperes, a meter in the circuit", "volts": "volts while it is on", "turns": "turns a minute"}


def diagnosed(options: argparse.Namespace) -> dict[str, Any]:
    """The faults by rank, each with chance, check, cure and effect; ``signs`` are those that the motor can show."""
    design = design_in(options.file)
    bench = bench_in(design.model_dump_json(), options.current is not None)
    signs = {sign.id: sign.word for sign in sign_words(bench)}
    parts = {sign.id: sign.parts for sign in sign_words(bench)}
    where = {word: part for word, _, part in (each.partition("@") for each in options.seen) if part}
    seen = [each.partition("@")[0] for each in options.seen]
    wrong = [word for word in seen if word not in signs]
    if wrong:
        sys.exit(f"--seen {wrong[0]}: this motor cannot show that. Take some of: {', '.join(signs)}")
    for word, part in where.items():
        if part not in parts[word]:
            view_at = ", ".join(parts[word]) or "nothing: it is seen at one place only"
            sys.exit(f"--seen {word}@{part}: not to be seen there. Behind the @ stands one of: {view_at}")
    answers: dict[str, Answer] = {**dict.fromkeys(options.yes, "yes"), **dict.fromkeys(options.no, "no")}
    unknown = [id_ for id_ in answers if fault_in(bench, id_) is None]
    if unknown:
        sys.exit(f"{unknown[0]}: no fault of this motor. Take some of: {', '.join(f.id for f in bench.faults)}")
    named = {"current": options.current, "volts": options.volts, "speed": options.turns}
    readings = {name: value for name, value in named.items() if value is not None}
    view = from_json(to_json(diagnosis_view(bench, Evidence(frozenset(seen), readings, answers, where=where))))
    return {"faults": view.pop("causes"), **view, "signs": signs}


def main(words: list[str]) -> int:
    """Print the diagnosis that the words ask for."""
    parser = argparse.ArgumentParser(prog="./oak diagnose", description=__doc__)
    parser.add_argument("file", metavar="FILE.oak.json")
    seen = "what is seen, such as trembles, or dull@lead to tell where"
    parser.add_argument("--seen", nargs="+", default=[], metavar="SIGN", help=seen)
    for name, what in READINGS.items():
        parser.add_argument(f"--{name}", type=float, help=what)
    parser.add_argument("--yes", nargs="+", default=[], metavar="FAULT", help="checks that were answered yes")
    parser.add_argument("--no", nargs="+", default=[], metavar="FAULT", help="checks that were answered no")
    options = parser.parse_args(words)
    return answered(lambda: diagnosed(options))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
