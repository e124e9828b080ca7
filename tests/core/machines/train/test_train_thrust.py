"""Thrust of the train: against the force on a discrete helix, finite elements, and by reversal."""

from __future__ import annotations

import csv
import itertools
from pathlib import Path

import magpylib
import numpy as np
import pytest

from oakspin import evaluate
from oakspin.draws import MEDIAN
from oakspin.fields.flux import cylinder_flux
from oakspin.fields.train import Assembly, Ending
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.train.lesson import push_by_poles
from oakspin.machines.train.machine import current_way, handedness, train_coupling
from oakspin.machines.train.shape import train_shape
from tests.core.designs import changed

TRAIN = KINDS["train"].start
BARE_CELL = changed(TRAIN, battery__cell="zinc_carbon_AA", front__diameter_mm=16.0, rear__diameter_mm=16.0, track__former_mm=17.5)  # fmt: skip
FINITE_ELEMENTS = Path(__file__).parents[2] / "fields" / "steel_cell_in_coil.csv"
COMBINATIONS = list(itertools.product(("clockwise", "counterclockwise"), "+-", "NS"))


def by_the_helix(design) -> float:  # type: ignore[no-untyped-def]
    """Force per ampere on the train: that on the wire of a helix between the contacts, piece by piece, turned round.

    The contact is averaged over the magnets' thickness, as it is on the bench.
    """
    shape = train_shape(design)
    train = shape.assembly
    magnets = [
        magpylib.magnet.Cylinder(
            polarization=(0, 0, end.remanence), dimension=(2 * end.radius, end.length), position=(0, 0, place)
        )
        for end, place in (
            (train.front, train.half + train.front.length / 2),
            (train.rear, -train.half - train.rear.length / 2),
        )
    ]
    radius, hand = (shape.bore + shape.wire) / 2, handedness(design)
    forces = []
    for share in (np.arange(8) + 0.5) / 8:
        low = -train.half - share * train.rear.length
        high = train.half + share * train.front.length
        z = np.linspace(low, high, 4000)
        # A right-handed helix turns clockwise for one who looks along it: so does -angle seen from ahead.
        angle = hand * 2 * np.pi * (z - low) / shape.tight
        wire = np.column_stack([radius * np.cos(angle), radius * np.sin(angle), z])
        step, middle = np.diff(wire, axis=0), (wire[1:] + wire[:-1]) / 2
        field = sum(magnet.getB(middle) for magnet in magnets)
        forces.append(-np.cross(step, field)[:, 2].sum())
    return float(current_way(design) * np.mean(forces))


@pytest.mark.parametrize(("wound", "leads", "pole"), COMBINATIONS)
def test_it_is_the_force_on_a_discrete_helix_for_every_combination(wound: str, leads: str, pole: str) -> None:
    design = changed(BARE_CELL, track__wound=wound, leads=leads, front__pole_up=pole, rear__pole_up=pole)
    ours = float(train_coupling(design, train_shape(design), MEDIAN)[0])
    recoil = 0.975
    loose = 1 + 0.6745 * 0.05  # a careful adult's median winding
    assert ours == pytest.approx(recoil / loose * by_the_helix(design), rel=0.03)


@pytest.mark.parametrize(("wound", "leads", "pole"), COMBINATIONS)
def test_each_reversal_turns_the_train_round_and_the_poles_tell_the_same(wound: str, leads: str, pole: str) -> None:
    loop = {"track__plan__form": "loop", "track__length__length_mm": 1500.0}
    design = changed(TRAIN, track__wound=wound, leads=leads, front__pole_up=pole, rear__pole_up=pole, **loop)
    # Told here: N outward on a left-handed helix with + at the rear goes forward.
    sense = (1 if wound == "counterclockwise" else -1) * (1 if leads == "-" else -1) * (1 if pole == "N" else -1)
    assert evaluate(design).direction == ("forward" if sense > 0 else "backward")
    assert push_by_poles(design) == sense


@pytest.mark.parametrize(("front", "rear"), [("N", "S"), ("S", "N")])
def test_unlike_poles_outward_push_nothing_and_the_reason_is_reported(front: str, rear: str) -> None:
    design = changed(TRAIN, front__pole_up=front, rear__pole_up=rear)
    verdict = evaluate(design)
    assert verdict.figures["push"].value == 0
    assert "Unlike poles" in verdict.headline
    assert push_by_poles(design) == 0


def test_the_can_adds_what_finite_elements_say() -> None:
    with FINITE_ELEMENTS.open(encoding="utf-8") as file:
        rows = [{name: float(value) for name, value in row.items()} for row in csv.DictReader(file)]
    held = 0
    for row in rows:
        half, place = row["cell_length_mm"] * 5e-4, row["z_from_cell_center_mm"] * 1e-3
        if place < half:
            continue  # between the ends the contacts never are
        magnet = Ending(row["magnet_radius_mm"] * 1e-3, 0.0, row["magnet_thickness_mm"] * 1e-3, 1.3)
        other = Ending(magnet.radius, 0.0, magnet.length, -1.3)
        cell = row["cell_radius_mm"] * 1e-3
        with_can, bare = (
            Assembly(half, cell, wall, magnet, other).flux(row["coil_radius_mm"] * 1e-3, np.array([place]))[0]
            for wall in (row["wall_mm"] * 1e-3, 0.0)
        )
        assert row["free_flux_Wb"] + with_can - bare == pytest.approx(row["flux_Wb"], rel=0.034)
        held += 1
    assert held > 200


def test_without_steel_the_flux_is_that_of_the_two_magnets() -> None:
    magnet, other = Ending(6e-3, 0.0, 4e-3, 1.2), Ending(5e-3, 2e-3, 6e-3, -0.9)
    train, z = Assembly(20e-3, 5e-3, 0.0, magnet, other), np.linspace(-0.04, 0.04, 9)
    front = 1.2 * cylinder_flux(7e-3, z - 22e-3, radius=6e-3, length=4e-3)
    rear = -0.9 * (cylinder_flux(7e-3, z + 23e-3, radius=5e-3, length=6e-3) - cylinder_flux(7e-3, z + 23e-3, radius=2e-3, length=6e-3))  # fmt: skip
    assert train.flux(7e-3, z) == pytest.approx(front + rear, rel=1e-9)


def test_a_weak_magnet_does_not_saturate_the_can() -> None:
    weak, strong = (Ending(6e-3, 0.0, 4e-3, remanence) for remanence in (0.05, 1.3))
    for end in (weak, strong):
        flux = [Assembly(22e-3, 5e-3, wall, end, end).flux(7e-3, np.array([22e-3]))[0] for wall in (0.25e-3, 0.0)]
        assert 1 < flux[0] / flux[1] < 2.2


def test_turns_closer_together_push_more() -> None:
    thin, thick = (changed(TRAIN, wire__size={"by": "gauge", "awg": awg}) for awg in (24, 18))
    pushes = [abs(float(train_coupling(design, train_shape(design), MEDIAN)[0])) for design in (thin, thick)]
    assert pushes[0] > 1.6 * pushes[1]
