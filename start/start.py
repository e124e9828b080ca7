"""Starts Oak Spin from what lies beside this file: the wheel that was saved with it, else the checkout above it.

Needs Python 3.11 and the standard library alone.
"""

from __future__ import annotations

import os
import subprocess
import sys
from pathlib import Path

HERE = Path(__file__).resolve().parent


def main() -> int:
    """Install what is missing, start, and return the exit status; what hinders is told in words."""
    wheels = sorted(HERE.glob("oak_spin-*.whl"), key=lambda path: path.stat().st_mtime)
    if wheels:
        return _from_wheel(wheels[-1])
    checkout = HERE.parent
    if (checkout / "oak").is_file():
        return subprocess.call([sys.executable, str(checkout / "oak"), "start", "--open", *sys.argv[1:]])
    print(f"There is no oak_spin-…-py3-none-any.whl in {HERE}. Save it there, beside this file, and start again.")
    return 1


def _from_wheel(wheel: Path) -> int:
    home = Path(os.environ.get("OAKSPIN_PROGRAM") or _own_folder())
    python = home / ("Scripts/python.exe" if os.name == "nt" else "bin/python")
    stamp = home / "installed"
    mark = f"{wheel.name} {wheel.stat().st_size} {sys.version_info[:2]}"
    if not python.is_file() or not stamp.is_file() or stamp.read_text(encoding="utf-8") != mark:
        print("Setting Oak Spin up (once, about a minute, with the network) …", flush=True)
        if subprocess.call([sys.executable, "-m", "venv", "--clear", str(home)]):
            print("Python lacks its module venv: install python3-venv, then start Oak Spin again.")
            return 1
        install = [str(python), "-m", "pip", "install", "--quiet", "--disable-pip-version-check", str(wheel)]
        if subprocess.call(install):
            print("What Oak Spin needs could not be fetched: connect to the network, then start it again.")
            return 1
        stamp.write_text(mark, encoding="utf-8")
    return subprocess.call([str(python), "-m", "oak_spin", *sys.argv[1:]])


def _own_folder() -> Path:
    if os.name == "nt":
        return Path(os.environ.get("LOCALAPPDATA", Path.home() / "AppData" / "Local")) / "Oak Spin program"
    if sys.platform == "darwin":
        return Path.home() / "Library" / "Application Support" / "Oak Spin program"
    return Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share") / "oak-spin-program"


if __name__ == "__main__":
    try:
        sys.exit(main())
    except KeyboardInterrupt:
        sys.exit(0)
