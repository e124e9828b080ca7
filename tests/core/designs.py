"""Designs that the tests start from."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from oakspin.design import Design, from_text
from oakspin.design.patch import Setting, patched

DEMO = Path(__file__).resolve().parents[2] / "demo"


def sample(name: str) -> Design:
    """A demonstration of the sample world."""
    return from_text((DEMO / f"{name}.oak.json").read_bytes()).design


LANTERN = sample("lantern")


def changed(design: Design, **fields: Any) -> Design:
    """The design with fields set; a pointer's slashes are written as double underscores."""
    return patched(design, tuple(Setting("/" + name.replace("__", "/"), value) for name, value in fields.items()))


def grade(name: str) -> dict[str, str]:
    """A strength by grade."""
    return {"by": "grade", "grade": name}
