"""What several rotors say together, against normal laws worked out by hand."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from oakspin.learn.known import NOTHING, Key, Site, joined
from tests.effort import effort

A: Key = ("foot_friction", "world")
B: Key = ("cell_ohms", "part")
C: Key = ("made_points", "world")


def site(keys: tuple[Key, ...], rows: np.ndarray, values: np.ndarray, error: float) -> Site:  # type: ignore[type-arg]
    """The site of readings that are ``rows`` times the components, with this error."""
    return Site(keys, rows.T @ rows / error**2, rows.T @ values / error**2, 1)


def test_one_reading_of_one_component_is_the_textbook_s_shrinkage() -> None:
    known = joined([site((A,), np.array([[1.0]]), np.array([2.0]), 1.0)])
    assert known.mean == pytest.approx([1.0])
    assert known.covariance == pytest.approx(np.array([[0.5]]))


def test_nothing_said_is_nothing_known() -> None:
    assert joined([]) is NOTHING
    mean, root = NOTHING.law((A, B))
    assert mean.tolist() == [0, 0]
    assert np.array_equal(root, np.eye(2))


def test_many_alike_readings_close_in_on_the_truth() -> None:
    known = joined([site((A,), np.array([[1.0]]), np.array([0.7]), 0.5) for _ in range(100)])
    assert known.mean == pytest.approx([0.7], abs=0.01)
    assert known.covariance[0, 0] == pytest.approx(1 / 401)
    assert known.trials == 100


def test_a_reading_of_a_sum_ties_its_parts_together() -> None:
    known = joined([site((A, B), np.array([[1.0, 1.0]]), np.array([2.0]), 0.1)])
    at = {key: place for place, key in enumerate(known.keys)}
    assert known.covariance[at[A], at[B]] < -0.4
    assert known.mean == pytest.approx([1.0, 1.0], abs=0.01)


@settings(max_examples=effort(12, 40), deadline=None)
@given(st.lists(st.tuples(st.floats(-2, 2), st.floats(-2, 2), st.floats(-3, 3)), min_size=1, max_size=6), st.randoms())
def test_sites_add_up_in_any_order_and_only_ever_narrow(rows: list[tuple[float, float, float]], chance) -> None:  # type: ignore[no-untyped-def]
    sites = [site((A, C), np.array([[a, c]]), np.array([value]), 0.5) for a, c, value in rows]
    shuffled = list(sites)
    chance.shuffle(shuffled)
    one, other = joined(sites), joined(shuffled)
    assert np.allclose(one.mean, other.mean)
    assert np.allclose(one.covariance, other.covariance)
    assert np.linalg.eigvalsh(one.covariance).max() <= 1 + 1e-9
    assert np.linalg.eigvalsh(one.covariance).min() > 0


def test_leaving_components_open_is_integrating_them_out() -> None:
    both = site((A, B), np.array([[1.0, 2.0]]), np.array([3.0]), 1.0)
    # y = a + 2 b with b standard normal: a reading of a with a variance of 1 + 4.
    alone = both.only([A])
    assert alone.keys == (A,)
    assert alone.precision == pytest.approx(np.array([[0.2]]))
    assert alone.shift == pytest.approx([0.6])
    assert both.only([A, B]) is both


def test_the_law_of_some_components_names_what_is_not_known_as_it_was() -> None:
    known = joined([site((A,), np.array([[1.0]]), np.array([2.0]), 1.0)])
    mean, root = known.law((C, A))
    assert mean == pytest.approx([0.0, 1.0])
    assert root @ root.T == pytest.approx(np.diag([1.0, 0.5]))
