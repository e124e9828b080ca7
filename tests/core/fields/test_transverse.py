"""The magnet magnetized across its axis, against magpylib."""

import magpylib
import numpy as np

from oakspin.fields.stack import Stack


def test_field_of_a_magnet_magnetized_across_agrees_with_magpylib() -> None:
    radius, length = 6e-3, 5e-3
    random = np.random.default_rng(5)
    distance = random.uniform(1.06, 5, 200) * radius
    turn, z = random.uniform(0, 2 * np.pi, 200), random.uniform(-1, 2, 200) * length
    points = np.stack([distance * np.cos(turn), distance * np.sin(turn), z], axis=1)
    theirs = magpylib.magnet.Cylinder(
        polarization=(1.2, 0, 0), dimension=(2 * radius, length), position=(0, 0, length / 2)
    )
    ours = Stack(radius, 0.0, length, 1.2, across=True).field(points)
    assert np.abs(ours - theirs.getB(points)).max() < 1e-7


def test_as_much_flux_goes_up_as_comes_down() -> None:
    own, image = Stack(6e-3, 0.0, 5e-3, 1.2, across=True).flux(np.array([3e-3, 6e-3]), 2e-3)
    assert (own == 0).all()
    assert (image == 0).all()
