"""Stock neither grows nor shrinks by itself: what is owned is what lies in the Drawer and what built motors hold."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from server.drawer.models import UsedPart
from tests.effort import effort
from tests.server.conftest import Page
from tests.server.test_archive import bring_back, everything

DISC = {
    "sort": "magnet",
    "name": "Disc 10 x 3",
    "amount": 10,
    "facts": {"diameter_mm": {"value": 10.0, "how": "printed"}, "thickness_mm": {"value": 3.0, "how": "printed"}},
    "words": {"shape": "disc", "material": "neodymium"},
}


class Bench:
    """A motor whose magnets are discs of the Drawer."""

    def __init__(self, tab: Page) -> None:
        self.tab = tab
        status, entry = tab.ask("POST", "drawer", {"entry": DISC})
        assert status == 200, entry
        self.entry = entry["id"]
        kept = tab.ask("POST", "shelf", {"kind": "hanging"})[1]
        self.motor = kept["id"]
        put = tab.ask("PUT", f"shelf/{self.motor}/parts/magnet", {"entry": self.entry, "design": kept["design"]})[1]
        body = {"version": kept["version"], "title": "Beacon", "design": put["design"], "change": "part"}
        assert tab.ask("PUT", f"shelf/{self.motor}", body)[0] == 200
        self.takes = next(place["takes"] for place in put["parts"]["places"] if place["place"] == "magnet")

    @property
    def row(self) -> dict[str, Any]:
        return next(each for each in self.tab.ask("GET", "drawer")[1]["entries"] if each["id"] == self.entry)

    @property
    def amount(self) -> float:
        return float(self.row["entry"]["amount"])

    @property
    def held(self) -> float:
        return float(sum(row.drawn or 0 for row in UsedPart.objects.filter(entry_id=self.entry)))

    def undo(self) -> tuple[int, Any]:
        return self.tab.ask("POST", f"drawer/{self.entry}/undo", {"version": self.row["version"]})

    def do(self, what: str) -> tuple[int, Any]:
        return self.tab.ask("POST", f"shelf/{self.motor}/{what}")


@pytest.fixture
def bench(tab: Page) -> Bench:
    return Bench(tab)


def test_what_a_motor_drew_is_not_undone_in_the_drawer(bench: Bench) -> None:
    bench.do("build")
    assert bench.amount == 10 - bench.takes
    status, problem = bench.undo()
    assert status == 422
    assert "Beacon" in problem["faults"][0]["value"]
    bench.do("take-apart")
    assert bench.amount == 10
    assert bench.undo()[0] == 422
    assert bench.amount == 10


def test_a_motor_that_is_put_away_gives_back_what_it_holds(bench: Bench) -> None:
    bench.do("build")
    assert bench.tab.ask("DELETE", f"shelf/{bench.motor}")[0] == 204
    assert (bench.amount, bench.held) == (10, 0)
    assert bench.do("build")[0] == 410
    assert bench.tab.ask("POST", f"shelf/{bench.motor}/restore")[0] == 200
    assert bench.do("build")[0] == 200
    assert bench.amount == 10 - bench.takes


def test_an_archive_in_which_the_motor_is_built_does_not_add_what_it_holds(bench: Bench) -> None:
    bench.do("build")
    whole = everything(bench.tab)
    bench.do("take-apart")
    for mode in ("merge", "merge"):
        assert bring_back(bench.tab, whole, mode)[0] == 200
        bench.do("take-apart")
        assert bench.amount == 10
    UsedPart.objects.all().delete()
    assert bring_back(bench.tab, whole)[0] == 200
    bench.do("take-apart")
    assert bench.amount == 10


def test_an_archive_in_place_of_what_is_here_restores_drawer_and_classes(bench: Bench) -> None:
    tab = bench.tab
    made = tab.ask("POST", "classes/sample")[1]
    bench.do("build")
    whole = everything(tab)
    bench.do("take-apart")
    body = {"version": bench.row["version"], "entry": {**DISC, "amount": 3}, "change": "counted"}
    assert tab.ask("PUT", f"drawer/{bench.entry}", body)[0] == 200
    assert tab.ask("DELETE", f"drawer/{bench.entry}")[0] == 204
    plan = {**made["plan"], "title": "Another"}
    assert tab.ask("PUT", f"classes/{made['id']}", {"version": made["version"], "plan": plan})[0] == 200
    assert bring_back(tab, whole, "replace")[0] == 200
    assert (bench.amount, bench.held) == (10 - bench.takes, bench.takes)
    assert tab.ask("GET", f"classes/{made['id']}")[1]["plan"]["title"] == made["plan"]["title"]
    bench.do("take-apart")
    assert bench.amount == 10


@pytest.mark.parametrize("amount", [0.5, 1e-7, 2.0000001, 0])
@pytest.mark.parametrize("route", ["use", "split"])
def test_pieces_are_whole(bench: Bench, route: str, amount: float) -> None:
    status, problem = bench.tab.ask("POST", f"drawer/{bench.entry}/{route}", {"version": 1, "amount": amount})
    assert status == 422, problem
    assert bench.amount == 10


def test_a_part_that_became_something_else_is_said_and_nothing_is_lost(bench: Bench) -> None:
    bench.do("build")
    body = {"version": bench.row["version"], "entry": {**DISC, "amount": 1e6}, "change": "counted"}
    assert bench.tab.ask("PUT", f"drawer/{bench.entry}", body)[0] == 200
    status, problem = bench.do("take-apart")
    assert status == 422
    assert "Set the amount" in problem["faults"][0]["hint"]
    assert bench.held == bench.takes


@pytest.mark.parametrize("seed", range(effort(4, 40)))
def test_after_any_history_all_that_was_owned_is_there(bench: Bench, seed: int) -> None:
    chance = np.random.default_rng(seed)
    tab, owned = bench.tab, 10.0
    for _ in range(14):
        before = bench.amount + bench.held
        assert before == owned
        what = chance.choice(["build", "take-apart", "undo", "rename", "add", "use", "away", "back", "merge", "copy"])
        entry, version = bench.row["entry"], bench.row["version"]
        if what in ("build", "take-apart"):
            bench.do(str(what))
        elif what == "rename":
            body = {"version": version, "entry": {**entry, "name": "Discs"}, "change": "name"}
            tab.ask("PUT", f"drawer/{bench.entry}", body)
        elif what == "add":
            body = {"version": version, "entry": {**entry, "amount": entry["amount"] + 2}, "change": "bought"}
            owned += 2 if tab.ask("PUT", f"drawer/{bench.entry}", body)[0] == 200 else 0
        elif what == "use":
            used = tab.ask("POST", f"drawer/{bench.entry}/use", {"version": version, "amount": 1})
            owned -= 1 if used[0] == 200 else 0
        elif what == "away":
            tab.ask("DELETE", f"shelf/{bench.motor}")
        elif what == "back":
            tab.ask("POST", f"shelf/{bench.motor}/restore")
        elif what == "merge":
            assert bring_back(tab, everything(tab))[0] == 200
        elif what == "copy":
            tab.ask("POST", f"shelf/{bench.motor}/duplicate")
        elif bench.undo()[0] == 200:
            # What people counted or used themselves is theirs to take back; no motor's draw is.
            owned = bench.amount + bench.held
            assert abs(owned - before) <= 2
