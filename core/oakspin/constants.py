"""Numbers of nature, and the uncertain constants with their spreads.

Nature is known better than any hand-made motor needs. The uncertain ones are what a bench
never tells: each has a median and the values that one build in ten lies below and above.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from typing import Literal

MU_0 = 1.25663706127e-6  # T m/A; CODATA 2022
GRAVITY = 9.81  # m/s2; ISO 80000-3, rounded
AIR_DENSITY = 1.20  # kg/m3 at 20 C; White, Viscous Fluid Flow
AIR_VISCOSITY = 1.82e-5  # Pa s at 20 C; White, Viscous Fluid Flow
AIR_CONDUCTIVITY = 0.026  # W/m K at 20 C; White, Viscous Fluid Flow
STEEL_SATURATION_T = 2.1  # T, mild steel can; the finite-element reference uses it
HANDS_OFF_C = 48.0  # C, skin contact for up to 10 min; ISO 13732-1
KEEP_AWAY_T = 0.5e-3  # T, static field that implants must not meet; ICNIRP 2009

TENTH = 1.2815515655446004  # the normal law's 90th percentile
Whose = Literal["world", "part", "build", "run"]
Scatter = Literal["contact", "touch", "friction"]
COMMON = 0.4  # of what stays of a contact, the share common to all rotors: how well a law of this project's own holds
# How far runs of one rotor lie apart in films, in shares of time that are touched, in friction: each rotor has a spread
# of its own for each sort, log-normal. Classroom estimate; three trials hardly tell it, so it is wide.
SCATTER, SCATTER_LOG = 0.15, 0.9


@dataclass(frozen=True)
class Uncertain:
    """A constant that the bench does not tell, with its spread.

    ``low`` and ``high`` are the 10th and 90th percentiles; in between the logarithm follows
    a normal law on each side of the median. ``top`` cuts what cannot be (a share above one).

    ``whose`` it is says for what a look at it holds: every motor of this user (``world``), every motor with this very
    part, this rotor until it is rebuilt (``build``), or this run alone. What ``scatters`` is drawn anew in each run by
    the share ``anew`` of its variance; the rest stays, and of a contact's some is common to all rotors.
    """

    median: float
    low: float
    high: float
    unit: str
    meaning: str
    source: str
    top: float = float("inf")
    whose: Whose = field(kw_only=True)
    scatters: Scatter | None = None

    @property
    def anew(self) -> float:
        """Share of its variance that each run draws anew where runs lie apart as usual: at most half of it."""
        if self.scatters is None:
            return 1.0 if self.whose == "run" else 0.0
        deviation = math.log(self.high / self.low) / (2 * TENTH)
        return min((SCATTER / deviation) ** 2, 0.5)

    @property
    def levels(self) -> tuple[tuple[Whose, float], ...]:
        """Whose the parts of its variance are, with their shares, which add up to 1."""
        if self.scatters is None:
            return ((self.whose, 1.0),)
        stays = 1 - self.anew
        if self.whose != "run":
            return (self.whose, stays), ("run", self.anew)
        return ("world", stays * COMMON), ("build", stays * (1 - COMMON)), ("run", self.anew)


def _times(factor: float, meaning: str, source: str, *, whose: Whose, scatters: Scatter | None = None) -> Uncertain:
    return Uncertain(1.0, 1.0 / factor, factor, "1", meaning, source, whose=whose, scatters=scatters)


def _film(meaning: str) -> Uncertain:
    return _times(2.0, meaning, "R. Holm, Electric Contacts", whose="run", scatters="contact")


def _friction(meaning: str) -> Uncertain:
    return Uncertain(0.25, 0.15, 0.40, "1", meaning, _HANDBOOK, whose="world", scatters="friction")


_OWN = "this project's order-of-magnitude model"
_HANDBOOK = "usual range of handbook values"

UNCERTAIN: dict[str, Uncertain] = {
    "cell_ohms": Uncertain(1.0, 0.7, 1.5, "1", "ohms inside a cell of this type", "cell data sheets", whose="part"),
    "cell_volts": _times(1.02, "open-circuit volts of a cell of this type", "cell data sheets", whose="part"),
    "polarization": Uncertain(
        1.6, 1.2, 2.3, "1", "growth of a zinc cell's ohms in seconds of heavy use", "bench readings", whose="part"
    ),
    "cell_charge": _times(1.3, "charge that a heavily drained cell gives", "cell data sheets", whose="part"),
    "remanence": _times(1.03, "remanence within one grade", "magnet grade tolerances", whose="part"),
    "recoil": Uncertain(
        0.975, 0.970, 0.980, "1", "flux kept at recoil permeability 1.05", "finite elements", whose="world"
    ),
    "steel_image": _times(
        1.15, "strength of the image of the magnet in the cell's can", "finite elements", whose="world"
    ),
    "foot_film": _film("film on the sliding contact"),
    "pivot_film": _film("film on the pivot contact"),
    "foot_friction": _friction("friction coefficient at the foot"),
    "pivot_friction": _friction("friction coefficient at the pivot"),
    "pivot_radius_mm": Uncertain(0.3, 0.1, 1.0, "mm", "radius at which a bent point rubs", _OWN, whose="build"),
    "sail_drag": Uncertain(
        1.2, 1.0, 2.0, "1", "drag coefficient of a flat sail", "White, Viscous Fluid Flow", whose="world"
    ),
    "wire_drag": _times(1.3, "drag of a wire that is not straight", "White, Viscous Fluid Flow", whose="world"),
    "made_points": Uncertain(
        0.6, 0.3, 0.9, "1", "share of time that point feet touch", _OWN, top=1.0, whose="run", scatters="touch"
    ),
    "made_ring": Uncertain(
        0.8, 0.5, 0.95, "1", "share of time that a ring touches", _OWN, top=1.0, whose="run", scatters="touch"
    ),
    "gap_reach_mm": Uncertain(1.5, 1.0, 2.25, "mm", "gap that halves the touching time", _OWN, whose="world"),
    "rim_runout_mm": Uncertain(
        0.2, 0.1, 0.4, "mm", "how far the rim of magnets and cell runs out of true", _OWN, whose="build"
    ),
    "springing": _times(1.5, "speed at which springing legs touch half as often", _OWN, whose="world"),
    "leaving": _times(1.5, "speed at which a point comes off", _OWN, whose="world"),
    "cooling": _times(1.4, "heat given to the air", "White, Viscous Fluid Flow", whose="world"),
    "end_conductance": Uncertain(
        300.0, 100.0, 900.0, "W/m2 K", "heat from magnets into the cell's end they stick to", _HANDBOOK, whose="build"
    ),
    "foot_pressure": _times(1.0, "foot pressure, spread by the maker's hand", "build scatter", whose="build"),
    "hand_film": _times(1.0, "contact film, spread by the maker's hand", "build scatter", whose="build"),
    "hand_gap": _times(1.0, "gap and height, spread by the maker's hand", "build scatter", whose="build"),
    "hand_height": _times(1.0, "foot height, spread by the maker's hand", "build scatter", whose="build"),
    "made_axle": Uncertain(
        0.9,
        0.7,
        1.0,
        "1",
        "share of time that an axle touches its support",
        _OWN,
        top=1.0,
        whose="run",
        scatters="touch",
    ),
    "support_film": _film("film on the lead in its support"),
    "support_film_other": _film("film on the other lead"),
    "support_friction": _friction("friction coefficient of the axle in its support"),
    "axle_damping": Uncertain(
        0.1, 0.03, 0.3, "1", "energy that soft wire keeps of being bent to and fro", _OWN, whose="world"
    ),
    "hopping": _times(1.5, "how long a hopping axle touches, of a bounce on hard ground", _OWN, whose="world"),
    "restitution": Uncertain(
        0.15,
        0.05,
        0.4,
        "1",
        "share of its landing speed with which an axle springs back",
        _HANDBOOK,
        top=0.6,
        whose="world",
    ),
    "landing": _times(1.5, "energy lost in each landing of a hopping axle", _OWN, whose="world"),
    "marker_ohms": Uncertain(
        63.0, 20.0, 200.0, "ohm", "leak through paint on one contact", "bench readings", whose="build"
    ),
    "steel_side": Uncertain(
        0.7, 0.4, 1.0, "1", "image in a can's round side, of that in a flat one", _OWN, top=1.0, whose="world"
    ),
    "hand_strip": _times(1.0, "place of a bared arc, spread by the maker's hand", "build scatter", whose="build"),
    "hand_strip_other": _times(1.0, "place of the other lead's arc", "build scatter", whose="build"),
    "hand_width": _times(1.0, "width of a bared arc, spread by the maker's hand", "build scatter", whose="build"),
    "hand_width_other": _times(1.0, "width of the other lead's arc", "build scatter", whose="build"),
    "hand_balance": _times(1.0, "balance, spread by the maker's hand", "build scatter", whose="build"),
    "hand_heavy": _times(1.0, "which side came out heavy", "build scatter", whose="build"),
    "tip_flat": _times(2.0, "flat of a screw's real point", "finite elements and magnified points", whose="part"),
    "hold_fit": _times(1.2, "holding force of a point", "finite elements", whose="world"),
    "screw_steel": _times(1.06, "flux that the screw adds", "finite elements", whose="world"),
    "point_gap_mm": Uncertain(0.01, 0.002, 0.05, "mm", "dust and roughness under a hanging point", _OWN, whose="build"),
    "point_friction": _friction("friction coefficient of the point on the cell"),
    "point_film": _film("film under the hanging point"),
    "brush_film": _film("film on the lead that brushes"),
    "brush_friction": _friction("friction coefficient of a brushing lead"),
    "made_brush": Uncertain(
        0.7,
        0.4,
        0.95,
        "1",
        "share of time that a lead on the rim touches",
        _OWN,
        top=1.0,
        whose="run",
        scatters="touch",
    ),
    "hand_height_lead": _times(
        1.0, "height of the lead on the rim, by the maker's hand", "build scatter", whose="build"
    ),
    "iron": _times(1.08, "flux of the iron core, a chain of discs for a bar", "finite elements", whose="world"),
    "saturation": Uncertain(1.95, 1.7, 2.1, "T", "what mild steel carries at most", _HANDBOOK, whose="part"),
    "cogging": _times(1.2, "pull of the magnets on the iron", "finite elements", whose="world"),
    "coercivity": Uncertain(
        300.0, 120.0, 800.0, "A/m", "coercivity of mild steel as it is bought", _HANDBOOK, whose="part"
    ),
    "bearing_friction": Uncertain(
        0.2,
        0.1,
        0.35,
        "1",
        "friction coefficient of the shaft in its bearings",
        _HANDBOOK,
        whose="world",
        scatters="friction",
    ),
    "segment_film": _film("film on the commutator"),
    "made_commutator": Uncertain(
        0.85, 0.6, 0.97, "1", "share of time that brushes touch", _OWN, top=1.0, whose="run", scatters="touch"
    ),
    "segment_runout_mm": Uncertain(0.1, 0.05, 0.25, "mm", "how far a commutator runs out of true", _OWN, whose="build"),
    "hand_rest": _times(1.0, "angle at which friction lets it rest", "build scatter", whose="run"),
    "train_friction": Uncertain(
        0.3,
        0.2,
        0.45,
        "1",
        "friction coefficient of the magnets in the track",
        _HANDBOOK,
        whose="world",
        scatters="friction",
    ),
    "train_film": _film("film on the turns that the magnets touch"),
    "turn_press_N": Uncertain(
        0.05, 0.02, 0.15, "N", "force between neighboring turns of a sprung coil", _OWN, whose="build"
    ),
    "turn_spots": Uncertain(3.0, 2.0, 4.0, "1", "spots at which a turn touches the next", _OWN, whose="world"),
    "turn_film": _film("film between neighboring turns"),
    "slide_speed": Uncertain(
        1.0, 0.5, 2.0, "m/s", "speed at which a sliding magnet touches half as often", _OWN, whose="world"
    ),
    "snag": Uncertain(
        3.0, 1.5, 6.0, "1", "friction of a magnet's edge between turns one thickness apart", _OWN, whose="world"
    ),
    "bumps": Uncertain(
        0.02,
        0.01,
        0.04,
        "kg/m",
        "drag of bumps from turn to turn on even track, per speed squared",
        _OWN,
        whose="world",
    ),
    "bore_uneven_mm": Uncertain(
        0.6, 0.3, 1.2, "mm", "how far a hand-wound bore is from round", "bench experience", whose="build"
    ),
    "spring_back": Uncertain(
        1.025, 1.01, 1.04, "1", "bore of a coil off its former", "bench experience", whose="world"
    ),
    "contact_tilt": _times(
        1.0, "whether the inner or the outer edge of a magnet touches", "build scatter", whose="build"
    ),
    "hand_uneven": _times(1.0, "the worst place of a track, by the maker's hand", "build scatter", whose="build"),
    "hand_place": _times(1.0, "where the worst place of a track is", "build scatter", whose="build"),
    "hand_pitch": _times(1.0, "pitch, spread by the maker's hand", "build scatter", whose="build"),
    "made_slide": Uncertain(
        0.8, 0.5, 0.95, "1", "share of time that a sliding magnet touches", _OWN, top=1.0, whose="run", scatters="touch"
    ),
    "rolling": Uncertain(
        0.012,
        0.006,
        0.025,
        "1",
        "rolling friction of a small steel-hard wheel on foil",
        _HANDBOOK,
        whose="world",
        scatters="friction",
    ),
    "wheel_film": _film("film on the sheet under a wheel"),
    "made_wheel": Uncertain(
        0.85,
        0.6,
        0.97,
        "1",
        "share of time that both wheels touch bare metal",
        _OWN,
        top=1.0,
        whose="run",
        scatters="touch",
    ),
    "handling_N": Uncertain(
        5e-3, 2.5e-3, 10e-3, "N", "side force on a lead as the coil is put in and flicked", _OWN, whose="run"
    ),
    "hand_turns": _times(1.0, "turns counted, spread by the maker's hand", "build scatter", whose="build"),
    "hand_symmetry": _times(1.0, "symmetry, spread by the maker's hand", "build scatter", whose="build"),
    "meter_ohms": Uncertain(
        0.2, 0.1, 0.3, "ohm", "ohms of a meter in the circuit, with its leads", "meters' data sheets", whose="part"
    ),
}


@dataclass(frozen=True)
class Hand:
    """How far one maker's builds scatter. Lengths and angles are standard deviations; factors are x/÷.

    ``fine`` work (to scrape, bend, wind, tie) and ``placing`` and joining take so many times a careful adult's minutes.
    """

    gap_mm: float
    film: float
    pressure: float
    asymmetry_mm: float
    strip_deg: float
    width_deg: float
    imbalance_mm: float
    turns: float
    pitch: float
    uneven: float
    fine: float
    placing: float
    source: str = "build scatter of hand-made motors, classroom estimate"


HANDS: dict[str, Hand] = {
    "careful_adult": Hand(0.5, 1.3, 1.5, 0.5, 5.0, 10.0, 0.2, 0.0, 0.05, 0.5, fine=1.0, placing=1.0),
    "older_pupil": Hand(1.0, 1.7, 2.0, 1.5, 12.0, 20.0, 0.5, 1.0, 0.10, 1.5, fine=1.5, placing=1.15),
    "young_pupil": Hand(2.0, 2.5, 3.0, 3.0, 25.0, 40.0, 1.2, 2.0, 0.25, 4.0, fine=2.1, placing=1.25),
}
