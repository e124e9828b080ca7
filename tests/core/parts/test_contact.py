"""Contacts: Holm's law, what melts, turns that touch."""

from __future__ import annotations

import numpy as np
import pytest

from oakspin.design.battery import Battery, Supply
from oakspin.draws import MEDIAN, Draws
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS
from oakspin.machines.table import machine_of
from oakspin.parts.catalogue import METALS, NICKEL_RESISTIVITY
from oakspin.parts.cell import Pack, pack_of
from oakspin.parts.contact import MELTS, contact_ohms, softened, turn_ohms
from oakspin.verdict.outcome import outcome_of
from tests.core.designs import changed

COPPER = METALS["copper"]
ONE = np.ones(1)


def aa() -> Pack:
    return pack_of(Battery(), MEDIAN)


def current_of(pack: Pack, outer: float, contacts: list[float]) -> float:
    """Amperes by trying: each contact as film makes it, or at its 0.43 V, whichever is less."""
    volts, rest = float(pack.volts_at(pack.used)[0]), float(pack.ohms_at(pack.used)[0]) + outer
    low, high = 0.0, 100.0
    for _ in range(80):
        current = (low + high) / 2
        dropped = current * rest + sum(min(current * ohms, MELTS) for ohms in contacts)
        low, high = (current, high) if dropped < volts else (low, current)
    return min(low, pack.limit)


@pytest.mark.parametrize("contacts", [[0.01, 0.02], [0.02, 0.6], [0.15, 0.16], [2.0, 3.0], [0.0, 50.0]])
@pytest.mark.parametrize("outer", [0.05, 0.5])
def test_no_contact_drops_more_than_melts_it(contacts: list[float], outer: float) -> None:
    pack = aa()
    left = softened(pack, outer * ONE, *(ohms * ONE for ohms in contacts))
    current = current_of(pack, outer, contacts)
    for cold, ohms in zip(contacts, left, strict=True):
        assert float(ohms[0]) == pytest.approx(min(cold, MELTS / current), rel=1e-6)
        assert float(ohms[0]) * current <= MELTS * (1 + 1e-6)


def test_a_supply_at_its_limit_melts_nothing_below_its_own_current() -> None:
    pack = pack_of(Battery(cell="bench_supply", supply=Supply(volts=6.0, limit_A=0.5)), MEDIAN)
    small, large = softened(pack, 0.1 * ONE, 0.5 * ONE, 5.0 * ONE)
    assert float(small[0]) == 0.5
    assert float(large[0]) == pytest.approx(MELTS / 0.5)


def test_clean_contacts_stay_as_they_are() -> None:
    draws = Draws(64)
    contact = contact_ohms(np.full(64, 0.01), COPPER, 1.5)
    left = softened(pack_of(Battery(), draws), np.full(64, 0.1), contact, contact)
    assert left[0] == pytest.approx(contact)


def test_copper_on_copper_is_better_than_on_nickel_by_their_ohms() -> None:
    on_nickel, on_itself = contact_ohms(0.05, COPPER, 2.0), turn_ohms(0.05, COPPER, 2.0)
    expected = 2 * COPPER.resistivity / (COPPER.resistivity + NICKEL_RESISTIVITY)
    assert float(on_itself / on_nickel) == pytest.approx(expected)
    # A sprung coil's spots lie at 2 to 15 mohm.
    assert 1.5e-3 < float(turn_ohms(0.05, COPPER, 1.5)) < float(turn_ohms(0.05, COPPER, 10.0)) < 25e-3


def test_a_zinc_cell_polarizes_within_seconds_and_a_nickel_one_hardly() -> None:
    alkaline, nickel = pack_of(Battery(), Draws()), pack_of(Battery(cell="nimh_AA"), Draws())
    heavy = np.full(alkaline.volts.size, 5.0)
    grown = alkaline.polarized(heavy).ohms / alkaline.ohms
    assert np.median(grown) == pytest.approx(1.58, abs=0.02)
    assert np.quantile(grown, (0.1, 0.9)) == pytest.approx([1.19, 2.25], abs=0.04)
    assert (alkaline.polarized(0.1 * ONE).ohms / alkaline.ohms).max() < 1.05
    assert nickel.polarized(heavy).ohms == pytest.approx(nickel.ohms)
    # Two side by side bear half each.
    pair = pack_of(Battery(in_parallel=2), Draws())
    assert pair.polarized(2 * ONE).ohms / pair.ohms == pytest.approx(alkaline.polarized(ONE).ohms / alkaline.ohms)


@pytest.mark.parametrize("kind", KINDS)
def test_no_contact_of_a_motor_stands_above_what_melts_it(kind: str) -> None:
    """Tarnish and all: at most one build in ten drops more than 0.43 V at a spot."""
    for design in good_motors(kind):
        dirty = changed(design, surface="tarnished") if "surface" in type(design).model_fields else design
        machine = machine_of(dirty, Draws())
        current = outcome_of(machine).drive.current
        for place in machine.touches:
            spots = 2 if place in ("support contact", "track contact", "wheel contact", "brush contact") else 1
            assert (machine.ohms[place] * current > 1.01 * MELTS * spots).mean() < 0.1, place
