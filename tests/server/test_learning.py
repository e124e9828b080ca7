"""What trials teach, over the wire."""

from __future__ import annotations

import json
from functools import lru_cache
from typing import Any

import pytest

from oakspin import Draws, evaluate
from oakspin.learn.history import Ran
from oakspin.learn.summary import summary_of
from oakspin.measure.table import trial_table
from oakspin.measure.trial import Trial
from oakspin.rig.bench import rig_trials
from server.learning.actions import draws_for
from tests.core.designs import LANTERN
from tests.server.conftest import DESIGN, Page


@lru_cache(maxsize=4)
def trials(seed: int = 5) -> tuple[Trial, ...]:
    return tuple(rig_trials(LANTERN, seed, 3))


def with_trials(tab: Page, seed: int = 5) -> str:
    motor = tab.started()
    body = {"version": 1, "title": "Lamp", "design": DESIGN, "change": "all"}
    assert tab.ask("PUT", f"shelf/{motor['id']}", body)[0] == 200
    status, taken = tab.ask("POST", f"shelf/{motor['id']}/trials/table", {"text": trial_table(trials(seed))})
    assert (status, taken["added"]) == (200, 3)
    return str(motor["id"])


def lines(tab: Page, id_: str, **body: Any) -> list[dict[str, Any]]:
    answer = tab.client.post(
        f"/api/shelf/{id_}/learn", body, content_type="application/json", headers={"X-CSRFToken": tab.token}
    )
    assert answer.status_code == 200, answer.content
    whole = b"".join(answer.streaming_content) if answer.streaming else answer.content  # type: ignore[attr-defined]
    return [json.loads(line) for line in whole.splitlines()]


def speed_band(tab: Page, key: str | None, design: dict[str, Any] = DESIGN) -> list[float]:
    query = f"?learned={key}" if key else ""
    status, look = tab.ask("POST", f"look{query}", {"design": design})
    assert status == 200, look
    return list(look["verdict"]["figures"]["speed"]["band"])


def test_what_was_taught_is_the_core_s(tab: Page) -> None:
    reply = lines(tab, with_trials(tab))
    found = reply[-1]["summary"]
    assert all(0 <= line["progress"] <= 1 for line in reply[:-1])
    core = summary_of(LANTERN, [Ran(str(number), LANTERN, trial) for number, trial in enumerate(trials())])
    assert (found["which"], found["trials"], found["rotors"]) == ("again", 3, 1)
    assert [row["name"] for row in found["rows"]] == [row.name for row in core.rows]
    assert found["rows"][0]["after"] == pytest.approx(list(core.rows[0].after))
    assert [thing["sentence"] for thing in found["things"]] == [thing.sentence for thing in core.things]


def test_a_look_with_the_key_is_that_of_the_motor_as_learned(tab: Page) -> None:
    key = lines(tab, with_trials(tab))[-1]["summary"]["key"]
    plain, learned = speed_band(tab, None), speed_band(tab, key)
    assert plain == list(evaluate(LANTERN).figures["speed"].band)
    assert learned[1] - learned[0] < 0.8 * (plain[1] - plain[0])
    changed = {**DESIGN, "feet": {**DESIGN["feet"], "gap_mm": 1.4}}
    other = speed_band(tab, key, changed)
    assert other[1] - other[0] > learned[1] - learned[0]


def test_every_stage_takes_the_key(tab: Page) -> None:
    key = lines(tab, with_trials(tab))[-1]["summary"]["key"]
    assert tab.ask("POST", f"build?learned={key}", DESIGN)[1]["first_run"]["expect"] != tab.ask("POST", "build", DESIGN)[1]["first_run"]["expect"]  # fmt: skip
    for route, body in (
        ("advice", DESIGN),
        ("spin", DESIGN),
        ("best", DESIGN),
        ("map", {"design": DESIGN, "first": "/feet/gap_mm", "second": "/feet/height_mm"}),
    ):
        assert tab.ask("POST", f"{route}?learned={key}", body)[0] == 200, route
    assert tab.ask("POST", "look?learned=gone", {"design": DESIGN})[0] == 404


def test_a_trial_struck_out_is_forgotten_and_one_put_back_counts(tab: Page) -> None:
    id_ = with_trials(tab)
    whole = lines(tab, id_)[-1]["summary"]
    last = tab.ask("GET", f"shelf/{id_}/trials")[1][-1]["id"]
    without = lines(tab, id_, left_out=[last])[-1]["summary"]
    tab.ask("POST", f"shelf/{id_}/trials/{last}/strike", {})
    struck = lines(tab, id_)[-1]["summary"]
    assert struck["trials"] == without["trials"] == 2
    assert struck["rows"] == without["rows"] != whole["rows"]
    tab.ask("POST", f"shelf/{id_}/trials/{last}/put-back", {})
    assert lines(tab, id_)[-1]["summary"] == whole


def test_a_motor_without_trials_says_so_and_looks_as_ever(tab: Page) -> None:
    motor = tab.started()
    found = lines(tab, motor["id"])[-1]["summary"]
    assert (found["trials"], found["rows"], found["things"]) == (0, [], [])
    design = tab.ask("GET", f"shelf/{motor['id']}")[1]["design"]
    assert speed_band(tab, found["key"], design) == speed_band(tab, None, design)
    assert tab.ask("POST", "shelf/nobody/learn", {})[0] == 404


def test_what_one_motor_reported_of_all_counts_for_another_until_it_is_switched_off(tab: Page) -> None:
    first = with_trials(tab)
    lines(tab, first)
    second = tab.started()["id"]
    tab.ask("PUT", f"shelf/{second}", {"version": 1, "title": "Twin", "design": DESIGN, "change": "all"})
    counted = lines(tab, second)[-1]["summary"]
    assert speed_band(tab, counted["key"]) != speed_band(tab, None)
    assert tab.ask("POST", "bench", {"counts": False})[1]["counts"] is False
    off = lines(tab, second)[-1]["summary"]
    assert speed_band(tab, off["key"]) == speed_band(tab, None)
    assert tab.ask("POST", "bench", {"counts": True})[0] == 200
    assert lines(tab, second)[-1]["summary"] == counted


def resistance_band(tab: Page, key: str) -> float:
    look = tab.ask("POST", f"look?learned={key}", {"design": DESIGN})[1]
    low, high = look["verdict"]["figures"]["battery_resistance"]["band"]
    return float(high - low)


def test_what_was_learned_of_a_part_holds_for_another_motor_with_the_very_same(tab: Page) -> None:
    cells = [tab.ask("POST", "drawer", {"entry": {"sort": "cell", "name": name, "amount": 4, "words": {"size": "AA"}}})[1]["id"] for name in ("Blue", "Red")]  # fmt: skip
    first = with_trials(tab)
    lines(tab, first)
    second = tab.started()["id"]
    tab.ask("PUT", f"shelf/{second}", {"version": 1, "title": "Twin", "design": DESIGN, "change": "all"})
    bands = {}
    for here, there in ((None, None), (cells[0], cells[1]), (cells[0], cells[0])):
        for motor, entry in ((first, here), (second, there)):
            status, put = tab.ask("PUT", f"shelf/{motor}/parts/cell", {"entry": entry, "design": DESIGN})
            assert (status, put["design"]) == (200, DESIGN)
        bands[here, there] = resistance_band(tab, lines(tab, second)[-1]["summary"]["key"])
    assert bands[cells[0], cells[1]] == bands[None, None]
    assert bands[cells[0], cells[0]] < 0.97 * bands[None, None]


def test_the_bench_tells_what_it_taught_and_can_begin_anew(tab: Page) -> None:
    empty = tab.ask("GET", "bench")[1]
    assert (empty["motors"], empty["trials"], empty["things"], empty["counts"]) == (0, 0, [], True)
    for seed in (5, 6, 8, 9, 11, 12):
        with_trials(tab, seed)
    reply = tab.ask("GET", "bench")[1]
    assert (reply["motors"], reply["trials"]) == (6, 18)
    assert reply["things"]
    assert all(thing["whose"] in ("world", "run") for thing in reply["things"])
    anew = tab.ask("POST", "bench", {"anew": True})[1]
    assert (anew["motors"], anew["things"]) == (0, [])
    assert anew["since"]
    assert tab.ask("GET", "bench")[1]["trials"] == 0


def test_trials_of_the_simulated_rig_never_teach_the_motor(tab: Page) -> None:
    id_ = with_trials(tab)
    before = lines(tab, id_)[-1]["summary"]
    simulated = trials(8)[0].model_copy(update={"simulated": True}).model_dump(mode="json")
    body = {"key": "simulated-one", "trial": simulated}
    assert tab.ask("POST", f"shelf/{id_}/trials", body)[0] == 200
    after = lines(tab, id_)[-1]["summary"]
    assert after["trials"] == before["trials"] == 3
    assert after["rows"] == before["rows"]


def test_learned_draws_come_back_whole_from_their_keeping(tab: Page) -> None:
    key = lines(tab, with_trials(tab))[-1]["summary"]["key"]
    kept = draws_for(key, LANTERN)
    assert kept is not None
    core = summary_of(LANTERN, [Ran(str(number), LANTERN, trial) for number, trial in enumerate(trials())]).draws
    assert kept.count == core.count != Draws().count
    assert kept.normal("made_points") == pytest.approx(core.normal("made_points"), abs=1e-5)


def test_the_shelf_s_line_tells_what_was_predicted_and_measured(tab: Page) -> None:
    assert tab.ask("GET", "measured")[1] == []
    id_ = with_trials(tab)
    found = lines(tab, id_)[-1]["summary"]
    (row,) = tab.ask("GET", "measured")[1]
    speed = next(row for row in found["rows"] if row["name"] == "speed")
    assert (row["id"], row["trials"], row["meter"]) == (id_, 3, True)
    assert row["predicted"] == speed["before"][1]
    assert row["measured"] == pytest.approx(sum(mark["value"] for mark in speed["marks"]) / 3)
