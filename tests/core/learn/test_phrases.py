"""What was learned is told in words that a teacher would use, of every constant that has any."""

import numpy as np
import pytest

from oakspin import Draws
from oakspin.draws import Learned
from oakspin.learn.phrases import PHRASES
from oakspin.learn.summary import odd_sentence, things_of
from oakspin.learn.surprise import Surprise

SPREAD = np.linspace(-0.2, 0.2, 64)


def answer(name: str, off: float) -> str:
    (thing,) = things_of((name,), Draws(64, learned=Learned({name: SPREAD + off})))
    return thing.sentence


@pytest.mark.parametrize("name", list(PHRASES))
def test_more_less_and_as_thought_are_reported_apart(name: str) -> None:
    more, less, about = (answer(name, off) for off in (1.5, -1.5, 0.0))
    assert more.startswith(PHRASES[name].more)
    assert less.startswith(PHRASES[name].less)
    assert about.startswith(PHRASES[name].about)
    for sentence in (more, less, about):
        assert sentence.endswith(".")
        assert ".." not in sentence
        assert "  " not in sentence
        assert ": :" not in sentence
        assert not sentence.removesuffix(".").endswith((" at", " is", " are", " with", " has"))
        assert not any(unit in sentence for unit in ("Ω", "A/m", "kg", " T ", " N "))


def helps(name: str, off: float) -> str:
    (thing,) = things_of((name,), Draws(64, learned=Learned({name: SPREAD + off})))
    return thing.helps


def test_what_helps_is_reported_only_where_it_is_called_for() -> None:
    assert helps("cell_ohms", 1.5) == "Take a fresh battery."
    assert helps("cell_ohms", -1.5) == helps("cell_ohms", 0.0) == ""
    assert helps("made_points", -1.5)
    assert not helps("made_points", 1.5)
    assert helps("hand_gap", 1.5) == helps("hand_gap", -1.5) != ""


def test_numbers_follow_the_side_they_are_reported_of() -> None:
    assert answer("made_points", -1.5) == (
        "The feet touch less of the time than usual: 27 % of the time (24–29), thought 60."
    )
    assert "times what is usual" in answer("foot_film", 1.5)
    assert answer("hand_gap", 1.5) == "The gap came out wider than planned."
    assert "ohms (" in answer("meter_ohms", 1.5)
    assert answer("bumps", 1.5) == "The track is bumpier than thought."


def test_what_was_hardly_learned_is_not_reported() -> None:
    wide = Draws(1024, learned=Learned({"made_points": Draws(1024).normal("made_points")}))
    assert things_of(("made_points",), wide) == ()
    assert things_of(("made_points",), Draws()) == ()


def test_the_most_learned_comes_first_and_no_more_than_asked() -> None:
    rows = {name: SPREAD * width for name, width in (("foot_film", 3.0), ("cell_ohms", 0.5), ("made_points", 1.0))}
    names = tuple(rows)
    found = things_of(names, Draws(64, learned=Learned(rows)), most=2)
    assert [thing.name for thing in found] == ["cell_ohms", "made_points"]


@pytest.mark.parametrize(
    ("surprise", "words"),
    [
        (Surprise(0.005, "mean_current", high=True), ("99 of 100", "current on the meter", "too high")),
        (Surprise(0.0001, "speed", high=False), ("999 of 1000", "speed", "too low")),
        (Surprise(0.002, "seen", high=False), ("what was seen", "Look for a fault")),
    ],
)
def test_an_odd_trial_is_reported_with_what_makes_it_odd(surprise: Surprise, words: tuple[str, ...]) -> None:
    assert all(word in odd_sentence(surprise) for word in words)
