"""The coupling of a turning coil: by the field library, by the change of flux, by symmetry, by harmonics."""

import itertools

import magpylib
import numpy as np
import pytest

from oakspin.draws import MEDIAN, Array
from oakspin.fields.block import Block
from oakspin.fields.coupling import coil_coupling
from oakspin.fields.stack import Stack
from oakspin.machines.coil.coupling import turn_coupling, turned_on
from oakspin.machines.coil.machine import coil_coupling_of, coil_source
from oakspin.machines.coil.outline import CoilOutline, Nodes, drawn, measures_of, nodes_of
from oakspin.machines.coil.shape import coil_shape
from oakspin.machines.coil.strip import ANGLES
from oakspin.machines.table import machine_of
from oakspin.parts.cell import pack_of
from tests.core.designs import CRADLE, LOBES, changed

DISC = Stack(9e-3, 0.0, 5e-3, 1.3)
BLOCK = Block(40e-3, 25e-3, 10e-3, 0.38)
SIDEWAYS = Block(30e-3, 15e-3, 8e-3, 1.2, sideways=True)
ACROSS = Stack(9e-3, 0.0, 5e-3, 1.3, across=True, steps=720)
ROUND = CoilOutline("round", 24e-3, 24e-3)
SQUARE = CoilOutline("square", 24e-3, 18e-3)
OWN = CoilOutline("own", corners=((-10e-3, -8e-3), (-6e-3, 11e-3), (12e-3, 7e-3), (8e-3, -9e-3)))
LOBE = CoilOutline("round", 26e-3, 16e-3, lobe=True)
OVER = 14e-3 + 6e-3


def library_magnet(source):  # type: ignore[no-untyped-def]
    """The same magnet in the independent library (version 6.3.0), lower face on height 0."""
    middle = (0, 0, source.length / 2)
    if isinstance(source, Block):
        way = (0, source.remanence, 0) if source.sideways else (0, 0, source.remanence)
        size = (source.along, source.across, source.length)
        return magpylib.magnet.Cuboid(polarization=way, dimension=size, position=middle)
    way = (0, source.remanence, 0) if source.across else (0, 0, source.remanence)
    return magpylib.magnet.Cylinder(polarization=way, dimension=(2 * source.radius, source.length), position=middle)


def by_the_library(outline: CoilOutline, source, over: float, turn: float) -> float:  # type: ignore[no-untyped-def]
    """Torque per ampere of one turn, piece by piece: the moment of I dl x B about the axle."""
    path = drawn(outline)
    share = np.linspace(0, 1, 40)[:, None]
    fine = np.concatenate([a + (b - a) * share[:-1] for a, b in itertools.pairwise(path)] + [path[-1:]])
    u, v = fine.T
    arm = np.column_stack([u, -v * np.sin(turn), v * np.cos(turn)])
    step, middle = np.diff(arm, axis=0), (arm[1:] + arm[:-1]) / 2
    field = library_magnet(source).getB(middle + np.array([0, 0, source.length + over]))
    return float(np.cross(middle, np.cross(step, field))[:, 0].sum())


@pytest.mark.parametrize("outline", [ROUND, SQUARE, OWN, LOBE], ids=["round", "square", "own", "lobe"])
@pytest.mark.parametrize("source", [DISC, BLOCK, SIDEWAYS, ACROSS], ids=["disc", "block", "sideways", "across"])
def test_it_is_the_moment_of_the_force_in_the_library_s_field(outline: CoilOutline, source) -> None:  # type: ignore[no-untyped-def]
    shown = turn_coupling(outline, source, np.array([OVER]))[0]
    largest = np.abs(shown).max()
    for at in (0, 7, 20, 33, 50, 64):
        exact = by_the_library(outline, source, OVER, float(ANGLES[at]))
        # A drawn curve of 48 sides (24 on a lobe) lies up to 1 % inside the true one.
        assert shown[at] == pytest.approx(exact, abs=(1.2e-2 if outline.lobe else 6e-3) * largest)


@pytest.mark.parametrize("wide", [24e-3, 60e-3, 120e-3])
@pytest.mark.parametrize("shape", ["round", "square"])
def test_also_a_millimeter_over_the_magnet(shape: str, wide: float) -> None:
    """The library's force on 4,000 pieces, its mean over each angle's own five degrees."""
    outline, over = CoilOutline(shape, wide, wide), wide / 2 + 1e-3
    shown = turn_coupling(outline, DISC, np.array([over]))[0]
    points, weights = np.polynomial.legendre.leggauss(7)
    for at in (0, 1, 3, 9, 17):
        turns = ANGLES[at] + points * float(ANGLES[1]) / 2
        exact = sum(weight / 2 * by_pieces(outline, over, turn) for turn, weight in zip(turns, weights, strict=True))
        assert shown[at] == pytest.approx(exact, abs=0.01 * np.abs(shown).max())


def by_pieces(outline: CoilOutline, over: float, turn: float) -> float:
    a, b, count = outline.along / 2, outline.across / 2, 4000
    if outline.by == "square":
        ends = np.array([(-a, -b), (-a, b), (a, b), (a, -b), (-a, -b)])
        path = np.concatenate([np.linspace(p, q, count // 4, endpoint=False) for p, q in itertools.pairwise(ends)])
        path = np.concatenate([path, ends[-1:]])
    else:
        t = np.linspace(-np.pi, np.pi, count + 1)
        path = np.stack([a * np.sin(t), b * np.cos(t)], axis=1)
    arm = np.column_stack([path[:, 0], -path[:, 1] * np.sin(turn), path[:, 1] * np.cos(turn)])
    step, middle = np.diff(arm, axis=0), (arm[1:] + arm[:-1]) / 2
    field = library_magnet(DISC).getB(middle + np.array([0, 0, DISC.length + over]))
    return float(np.cross(middle, np.cross(step, field))[:, 0].sum())


def flux_through(outline: CoilOutline, source, height: float, turn: float) -> float:  # type: ignore[no-untyped-def]
    """Flux along the face normal, by squares over the plane inside the outline."""
    half_u, half_v = outline.along / 2, outline.across / 2
    cells = 220
    u, v = ((np.arange(cells) + 0.5) / cells * 2 - 1 for _ in range(2))
    uu, vv = np.meshgrid(u * half_u, v * half_v)
    inside = (uu / half_u) ** 2 + (vv / half_v) ** 2 < 1 if outline.by == "round" else np.ones_like(uu, bool)
    uu, vv = uu[inside], vv[inside]
    points = np.column_stack([uu, -vv * np.sin(turn), height + vv * np.cos(turn)])
    normal = np.array([0, np.cos(turn), np.sin(turn)])
    return float((source.field(points) @ normal).sum() * (2 * half_u / cells) * (2 * half_v / cells))


@pytest.mark.parametrize(("outline", "source"), [(ROUND, DISC), (SQUARE, BLOCK), (SQUARE, DISC)])
def test_it_equals_the_change_of_flux_through_the_coil(outline: CoilOutline, source) -> None:  # type: ignore[no-untyped-def]
    height = source.length + OVER
    shown = turn_coupling(outline, source, np.array([OVER]))[0]
    step = 0.02
    for at in (0, 9, 27, 40):
        turn = float(ANGLES[at])
        change = flux_through(outline, source, height, turn + step) - flux_through(outline, source, height, turn - step)
        assert shown[at] == pytest.approx(change / (2 * step), abs=8e-3 * np.abs(shown).max())


def test_over_a_whole_turn_with_current_all_the_time_it_comes_to_nothing() -> None:
    for outline in (ROUND, OWN, LOBE):
        shown = turn_coupling(outline, DISC, np.array([OVER]))[0]
        assert abs(shown.mean()) < 1e-5 * np.abs(shown).max()


def test_between_its_heights_it_is_what_it_is_at_them() -> None:
    nodes = nodes_of(ROUND, 0.4e-3)
    over = measures_of(ROUND).reach + np.array([0.4e-3, 1.7e-3, 5.3e-3, 22e-3])
    shown = turn_coupling(ROUND, DISC, over)
    for row, height in zip(shown, over, strict=True):
        exact = mean_coupling(nodes, DISC.length + height, ANGLES)
        assert row == pytest.approx(exact, abs=1e-3 * np.abs(exact).max())


def mean_coupling(nodes: Nodes, height: float, angles: Array) -> Array:
    """Force over each angle's own five degrees, by Gauss's points: the path's other route, through the field."""
    points, weights = np.polynomial.legendre.leggauss(5)
    step = float(ANGLES[1])
    fine = (angles[:, None] + points * step / 2).ravel()
    each = coil_coupling(nodes.u, nodes.v, nodes.du, nodes.dv, height, DISC.field, fine)
    return np.asarray(each.reshape(angles.size, -1) @ weights / 2)


def test_turning_on_is_exact_also_between_the_angles() -> None:
    nodes = nodes_of(ROUND, 6e-3)
    row = turn_coupling(ROUND, DISC, np.array([OVER]))
    later = mean_coupling(nodes, DISC.length + OVER, ANGLES + 0.31)
    assert turned_on(row, 0.31)[0] == pytest.approx(later, abs=1e-3 * np.abs(row).max())


def harmonics(design) -> np.ndarray:  # type: ignore[no-untyped-def, type-arg]
    wave = np.abs(np.fft.rfft(machine_of(design, MEDIAN).coupling[0]))
    return wave / wave.max()


def test_two_lobes_opened_by_half_a_turn_have_even_harmonics_only() -> None:
    assert harmonics(LOBES)[1::2].max() < 1e-9
    assert harmonics(LOBES)[2] == pytest.approx(1)


def test_two_lobes_opened_less_have_odd_ones_too() -> None:
    assert harmonics(changed(LOBES, lobes__opening_deg=150.0))[1::2].max() > 0.1


def test_a_level_coil_is_not_pushed_and_an_upright_one_most() -> None:
    coupling = np.abs(machine_of(CRADLE, MEDIAN).coupling[0])
    assert coupling[18] < 1e-9 * coupling.max()
    assert coupling.argmax() in {0, 36}


def test_more_turns_and_a_nearer_magnet_push_harder_per_ampere() -> None:
    peak = lambda design: np.abs(machine_of(design, MEDIAN).coupling).max()  # noqa: E731
    bare = peak(CRADLE)
    assert peak(changed(CRADLE, coil__turns=20)) > 1.8 * bare
    assert peak(changed(CRADLE, gap_mm=2.0)) > 1.2 * bare
    # The cell's can under the magnet adds to its field.
    assert peak(CRADLE) > peak(changed(CRADLE, magnets_on="bench"))


def test_a_second_magnet_above_doubles_a_coil_s_coupling_and_turned_over_takes_it_away() -> None:
    on_bench = changed(CRADLE, magnets_on="bench")
    shown = machine_of(on_bench, MEDIAN).coupling
    assert machine_of(changed(on_bench, second="same"), MEDIAN).coupling == pytest.approx(2 * shown)
    assert np.abs(machine_of(changed(on_bench, second="turned"), MEDIAN).coupling).max() < 1e-9 * np.abs(shown).max()
    # Over two lobes it is the other way round.
    lobes = changed(LOBES, magnets_on="bench")
    both = machine_of(changed(lobes, second="turned"), MEDIAN).coupling
    assert both == pytest.approx(2 * machine_of(lobes, MEDIAN).coupling)


@pytest.mark.parametrize(("turns", "gap"), [(10, 1.5), (60, 2.0), (120, 1.0)])
def test_a_thick_bundle_is_pushed_as_its_turns_are(turns: int, gap: float) -> None:
    """Turns all over the bundle's section, one by one through the field; a single line in its middle is a third off."""
    design = changed(CRADLE, coil__turns=turns, gap_mm=gap, magnets_on="bench")
    shape, source = coil_shape(design), coil_source(design)
    strength = turns * MEDIAN.value("remanence") * MEDIAN.value("recoil")
    shown = coil_coupling_of(design, shape, pack_of(design.battery, MEDIAN), MEDIAN)[0] / strength
    radius, height = shape.wound.outline.along / 2, source.length + float(shape.over)
    t = np.linspace(0, 2 * np.pi, 480, endpoint=False)
    points, weights = np.polynomial.legendre.leggauss(3)

    def one(away: float, aside: float, turn: float) -> float:
        u, v = (radius + away) * np.sin(t), (radius + away) * np.cos(t)
        du, dv = v * t[1], -u * t[1]
        y, z = -v * np.sin(turn) + aside * np.cos(turn), v * np.cos(turn) + aside * np.sin(turn)
        step = np.stack([du, -dv * np.sin(turn), dv * np.cos(turn)], axis=1)
        push = np.cross(step, source.field(np.stack([u, y, z + height], axis=1)))
        return float((y * push[:, 2] - z * push[:, 1]).sum())

    for at in (0, 3, 9):
        exact = sum(
            w_far
            / 2
            * w_turn
            / 2
            / 6
            * one(far * np.cos(phi), far * np.sin(phi), float(ANGLES[at]) + x * float(ANGLES[1]) / 2)
            for far, w_far in zip(float(shape.bundle) / 2 * np.sqrt((points + 1) / 2), weights, strict=True)
            for phi in np.arange(6) * np.pi / 3
            for x, w_turn in zip(points, weights, strict=True)
        )
        assert abs(shown[at]) == pytest.approx(abs(exact), abs=0.035 * np.abs(shown).max())
