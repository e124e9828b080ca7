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


# Usual data sheets: cell, amperes, ampere hours down to 0.9 V, and how far such sheets differ.
DRAINS = [
    ("alkaline_AA", 0.1, 2.5, 1.1),
    ("alkaline_AA", 1.0, 1.3, 1.1),
    ("alkaline_AA", 5.0, 5.0 * 4 / 60, 1.5),
    ("alkaline_AAA", 0.1, 1.1, 1.1),
    ("alkaline_AAA", 1.0, 0.5, 1.1),
    ("zinc_carbon_AA", 1.0, 1.0 * 7.5 / 60, 1.35),
    ("nimh_AA", 1.0, 1.9, 1.1),
    ("alkaline_D", 1.0, 9.0, 1.15),
    ("alkaline_C", 1.0, 4.0, 1.15),
]


@pytest.mark.parametrize(("cell", "amperes", "hours", "within"), DRAINS)
def test_a_cell_gives_what_data_sheets_say_at_each_drain(
    cell: str, amperes: float, hours: float, within: float
) -> None:
    given = float(charge_at(pack(cell=cell), np.array([amperes]))[0]) / 3600
    assert hours / within <= given <= hours * within


def test_a_cell_told_by_its_charge_at_an_ampere_gives_that_charge_there() -> None:
    own = {"volts": 1.5, "ohms": 0.2, "mass_g": 25, "diameter_mm": 14.5, "length_mm": 50.0, "charge_Ah": 1.2}
    told = pack(cell="own", own=own)
    assert charge_at(told, np.array([1.0])) == pytest.approx(1.2 * 3600)
    assert charge_at(told, np.array([4.0])) < 0.5 * 1.2 * 3600


def test_a_cold_cell_has_twice_the_ohms_and_tires_sooner() -> None:
    warm, cold, hot = (pack_of(Battery(), MEDIAN, room) for room in (20.0, 0.0, 35.0))
    assert 1.6 < cold.ohms[0] / warm.ohms[0] < 2.2
    assert charge_at(cold, np.array([1.0])) < 0.8 * charge_at(warm, np.array([1.0]))
    assert 0.75 < hot.ohms[0] / warm.ohms[0] < 1.0
    supply = Battery(cell="bench_supply")
    assert pack_of(supply, MEDIAN, 0.0).ohms == pack_of(supply, MEDIAN).ohms


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
