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
    "too_stiff": "The wire is too stiff for fingers to wind on a former of {former:.0f} mm: take a thinner gauge.",
    "no_shape": "The leads are so thin that putting the coil in bends them: it keeps no shape.",
    "ring_narrow": "The ring is {wide:.1f} mm too narrow for the coil as it turns: it strikes it.",
    "magnets_wide": (
        "The magnets are {over:.0f} mm wider than the space between the supports: set these more than "
        "{apart:.0f} mm apart."
    ),
    "lead_on_ring": "The leads rub on the ring: raise the coil.",
    "axle_thick": "The coil does not go round the {axle} of {wide:.0f} × {long:.0f} mm: wind a larger one.",
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
        closes="Bare metal meets the supports; current flows this much of the time at low speed.",
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
        if design.magnets_on == "beside":
            return "The pushes on both sides of the axle cancel: turn the opposite magnets over."
        return "The pushes under and over the axle cancel: turn the upper magnets over."
    return WRONG_ANGLE


# How it is built.
LAY_OUT = "{pack_name}, {magnets_name}{twice}, wire, two supports ({name})"
CUT = "Cut {length:g} mm. Draw it once through a folded cloth to take out kinks."
WIND = (
    "Leave {length:g} mm for the first lead. Wind {turns} {turns_2} on {what}, side by side, counting aloud, "
    "all in one direction. Slide it off and pinch it."
)
PART = (
    "Part the bundle into two halves of {half} turns. Open them like a book to {opening:g}°; the back of the "
    "book is the axle."
)
TIE = (
    "Wind each lead three times round the bundle, at two exactly opposite places, and pull tight: so the coil"
    " holds its shape."
)
TAILS = (
    "Bend both leads straight out in one line through the coil's middle, {length:g} mm each. Roll the axle "
    "between your fingers: it must not wobble. Cut the rest off."
)
SUPPORTS = (
    "Make two alike: {seat}. Fix them {spacing:g} mm apart to the heights on the template, level by eye over "
    "a ruler. Join one to + and one to −; + feeds the {plus_at} one, but leave one clip off."
)
SUPPORTS_CAUTION = (
    "The two must not touch, nor a metal stand join them: that is a short circuit, the cell gets hot at once."
    " Points of pins: an adult bends them."
)
PLACE = "Put the magnets {under}, {pole}. Hang the coil in, set the gap to {gap:g} mm."
PLACE_NEXT = (
    "Stand the magnets beside the coil, {pole}, their middle as high as the axle; prop them with clay. Hang the "
    "coil in, "
    "set the gap to {gap:g} mm."
)
PLACE_AROUND = (
    "Lay the ring on {under}, {pole}, the supports on both sides of it. Hang the coil in so that it dips into "
    "the hole, "
    "its axle {gap:g} mm above the ring."
)
AXLE = (
    "Slide the coil over the {name} and tie it on with thread. Push each lead into the middle of an end, straight and "
    "in line: they are the axle. Roll it between your fingers: it must not wobble."
)
PLACE_OTHER_SIDE = " Stand the second stack on the other side at the same distance, {turned}."
FLICK = (
    "Flick it {way}, seen {seen}, as hard as a finger can. If it stops and comes back, flick it the other "
    "way: magnets or leads are the other way round."
)
SCRAPING = "The {name} lead seen from the {seen_from} end, the coil held {pose_words}, at the edge of the board."
TIE_ON_BOOK = "Wind each lead three times round the back of the book, one at each end, and pull tight."
TAILS_STOPS = " Bend a small stop, or slide a bead on, where the lead leaves the support."
BARE = (
    "Find the face from which the wire, followed from the left lead, runs counterclockwise; hold the coil "
    "upright with this face to the {looks} and mark the side that is up"
)
BARE_LOBES = (
    "Hold the coil level with {how}, and mark the upper lobe. Follow the wire from the left lead along the outer side "
    "of a lobe: it should run toward the {seen_from} end. If it runs the other way, turn the magnets over when you "
    "place them"
)
PLACE_ABOVE = " Hold the second stack above the coil at the same distance on a bridge, {the_same_pole_up}."
FAN = "Fix {mass_g:g} g of paper evenly round the shaft, {radius:g} mm from it; balance again."
CHECK_TURNS = "Your tally says {turns}, all one way, and the coil keeps its shape."
CHECK_WAY = "{pole} of the magnets is {way}; + goes to the {plus_at} support."
CHECKS = "The supports do not touch each other, nor does metal join them."
CHECK_CLEARS = "The axle lies level and the coil clears the magnet all the way round."
CHECK_RESTS_ANYWHERE = (
    "Power off, it comes to rest anywhere, or nearly: else bend it until it does, or note which way it rests."
)
RESTS = "Bend it so that it rests with its marked side {how}"
CHECK_RESTS_MARKED = "Power off, it comes to rest with its marked side {how}: if not, bend the coil until it does."
CHECK_LEADS_COIL = "Look at the leads end-on: shiny metal lies in both supports only while the coil {pose}, one way up."
CHECK_LEADS_LOBES = "Look at the leads end-on: shiny metal lies in both supports whenever a lobe points to the magnets."
BARE_ALL_ROUND = "{name} lead: bare it all round, until it shines like new metal"
TEMPLATE = "strip gauge, {name} lead, 10 times its girth: bare {width:g}°"
BARE_OTHER_ARC = ", then turn the coil half round and do the other {width:g}°"
BARE_BUT_TOP = (
    "{name} lead: bare it all round, hold the coil {pose_words}, keep {reach} on top free and paint the rest "
    "twice with a permanent marker"
)
BARE_ARC = (
    "{name} lead: hold the coil {pose_words}, the lead flat on a board, and take the enamel off {reach} on top{again}"
)

# What is taught with it.
LOWEST_POINT = "No current flows while the coil {pose}, where the push would be strongest."
PREDICTIONS = "You bring a second, equal magnet above the coil, the same pole up."
LOWEST_POINT_UNSWITCHED = "Current flows all the way round: half a turn later the same push brakes."
LOWEST_POINT_PLACE = "along the axle, at the wire nearest to the magnet, {axle:.1f} mm above the bench"
PREDICT_MAGNETS_AND_FLICK = "You turn the magnets over and flick it the other way."
PREDICT_OTHER_FLICK = "The push acts against the flick until it stands, then drives it back the good way."
PREDICT_SCRAPE_REST = "You scrape off the rest of the enamel, all round both leads."
PREDICT_SCRAPE_REST_WHY = "With current all the time, what pushes on in one half turn brakes in the other."
PREDICT_DOUBLE_TURNS = (
    "Twice the turns pass the same field, but their longer wire lets less current through and is heavier."
)
LESSON = (
    "Current runs from one support through the coil to the other; over the magnet the wire crosses the field "
    "and is pushed sideways."
)
LESSON_HALF_TURN = (
    "Half a turn later that wire is on top and its neighbor below carries the current the other way: with "
    "current all the time, the second push would undo the first."
)
POLES = (
    "With current in it the coil is a flat magnet: one face is its N, the other its S. The magnet draws the unlike "
    "face to it and pushes the like one away, so the coil turns. Just before the unlike face arrives the current must "
    "stop, or the coil would be held there."
)
LESSON_ENAMEL = (
    "So part of the enamel stays: bare metal lies in the support only while the push helps. That gives "
    "{parts}, and the coil coasts through the rest."
)
LESSON_RING = (
    "The ring round the shaft shows it: wide outward where it is pushed on, inward where it is braked, a thin"
    " line where no current flows."
)
PREDICT_THICKER_WIRE = "It lets more current through, but weighs more and runs on a thicker axle."
PREDICT_SECOND_COIL = "The upper wire crosses its field, too, and is pushed the other way: both turn the coil alike."
PREDICT_SECOND_LOBE = (
    "The upper lobe crosses its field, too, and is pushed the same way as the lower one: over the axle that "
    "turns it back."
)

# What can be changed.
LEADS = "Bare the {name} lead anew, {by:g}° {way}: bare while the coil {pose}"

# numbers
LOBES = "2 × {turns} turns, {along:g} × {reach:g} mm, open {opening:g}°"
WOUND_FIGURE = "{gap} · bundle {bundle:.1f} mm · {max} min to wind · {holds}"
