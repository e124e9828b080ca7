"""Signs: what an outcome shows is what the motion in time shows; each says what its name says."""

from collections import Counter
from dataclasses import replace
from functools import lru_cache

import numpy as np
import pytest

from oakspin.diagnose.fault_bench import FaultBench, bench_of
from oakspin.diagnose.fault_search import hidden_in
from oakspin.diagnose.signs import (
    BY_EAR,
    GOING,
    MOTION_SIGNS,
    SIDE_SIGNS,
    at_rest,
    given_by,
    hops,
    let_go,
    shown_by,
    shows,
    slow_by,
    turns_down,
    usual_of,
)
from oakspin.diagnose.views import bench_in
from oakspin.draws import Draws
from oakspin.machines.flaw import Flaw, flawed, with_flaw
from oakspin.machines.table import machine_of
from oakspin.verdict.outcome import outcome_of
from runner.samples import sample
from tests.effort import part

FERRY, LANTERN, CRANE, TRAIN = (sample(name) for name in ("ferry-wheel", "lantern", "crane-motor", "night-shuttle"))
DRAWS = Draws(count=64)


@lru_cache(maxsize=4)
def bench(name: str) -> FaultBench:
    return bench_in(sample(name).model_dump_json(), True)


@pytest.mark.parametrize(
    ("name", "id_"),
    part(
        [
            ("lantern", "coat"),
            ("lantern", "gripping"),
            ("lantern", "turned_over"),
            ("ferry-wheel", "covered"),
            ("ferry-wheel", "all_round"),
            ("ferry-wheel", "strikes"),
            ("crane-motor", "ends_covered"),
            ("crane-motor", "opposed"),
            ("beacon", "painted_lead"),
            ("night-shuttle", "wrong_end"),
            ("night-shuttle", "unlike_poles"),
            ("crate-roller", "coated_sheet"),
        ],
        3,
    ),
)
def test_how_it_goes_is_the_same_on_paper_and_in_time(name: str, id_: str) -> None:
    here = bench(name)
    fault = here.fault(id_)
    symptoms = next(each for each in here.symptoms if each.ids == (id_,))
    paper = Counter(
        {word: float(symptoms.weight @ (symptoms.shows.went == at)) for at, word in enumerate(MOTION_SIGNS)}
    )
    troubles = [
        trouble
        for flaw in fault.flaws
        for trouble in hidden_in(here.design, (fault,), flaw, range(300, 306), here.usual, meter=True)
    ]
    in_time = Counter(shown_by(trouble.run, here.usual, trouble.faults)[0] for trouble in troubles)
    common, _ = in_time.most_common(1)[0]
    # The word that comes most often in time is one that paper gives in a fair share of builds.
    assert paper[common] > 0.25, (paper, in_time)


def test_other_way_is_the_other_way() -> None:
    here = bench("lantern")
    symptoms = next(each for each in here.symptoms if each.ids == ("turned_over",))
    assert float(symptoms.weight @ symptoms.shows.side_signs[:, SIDE_SIGNS.index("other_way")]) > 0.8
    planned = here.symptoms[0]
    assert float(planned.weight @ planned.shows.side_signs[:, SIDE_SIGNS.index("other_way")]) == 0


def test_a_shorted_battery_gets_hot_and_the_coil_does_not() -> None:
    symptoms = next(each for each in bench_of(FERRY, meter=False).symptoms if each.ids == ("shorted",))
    hot = {word: float(symptoms.weight @ symptoms.shows.side_signs[:, SIDE_SIGNS.index(word)]) for word in ("hot_battery", "hot_motor")}  # fmt: skip
    assert hot["hot_battery"] > 0.4
    assert hot["hot_motor"] == 0
    # A meter in the feed shows what runs through the short, and holds it back.
    metered = next(each for each in bench("ferry-wheel").symptoms if each.ids == ("shorted",))
    assert 3 < np.median(metered.readings[:, 1]) < np.median(symptoms.readings[:, 1])


def test_an_open_circuit_warms_nothing_and_sparks_nowhere() -> None:
    usual = usual_of(outcome_of(machine_of(FERRY, DRAWS)))
    found = shows(outcome_of(flawed(FERRY, Flaw(opens=True), DRAWS)), usual)
    for word in ("hot_battery", "hot_motor", "sparks", "hops"):
        assert found.side_signs[:, SIDE_SIGNS.index(word)].max() == 0, word
    assert not np.isin(found.went, [MOTION_SIGNS.index(word) for word in GOING]).any()


def test_slow_is_slower_than_planned() -> None:
    usual = usual_of(outcome_of(machine_of(LANTERN, DRAWS)))
    shares = np.linspace(0.1, 1.5, 20)
    chances = slow_by(shares * usual.speed, usual)
    assert (np.diff(chances) < 0).all()
    assert chances[0] > 0.95
    assert chances[-1] < 0.01
    assert slow_by(np.ones(3), replace(usual, speed=0.0)).max() == 0


def test_a_heavy_side_turns_down_and_swings_unless_friction_holds_it() -> None:
    heavy = flawed(FERRY, bench("ferry-wheel").fault("heavy_side").flaws[-1], DRAWS)
    assert turns_down(heavy).all()
    none = np.zeros(64)
    assert let_go(heavy, none)[0].mean() > 0.9
    held = with_flaw(heavy, Flaw(drag=1e3))
    assert not turns_down(held).any()
    assert not let_go(held, none)[0].any()
    # What has no heavy side, or is not flicked, does neither.
    plain = machine_of(LANTERN, DRAWS)
    assert not turns_down(plain).any()
    assert not any(each.any() for each in let_go(plain, none))


def test_a_flick_alone_goes_on_where_friction_is_low_and_no_iron_holds() -> None:
    machine = machine_of(CRANE, DRAWS)
    free = replace(machine, cogging=None)
    none = np.zeros(64)
    assert let_go(free, none)[1].mean() >= let_go(machine, none)[1].mean()
    assert not let_go(with_flaw(free, Flaw(drag=1e3)), none)[1].any()


def test_a_coil_whose_push_turns_over_swings_and_one_with_no_current_does_not() -> None:
    """Bared all round, without a heavy side: the push alone holds it like a spring."""
    all_round = flawed(FERRY, bench("ferry-wheel").fault("all_round").flaws[0], DRAWS)
    even = replace(all_round, rest=replace(all_round.rest, weight=0 * all_round.rest.weight))
    current = outcome_of(all_round).drive.current
    assert let_go(even, current)[0].mean() > 0.8
    assert not let_go(even, 0 * current)[0].any()
    assert not let_go(with_flaw(even, Flaw(opens=True)), current)[0].any()


@pytest.mark.parametrize(("name", "fault"), part([("ferry-wheel", "all_round"), ("crane-motor", "ends_covered"), ("ferry-wheel", "wrong_flick"), ("night-shuttle", "wrong_end")], 2))  # fmt: skip
def test_signs_reported_are_those_of_rigs_run_in_time(name: str, fault: str) -> None:
    here = bench(name)
    one = here.fault(fault)
    troubles = hidden_in(here.design, (one,), one.flaws[0], range(70, 82), here.usual, meter=True)
    seen = [shown_by(each.run, here.usual, (one,))[0] for each in troubles]
    answer = next(each for each in here.symptoms if each.ids == (fault,))
    share = [float(answer.weight @ (answer.shows.went == at)) for at in range(len(MOTION_SIGNS))]
    overlap = sum(min(share[at], seen.count(word) / len(seen)) for at, word in enumerate(MOTION_SIGNS))
    assert overlap > 0.6


def test_what_stands_draws_by_how_it_may_lie() -> None:
    machine = machine_of(FERRY, DRAWS)
    current = np.full(64, 3.0)
    # Half of its angles are open; at the others all flows but near the edges.
    switch = np.abs(machine.switch)
    assert (switch < 0.05).mean() == pytest.approx(0.5, abs=0.1)
    assert at_rest(machine, current) == pytest.approx(machine.touch.made * 3.0, rel=0.1)
    assert np.all(at_rest(machine, current) > 1.7 * machine.touch.made * switch.mean(axis=1) * 3.0)
    assert at_rest(with_flaw(machine, Flaw(opens=True)), current).max() == 0


def test_only_what_lies_in_supports_hops() -> None:
    assert not hops(machine_of(LANTERN, DRAWS), np.full(64, 1e3)).any()
    ferry = machine_of(FERRY, DRAWS)
    assert hops(ferry, np.full(64, 1e3)).mean() > 0.9
    assert not hops(ferry, np.zeros(64)).any()


def test_what_eye_and_ear_get_adds_up_over_faults() -> None:
    here = bench("ferry-wheel")
    strikes, bent = here.fault("strikes"), here.fault("bent_axle")
    one, other, both = given_by((strikes,)), given_by((bent,)), given_by((strikes, bent))
    for word in BY_EAR:
        assert both[word] == pytest.approx(1 - (1 - one[word]) * (1 - other[word]))
    assert set(given_by(()).values()) == {0.0}


def test_what_travels_the_wrong_way_comes_back() -> None:
    here = bench("night-shuttle")
    symptoms = next(each for each in here.symptoms if each.ids == ("wrong_end",))
    assert float(symptoms.weight @ (symptoms.shows.went == MOTION_SIGNS.index("comes_back"))) > 0.5
    assert here.travels
