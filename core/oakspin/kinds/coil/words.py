"""How a rotating coil's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.machines.coil.shape import CoilMotor, seen_from
from oakspin.machines.machine import Machine
from oakspin.verdict.words import Words

CAUSES = {
    "bare_turns": "The wire is bare: its turns touch and the current passes the coil by. Take enameled wire.",
    "lead_covered": "The {leads} lead is still under its {skin}: no current gets in.",
    "ends_covered": "The {skin} is still on the leads: no current gets in.",
    "shorted": "The metal stand joins both supports: the current runs through it, the cell gets hot.",
    "no_base": "A {cell} is no base for the magnets: put them on the bench.",
    "strikes": "The coil strikes the magnet: {low:.1f} mm too low.",
    "some_strike": "In some builds the coil strikes the magnet.",
    "leads_short": "The leads are too short: they end {missing:.0f} mm before the supports.",
    "coil_too_wide": "The coil is wider than the space between the supports: it rubs on them.",
    "axle_bends": "The coil is too heavy for its thin axle: it sags {sag:.1f} mm and bends for good.",
    "walks_off": "The axle slopes {slope:.0f} mm in 100 and has no stops: it walks off the low side.",
}
ALL_BARE = (
    "Bare all round on both leads: it is pushed on in one half turn and back in the other, and rocks about one angle."
)
WRONG_ANGLE = "Bared at the wrong angle to the coil: as long as current flows, it is braked as much as pushed."


def coil_words(design: CoilMotor, machine: Machine) -> Words:
    """Words for this very design."""
    return Words(
        contact="the leads",
        bearing="the axle",
        leaves="hops out of its supports",
        closes="Bare metal meets the supports; the time current flows.",
        cancels=_cancels(design),
        faint="Weaker than the axle's own friction: more turns, more current or a nearer magnet is needed.",
        stays="Closed loops never let it out." if design.supports.seat == "loop" else "It lies still in its supports.",
        causes=CAUSES,
        seen=f"from the {seen_from(design)} end",
    )


def _cancels(design: CoilMotor) -> str:
    strip = design.strip
    if strip.left.bared == strip.right.bared == "all":
        return ALL_BARE
    if not any(lead.bared == "arcs" for lead in (strip.left, strip.right)):
        return "Over a whole turn the pushes cancel."
    if design.second != "none":
        return "The pushes under and over the axle cancel: turn the upper magnets over."
    return WRONG_ANGLE
