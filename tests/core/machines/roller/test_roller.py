"""The roller: its push by another route, reversals, its way in closed form, and what stops it on the bench."""

from __future__ import annotations

import magpylib
import numpy as np
import pytest

from oakspin.draws import MEDIAN
from oakspin.fields.train import Assembly, Ending
from oakspin.kinds.kinds import KINDS, evaluate
from oakspin.machines.roller.machine import roller_machine
from oakspin.machines.roller.sheet import push_per_ampere, sheet_current, sheet_ohms
from oakspin.machines.table import machine_of
from oakspin.motion.drive import drive_of
from oakspin.motion.journey import journey_of
from tests.core.designs import changed, grade

ROLLER = KINDS["roller"].start
R, HALF, THICK = 9e-3, 22e-3, 5e-3
PLAIN = Assembly(HALF, 5e-3, 0.0, Ending(R, 0.0, THICK, 1.3), Ending(R, 0.0, THICK, -1.3))


def thrust(design) -> float:
    return float(roller_machine(design, MEDIAN).coupling[0, 0])


@pytest.mark.slow
@pytest.mark.parametrize("width", [0.06, 0.15])
def test_push_is_what_lifts_the_sheet_off_the_plumb_line_by_an_independent_field(width: float) -> None:
    """Reaction and lever together leave F R = sum of y f_up over the sheet: its lift, taken about the axle."""
    magnets = [
        magpylib.magnet.Cylinder(polarization=(0, 0, sign * 1.3), dimension=(2 * R, THICK), position=(0, 0, place))
        for sign, place in ((1, HALF + THICK / 2), (-1, -HALF - THICK / 2))
    ]
    y = np.geomspace(1e-5, 0.25, 161)
    z = np.linspace(-width / 2, width / 2, 900)
    middle_y, middle_z = np.sqrt(y[1:] * y[:-1]), (z[1:] + z[:-1]) / 2
    at_y, at_z = np.meshgrid(middle_y, middle_z, indexing="ij")
    along = sheet_current(PLAIN, at_y, at_z, width)
    # What flows in at a place and does not flow on along z flows on along y: from the plumb line outward.
    aside = _across(middle_y, at_z, width)
    places = np.stack([at_y, np.full_like(at_y, -R), at_z], axis=-1)
    field = magpylib.getB(magnets, places.reshape(-1, 3)[:, [0, 1, 2]], sumup=True).reshape(*at_y.shape, 3)
    lift = along * field[..., 0] - aside * field[..., 2]
    moment = 2 * (at_y * lift * np.diff(y)[:, None] * np.diff(z)[None, :]).sum()
    push, _ = push_per_ampere(PLAIN, R, width)
    assert moment / R == pytest.approx(push, rel=0.03)


def _across(y, z, width: float):
    """Current along +y per meter and per ampere, from the same sources and images."""
    from oakspin.machines.roller.sheet import IMAGES, WEIGHTS, contacts

    near, far = contacts(PLAIN)
    total = np.zeros_like(z)
    for weight, source, sink in zip(WEIGHTS / 2, near, far, strict=True):
        for image in range(-IMAGES, IMAGES + 1):
            flip = -1.0 if image % 2 else 1.0
            for sign, place in ((1.0, source), (-1.0, sink)):
                away = z - (image * width + flip * place)
                total += sign * weight * y[:, None] / (2 * np.pi * (y[:, None] ** 2 + away**2))
    return total


@pytest.mark.parametrize("width", [0.056, 0.1, 0.6])
def test_all_current_crosses_the_middle_of_the_sheet_and_none_its_edge(width: float) -> None:
    y = np.geomspace(1e-6, 30.0, 6000)
    assert 2 * np.trapezoid(sheet_current(PLAIN, y, np.zeros(1), width), y) == pytest.approx(-1, rel=0.02)
    edge = np.abs(sheet_current(PLAIN, y, np.full(1, width / 2), width)).max()
    assert edge < 0.05 * np.abs(sheet_current(PLAIN, y, np.zeros(1), width)).max()


def test_only_a_part_of_the_push_is_left_and_never_more_than_all() -> None:
    shares = [push_per_ampere(PLAIN, R, width)[1] for width in (0.056, 0.1, 0.3, 0.6)]
    assert all(0.2 < share < 0.8 for share in shares)
    assert shares[2] == pytest.approx(shares[3], rel=0.01)  # a sheet that is wide enough is as good as any


def test_reversals() -> None:
    push = thrust(ROLLER)
    assert push > 0
    assert thrust(changed(ROLLER, plus_at="far")) == pytest.approx(-push)
    assert thrust(changed(ROLLER, magnets__pole_up="S")) == pytest.approx(-push)
    assert thrust(changed(ROLLER, plus_at="far", magnets__pole_up="S")) == pytest.approx(push)
    assert thrust(changed(ROLLER, outward="unlike")) == pytest.approx(0, abs=1e-9)


def test_resistance_of_a_wide_sheet_is_that_of_a_plane() -> None:
    apart, size = 2 * HALF + THICK, THICK / 4
    plane = 2.82e-8 / (np.pi * 16e-6) * np.log(apart / size)
    assert sheet_ohms(PLAIN, 20.0, 16e-6, 2.82e-8) == pytest.approx(plane, rel=0.01)
    assert sheet_ohms(PLAIN, 0.06, 16e-6, 2.82e-8) > 1.1 * plane
    assert sheet_ohms(PLAIN, 20.0, 32e-6, 2.82e-8) == pytest.approx(plane / 2, rel=0.01)


def test_speed_at_the_far_edge_is_that_of_an_even_push() -> None:
    machine = machine_of(ROLLER, MEDIAN)
    drive = drive_of(machine)
    journey = journey_of(machine, drive)
    assert journey is not None
    assert machine.route is not None
    push = float(np.median(drive.stall)) - float(machine.load.dry[0])
    even = np.sqrt(2 * push * machine.route.length[0] / machine.inertia[0])
    assert journey.top[0] == pytest.approx(even, rel=0.03)


def test_the_turning_of_the_wheels_is_sped_up_too() -> None:
    machine = roller_machine(ROLLER, MEDIAN)
    assert machine.facts["mass"] < machine.inertia[0] < 1.5 * machine.facts["mass"]


@pytest.mark.parametrize(
    ("fields", "link", "says"),
    [
        ({"outward": "unlike"}, "push", "Unlike poles"),
        ({"sheet__material": "steel"}, "starts", "steel sheet"),
        ({"sheet__width_mm": 40.0}, "circuit", "beside it"),
        ({"magnets__diameter_mm": 10.0}, "circuit", "lies on the sheet"),
        ({"magnets__plating": "epoxy"}, "circuit", "coat"),
        ({"magnets__strength": grade("ferrite")}, "circuit", "does not conduct"),
        ({"sheet__slope_deg": 3.0}, "starts", "Friction"),
        ({"plus_at": "far"}, "keeps_going", "other end of the roller"),
    ],
)
def test_wrong_builds_fail_where_they_fail_on_the_bench(fields, link: str, says: str) -> None:
    assert all(link.state != "fails" for link in evaluate(ROLLER).links)
    verdict = evaluate(changed(ROLLER, **fields))
    first = next(some for some in verdict.links if some.state == "fails")
    assert first.id == link
    assert says in first.sentence


def test_downhill_it_is_faster_and_tarnish_slows_it() -> None:
    def top(**fields) -> float:
        return next(link.figure for link in evaluate(changed(ROLLER, **fields)).links if link.id == "keeps_going")

    assert top(sheet__slope_deg=-1.0) > top() > top(surface="tarnished", maker="young_pupil")
