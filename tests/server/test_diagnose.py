"""A motor that does not go, over the wire."""

from __future__ import annotations

import json
from typing import Any

import pytest

from oakspin.design import Design
from oakspin.diagnose.ranking import Evidence
from oakspin.diagnose.views import bench_in, diagnosis_view
from runner import diagnose_file
from runner.samples import DEMO, sample
from server.stages import diagnose
from tests.server.conftest import Page

LANTERN: Design = sample("lantern")
DESIGN = LANTERN.model_dump(mode="json")


def request(tab: Page, **seen: Any) -> dict[str, Any]:
    status, found = tab.ask("POST", "diagnose", {"design": DESIGN, **seen})
    assert status == 200, found
    return dict(found)


def test_a_diagnosis_is_the_core_s(tab: Page) -> None:
    found = request(tab, signs=["nothing"], readings={"current": 0}, answers={"coat": "no"}, cured=["worn_cell"])
    known = Evidence(frozenset(("nothing",)), {"current": 0.0}, {"coat": "no"}, frozenset(("worn_cell",)))
    core = diagnosis_view(bench_in(LANTERN.model_dump_json(), True), known)
    answer = found["diagnosis"]
    assert answer["summary"] == core.summary
    assert [cause["id"] for cause in answer["causes"]] == [cause.id for cause in core.causes]
    assert [cause["chance"] for cause in answer["causes"]] == pytest.approx([cause.chance for cause in core.causes])
    assert found["sense"] == -1
    assert not found["travels"]
    assert {"nothing", "trembles"} <= {sign["id"] for sign in found["signs"]}


def test_where_a_sign_is_seen_moves_the_ranking(tab: Page) -> None:
    def chance(**seen: Any) -> float:
        causes = request(tab, signs=["nothing", "unlike"], **seen)["diagnosis"]["causes"]
        return next((float(cause["chance"]) for cause in causes if cause["id"] == "foot_high"), 0.0)

    parts = next(sign["parts"] for sign in request(tab)["signs"] if sign["id"] == "unlike")
    assert {"battery", "feet"} <= set(parts)
    assert chance(where={"unlike": "feet"}) > chance() > chance(where={"unlike": "battery"})


def test_a_bench_is_computed_once_for_a_design(tab: Page, monkeypatch: pytest.MonkeyPatch) -> None:
    request(tab, signs=["trembles"])

    def never(*_: object) -> bytes:
        raise AssertionError("computed again")

    monkeypatch.setattr(diagnose, "text", never)
    assert request(tab, signs=["nothing"])["diagnosis"]["causes"]


def test_a_sheet_for_the_tables_holds_eight(tab: Page) -> None:
    status, sheet = tab.ask("POST", "diagnose/sheet", DESIGN)
    assert (status, len(sheet)) == (200, 8)
    assert all(cause["check"]["do"] and cause["cure"]["do"] and cause["at"] for cause in sheet)


@pytest.mark.parametrize(
    ("seen", "answer"),
    [
        ({"signs": ["smells"]}, "smells"),
        ({"readings": {"current": -1}}, "-1"),
        ({"readings": {"smell": 1}}, "smell"),
        ({"answers": {"coat": "maybe"}}, "maybe"),
        ({"answers": {"kink": "yes"}}, "kink"),
        ({"cured": ["kink"]}, "kink"),
        ({"signs": ["unlike"], "where": {"unlike": "chimney"}}, "chimney"),
        ({"where": {"hops": "magnets"}}, "one place only"),
    ],
)
def test_what_cannot_be_is_refused_by_name(tab: Page, seen: dict[str, Any], answer: str) -> None:
    status, problem = tab.ask("POST", "diagnose", {"design": DESIGN, **seen})
    assert status == 422
    assert answer in json.dumps(problem["faults"])


def test_the_command_prints_the_faults_by_rank(capsys: pytest.CaptureFixture[str]) -> None:
    file = str(DEMO / "lantern.oak.json")
    assert diagnose_file.main([file, "--seen", "nothing", "--current", "0"]) == 0
    answer = json.loads(capsys.readouterr().out)
    first = answer["faults"][0]
    assert {"id", "sentence", "chance", "explains", "check", "cure", "effect"} <= first.keys()
    chances = [fault["chance"] for fault in answer["faults"]]
    assert chances == sorted(chances, reverse=True)
    assert diagnose_file.main([file, "--seen", "nothing", "--no", first["id"]]) == 0
    assert json.loads(capsys.readouterr().out)["faults"][0]["id"] != first["id"]
    assert diagnose_file.main([file, "--seen", "runs", "other_way", "unlike@battery"]) == 0
    assert json.loads(capsys.readouterr().out)["faults"][0]["id"] == "cell_over"
    with pytest.raises(SystemExit, match=r"not to be seen there\. Behind the @ stands one of: .*battery"):
        diagnose_file.main([file, "--seen", "unlike@chimney"])
    with pytest.raises(SystemExit, match="this motor cannot show that"):
        diagnose_file.main([file, "--seen", "comes_back"])
    with pytest.raises(SystemExit, match="no fault of this motor"):
        diagnose_file.main([file, "--yes", "kink"])
