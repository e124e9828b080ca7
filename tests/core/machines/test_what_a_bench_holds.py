"""Everything that can be laid on a bench: each choice by a closed form, by the field library, or by what it is made of."""

from __future__ import annotations

import itertools
import math
from typing import Any

import magpylib
import numpy as np
import pytest

from oakspin import evaluate
from oakspin.draws import MEDIAN, Array, Draws
from oakspin.kinds.kinds import KINDS, build_of, draw
from oakspin.machines.coil.machine import coil_machine
from oakspin.machines.coil.outline import drawn
from oakspin.machines.coil.shape import coil_shape
from oakspin.machines.coil.strip import ANGLES
from oakspin.machines.cored.linking import STEP, henries, linked, slope
from oakspin.machines.cored.shape import arms_of, cored_shape
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.machines.train.shape import train_shape, wound_turns
from oakspin.parts.catalogue import METALS
from oakspin.parts.wire import coated_diameter
from tests.core.designs import CRADLE, bared, changed
from tests.core.machines.cored.test_cored import by_the_library as cored_by_the_library

FRAME, SCREW, CORED, TRAIN = (KINDS[name].start for name in ("frame", "hanging", "cored", "train"))


def machine(design: Any, **fields: Any) -> Machine:
    return machine_of(changed(design, **fields), MEDIAN)


def library_flux(magnet: Any, radius: float, height: float) -> float:
    """Flux in Wb up through a coaxial circle, ring by ring."""
    r = (np.arange(4000) + 0.5) / 4000 * radius
    points = np.column_stack([r, np.zeros_like(r), np.full_like(r, height)])
    return float((magnet.getB(points)[:, 2] * 2 * np.pi * r).sum() * radius / 4000)


def disc(diameter: float, length: float, remanence: float, middle: float) -> Any:
    return magpylib.magnet.Cylinder(
        polarization=(0, 0, remanence), dimension=(diameter, length), position=(0, 0, middle)
    )


@pytest.mark.parametrize("pole", ["same", "opposite"])
def test_a_cup_s_magnet_adds_its_flux_through_the_circle_of_the_feet(pole: str) -> None:
    coin = {
        "battery__cell": "button_LR44",
        "pivot__seat": "cup",
        "pivot__cup__washer_mm": 0.0,
        "pivot__cup__pole": pole,
    }
    bare = machine(FRAME, battery__cell="button_LR44")
    shown = machine(FRAME, **coin)
    design = changed(FRAME, **coin)
    base = design.magnets.thickness_mm * design.magnets.count + 5.4
    cup = disc(8e-3, 3e-3, 1.30 if pole == "same" else -1.30, (base + 1.5) * 1e-3)
    reach = design.magnets.diameter_mm / 2 + design.feet.gap_mm + 0.812 / 2
    flux = library_flux(cup, reach * 1e-3, design.feet.height_mm * 1e-3)
    factors = float((MEDIAN.value("remanence") * MEDIAN.value("recoil"))[0])
    more = -(shown.coupling - bare.coupling)[0, 0]  # + up and N up turn it clockwise
    assert more == pytest.approx(factors * flux / (2 * np.pi), rel=0.01)
    with_washer = machine(FRAME, **{**coin, "pivot__cup__washer_mm": 1.0})
    assert abs(with_washer.coupling[0, 0] - bare.coupling[0, 0]) > abs(more)


def test_a_battery_that_turns_is_pushed_back_as_hard_and_is_two_round_bodies() -> None:
    frame, battery = machine(FRAME), machine(FRAME, turns="battery")
    assert battery.coupling == pytest.approx(-frame.coupling)
    cell, magnets = 23e-3, 2 * math.pi * (6.35e-3) ** 2 * 3.2e-3 * 7500
    assert battery.inertia[0] == pytest.approx(cell * 7.25e-3**2 / 2 + magnets * 6.35e-3**2 / 2, rel=1e-3)
    shown = evaluate(changed(FRAME, turns="battery"))
    assert "The battery turns counterclockwise" in shown.headline
    drawing = draw(changed(FRAME, turns="battery"), battery)
    assert {path.role for path in drawing.moving} == {"mark"}
    assert any(shape.role == "wire" for shape in drawing.shapes)


def test_a_sail_on_a_battery_that_turns_slows_it_and_must_pass_within_the_legs() -> None:
    sail = {"mass_g": 0.6, "radius_mm": 15.0, "area_mm2": 1500.0, "height_mm": -20.0}
    bare = evaluate(changed(FRAME, turns="battery", battery__cell="nimh_AA"))
    slow = evaluate(changed(FRAME, turns="battery", battery__cell="nimh_AA", outline__decoration=sail))
    assert slow.figures["speed"].value < 0.6 * bare.figures["speed"].value
    assert slow.share_that_goes > bare.share_that_goes
    wide = evaluate(changed(FRAME, turns="battery", outline__decoration={**sail, "radius_mm": 40.0}))
    assert "strikes the legs" in wide.headline


def test_a_strip_of_sheet_has_the_ohms_and_the_stiffness_of_its_section() -> None:
    shown = machine(FRAME, band={"width_mm": 6.0, "thickness_mm": 0.1})
    double = machine(FRAME, band={"width_mm": 6.0, "thickness_mm": 0.2})
    assert shown.ohms["wire"] / double.ohms["wire"] == pytest.approx(2.0, rel=0.01)
    assert shown.facts["leg_give"] / double.facts["leg_give"] == pytest.approx(8.0, rel=0.01)
    mass = METALS["copper"].density * 6e-3 * 0.1e-3 * shown.facts["wire_length"]
    assert shown.facts["mass"] == pytest.approx(mass)
    foil = evaluate(changed(FRAME, band={"width_mm": 6.0, "thickness_mm": 0.016}, wire__material="aluminum"))
    assert "strip is too thin" in foil.headline


def test_feet_that_hang_free_press_less_than_any_that_are_bent_to_touch() -> None:
    forces = [machine(FRAME, feet__pressure=name).facts["foot_force"][0] for name in ("free", "barely", "light")]
    assert forces == sorted(forces)
    assert forces[0] < 0.5e-3


def test_a_ring_over_the_head_adds_its_flux_and_its_weight() -> None:
    bare, shown = machine(SCREW), machine(SCREW, rings_above=1)
    base = (2 * 3.0 + 3.0) * 1e-3
    whole, less = disc(12e-3, 3e-3, 1.30, base + 1.5e-3), disc(4.5e-3, 3e-3, 1.30, base + 1.5e-3)
    flux = library_flux(whole, 6e-3, 3e-3) - library_flux(less, 6e-3, 3e-3)
    factors = float((MEDIAN.value("remanence") * MEDIAN.value("recoil"))[0])
    assert shown.coupling[0, 0] - bare.coupling[0, 0] == pytest.approx(factors * flux / (2 * np.pi), rel=0.01)
    ring = math.pi * (6e-3**2 - 2.25e-3**2) * 3e-3 * 7500
    assert shown.facts["mass"] - bare.facts["mass"] == pytest.approx(ring, rel=1e-3)
    assert shown.facts["holding_force"][0] > bare.facts["holding_force"][0]
    assert "leaves no room" in evaluate(changed(SCREW, rings_above=1, screw__shank_mm=10.0)).headline


def test_the_lead_s_end_and_a_nail_without_head() -> None:
    dirty = machine(SCREW, lead__tip="dirty").ohms["lead contact"]
    assert dirty[0] > machine(SCREW).ohms["lead contact"][0]
    assert "painted" in evaluate(changed(SCREW, lead__tip="painted")).headline
    whole, cut = machine(SCREW), machine(SCREW, screw__headless=True)
    assert cut.facts["mass"] < whole.facts["mass"]
    assert 0 < cut.coupling[0, 0] < whole.coupling[0, 0]
    assert machine(SCREW, screw__headless=True, screw__head_mm=20.0).coupling == pytest.approx(cut.coupling)


def coil_by_the_library(design: Any, magnets: list[Any], turn: float) -> float:
    """Torque per ampere of all turns in the field of magnets placed about the axle at the origin."""
    shape = coil_shape(design)
    path = drawn(shape.wound.outline)
    share = np.linspace(0, 1, 40)[:, None]
    fine = np.concatenate([a + (b - a) * share[:-1] for a, b in itertools.pairwise(path)] + [path[-1:]])
    u, v = fine.T
    arm = np.column_stack([u, -v * np.sin(turn), v * np.cos(turn)])
    step, middle = np.diff(arm, axis=0), (arm[1:] + arm[:-1]) / 2
    field = sum(magnet.getB(middle) for magnet in magnets)
    return float(shape.wound.turns * np.cross(middle, np.cross(step, field))[:, 0].sum())


@pytest.mark.parametrize("second", ["none", "same"])
def test_magnets_beside_the_coil_push_it_as_the_library_s_magnets_beside_it_do(second: str) -> None:
    design = changed(CRADLE, magnets_on="beside", second=second, gap_mm=6.0)
    shape, magnets = coil_shape(design), design.magnets
    face = float(shape.over) + magnets.thickness_mm * 0.5e-3
    stacks = []
    for side in (1, -1)[: 1 if second == "none" else 2]:
        one = disc(magnets.diameter_mm * 1e-3, magnets.thickness_mm * 1e-3, 1.30, 0.0)
        # Its told pole, N, faces the coil from the right; the second, with the same way of its field, stands across.
        one.rotate_from_angax(90, "x", anchor=None).move((0, side * face, 0))
        stacks.append(one)
    ours = coil_machine(design, MEDIAN).coupling[0]
    factors = float((MEDIAN.value("remanence") * MEDIAN.value("recoil"))[0])
    for at in (3, 11, 18, 30, 50):
        theirs = factors * coil_by_the_library(design, stacks, float(ANGLES[at]))
        assert ours[at] == pytest.approx(theirs, abs=0.03 * np.abs(ours).max())


RING = {"shape": "ring", "diameter_mm": 60.0, "hole_mm": 36.0, "thickness_mm": 10.0}


def test_a_ring_round_the_coil_pushes_it_as_the_library_s_ring_does_and_the_other_way() -> None:
    magnets = {**CRADLE.magnets.model_dump(), **RING}
    design = changed(CRADLE, magnets=magnets, magnets_on="around", gap_mm=3.0, supports__spacing_mm=70.0)
    middle = -(3.0 + 5.0) * 1e-3
    ring = [disc(60e-3, 10e-3, 1.30, middle), disc(36e-3, 10e-3, -1.30, middle)]
    ours = coil_machine(design, MEDIAN).coupling[0]
    factors = float((MEDIAN.value("remanence") * MEDIAN.value("recoil"))[0])
    for at in (3, 11, 18, 30, 50):
        theirs = factors * coil_by_the_library(design, ring, float(ANGLES[at]))
        assert ours[at] == pytest.approx(theirs, abs=0.02 * np.abs(ours).max())
    below = evaluate(changed(design, magnets_on="bench", gap_mm=4.0))
    assert {below.direction, evaluate(design).direction} == {"clockwise", "counterclockwise"}
    tight = changed(design, magnets={**magnets, "hole_mm": 22.0})
    assert "too narrow for the coil" in evaluate(tight).headline
    assert len(draw(tight, machine_of(tight, MEDIAN)).clashes) == 2


def test_a_coil_in_a_ring_clears_it_at_every_angle_or_is_said_to_strike_it() -> None:
    """The corners of a square coil reach out farthest not while it lies flat, but where the ring begins."""
    magnets = {**CRADLE.magnets.model_dump(), **RING}
    common = {"magnets": magnets, "magnets_on": "around", "supports__spacing_mm": 70.0, "gap_mm": 6.0}
    for along, across in ((20.0, 26.0), (28.0, 26.0), (34.0, 10.0)):
        design = changed(CRADLE, coil__outline={"by": "square", "along_mm": along, "across_mm": across}, **common)
        bundle = float(coil_shape(design).bundle)
        worst = 0.0
        for turn in np.linspace(0, 2 * np.pi, 720):
            y, z = across / 2e3 * np.cos(turn), -across / 2e3 * np.sin(turn)
            if -6e-3 + bundle / 2 > z > -16e-3 - bundle / 2:
                worst = max(worst, math.hypot(along / 2e3, y))
        strikes = worst + bundle / 2 > 18e-3
        causes = {cause.id for cause in machine_of(design, MEDIAN).causes}
        assert ("ring_narrow" in causes) == strikes, (along, across)


def test_worn_paint_is_between_fresh_paint_and_metal_bared_all_round() -> None:
    def mean(worn: float) -> Array:
        lead = {**bared(90.0, 180.0, "marker"), "worn_percent": worn}
        return machine(CRADLE, strip__right=lead).switch.mean(axis=1)

    shares = [float(mean(worn)[0]) for worn in (0.0, 20.0, 60.0, 100.0)]
    assert shares == sorted(shares)
    assert shares[-1] == pytest.approx(1.0)
    assert np.diff(shares[:2])[0] == pytest.approx(0.2 * (1 - shares[0]), rel=0.01)


def test_the_thinner_its_wire_the_fewer_coils_keep_their_shape_and_a_cork_keeps_all() -> None:
    def bent(awg: int, **fields: Any) -> float:
        design = changed(CRADLE, wire__size={"by": "gauge", "awg": awg}, **fields)
        causes = machine_of(design, Draws()).causes
        return next((float(cause.builds.mean()) for cause in causes if cause.id == "no_shape"), 0.0)  # type: ignore[union-attr]

    shares = [bent(awg) for awg in (24, 28, 30, 32, 34)]
    assert shares == sorted(shares)
    assert shares[0] == 0
    assert 0.2 < shares[-2] < shares[-1]
    assert bent(34, axle="cork") == 0
    assert bent(32, tails__length_mm=12.0) < shares[-2]  # a shorter lever


def test_wire_too_stiff_for_fingers_is_reported_and_a_wider_former_helps() -> None:
    thick = {"wire__size": {"by": "diameter", "diameter_mm": 1.5}, "supports__spacing_mm": 60.0}
    small, large = ({"coil__outline": {"by": "round", "diameter_mm": size}, "coil__turns": 3} for size in (14.0, 50.0))
    assert any("too stiff" in cause for cause in evaluate(changed(CRADLE, **thick, **small)).causes)
    assert not any("too stiff" in cause for cause in evaluate(changed(CRADLE, **thick, **large)).causes)


def test_a_plastic_skin_takes_as_much_room_as_it_is_thick() -> None:
    wires = [changed(CRADLE, wire__finish="plastic", wire__skin_mm=skin).wire for skin in (0.2, 0.7)]
    assert coated_diameter(wires[1]) - coated_diameter(wires[0]) == pytest.approx(1.0e-3)
    thin, thick = (machine(CRADLE, wire__finish="plastic", wire__skin_mm=skin).facts["bundle"] for skin in (0.2, 0.7))
    assert thick > 1.5 * thin


def test_heights_of_a_battery_that_turns_count_from_its_magnets_not_from_the_bench_below_its_point() -> None:
    for design, level in ((FRAME, "the bench"), (changed(FRAME, turns="battery"), "the magnets' lower face")):
        plan = build_of(design)
        names = [setting.name for setting in plan.settings if setting.name.startswith("Height")]
        assert len(names) == 2
        assert all(name.endswith(f"above {level}") for name in names)
        assert plan.template is not None
        assert any(f"above {level}" in label.text for label in plan.template.labels)


@pytest.mark.parametrize(
    ("design", "answer"),
    [
        (changed(SCREW, lead__tip="painted"), "lead's end painted"),
        (changed(CORED, winding__open_arm="other"), "other arm, wire broken"),
        (changed(CORED, gap__out_of_line_mm=6.0), "magnets 6 mm above or below the bar"),
        (changed(CORED, core__form="bolt"), "bolt"),
        (changed(TRAIN, track__loosens=1.5), "pitch growing to 1.5 times"),
        (changed(CRADLE, strip__right={**bared(90.0, 180.0, "marker"), "worn_percent": 20.0}), "20 % worn"),
    ],
)
def test_what_cannot_be_seen_in_the_drawing_stands_in_it_in_words(design: Any, answer: str) -> None:
    labels = draw(design, machine_of(design, MEDIAN)).labels
    assert any(answer in label.text for label in labels)


def test_a_cork_is_drawn_within_the_coil_that_goes_round_it() -> None:
    design = changed(CRADLE, axle="cork", coil__outline={"by": "square", "along_mm": 44.0, "across_mm": 26.0})
    bodies = [path for path in draw(design, machine_of(design, MEDIAN)).moving if path.role == "bar"]
    assert len(bodies) == 2
    assert max(abs(x) for x, _, _ in bodies[0].points) == pytest.approx(19.0)
    assert not any(cause.id == "axle_thick" for cause in machine_of(design, MEDIAN).causes)


def test_a_cork_adds_its_mass_stiffens_the_axle_and_wants_a_coil_that_goes_round_it() -> None:
    bare, shown = machine(CRADLE), machine(CRADLE, axle="cork")
    assert shown.facts["mass"] - bare.facts["mass"] == pytest.approx(2.6e-3)
    assert (
        "does not go round the cork"
        in evaluate(changed(CRADLE, axle="cork", coil__outline={"by": "round", "diameter_mm": 18.0})).headline
    )


def test_arms_of_unequal_turns_push_as_the_library_s_arms_do() -> None:
    """One arm alone is what both are less the other: by symmetry half of both, shifted by half a turn."""
    design = changed(CORED, core__form="none", gap__distance_mm=8.0, winding__other_turns=0)
    shape = cored_shape(design)
    one = slope(linked(shape, arms_of(design), False, 0.0).air)
    other = np.roll(one, one.size // 2)
    both = changed(design, winding__other_turns=None)
    whole = slope(linked(cored_shape(both), arms_of(both), False, 0.0).air)
    # Half a turn on the arms have changed places, and current runs through each the other way along the bar.
    assert one - other == pytest.approx(whole, abs=0.005 * np.abs(whole).max())
    nodes, weights = np.polynomial.legendre.leggauss(9)
    some = [2, 8, 15, 24]
    theirs = np.array([cored_by_the_library(both, ANGLES[at] + nodes * STEP / 2) @ weights / 2 for at in some])
    assert (one - other)[some] == pytest.approx(theirs, abs=0.01 * np.abs(whole).max())


def test_arms_side_by_side_share_the_current_as_two_batteries_of_one_kind_do() -> None:
    series, parallel = machine(CORED), machine(CORED, winding__joined="parallel")
    assert parallel.ohms["wire"] == pytest.approx(series.ohms["wire"] / 4)
    assert parallel.henries == pytest.approx(series.henries / 4, rel=1e-6)
    air = {"core__form": "none"}
    halves = machine(CORED, winding__joined="parallel", **air).coupling
    assert halves == pytest.approx(machine(CORED, **air).coupling / 2, rel=1e-6)
    left = machine(CORED, winding__joined="parallel", winding__open_arm="other")
    assert left.ohms["wire"] == pytest.approx(series.ohms["wire"] / 2)
    assert not left.causes


def test_one_arm_open_stops_both_in_one_wire_and_leaves_half_of_two() -> None:
    assert "broken" in evaluate(changed(CORED, winding__open_arm="marked")).headline
    whole = evaluate(changed(CORED, winding__joined="parallel"))
    half = evaluate(changed(CORED, winding__joined="parallel", winding__open_arm="marked"))
    assert half.share_that_goes > 0.5
    assert half.figures["push"].value < 0.75 * whole.figures["push"].value


def test_the_inductance_of_one_arm_alone_is_less_than_half_of_both() -> None:
    """Each arm's iron carries the other's flux, too."""
    both, one = (changed(CORED, winding__other_turns=turns) for turns in (None, 0))
    values = [henries(cored_shape(design), arms_of(design), design.winding.turns, False) for design in (both, one)]
    assert 0.2 < values[1] / values[0] < 0.5


def test_magnets_out_of_line_push_less_the_farther_and_either_way_alike() -> None:
    pushes = [np.abs(machine(CORED, gap__out_of_line_mm=off).coupling).max() for off in (0.0, 1e-6, 5.0, 12.0, 25.0)]
    assert pushes[0] == pytest.approx(pushes[1], rel=1e-6)
    assert pushes[1:] == sorted(pushes[1:], reverse=True)
    assert pushes[-1] < 0.4 * pushes[0]


def test_four_brushes_touch_surer_through_half_the_ohms_and_rub_twice() -> None:
    two, four = machine(CORED), machine(CORED, brushes__count=4)
    assert four.ohms["brush contact"] == pytest.approx(two.ohms["brush contact"] / 2)
    assert 1 - four.touch.made == pytest.approx((1 - two.touch.made) ** 2)
    assert four.load.dry > two.load.dry
    assert "touch each other" in evaluate(changed(CORED, brushes__touching=True)).headline


def test_a_bolt_carries_less_than_a_rod_and_a_nail_is_harder_to_turn_over() -> None:
    rod, bolt, nail = (machine(CORED, core__form=form) for form in ("rod", "bolt", "nail"))
    assert np.abs(bolt.coupling).max() < np.abs(rod.coupling).max()
    assert nail.load.dry > rod.load.dry
    assert nail.coupling == pytest.approx(rod.coupling)


def test_a_dent_takes_half_of_what_it_is_flat_by_over_its_length() -> None:
    """Squeezed, a round bore keeps its girth: it gets as much wider one way as lower the other."""
    dent = machine(TRAIN, track__dents=[{"at_mm": 300.0, "length_mm": 6.0, "flat_mm": 1.0}])
    kink = machine(TRAIN, track__kinks=[{"at_mm": 300.0, "squeeze_mm": 0.5}])
    assert dent.route is not None
    assert kink.route is not None
    assert dent.route.drag == pytest.approx(kink.route.drag)
    flat = evaluate(changed(TRAIN, track__dents=[{"at_mm": 300.0, "length_mm": 40.0, "flat_mm": 4.0}]))
    assert "trodden 4 mm lower" in flat.headline
    assert "does not enter" in evaluate(changed(TRAIN, track__oval_mm=4.0)).headline


def test_a_track_that_loosens_has_the_turns_of_its_mean_pitch() -> None:
    design = changed(TRAIN, track__loosens=2.0)
    shape = train_shape(design)
    places = (np.arange(100_000) + 0.5) / 100_000
    turns = (shape.track / (shape.tight * (1 + places))).mean()
    assert wound_turns(design, shape) == pytest.approx(turns, rel=1e-6)
    answer = changed(design, track__length={"by": "turns", "turns": round(turns)})
    assert train_shape(answer).track == pytest.approx(shape.track, rel=2e-3)
    grip = machine_of(changed(design, wire__finish="enameled", track__inside="bared"), MEDIAN).route.grip[0]  # type: ignore[union-attr]
    assert grip[0] > 1.5 * grip[-10]


def test_a_paper_hull_weighs_what_paper_weighs_and_must_stay_within_the_magnets() -> None:
    bare, shown = machine(TRAIN), machine(TRAIN, hull_mm=0.5)
    radius, length = 5.25e-3, 44.5e-3
    paper = 800 * math.pi * ((radius + 0.5e-3) ** 2 - radius**2) * length
    assert shown.facts["mass"] - bare.facts["mass"] == pytest.approx(paper, rel=1e-6)
    assert train_shape(changed(TRAIN, hull_mm=0.5)).tightest > train_shape(TRAIN).tightest
    assert "in its hull" in evaluate(changed(TRAIN, hull_mm=1.5)).headline


@pytest.mark.parametrize(
    ("volts", "says"), [(0.0, "The supply is set to 0 V"), (0.7, "The battery uses"), (30.0, "supply's limit of 5 A")]
)
def test_a_bench_supply_from_nothing_to_thirty_volts(volts: float, says: str) -> None:
    supply = {"battery__cell": "bench_supply", "battery__supply": {"volts": volts, "limit_A": 5.0}}
    shown = evaluate(changed(CRADLE, magnets_on="bench", **supply))
    assert says in shown.link("current").sentence
    assert (shown.sense == 0) == (volts == 0)
    assert all(math.isfinite(figure.value) for figure in shown.figures.values())


CLASHES: list[tuple[Any, dict[str, Any]]] = [
    (FRAME, {"battery__cell": "button_LR44"}),
    (FRAME, {"outline__half": {"by": "points", "points": [{"radius_mm": 5.0, "height_mm": -20.0}]}}),
    (FRAME, {"turns": "battery", "outline__decoration": {"mass_g": 1.0, "radius_mm": 60.0}}),
    (SCREW, {"flag__mass_g": 0.3, "flag__radius_mm": 60.0, "lead__length_mm": 90.0}),
    (CRADLE, {"gap_mm": 0.0, "supports__level_mm": 9.0}),
    (CRADLE, {"supports__spacing_mm": 20.0}),
    (CRADLE, {"magnets": {**CRADLE.magnets.model_dump(), "shape": "block", "along_mm": 90.0}, "magnets_on": "bench"}),
    (CORED, {"gap__distance_mm": 0.3, "winding__turns": 900}),
    (TRAIN, {"track__former_mm": 12.0}),
]


@pytest.mark.parametrize(("design", "fields"), CLASHES)
def test_what_runs_into_something_does_not_go_and_is_drawn_where_it_does(design: Any, fields: dict[str, Any]) -> None:
    wrong = changed(design, **fields)
    shown = draw(wrong, machine_of(wrong, Draws()))
    assert evaluate(wrong).sense == 0 or evaluate(wrong).share_that_goes < 0.5
    assert shown.clashes
    left, bottom, right, top = shown.bounds
    for x, y in shown.clashes:
        assert left - 1 <= x <= right + 1
        assert bottom - 1 <= y <= top + 1
    assert draw(design, machine_of(design, Draws())).clashes == ()
