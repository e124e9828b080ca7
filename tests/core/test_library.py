"""The core as others import it: every example of its page runs, and nothing of the server comes along."""

from __future__ import annotations

import doctest
import os
import subprocess
import sys
from pathlib import Path

import pytest

import oakspin
from oakspin import design_from
from oakspin.design import to_text
from oakspin.design.document import Document
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS

ROOT = Path(__file__).resolve().parents[2]


def test_the_examples_of_the_page_say_what_stands_there(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.chdir(ROOT)
    found = doctest.testfile(str(ROOT / "docs" / "library.md"), module_relative=False)
    assert (found.failed, found.attempted > 20) == (0, True)


@pytest.mark.parametrize("kind", KINDS)
def test_a_kind_alone_is_its_usual_design_and_its_file_the_same(kind: str) -> None:
    usual = design_from({"kind": kind})
    assert usual == KINDS[kind].start
    assert design_from(to_text(Document(title="Usual", design=usual))) == usual


@pytest.mark.parametrize(
    "values", [{}, {"kind": "windmill"}, {"kind": "frame", "sails": 4}, {"kind": "frame", "gap_mm": "wide"}]
)
def test_what_is_no_design_is_refused_with_a_way_out(values: dict) -> None:  # type: ignore[type-arg]
    with pytest.raises(OakSpinError) as refused:
        design_from(values)
    assert all(fault.hint for fault in refused.value.faults)


def test_an_unknown_name_is_no_attribute() -> None:
    with pytest.raises(AttributeError, match="sail"):
        oakspin.sail  # noqa: B018


def test_importing_it_loads_no_server_and_none_of_the_upper_rooms() -> None:
    code = (
        "import sys, oakspin; upper = [name for name in sys.modules if name.startswith('oakspin.classroom')]; "
        "oakspin.design_from; print(upper, sorted({name.split('.')[0] for name in sys.modules} & {'django', 'server', 'ninja'}))"
    )
    run = subprocess.run(
        [sys.executable, "-c", code],
        env={**os.environ, "PYTHONPATH": str(ROOT / "core")},
        capture_output=True,
        text=True,
        check=True,
    )
    assert run.stdout.strip() == "[] []"
