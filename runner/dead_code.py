"""Find what nothing calls: vulture over the program, tests left out; what the API sends is read by the page."""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from runner.environment import ROOT


def sent_names() -> set[str]:
    """Names of all fields that the API sends or takes."""
    schemas = json.loads((ROOT / "docs/api/openapi.json").read_text(encoding="utf-8"))["components"]["schemas"]
    return {name for schema in schemas.values() for name in schema.get("properties", {})}


def main() -> int:
    """Print what is dead; 1 where anything is."""
    with tempfile.TemporaryDirectory() as folder:
        known = Path(folder) / "sent_by_the_api.py"
        known.write_text("".join(f"_.{name}\n" for name in sorted(sent_names())), encoding="utf-8")
        command = [sys.executable, "-m", "vulture", "--config", str(ROOT / "pyproject.toml")]
        paths = ["core/oakspin", "server", "runner", "bench", "package", "oak", str(known)]
        return 1 if subprocess.call([*command, *paths], cwd=ROOT) else 0


if __name__ == "__main__":
    sys.exit(main())
