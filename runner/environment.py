"""The checkout's own Python and Node environments: made once, remade when their lists change."""

from __future__ import annotations

import hashlib
import os
import re
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
VENV = ROOT / ".venv"
PYTHON = VENV / ("Scripts/python.exe" if os.name == "nt" else "bin/python")
WEB = ROOT / "web"
UV = "uv==0.13.9"
OLDEST_NODE = 20
NEEDED_MB = 900


class Trouble(Exception):
    """Something the user must mend; its text says what to do."""


def say(text: str) -> None:
    """Show progress; on standard error, so that results on standard output stay clean."""
    print(f"oak: {text}", file=sys.stderr, flush=True)


def run(command: list[str], *, cwd: Path = ROOT, quiet: bool = False, mend: str) -> None:
    """Run a command of a set-up step; its failure tells what to do."""
    result = subprocess.run(command, cwd=cwd, capture_output=quiet, text=True, env=process_environment(), check=False)
    if result.returncode:
        shown = "\n".join((result.stdout + result.stderr).strip().splitlines()[-15:]) if quiet else ""
        raise Trouble(f"{mend}\n{shown}".rstrip())


def process_environment() -> dict[str, str]:
    """Environment of every child: the core and the server are found, nothing else changes."""
    path = os.pathsep.join([str(ROOT / "core"), str(ROOT)])
    return {
        **os.environ,
        "PYTHONPATH": path,
        "DJANGO_SETTINGS_MODULE": "server.settings",
        # Children run in the checkout; a relative folder is meant from where the command was given.
        "OAKSPIN_DATA": str(data_folder()),
    }


def data_folder() -> Path:
    """Where the server keeps its data: data/ in the checkout, or where OAKSPIN_DATA says."""
    return Path(os.environ.get("OAKSPIN_DATA") or ROOT / "data").expanduser().absolute()


def fingerprint(paths: Iterable[Path]) -> str:
    """A digest of files' names and contents; folders count whole."""
    digest = hashlib.sha256()
    for path in paths:
        files = sorted(file for file in path.rglob("*") if file.is_file()) if path.is_dir() else [path]
        for file in files:
            digest.update(str(file.relative_to(ROOT)).encode())
            digest.update(file.read_bytes())
    return digest.hexdigest()


def stale(stamp: Path, mark: str) -> bool:
    """Whether a step must run again: its stamp is missing or of another state."""
    return not stamp.is_file() or stamp.read_text(encoding="utf-8") != mark


def _listed(names: str) -> tuple[Path, Path, str]:
    """The list of packages, the stamp that tells of its installation, and the mark that the stamp should bear."""
    listed = ROOT / "requirements" / f"{names}.txt"
    return listed, VENV / f"oak-{names}.stamp", fingerprint([listed])


def python_environment(names: str = "run") -> None:
    """Make .venv and install the pinned packages of requirements/NAMES.txt."""
    listed, stamp, mark = _listed(names)
    # What the tests need holds all that running needs.
    fresh = not stale(stamp, mark) or (names == "run" and not stale(*_listed("test")[1:]))
    if fresh and PYTHON.is_file() and not _missing(listed):
        return
    _room_on_disk()
    say(
        f"installing Python packages for {'running' if names == 'run' else 'testing'} into .venv (once, about a minute)"
    )
    if not _usable():
        run(
            [sys.executable, "-m", "venv", "--clear", str(VENV)],
            quiet=True,
            mend="No virtual environment: install python3-venv (apt install python3-venv).",
        )
    pip = [str(PYTHON), "-m", "pip", "install", "--quiet", "--disable-pip-version-check", UV]
    run(pip, quiet=True, mend="Packages could not be fetched: connect to the network once, then run this again.")
    install = [
        str(PYTHON),
        "-m",
        "uv",
        "pip",
        "install",
        "--quiet",
        "--python",
        str(PYTHON),
        "--compile-bytecode",  # a start takes half the time
        "--require-hashes",
        "-r",
        str(listed),
    ]
    run(install, quiet=True, mend="Packages could not be installed: connect to the network once, then run this again.")
    stamp.write_text(mark, encoding="utf-8")


def _usable() -> bool:
    """Whether there is a virtual environment of a Python that runs. Raises ``Trouble`` where something else stands."""
    if VENV.is_file() or (VENV.is_dir() and any(VENV.iterdir()) and not (VENV / "pyvenv.cfg").is_file()):
        raise Trouble(f"{VENV} is no virtual environment of Oak Spin: move it away, then run this again.")
    probe = [str(PYTHON), "-c", "import sys, pip; print(sys.version_info >= (3, 11))"]
    try:
        output = subprocess.run(probe, capture_output=True, text=True, check=False, timeout=60).stdout
    except (OSError, subprocess.TimeoutExpired):
        return False
    return output.strip() == "True"


def _missing(listed: Path) -> list[str]:
    """Packages of a list that are not installed, whatever the stamp says; those of other systems do not count."""
    found = {
        _normal(folder.name.split("-")[0])
        for place in ("lib/python*/site-packages", "Lib/site-packages")
        for folder in VENV.glob(f"{place}/*.dist-info")
    }
    wanted = re.findall(r"^([A-Za-z0-9._-]+)==[^;\n]+$", listed.read_text(encoding="utf-8"), re.MULTILINE)
    return [name for name in wanted if _normal(name) not in found]


def _normal(name: str) -> str:
    return re.sub(r"[-_.]+", "-", name).lower()


def node_modules() -> None:
    """Install the pinned packages of web/package-lock.json."""
    stamp = WEB / "node_modules" / "oak.stamp"
    mark = fingerprint([WEB / "package-lock.json"])
    if not stale(stamp, mark):
        return
    _node()
    _room_on_disk()
    say("installing web packages into web/node_modules (once, about a minute)")
    run(
        ["npm", "ci", "--silent"],
        cwd=WEB,
        quiet=True,
        mend="Web packages could not be installed: connect to the network once, then run this again.",
    )
    stamp.write_text(mark, encoding="utf-8")


def built_front_end() -> None:
    """Build web/dist when its sources have changed."""
    stamp = WEB / "dist" / "oak.stamp"
    sources = [WEB / "src", WEB / "public", WEB / "index.html", WEB / "vite.config.ts", WEB / "package-lock.json"]
    mark = fingerprint(path for path in sources if path.exists())
    if not stale(stamp, mark) and _pages_are_whole(WEB / "dist"):
        return
    node_modules()
    say("building the front end")
    run(
        ["npm", "run", "--silent", "build"],
        cwd=WEB,
        quiet=True,
        mend="The front end could not be built; the reason is below.",
    )
    stamp.write_text(mark, encoding="utf-8")


def _pages_are_whole(built: Path) -> bool:
    """Whether every file that the page names is there."""
    page = built / "index.html"
    if not page.is_file():
        return False
    named = re.findall(r'(?:src|href)="/([^"]+)"', page.read_text(encoding="utf-8"))
    return bool(named) and all((built / name).is_file() for name in named)


def _node() -> None:
    node = shutil.which("node")
    if not node or not shutil.which("npm"):
        raise Trouble(
            f"Node {OLDEST_NODE} or newer with npm is needed to build the pages: "
            "install nodejs and npm, then run this again."
        )
    try:
        output = subprocess.run([node, "--version"], capture_output=True, text=True, check=False, timeout=60).stdout
    except (OSError, subprocess.TimeoutExpired):
        output = ""
    version = output.strip()
    if not re.match(r"v\d+\.", version):
        raise Trouble(f"Node at {node} does not run: install nodejs anew, then run this again.")
    if int(version.lstrip("v").split(".")[0]) < OLDEST_NODE:
        raise Trouble(
            f"Node {OLDEST_NODE} or newer is needed, this is {version}: install a newer nodejs, then run this again."
        )


def _room_on_disk() -> None:
    free = shutil.disk_usage(ROOT).free / 1e6
    if free < NEEDED_MB:
        raise Trouble(
            f"Only {free:.0f} MB are free here and about {NEEDED_MB} MB are needed: make room, then run this again."
        )
