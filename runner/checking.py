"""./oak check and ./oak generate: what must be true of the sources."""

from __future__ import annotations

import subprocess
from pathlib import Path

from runner.environment import PYTHON, ROOT, WEB, Trouble, node_modules, process_environment, python_environment, say

PYTHON_SOURCES = ["core", "server", "runner", "bench", "tests", "package", "start", "manage.py", "oak"]
# What ./oak generate writes: the published schemas, the description of the API, and its types.
SCHEMAS = ("docs/design.schema.json", "docs/class.schema.json", "docs/api/openapi.json")
GENERATED = [*(ROOT / name for name in SCHEMAS), WEB / "src/api/generated.ts"]


# What takes a few seconds: run before every commit.
FAST = ("format (Python)", "lint (Python)", "import floors", "format (web)")


def check(words: list[str]) -> int:
    """Run every check, or with --fast those of a few seconds, then say which failed."""
    if words not in ([], ["--fast"]):
        raise Trouble(f"./oak check knows --fast only, not {' '.join(words)}.")
    fast = bool(words)
    python_environment("test")
    node_modules()
    steps = {
        "format (Python)": [str(PYTHON), "-m", "ruff", "format", "--check", "--quiet", *PYTHON_SOURCES],
        "lint (Python)": [str(PYTHON), "-m", "ruff", "check", "--quiet", *PYTHON_SOURCES],
        "types (Python)": [str(PYTHON), "-m", "mypy"],
        "import floors": [str(PYTHON.with_name("lint-imports"))],
        "dead code (Python)": [str(PYTHON), "-m", "runner.dead_code"],
        "migrations": [str(PYTHON), "manage.py", "makemigrations", "--check", "--dry-run", "-v0"],
        "format (web)": ["npm", "run", "--silent", "format:check"],
        "lint (web)": ["npm", "run", "--silent", "lint"],
        "types (web)": ["npm", "run", "--silent", "types"],
        "dead code (web)": ["npm", "run", "--silent", "dead"],
    }
    failed = [name for name, command in steps.items() if not (fast and name not in FAST) and not _passes(name, command)]
    if not fast and not _generated_is_fresh():
        failed.append("generated files (run ./oak generate)")
    say(f"failed: {', '.join(failed)}" if failed else "all checks passed")
    return 1 if failed else 0


def generate(words: list[str]) -> int:
    """Write the published JSON Schema, the OpenAPI file and the TypeScript types."""
    python_environment("test")
    node_modules()
    status = _call([str(PYTHON), "-m", "runner.write_schemas"], ROOT)
    return status or _call(["npm", "run", "--silent", "api"], WEB)


def _passes(name: str, command: list[str]) -> bool:
    cwd = WEB if command[0] == "npm" else ROOT
    result = subprocess.run(command, cwd=cwd, env=process_environment(), capture_output=True, text=True, check=False)
    say(f"{'ok    ' if result.returncode == 0 else 'FAILED'} {name}")
    if result.returncode:
        print(result.stdout + result.stderr)
    return result.returncode == 0


def _generated_is_fresh() -> bool:
    before = [_text(path) for path in GENERATED]
    fresh = generate([]) == 0 and before == [_text(path) for path in GENERATED]
    say(f"{'ok    ' if fresh else 'FAILED'} generated files")
    return fresh


def _text(path: Path) -> str:
    return path.read_text(encoding="utf-8") if path.is_file() else ""


def _call(command: list[str], cwd: Path) -> int:
    result = subprocess.run(command, cwd=cwd, env=process_environment(), capture_output=True, text=True, check=False)
    if result.returncode:
        print(result.stdout + result.stderr)
    return result.returncode
