"""The shape of the house: the core is pure, and imports go down only."""

import os
import re
import subprocess
import sys
import tomllib
from pathlib import Path

from oakspin.kinds.kinds import KINDS

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "core" / "oakspin"
PATHS = {**os.environ, "PYTHONPATH": os.pathsep.join([str(ROOT / "core"), str(ROOT)])}
# Every folder and module at the top of the core, and of the server: what is new is guarded from the day it is made.
ROOMS = {path.stem for path in CORE.iterdir() if path.suffix == ".py" or (path / "__init__.py").is_file()} - {
    "__init__"
}
APPS = {path.name for path in (ROOT / "server").iterdir() if (path / "models.py").is_file()}
# All but these serve all kinds alike: nothing in them may ask which kind they have before them.
OF_KINDS = {"design", "kinds", "machines"}
TABLES = {"table.py", "kinds.py", "good_motors.py", "request.py"}
CONTRACTS = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["tool"]["importlinter"]["contracts"]


def test_the_core_loads_no_server_no_plots_and_no_field_library() -> None:
    code = "import sys, oakspin; print(*sorted({name.split('.')[0] for name in sys.modules}))"
    run = subprocess.run([sys.executable, "-c", code], cwd=ROOT / "core", capture_output=True, text=True, check=True)
    loaded = set(run.stdout.split())
    assert "oakspin" in loaded
    assert not loaded & {"django", "ninja", "server", "magpylib", "matplotlib", "plotly", "requests"}


def test_import_contracts_hold() -> None:
    linter = Path(sys.executable).with_name("lint-imports")
    run = subprocess.run([str(linter), "--no-cache"], cwd=ROOT, env=PATHS, capture_output=True, text=True, check=False)
    assert run.returncode == 0, run.stdout


def contract(name: str) -> dict[str, list[str]]:
    return next(each for each in CONTRACTS if each["name"] == name)


def floors() -> list[set[str]]:
    """The floors by the contract, the highest first."""
    layers = contract("floors of the core")["layers"]
    return [{room.strip().removeprefix("oakspin.") for room in floor.split("|")} for floor in layers]


def test_every_room_stands_on_a_floor() -> None:
    assert set.union(*floors()) == ROOMS


def test_whatever_uses_a_verdict_reaches_a_kind_through_the_tables_alone() -> None:
    names = [room for floor in floors() for room in floor]
    above = set(names[: names.index("kinds")])
    sources = contract("uses of a verdict reach a kind through the tables alone")["source_modules"]
    assert {source.removeprefix("oakspin.") for source in sources} == {*above, "server"}


def test_server_apps_are_all_alike() -> None:
    for app in sorted(APPS):
        files = {path.name for path in (ROOT / "server" / app).glob("*.py")}
        assert {"__init__.py", "models.py", "schemas.py", "actions.py", "api.py"} <= files, app


def kinds_in_contracts() -> set[str]:
    """Folders that the import contracts forbid by name."""
    text = (ROOT / "pyproject.toml").read_text(encoding="utf-8")
    return set(re.findall(r'"oakspin\.(?:machines|kinds)\.(\w+)"', text)) - {"table"}


def test_the_contracts_name_every_kind_s_folder() -> None:
    folders = {path.name for where in ("machines", "kinds") for path in (CORE / where).iterdir() if (path / "__init__.py").is_file()}  # fmt: skip
    assert kinds_in_contracts() == folders


def test_the_engine_never_asks_for_the_kind() -> None:
    named = [f'"{kind}"' for kind in KINDS]
    rooms = [CORE / name for name in ROOMS - OF_KINDS]
    files = [file for room in rooms for file in (room.rglob("*.py") if room.is_dir() else [room.with_suffix(".py")]) if file.name not in TABLES]  # fmt: skip
    files += [file for where in ("machines", "kinds") for file in (CORE / where).glob("*.py") if file.name not in TABLES]  # fmt: skip
    for file in files:
        text = "\n".join(
            line
            for line in file.read_text(encoding="utf-8").splitlines()
            if not line.lstrip().startswith((">>>", "..."))
        )
        for forbidden in (*named, '.kind == "', "isinstance(design", 'endswith("s")'):
            assert forbidden not in text, f"{file}: {forbidden}"


CLOCK = ("import time", "import datetime", "datetime.now", ".today(", "utcnow")


def test_no_clock_no_network_no_environment_in_the_core() -> None:
    for file in CORE.rglob("*.py"):
        words = file.read_text(encoding="utf-8")
        # A day of the calendar may be told; what day it is may not be asked.
        for forbidden in (*CLOCK, "import os", "import socket", "urllib", "open("):
            assert forbidden not in words, f"{file}: {forbidden}"
