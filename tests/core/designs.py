"""Designs that the tests start from."""

from __future__ import annotations

from typing import Any

from oakspin.design import Design
from oakspin.design.patch import Setting, patched
from oakspin.kinds.kinds import KINDS
from runner.samples import DEMO, sample

__all__ = ["ALL_ROUND", "CRADLE", "DEMO", "LANTERN", "LOBES", "bared", "changed", "grade", "sample"]

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
