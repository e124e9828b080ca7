"""Goods in the catalogue: the order that the bench knows, and what a choice must not break."""

import itertools

import pytest

from oakspin import evaluate
from oakspin.parts.catalogue import CELLS, FILM_FACTOR, FOOT_FORCE, GRADES, METALS
from tests.core.designs import LANTERN, changed, grade

ALKALINE = [CELLS[name] for name in ("alkaline_AAA", "alkaline_AA", "alkaline_C", "alkaline_D")]


def test_a_larger_alkaline_cell_has_fewer_ohms_more_charge_and_more_mass() -> None:
    for smaller, larger in itertools.pairwise(ALKALINE):
        assert larger.ohms < smaller.ohms
        assert larger.charge_Ah > smaller.charge_Ah
        assert larger.mass_g > smaller.mass_g
        assert larger.volts == smaller.volts


def test_every_cell_fades_downward() -> None:
    for name, cell in CELLS.items():
        assert cell.end_volts <= cell.volts, name
        assert cell.end_ohms >= 1, name


def test_rechargeable_cells_have_the_fewest_ohms_of_their_size_and_zinc_carbon_the_most() -> None:
    assert CELLS["nimh_AA"].ohms < CELLS["alkaline_AA"].ohms < CELLS["zinc_carbon_AA"].ohms


def test_copper_conducts_best_and_only_steel_is_pulled_by_magnets() -> None:
    assert min(METALS, key=lambda name: METALS[name].resistivity) == "copper"
    assert [name for name, metal in METALS.items() if metal.magnetic] == ["steel"]


def test_higher_grades_are_stronger() -> None:
    strengths = [GRADES[name].remanence for name in ("ferrite", "N35", "N42", "N45", "N52")]
    assert strengths == sorted(strengths)
    pushes = [
        evaluate(changed(LANTERN, magnets__strength=grade(name))).figures["push"].value
        for name in ("N35", "N42", "N52")
    ]
    assert pushes == sorted(pushes)


def test_pressure_classes_and_films_are_in_their_order() -> None:
    assert list(FOOT_FORCE.values()) == sorted(FOOT_FORCE.values())
    assert list(FILM_FACTOR.values()) == sorted(FILM_FACTOR.values())
    ohms = [evaluate(changed(LANTERN, surface=name)).figures["foot_contact_resistance"].value for name in FILM_FACTOR]
    assert ohms == sorted(ohms)


@pytest.mark.parametrize("cell", [name for name, entry in CELLS.items() if not entry.stands])
def test_what_cannot_stand_under_a_frame_is_reported(cell: str) -> None:
    assert "stands on a round cell" in evaluate(changed(LANTERN, battery__cell=cell)).headline
