"""The hanging screw against finite elements: holding force and flux through the rim."""

from __future__ import annotations

import csv
import math
from pathlib import Path

import numpy as np

from oakspin.fields.flux import cylinder_flux
from oakspin.fields.screw import holding_force, screw_flux

with (Path(__file__).parent / "hanging_screw.csv").open(encoding="utf-8") as _file:
    CASES = [{name: float(text) for name, text in row.items() if name != "cell"} for row in csv.DictReader(_file)]
CONE = math.radians(25)  # of the computed point


def force(case: dict[str, float], gap: float | None = None) -> float:
    volume = math.pi * case["magnet_radius_mm"] ** 2 * case["magnet_thickness_mm"] * case["magnets"] * 1e-9
    shank, length = case["shank_diameter_mm"] * 1e-3, case["shank_length_mm"] * 1e-3
    tip = np.array([case["tip_flat_diameter_mm"] * 1e-3])
    open_ = np.array([case["tip_gap_mm"] * 1e-3 if gap is None else gap])
    return float(holding_force(volume, shank, length, tip, CONE, open_)[0])


def test_the_holding_force_is_that_of_finite_elements_within_its_reported_error() -> None:
    off = np.array([force(case) / case["holding_force_N"] - 1 for case in CASES])
    assert np.sqrt((off**2).mean()) < 0.15
    assert np.abs(off).max() < 0.46


def test_what_hangs_is_held_several_times_over() -> None:
    assert all(force(case) > 3 * case["hung_weight_N"] for case in CASES)


def test_dust_under_the_point_takes_force_but_never_all() -> None:
    for case in CASES[:6]:
        forces = [force(case, gap) for gap in (0.0, 0.02e-3, 0.1e-3, 0.5e-3)]
        assert forces == sorted(forces, reverse=True)
        assert forces[-1] > 0


def test_the_flux_through_the_rim_gains_what_finite_elements_say() -> None:
    held = 0
    for case in CASES:
        radius, length = case["magnet_radius_mm"] * 1e-3, case["magnet_thickness_mm"] * case["magnets"] * 1e-3
        near = 1.3 * float(cylinder_flux(radius, length / 2, radius=radius, length=length))
        for name, depth in (("near", 0.0), ("mid", length / 2), ("far", length)):
            free = 1.3 * float(cylinder_flux(radius, length / 2 - depth, radius=radius, length=length))
            added = screw_flux(
                np.array([depth]), radius, radius, near, case["shank_diameter_mm"] * 1e-3,
                case["head_diameter_mm"] * 5e-4, case["head_height_mm"] * 1e-3,
            )[0]  # fmt: skip
            assert abs((free + added) / (free * case[f"rim_flux_ratio_{name}"]) - 1) < 0.09
            held += 1
    assert held == 3 * len(CASES)
