"""A whole answer is kept and given again; one that broke off is computed anew; the oldest give way."""

from __future__ import annotations

import random
from collections.abc import Iterator

import pytest

from server.jobs.finished import LARGEST_BYTES, Finished

made: list[tuple[int, int]] = []


def noise(seed: int, size: int) -> Iterator[bytes]:
    made.append((seed, size))
    chance = random.Random(seed)
    yield b"progress"
    yield chance.randbytes(size)


@pytest.fixture(autouse=True)
def nothing_made() -> None:
    made.clear()


def asked(finished: Finished, seed: int, size: int = 1000) -> list[bytes]:
    return list(finished.parts(noise, (seed, size), lambda: noise(seed, size)))


def test_the_same_question_has_the_same_parts_and_is_computed_once() -> None:
    finished = Finished()
    first = asked(finished, 1)
    assert asked(finished, 1) == first == list(noise(1, 1000))
    assert made == [(1, 1000)] * 2  # once for the store, once here
    assert asked(finished, 2) != first


def test_an_answer_that_was_not_read_to_its_end_is_not_kept() -> None:
    finished = Finished()
    broken_off = finished.parts(noise, (1, 9), lambda: noise(1, 9))
    next(broken_off)
    del broken_off
    assert len(asked(finished, 1, 9)) == 2
    assert len(made) == 2


def test_the_answer_not_asked_for_longest_gives_way() -> None:
    finished = Finished(most_bytes=3500)
    for seed in (1, 2, 3):
        asked(finished, seed)
    asked(finished, 1)
    asked(finished, 4)
    before = len(made)
    asked(finished, 1)
    assert len(made) == before
    asked(finished, 2)
    assert len(made) == before + 1


def test_a_huge_answer_is_given_and_not_kept() -> None:
    finished = Finished()
    asked(finished, 1, LARGEST_BYTES + 1)
    asked(finished, 1, LARGEST_BYTES + 1)
    assert len(made) == 2
