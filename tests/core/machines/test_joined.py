"""Machines joined into one do together what each does alone."""

from dataclasses import replace

import numpy as np
import pytest

from oakspin.draws import Draws
from oakspin.kinds.kinds import KINDS
from oakspin.machines.joined import joined, likeness, one_build
from oakspin.machines.table import machine_of
from oakspin.verdict.outcome import outcome_of
from tests.core.designs import CRADLE, LANTERN, bared, changed

CORED = KINDS["cored"].start

DRAWS = Draws(32)
ALIKE = [
    LANTERN,
    changed(LANTERN, battery__used_percent=40.0),
    changed(LANTERN, room_C=31.0, wire__size={"by": "gauge", "awg": 24}),
]


def test_joined_machines_run_as_each_alone() -> None:
    machines = [machine_of(design, DRAWS) for design in ALIKE]
    together = outcome_of(joined(machines))
    for at, machine in enumerate(machines):
        alone = outcome_of(machine)
        rows = slice(at * DRAWS.count, (at + 1) * DRAWS.count)
        for name in ("speed", "turn_ratio", "spin_up", "hands_off", "life", "runs"):
            assert getattr(together, name)[rows] == pytest.approx(getattr(alone, name)), name
        assert together.start.ratio[rows] == pytest.approx(alone.start.ratio)


SUPPLY = {"battery__cell": "bench_supply", "magnets_on": "bench"}
MIXED = [
    # Painted: what leaks differs from build to build; enameled: one table for all.
    [changed(CRADLE, strip__right=bared(90.0, 180.0, rest)) for rest in ("marker", "enamel")],
    [changed(CRADLE, **SUPPLY, battery__supply={"volts": 3.0, "limit_A": limit}) for limit in (1.0, 4.0)],
    [
        changed(CORED, battery__cell="bench_supply", battery__supply={"volts": 6.0, "limit_A": limit})
        for limit in (0.4, 2.0)
    ],
]


@pytest.mark.parametrize("designs", MIXED)
def test_also_where_one_has_a_table_for_all_draws_and_supplies_have_limits_of_their_own(designs) -> None:  # type: ignore[no-untyped-def]
    machines = [machine_of(design, DRAWS) for design in designs]
    if likeness(machines[0]) != likeness(machines[1]):
        machines = [replace(machine, switch=np.broadcast_to(machine.switch, (DRAWS.count, 72))) for machine in machines]
    together = outcome_of(joined(machines))
    for at, machine in enumerate(machines):
        rows = slice(at * DRAWS.count, (at + 1) * DRAWS.count)
        assert together.speed[rows] == pytest.approx(outcome_of(machine).speed, rel=1e-6, abs=1e-6)


def test_machines_of_another_likeness_are_reported_apart() -> None:
    likenesses = [likeness(machine_of(design, DRAWS)) for design in ALIKE]
    assert likenesses[0] == likenesses[1] == likenesses[2]
    for other in (changed(LANTERN, magnets__plating="epoxy"), changed(LANTERN, magnets__magnetized="across")):
        assert likeness(machine_of(other, DRAWS)) != likenesses[0]


def test_one_build_is_that_draw_of_the_whole() -> None:
    machine = machine_of(LANTERN, DRAWS)
    whole = outcome_of(machine)
    for index in (0, 17, 31):
        outcome = outcome_of(one_build(machine, index))
        assert outcome.speed == pytest.approx(whole.speed[index : index + 1])
        assert outcome.hands_off == pytest.approx(whole.hands_off[index : index + 1])
        assert np.shape(outcome.life) == (1,)


def test_a_hopping_foot_touches_less_the_faster_it_goes() -> None:
    machine = machine_of(LANTERN, DRAWS)
    touch = machine.touch
    for times, share in ((0.5, 1.0), (2.0, 1 / 4), (4.0, 1 / 16)):
        speed = times * touch.hop_speed
        assert touch.share_at(speed) == pytest.approx(share * touch.made / (1 + speed / touch.slack))
