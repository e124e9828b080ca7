"""What the installed program needs: the very list that the checkout runs with."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from hatchling.metadata.plugin.interface import MetadataHookInterface


class RunningNeeds(MetadataHookInterface):
    """Reads requirements/run.in."""

    def update(self, metadata: dict[str, Any]) -> None:
        """Add the dependencies to what the wheel says of itself."""
        lines = (Path(self.root) / "requirements" / "run.in").read_text(encoding="utf-8").split()
        metadata["dependencies"] = lines
        # Whoever has a cluster searches on it: pip install "oak-spin[cluster]".
        metadata["optional-dependencies"] = {"cluster": ["distributed"]}
