"""What each motor of the sample world is there to show."""

from __future__ import annotations

import json
from functools import lru_cache

from server.places import DEMO
from server.shelf.models import Demonstration

LOADED = "sample"  # the change by which a sample came to the shelf


def shows(demonstration: Demonstration) -> str:
    """One line on a sample as it was loaded; empty for a motor of the user's own, and for a sample that was changed."""
    head = demonstration.head
    return _lines().get(head.title, "") if head and head.change == LOADED else ""


@lru_cache(maxsize=1)
def _lines() -> dict[str, str]:
    return dict(json.loads((DEMO / "shows.json").read_text(encoding="utf-8")))
