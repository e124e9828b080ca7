"""The shape of the house: the core is pure, and imports go down only."""

import os
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "core" / "oakspin"
PATHS = {**os.environ, "PYTHONPATH": os.pathsep.join([str(ROOT / "core"), str(ROOT)])}
ENGINE = (
    "motion",
    "verdict",
    "heat.py",
    "fields",
    "parts",
    "draws.py",
    "make",
    "measure",
    "tune",
    "teach",
    "safety.py",
)


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


def test_the_engine_never_asks_for_the_kind() -> None:
    for name in ENGINE:
        place = CORE / name
        for file in place.rglob("*.py") if place.is_dir() else [place]:
            text = file.read_text(encoding="utf-8")
            assert '"frame"' not in text, file
            assert ".kind ==" not in text, file


def test_no_clock_no_network_no_environment_in_the_core() -> None:
    for file in CORE.rglob("*.py"):
        words = file.read_text(encoding="utf-8")
        for forbidden in ("import time", "import os", "import socket", "datetime", "urllib", "open("):
            assert forbidden not in words, f"{file}: {forbidden}"
