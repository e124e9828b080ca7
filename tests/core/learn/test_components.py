"""Whose every uncertainty is."""

from itertools import pairwise

import numpy as np
import pytest

from oakspin import Draws, evaluate
from oakspin.constants import UNCERTAIN
from oakspin.design.patch import Setting, patched
from oakspin.draws import Learned
from oakspin.learn.components import PART_AT, components_of, constants_of, same_part
from oakspin.learn.phrases import PHRASES
from runner.samples import sample


@pytest.mark.parametrize("name", list(UNCERTAIN))
def test_every_constant_says_whose_it_is(name: str) -> None:
    constant = UNCERTAIN[name]
    assert constant.whose in ("world", "part", "build", "run")
    assert sum(share for _, share in constant.levels) == pytest.approx(1)
    assert constant.whose in [whose for whose, _ in constant.levels]
    assert constant.anew == 1 or 0 <= constant.anew <= 0.5
    assert (0 < constant.anew < 1) == (constant.scatters is not None)
    assert all(share > 0 for _, share in constant.levels)


def test_the_parts_are_those_that_can_be_reported_apart_in_a_design() -> None:
    assert set(PART_AT) == {name for name, constant in UNCERTAIN.items() if constant.whose == "part"}


def test_hands_make_builds_not_worlds() -> None:
    for name, constant in UNCERTAIN.items():
        if name.startswith("hand_") and name != "hand_rest":
            assert constant.whose == "build", name
        if name.startswith("made_") or (name.endswith("_film") and name != "hand_film"):
            assert constant.whose == "run", name
            assert constant.scatters == ("touch" if name.startswith("made_") else "contact"), name
        if name.endswith("_friction") or name == "rolling":
            assert constant.scatters == "friction", name


def test_constants_with_words_exist() -> None:
    assert set(PHRASES) <= set(UNCERTAIN)
    for text in PHRASES.values():
        assert len({text.more, text.less, text.about}) == 3
        assert text.helps.endswith(".")


def test_a_machine_s_constants_are_heard() -> None:
    lantern, crane = constants_of(sample("lantern")), constants_of(sample("crane-motor"))
    assert {"made_points", "cell_ohms", "foot_film"} <= set(lantern)
    assert "made_points" not in crane
    assert "segment_film" in crane
    assert constants_of(sample("lantern"), meter=True) == (*lantern, "meter_ohms")
    assert all(one < other for one, other in pairwise(lantern))


def test_components_of_a_contact_have_three_owners() -> None:
    assert [each.whose for each in components_of(("made_points",))] == ["world", "build", "run"]
    assert [each.whose for each in components_of(("cell_ohms",))] == ["part"]


def test_a_part_is_the_same_while_its_design_is() -> None:
    lantern = sample("lantern")
    other = patched(lantern, (Setting("/battery/used_percent", 40.0),))
    assert same_part("remanence", lantern, other)
    assert not same_part("cell_ohms", lantern, other)
    assert same_part("meter_ohms", lantern, other)


def test_learned_draws_at_the_middle_are_the_median_build() -> None:
    lantern = sample("lantern")
    still = Draws(16, learned=Learned({name: np.zeros(16) for name in constants_of(lantern)}))
    band = evaluate(lantern, still).figures["speed"].band
    assert band[0] == pytest.approx(band[1])


def test_draws_that_nothing_was_learned_of_stay_where_they_were() -> None:
    plain, learned = Draws(64), Draws(64, learned=Learned({"cell_ohms": np.linspace(-1, 1, 64)}))
    assert np.array_equal(plain.value("foot_film"), learned.value("foot_film"))
    assert not np.array_equal(plain.value("cell_ohms"), learned.value("cell_ohms"))
    assert learned.fewer(8).normal("cell_ohms").tolist() == np.linspace(-1, 1, 64)[:8].tolist()
    assert learned.fewer(500).count == 64
    tiled = Draws(12, pattern=4, learned=learned.learned)
    assert tiled.normal("cell_ohms")[:4].tolist() == tiled.normal("cell_ohms")[4:8].tolist()
    typical = Draws(5, typical=True, learned=Learned({"hand_symmetry": np.array([-2.0, 1.0, 3.0])}))
    assert typical.magnitude("hand_symmetry", 1.0).tolist() == [2.0] * 5
