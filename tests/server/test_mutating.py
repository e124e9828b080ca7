"""The mutation run: a seeded sample of places that do something, and a survivor that is told as one."""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

import pytest

from runner import mutating

ROOT = Path(__file__).resolve().parents[2]

SOURCE = '''"""A module."""

from dataclasses import dataclass

LIMIT = 3


@dataclass(frozen=True)
class Thing:
    size: float | None = None


def half(value: float | None) -> float:
    return 0.0 if value is None else value / 2


def over(value: float) -> bool:
    return value > LIMIT
'''


@pytest.fixture
def project(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A small checkout with one module, half of it tested."""
    module, tests = tmp_path / "core" / "oakspin", tmp_path / "tests" / "core"
    for folder in (module, tests):
        folder.mkdir(parents=True)
    (module / "__init__.py").write_text("")
    (module / "small.py").write_text(SOURCE)
    (tests / "test_small.py").write_text(
        "from oakspin.small import half\n\n\ndef test_half():\n    assert half(5.0) == 2.5\n    assert half(None) == 0.0\n"
    )
    (tmp_path / "runner").mkdir()
    (tmp_path / "runner" / "__init__.py").write_text("")
    (tmp_path / "runner" / "fresh_caches.py").write_text((ROOT / "runner" / "fresh_caches.py").read_text())
    subprocess.run(["git", "init", "-q"], cwd=tmp_path, check=True)
    monkeypatch.setattr(mutating, "ROOT", tmp_path)
    monkeypatch.delenv("DJANGO_SETTINGS_MODULE", raising=False)
    return tmp_path


def test_places_are_those_that_do_something(project: Path) -> None:
    made = list(mutating._mutants_of(Path("core/oakspin/small.py")))
    lines = {mutant.line for mutant in made}
    assert {5, 14, 18} <= lines
    assert not lines & {8, 10, 13}, "decorators and annotations change nothing"
    for mutant in made:
        changed = mutant.code(SOURCE)
        assert changed != SOURCE
        compile(changed, "small.py", "exec")


def test_a_sample_follows_its_seed_and_takes_each_place_once(project: Path) -> None:
    files = [Path("core/oakspin/small.py")]
    motor, same, other = (mutating._sample(files, 4, seed) for seed in (1, 1, 2))
    assert motor == same
    assert motor != other
    assert len({(mutant.line, mutant.column) for mutant in motor}) == len(motor)


@pytest.mark.long  # it runs a suite for every place
def test_what_no_test_reaches_survives_and_what_one_holds_does_not(
    project: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert mutating.main(["core/oakspin/small.py", "--sample", "50"]) == 0
    answer = capsys.readouterr().out
    assert "core/oakspin/small.py:18" in answer
    assert "small.py:14" not in answer
    assert "mutants survive" in answer
    assert (project / "core" / "oakspin" / "small.py").read_text() == SOURCE


def test_a_folder_without_python_is_refused(project: Path) -> None:
    with pytest.raises(SystemExit):
        mutating.main(["core/nothing"])


def test_every_cache_of_the_core_is_emptied() -> None:
    code = (
        "from oakspin.draws import Draws, _values; from runner.fresh_caches import pytest_runtest_setup as empty;"
        "Draws().value('remanence'); assert _values.cache_info().currsize; empty();"
        "assert not _values.cache_info().currsize"
    )
    path = os.pathsep.join([str(ROOT / "core"), str(ROOT)])
    subprocess.run([sys.executable, "-c", code], env={**os.environ, "PYTHONPATH": path}, check=True)
