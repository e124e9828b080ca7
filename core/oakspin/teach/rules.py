"""Three schools of the hand rule, and two of what flows. All give the same direction."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

RuleName = Literal["palm", "three_fingers", "motor"]
Carrier = Literal["current", "electrons"]
CARRIERS: dict[Carrier, str] = {"current": "conventional current", "electrons": "electron flow"}


@dataclass(frozen=True)
class HandRule:
    """A hand rule: which hand for conventional current, and what each part of the hand points along."""

    name: str
    hand: Literal["right", "left"]
    flow: str
    field: str
    force: str


RULES: dict[RuleName, HandRule] = {
    "palm": HandRule("palm rule", "right", "thumb", "fingers", "palm"),
    "three_fingers": HandRule("three-finger rule", "right", "thumb", "first finger", "middle finger"),
    "motor": HandRule("motor rule", "left", "middle finger", "first finger", "thumb"),
}


def hand_for(rule: HandRule, carrier: Carrier) -> Literal["right", "left"]:
    """The hand to use: electrons flow against the current, so they take the other hand."""
    if carrier == "current":
        return rule.hand
    return "left" if rule.hand == "right" else "right"
