"""Wire, cells, magnets and contacts against formulas and tables on paper."""

import numpy as np
import pytest

from oakspin.constants import HANDS, KEEP_AWAY_T, UNCERTAIN
from oakspin.design.battery import Battery
from oakspin.design.magnets import ByFaceField, ByRemanence, Magnets
from oakspin.draws import MEDIAN, Draws
from oakspin.errors import Refusal
from oakspin.fields.flux import axis_field
from oakspin.parts.catalogue import CELLS, GRADES, MAGNET_KINDS, METALS
from oakspin.parts.cell import charge_at, pack_of
from oakspin.parts.contact import contact_ohms
from oakspin.parts.magnet import face_share, keep_away, magnet_conducts, remanence
from oakspin.parts.wire import bend_moment, gauge_diameter, wire_ohms
from tests.core.designs import LANTERN, changed, grade


def pack(**fields):  # type: ignore[no-untyped-def]
    return pack_of(Battery(**fields), MEDIAN)


@pytest.mark.parametrize(("awg", "mm"), [(36, 0.127), (20, 0.812), (14, 1.628), (30, 0.255)])
def test_gauges_are_those_of_the_standard_s_table(awg: int, mm: float) -> None:
    assert gauge_diameter(awg) * 1e3 == pytest.approx(mm, abs=6e-4)


def test_a_kilometre_of_20_gauge_copper_has_33_ohm() -> None:
    assert wire_ohms(1000, gauge_diameter(20), METALS["copper"], 20) == pytest.approx(33.3, rel=0.01)


def test_copper_gains_four_tenths_of_a_percent_a_kelvin() -> None:
    cold, warm = (wire_ohms(1, 1e-3, METALS["copper"], celsius) for celsius in (20, 30))
    assert warm / cold == pytest.approx(1.0393)


def test_bending_grows_with_the_cube_and_yielding_falls_with_the_fourth_power_of_the_diameter() -> None:
    copper = METALS["copper"]
    assert bend_moment(1e-3, copper) == pytest.approx(90e6 * 1e-9 / 6)
    assert bend_moment(2e-3, copper) == pytest.approx(8 * bend_moment(1e-3, copper))


def test_pressing_four_times_as_hard_halves_the_contact_s_ohms() -> None:
    light, hard = (float(contact_ohms(force, METALS["copper"], 3.0)) for force in (5e-3, 20e-3))
    assert light == pytest.approx(2 * hard)


def test_cells_in_series_add_and_strings_in_parallel_share() -> None:
    shown, three, twin = pack(), pack(in_series=3), pack(in_parallel=2)
    assert three.volts == pytest.approx(3 * shown.volts)
    assert three.ohms == pytest.approx(3 * shown.ohms)
    assert twin.volts == pytest.approx(shown.volts)
    assert twin.ohms == pytest.approx(shown.ohms / 2)
    assert twin.charge == pytest.approx(2 * shown.charge)


def test_a_used_cell_has_fewer_volts_and_more_ohms() -> None:
    shown = pack()
    assert shown.volts_at(1.0) == pytest.approx(shown.volts / 1.58)
    assert shown.ohms_at(1.0) == pytest.approx(3 * shown.ohms)
    assert shown.volts_at(0.5) < shown.volts_at(0.1)


def test_a_heavy_drain_gives_less_charge_and_a_light_one_no_more() -> None:
    shown = pack()
    assert charge_at(shown, np.array([0.2])) == pytest.approx(shown.charge)
    assert charge_at(shown, np.array([4.0])) < 0.8 * shown.charge


def test_a_measured_face_field_gives_the_remanence_back() -> None:
    magnets = Magnets(strength=ByRemanence(remanence_T=1.21))
    face = 1210 * face_share(magnets)
    measured = magnets.model_copy(update={"strength": ByFaceField(face_field_mT=face)})
    assert remanence(measured) == pytest.approx(1.21)


def test_a_face_field_beyond_any_magnet_is_refused_with_the_limit() -> None:
    with pytest.raises(Refusal, match="got 790; must be at most"):
        remanence(Magnets(thickness_mm=1, count=1, strength=ByFaceField(face_field_mT=790)))


def test_at_the_keep_away_distance_the_field_is_half_a_millitesla() -> None:
    magnets = LANTERN.magnets
    length = magnets.count * magnets.thickness_mm * 1e-3
    field = axis_field(keep_away(magnets) + length / 2, radius=magnets.diameter_mm * 5e-4, length=length)
    assert float(field) * remanence(magnets) == pytest.approx(KEEP_AWAY_T, rel=1e-6)


@pytest.mark.parametrize(
    ("plating", "strength", "conducts"),
    [("nickel", "N42", True), ("none", "N42", True), ("epoxy", "N42", False), ("plastic", "N42", False),
     ("none", "ferrite", False), ("nickel", "ferrite", False), ("none", "alnico", True)],
)  # fmt: skip
def test_which_magnets_carry_the_contact(plating: str, strength: str, conducts: bool) -> None:
    magnets = changed(LANTERN, magnets__plating=plating, magnets__strength=grade(strength)).magnets
    assert magnet_conducts(magnets) is conducts


def test_every_constant_has_unit_spread_and_source() -> None:
    for name, constant in UNCERTAIN.items():
        assert constant.low <= constant.median <= constant.high, name
        assert constant.unit, name
        assert constant.meaning, name
        assert constant.source, name
    for table in (CELLS, GRADES, MAGNET_KINDS, METALS, HANDS):
        for name, entry in table.items():
            assert entry.source, name


def test_one_build_in_ten_lies_below_and_above_the_band_of_every_constant() -> None:
    draws = Draws(1024)
    for name, constant in UNCERTAIN.items():
        if constant.low < constant.high:
            low, middle, high = np.quantile(draws.value(name), [0.1, 0.5, 0.9])
            assert low == pytest.approx(constant.low, rel=0.03), name
            assert middle == pytest.approx(constant.median, rel=0.03), name
            assert high == pytest.approx(min(constant.high, constant.top), rel=0.03), name
