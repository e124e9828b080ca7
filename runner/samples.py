"""The sample world's designs, by name."""

from __future__ import annotations

from oakspin.design import Design, from_text
from runner.environment import ROOT

DEMO = ROOT / "demo"


def sample(name: str) -> Design:
    """A demonstration of the sample world."""
    return from_text((DEMO / f"{name}.oak.json").read_bytes()).design
