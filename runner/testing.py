"""The commands of ./oak that test, measure, and print what the core says of files and designs."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
from pathlib import Path

from runner.environment import (
    PYTHON,
    ROOT,
    WEB,
    Trouble,
    built_front_end,
    node_modules,
    process_environment,
    python_environment,
    run,
    say,
)

PARTS = ("core", "server", "web", "browser")
CHROMIUM = "/usr/bin/chromium"


def test(words: list[str]) -> int:
    """Run all tests, or one part of them; ``--long`` adds what is slow and statistical; further words go to pytest."""
    if "--long" in words:
        words = [word for word in words if word != "--long"]
        os.environ["OAK_LONG"] = "1"
    part = words[0] if words and words[0] in PARTS else None
    extra = words[1:] if part else words
    python_environment("test")
    if part in (None, "browser", "server"):
        built_front_end()
    if part in (None, "browser"):
        chromium()
    status = 0
    if part in (None, "web"):
        node_modules()
        status = subprocess.call(["npm", "run", "--silent", "test"], cwd=WEB)
    for folder in [name for name in PARTS if name != "web" and part in (None, name)]:
        status = _python("-m", "pytest", f"tests/{folder}", *IN_PARALLEL.get(folder, ()), *extra) or status
    return status


CORES = str(max(1, min(os.cpu_count() or 1, 4)))
IN_PARALLEL = {
    "core": ("-n", CORES, "--dist", "worksteal"),
    "server": ("-n", CORES, "--dist", "loadfile"),
    "browser": ("-n", CORES, "--dist", "loadfile"),
}

# How much of each is done in an attack, which takes about half an hour; ./oak test does a little of each.
ATTACK = {
    "OAK_ATTACK_SYSTEMATIC": "5000",
    "OAK_ATTACK_RANDOM": "150",
    "OAK_ATTACK_WORKFLOWS": "300",
    "OAK_ATTACK_KILLS": "100",
}


def attack(words: list[str]) -> int:
    """Attack a server for long: requests of every sort, hostile files, kills at random moments."""
    python_environment("test")
    built_front_end()
    os.environ.update(ATTACK)
    files = [f"tests/server/test_{name}.py" for name in ("contract", "crash", "hostile", "jobs")]
    return _python("-m", "pytest", *files, "-n", CORES, "--dist", "loadfile", *words)


def bench(words: list[str]) -> int:
    """Run the benchmarks; they print ratios measured in one run."""
    python_environment("test")
    built_front_end()
    chromium()
    return _python("-m", "bench", *words)


def mutate(words: list[str]) -> int:
    """Change places of the core at random, and count the changes that no test notices."""
    python_environment("test")
    return _python("-m", "runner.mutating", *words)


def pictures(words: list[str]) -> int:
    """Take the pictures of docs/screenshots anew."""
    python_environment("test")
    built_front_end()
    chromium()
    return _python("-m", "runner.pictures", *words)


def evaluate(words: list[str]) -> int:
    """Print the verdict on a design file."""
    python_environment("run")
    return _python("-m", "runner.evaluate_file", *words, cwd=None)  # file names are relative to where the user is


def learn(words: list[str]) -> int:
    """Print the verdict on a design file after what trials taught."""
    python_environment("run")
    return _python("-m", "runner.learn_file", *words, cwd=None)


def diagnose(words: list[str]) -> int:
    """Print what may be wrong with a motor on the bench, by what is seen of it."""
    python_environment("run")
    return _python("-m", "runner.diagnose_file", *words, cwd=None)


def search(words: list[str]) -> int:
    """Print what can be built from the parts of a Drawer."""
    python_environment("run")
    return _python("-m", "runner.search_file", *words, cwd=None)


def forecast(words: list[str]) -> int:
    """Print how the lesson of a class will go."""
    python_environment("run")
    return _python("-m", "runner.forecast_file", *words, cwd=None)


def rig(words: list[str]) -> int:
    """Run a simulated motor: lines on a pseudo terminal, or trials as a table."""
    python_environment("run")
    return _python("-m", "runner.rig_file", *words, cwd=None)


def sentences(words: list[str]) -> int:
    """Print what is said of many designs, side by side."""
    python_environment("run")
    return _python("-m", "runner.sentences", *words)


def texts(words: list[str]) -> int:
    """Print every text of the app: that of the pages by screen, then what is said of many designs."""
    python_environment("run")
    node_modules()
    subprocess.call(["node", "scripts/texts.mjs"], cwd=WEB)
    return _python("-m", "runner.sentences", *words)


def chromium() -> None:
    """Make sure of Debian's Chromium: install it when allowed, else say how."""
    if os.path.exists(CHROMIUM):
        return
    command = "apt-get install -y chromium"
    may = hasattr(os, "geteuid") and os.geteuid() == 0 and shutil.which("apt-get")
    if not may:
        raise Trouble(f"The browser tests need Chromium: run  sudo {command}  and then this again.")
    say("installing Chromium (once, about a minute)")
    mend = f"Chromium could not be installed: run  {command}  and then this again."
    run(["apt-get", "update", "-qq"], quiet=True, mend=mend)
    run(command.split(), quiet=True, mend=mend)


def _python(*words: str, cwd: Path | None = ROOT) -> int:
    sys.stdout.flush()
    return subprocess.call([str(PYTHON), *words], cwd=cwd, env=process_environment())
