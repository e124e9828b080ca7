"""What is this thing: each test against hidden things, readings of many joined, the next best test, and bad readings."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import lru_cache

import numpy as np
import pytest

from oakspin.constants import MU_0
from oakspin.drawer.identify.aid import Aid, Guess, Thing
from oakspin.drawer.identify.magnet import MAGNET_AIDS
from oakspin.drawer.identify.posterior import Read, aid_of, checked, found, spread_of, weights_of
from oakspin.drawer.identify.pull import _ring_share, pull
from oakspin.drawer.identify.readings import METAL_NAMES
from oakspin.drawer.identify.table import THINGS
from oakspin.errors import UnreadableDesign
from oakspin.parts.catalogue import METALS
from tests.effort import effort, part

RIGS = effort(50, 200)
OFF = effort(0.17, 0.05)  # of a share of 0.8: three standard errors of so few, two of so many
WIRE, MAGNET, CELL, HOLDER = (THINGS[name] for name in ("wire", "magnet", "cell", "holder"))
ALL = [(thing.id, aid.id) for thing in THINGS.values() for aid in thing.aids]


def coarse(thing: Thing) -> Thing:
    """The same with a third of its guesses: one reading needs no more."""
    return replace(thing, count=thing.count // 3)


def numbers(aid: Aid, chance: np.random.Generator) -> dict[str, float]:
    """A way to set a test up, as people do."""
    return {request.name: float(request.usual * chance.uniform(0.8, 1.3)) for request in aid.asks if request.given}


@lru_cache(maxsize=8)
def guesses(thing: str, count: int) -> Guess:
    return THINGS[thing].guess(count)


def tried(thing: Thing, aids: list[Aid], seed: int) -> tuple[dict[str, float], list[Read]]:
    """A hidden thing of the sort, and what it shows in these tests."""
    chance = np.random.default_rng(seed)
    all_ = guesses(thing.id, thing.count)
    at = int(chance.integers(thing.count))
    hidden = {name: values[at : at + 1] for name, values in all_.items()}
    reads, shared = [], dict[str, float]()
    for aid in aids:
        given = numbers(aid, chance) | {name: value for name, value in shared.items() if name in {a.name for a in aid.asks}}  # fmt: skip
        shared |= {name: value for name, value in given.items() if name in ("wide_mm", "thick_mm", "earth_uT")}
        shown = aid.shows(hidden, given, chance.standard_normal(1))
        reads.append(Read(aid.id, given | {name: float(values[0]) for name, values in shown.items()}))
    return {name: float(values[0]) for name, values in hidden.items()}, reads


def inside(thing: Thing, aids: list[Aid], figure: str) -> float:
    """How often the band of 80 % holds the truth, of those things that a test can be made with."""
    held = []
    for seed in range(2 * RIGS):
        truth, reads = tried(thing, aids, seed)
        try:
            guess, weights = weights_of(thing, reads)
        except UnreadableDesign:
            continue  # nobody weighs what no scale of theirs shows
        low, _, high = spread_of(guess[figure], weights)
        held.append(low <= truth[figure] <= high)
        if len(held) == RIGS:
            break
    assert len(held) == RIGS
    return float(np.mean(held))


@pytest.mark.parametrize(("thing", "aid"), ALL)
def test_the_band_of_every_test_holds_the_truth_in_eight_of_ten(thing: str, aid: str) -> None:
    sort = coarse(THINGS[thing])
    assert 0.8 - OFF <= inside(sort, [aid_of(sort, aid)], sort.main) <= 0.8 + OFF


@pytest.mark.parametrize("thing", THINGS)
def test_so_does_that_of_all_tests_together(thing: str) -> None:
    sort = THINGS[thing]
    assert 0.8 - OFF <= inside(sort, list(sort.aids), sort.main) <= 0.8 + OFF


def test_wire_is_reported_as_tables_tell_it() -> None:
    """Copper of 0.5 mm: 87.8 milliohm and 1.76 g a meter, by the tables of wire."""
    length = 10.0
    reads = [Read("ohms", {"length_m": length, "ohms": 0.0878 * length}), Read("grams", {"length_m": length, "step_g": 0.1, "grams": 1.76 * length})]  # fmt: skip
    answer = found(WIRE, [*reads, Read("skin", {"coated": 0})])
    (diameter,) = answer.figures
    assert diameter.value == pytest.approx(0.5, rel=0.02)
    assert (diameter.high - diameter.low) / diameter.value < 0.04
    assert answer.choices[0].chances[0][0] == "copper"


@pytest.mark.parametrize("metal", METAL_NAMES)
def test_ohms_and_mass_of_one_length_tell_the_metal(metal: str) -> None:
    values, diameter, length = METALS[metal], 0.8e-3, 20.0  # type: ignore[index]
    section = math.pi / 4 * diameter**2
    reads = [
        Read("ohms", {"length_m": length, "ohms": values.resistivity * length / section}),
        Read("grams", {"length_m": length, "step_g": 0.1, "grams": 1e3 * values.density * section * length}),
    ]
    answer = found(WIRE, reads)
    assert answer.choices[0].chances[0][0] == metal
    assert answer.choices[0].chances[0][1] > 0.95


def test_the_pull_of_a_magnet_is_that_of_its_image() -> None:
    """Two wide thin plates far closer than they are wide pull as B^2 / (2 mu0) of the field between their faces."""
    wide, thin = 0.5, 1.0
    force = pull(np.array(1.0), np.array(wide), np.array(thin), 1e-6)
    # By the difference of energy: the force falls with the gap as the flux does.
    nearer = pull(np.array(1.0), np.array(wide), np.array(thin), 1e-3)
    assert force > nearer
    long = float(pull(np.array(1.0), np.array(0.01), np.array(10.0), 0.0))
    # A very long rod on steel: half of the field of its face goes on, B at the steel is all of its remanence.
    assert long == pytest.approx(math.pi * 0.01**2 / (2 * MU_0), rel=0.03)
    assert float(pull(np.array(1.2), np.array(0.01), np.array(10.0), 0.0)) == pytest.approx(1.44 * long)


def test_far_away_the_pull_falls_as_between_two_dipoles() -> None:
    near, far = (float(pull(np.array(1.0), np.array(2e-3), np.array(2e-3), gap)) for gap in (0.03, 0.06))
    assert near / far == pytest.approx(((0.03 + 1e-3) / (0.06 + 1e-3)) ** -4, rel=0.03)


def test_a_ring_pulls_as_a_disc_less_its_hole() -> None:
    one, wide, long, gap = np.array(1.0), np.array(0.01), np.array(0.004), np.array(0.002)
    disc = pull(one, wide, long, gap)
    assert pull(one, wide, long, gap, np.array(1e-5)) == pytest.approx(disc, rel=1e-3)
    # Far away it is a dipole: its pull goes with the square of what iron it has.
    far = pull(one, wide, long, np.array(0.5), np.array(0.006)) / pull(one, wide, long, np.array(0.5))
    assert float(far) == pytest.approx((1 - 0.36) ** 2, rel=0.01)
    chance = np.random.default_rng(4)
    radius = chance.uniform(3e-3, 30e-3, 60)
    hole, length = radius * chance.uniform(0.1, 0.8, 60), radius * chance.uniform(0.1, 4, 60)
    gaps = radius * np.exp(chance.uniform(-5, 1, 60))
    answer = _ring_share(radius, length, gaps, hole)
    own = pull(np.ones(60), radius, length, gaps, hole) / pull(np.ones(60), radius, length, gaps)
    assert answer == pytest.approx(own, abs=0.02)


@pytest.mark.parametrize(("aid", "reading"), part([("needle", "comes"), ("known", "pushes"), ("motor", "same")], 3))
def test_the_pole_of_the_marked_face_is_reported_three_ways(aid: str, reading: str) -> None:
    for text, pole in ((1, "N"), (0, "S")):
        answer = {choice.name: choice.chances for choice in found(MAGNET, [Read(aid, {reading: text})]).choices}
        assert answer["pole"][0][0] == pole
        assert answer["pole"][0][1] > 0.85
    both = found(MAGNET, [Read("needle", {"comes": 1}), Read("known", {"pushes": 1})]).choices
    assert next(choice for choice in both if choice.name == "pole").chances[0][1] > 0.98


def test_a_magnet_with_its_poles_on_the_sides_shows_either_pole() -> None:
    reads = [Read("two", {"across": 1}), Read("needle", {"comes": 1})]
    answer = {choice.name: dict(choice.chances) for choice in found(MAGNET, reads).choices}
    alone = {choice.name: dict(choice.chances) for choice in found(MAGNET, [reads[1]]).choices}
    assert answer["across"]["sides"] > 0.4 > alone["across"]["sides"]
    assert answer["pole"]["N"] < alone["pole"]["N"]


def test_a_measured_hole_is_reported_and_its_field_less() -> None:
    compass = {"wide_mm": 20, "thick_mm": 5, "away_mm": 150, "earth_uT": 20, "turned_deg": 75}
    disc = found(MAGNET, [Read("hole", {"hole_mm": 0}), Read("compass", compass)])
    ring = found(MAGNET, [Read("hole", {"hole_mm": 8}), Read("compass", compass)])
    assert [each.value for each in disc.figures if each.name == "hole"] == [0.0]
    hole = next(each for each in ring.figures if each.name == "hole")
    assert hole.low < 8 < hole.high
    assert hole.high - hole.low < 1.2
    assert ring.figures[0].value > disc.figures[0].value


def test_a_compass_turned_by_45_degrees_tells_a_field_like_the_earth_s() -> None:
    remanence, radius, length, away = 1.25, 5e-3, 5e-3, 0.12
    moment = remanence / MU_0 * math.pi * radius**2 * length
    field = MU_0 * moment / (2 * math.pi * (away + length / 2) ** 3)
    turned = math.degrees(math.atan(field / 20e-6))
    values = {"wide_mm": 10, "thick_mm": 5, "away_mm": 120, "earth_uT": 20, "turned_deg": turned}
    answer = found(MAGNET, [Read("compass", values)]).figures[0]
    assert answer.low < remanence < answer.high


def test_a_cell_under_load_tells_its_ohms_inside() -> None:
    reads = [Read("size", {"size": 1}), Read("open", {"volts": 1.5}), Read("load", {"load_ohms": 2.2, "volts": 1.5 * 2.2 / 2.5})]  # fmt: skip
    answer = {figure.name: figure for figure in found(CELL, reads).figures}
    assert answer["inside"].low < 0.3 < answer["inside"].high
    assert answer["volts"].value == pytest.approx(1.5, abs=0.02)
    assert 0 < answer["used"].low < answer["used"].high < 60


def test_more_readings_never_widen_much_and_the_next_test_is_one_not_made() -> None:
    for thing in THINGS.values():
        truth, reads = tried(thing, list(thing.aids), 5)
        widths, made = [], []
        for count in range(len(reads) + 1):
            answer = found(thing, reads[:count])
            main = next(figure for figure in answer.figures if figure.name == thing.main)
            widths.append(math.log(main.high / max(main.low, 1e-9)))
            made = [read.aid for read in reads[:count]]
            assert answer.next is None or answer.next.id not in made
        assert widths[-1] < 0.6 * widths[0]
        assert truth


def test_of_two_tests_the_one_that_tells_more_for_its_minute_comes_first() -> None:
    assert found(WIRE, []).next is not None
    first = found(WIRE, []).next
    assert first is not None
    assert first.id in ("wraps", "ohms", "grams")
    for aid in WIRE.aids:
        assert aid.source
        assert aid.do
        assert aid.minutes > 0


@pytest.mark.parametrize(
    ("read", "answer"),
    [
        (Read("wraps", {"wraps": 20}), "wide_mm"),
        (Read("wraps", {"wraps": 20, "wide_mm": 1e6}), "1 to 400"),
        (Read("smell", {}), "one of"),
        (Read("color", {"color": 7}), "Choose what you see"),
        (Read("skin", {}), "nothing"),
    ],
)
def test_a_reading_that_cannot_be_is_reported(read: Read, answer: str) -> None:
    with pytest.raises(UnreadableDesign, match=answer):
        found(WIRE, [read])


def test_readings_that_no_thing_shows_are_reported() -> None:
    reads = [Read("wraps", {"wraps": 100, "wide_mm": 20}), Read("ohms", {"length_m": 5, "ohms": 500.0})]
    with pytest.raises(UnreadableDesign, match="do not fit together"):
        found(WIRE, reads)


def test_limits_of_a_test_are_those_it_names() -> None:
    compass = next(aid for aid in MAGNET_AIDS if aid.id == "compass")
    usual = {request.name: request.usual for request in compass.asks}
    assert checked(compass, usual) == usual
    with pytest.raises(UnreadableDesign) as error:
        checked(compass, {**usual, "wide_mm": 0.1, "turned_deg": 120})
    assert len(error.value.faults) == 2
