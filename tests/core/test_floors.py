"""The shape of the house: the core is pure, and imports go down only."""

import os
import re
import subprocess
import sys
from pathlib import Path

from oakspin.kinds.kinds import KINDS

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "core" / "oakspin"
PATHS = {**os.environ, "PYTHONPATH": os.pathsep.join([str(ROOT / "core"), str(ROOT)])}
# Everything that serves all kinds alike: nothing in it may ask which kind it has before it.
ENGINE = ("motion", "verdict", "heat.py", "fields", "parts", "draws.py", "make", "measure", "tune", "teach", "advice", "safety.py", "report.py", "diagnose", "learn", "drawer", "classroom", "practice", "instruments", "warmups", "rig")  # fmt: skip
TABLES = {"table.py", "kinds.py"}


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


def kinds_in_contracts() -> set[str]:
    """Folders that the import contracts forbid by name."""
    text = (ROOT / "pyproject.toml").read_text(encoding="utf-8")
    return set(re.findall(r'"oakspin\.(?:machines|kinds)\.(\w+)"', text)) - {"table"}


def test_the_contracts_name_every_kind_s_folder() -> None:
    folders = {path.name for where in ("machines", "kinds") for path in (CORE / where).iterdir() if (path / "__init__.py").is_file()}  # fmt: skip
    assert kinds_in_contracts() == folders


def test_the_engine_never_asks_for_the_kind() -> None:
    named = [f'"{kind}"' for kind in KINDS]
    files = [file for name in ENGINE for file in ([CORE / name] if name.endswith(".py") else (CORE / name).rglob("*.py"))]  # fmt: skip
    files += [file for where in ("machines", "kinds") for file in (CORE / where).glob("*.py") if file.name not in TABLES]  # fmt: skip
    for file in files:
        text = "\n".join(line for line in file.read_text(encoding="utf-8").splitlines() if ">>>" not in line)
        for forbidden in (*named, ".kind ==", "isinstance(design", 'endswith("s")'):
            assert forbidden not in text, f"{file}: {forbidden}"


CLOCK = ("import time", "import datetime", "datetime.now", ".today(", "utcnow")


def test_no_clock_no_network_no_environment_in_the_core() -> None:
    for file in CORE.rglob("*.py"):
        words = file.read_text(encoding="utf-8")
        # A day of the calendar may be told; what day it is may not be asked.
        for forbidden in (*CLOCK, "import os", "import socket", "urllib", "open("):
            assert forbidden not in words, f"{file}: {forbidden}"
