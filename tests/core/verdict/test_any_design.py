"""One contract for every valid design: a finite verdict, or a refusal with a hint."""

import math

from hypothesis import given, settings
from hypothesis import strategies as st

from oakspin.design import design_of
from oakspin.draws import Draws
from oakspin.errors import Fault, OakSpinError
from oakspin.machines.dials import Dial
from oakspin.machines.kinds import changes_of, parts_of
from oakspin.make import build_sheet
from oakspin.measure import trial_form
from oakspin.motion.spin import spin
from oakspin.teach import explain, pole_finder
from oakspin.verdict import evaluate

point = st.fixed_dictionaries({"radius_mm": st.floats(1, 120), "height_mm": st.floats(-210, 80)})
half = st.one_of(
    st.fixed_dictionaries({"by": st.just("points"), "points": st.lists(point, min_size=1, max_size=5)}),
    st.fixed_dictionaries({"by": st.just("spring"), "turns": st.floats(0.5, 30), "diameter_mm": st.floats(6, 120)}),
)
strength = st.one_of(
    st.fixed_dictionaries({"by": st.just("grade"), "grade": st.sampled_from(["N35", "N52", "ferrite", "alnico"])}),
    st.fixed_dictionaries({"by": st.just("remanence"), "remanence_T": st.floats(0.05, 1.6)}),
    st.fixed_dictionaries({"by": st.just("face_field"), "face_field_mT": st.floats(5, 800)}),
)
cells = ["alkaline_AAA", "alkaline_AA", "alkaline_D", "nimh_AA", "button_LR44", "alkaline_9V", "bench_supply"]
frames = st.fixed_dictionaries(
    {
        "kind": st.just("frame"),
        "battery": st.fixed_dictionaries(
            {
                "cell": st.sampled_from(cells),
                "in_series": st.integers(1, 6),
                "in_parallel": st.integers(1, 6),
                "terminal_up": st.sampled_from("+-"),
                "used_percent": st.floats(0, 95),
            }
        ),
        "magnets": st.fixed_dictionaries(
            {
                "diameter_mm": st.floats(3, 60),
                "thickness_mm": st.floats(0.5, 30),
                "count": st.integers(1, 4),
                "strength": strength,
                "pole_up": st.sampled_from("NS"),
                "magnetized": st.sampled_from(["along", "across"]),
                "plating": st.sampled_from(["nickel", "none", "epoxy"]),
            }
        ),
        "wire": st.fixed_dictionaries(
            {
                "size": st.fixed_dictionaries({"by": st.just("diameter"), "diameter_mm": st.floats(0.15, 3.3)}),
                "material": st.sampled_from(["copper", "aluminum", "brass", "steel"]),
            }
        ),
        "outline": st.fixed_dictionaries({"legs": st.integers(1, 6), "half": half}),
        "feet": st.fixed_dictionaries(
            {
                "type": st.sampled_from(["points", "ring"]),
                "gap_mm": st.floats(0, 20),
                "height_mm": st.floats(0, 120),
                "pressure": st.sampled_from(["barely", "light", "firm", "gripping"]),
            }
        ),
        "pivot": st.fixed_dictionaries({"off_center_mm": st.floats(0, 15), "seat": st.sampled_from(["flat", "cup"])}),
        "room_C": st.floats(0, 40),
        "maker": st.sampled_from(["careful_adult", "older_pupil", "young_pupil"]),
    }
)


arc = st.fixed_dictionaries({"center_deg": st.floats(-90, 270), "width_deg": st.floats(1, 360)})
lead = st.one_of(
    st.fixed_dictionaries({"bared": st.just("arcs"), "arcs": st.lists(arc, min_size=1, max_size=3), "rest": st.sampled_from(["enamel", "marker"])}),
    st.fixed_dictionaries({"bared": st.sampled_from(["all", "none"])}),
)  # fmt: skip
corner = st.fixed_dictionaries({"along_mm": st.floats(-60, 60), "across_mm": st.floats(-60, 60)})
outline = st.one_of(
    st.fixed_dictionaries({"by": st.just("round"), "diameter_mm": st.floats(6, 120)}),
    st.fixed_dictionaries({"by": st.sampled_from(["square", "oval"]), "along_mm": st.floats(6, 120), "across_mm": st.floats(6, 120)}),
    st.fixed_dictionaries({"by": st.just("own"), "points": st.lists(corner, min_size=3, max_size=6)}),
)  # fmt: skip
coil_parts = {
    "battery": st.fixed_dictionaries({"cell": st.sampled_from(cells), "in_series": st.integers(1, 6)}),
    "magnets": st.fixed_dictionaries(
        {
            "shape": st.sampled_from(["disc", "block"]),
            "diameter_mm": st.floats(3, 60),
            "along_mm": st.floats(3, 150),
            "across_mm": st.floats(3, 150),
            "thickness_mm": st.floats(0.5, 30),
            "count": st.integers(1, 4),
            "strength": strength,
            "pole_up": st.sampled_from("NS"),
            "magnetized": st.sampled_from(["along", "across"]),
        }
    ),
    "magnets_on": st.sampled_from(["battery", "bench"]),
    "second": st.sampled_from(["none", "same", "turned"]),
    "plus_at": st.sampled_from(["left", "right"]),
    "wire": st.fixed_dictionaries(
        {
            "size": st.fixed_dictionaries({"by": st.just("diameter"), "diameter_mm": st.floats(0.15, 3.3)}),
            "finish": st.sampled_from(["bare", "enameled", "plastic"]),
        }
    ),
    "gap_mm": st.floats(0, 60),
    "imbalance_mm": st.one_of(st.none(), st.floats(0.005, 15)),
    "tails": st.fixed_dictionaries({"length_mm": st.floats(8, 100), "out_of_line_deg": st.floats(0, 20)}),
    "strip": st.fixed_dictionaries({"left": lead, "right": lead}),
    "supports": st.fixed_dictionaries(
        {
            "seat": st.sampled_from(["open", "deep", "loop"]),
            "spacing_mm": st.floats(15, 250),
            "level_mm": st.floats(-15, 15),
            "stand": st.sampled_from(["insulated", "metal"]),
            "stops": st.booleans(),
        }
    ),
    "flick": st.fixed_dictionaries({"turns_per_s": st.floats(0, 15), "sense": st.sampled_from(["good", "wrong"])}),
    "maker": st.sampled_from(["careful_adult", "young_pupil"]),
}
cradles = st.fixed_dictionaries(
    {
        "kind": st.just("cradle"),
        "coil": st.fixed_dictionaries({"outline": outline, "turns": st.integers(1, 400)}),
        **coil_parts,
    }
)
lobes = st.fixed_dictionaries(
    {
        "kind": st.just("lobes"),
        "lobes": st.fixed_dictionaries(
            {
                "outline": st.sampled_from(["round", "square"]),
                "along_mm": st.floats(6, 120),
                "reach_mm": st.floats(4, 80),
                "turns": st.integers(1, 200),
                "opening_deg": st.floats(0, 180),
            }
        ),
        **coil_parts,
    }
)
stretch = st.tuples(st.floats(0, 2000), st.floats(1, 500), st.floats(0.2, 60)).map(lambda one: {"from_mm": one[0], "to_mm": one[0] + one[1], "pitch_mm": one[2]})  # fmt: skip
end_stack = st.fixed_dictionaries(
    {
        "diameter_mm": st.floats(3, 60),
        "thickness_mm": st.floats(0.5, 30),
        "count": st.integers(1, 4),
        "strength": strength,
        "pole_up": st.sampled_from("NS"),
        "magnetized": st.sampled_from(["along", "across"]),
        "plating": st.sampled_from(["nickel", "epoxy"]),
    }
)
trains = st.fixed_dictionaries(
    {
        "kind": st.just("train"),
        "battery": st.fixed_dictionaries({"cell": st.sampled_from(cells), "in_series": st.integers(1, 3)}),
        "leads": st.sampled_from("+-"),
        "front": end_stack,
        "rear": end_stack,
        "nose_g": st.floats(0, 30),
        "wire": coil_parts["wire"],
        "track": st.fixed_dictionaries(
            {
                "former_mm": st.floats(5, 60),
                "wound": st.sampled_from(["clockwise", "counterclockwise"]),
                "length": st.one_of(
                    st.fixed_dictionaries({"by": st.just("length"), "length_mm": st.floats(80, 10000)}),
                    st.fixed_dictionaries({"by": st.just("turns"), "turns": st.integers(40, 12000)}),
                ),
                "stretches": st.lists(stretch, max_size=3),
                "kinks": st.lists(
                    st.fixed_dictionaries({"at_mm": st.floats(0, 2000), "squeeze_mm": st.floats(0, 10)}), max_size=2
                ),
                "plan": st.one_of(
                    st.just({"form": "loop"}),
                    st.fixed_dictionaries(
                        {
                            "form": st.sampled_from(["straight", "arc"]),
                            "radius_mm": st.floats(20, 5000),
                            "slope_deg": st.floats(-10, 60),
                        }
                    ),
                ),
            }
        ),
        "maker": st.sampled_from(["careful_adult", "young_pupil"]),
    }
)
cored_motors = st.fixed_dictionaries(
    {
        "kind": st.just("cored"),
        "battery": coil_parts["battery"],
        "core": st.fixed_dictionaries(
            {
                "form": st.sampled_from(["rod", "pipe", "none"]),
                "length_mm": st.floats(20, 200),
                "diameter_mm": st.floats(2, 30),
                "wall_mm": st.floats(0.3, 1.0),
                "hub_mm": st.floats(2, 12),
            }
        ),
        "wire": coil_parts["wire"],
        "winding": st.fixed_dictionaries(
            {"turns": st.integers(5, 5000), "sense": st.sampled_from(["same", "opposed"])}
        ),
        "commutator": st.fixed_dictionaries(
            {"radius_mm": st.floats(1, 15), "gap_deg": st.floats(2, 90), "offset_deg": st.floats(-90, 90)}
        ),
        "brushes": st.fixed_dictionaries({"force_mN": st.floats(1, 400), "width_mm": st.floats(0.2, 5)}),
        "magnets": coil_parts["magnets"],
        "gap": st.fixed_dictionaries(
            {
                "stacks": st.integers(1, 2),
                "facing": st.sampled_from(["unlike", "like"]),
                "distance_mm": st.floats(0.3, 120),
            }
        ),
        "flick": coil_parts["flick"],
        "maker": st.sampled_from(["careful_adult", "young_pupil"]),
    }
)
hanging_rotors = st.fixed_dictionaries(
    {
        "kind": st.just("hanging"),
        "battery": st.fixed_dictionaries({"cell": st.sampled_from(cells), "terminal_up": st.sampled_from("+-")}),
        "magnets": end_stack,
        "stack_on": st.booleans(),
        "screw": st.fixed_dictionaries(
            {
                "material": st.sampled_from(["steel", "brass"]),
                "head_mm": st.floats(2, 30),
                "shank_mm": st.floats(1, 10),
                "length_mm": st.floats(10, 100),
                "tip_mm": st.floats(0.02, 2),
                "point_deg": st.floats(10, 80),
            }
        ),
        "lead": st.fixed_dictionaries(
            {
                "height_mm": st.floats(0, 120),
                "pressure": st.sampled_from(["barely", "gripping"]),
                "side_deg": st.floats(0, 360),
            }
        ),
        "flag": st.fixed_dictionaries(
            {"mass_g": st.floats(0, 10), "radius_mm": st.floats(1, 60), "area_mm2": st.floats(0, 4000)}
        ),
        "maker": st.sampled_from(["careful_adult", "young_pupil"]),
    }
)
designs = st.one_of(frames, hanging_rotors, cradles, lobes, cored_motors, trains)


@given(designs)
def test_every_valid_design_gets_a_finite_verdict_or_a_refusal_with_a_hint(plain: dict[str, object]) -> None:
    refused: list[Fault] = []
    try:
        verdict = evaluate(design_of(plain), Draws(16))
    except OakSpinError as error:
        refused = error.faults
    if refused:
        assert all(fault.hint and fault.limit and fault.field.startswith("/") for fault in refused)
        return
    for link in verdict.links:
        assert all(map(math.isfinite, (link.figure, link.margin, *link.band, *link.margin_band)))
        assert link.sentence
    for name, figure in verdict.figures.items():
        assert math.isfinite(figure.value), name
        assert figure.band[0] <= figure.value <= figure.band[1], name
    assert verdict.direction in {"clockwise", "counter-clockwise", "forward", "backward", "none"}
    assert all(math.isfinite(number) for shape in verdict.geometry.shapes for point in shape.points for number in point)


@settings(max_examples=60)
@given(designs)
def test_every_stage_answers_or_refuses_with_a_hint(plain: dict[str, object]) -> None:
    faults: list[Fault] = []
    try:
        design = design_of(plain)
        assert build_sheet(design).minutes > 0
        assert all(one.sentence and one.patch for one in changes_of(design))
        assert explain(design, "palm", "current").steps
        run = spin(design)
        assert all(map(math.isfinite, (*run.angle, *run.speed, *run.current)))
        assert trial_form(design).readings
        found = pole_finder(design)
        assert bool(found.ways) != bool(found.instead)
    except OakSpinError as error:
        faults = error.faults
    assert all(fault.hint for fault in faults)


@given(designs)
def test_every_dial_starts_within_its_own_limits(plain: dict[str, object]) -> None:
    try:
        parts = parts_of(design_of(plain))
    except OakSpinError:
        return
    for dial in (dial for part in parts for dial in part.dials):
        _check(dial)


def _check(dial: Dial) -> None:
    assert dial.label
    assert dial.reason, dial.pointer
    if (
        dial.type == "number" and dial.pointer != "/feet/height_mm"
    ):  # feet may stand above the stack: a fault, told as such
        assert dial.minimum <= dial.value <= dial.maximum, dial.pointer
    if dial.type == "choice":
        assert dial.choices
