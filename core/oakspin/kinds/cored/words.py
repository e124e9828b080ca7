"""How an iron-cored motor's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.cored import CoredDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import Words

CAUSES = {
    "bare_turns": "The wire is bare: its turns touch each other and the iron. Take enameled wire.",
    "ends_covered": "The wire's ends are not stripped: no current gets from the segments into it.",
    "winding_open": "The wire of the {arm} arm is broken, and both arms are one wire: no current passes.",
    "brushes_touch": (
        "The brushes touch each other past the shaft: the current runs through them, the battery gets hot."
    ),
    "corner_strikes": (
        "The winding's corner strikes the magnets: {needed:.1f} mm are needed at the bar's end, {left:g} mm are left."
    ),
    "brushes_wide": "The brushes are so wide that they join both segments all the time.",
}
TIMING = (
    "The commutator turns the current over where it does not help: "
    "set its gaps so that they meet the brushes when the bar points at the magnets."
)
OPPOSED = (
    "The two arms are wound in opposite directions: what one pushes the other holds back. Wind both in one direction."
)
LIKE_POLES = "Like poles face each other: no field crosses the bar. Turn one magnet over."


def cored_words(design: CoredDesign, machine: Machine) -> Words:
    """Words for this very design."""
    return Words(
        contact="the brushes",
        bearing="the bearings",
        leaves="leaves its bearings",
        closes="Brushes on bare segments; current flows this much of the time at low speed.",
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


# How it is built.
STEPS = " Take it in {sittings} sittings of about {minutes:.0f} minutes."
WIND_SECOND_ALIKE = "On the second arm go on in the same direction, seen from the same end of the bar."
WIND_SECOND_OPPOSED = (
    "On the second arm reverse the direction: this design is wound in opposite directions, and will not turn."
)
OTHER_TURNS = " There wind {turns} turns."
FOUR_BRUSHES = (
    " Bend a second pair like them beside the first, side by side along the shaft: each side feeds both of its."
)
SIDE_BY_SIDE = (
    " Cut the wire between the arms and lead both ends of each arm to the segments, so that they lie side by side."
)
COMMUTATOR_OF_FOIL = "Wrap two strips of foil round the shaft, each joined to one end of the wire"
BUILD = (
    "Flick it {way}, seen {seen}. If it stops and comes back, flick it the other way or swap the wires at the brushes."
)
LAY_OUT = (
    "{pack_name}, {magnets_name}{twice}, a {bar} of {length:g} × {diameter:g} mm, a shaft, wire, two springs "
    "of bare wire for brushes"
)
CUT_CORE = (
    "Cut the {bar}, round its edges, fix the shaft square through its middle. Wrap the arms once in paper "
    "tape, so that no edge cuts the enamel."
)
WIND_FIRST = (
    "Leave {SPARE:g} mm. Wind {turns} turns on the first arm, layer on layer, counting aloud; cross the hub. "
    "{same} Leave {SPARE:g} mm and tape the end down.{rest}"
)
BARE_ENDS = "Sand the enamel off the last 30 mm of both ends, all round."
COMMUTATOR_TURN = (
    "{stripped}, {gap:g}° apart at each gap. The marked arm's end of the wire goes to the segment a quarter "
    "turn on from that arm{timing}. Bind both above and below with tape."
)
BEARINGS = (
    "Two supports in line, the shaft of {axle:g} mm free to turn, a drop of oil. Clips or tape keep it from sliding."
)
BRUSHES = (
    "Bend two springs of bare wire so that they lean on the commutator from opposite sides, in line with the "
    "magnets: each {width:g} mm wide, pressing as hard as {force_mN:.3g} g would weigh. Turn by hand: both "
    "cross the gaps together."
)
PLACE_MAGNETS = "Fix them {stand}, {distance:g} mm from the bar, {pole_up}{left} toward the bar."
CONNECT = (
    "One wire from + to the {plus_at} brush, seen from the commutator's end, one from − to the other, a switch in "
    "between. The winding warms: off when nobody watches."
)
HOW_TO = "Hold the same end toward you for both arms; the wire passes over the top the same way."
CHECK_TURNS_FREELY = "Unpowered, it turns freely by finger; near the magnets it snaps to two places half a turn apart."
CHECK_LAMP = "A lamp or a meter between the brushes: current in every place but the gaps."
CHECK_WAY = "{pole}{left} faces the bar{facing}; + goes to the {plus_at} brush."
CHECK_CLEARS = "No wire touches the magnets; the bar clears them all the way round."
CHECK_COMPASS = "Both ends of the bar draw the same end of a compass by turns when the brushes are swapped."
CUT_CAUTION = "Sawing and drilling are an adult's work; clamp the bar, goggles on."
RUN_CAUTION = (
    "A motor held still draws its full current and gets hot: let it go or switch off. Brushes spark: nothing "
    "flammable near."
)
WIRE_ON_SPOOL = "{wire_mass:.0f} g, in one piece from arm to arm; leave it on the spool and cut after winding"

# What is taught with it.
LESSON = "The bar gathers the field: with iron in it the same turns push many times as hard."
POINT = "On the other arm, or half a turn later, the same force acts against this one."
PREDICTIONS = "Wound opposed, one arm makes N where the other makes N, too: the bar is no magnet."
PREDICT_LIKE_POLES = "You turn one magnet over, so that like poles face each other."
PREDICT_LATE_TURNOVER = "Then the current turns over where the push is strongest: half of it helps, half holds back."
PREDICT_WRONG_FLICK = "The push acts against the flick until it stands, then drives it back."
LESSON_BAR = "Current makes the bar a magnet: one arm N, the other S. Each end is drawn to the unlike pole beside it."
LESSON_COMMUTATOR = (
    "When it gets there the commutator turns the current over: what drew it now pushes it on. That happens "
    "twice a turn."
)
FORCES = (
    "Every turn has two sides, and the current runs toward you in one and away from you in the other. The field of the "
    "magnets pushes the two sides opposite ways, and together they turn the bar. Half a turn later the commutator "
    "swaps the current, so that the push keeps its direction."
)
LESSON_SNAPPING = (
    "Iron is drawn by the magnets without any current, too: the bar snaps to two places, and the push must "
    "carry it out of them."
)
LESSON_COUNTER_VOLTS = (
    "A turning winding makes volts against the battery's: at speed it draws far less current than held still."
)

# numbers
WINDING = "{layers} of {per_layer} · {outer:.1f} mm thick · {minutes:.0f} min to wind"
