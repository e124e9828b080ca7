"""How an iron-cored motor's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import Words

CAUSES = {
    "bare_turns": "The wire is bare: its turns touch each other and the iron. Take enameled wire.",
    "ends_covered": "The wire's ends are not stripped: no current gets from the segments into it.",
    "corner_strikes": (
        "The winding's corner strikes the magnets: {needed:.1f} mm are needed at the bar's end, {left:g} mm are left."
    ),
    "brushes_wide": "The brushes are so wide that they join both segments all the time.",
}
TIMING = (
    "The commutator turns the current over where it does not help: "
    "set its gaps so that they meet the brushes when the bar points at the magnets."
)
OPPOSED = "The two arms are wound in opposite senses: what one pushes the other holds back. Wind both in one sense."
LIKE_POLES = "Like poles face each other: no field crosses the bar. Turn one magnet over."


def cored_words(design: CoredDesign, machine: Machine) -> Words:
    """Words for this very design."""
    return Words(
        contact="the brushes",
        bearing="the bearings",
        leaves="leaves its bearings",
        closes="Brushes on bare segments; the time current flows.",
        cancels=_cancels(design, links_nothing=not machine.coupling.any()),
        faint="Weaker than the lightest brushes: more turns, more volts or nearer magnets are needed.",
        stays="The shaft lies in closed bearings.",
        causes=CAUSES,
    )


def _cancels(design: CoredDesign, links_nothing: bool) -> str:
    if links_nothing and design.winding.sense == "opposed":
        return OPPOSED
    if links_nothing or (design.gap.stacks == 2 and design.gap.facing == "like"):
        return LIKE_POLES
    return TIMING
