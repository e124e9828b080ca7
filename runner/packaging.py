"""./oak wheel: one installable file with the built pages inside, and the start files beside it."""

from __future__ import annotations

import shutil
from pathlib import Path

from runner.environment import PYTHON, ROOT, Trouble, built_front_end, python_environment, run, say

DIST = ROOT / "dist"
START_FILES = ROOT / "start"


def wheel(words: list[str]) -> int:
    """Build the wheel into dist/, or into the folder that is named."""
    if len(words) > 1:
        raise Trouble(f"./oak wheel takes one folder, not {' '.join(words)}.")
    folder = Path(words[0]).absolute() if words else DIST
    python_environment("test")
    built_front_end()
    built(folder)
    return 0


def built(folder: Path) -> Path:
    """The wheel in a folder, with the start files beside it. The pages must be built."""
    folder.mkdir(parents=True, exist_ok=True)
    for old in folder.glob("oak_spin-*.whl"):
        old.unlink()
    command = [str(PYTHON), "-m", "uv", "build", "--wheel", "--quiet", "--no-build-isolation", "--out-dir", str(folder)]
    run([*command, str(ROOT)], quiet=True, mend="The wheel could not be built; the reason is below.")
    for file in START_FILES.iterdir():
        if file.is_file():
            shutil.copy2(file, folder / file.name)
    made = next(folder.glob("oak_spin-*.whl"))
    say(f"built {made}; give it away with the start files beside it, or install it with: pip install {made.name}")
    return made
