"""Several feet touch independently and rub each; legs that spring leave the rim."""

from __future__ import annotations

from dataclasses import replace
from itertools import product
from typing import Any

import numpy as np
import pytest

from oakspin import advise, evaluate
from oakspin.design.patch import patched
from oakspin.draws import MEDIAN, Draws
from oakspin.machines.frame.machine import _Feet, _feet
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.parts.cell import pack_of
from oakspin.parts.contact import MELTS
from oakspin.verdict.outcome import outcome_of
from tests.core.designs import LANTERN, changed

CLOSE: dict[str, Any] = {"feet__gap_mm": 0.0, "maker": "careful_adult"}


def frame(**fields: Any) -> Machine:
    return machine_of(changed(LANTERN, **fields), MEDIAN)


def by_states(chances: list[float], leg: float, foot: float, pivot: float) -> tuple[float, float]:
    """Share of time with current, and mean current: every state of every foot, one by one."""
    pack = pack_of(LANTERN.battery, MEDIAN)
    volts, inside = float(pack.volts_at(pack.used)[0]), float(pack.ohms_at(pack.used)[0]) + pivot
    made = flows = 0.0
    for state in product((0, 1), repeat=len(chances)):
        chance = float(np.prod([p if on else 1 - p for p, on in zip(chances, state, strict=True)]))
        if not sum(state):
            continue
        made += chance
        current = volts / (inside + (leg + foot) / sum(state))
        if current / sum(state) * foot > MELTS:
            # Its 0.43 V stand against it, whatever the film.
            current = (volts - MELTS) / (inside + leg / sum(state))
        flows += chance * current
    return made, flows


@pytest.mark.parametrize("chances", [[0.6], [0.6, 0.3], [0.5, 0.5, 0.2], [0.9, 0.1, 0.4, 0.7]])
@pytest.mark.parametrize("foot", [0.01, 0.2, 3.0])
def test_current_flows_while_any_foot_touches_through_those_that_do(chances: list[float], foot: float) -> None:
    leg, pivot = 0.01, 0.02
    pack = pack_of(LANTERN.battery, MEDIAN)
    feet: _Feet = _feet(
        changed(LANTERN),
        pack,
        np.array(chances)[:, None],
        leg,
        (np.array([foot]), np.array([pivot])),  # type: ignore[arg-type]
    )
    made, flows = by_states(chances, leg, foot, pivot)
    assert float(feet.made[0]) == pytest.approx(made)
    whole = float(pack.ohms_at(pack.used)[0]) + pivot + float(feet.leg[0]) + float(feet.contact[0])
    assert made * float(pack.volts_at(pack.used)[0]) / whole == pytest.approx(flows, rel=1e-9)
    assert float(feet.rubbing[0]) == pytest.approx(sum(chances) / max(chances))


def test_two_close_feet_draw_more_run_faster_and_are_hot_sooner_than_one() -> None:
    both = machine_of(changed(LANTERN, **CLOSE), Draws())
    # The same with the leaning foot alone: 0.6 of the time, its own ohms, its own friction.
    made, leg = 0.6, float(np.max(both.ohms["wire"]))
    one = replace(
        both,
        touch=replace(both.touch, made=np.minimum(made, both.touch.made)),
        ohms={**both.ohms, "wire": np.full_like(both.inertia, leg), "foot contact": 1.3 * both.ohms["foot contact"]},
        load=replace(both.load, dry=both.load.dry / 1.3),
    )
    two_feet, one_foot = outcome_of(both), outcome_of(one)
    assert np.median(two_feet.speed) > np.median(one_foot.speed)
    assert np.median(two_feet.mean_current) > 1.15 * np.median(one_foot.mean_current)
    assert np.median(two_feet.hands_off) < 0.9 * np.median(one_foot.hands_off)


def test_a_balanced_frame_touches_as_one_minus_none_does() -> None:
    balanced = frame(feet__gap_mm=0.0, outline__decoration__mass_g=6.0, outline__decoration__height_mm=-40.0)
    share = float(balanced.touch.made[0])
    # 1 - (1 - 0.6)^2, less what the lean opens across from the heavy side.
    assert 0.6 < share <= 1 - 0.4**2 + 1e-9


def test_friction_grows_with_the_feet_that_touch() -> None:
    rubs = [float(frame(outline__legs=legs, feet__gap_mm=0.0).load.dry[0]) for legs in (2, 3, 4)]
    assert rubs == sorted(rubs)
    assert rubs[2] > 1.3 * rubs[0]


SPRING: dict[str, Any] = {"outline__legs": 1, "wire__size": {"by": "diameter", "diameter_mm": 0.5}}


def spring(turns: float, wide: float) -> dict[str, Any]:
    return {**SPRING, "outline__half": {"by": "spring", "turns": turns, "diameter_mm": wide}}


def test_a_spring_rings_as_springs_do() -> None:
    """Half of a slinky-like spring's own swing: its stiffness and a third of its mass."""
    machine = frame(**spring(10, 30.0))
    shear, wire, mean = 0.375 * 117e9, 0.5e-3, 30e-3
    stiff = shear * wire**4 / (8 * mean**3 * 10)
    # Wire along the spring, and what leads to it; within the stem and the foot.
    mass = np.pi / 4 * wire**2 * 8960 * 10 * np.pi * mean
    assert float(machine.facts["ringing"]) == pytest.approx(np.sqrt(stiff / (mass / 3)), rel=0.1)


def test_a_springing_frame_leaves_the_rim_and_sparks_where_a_stiff_one_does_not() -> None:
    stiff, springy = evaluate(LANTERN), evaluate(changed(LANTERN, **spring(10, 30.0)))
    assert "sparks fly" in springy.link("circuit").sentence
    assert "a few sparks fly" in stiff.link("circuit").sentence
    loose, firm = (machine_of(design, Draws()) for design in (changed(LANTERN, **spring(10, 30.0)), LANTERN))
    speed = np.full(loose.inertia.size, 60.0)
    kept = [np.median(machine.touch.given(speed) / machine.touch.made) for machine in (loose, firm)]
    assert kept[0] < 0.7
    assert kept[1] > 0.9


def test_tarnish_lets_through_what_melts_it() -> None:
    """Without the limit of 0.43 V a tarnished frame would draw a third less."""
    machine = machine_of(changed(LANTERN, surface="tarnished"), Draws())
    drop = machine.ohms["foot contact"] * machine.pack.volts_at(machine.pack.used) / machine.total_ohms
    assert drop.max() <= MELTS * 1.02
    handled = machine_of(changed(LANTERN, surface="handled"), Draws())
    ratio = np.median(handled.total_ohms / machine.total_ohms)
    assert 0.6 < ratio < 0.95


LOW = [
    {"radius_mm": 14.0, "height_mm": 3.0},
    {"radius_mm": 22.0, "height_mm": -30.0},
    {"radius_mm": 16.0, "height_mm": -60.0},
]


def test_no_leg_reaches_under_the_bench_and_none_is_advised_to() -> None:
    """Bent for a tall cell, put on a short one."""
    tall = changed(LANTERN, outline__half={"by": "points", "points": LOW}, battery__cell="alkaline_D")
    low = changed(tall, battery__cell="alkaline_AAA")
    assert not any("below the bench" in cause for cause in evaluate(tall).causes)
    verdict = evaluate(low)
    assert verdict.direction == "none"
    assert "below the bench" in verdict.headline
    mended = [advice for advice in advise(low) if advice.goes_after > 0.5]
    assert any("clear of the bench" in advice.sentence for advice in mended)
    for advice in mended:
        after = patched(low, advice.patch)
        assert not any("below the bench" in cause for cause in evaluate(after).causes)
