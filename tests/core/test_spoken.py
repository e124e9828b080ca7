"""Figures told exactly and plainly: units, bands, wide spreads."""

import pytest

from oakspin import evaluate
from oakspin.kinds.explained import explained
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS
from oakspin.spoken import PLAIN, band_text, spoken
from runner.samples import DEMO, sample

ALL = [path.name.split(".")[0] for path in sorted(DEMO.glob("*.oak.json"))]
# No unit that a primary teacher would not use.
FOREIGN = ("µ", "mN", "Ω", "N·m", "mm²", "/A", "m/s", "turns/")


@pytest.mark.parametrize("name", ALL)
def test_plainly_no_link_of_any_sample_has_a_unit_foreign_to_a_classroom(name: str) -> None:
    for link in evaluate(sample(name)).links:
        for text in (link.spoken.plain, link.spoken.plain_band):
            assert not any(unit in text for unit in FOREIGN), (link.id, text)


def test_what_pushes_is_reported_in_grams_beside_its_own_unit() -> None:
    answer = spoken(98.0665, "µN·m")
    assert answer.text == "98.1 µN·m"
    assert answer.band == "1 g at 1 cm"
    assert answer.plain == "1 gram at 1 cm"
    assert spoken(9.80665, "mN", (5.0, 20.0)).band == "5–20; 1 g"


def test_speeds_and_times_have_two_figures_and_currents_three() -> None:
    assert spoken(1062.4, "turns/min").text == "1100 turns/min"
    assert spoken(3.456, "hours").text == "3.5 hours"
    assert spoken(2.4567, "A").text == "2.46 A"
    assert spoken(21345.0, "turns/min").text == "21,000 turns/min"


@pytest.mark.parametrize(
    ("low", "high", "wide"), [(400, 700, False), (300, 900, False), (290, 900, True), (0, 90, True)]
)
def test_a_speed_whose_band_spans_more_than_three_times_is_reported_in_words(low: int, high: int, wide: bool) -> None:
    assert ("from build to build" in band_text("turns/min", low, high)) == wide
    assert "from build to build" not in band_text("A", low, high)


def test_a_figure_without_a_spread_has_no_band() -> None:
    assert spoken(44.0, "%", (44.0, 44.0)).band == ""


def test_both_tellings_are_of_the_same_figure() -> None:
    for unit, plain in PLAIN.items():
        answer = spoken(1234.5, unit)
        exact, simple = (float(text.split()[0].replace(",", "")) for text in (answer.text, answer.plain))
        assert simple == pytest.approx(exact * plain.per, rel=0.06), unit


@pytest.mark.parametrize("kind", KINDS)
def test_every_link_is_explained_and_shows_what_good_motors_of_the_kind_do(kind: str) -> None:
    verdicts = [evaluate(design) for design in good_motors(kind)]
    assert len(verdicts) > 1
    assert all(verdict.share_that_goes >= 0.8 for verdict in verdicts)
    for at, meant in enumerate(explained(kind)):
        links = [verdict.links[at] for verdict in verdicts]
        assert {link.id for link in links} == {meant.id}
        for plain, sentence in ((False, meant.good), (True, meant.plainly)):
            shown = [link.wording or (link.spoken.plain if plain else link.spoken.text) for link in links]
            # Both ends stand in it, and no figure of a good motor lies outside.
            assert len([text for text in set(shown) if text.split()[0] in sentence]) == min(len(set(shown)), 2)
            if len({text.partition(" ")[2] for text in shown}) == 1 and not links[0].wording:
                numbers = [float(text.split()[0].replace(",", "")) for text in shown]
                first = float(sentence.split(" show ")[1].split()[0].replace(",", ""))
                assert first == min(numbers)
        assert meant.what.endswith(".")
        assert meant.how.endswith(".")
