"""How a frame motor's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import Words

CAUSES = {
    "no_cell_to_stand_on": "A frame stands on a round cell with a terminal at each end; a {cell} has none to stand on.",
    "ends_covered": "The {skin} is still on the wire's ends: no current gets in.",
    "magnet_no_metal": "{material} does not conduct: the feet find no current on the magnet.",
    "magnet_coated": "The magnet's {coat} coat does not conduct: the feet find no current on it.",
    "feet_above_stack": "The feet stand at {foot:.1f} mm, above the {stack:.1f} mm stack: they brush the cell's side.",
    "leg_in_cell": "A leg runs {deep:.1f} mm into the {body} at {height:.0f} mm above the bench: it rubs.",
    "legs_under_bench": "The legs reach {deep:.1f} mm below the bench: this frame was bent for a taller cell.",
    "legs_limp": "The {what} is too thin: the legs do not keep their shape.",
    "decoration_strikes": "What is on the battery reaches {edge:.0f} mm out and strikes the legs at {legs:.0f} mm.",
    "top_heavy": "The center of mass is {above:.1f} mm above the tip: the frame tips over.",
}


HELD = "The frame is held, so battery and magnets are pushed the other way: they turn"


def frame_words(design: FrameDesign, machine: Machine) -> Words:
    """Words for this very design."""
    feet = design.feet.type == "points"
    battery = design.turns == "battery"
    pushed = "The pushes on the legs cancel at every angle"
    if design.outline.legs == 1:
        pushed = "Pushed one way in half the turn and back in the other"
    return Words(
        mover="The battery" if battery else "",
        springs=" Legs that spring leave the rim: it thumps on a hard bench.",
        contact="the feet" if feet else "the parts of the ring",
        bearing="the point under the magnets" if battery else "the tip",
        leaves="walks off its point" if battery else "leaves the top of the battery",
        closes=FEET_MEET if feet else RING_MEETS,
        cancels=f"{pushed}: the magnets are magnetized across, not along their axis.",
        together=HELD if battery else "All round the axis such forces turn it",
        faint="Weaker than the lightest touch of the feet: more current or a stronger magnet is needed.",
        stays="Held between the point below and the tip above." if battery else "It stands still on the battery.",
        causes=CAUSES,
    )


# How it is built.
BARE = "{BARED_FOOT:g} mm at each foot and {BARED_TIP:g} mm at the point, all round"
BARE_RING = (
    "the whole ring and its twisted ends, {BARED_FOOT:g} mm at the end of each leg that hangs on it, and "
    "{BARED_TIP:g} mm at the point, all round"
)
BARE_CROSSING = "; where pieces are twisted together at the point, all of them"
SHAPE_LEGS = (
    "Wind {turns:g} turns on a former of {value:g} mm, slide it off, bend its top end in to the axis for the point."
)
FEET_TOUCH = (
    "Bend the {what} {height:g} mm above {level}, until {it} just {touch} the rim all round, never gripping. Cut the "
    "tails off."
)
FEET = (
    "Bend the {what} {height:g} mm above {level}, to a clearance of {value:g} mm, {sheets} of paper: close, never "
    "gripping. Cut the tails off."
)
STACK = "Stack the {many}, {pole}. Stand the battery square on their middle, {terminal_up} up."
STAND_ON_POINT = (
    "Set a round-headed tack or the ball of a pen upright in the bench. Stand the magnets with the battery on its tip, "
    "right in the middle of their lower face, and hold it upright until the frame's point stands on its top."
)
HOLD_FRAME = (
    "Clamp the frame so that it cannot turn: its point {seat}, its feet at their clearance all round. Cell and magnets "
    "must turn freely under it. Take it off again at once."
)
CUT_STRIP = "Cut {pieces} from {sheet}, {width:g} mm wide. Round the corners; fold each end of foil double."
CHECKS_HELD = "The frame stands fast; cell and magnets, turned by a finger, go on for a turn or two."
CUP_SEAT = "in the cup: a magnet of {diameter:g} × {thickness:g} mm, {pole} up, with a washer on it"
BUILD_HELD = "No flick: cell and magnets start by themselves. If they only tremble, turn them on with a finger."
SET_ON = "Set the point {seat}. Move the legs in or out until the frame hangs level. Take it off again at once."
DECORATE_CELL = "Fix {mass_g:g} g evenly round the battery, {radius:g} mm from the axis, clear of the feet."
DECORATE = "Hang {mass_g:g} g evenly round the axis, {radius:g} mm from it; balance again."
CHECKS = "The ring clears the rim all the way round and never grips it."
SHAPE_LEGS_AT_POINT = (
    "Fold each piece at its middle for the point. Bend it along the outline on the template, from the point "
    "outward, both sides alike."
)
JOIN = "Lay the pieces crosswise, points together, and twist a short end round them."
JOIN_RING = (
    " Bend the ring round a former of {inner:.1f} mm and twist its ends. Hook the legs on evenly and wind each end "
    "twice round the ring, bare metal on bare metal, tight."
)
CHECK_FEET_TOUCH = "The feet touch the rim lightly all the way round and never grip it."
CHECK_RING_TOUCHES = "The ring touches the rim lightly all the way round and never grips it."
CHECK_JOINTS = "Each joint holds when it is tugged, and shines where wire lies on wire."
CHECK_FEET_CLEAR = "The feet clear the rim all the way round and never grip it."
FEET_MEET = "Bare metal at the feet, which touch this much of the time at low speed."
RING_MEETS = "Bare metal at the ring, which touches this much of the time at low speed."
CHECK_LEVEL = "The frame hangs level and the point sits in the middle."
CHECK_SEAT_HELD = "The point sits in the middle of the top."
CHECK_WAY = "{pole} is up on the {many}; the battery stands square on their middle, {terminal_up} up."
CHECK_SHINES = "Where the wire is to touch, it shines like new metal."
CHECK_MEETS = " {It} {meet} the magnets, not the battery."
CHECK_POINT = "The tack's tip is under the middle of the magnets."
CHECK_POWER_OFF = "Slip a strip of paper between magnets and battery, so that no current flows while you check."
CHECK_BALANCE = "Flicked, it turns a few times and comes to rest anywhere, not always the same way."
BUILD = "No flick: it starts by itself. If it only trembles, help it along the way it wants to turn."
SET_ON_CAUTION = "Never strike, drill or solder a cell. The wire warms at once."

# What is taught with it.
STRONGEST_POINT = "on the right leg close to the foot, {height:.1f} mm above the bench"
STRONGEST_POINT_ACROSS = "Magnetized across, the magnets push one way on one side and back on the other."
PREDICTIONS = "Less flux passes through the circle of the feet there than at mid height."
PREDICT_WIDER_OUTLINE = (
    "The push depends on the place of the foot alone; a wider frame only meets more air and gets going more slowly."
)
LESSON = "Current runs from the battery's + through the wire to − and closes through the magnets."
LESSON_FIELD = "Round the magnets the field comes out of N and goes back in at S."
LESSON_PUSH = "Wire that carries current across a field is pushed sideways: that turns the frame."
LESSON_FOOT_PLACE = (
    "For magnets like these only the place of the foot matters for the push, not the outline of the frame."
)

# numbers
CONTACTS = "{PRESSURE_WORD}, {force:.2g} g · {surface} · gap {gap:g} mm"
