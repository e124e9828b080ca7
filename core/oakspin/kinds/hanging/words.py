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
    "lead_painted": "The lead is painted where it touches: no current gets in.",
    "ring_narrow": (
        "A ring of {ring:g} mm leaves no room for a shank of {shank:g} mm: take wider rings or a thinner nail."
    ),
    "lead_above_stack": "The lead stands at {lead:g} mm, above the {stack:.1f} mm stack: it misses the rim.",
    "lead_short": "The lead is {long:g} mm long: from the top of the cell to the rim it takes {needed:.0f} mm.",
    "flag_strikes": "The flag's edge, {edge:.0f} mm out, strikes the lead, which bows out {bow:.0f} mm at the most.",
    "lead_snatched": "The {lead} is snatched by the magnets and sticks to them: take copper.",
}
ACROSS = (
    "The magnets are magnetized across, not along their axis: "
    "what is pushed on at one side is pushed back at the other."
)


def hanging_words(design: HangingDesign, machine: Machine) -> Words:
    """Words for this very design."""
    return Words(
        contact="the lead",
        alone=True,
        bearing="the point",
        leaves="the point is pulled off and the screw falls",
        closes="Bare metal under the lead, which touches this much of the time at low speed.",
        cancels=ACROSS if design.magnets.magnetized == "across" else "No push without magnets.",
        faint="Weaker than the lightest touch of the lead: more current or stronger magnets are needed.",
        stays="Holds the point against twice its weight and more.",
        causes=CAUSES,
    )


# How it is built.
STEPS = "Goggles for everyone near: a magnet that lets go flies.{fast} Loose hair and sleeves back."
HOW_TO = (
    "From any side, from below and outside. The point holds {held:.1f} times the weight: press sideways, never down."
)
BUILD = "No flick: touch the rim lightly with the lead; it turns {way}, seen {seen}."
SETTINGS = "file a needle point until it no longer pricks a thumb nail"
LAY_OUT = "{pack_name}, {magnets_name}, {material} screw or nail of {length:g} mm, wire for the lead"
TEST_STEEL = (
    "Hold a magnet to it: only steel is drawn. Wipe the point and the cell's terminal clean; rust and dust are a gap."
)
HEADLESS = (
    "Take a plain steel nail, its head cut off and the cut filed flat (an adult's work, goggles on), its point "
    "sharp and "
    "clean. It must cling to a magnet by its cut end."
)
RINGS = " Thread {many} on the shank, {pole} up as well, down to the head: a sandwich."
PUT_ON_MAGNETS = (
    "Put the magnets on the flat of the head, {pole_up} toward the screw, in the middle: turn the screw "
    "between your fingers and push them until they no longer wobble."
)
HANG = "Bring the point up under the cell's {s} terminal until it jumps on. A cell held in a stand frees a hand."
HOLD_LEAD = (
    "Hold one end of the lead on the upper terminal with a finger or tape; bend the other so that it springs "
    "against the rim, {height:g} mm above the lower face."
)
CHECK_HOLDS = "Lift the cell and set it down: the screw stays. Tap it: it stays."
CHECK_WAY = "{pole} of the magnets faces the point, and the point hangs from the {end} terminal."
CHECK_LEAD_TOP = "Both ends of the lead shine; the upper one lies firmly on the terminal."
CHECK_LEAD = "The lead's end springs; it touches the rim, not the screw."
FLAG = "Stick {mass_g:g} g of paper or tape to the shank, {radius:g} mm out, and an equal bit opposite."
LEAD_CAUTION = "The lead gets hot: above {HANDS_OFF_C:.0f} °C, hands off. Take it away after each run."

# What is taught with it.
POINT = "Magnetized across, the magnets are pushed one way on one side and back on the other."
PREDICTIONS = "You turn the magnets over and hang it from the other terminal."
LESSON = (
    "The magnets close the circuit: current runs through the screw and, inside the magnets, between the axis "
    "and the rim."
)
LESSON_CROSSING = (
    "There it crosses the magnets' own field, which runs along the axis, and is pushed sideways: rotor and "
    "magnets turn together."
)
LESSON_EITHER_SIDE = (
    "From whichever side the lead touches, the current's way is between rim and axis: the turning stays the same."
)
LESSON_POINT = (
    "The point is bearing and contact at once: magnetism drawn through the screw holds it, so friction is as "
    "small as the point."
)
PREDICT_MORE_MAGNETS = "More flux passes through the rim; the rotor is heavier, too."
PREDICT_LONGER_SCREW = "Less magnetism reaches its point, and it weighs more; the push at the rim hardly changes."

# numbers
LEAD = "{force:.2g} g · {surface} · {height:g} mm over the lower face"
