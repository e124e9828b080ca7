"""An entry of the Drawer as a part of a design: its fields, and how far its figures are known."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from oakspin.drawer.entry import Entry
from oakspin.drawer.part import known_draws, part_of
from oakspin.drawer.used import drawn_with, learned_of, with_part
from oakspin.draws import Draws, Learned
from oakspin.kinds.kinds import evaluate
from runner.samples import sample

DISC = {"diameter_mm": 10, "thickness_mm": 3}


def entry(sort: str, words: dict[str, str] | None = None, how: str = "measured", **facts: float) -> Entry:
    known: dict[str, Any] = {name: {"value": float(value), "how": how} for name, value in facts.items()}
    return Entry.model_validate({"sort": sort, "name": "Thing", "amount": 4, "facts": known, "words": words or {}})


@pytest.mark.parametrize(
    ("given", "fields"),
    [
        (entry("cell", {"size": "AA"}), {"cell": "alkaline_AA", "used_percent": 0.0}),
        (
            entry("cell", {"size": "AAA", "chemistry": "NiMH"}, used_percent=40),
            {"cell": "nimh_AAA", "used_percent": 40.0},
        ),
        (entry("magnet", {"material": "ferrite", "skin": "does not conduct"}, **DISC), {"plating": "epoxy"}),
        (entry("magnet", {"magnetized": "sides"}, **DISC), {"magnetized": "across", "shape": "disc"}),
        (entry("wire", {"finish": "plastic"}, diameter_mm=0.5, skin_mm=0.3), {"finish": "plastic", "skin_mm": 0.3}),
        (entry("screw", diameter_mm=4, length_mm=35), {"shank_mm": 4.0, "length_mm": 35.0, "material": "steel"}),
        (entry("support", {"type": "safety pin"}), {"type": "safety_pin", "seat": "loop"}),
    ],
)
def test_what_is_known_of_an_entry_stands_in_the_design(given: Entry, fields: dict[str, object]) -> None:
    part = part_of(given, "k")
    assert part.why_not == ""
    assert {name: part.fields[name] for name in fields} == fields


@pytest.mark.parametrize(
    ("given", "why"),
    [
        (entry("cell"), "size"),
        (entry("battery", volts=6), "size and terminals"),
        (entry("cell", {"size": "D", "chemistry": "lithium"}), "own figures"),
        (entry("magnet", {"shape": "block"}, **DISC), "sides of a block"),
        (entry("magnet", {"shape": "ring"}, **DISC), "hole"),
        (entry("magnet", diameter_mm=10), "thickness"),
        (entry("screw", {"metal": "copper"}, diameter_mm=4, length_mm=30), "copper"),
        (entry("support", {"type": "wood"}), "supports"),
    ],
)
def test_an_entry_of_which_too_little_is_known_says_what_is_missing(given: Entry, why: str) -> None:
    assert why in part_of(given, "k").why_not


def test_a_measured_cell_has_its_own_volts_and_ohms() -> None:
    part = part_of(entry("cell", {"size": "AA"}, volts=1.42, ohms=0.35), "k")
    own = part.fields["own"]
    assert (part.fields["cell"], own["volts"], own["ohms"], own["diameter_mm"]) == ("own", 1.42, 0.35, 14.5)


@pytest.mark.parametrize(("how", "half"), [("printed", 0.03), ("measured", 0.05), ("guessed", 0.3)])
def test_the_band_of_80_percent_of_what_is_drawn_is_that_of_the_entry(how: str, half: float) -> None:
    part = part_of(entry("magnet", how=how, remanence_T=1.2, **DISC), "k")
    drawn = known_draws(Draws(), [part]).value("remanence")
    assert np.quantile(drawn, [0.1, 0.5, 0.9]) == pytest.approx([1 - half, 1.0, 1 + half], abs=0.004)


def test_the_ohms_of_a_measured_cell_have_the_band_of_the_reading() -> None:
    for how, half in (("measured", 0.05), ("guessed", 0.3)):
        part = part_of(entry("cell", {"size": "AA"}, how=how, ohms=0.3), "k")
        drawn = known_draws(Draws(), [part]).factor("cell_ohms", 1.1)
        assert np.quantile(drawn, [0.1, 0.9]) == pytest.approx([1 - half, 1 + half], abs=0.005)


def test_what_trials_taught_stays_and_other_constants_keep_their_law() -> None:
    part = part_of(entry("magnet", remanence_T=1.2, **DISC), "k")
    summary = Draws(64, learned=Learned({"remanence": np.zeros(64)}))
    assert known_draws(summary, [part]).value("remanence") == pytest.approx(1.0)
    known = known_draws(Draws(), [part])
    assert np.array_equal(known.value("foot_friction"), Draws().value("foot_friction"))
    assert known_draws(Draws(), [part_of(entry("magnet", **DISC), "k")]) == Draws()


def test_a_band_counts_in_the_verdict_while_the_design_says_the_same() -> None:
    magnet = entry("magnet", how="guessed", remanence_T=1.2, diameter_mm=12.7, thickness_mm=3.2)
    design = with_part(sample("lantern"), "magnet", part_of(magnet, "k"))
    wide = evaluate(design, drawn_with(Draws(), design, {"magnet": magnet})).figures["coupling"].band
    own = evaluate(design).figures["coupling"].band
    assert wide[1] - wide[0] > 2 * (own[1] - own[0])
    other = design.model_copy(update={"magnets": design.magnets.model_copy(update={"diameter_mm": 15.0})})
    assert drawn_with(Draws(), other, {"magnet": magnet}) == Draws()


def test_what_is_learned_of_a_part_goes_by_its_place() -> None:
    assert "cell_ohms" in learned_of(["cell"])
    assert learned_of(["magnet"]) == {"remanence"}
    assert learned_of(["wire", "support"]) == set()
