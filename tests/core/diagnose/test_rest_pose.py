"""Readings of what stands: by how it lies, as rigs that were run in time lie."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

import numpy as np
import pytest
from scipy.integrate import quad

from oakspin.diagnose.fault_bench import FaultBench, Symptoms
from oakspin.diagnose.fault_search import hidden_in
from oakspin.diagnose.ranking import Evidence, diagnosed
from oakspin.diagnose.rest_pose import READ, drawn_readings, lies, log_of_reading, spread_of
from oakspin.diagnose.signs import SIDE_SIGNS
from oakspin.diagnose.views import bench_in
from runner.samples import sample
from tests.effort import effort


@lru_cache(maxsize=2)
def bench(name: str) -> FaultBench:
    return bench_in(sample(name).model_dump_json(), True)


def symptoms(name: str, *ids: str) -> Symptoms:
    return next(each for each in bench(name).symptoms if each.ids == ids)


def test_it_lies_one_way_or_another_whatever_its_switch() -> None:
    share = np.linspace(0, 1, 21)
    ways = np.array(lies(share))
    assert ways.sum(axis=0) == pytest.approx(np.ones(21))
    assert ways.min() >= -1e-12
    assert ways[:, 0].tolist() == [0, 0, 1]


@pytest.mark.parametrize(("name", "id_"), [("ferry-wheel", "heavy_side"), ("lantern", "worn_cell")])
@pytest.mark.parametrize("reading", ["current", "volts"])
def test_a_reading_shows_some_value(name: str, id_: str, reading: str) -> None:
    each = symptoms(name, id_)
    # How fast a rotor hops is known so badly that its error grows much with what is read.
    still = np.flatnonzero(each.shows.side_signs[:, SIDE_SIGNS.index("hops")] == 0)
    for row in still[[0, still.size // 2, -1]].tolist():
        top = float(max(each.readings[row, READ.index(reading)], each.opened[row, READ.index(reading)]))
        points = [float(each.opened[row, READ.index(reading)]), float(each.readings[row, READ.index(reading)])]
        whole = quad(lambda value, row=row: np.exp(log_of_reading(each, reading, value)[row]), -1, 2 * top + 1, points=points, limit=400)[0]  # fmt: skip
        assert whole == pytest.approx(1, abs=0.12)  # its error grows with what is read


def test_where_the_switch_never_opens_a_standing_motor_draws_what_it_draws() -> None:
    each = symptoms("lantern", "gripping")
    assert not each.shows.open_share.any()
    values, likely = spread_of(each, "current")
    assert values.tolist() == [each.readings[:, 1].tolist()]
    assert likely.min() == 1
    assert drawn_readings(each, 3, np.random.default_rng(1))["current"] == each.readings[3, 1]


def test_what_goes_is_read_as_it_goes() -> None:
    each = symptoms("ferry-wheel", "weak_flick")
    assert each.shows.open_share[each.goes].max(initial=0) == 0
    assert np.array_equal(each.readings[each.goes], each.opened[each.goes])


def test_what_flows_past_the_motor_flows_however_it_lies() -> None:
    each = symptoms("ferry-wheel", "shorted")
    assert each.opened[:, 1] == pytest.approx(each.readings[:, 1])
    assert each.opened[:, 1].min() > 1


def test_coils_that_stand_lie_open_as_often_as_rigs_do() -> None:
    here = bench("ferry-wheel")
    drawn, chance = [], np.random.default_rng(3)
    answer = []
    for id_ in ("weak_flick", "heavy_side", "strikes"):
        fault, each = here.fault(id_), symptoms("ferry-wheel", id_)
        for run in (one.run for one in hidden_in(here.design, (fault,), fault.flaws[0], range(20, effort(32, 44)), here.usual, meter=True)):  # fmt: skip
            if run.seen[0] not in ("runs", "runs_after_flick"):
                drawn.append(run.idle)
        stands = np.flatnonzero(~each.goes)
        answer += [drawn_readings(each, int(row), chance)["current"] for row in stands[:60]]
    assert len(drawn) > effort(7, 15)
    assert np.mean(np.array(drawn) < 0.1) == pytest.approx(np.mean(np.array(answer) < 0.1), abs=effort(0.3, 0.2))


def test_no_current_does_not_clear_a_coil_that_may_lie_open() -> None:
    here = bench("ferry-wheel")
    known = Evidence(frozenset(("rocks", "one_way_up")), {"current": 0.0})
    answer = [suspect.fault.id for suspect in diagnosed(here, known).suspects]
    assert "heavy_side" in answer[:3]
    # A coil that is bared all round never lies open.
    flows = replace(known, readings={"current": 2.5})
    chances = [{suspect.fault.id: suspect.chance for suspect in diagnosed(here, each).suspects}["all_round"] for each in (known, flows)]  # fmt: skip
    assert chances[0] < 0.1 * chances[1]
