"""./oak mutate: change one place of the core at a time, and see whether a test notices.

A sample of places is drawn with a seed; each is changed as a mutation library knows how, in a copy of
the checkout, and only the tests that reach the line are run, the quickest first.
"""

from __future__ import annotations

import argparse
import ast
import json
import os
import random
import shutil
import subprocess
import sys
import tempfile
import xml.etree.ElementTree as ElementTree
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue
from typing import Any

from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator, operator_names
from coverage import CoverageData

from runner.environment import ROOT, say

CORE = Path("core") / "oakspin"
TESTS = "tests/core"
# Changes that say nothing of a test: bits of floats, identity for equality, a decorator or a handler gone.
SENSELESS = (
    *("Bit", "Shift", "Invert", "_Is", "RemoveDecorator"),
    *("VariableReplacer", "VariableInserter", "ExceptionReplacer"),
)
ENDLESS = -1
PATIENCE_S = 90.0  # beyond three times what the tests take; a mutant that runs on for ever counts as noticed


@dataclass(frozen=True)
class Mutant:
    """One change of one place: ``occurrence`` counts the places of its operator in the file."""

    file: Path
    operator: str
    occurrence: int
    line: int
    column: int

    def code(self, text: str) -> str:
        """The file's text with the change in it."""
        changed: str | None = mutate_code(text, get_operator(self.operator)(), self.occurrence)
        assert changed is not None
        return changed

    def row(self, before: str, after: str) -> dict[str, Any]:
        """The line before and after, to be read."""
        return {
            "file": str(self.file),
            "line": self.line,
            "operator": self.operator.removeprefix("core/"),
            "before": before.splitlines()[self.line - 1].strip(),
            "after": after.splitlines()[self.line - 1].strip(),
        }


def main(words: list[str]) -> int:
    """Measure how many mutants survive; print every survivor and the share."""
    parser = argparse.ArgumentParser(prog="./oak mutate", description=__doc__)
    parser.add_argument("folder", nargs="?", type=Path, help="file or folder of the core (default: all of it)")
    parser.add_argument("--sample", type=int, default=100, help="how many mutants (default 100)")
    parser.add_argument("--seed", type=int, default=1, help="of the sample (default 1)")
    parser.add_argument("--report", type=Path, help="write all results to this file as JSON")
    given = parser.parse_args(words)
    files = _files([ROOT / (given.folder or CORE)])
    if not files:
        parser.error(f"there is no Python file in {given.folder}: name a file or folder, such as core/oakspin/verdict")
    mutants = _sample(files, given.sample, given.seed)
    with tempfile.TemporaryDirectory(prefix="oak-mutate-") as scratch:
        copies = [_copy(Path(scratch) / str(number)) for number in range(os.cpu_count() or 1)]
        say(f"running {TESTS} once, to learn which test reaches which line")
        reach = Reach.learned(copies[0])
        results = list(_tried(mutants, copies, reach))
    survivors = [result for result in results if not result["noticed"]]
    if given.report:
        given.report.write_text(json.dumps(results, indent=1), encoding="utf-8")
    for folder, (lost, total) in _by_folder(results).items():
        print(f"{folder}: {lost} of {total} survive")
    endless = sum(result["endless"] for result in results)
    print(f"{len(survivors)} of {len(results)} mutants survive: {100 * len(survivors) / max(len(results), 1):.1f} %")
    print(f"{endless} of those noticed ran on without an end")
    return 0


def _files(roots: list[Path]) -> list[Path]:
    files = [file for root in roots for file in ([root] if root.is_file() else sorted(root.rglob("*.py")))]
    return [file.relative_to(ROOT) for file in files if file.suffix == ".py"]


def _sample(files: list[Path], size: int, seed: int) -> list[Mutant]:
    """Places drawn at random, each once, with one of the changes that fit it."""
    places: dict[tuple[Path, int, int], list[Mutant]] = {}
    for file in files:
        for mutant in _mutants_of(file):
            places.setdefault((mutant.file, mutant.line, mutant.column), []).append(mutant)
    draw = random.Random(seed)
    chosen = draw.sample(sorted(places), min(size, len(places)))
    say(f"{len(places)} places in {len(files)} files, {len(chosen)} drawn with seed {seed}")
    return [draw.choice(places[place]) for place in chosen]


def _mutants_of(file: Path) -> Iterator[Mutant]:
    text = (ROOT / file).read_text(encoding="utf-8")
    untold = _untold(text)
    nodes = list(ast_nodes(get_ast(text)))
    for name in operator_names():
        if any(word in name for word in SENSELESS):
            continue
        operator, occurrence = get_operator(name)(), 0
        for node in nodes:
            for (line, column), _end in operator.mutation_positions(node):
                if not any(start <= (line, column) < end for start, end in untold):
                    yield Mutant(file, name, occurrence, line, column)
                occurrence += 1


def _untold(text: str) -> list[tuple[tuple[int, int], tuple[int, int]]]:
    """Stretches that do nothing when they run: annotations and decorators."""
    stretches = []
    for node in ast.walk(ast.parse(text)):
        quiet: list[ast.expr | None] = []
        if isinstance(node, ast.AnnAssign | ast.arg):
            quiet.append(node.annotation)
        elif isinstance(node, ast.FunctionDef | ast.ClassDef):
            quiet += node.decorator_list
            if isinstance(node, ast.FunctionDef):
                quiet.append(node.returns)
        for part in quiet:
            if part is not None:
                end = (part.end_lineno or part.lineno, part.end_col_offset or part.col_offset)
                stretches.append(((part.lineno, part.col_offset), end))
    return stretches


def _copy(folder: Path) -> Path:
    """A copy of what git knows of and of what is new, without the pages."""
    listed = ["git", "ls-files", "-z", "--cached", "--others", "--exclude-standard"]
    names = subprocess.run(listed, cwd=ROOT, capture_output=True, text=True, check=True).stdout.split("\0")
    for name in filter(None, names):
        if not name.startswith("web/") and (ROOT / name).is_file():
            target = folder / name
            target.parent.mkdir(parents=True, exist_ok=True)
            shutil.copy2(ROOT / name, target)
    return folder


def _pytest(folder: Path, words: list[str], timeout: float | None = None) -> int:
    """Exit code of a test run in a copy; of one that did not end, :data:`ENDLESS`."""
    path = os.pathsep.join([str(folder / "core"), str(folder)])
    environment = {
        **os.environ,
        "PYTHONPATH": path,
        "PYTHONDONTWRITEBYTECODE": "1",
        "COVERAGE_FILE": str(folder / ".coverage"),
    }
    command = [sys.executable, "-m", "pytest", "-q", "--no-header", "--tb=no", *words]
    try:
        return subprocess.run(
            command, cwd=folder, env=environment, capture_output=True, timeout=timeout, check=False
        ).returncode
    except subprocess.TimeoutExpired:
        return ENDLESS


@dataclass(frozen=True)
class Reach:
    """Which tests reach a line, and how long each takes."""

    lines: dict[str, dict[int, list[str]]]  # file, line: tests
    seconds: dict[str, float]

    @classmethod
    def learned(cls, folder: Path) -> Reach:
        """Run all tests with coverage told by test; caches are emptied before each, or only the first is seen."""
        timed = folder / "timed.xml"
        words = [
            TESTS,
            "-p",
            "runner.fresh_caches",
            "--cov=core/oakspin",
            "--cov-context=test",
            "--cov-report=",
            f"--junitxml={timed}",
        ]
        if _pytest(folder, words) != 0:
            sys.exit("oak: the tests fail before anything is changed: mend them first (./oak test core).")
        data = CoverageData(str(folder / ".coverage"))
        data.read()
        lines = {
            str(Path(file).relative_to(folder)): {
                line: sorted({test.split("|")[0] for test in tests if test})
                for line, tests in data.contexts_by_lineno(file).items()
            }
            for file in data.measured_files()
        }
        seconds = {}
        for case in ElementTree.parse(timed).iter("testcase"):
            name = case.attrib["classname"].replace(".", "/") + ".py::" + case.attrib["name"]
            seconds[name] = float(case.attrib["time"])
        return cls(lines, seconds)

    def tests(self, mutant: Mutant) -> list[str]:
        """Tests that reach the mutant's line, the quickest first; a line run on import: all of its file."""
        lines = self.lines.get(str(mutant.file), {})
        tests = (
            lines.get(mutant.line)
            or sorted({test for tests in lines.values() for test in tests})
            or sorted(self.seconds)
        )
        return sorted(tests, key=lambda test: self.seconds.get(test, 1.0))


def _tried(mutants: list[Mutant], copies: list[Path], reach: Reach) -> Iterator[dict[str, Any]]:
    """Results in the order drawn; each copy holds one mutant at a time."""
    free: Queue[Path] = Queue()
    for folder in copies:
        free.put(folder)

    def attempt(mutant: Mutant) -> dict[str, Any]:
        tests = reach.tests(mutant)
        folder = free.get()
        target = folder / mutant.file
        before = target.read_text(encoding="utf-8")
        after = mutant.code(before)
        try:
            target.write_text(after, encoding="utf-8")
            takes = sum(reach.seconds.get(test, 1.0) for test in tests)
            code = _pytest(folder, ["-x", *tests], PATIENCE_S + 3 * takes)
        finally:
            target.write_text(before, encoding="utf-8")
            free.put(folder)
        return {**mutant.row(before, after), "noticed": code != 0, "endless": code == ENDLESS, "tests": len(tests)}

    with ThreadPoolExecutor(len(copies)) as pool:
        for number, result in enumerate(pool.map(attempt, mutants), 1):
            if not result["noticed"]:
                print(f"SURVIVES {result['file']}:{result['line']} {result['operator']}", flush=True)
                print(f"  - {result['before']}\n  + {result['after']}", flush=True)
            if number % 10 == 0:
                say(f"{number} of {len(mutants)} tried")
            yield result


def _by_folder(results: list[dict[str, Any]]) -> dict[str, tuple[int, int]]:
    total, lost = Counter[str](), Counter[str]()
    for result in results:
        folder = "/".join(Path(result["file"]).parts[:3])
        total[folder] += 1
        lost[folder] += not result["noticed"]
    return {folder: (lost[folder], total[folder]) for folder in sorted(total)}


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
