"""Flux and field of axially magnetized cylinders: closed forms against each other and against magpylib."""

import magpylib
import numpy as np
import pytest

from oakspin.fields.flux import axis_field, cylinder_field, cylinder_flux, face_flux
from oakspin.fields.stack import Stack

RADIUS, LENGTH, REMANENCE = 6.35e-3, 6.4e-3, 1.3
NODES, WEIGHTS = np.polynomial.legendre.leggauss(60)


def reference_magnet() -> magpylib.magnet.Cylinder:
    return magpylib.magnet.Cylinder(polarization=(0, 0, REMANENCE), dimension=(2 * RADIUS, LENGTH))


def reference_flux(r: float, z: float) -> float:
    """Integral of magpylib's B_z over the disc; the grid is graded toward the rim, where B_z may jump."""
    edges = np.unique(np.concatenate([[0.0], r * (1 - 0.5 ** np.arange(1, 4)), [r], _toward_rim(r)]))
    low, high = edges[:-1, None], edges[1:, None]
    rho = ((high - low) / 2 * NODES + (high + low) / 2).ravel()
    weight = ((high - low) / 2 * WEIGHTS).ravel()
    points = np.stack([rho, np.zeros_like(rho), np.full_like(rho, z)], axis=1)
    return float((reference_magnet().getB(points)[:, 2] * 2 * np.pi * rho * weight).sum())


def _toward_rim(r: float) -> np.ndarray:
    steps = 0.3 ** np.arange(12)
    around = np.concatenate([RADIUS * (1 - steps), [RADIUS], RADIUS * (1 + 3 * steps)])
    return around[(around > 0) & (around < r)]


def test_flux_agrees_with_magpylib_at_200_random_points_in_and_around_the_magnet() -> None:
    random = np.random.default_rng(3)
    r, z = random.uniform(0.02, 4, 200) * RADIUS, random.uniform(-2.5, 2.5, 200) * LENGTH
    ours = REMANENCE * cylinder_flux(r, z, radius=RADIUS, length=LENGTH)
    theirs = np.array([reference_flux(*point) for point in zip(r, z, strict=True)])
    largest = REMANENCE * np.pi * RADIUS**2
    assert np.abs(ours - theirs).max() < 1e-6 * largest
    assert np.abs(ours / theirs - 1).max() < 1e-5  # the far points are a thousandth of the largest


def test_field_agrees_with_magpylib() -> None:
    random = np.random.default_rng(4)
    r, z = random.uniform(0, 5, 300) * RADIUS, random.uniform(-3, 3, 300) * LENGTH
    points = np.stack([r, np.zeros_like(r), z], axis=1)
    theirs = reference_magnet().getB(points) / REMANENCE
    b_r, b_z = cylinder_field(r, z, radius=RADIUS, length=LENGTH)
    assert np.abs(b_r - theirs[:, 0]).max() < 1e-9
    assert np.abs(b_z - theirs[:, 2]).max() < 1e-9


def test_a_long_magnet_carries_its_whole_remanence_through_its_middle() -> None:
    flux = cylinder_flux(0.5, 0.0, radius=1.0, length=2000.0)
    assert flux == pytest.approx(np.pi * 0.25, rel=1e-5)  # the ends take (radius / length)^2


def test_flux_near_the_axis_is_the_axis_field_times_the_area() -> None:
    z = np.linspace(-2, 2, 9)
    r = 1e-4
    flux = cylinder_flux(r, z, radius=1.0, length=0.8)
    assert flux == pytest.approx(np.pi * r**2 * axis_field(z, radius=1.0, length=0.8), rel=1e-6)


def test_flux_is_finite_and_smooth_through_the_rim() -> None:
    step = 1e-7
    at = cylinder_flux(np.array([1 - step, 1.0, 1 + step]), 0.4, radius=1.0, length=0.8)
    assert np.isfinite(at).all()
    assert at[1] == pytest.approx((at[0] + at[2]) / 2, rel=1e-5)


def test_flux_scales_with_the_square_of_the_size() -> None:
    r, z = np.array([0.3, 1.0, 2.2]), np.array([0.1, 0.4, 1.0])
    small = cylinder_flux(r, z, radius=1.0, length=0.8)
    large = cylinder_flux(3 * r, 3 * z, radius=3.0, length=2.4)
    assert large == pytest.approx(9 * small, rel=1e-12)


def test_two_discs_stacked_are_one_disc_twice_as_thick() -> None:
    r, z = np.array([0.4, 1.0, 1.7]), 0.3
    two = sum(cylinder_flux(r, z - shift, radius=1.0, length=0.5) for shift in (-0.25, 0.25))
    assert cylinder_flux(r, z, radius=1.0, length=1.0) == pytest.approx(two, rel=1e-12)


def test_a_ring_is_a_disc_less_its_hole() -> None:
    ring = magpylib.magnet.CylinderSegment(
        polarization=(0, 0, REMANENCE), dimension=(2e-3, RADIUS, LENGTH, 0, 360), position=(0, 0, LENGTH / 2)
    )
    points = np.array([[9e-3, 1e-3, 2e-3], [0.5e-3, 0.0, 9e-3], [0.0, -8e-3, -1e-3]])
    ours = Stack(RADIUS, 2e-3, LENGTH, REMANENCE).field(points)
    assert ours == pytest.approx(ring.getB(points), abs=1e-9)


def test_a_ring_s_face_passes_what_a_disc_s_does_less_what_its_hole_would() -> None:
    hole = 2.5e-3
    core = float(cylinder_flux(RADIUS, LENGTH / 2, radius=hole, length=LENGTH))
    assert face_flux(RADIUS, hole, LENGTH) == pytest.approx(face_flux(RADIUS, 0.0, LENGTH) - core, rel=1e-12)
    ring = magpylib.magnet.CylinderSegment(polarization=(0, 0, 1.0), dimension=(hole, RADIUS, LENGTH, 0, 360))
    rho = np.linspace(0, RADIUS, 4001)
    middle = (rho[1:] + rho[:-1]) / 2
    # Just above the face: on it B_z is that of either side.
    field = ring.getB(np.stack([middle, 0 * middle, np.full_like(middle, LENGTH / 2 + 1e-6)], axis=1))[:, 2]
    assert face_flux(RADIUS, hole, LENGTH) == pytest.approx(
        (field * 2 * np.pi * middle * np.diff(rho)).sum(), rel=0.003
    )
