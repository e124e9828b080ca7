"""Axles that hop: the bounce against a ball followed in small steps, and rotors against a whole integration."""

from __future__ import annotations

import csv
import itertools
import json
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

from oakspin import advise, evaluate
from oakspin.constants import GRAVITY
from oakspin.draws import MEDIAN, Array
from oakspin.machines.bounce import PLACES, RESTITUTIONS, between, bounce_table, place_of
from oakspin.machines.machine import Landing, Load, Machine, Touch
from oakspin.machines.table import machine_of
from oakspin.machines.touch import FLUNG, Hop
from oakspin.motion.drive import drive_of
from oakspin.motion.steady import steady_speed
from oakspin.parts.catalogue import CELLS
from oakspin.parts.cell import Pack
from tests.core.designs import CRADLE, changed, sample
from tests.core.motion.whole_rotor import Rotor, followed

HERE = Path(__file__).parent
ROTOR = json.loads((HERE / "bouncing_rotor.json").read_text())
with (HERE / "bouncing_rotor.csv").open() as file:
    ROWS = [{name: float(value) for name, value in row.items()} for row in csv.DictReader(file)]


def column(name: str) -> Array:
    return np.array([row[name] for row in ROWS])


def reference_rotor() -> Machine:
    """The rotor of the whole integration, one build for each row."""
    count = len(ROWS)
    off, weight = column("off_axis_mm") * 1e-3, ROTOR["mass_kg"] * GRAVITY

    def every(value: float) -> Array:
        return np.full(count, float(value))

    hop = Hop(np.radians(column("heavy_side_deg")), every(1), every(0))
    touch = Touch(every(1), np.sqrt(GRAVITY / off), hop=hop)
    dry = every(ROTOR["friction"] * weight * ROTOR["axle_radius_m"])
    return Machine(
        angles=np.array(ROTOR["angles_rad"]),
        coupling=np.array(ROTOR["coupling_Nm_per_A"])[None],
        switch=np.array(ROTOR["switch"])[None],
        pack=Pack(CELLS["alkaline_AA"], 1, 1, every(ROTOR["volts"]), every(0), every(1), 1.0, every(1), 1e6, 0.0),
        ohms={"all": every(ROTOR["ohms"])},
        touches=(),
        touch=touch,
        inertia=every(ROTOR["inertia_kgm2"]),
        load=Load(dry, every(ROTOR["air_4_3"]), every(ROTOR["air_2"]), Landing(weight * off / (2 * np.pi), touch)),
        least_dry=dry,
        leave_speed=every(1e6),
        bodies=(),
        room_C=20.0,
    )


def test_rotors_settle_as_a_whole_integration_says() -> None:
    """Asked for: speed within 8 %, current within 15 % or 0.05 A, in 28 of 32 rows. Found: 1 %, 9 %, in all."""
    machine = reference_rotor()
    drive = drive_of(machine)
    speed = steady_speed(drive, machine.load)
    current, square = drive.flow(speed)
    assert speed * 60 / (2 * np.pi) == pytest.approx(column("turns_per_min"), rel=0.02)
    wrong = np.abs(current - column("mean_current_A"))
    assert ((wrong < 0.1 * column("mean_current_A")) | (wrong < 0.02)).all()
    assert square == pytest.approx(column("mean_square_current_A2"), rel=0.12)
    assert machine.touch.share_at(speed) == pytest.approx(column("touch_share"), abs=0.02)


def springing(restitution: float) -> Machine:
    """The same rotor, whose axle springs back."""
    machine = reference_rotor()
    assert machine.touch.hop is not None
    assert machine.load.landing is not None
    touch = replace(machine.touch, hop=replace(machine.touch.hop, restitution=np.full(len(ROWS), restitution)))
    landing = replace(machine.load.landing, touch=touch)
    return replace(machine, touch=touch, load=replace(machine.load, landing=landing))


@pytest.mark.long
def test_rotors_whose_axles_spring_back_settle_as_followed_in_small_steps() -> None:
    """Asked for, with and without restitution: speed within 3 %, current within 0.05 A, time off the seat within 5 points.

    Found in 96 builds: speed in 95, time off the seat in all, current in 78; the others differ by 0.26 A at most: just
    there a bounce of one length gives way to one of another.
    """
    near = {"speed": 0, "current": 0, "off": 0}
    for restitution in (0.0, 0.2, 0.4):
        machine = springing(restitution)
        drive = drive_of(machine)
        assert drive.sense < 0
        speed = steady_speed(drive, machine.load)
        rotor = Rotor(
            mass=ROTOR["mass_kg"],
            off=column("off_axis_mm") * 1e-3,
            # It runs clockwise: as seen from behind, angles and heavy side are mirrored.
            heavy=np.pi - np.radians(column("heavy_side_deg")),
            restitution=np.full(len(ROWS), restitution),
            inertia=ROTOR["inertia_kgm2"],
            volts=ROTOR["volts"],
            ohms=ROTOR["ohms"],
            coupling=-np.roll(np.array(ROTOR["coupling_Nm_per_A"])[::-1], 1),
            switch=np.roll(np.array(ROTOR["switch"])[::-1], 1),
            dry=ROTOR["friction"] * ROTOR["mass_kg"] * GRAVITY * ROTOR["axle_radius_m"],
            air_4_3=ROTOR["air_4_3"],
            air_2=ROTOR["air_2"],
        )
        turning, current, off = followed(rotor, speed, 2.0, 1.0)
        assert speed == pytest.approx(turning, rel=0.06)
        near["speed"] += int((np.abs(speed / turning - 1) < 0.03).sum())
        near["current"] += int((np.abs(drive.flow(speed)[0] - current) < 0.05).sum())
        near["off"] += int((np.abs(1 - machine.touch.share_at(speed) - off) < 0.051).sum())
    assert near["speed"] >= 93
    assert near["off"] >= 95
    assert near["current"] >= 72


def test_a_springing_axle_runs_slower_and_gets_higher() -> None:
    """As small-step integrations have it: 0.84-0.95 of the speed at a restitution of 0.2, 0.76-0.90 at 0.4."""
    speeds = {}
    for restitution in (0.0, 0.2, 0.4):
        machine = springing(restitution)
        speeds[restitution] = steady_speed(drive_of(machine), machine.load)
    assert np.median(speeds[0.2] / speeds[0.0]) == pytest.approx(0.93, abs=0.06)
    assert np.median(speeds[0.4] / speeds[0.0]) == pytest.approx(0.86, abs=0.08)
    table, place = bounce_table(), place_of(np.array([3.0]))
    rises = [float(between(rows, place)[0]) for rows in table.rise]
    assert rises[0] == pytest.approx(1.6 * 3.0 / 2, rel=0.05)  # 1.6 (e w)^2 / 2 g, in e
    assert rises == sorted(rises)


def test_the_more_volts_the_sooner_it_hops_out_of_an_open_seat() -> None:
    hop = Hop(np.zeros(4), np.ones(4), np.array([0.0, 0.1, 0.2, 0.4]))
    off = np.full(4, 0.2e-3)
    out = hop.leaves_at(0.5e-3 / off, 1e-3 / off)
    assert (np.diff(out) <= 0).all()
    assert out[0] < 3.6
    deep = hop.leaves_at(4e-3 / off, 3e-3 / off)
    assert (deep > 2 * out).all()


def dropped(gamma: float, turns: int = 60, steps: int = 20000, restitution: float = 0.0) -> tuple[float, float]:
    """A ball on a plate that shakes with this Gamma, in small steps: share of touching, energy lost a turn in m g e.

    Lengths in e, time in radians; the axle is the ball in the frame of the heavy side.
    """
    step = 2 * np.pi / steps
    height, speed, touching, lost, lies = 0.0, 0.0, 0, 0.0, True
    for number in range(turns * steps):
        psi = number * step
        if lies and gamma * np.sin(psi) <= 1:
            touching += number >= turns * steps // 2
            continue
        if lies:
            lies, height, speed = False, 0.0, 0.0
        # Seen from the support the axle falls with gravity and is thrown by the heavy side.
        speed += (np.sin(psi) - 1 / gamma) * step
        height += speed * step
        if height < 0:
            back = -restitution * speed if -restitution * speed > 0.02 else 0.0
            lost += 0.5 * gamma * (speed**2 - back**2) * (number >= turns * steps // 2)
            height, speed, lies = 0.0, back, back == 0.0
    return touching / (turns * steps / 2), lost / (turns / 2)


@pytest.mark.parametrize("gamma", [1.1, 1.5, 2.0, 2.5, 3.0])
def test_the_table_is_the_bounce_followed_in_small_steps(gamma: float) -> None:
    touch, lost = dropped(gamma, turns=6, steps=6000)
    place = place_of(np.array([gamma]))
    table = bounce_table()
    assert between(table.touch[0].mean(axis=1), place)[0] == pytest.approx(touch, abs=0.015)
    assert between(table.landing[0], place)[0] == pytest.approx(lost, abs=0.12)


@pytest.mark.parametrize(("gamma", "at"), [(1.2, 1), (1.6, 1), (1.6, 2), (3.0, 2)])
def test_so_it_is_where_the_axle_springs_back(gamma: float, at: int) -> None:
    touch, lost = dropped(gamma, turns=30, steps=2000, restitution=RESTITUTIONS[at])
    place, table = place_of(np.array([gamma])), bounce_table()
    assert between(table.touch[at].mean(axis=1), place)[0] == pytest.approx(touch, abs=0.04)
    assert between(table.landing[at], place)[0] == pytest.approx(lost, rel=0.12)


def test_touch_and_loss_are_those_of_the_literature() -> None:
    place, table = place_of(np.array([2.0, 3.0, 4.0])), bounce_table()
    assert between(table.touch[0].mean(axis=1), place) == pytest.approx([0.26, 0.05, 0.02], abs=0.006)
    lost = between(table.landing[0], place)
    assert lost.min() > 3.5
    assert lost.max() < 6.5


def test_it_takes_off_where_the_heavy_side_outweighs_it() -> None:
    """Just before taking off, at sin(psi) = 1 / Gamma, it touches; just after, it never does."""
    table, gamma = bounce_table(), 2.0
    row = round(float(place_of(np.array([gamma]))[0]))
    off = np.arcsin(1 / table.gamma[row]) / (2 * np.pi) * PLACES
    assert table.touch[0, row, int(off) - 1] > 0.98
    assert table.touch[0, row, int(off) + 2] < 0.02


def test_up_to_gamma_one_nothing_hops() -> None:
    machine = reference_rotor()
    slow = 0.99 * machine.touch.hop_speed
    still = replace(machine, touch=replace(machine.touch, hop=None, hop_speed=np.full(slow.size, 1e6)))
    for ours, theirs in zip(drive_of(machine).flow(slow), drive_of(still).flow(slow), strict=True):
        assert ours == pytest.approx(theirs, rel=1e-9)
    assert machine.load.at(slow) == pytest.approx(replace(machine.load, landing=None).at(slow))


def test_the_share_in_the_turn_and_the_moments_tell_the_same() -> None:
    """Two routes: push summed over the angles of the turn, and push from the tables."""
    machine = reference_rotor()
    drive, speed = drive_of(machine), 1.5 * machine.touch.hop_speed
    push = np.zeros_like(speed)
    for at, angle in enumerate(machine.angles):
        share = machine.touch.share_in(speed, np.full_like(speed, angle), drive.sense)
        kappa = drive.sense * machine.coupling[0, at]
        flows = (ROTOR["volts"] - kappa * speed) / ROTOR["ohms"]
        push += share * machine.switch[0, at] * kappa * flows / machine.angles.size
    assert drive.at(speed) == pytest.approx(push, rel=0.03, abs=1e-7)


@pytest.mark.parametrize("rests", [None, 0.0, 90.0, 180.0, 270.0])
@pytest.mark.parametrize("seat", ["deep", "loop"])
def test_a_more_bent_coil_never_runs_faster(seat: str, rests: float | None) -> None:
    bent = [0.01, 0.03, 0.1, 0.2, 0.4, 0.8, 1.6, 3.0]
    motors = [changed(CRADLE, imbalance_mm=off, rests_deg=rests, supports__seat=seat) for off in bent]
    machines = [machine_of(motor, MEDIAN) for motor in motors]
    speeds = [float(steady_speed(drive_of(machine), machine.load)[0]) for machine in machines]
    assert speeds[0] > 2 * speeds[-1]
    assert all(later <= 1.002 * earlier for earlier, later in itertools.pairwise(speeds))


def test_where_the_heavy_side_is_decides_speed_and_current() -> None:
    motor = sample("ferry-wheel")
    ran = {rests: evaluate(changed(motor, rests_deg=rests)).figures for rests in (0.0, 90.0, 180.0, 270.0)}
    speeds = {rests: figures["speed"].value for rests, figures in ran.items()}
    best, worst = max(speeds, key=lambda rests: speeds[rests]), min(speeds, key=lambda rests: speeds[rests])
    assert 1.4 < speeds[best] / speeds[worst] < 1.8
    assert ran[best]["mean_current"].value < 0.5 * ran[worst]["mean_current"].value


def test_turned_end_for_end_the_lucky_side_is_the_other_one() -> None:
    """Driven the other way round, what was rising falls: left and right change places."""
    motor = sample("ferry-wheel")
    over = changed(motor, plus_at="right" if motor.plus_at == "left" else "left")  # type: ignore[union-attr]
    for rests in (0.0, 60.0, 90.0, 180.0):
        one = evaluate(changed(motor, rests_deg=rests)).figures["speed"].value
        other = evaluate(changed(over, rests_deg=(360 - rests) % 360)).figures["speed"].value
        assert other == pytest.approx(one, rel=0.03)


def test_it_is_advised_to_let_it_rest_the_better_way() -> None:
    motor = changed(sample("ferry-wheel"), rests_deg=180.0)
    first = advise(motor)[0]
    assert "rests with its marked side to the left" in first.sentence
    before, after = evaluate(motor), evaluate(changed(motor, rests_deg=90.0))
    assert after.figures["speed"].value > 1.4 * before.figures["speed"].value
    assert f"{after.figures['mean_current'].value:.2g}"[:3] in first.effect


def test_an_axle_flung_round_a_loop_touches_and_rubs_with_its_heavy_side() -> None:
    """The same side of the lead lies in the loop all the time: nothing turns the current over."""
    machine = machine_of(changed(CRADLE, supports__seat="loop", imbalance_mm=0.4, rests_deg=180.0), MEDIAN)
    hop = machine.touch.hop
    assert hop is not None
    assert hop.closed
    fast = machine.touch.hop_speed * np.sqrt(FLUNG[1] + 1)
    assert machine.touch.share_at(fast) == pytest.approx(machine.touch.made)
    off = float(np.atleast_1d(machine.facts["imbalance"])[0])
    landing = machine.load.landing
    assert landing is not None
    wire = 2 * float(landing.rub[0]) / (0.25 * float(np.atleast_1d(machine.facts["mass"])[0]) * off)  # type: ignore[index]
    assert wire == pytest.approx(0.644e-3, rel=0.01)
    assert landing.at(fast) == pytest.approx(landing.rub * fast**2)
    assert drive_of(machine).at(fast)[0] <= 1e-12
    deep = machine_of(changed(CRADLE, supports__seat="deep", imbalance_mm=0.4, rests_deg=180.0), MEDIAN)
    assert deep.touch.share_at(fast)[0] < 0.2 * machine.touch.made[0]
