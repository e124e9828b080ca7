"""How a train's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.train import TrainDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import METERS, THRUST, Words

CAUSES = {
    "no_terminals": "A train needs a round cell with a terminal at each end; a {cell} has none.",
    "track_covered": "The track's wire is covered with {skin}: the magnets find no bare metal. Wind bare wire.",
    "magnet_no_metal": "{material} does not conduct: no current passes the {stack} magnets.",
    "magnet_coated": "The {stack} magnets' {coat} coat does not conduct.",
    "magnets_narrow": (
        "The {stack} magnets ({magnet:g} mm) are no wider than the cell ({cell:g} mm): they do not reach the track."
    ),
    "hull_wide": (
        "The {stack} magnets ({magnet:g} mm) are no wider than the cell in its hull ({cell:g} mm): they do not "
        "reach the "
        "track."
    ),
    "track_short": (
        "The track ({track:.0f} mm) is shorter than the train ({train:.0f} mm): never do both magnets touch it."
    ),
    "bore_narrow": "The magnets are {missing:.1f} mm wider than the bore: the train does not enter.",
    "bore_oval": "The bore is squeezed oval, {missing:.1f} mm too low for the magnets: the train does not enter.",
    "some_bores_narrow": "In some builds the bore springs back too little for the magnets.",
    "bore_wide": ("The bore is {room:.1f} mm wider than the magnets: the train lies askew and noses into the turns."),
    "bend_sharp": ("The bend of {radius:.0f} mm is too sharp: the train sticks. It takes {least:.0f} mm at the least."),
    "no_bend_at_all": (
        "The bend of {radius:.0f} mm is too sharp: the train sticks. It takes a straight track at the least."
    ),
    "pulled_apart": "turns are pulled apart to {pitch:g} mm",
    "dent": "the bore is trodden {flat:g} mm lower than it is wide",
    "loosens": "the turns stand ever wider apart, {times:g} times at the far end",
    "kink": "a kink takes {squeeze:g} mm of the bore",
}
UNLIKE = "Unlike poles point outward: one magnet is pushed forward as hard as the other is pushed back. Turn one over."
ACROSS = "The magnets are magnetized across, not along the train: nothing pushes along the track."
THROWN_BACK = (
    "It is thrown back out of the end it entered: put the train in the other end first, or turn both magnets over."
)


def train_words(design: TrainDesign, machine: Machine) -> Words:
    """Words for this very design."""
    loop = design.track.plan.form == "loop"
    runs_out = "It runs out at the far end, and its circuit opens there."
    return Words(
        contact="the magnets",
        bearing="the track",
        ease="wind the track on a rod 1 to 2 mm thicker than the magnets",
        leaves="leaves the track",
        closes="Bare turns under both magnets, which touch this much of the time at low speed.",
        cancels=_cancels(design),
        faint="Weaker than the friction of the train in its track: more turns between the magnets, or stronger ones.",
        stays="It goes round until the cell is spent or hot." if loop else runs_out,
        causes=CAUSES,
        seen="along the track",
        forward="forward",
        backward="backward",
        rate=METERS,
        units=THRUST,
        goes="Runs",
        settles="reaches",
        alike="The same on all evenly wound track.",
        unaided="Starts by itself, once both magnets are in.",
        steady="",
        over="along the track",
        secure="in the track",
        together="The track lies still, so the train is pushed the other way:",
        runs="one-minute runs at most" if loop else "passes of the track",
        passed="Once round in {time}." if loop else "Through the track in {time}.",
        thrown_back=THROWN_BACK,
    )


def _cancels(design: TrainDesign) -> str:
    if "across" in (design.front.magnetized, design.rear.magnetized):
        return ACROSS
    if design.front.pole_up != design.rear.pole_up:
        return UNLIKE
    return "The track's push on both magnets cancels."


# How it is built.
CUTS = (
    "{grams:.0f} g of wire in all, for about {cost:.2g} at {price_per_kg:g} a kg; leave it on the spool and "
    "cut after winding"
)
LAY_OUT = "{pack_name}, front {magnets_name}, rear {magnets_name_2}, a rod of {former:g} mm, {wire}"
FORMER = (
    "Wrap the rod once in paper and tape it: so the track slides off. Clamp one end of the wire beside the "
    "rod and mark every 100 mm."
)
WIND = (
    "Look at the end where you begin: that is the entry. Wind {turns:.0f} turns side by side so that the wire"
    " runs {wound} away from you. Turn the rod, hold the wire tight.{rest}{stiff}"
)
PRESS = (
    "Every 100 mm press the turns together and count {tight:.0f}. Slide the coil off; it opens to about {bore:.1f} mm."
)
BORE = (
    "Roll sandpaper round a stick, a little thinner than the bore, and draw it through, turning, until copper shines "
    "along the whole inside. Leave the enamel between the turns: it keeps the current in them. Wipe the bore clean."
)
BORE_CAUTION = "Enamel dust: sand over a damp cloth, do not blow it out, wash hands."
JOIN = (
    "Butt {what}: cut both ends square, file them smooth inside, and let three turns of one side lie against "
    "the other. No solder inside, no twist: a burr stops the train. Both must be wound the same way."
)
LAY = (
    "Lay it {how} on a flat board, and hold it with tape every 150 mm. Slide one magnet through on a wooden "
    "stick: where it sticks, open the turns."
)
POLES = (
    "Without a compass: hold the two stacks face to face. If they push each other away, the faces that meet "
    "are like poles: mark both with a pen. "
)
POLES_BY_COMPASS = (
    " With a compass: the face that draws the needle's north end is S. Front: {pole_up} outward; rear: "
    "{pole_up_2} outward."
)
HULL = "Wrap the cell in paper {hull:g} mm thick, {layers:.0f} turns of it; leave both terminals free. "
PRESS_GROWING = " Let the pitch grow evenly to {times:g} times at the far end."
MAGNETS_ON = (
    "Slide each stack on from the side, never straight down; keep the two ends a hand apart. {s} goes in first."
)
MAGNETS_ON_CAUTION = "Magnets snap onto the cell and pinch. Never lay the train on metal: it may short the cell."
WIND_SITTINGS = " Take it in {sessions} sittings of about {minutes:.0f} minutes."
WIND_STIFF = (
    " This wire is too stiff for bare hands on this rod: take it in a drill turned by hand, or a thinner gauge."
)
PRESS_PART = " Pull the part from {start:g} to {end:g} mm to a pitch of {pitch:g} mm."
MAGNETS_ON_NOSE = " Glue the nose ({nose_g:g} g) to the front, clear of the rim."
CHECK_BORE = "Look through the track against the light: the whole inside shines."
CHECK_JOINTS = "At each joint a fingernail feels no step inside, and the turns of both sides touch."
CHECK_WOUND = "Seen at the entry, the wire runs {wound} away from you."
CHECKS = "No gap between turns that a fingernail enters, but where the plan says so."
CHECK_MAGNETS_SQUARE = "Both magnets stand square on the cell, their marked faces as planned."
BUILD = "No flick: push the train in until both magnets are inside the track, and let go."
SETTINGS = "the magnets slide through and tilt no more than a coin's thickness"
TEMPLATE = "turn counter: {turns:.0f} turns on 100 mm, a mark every 10"

# What is taught with it.
STORY = (
    "Only the turns between the magnets carry current, and they are a magnet, too, with "
    "{ahead} at the front end. At the front the {pole_up}-outward stack is {pushed_out}, at the rear the "
    "{pole_up_2}-outward stack is {pushed_out_2}"
)
STORY_TURN_PUSHED = (
    "Where the field of a magnet crosses a turn outward or inward, the turn is "
    "pushed along the track; the train is pushed the other way as hard."
)
STORY_TURNS_LEFT = (
    "The turns the train has left carry no current any more, those ahead not yet: it takes its own magnet along."
)
STORY_UNLIKE_POLES = "Unlike poles outward: one end pushes forward what the other pushes back. Turn one stack over."
STORY_LIKE_POLES = (
    "Like poles outward: the field runs outward through the turns at one end and is met by the same at the "
    "other, so both ends push the same way."
)
POINT = "along the track from the side, at the top of a turn over the front magnet"
PREDICTIONS = "Unlike poles outward: one end pushes forward what the other pushes back."
PREDICT_BOTH_REVERSED = "Field and current are both reversed: two reversals cancel."
PREDICT_CURRENT_REVERSED = "The current goes round the other way, though it enters at the same end."
PREDICT_FEW_TURNS = "Few turns or none lie under the magnets there: it only coasts."
POINT_OTHER_END = "At the other end the same force points the other way: together they push nothing."
PREDICT_LONGER_TRACK = "Only the turns between the magnets carry current: the push is the same."

# numbers
TRACK = (
    "bore {bore:.1f} mm, {play:.1f} mm wider than the magnets · {turns:.0f} turns · {minutes_to_wind:.0f} min"
    " to wind · wire costs about {cost:.2g}"
)
