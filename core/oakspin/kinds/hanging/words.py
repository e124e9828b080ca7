"""How a hanging rotor's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.hanging import HangingDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import Words

CAUSES = {
    "no_terminals": "A rotor hangs from a round cell with a terminal at each end; a {cell} has none.",
    "no_magnets": "Without magnets under its head the screw does not hang.",
    "screw_not_steel": "No magnet draws {metal}: the screw does not hang. Take a steel one.",
    "no_can": "A {cell} has no steel can that draws the point: it does not hang.",
    "falls": "Too heavy for the magnetism at its point: it falls off.",
    "magnet_no_metal": "{material} does not conduct: the lead finds no current on its rim.",
    "magnet_coated": "The magnets' {coat} coat does not conduct: the lead finds no current on it.",
    "ends_covered": "The lead's ends are not stripped: no current gets in.",
    "lead_above_stack": "The lead stands at {lead:g} mm, above the {stack:.1f} mm stack: it misses the rim.",
    "lead_snatched": "The steel lead is snatched by the magnets and sticks to them: take copper.",
}
ACROSS = (
    "The magnets are magnetized across, not along their axis: "
    "what is pushed on at one side is pushed back at the other."
)


def hanging_words(design: HangingDesign, machine: Machine) -> Words:
    """Words for this very design."""
    return Words(
        contact="the lead",
        bearing="the point",
        leaves="the point is pulled off and the screw falls",
        closes="Bare metal under the lead; the time it touches.",
        cancels=ACROSS if design.magnets.magnetized == "across" else "No push without magnets.",
        faint="Weaker than the lightest touch of the lead: more current or stronger magnets are needed.",
        stays="Holds the point against twice its weight and more.",
        causes=CAUSES,
    )
