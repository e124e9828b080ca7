"""Cautions that always hold, with this design's own numbers. School rules come first."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.constants import HANDS_OFF_C
from oakspin.design import Design
from oakspin.draws import MEDIAN, median
from oakspin.errors import Refusal
from oakspin.machines.table import machine_of
from oakspin.parts.magnet import keep_away
from oakspin.rounding import rounded

NEARLY = 3.0  # times the battery's own ohms, up to which what is joined to it is nearly a short circuit
SHORT = "This is nearly a short circuit."
# Each: id, title, and text with places for the magnets counted, the distance to keep and the hands-off temperature.
CAUTIONS = (
    (
        "school",
        "Your school's rules come first",
        "Follow your school's rules and local codes wherever they ask for more than this sheet. "
        "Anything beyond them is for a responsible or licensed person to decide.",
    ),
    (
        "swallowing",
        "Swallowed magnets injure",
        "Two swallowed magnets can pierce the gut. Count them ({count}) out and in, aloud; "
        "if one is missing or swallowed, get medical help at once.",
    ),
    (
        "implants",
        "Keep magnets away",
        "Keep these magnets at least {cm:.0f} cm from pacemakers and other implants, cards, phones and disks: "
        "there the field falls below 0.5 mT.",
    ),
    (
        "pinching",
        "Magnets pinch and splinter",
        "Slide them together and apart; never let them snap. Wear goggles when you handle strong ones.",
    ),
    (
        "heat",
        "Hot wire and cell",
        "{draws} Keep to the time on the card, disconnect it after each run, and let it cool: hands off above "
        "{hot:.0f} °C.",
    ),
    (
        "cells",
        "Cells",
        "No lithium-ion or unprotected rechargeable packs. Never strike, drill or solder a cell; "
        "do not leave the motor assembled; recycle used cells.",
    ),
    ("sparks", "Sparks", "Contacts spark: keep anything that burns away, and paper off hot wire."),
    (
        "tools",
        "Knives and hot tools",
        "Cutting with knives and anything hot is an adult's work. Mains power is never used.",
    ),
)


@dataclass(frozen=True)
class Caution:
    """One danger and what to do about it."""

    id: str
    title: str
    text: str


def nearly_short(design: Design) -> bool:
    """Whether what is joined to the battery has hardly more ohms than the battery itself."""
    try:
        machine = machine_of(design, MEDIAN)
    except Refusal:
        return True
    inside, whole = median(machine.pack.ohms_at(machine.pack.used)), median(machine.total_ohms)
    return bool(machine.short_ohms) or whole - inside <= NEARLY * inside


def _draws(design: Design) -> str:
    """How much current flows, where that is a danger of its own: through ohms like the battery's, or held still."""
    if nearly_short(design):
        return SHORT
    machine = machine_of(design, MEDIAN)
    whole = median(machine.total_ohms)
    amperes = min(median(machine.pack.volts_at(machine.pack.used)) / whole, float(np.min(machine.pack.limit)))
    return f"Held still it draws about {rounded(amperes, 2)} A, more than while it runs, and warms."


def cautions_of(design: Design) -> tuple[Caution, ...]:
    """Every caution for a design, the gravest first."""
    known = {
        "cm": max(keep_away(stack) for stack in design.stacks) * 100,
        "count": sum(stack.count for stack in design.stacks),
        "hot": HANDS_OFF_C,
        "draws": _draws(design),
    }
    return tuple(Caution(id_, title, text.format(**known)) for id_, title, text in CAUTIONS)
