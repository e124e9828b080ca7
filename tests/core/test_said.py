"""What is said of a few designs a kind, kept as text: a change of any figure or sentence is seen and reviewed.

These are pins of our own, no reference: when a change is meant, write them anew with
``python -m tests.core.telling --write`` and read what has become of them.
"""

import pytest

from tests.core.telling import FOLDER, TELLINGS, file_of, telling

# One a kind: read in every run, the others with --long.
READ = (
    "frame, lantern",
    "hanging, beacon",
    "cradle, ferry wheel",
    "lobes, tide mill",
    "cored, crane motor",
    "train, night shuttle",
    "roller, crate roller",
)


@pytest.mark.parametrize(
    "name", [name if name in READ else pytest.param(name, marks=pytest.mark.long) for name in TELLINGS]
)
def test_it_says_what_was_reviewed(name: str) -> None:
    kept = file_of(name).read_text(encoding="utf-8").splitlines()
    assert telling(TELLINGS[name]).splitlines() == kept


def test_no_text_is_kept_of_a_design_that_is_reported_no_more() -> None:
    assert sorted(FOLDER.iterdir()) == sorted(file_of(name) for name in TELLINGS)
