"""How a roller's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.roller import RollerDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import METERS, THRUST, Words

CAUSES = {
    "no_terminals": "A roller needs a round cell with a terminal at each end; a {cell} has none.",
    "magnet_no_metal": "{material} does not conduct: no current passes the wheels.",
    "magnet_coated": "The magnets' {coat} coat does not conduct: no current passes from wheel to sheet.",
    "wheels_small": (
        "The magnets ({magnet:g} mm) stand out too little over the cell ({cell:g} mm): the cell lies on the sheet. "
        "Take wider ones."
    ),
    "sheet_narrow": "The sheet is {sheet:g} mm wide, the roller {axle:.0f} mm long: one wheel runs beside it.",
    "sheet_steel": "A steel sheet holds the magnets fast: take aluminum foil.",
}
UNLIKE = (
    "Unlike poles face outward: one wheel is pushed forward as hard as the other is pushed back. Turn one magnet over."
)
ACROSS = "The magnets are magnetized across, not along the axle: half a turn on, the push is turned over."
OFF = "It rolls off the edge where it was set down: put the other end of the roller toward you, or start at the right."


def roller_words(design: RollerDesign, machine: Machine) -> Words:
    """Words for this very design."""
    return Words(
        contact="the wheels",
        bearing="the sheet",
        ease="lay the sheet flat and level",
        leaves="leaves the sheet",
        closes="Bare foil under both wheels, which touch this much of the time at low speed.",
        cancels=ACROSS if design.magnets.magnetized == "across" else UNLIKE,
        faint="Weaker than the wheels' rolling friction: lay the foil flat, or take stronger magnets.",
        stays="It rolls off the sheet at the far edge, and its circuit opens there.",
        causes=CAUSES,
        seen="from the near end",
        forward="to the right",
        backward="to the left",
        rate=METERS,
        units=THRUST,
        goes="Rolls",
        settles="reaches",
        alike="The same everywhere on the sheet.",
        unaided="Starts by itself, once both wheels touch.",
        steady="",
        over="along the sheet",
        secure="on the sheet",
        together="Pushed that way under the axle, both wheels roll the other way over the sheet:",
        runs="rolls across the sheet",
        passed="Across the sheet in {time}.",
        thrown_back=OFF,
    )


# How it is built.
BUILD = "No flick: set it down at the left edge, both wheels on the foil, and let go; it rolls {way}, seen {seen}."
LAY_OUT = "{pack_name}, {magnets_name} for each end, a sheet of {material}"
SHEET = (
    "Tape the sheet ({length:g} × {width:g} mm) flat on a board or a table without iron, and smooth it with the edge "
    "of a ruler: a wrinkle stops the roller."
)
SLOPE = " Lift the far edge until it rises {slope:g}°."
SLOPE_DOWN = " Lift the near edge until it falls {slope:g}°."
POLES = (
    "Hold the two stacks face to face. If they push each other away, the faces that meet are like poles: mark both "
    "with a pen. {outward} With a compass: the face that draws the needle's north end is S; {pole} faces outward on "
    "the near end."
)
POLES_LIKE = "Both marked faces go outward."
POLES_UNLIKE = "One marked face goes outward, the other inward."
WHEELS = (
    "Slide a stack on each end from the side, never straight down, and center it: turn the roller between two fingers "
    "and push until no wheel wobbles."
)
PINCH = (
    "Magnets snap onto the cell and pinch. Off metal no current flows: when it is not to roll, keep it off the sheet "
    "and off every other metal."
)
BRIGHT_FOIL = "Rub the foil with an eraser until it shines, wipe the rims with a cloth. No sandpaper: foil tears."
BRIGHT = "Rub the sheet with fine sandpaper until it shines, wipe the dust off and the rims with a cloth."
GO = "Set it down at the left edge, {plus} toward you, both wheels on bare foil."
HOT = (
    "It is nearly a short circuit: pick it up after each run. Cell and magnets get warm; "
    "above {hands_off:.0f} °C, hands off."
)
CHECK = "Pushed without current (paper under one wheel), it rolls straight and far."
CHECK_CATCHING_HAND = "A hand at the far edge catches it and lifts it off: standing on the sheet it is still a short."
CHECK_SHINES = "Sheet and rims shine; no fingerprints on them."
CHECK_WAY = "On the near end {pole} faces outward, and this end is {end}."
CHECK_EDGES = "Both wheels stand clear of tape, paper and edges."
CHECK_FACES = "Both marked faces as planned; both stacks in the middle of the cell's ends."
HOW_TO = "From the side along the terminal, so that nothing snaps; then to the middle."

# What is taught with it.
POINT = "in the near wheel, below the axle, seen from the near end"
POINT_NONE = "At the far wheel the same force points the other way: together they push nothing."
STORY = (
    "In each wheel the current runs between axle and rim, across the field that goes along the axle: the wheel is "
    "pushed sideways below the axle, and rolls."
)
STORY_LIKE_POLES = (
    "With like poles outward the fields of both wheels are opposite, and so are the currents, outward in one and "
    "inward in the other: two reversals, and both wheels push the same way."
)
STORY_2_UNLIKE = (
    "With unlike poles outward the fields are alike and the currents opposite: one wheel works against the other."
)
STORY_SHEET = (
    "The sheet's current lies in the field, too, and is pushed the other way: current straight under the axle takes "
    "all of the push away again. Most of it flows a way round in the sheet, and {share:.0f} % of the push is left."
)
CELL_OVER = "The current runs the other way through both wheels, the magnets do not change."
ONE_OVER = "One wheel pushes on, the other back."
BOTH_OVER = "Both fields point the other way, the current does not."
ALL_OVER = "Field and current are both reversed: two reversals cancel."
LONGER = "The push is the same everywhere on the sheet: only the way is longer."
STRONGER = "More field through the wheels, more push; nothing else changes."

# numbers
WHEELS_FIGURE = "{clear} · {pole} outward, {outward} poles"
CLEAR = "stand out {clear:.1f} mm over the cell"
NOT_CLEAR = "no wider than the cell"
SHEET_FIGURE = "{ohms:.1f} mΩ from wheel to wheel · {plain}"
SHEET_PLAIN = "{share:.0f} % of the push left"
