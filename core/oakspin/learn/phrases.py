"""What was learned, in plain words: how each uncertain constant is told when it is more or less than thought."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Of = Literal["share", "times", "value", "place"]  # a share of the time, a factor, a value with a unit, only a side


@dataclass(frozen=True)
class Phrase:
    """Sentences for more, less and about as thought, without the numbers; what would mend it; what kind of number.

    ``helps`` is told where it is called for: ``when`` it came out more, less, or either way.
    """

    more: str
    less: str
    about: str
    helps: str
    of: Of = "value"
    when: Literal["more", "less", "either"] = "more"


def _film(where: str, helps: str) -> Phrase:
    return Phrase(
        f"The contact {where} is worse than usual",
        f"The contact {where} is better than usual",
        f"The contact {where} is as good as thought",
        helps,
        "times",
    )


def _touch(what: str, helps: str) -> Phrase:
    return Phrase(
        f"{what} more of the time than usual",
        f"{what} less of the time than usual",
        f"{what} as often as thought",
        helps,
        "share",
        "less",
    )


def _rub(where: str, helps: str) -> Phrase:
    return Phrase(
        f"There is more friction {where} than usual",
        f"There is less friction {where} than usual",
        f"Friction {where} is as thought",
        helps,
    )


def _hands(more: str, less: str, about: str, helps: str, when: Literal["more", "either"] = "more") -> Phrase:
    return Phrase(more, less, about, helps, "place", when)


_SAND = "Sand both sides bright, wipe them, and do not touch them after."
_SMOOTH = "Smooth and polish what rubs; a drop of light oil helps if current does not pass there."
_TRUE = "Balance it again, and bend it true."

PHRASES: dict[str, Phrase] = {
    "cell_ohms": Phrase(
        "The battery lets less current through than a fresh one of its kind; its ohms are",
        "The battery is stronger than usual; its ohms are",
        "The battery is as strong as thought; its ohms are",
        "Take a fresh battery.",
        "times",
    ),
    "cell_volts": Phrase(
        "The battery has a little more volts than usual",
        "The battery has fewer volts than usual",
        "The battery's volts are as thought",
        "Take a fresh battery.",
        "place",
        when="less",
    ),
    "polarization": Phrase(
        "The battery tires more in the first seconds than usual",
        "The battery tires less in the first seconds than usual",
        "The battery tires as thought",
        "Take a larger cell, or a rechargeable one.",
        "times",
    ),
    "remanence": Phrase(
        "The magnets are stronger than their grade says",
        "The magnets are weaker than their grade says",
        "The magnets are as strong as thought",
        "Take other magnets, or one more.",
        "place",
        when="less",
    ),
    "steel_image": Phrase(
        "The battery's can helps the magnet more than usual",
        "The battery's can helps the magnet less than usual",
        "The battery's can helps the magnet as thought",
        "Nothing at the bench changes it.",
        "times",
        when="less",
    ),
    "foot_film": _film("at the feet", _SAND),
    "pivot_film": _film("at the pivot", _SAND),
    "support_film": _film("in the first support", _SAND),
    "support_film_other": _film("in the second support", _SAND),
    "point_film": _film("under the hanging point", _SAND),
    "brush_film": _film("of the lead on the rim", _SAND),
    "segment_film": _film("on the commutator", "Polish the commutator, and wipe it."),
    "train_film": _film("of the magnets in the track", "Wipe the magnets and the inside of the track."),
    "turn_film": _film("from turn to turn of the track", "Wind the track with a little space between its turns."),
    "wheel_film": _film("of the wheels on the sheet", "Wipe the sheet and the magnets."),
    "made_points": _touch("The feet touch", "Bend the feet closer, and sand them."),
    "made_ring": _touch("The ring touches", "Bend the ring round, and closer."),
    "made_axle": _touch("The axle touches its supports", "Balance the coil, and sand leads and supports."),
    "made_brush": _touch("The lead on the rim touches", "Hold it softer and steadier, square to the rim."),
    "made_commutator": _touch("The brushes touch", "Let the brushes lean on a little harder, from both sides alike."),
    "made_slide": _touch("The magnets touch the track", "Wind the track more evenly, and wipe its inside."),
    "made_wheel": _touch("Both wheels touch bare metal", "Wipe the sheet, and lay it flat."),
    "foot_friction": _rub("at the feet", _SMOOTH),
    "pivot_friction": _rub("at the pivot", _SMOOTH),
    "support_friction": _rub("in the supports", "Polish the leads and the supports; make the loops round and wide."),
    "point_friction": _rub("under the hanging point", "Wipe the point and the battery's terminal."),
    "brush_friction": _rub("of the lead on the rim", "Let the lead lean on more softly."),
    "bearing_friction": _rub("in the bearings", "Widen the bearings a little, and wipe the shaft."),
    "train_friction": _rub("in the track", "Wipe track and magnets, and take out kinks."),
    "rolling": _rub("of the wheels as they roll", "Lay the sheet flat on something hard."),
    "pivot_radius_mm": Phrase(
        "The point rubs farther out than usual, at a radius of",
        "The point rubs closer to the middle than usual, at a radius of",
        "The point rubs where thought, at a radius of",
        "Bend or file the point sharper.",
    ),
    "sail_drag": Phrase(
        "The flag brakes more than usual; its drag is",
        "The flag brakes less than usual; its drag is",
        "The flag brakes as thought; its drag is",
        "Make the flag smaller.",
    ),
    "wire_drag": Phrase(
        "Air brakes the wire more than usual",
        "Air brakes the wire less than usual",
        "Air brakes the wire as thought",
        "Make it narrower.",
        "times",
    ),
    "gap_reach_mm": Phrase(
        "A wide gap costs less touch than thought: half of it at",
        "A wide gap costs more touch than thought: half of it at",
        "A gap costs as much touch as thought: half of it at",
        "Bend the feet closer.",
        when="less",
    ),
    "springing": Phrase(
        "The legs stay on better at speed than thought",
        "The legs come off sooner at speed than thought",
        "The legs stay on as thought",
        "Make the legs stiffer.",
        "times",
        when="less",
    ),
    "cooling": Phrase(
        "It gives more heat to the air than thought",
        "It gives less heat to the air than thought",
        "It cools as thought",
        "Run it for a shorter time.",
        "times",
        when="less",
    ),
    "hopping": Phrase(
        "When it hops it touches longer than thought",
        "When it hops it touches shorter than thought",
        "It hops as thought",
        _TRUE,
        "times",
        when="less",
    ),
    "landing": Phrase(
        "Its hops cost more than thought",
        "Its hops cost less than thought",
        "Its hops cost what was thought",
        _TRUE,
        "times",
    ),
    "axle_damping": Phrase(
        "The leads swallow more of the swinging than thought",
        "The leads swallow less of the swinging than thought",
        "The leads swing as thought",
        "Nothing at the bench changes it.",
    ),
    "iron": Phrase(
        "The iron carries more flux than thought",
        "The iron carries less flux than thought",
        "The iron carries as much flux as thought",
        "Take softer iron.",
        "times",
        when="less",
    ),
    "coercivity": Phrase(
        "The iron is harder to turn over than thought",
        "The iron is softer than thought",
        "The iron is as soft as thought",
        "Take soft iron, or glow and slowly cool it: an adult's work.",
    ),
    "saturation": Phrase(
        "The iron takes more flux than thought",
        "The iron takes less flux than thought",
        "The iron takes as much flux as thought",
        "Take a thicker core.",
        when="less",
    ),
    "cogging": Phrase(
        "The magnets hold the iron more than thought",
        "The magnets hold the iron less than thought",
        "The magnets hold the iron as thought",
        "Move the magnets away a little.",
        "times",
    ),
    "slide_speed": Phrase(
        "At speed the magnets touch more than thought: half as often at",
        "At speed the magnets touch less than thought: half as often at",
        "At speed the magnets touch as thought: half as often at",
        "Wind the track tighter and more evenly.",
        when="less",
    ),
    "bumps": Phrase(
        "The track is bumpier than thought",
        "The track is smoother than thought",
        "The track is as smooth as thought",
        "Wind the track more evenly.",
    ),
    "snag": Phrase(
        "The magnets snag on the turns more than thought",
        "The magnets snag on the turns less than thought",
        "The magnets snag on the turns as thought",
        "Round the magnets' edges with tape, or wind closer.",
    ),
    "turn_press_N": Phrase(
        "Neighboring turns press on each other more than thought",
        "Neighboring turns press on each other less than thought",
        "Neighboring turns press on each other as thought",
        "Pull the track a little longer.",
    ),
    "hold_fit": Phrase(
        "The point holds better than thought",
        "The point holds less than thought",
        "The point holds as thought",
        "Wipe point and terminal.",
        "times",
        when="less",
    ),
    "tip_flat": Phrase(
        "The point is blunter than thought",
        "The point is sharper than thought",
        "The point is as sharp as thought",
        "File the point.",
        "times",
    ),
    "marker_ohms": Phrase(
        "The paint leaks less than thought; each contact has",
        "The paint leaks more than thought; each contact has",
        "The paint leaks as thought; each contact has",
        "Paint it twice.",
        when="less",
    ),
    "meter_ohms": Phrase(
        "The meter and its leads have more ohms than usual",
        "The meter and its leads have fewer ohms than usual",
        "The meter's ohms are as thought",
        "Use short thick leads, and the meter's large range.",
    ),
    "hand_film": _hands(
        "These hands' contacts came out worse than usual",
        "These hands' contacts came out better than usual",
        "These hands' contacts came out as usual",
        _SAND,
    ),
    "foot_pressure": _hands(
        "It presses harder on its contacts than planned",
        "It presses more softly on its contacts than planned",
        "It presses on its contacts as planned",
        "Bend the contacts until they barely touch.",
    ),
    "hand_gap": _hands(
        "The gap came out wider than planned",
        "The gap came out narrower than planned",
        "The gap came out as planned",
        "Measure it, and note it with the trial.",
        when="either",
    ),
    "hand_balance": _hands(
        "It is out of balance more than usual",
        "It is better balanced than usual",
        "Its balance is as usual",
        _TRUE,
    ),
    "hand_strip": _hands(
        "The bared arc lies farther on than planned",
        "The bared arc lies farther back than planned",
        "The bared arc lies where it was planned",
        "Turn the coil to its marked side, and scrape there.",
        when="either",
    ),
    "hand_width": _hands(
        "The bared arc is wider than planned",
        "The bared arc is narrower than planned",
        "The bared arc is as wide as planned",
        "Hold it against the gauge on the template.",
        when="either",
    ),
    "hand_pitch": _hands(
        "The track is wound less evenly than usual",
        "The track is wound more evenly than usual",
        "The track is wound as usual",
        "Wind it anew, turn against turn.",
    ),
    "hand_turns": _hands(
        "It has more turns than planned",
        "It has fewer turns than planned",
        "It has as many turns as planned",
        "Count the turns, and note them with the trial.",
        when="either",
    ),
}
