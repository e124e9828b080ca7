"""Iron bars: finite elements, an independent solution by charges on the skin, saturation, and what turning it over takes."""

from __future__ import annotations

import csv
import math
from pathlib import Path

import numpy as np
import pytest
from scipy.special import ellipkm1

from oakspin.draws import Array
from oakspin.fields.flux import cylinder_flux
from oakspin.fields.iron import Bar, carried, eddy_drag, held_energy, hysteresis_torque, magnetized, own_field

with (Path(__file__).parent / "iron_bar.csv").open() as file:
    ROWS = [
        {name: value if name == "steel" else float(value) for name, value in row.items()}
        for row in csv.DictReader(file)
    ]
SHARES = ("0", "0.25", "0.5", "0.75", "0.9")
MILD_T = 2.1  # what the reference's mild steel carries at most


def flux_of(row: dict[str, float]) -> Array:
    """Flux through the reference's circles along the bar, in uWb."""
    bar = Bar(row["bar_length_mm"] * 5e-4, row["bar_diameter_mm"] * 5e-4)
    thick, radius = row["magnet_thickness_mm"] * 1e-3, row["magnet_radius_mm"] * 1e-3
    middle = bar.half + row["gap_mm"] * 1e-3 + thick / 2
    places = [middle, -middle][: int(row["magnets"])]

    def free(r: float, at: Array) -> Array:
        each = (cylinder_flux(r, at - place, radius=radius, length=thick) for place in places)
        return np.asarray(row["remanence_T"] * sum(each))

    near = 1e-7
    applied = free(near, bar.places) / (math.pi * near**2)
    weak = row["steel"] == "mu500"
    held = magnetized(bar, applied, math.inf if weak else MILD_T, **({"relative": 500.0} if weak else {}))
    circle, at = row["circle_radius_mm"] * 1e-3, np.array([float(share) for share in SHARES]) * bar.half
    return np.asarray(1e6 * (free(circle, at) + carried(bar, circle, at) @ held))


def answer(row: dict[str, float]) -> str:
    """A row in a few words."""
    size = f"{row['bar_length_mm']:g}x{row['bar_diameter_mm']:g}"
    return f"{size} {row['steel']} {row['remanence_T']:g} T {row['magnets']:g} {row['gap_mm']:g} mm"


@pytest.mark.parametrize("row", ROWS, ids=answer)
def test_the_chain_carries_the_flux_of_finite_elements(row: dict[str, float]) -> None:
    reference = np.array([row[f"flux_uWb_at_{share}"] for share in SHARES])
    saturates = row["remanence_T"] > 1 and row["magnet_radius_mm"] > 10
    # What is asked for is 10 %, and 15 % where the rod saturates.
    assert np.abs(flux_of(row) / reference - 1).max() < (0.07 if saturates else 0.06)


def skin_factor(ratio: float, sides: int = 160, ends: int = 30) -> float:
    """Fluxmetric factor of a rod of endless permeability, by rings of charge on its skin: the potential on it is even."""
    length = 2 * ratio
    along, out = -length / 2 * np.cos(np.linspace(0, np.pi, sides + 1)), np.sin(np.linspace(0, np.pi / 2, ends + 1))

    def middle(edges: Array) -> Array:
        return np.asarray((edges[1:] + edges[:-1]) / 2)

    r = np.concatenate([np.ones(sides), middle(out), middle(out)])
    z = np.concatenate([middle(along), np.full(ends, -length / 2), np.full(ends, length / 2)])
    wide = np.concatenate([np.diff(along), np.diff(out), np.diff(out)])
    flat = np.concatenate([np.zeros(sides), np.ones(2 * ends)])
    nodes, weights = np.polynomial.legendre.leggauss(4)
    potential = np.zeros((r.size, r.size))
    for node, weight in zip(nodes, weights, strict=True):
        at_r, at_z = r + flat * node * wide / 2, z + (1 - flat) * node * wide / 2
        slant = (r[:, None] + at_r) ** 2 + (z[:, None] - at_z) ** 2
        near = ((r[:, None] - at_r) ** 2 + (z[:, None] - at_z) ** 2) / slant
        potential += weight / 2 * ellipkm1(np.maximum(near, 1e-14)) / (2 * np.pi**2 * np.sqrt(slant))
    np.fill_diagonal(potential, (np.log(16 * r / wide) + 1) / (4 * np.pi**2 * r))
    charge = np.linalg.solve(potential * (2 * np.pi * r * wide), z) * 2 * np.pi * r * wide
    return float(np.pi / charge[z > 0].sum())


@pytest.mark.parametrize("ratio", [5.0, 10.0, 20.0])
def test_the_fluxmetric_factor_is_that_of_charges_on_the_skin(ratio: float) -> None:
    # 0.0153 at 10. Measured rods are told with 0.0172: what a chain has whose poles fill its section, see below.
    bar = Bar(0.05, 0.05 / ratio)
    held = magnetized(bar, np.ones(bar.places.size), relative=1e9)
    assert 1 / held[bar.places.size // 2] == pytest.approx(skin_factor(ratio), rel=0.05)


def test_poles_that_filled_the_section_would_have_the_factor_of_0_0172_and_carry_a_tenth_too_little() -> None:
    bar = Bar(0.05, 0.005)
    count = bar.places.size
    away = np.abs(np.subtract.outer(np.arange(count), np.arange(count))) * bar.disc
    filled = cylinder_flux(bar.radius, away, radius=bar.radius, length=bar.disc) / bar.area - np.eye(count)
    held = np.linalg.solve(-filled, np.ones(count))
    assert 1 / held[count // 2] == pytest.approx(0.0172, abs=1e-4)
    ours = magnetized(bar, np.ones(count), relative=1e9)
    assert held[count // 2] / ours[count // 2] == pytest.approx(0.89, abs=0.02)


def test_folding_a_bar_of_two_like_arms_changes_nothing() -> None:
    bar = Bar(0.035, 0.003)
    even = 0.02 + 0.05 * (bar.places / bar.half) ** 2
    odd = 0.05 * bar.places / bar.half
    whole = np.stack([even, odd, even + odd])
    # Rows together are neither even nor odd: then the whole chain is solved.
    together = magnetized(bar, whole, 2.0)
    assert magnetized(bar, even, 2.0) == pytest.approx(together[0], rel=1e-6)
    assert magnetized(bar, odd, 2.0) == pytest.approx(together[1], rel=1e-6, abs=1e-9)


def test_each_disc_obeys_the_law_of_its_iron() -> None:
    bar = Bar(0.035, 0.003)
    applied = 0.3 * np.exp(-(((bar.places - 0.03) / 0.01) ** 2))
    held = magnetized(bar, applied, 1.8, relative=1000.0)
    field = applied + own_field(bar) @ held
    assert held == pytest.approx(999 * field / (1 + 999 * np.abs(field) / 1.8), rel=1e-5, abs=1e-9)
    assert np.abs(held).max() < 1.8


def test_no_iron_carries_more_than_it_can_and_little_field_is_not_bent() -> None:
    bar = Bar(0.035, 0.003)
    for applied in (0.001, 0.05, 0.5, 5.0):
        assert magnetized(bar, np.full(bar.places.size, applied), 1.9).max() < 1.9
    weak, linear = (magnetized(bar, np.full(bar.places.size, 1e-5), full) for full in (1.9, math.inf))
    assert weak == pytest.approx(linear, rel=1e-3)


def test_a_pipe_carries_less_than_a_rod_but_more_in_its_section() -> None:
    rod, pipe = Bar(0.035, 0.004), Bar(0.035, 0.004, share=0.3)
    solid, hollow = (magnetized(bar, np.full(bar.places.size, 0.01)) for bar in (rod, pipe))
    middle = solid.size // 2
    assert hollow[middle] > 1.5 * solid[middle]
    assert hollow[middle] * pipe.area < solid[middle] * rod.area
    circles = carried(rod, 0.006, np.zeros(1)) @ solid, carried(pipe, 0.006, np.zeros(1)) @ hollow
    assert circles[1] < circles[0]


def test_it_lies_best_along_the_field() -> None:
    bar, angle = Bar(0.035, 0.003), np.linspace(0, np.pi, 9)
    even = np.ones(bar.places.size)
    along, across = 0.01 * np.cos(angle)[:, None] * even, 0.01 * np.sin(angle)[:, None] * even
    energy = held_energy(bar, magnetized(bar, along), along, across)
    assert energy.argmin() in {0, 8}
    assert energy.argmax() == 4
    # Across, a long bar has mu0 M = 2 B0: its energy is B0^2 V / mu0.
    assert energy[4] == pytest.approx(-(0.01**2) * bar.area * 2 * bar.half / (4e-7 * np.pi), rel=1e-6)


def test_losses_grow_as_they_should() -> None:
    peak, hard = np.array([1.0]), np.array([300.0])
    assert hysteresis_torque(2e-6, peak, hard)[0] == pytest.approx(4 * 300 * 2e-6 / (2 * np.pi))
    thin, thick = (eddy_drag(2e-6, radius, peak, 1.5e-7, 50.0)[0] for radius in (0.5e-3, 1e-3))
    assert thick == pytest.approx(4 * thin)
