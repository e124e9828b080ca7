"""./oak search: what can be built from the parts of a Drawer, as one JSON object."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from typing import Any

from pydantic_core import from_json, to_json

from oakspin.drawer.table import read_drawer
from oakspin.search.engine import DESIGNS, SEED, SearchState, search
from oakspin.search.request import ALL_KINDS, MATTERS, SearchRequest, request_of
from oakspin.search.stock import stock_of
from oakspin.search.usual import USUAL_KIT
from oakspin.search.views import search_view
from runner.files import answered, text_in


def found(words: argparse.Namespace) -> dict[str, Any]:
    """The answer. Raises the core's errors."""
    names = ("hands", "groups", "minutes", "no_sharp_tools", "most_A")
    request = request_of(
        {**{name: getattr(words, name) for name in names}, "matters": words.matters, "kinds": words.kinds}
    )
    faults: tuple[Any, ...] = ()
    entries = USUAL_KIT
    if words.drawer:
        rows = read_drawer(text_in(words.drawer))
        entries, faults = rows.entries, rows.faults
    stock = stock_of(entries)
    for state in _states(stock, request, words):
        last = state
    view = from_json(to_json(search_view(last, request)))
    unusable = [{"name": part.name, "why": part.why_not} for part in stock if part.why_not]
    for each in view["found"]:
        del each["drawing"]
    return {**view, "not_used": unusable, "faults": [fault.line() for fault in faults]}


def _states(stock: Any, request: SearchRequest, words: argparse.Namespace) -> Iterator[SearchState]:
    processes = words.processes or os.cpu_count() or 1
    if processes == 1:
        yield from search(stock, request, designs=words.designs, seed=words.seed)
        return
    with ProcessPoolExecutor(processes) as pool:
        yield from search(stock, request, designs=words.designs, seed=words.seed, executor=pool)


def main(words: list[str]) -> int:
    """Print what the words ask for."""
    parser = argparse.ArgumentParser(prog="./oak search", description=__doc__)
    parser.add_argument("drawer", nargs="?", metavar="DRAWER.csv", help="a Drawer's table; a usual kit without one")
    parser.add_argument("--hands", default="older_pupil", choices=("careful_adult", "older_pupil", "young_pupil"))
    parser.add_argument("--groups", type=int, default=1, help="groups that build at the same time")
    parser.add_argument("--minutes", type=float, default=90.0, help="minutes that a group has to build")
    parser.add_argument("--matters", nargs="+", default=["sure", "fast", "quick"], choices=MATTERS, metavar="MATTER")
    parser.add_argument("--kinds", nargs="+", default=list(ALL_KINDS), choices=ALL_KINDS, metavar="KIND")
    parser.add_argument("--no-sharp-tools", action="store_true")
    parser.add_argument("--most-amperes", dest="most_A", type=float)
    parser.add_argument("--designs", type=int, default=DESIGNS, help="how many are looked at, about")
    parser.add_argument("--seed", type=int, default=SEED)
    parser.add_argument("--processes", type=int, default=0, help="worker processes; as many as cores without")
    request = parser.parse_args(words)
    return answered(lambda: found(request))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
