"""Hand rules, explanation and predictions, against vectors and the verdict."""

import itertools

import numpy as np
import pytest

from oakspin import evaluate
from oakspin.teach import CARRIERS, RULES, cards_of, explain
from oakspin.teach.explain import in_words
from oakspin.teach.rules import hand_for
from tests.core.designs import LANTERN, changed, grade, sample

# A right hand held palm toward the viewer, fingers up: thumb right, palm (and middle finger) out.
RIGHT = {
    "thumb": (1, 0, 0),
    "fingers": (0, 0, 1),
    "first finger": (0, 0, 1),
    "palm": (0, -1, 0),
    "middle finger": (0, -1, 0),
}
DESIGNS = {
    "lantern": LANTERN,
    "magnets over": changed(LANTERN, magnets__pole_up="S"),
    "battery over": changed(LANTERN, battery__terminal_up="-"),
    "carousel": sample("carousel"),
    "spring": changed(LANTERN, outline__half={"by": "spring", "turns": 5.0, "diameter_mm": 24.0}),
}
SCHOOLS = list(itertools.product(RULES, CARRIERS))


@pytest.mark.parametrize(("rule", "carrier"), SCHOOLS)
def test_the_hand_itself_gives_flow_times_field_as_the_force(rule: str, carrier: str) -> None:
    school = RULES[rule]
    mirror = np.array([1 if hand_for(school, carrier) == "right" else -1, 1, 1])
    flow, field, force = (mirror * RIGHT[part] for part in (school.flow, school.field, school.force))
    charge = 1 if carrier == "current" else -1
    assert np.cross(charge * flow, field).tolist() == force.tolist()


@pytest.mark.parametrize("name", DESIGNS)
@pytest.mark.parametrize(("rule", "carrier"), SCHOOLS)
def test_every_school_explains_the_direction_that_the_whole_model_computes(name: str, rule: str, carrier: str) -> None:
    why = explain(DESIGNS[name], rule, carrier)
    assert why.agrees
    assert why.direction == evaluate(DESIGNS[name]).direction
    flow, field, force = (np.array(pointer.vector) for pointer in why.pointers)
    pushed = np.cross(flow if carrier == "current" else -flow, field)
    assert pushed / np.linalg.norm(pushed) == pytest.approx(force, abs=2e-3)


def test_electrons_take_the_other_hand_and_run_the_other_way() -> None:
    current, electrons = (explain(LANTERN, "palm", carrier) for carrier in CARRIERS)
    assert {current.hand, electrons.hand} == {"right", "left"}
    assert current.pointers[0].words != electrons.pointers[0].words
    assert current.pointers[2] == electrons.pointers[2]


def test_what_does_not_turn_is_explained_as_such() -> None:
    across = explain(changed(LANTERN, magnets__magnetized="across"), "palm", "current")
    assert across.direction == "none"
    assert "Magnetized across" in across.why_none
    dead = explain(changed(LANTERN, magnets__plating="epoxy"), "palm", "current")
    assert "does not conduct" in dead.why_none


@pytest.mark.parametrize(
    ("vector", "words"),
    [((0, -1, 0), "toward you"), ((0.9, 0.1, -0.1), "to the right"), ((-0.7, 0, -0.7), "to the left and down")],
)
def test_directions_in_words(vector: tuple[float, float, float], words: str) -> None:
    assert in_words(vector) == words


def test_answers_are_those_of_the_bench() -> None:
    answers = {card.id: card.answer for card in cards_of(LANTERN)}
    assert answers == {
        "magnets_over": "other_way",
        "battery_over": "other_way",
        "both_over": "same",
        "one_magnet_more": "harder",
        "feet_higher": "weaker",
        "wider_frame": "same",
    }


def test_answers_are_computed_not_kept() -> None:
    high = changed(LANTERN, feet__height_mm=6.4)
    assert {card.id: card.answer for card in cards_of(high)}["feet_higher"] == "same"
    dead = {card.answer for card in cards_of(changed(LANTERN, magnets__strength=grade("ferrite")))}
    assert dead == {"stops"}


def test_a_card_tells_the_figures_before_and_after() -> None:
    card = next(card for card in cards_of(LANTERN) if card.id == "one_magnet_more")
    before = evaluate(LANTERN).figures["push"].value
    assert card.figures.startswith(f"push {before:.3g} → ")
    assert card.answer in card.options
