"""The heat model against the closed form of a lumped body."""

import numpy as np
import pytest

from oakspin.constants import HANDS_OFF_C
from oakspin.heat import FOREVER, hands_off_time, rise_in
from oakspin.machines.machine import Body


def body(ohms: float = 0.2, capacity: float = 20.0, still: float = 0.02, wind: float = 0.0) -> Body:
    return Body("body", np.array([ohms]), capacity, np.array([still]), np.array([wind]))


AMPERES2, STILL = np.array([9.0]), np.array([0.0])


def test_at_first_it_warms_as_if_nothing_cooled_it() -> None:
    assert rise_in(body(), AMPERES2, STILL, 0.1) == pytest.approx(9 * 0.2 * 0.1 / 20, rel=1e-3)


def test_in_the_end_it_is_as_warm_as_what_it_gives_to_the_air() -> None:
    assert rise_in(body(), AMPERES2, STILL, 1e6) == pytest.approx(9 * 0.2 / 0.02)


def test_the_hands_off_time_is_when_the_rise_reaches_the_limit() -> None:
    time = hands_off_time(body(), AMPERES2, STILL, 20.0)
    assert 20 + rise_in(body(), AMPERES2, STILL, time) == pytest.approx(HANDS_OFF_C)


def test_what_stays_cool_stays_cool_for_ever() -> None:
    assert hands_off_time(body(ohms=1e-3), AMPERES2, STILL, 20.0) == FOREVER
    assert hands_off_time(body(), np.array([0.0]), STILL, 20.0) == FOREVER


def test_a_warm_room_leaves_less_time_and_wind_gives_more() -> None:
    cool, warm = (hands_off_time(body(), AMPERES2, STILL, room) for room in (15.0, 35.0))
    assert warm < cool
    windy = hands_off_time(body(wind=0.005), AMPERES2, np.array([16.0]), 15.0)
    assert windy > cool


def test_twice_the_heat_capacity_takes_twice_the_time() -> None:
    light, heavy = (hands_off_time(body(capacity=capacity), AMPERES2, STILL, 20.0) for capacity in (10.0, 20.0))
    assert heavy == pytest.approx(2 * light)
