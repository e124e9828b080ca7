"""What a rotating coil must do on the bench, and in which words the verdict says it."""

import numpy as np
import pytest

from oakspin import advise, evaluate
from oakspin.design.patch import patched
from oakspin.draws import MEDIAN
from oakspin.kinds.kinds import draw
from oakspin.machines.coil.strip import ANGLES, bare_share, switch_of
from oakspin.machines.table import machine_of
from tests.core.designs import ALL_ROUND, CRADLE, LOBES, bared, changed, grade, sample

FOG_BELL = sample("fog-bell")
SUPPLY = {"magnets_on": "bench", "battery__cell": "bench_supply"}
SMALL = changed(
    CRADLE, coil__turns=5, coil__outline__diameter_mm=18.0, tails__length_mm=22.0, supports__seat="open", **SUPPLY
)


def push(design) -> float:  # type: ignore[no-untyped-def]
    return evaluate(design).figures["push"].value


def test_half_stripped_it_runs_and_the_other_half_runs_the_other_way() -> None:
    shown, other = evaluate(CRADLE), evaluate(changed(CRADLE, strip__right=bared(270)))
    assert {shown.direction, other.direction} == {"clockwise", "counterclockwise"}
    assert shown.share_that_goes > 0.8
    assert other.figures["push"].value == pytest.approx(shown.figures["push"].value, rel=0.02)


def test_with_north_up_current_toward_the_viewer_and_the_coil_upright_it_turns_clockwise() -> None:
    # Over the magnet the field points up; a current toward the viewer is pushed to the left there.
    machine = machine_of(CRADLE, MEDIAN)
    verdict = evaluate(CRADLE)
    assert verdict.seen == "from the left end"
    assert verdict.direction == "clockwise"
    assert machine.effective[0, ANGLES.size // 2] < 0
    drawing = draw(CRADLE, machine)
    toward = [flow for flow in drawing.flows if flow.y < drawing.turning.y]
    assert [flow.toward for flow in toward] == [True]


@pytest.mark.parametrize("start", [CRADLE, LOBES], ids=["cradle", "lobes"])
def test_turning_over_magnet_or_battery_reverses_it_and_both_restore_it(start) -> None:  # type: ignore[no-untyped-def]
    way = evaluate(start).direction
    magnet, cell = {"magnets__pole_up": "S"}, {"plus_at": "right"}
    assert evaluate(changed(start, **magnet)).direction not in {way, "none"}
    assert evaluate(changed(start, **cell)).direction not in {way, "none"}
    assert evaluate(changed(start, **magnet, **cell)).direction == way


@pytest.mark.parametrize("start", [CRADLE, LOBES], ids=["cradle", "lobes"])
def test_bared_all_round_on_both_leads_it_rocks_and_gets_hot(start) -> None:  # type: ignore[no-untyped-def]
    verdict = evaluate(changed(start, strip__right=ALL_ROUND))
    assert verdict.direction == "none"
    assert "rocks about one angle" in verdict.headline
    assert verdict.link("stays_cool").margin < 16
    assert verdict.figures["held_still_time"].value < 60


def test_bared_a_quarter_turn_off_it_is_dead_or_nearly() -> None:
    assert evaluate(changed(CRADLE, strip__right=bared(0))).share_that_goes < 0.3


def test_the_push_falls_as_the_cosine_of_the_error_of_the_bared_arc() -> None:
    # The law holds for a coil in a level field: a wide magnet comes close to one.
    wide = changed(CRADLE, magnets__diameter_mm=60.0, magnets__thickness_mm=30.0, gap_mm=3.0)
    pushes = [
        float(machine_of(changed(wide, strip__right=bared(90 + off)), MEDIAN).effective.mean()) for off in (0, 30, 60)
    ]
    assert pushes[1] / pushes[0] == pytest.approx(np.cos(np.radians(30)), abs=0.06)
    assert pushes[2] / pushes[0] == pytest.approx(np.cos(np.radians(60)), abs=0.12)


def test_half_painted_with_a_marker_it_runs_but_weaker() -> None:
    marker = changed(CRADLE, strip__right=bared(90, rest="marker"))
    assert evaluate(marker).direction == evaluate(CRADLE).direction
    assert push(marker) < 0.97 * push(CRADLE)
    assert switch_of(marker, np.array([0.3]), MEDIAN).min() == pytest.approx(0.3 / 63.3, rel=1e-3)


def test_half_on_both_leads_loses_more_when_they_do_not_agree() -> None:
    alike = changed(CRADLE, strip__left=bared(90))
    apart = changed(CRADLE, strip__left=bared(60))
    assert evaluate(alike).direction == evaluate(apart).direction == "clockwise"
    assert evaluate(apart).link("circuit").figure < 0.9 * evaluate(alike).link("circuit").figure


def test_flicked_the_wrong_way_it_stops_and_comes_back() -> None:
    wrong = evaluate(changed(CRADLE, flick__sense="wrong"))
    assert wrong.starts in {"returns", "never"}
    assert "stops" in wrong.link("starts").sentence


def test_a_harder_flick_starts_more_builds_and_none_starts_fewer() -> None:
    shares = [evaluate(changed(CRADLE, flick__turns_per_s=speed)).share_that_goes for speed in (0.0, 2.0, 6.0)]
    assert shares == sorted(shares)
    assert shares[0] < 0.5 < shares[2]
    assert shares[0] > 0.05  # from some rest positions it starts by itself


def test_a_supply_set_several_times_too_high_throws_a_small_coil_out_of_open_cradles() -> None:
    heavy = changed(SMALL, imbalance_mm=0.5, flick__turns_per_s=12.0)
    low, high = (evaluate(changed(heavy, battery__supply={"volts": volts, "limit_A": 20.0})) for volts in (1.0, 12.0))
    assert low.direction == high.direction != "none"
    assert high.link("stays_on").margin < 1 < low.link("stays_on").margin
    assert "hops out" in high.headline
    assert evaluate(changed(SMALL, supports__seat="loop", battery__supply={"volts": 12.0, "limit_A": 20.0})).link("stays_on").wording  # fmt: skip


def test_the_supply_s_limit_holds_the_current() -> None:
    limited = evaluate(changed(CRADLE, **SUPPLY, battery__supply={"volts": 6.0, "limit_A": 2.0}))
    assert limited.figures["current"].value == pytest.approx(2.0)
    assert "limit of 2 A" in limited.link("current").sentence


def test_a_heavy_many_turn_coil_in_thin_wire_does_not_go() -> None:
    heavy = evaluate(changed(CRADLE, coil__turns=250, wire__size={"by": "gauge", "awg": 32}, supports__spacing_mm=60.0))
    assert heavy.direction == "none"
    assert "thin axle" in heavy.headline


def test_thin_leads_lose_more_to_friction_for_their_weight() -> None:
    long = changed(CRADLE, coil__turns=60, supports__spacing_mm=80.0, tails__length_mm=45.0)
    loss = lambda awg: (lambda machine: float(machine.load.dry[0] / machine.least_dry[0]))(  # noqa: E731
        machine_of(changed(long, wire__size={"by": "gauge", "awg": awg}), MEDIAN)
    )
    assert loss(28) > 1.5 * loss(20)


def test_a_ferrite_block_runs_a_coil_at_a_higher_voltage() -> None:
    ferrite = changed(CRADLE, magnets_on="bench", magnets__shape="block", magnets__strength=grade("ferrite"), magnets__thickness_mm=10.0, battery__in_series=3)  # fmt: skip
    assert evaluate(ferrite).share_that_goes > 0.5


def test_more_turns_help_until_resistance_and_mass_win() -> None:
    speeds = [evaluate(changed(CRADLE, coil__turns=turns)).figures["speed"].value for turns in (1, 4, 16, 64, 128)]
    assert speeds.index(max(speeds)) in {1, 2, 3}


@pytest.mark.parametrize(
    ("fields", "link", "words"),
    [
        ({"supports__stand": "metal"}, "circuit", "metal stand"),
        ({"strip__right": {"bared": "none", "arcs": [], "rest": "enamel"}}, "circuit", "under its enamel"),
        ({"wire__finish": "bare"}, "circuit", "turns touch"),
        ({"gap_mm": 0.0, "supports__level_mm": 8.0}, "starts", "strikes the magnet"),
        ({"supports__spacing_mm": 120.0}, "circuit", "too short"),
        ({"supports__spacing_mm": 20.0}, "starts", "rubs"),
        ({"supports__level_mm": 3.0, "supports__stops": False, "gap_mm": 8.0}, "stays_on", "walks off"),
    ],
)
def test_plain_causes_are_reported_in_words(fields, link: str, words: str) -> None:  # type: ignore[no-untyped-def]
    verdict = evaluate(changed(CRADLE, **fields))
    assert verdict.link(link).state == "fails"
    assert words in verdict.link(link).sentence


def test_past_a_short_the_cell_gets_hot_and_nothing_moves() -> None:
    verdict = evaluate(changed(CRADLE, supports__stand="metal"))
    assert verdict.direction == "none"
    assert verdict.link("stays_cool").margin < 8
    assert "cell" in verdict.link("stays_cool").sentence


def test_builds_whose_coil_strikes_do_not_go_and_the_others_do() -> None:
    low = evaluate(changed(CRADLE, gap_mm=0.3))
    assert 0.02 < low.share_that_goes < 0.9


def test_the_one_press_that_mends_the_fog_bell() -> None:
    first = advise(FOG_BELL)[0]
    assert "Bare the right lead anew" in first.sentence
    mended = evaluate(patched(FOG_BELL, first.patch))
    assert evaluate(FOG_BELL).share_that_goes < 0.2 < 0.9 < mended.share_that_goes


@pytest.mark.parametrize("name", ["ferry-wheel", "tide-mill"])
def test_the_ferry_wheel_and_the_tide_mill_run(name: str) -> None:
    assert evaluate(sample(name)).share_that_goes > 0.9


def test_an_arc_touches_where_it_is_and_nowhere_else() -> None:
    at = np.arange(0, 360, 5.0)
    share = bare_share(np.array([350.0]), np.array([40.0]), at)[0]
    assert share.sum() * 5 == pytest.approx(40)
    assert share[at == 350] == share[at == 5] == 1
    assert share[at == 90] == 0


def test_figures_of_a_good_build_lie_where_experience_has_them() -> None:
    verdict = evaluate(CRADLE)
    assert 500 < verdict.figures["speed"].value < 6000
    assert 1 < verdict.figures["current"].value < 8
    assert 50 < verdict.figures["push"].value < 1000
