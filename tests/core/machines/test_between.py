"""Machines between machines: what four built ones tell of those that lie between them, and grids of such."""

from __future__ import annotations

import numpy as np
import pytest

from oakspin.design.patch import Setting, patched
from oakspin.draws import Array, Draws
from oakspin.errors import Fault, Refusal
from oakspin.kinds.kinds import tuned_of
from oakspin.machines.between import between
from oakspin.machines.grid import over_grid
from oakspin.machines.joined import likeness
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.verdict.outcome import outcome_of
from runner.samples import sample

OF_EVERY_KIND = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")
FEW = Draws(16)


def near(name: str, pointer: str, part: float = 0.06) -> tuple[Machine, Machine, Machine]:
    """A sample's machine with a number a little lower, a little higher, and half way between."""
    design = sample(name)
    number = next(each for each in tuned_of(design) if each.pointer == pointer)
    low, high = (min(max(number.value * (1 + way * part), number.minimum), number.maximum) for way in (-1, 1))
    values = (low, high, (low + high) / 2)
    made = [machine_of(patched(design, number.turned(value)), FEW) for value in values]
    return made[0], made[1], made[2]


def smooth(name: str) -> str:
    """A number of a sample that is no count."""
    return next(number.pointer for number in tuned_of(sample(name)) if not number.whole and number.value)


@pytest.mark.parametrize("name", OF_EVERY_KIND)
def test_half_way_between_two_is_what_is_built_half_way(name: str) -> None:
    # A bore grips its train within half a millimeter: there the way is shorter.
    low, high, built = near(name, smooth(name), 0.015 if name == "night-shuttle" else 0.06)
    assert likeness(low) == likeness(high) == likeness(built)
    mixed = between([low, high], np.array([[0.5, 0.5]]))
    ours, theirs = outcome_of(mixed), outcome_of(built)
    assert ours.speed == pytest.approx(theirs.speed, rel=0.03, abs=1e-6)
    assert ours.drive.current == pytest.approx(theirs.drive.current, rel=0.02)
    # A life ends at one of a few stages of the battery: a hair's breadth may move it by one of them.
    assert np.median(ours.life) == pytest.approx(np.median(theirs.life), rel=0.06, abs=1.0)


@pytest.mark.parametrize("name", OF_EVERY_KIND)
def test_at_its_corners_it_is_what_is_built_there(name: str) -> None:
    low, high, _ = near(name, smooth(name))
    mixed = outcome_of(between([low, high], np.eye(2)))
    own = [outcome_of(machine) for machine in (low, high)]
    assert mixed.speed == pytest.approx(np.concatenate([each.speed for each in own]), rel=1e-6, abs=1e-9)
    assert mixed.start.ratio == pytest.approx(np.concatenate([each.start.ratio for each in own]), rel=1e-6)


def test_between_never_and_some_value_the_nearer_holds() -> None:
    low, high, _ = near("lantern", "/feet/gap_mm")
    never = between([low, high], np.array([[0.9, 0.1], [0.2, 0.8]]))
    assert never.hold is low.hold or np.array_equal(never.hold, np.broadcast_to(low.hold, np.shape(never.hold)))


def test_a_likeness_is_of_what_is_no_number() -> None:
    few, many, _ = near("ferry-wheel", "/gap_mm", part=0.5)
    assert likeness(few) == likeness(many)
    assert likeness(few) != likeness(machine_of(sample("lantern"), FEW))


def bent(at: float) -> Machine:
    """A frame with a foot so high, or none where it is above its magnets."""
    return machine_of(patched(sample("lantern"), (Setting("/feet/height_mm", round(at, 3)),)), Draws(1))


def test_a_grid_is_reported_whole_and_each_point_once_with_few_machines_built() -> None:
    x, y = np.linspace(1.0, 6.0, 33), np.linspace(0.0, 1.0, 9)
    built: list[tuple[int, int]] = []

    def build(i: int, j: int) -> Machine:
        built.append((i, j))
        return bent(float(x[i]))

    def speed(machine: Machine, designs: int) -> Array:
        return outcome_of(machine).shown_speed.reshape(1, designs)

    regions = list(over_grid(x, y, build, figures=speed, most=400))
    points = np.concatenate([region.points for region in regions])
    assert sorted(points) == list(range(33 * 9))
    assert len(built) == len(set(built)) < 33 * 9 / 2
    # Up nothing changes: it is parted across alone.
    assert len({j for _, j in built}) <= 5
    answer = np.zeros(33 * 9)
    for region in regions:
        answer[region.points] = outcome_of(region.machine).shown_speed
    own = np.repeat([outcome_of(bent(float(value))).shown_speed[0] for value in x], 9)
    assert answer == pytest.approx(own, rel=0.03, abs=1e-6)


def test_where_no_machine_can_be_made_nothing_is_reported() -> None:
    def build(i: int, j: int) -> Machine:
        if i > 4:
            raise Refusal([Fault("/", "x", "y", "z")])
        return bent(2.0)

    regions = list(over_grid(np.arange(9.0), np.arange(9.0), build, figures=lambda m, n: np.zeros((1, n)), most=10**6))
    points = np.concatenate([region.points for region in regions])
    assert sorted(points) == [i * 9 + j for i in range(5) for j in range(9)]


def test_what_is_dear_is_built_at_fewer_values() -> None:
    values: list[set[int]] = []
    for dear in ((False, False), (True, False)):
        seen: set[int] = set()

        def build(i: int, j: int, seen: set[int] = seen) -> Machine:
            seen.add(i)
            return bent(1.0 + 0.1 * i)

        def wild(machine: Machine, designs: int) -> Array:
            return np.random.default_rng(1).random((1, designs))

        list(over_grid(np.arange(33.0), np.arange(33.0), build, figures=wild, most=120, dear=dear))
        values.append(seen)
    assert len(values[1]) < len(values[0])
