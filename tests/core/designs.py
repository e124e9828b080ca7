"""Designs that the tests start from."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from oakspin.design import Design, from_text
from oakspin.design.patch import Setting, patched
from oakspin.machines.kinds import KINDS

DEMO = Path(__file__).resolve().parents[2] / "demo"


def sample(name: str) -> Design:
    """A demonstration of the sample world."""
    return from_text((DEMO / f"{name}.oak.json").read_bytes()).design


LANTERN = sample("lantern")
CRADLE, LOBES = KINDS["cradle"].start, KINDS["lobes"].start


def bared(center: float, width: float = 180.0, rest: str = "enamel") -> dict[str, Any]:
    """A lead bared in one arc."""
    return {"bared": "arcs", "arcs": [{"center_deg": center, "width_deg": width}], "rest": rest}


ALL_ROUND: dict[str, Any] = {"bared": "all", "arcs": [], "rest": "enamel"}


def changed(design: Design, **fields: Any) -> Design:
    """The design with fields set; a pointer's slashes are written as double underscores."""
    return patched(design, tuple(Setting("/" + name.replace("__", "/"), value) for name, value in fields.items()))


def grade(name: str) -> dict[str, str]:
    """A strength by grade."""
    return {"by": "grade", "grade": name}
