"""What a bench shows: situations as practitioners meet them, how they come out, and figures in the range that is seen.

Read it as a table. `how` is one of: `runs` by itself, after a `flick`, `returns` when flicked the wrong way, does `not` go,
`leaves` its seat, goes `poorly`, `stops` on its way.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

import pytest

from oakspin import evaluate
from oakspin.design import Design
from oakspin.errors import UnfitPatch
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS
from oakspin.verdict import Verdict
from tests.core.designs import ALL_ROUND, bared, changed, sample

FRAME, SCREW, COIL = (KINDS[name].start for name in ("frame", "hanging", "cradle"))
BOOK, CORED, TRAIN = (KINDS[name].start for name in ("lobes", "cored", "train"))
LANTERN, FERRY = sample("lantern"), sample("ferry-wheel")
PUPIL, CHILD = {"maker": "older_pupil"}, {"maker": "young_pupil"}
NICKEL, WORN = {"battery__cell": "nimh_AA"}, {"battery__used_percent": 90.0}
COIN = {"feet__pressure": "free", "outline__half": {"by": "points", "points": [{"radius_mm": 14.0, "height_mm": -3.0}]}}
RING = {**COIL.magnets.model_dump(), "shape": "ring", "diameter_mm": 60.0, "hole_mm": 36.0, "thickness_mm": 10.0}
HOLED = {**TRAIN.front.model_dump(), "shape": "ring", "hole_mm": 4.0}
SIX = {
    "battery__cell": "bench_supply",
    "magnets_on": "bench",
    "battery__supply": {"volts": 6.0, "limit_A": 20.0},
    "flick__turns_per_s": 15.0,
}
HALVES = {"left": bared(90.0), "right": bared(90.0)}


def gauge(awg: float) -> dict[str, Any]:
    return {"wire__size": {"by": "gauge", "awg": awg}}


def pulled(start: float, end: float, pitch: float) -> dict[str, Any]:
    return {"track__stretches": [{"from_mm": start, "to_mm": end, "pitch_mm": pitch}]}


@dataclass(frozen=True)
class Row:
    """A situation: what is on the bench, how it goes, what is said, and figures from and to."""

    situation: str
    design: Design
    change: dict[str, Any]
    how: str
    text: str = ""
    shows: dict[str, tuple[float, float]] = field(default_factory=dict)


# fmt: off
TABLE = [
    # Frames.
    Row("frame of an adult on an AA", FRAME, {}, "runs", "", {"speed": (150, 1500), "mean_current": (1, 8), "hands_off_time": (60, 900)}),
    Row("the same by older pupils", FRAME, PUPIL, "runs", "", {"speed": (150, 1500)}),
    Row("frame on a nickel cell draws most", FRAME, NICKEL, "runs", "", {"current": (3, 15)}),
    Row("frame on a worn cell starts, then fades", FRAME, WORN, "not", "Starts, then stops"),
    Row("cell turned over: the other way", FRAME, {"battery__terminal_up": "-"}, "runs", "counterclockwise"),
    Row("magnets turned over: the other way", FRAME, {"magnets__pole_up": "S"}, "runs", "counterclockwise"),
    Row("both turned over: the first way", FRAME, {"battery__terminal_up": "-", "magnets__pole_up": "S"}, "runs", " clockwise"),
    Row("magnets magnetized across", FRAME, {"magnets__magnetized": "across"}, "not"),
    Row("magnets in epoxy", FRAME, {"magnets__plating": "epoxy"}, "not", "epoxy", {"current": (0, 0)}),
    Row("ferrite magnets", FRAME, {"magnets__strength": {"by": "grade", "grade": "ferrite"}}, "not", "Ferrite"),
    Row("plastic-covered wire, ends as bought", FRAME, {"wire__finish": "plastic", "wire__ends_stripped": False}, "not", "plastic"),
    Row("feet a centimeter off the rim", FRAME, {"feet__gap_mm": 10.0}, "not", "", {"mean_current": (0, 1)}),
    Row("feet 3 mm off: comes and goes", FRAME, {"feet__gap_mm": 4.0, "feet__pressure": "barely"}, "poorly", "comes and goes"),
    Row("feet that grip the rim", FRAME, {"feet__pressure": "gripping"}, "not"),
    Row("tip far off the middle", FRAME, {"pivot__off_center_mm": 8.0}, "leaves"),
    Row("strong magnets, crooked frame", FRAME, {"magnets__count": 5, "feet__height_mm": 8.0, "pivot__off_center_mm": 3.0}, "leaves"),
    Row("feet above the magnets", FRAME, {"feet__height_mm": 30.0}, "not", "above"),
    Row("wire as thin as hair", FRAME, gauge(34), "not"),
    Row("sanded frame is no slower than a tarnished one", FRAME, {"surface": "tarnished"}, "runs", "", {"speed": (100, 1400)}),
    Row("frame wound as a loose spring sparks", FRAME, {"outline__half": {"by": "spring", "turns": 10, "diameter_mm": 30.0}, "outline__legs": 1, **gauge(24)}, "runs", "sparks fly"),
    Row("ring foot of an adult", FRAME, {"feet__type": "ring"}, "runs", "", {"speed": (150, 1600)}),
    Row("six legs in the ring of Carousel", sample("carousel"), {}, "runs", "", {"speed": (150, 1500)}),
    Row("battery turns instead of the wire", FRAME, {"turns": "battery", "battery__cell": "nimh_AA"}, "any", "counterclockwise", {"speed": (300, 4500)}),
    Row("battery with paper sails under a held frame", sample("turning-quay"), {}, "runs", "battery turns", {"speed": (150, 1500), "mean_current": (1, 8)}),
    Row("cup of a magnet of opposite pole with a washer", FRAME, {"pivot__seat": "cup"}, "runs", "", {"speed": (150, 2000)}),
    Row("frame cut from brass sheet", FRAME, {"band": {"width_mm": 5.0, "thickness_mm": 0.2}, "wire__material": "brass"}, "runs", "", {"speed": (150, 1600)}),
    Row("frame of kitchen foil", FRAME, {"band": {"width_mm": 8.0, "thickness_mm": 0.016}, "wire__material": "aluminum"}, "not", "too thin"),
    Row("frame of florist's steel is held by the magnets", FRAME, {"wire__material": "steel"}, "not", "Friction"),
    Row("frame on a coin cell is too weak", FRAME, {**COIN, "battery__cell": "coin_CR2032"}, "not", "", {"current": (0.05, 0.4)}),
    Row("frame on a button cell with feet that hang free", FRAME, {**COIN, "battery__cell": "button_LR44"}, "any", "", {"current": (0.05, 0.4)}),
    Row("feet lighter than the wire's own weight", FRAME, {"feet__pressure": "free"}, "runs", "", {"speed": (150, 1500)}),
    Row("frame bent for a tall cell on a short one", FRAME, {"battery__cell": "button_LR44"}, "not", "below the bench"),
    # Hanging screws.
    Row("screw under an AA", SCREW, {}, "runs", "", {"speed": (1000, 15000), "mean_current": (0.5, 8)}),
    Row("screw on a D cell", SCREW, {"battery__cell": "alkaline_D"}, "runs", "", {"speed": (1000, 15000)}),
    Row("screw with a paper flag turns to be seen", SCREW, {"flag__mass_g": 0.3, "flag__radius_mm": 25.0, "flag__area_mm2": 1200.0}, "runs", "", {"speed": (150, 3000)}),
    Row("brass screw does not hang", SCREW, {"screw__material": "brass"}, "not", "hang"),
    Row("lead pressed hard on the rim", SCREW, {"lead__pressure": "gripping"}, "not"),
    Row("magnet in plastic under the screw", SCREW, {"magnets__plating": "plastic"}, "not", "plastic"),
    Row("Beacon by an adult", sample("beacon"), {}, "runs", "", {"speed": (1000, 15000)}),
    Row("iron clip as the lead: snatched", SCREW, {"lead__type": "steel_clip"}, "not", "snatched"),
    Row("lead with a painted end", SCREW, {"lead__tip": "painted"}, "not", "painted"),
    Row("lead with a dirty end", SCREW, {"lead__tip": "dirty"}, "any", "", {"current": (0.5, 8)}),
    Row("magnets wider than the head", SCREW, {"magnets__diameter_mm": 20.0}, "runs", "", {"speed": (1000, 15000)}),
    Row("head between two magnets", SCREW, {"rings_above": 1}, "runs", "", {"speed": (1000, 15000)}),
    Row("nail without head", SCREW, {"screw__headless": True, "screw__shank_mm": 3.0}, "any", "", {"speed": (0, 15000)}),
    Row("flag wider than the lead bows", SCREW, {"flag__radius_mm": 60.0, "lead__length_mm": 95.0}, "not", "strikes the lead"),
    # Coils.
    Row("small coil of an adult", COIL, {}, "flick", "", {"speed": (500, 5000), "mean_current": (0.1, 4)}),
    Row("the coil held still is hot in seconds", COIL, {}, "flick", "", {"held_still_time": (3, 60)}),
    Row("the same by young pupils", COIL, CHILD, "any"),
    Row("flicked the wrong way it comes back", COIL, {"flick__sense": "wrong"}, "returns"),
    Row("enamel off all round on both leads", COIL, {"strip": {"left": ALL_ROUND, "right": ALL_ROUND}}, "not", "", {"mean_current": (0.5, 8)}),
    Row("enamel left on one lead", COIL, {"strip__left": {"bared": "none", "arcs": [], "rest": "enamel"}}, "not", "enamel", {"current": (0, 0)}),
    Row("half bared at a right angle to where it helps", COIL, {"strip__right": bared(180.0)}, "not"),
    Row("same halves of both leads", COIL, {"strip": HALVES}, "flick", "", {"speed": (400, 5000)}),
    Row("bared all round, then half painted", COIL, {"strip": {"left": ALL_ROUND, "right": bared(90.0, 180.0, "marker")}}, "flick", "", {"speed": (400, 5000)}),
    Row("half bared 40 degrees off", COIL, {"strip__right": bared(130.0)}, "flick", "", {"push": (20, 120)}),
    Row("a window of 60 degrees bared", COIL, {"strip__right": bared(90.0, 60.0)}, "flick", "", {"speed": (300, 4000)}),
    Row("half bared on the other side: the other way", COIL, {"strip__right": bared(270.0)}, "flick", "counterclockwise"),
    Row("metal stand joins the supports", COIL, {"supports__stand": "metal"}, "not", "", {"hands_off_time": (2, 120)}),
    Row("coil strikes the magnet", COIL, {"gap_mm": 0.0, "supports__level_mm": 3.0}, "not", "strik"),
    Row("magnet 60 mm away", COIL, {"gap_mm": 60.0}, "any", "", {"push": (0, 6)}),
    Row("coil 15 mm above: weak, but goes", COIL, {"gap_mm": 15.0}, "any", "", {"push": (1, 60)}),
    Row("out of balance by 2 mm in open cradles", COIL, {"imbalance_mm": 2.0, "supports__seat": "open", "flick__turns_per_s": 12.0}, "any", "", {"speed": (100, 1200)}),
    Row("out of balance by 1 mm: rough and slow", COIL, {"imbalance_mm": 1.0, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (400, 2000)}),
    Row("the same, heavy side lucky", COIL, {"imbalance_mm": 1.0, "supports__seat": "loop", "rests_deg": 90.0, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (1000, 3000), "mean_current": (0.05, 0.8)}),
    Row("the same, heavy side unlucky", COIL, {"imbalance_mm": 1.0, "rests_deg": 180.0, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (500, 1400), "mean_current": (0.6, 2.5)}),
    Row("four cells on open cradles: it hops off", COIL, {"battery__in_series": 4, "imbalance_mm": 1.0, "supports__seat": "open", "flick__turns_per_s": 8.0}, "leaves"),
    Row("closed loops never let it out", COIL, {"supports__seat": "loop", "imbalance_mm": 1.0, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (400, 2000)}),
    Row("wire thin as hair sags", COIL, gauge(34), "not"),
    Row("magnet magnetized across, under a coil", COIL, {"magnets__magnetized": "across"}, "not"),
    Row("let go from rest, without a flick", COIL, {"flick__turns_per_s": 0.0}, "any"),
    Row("leads too short for the supports", COIL, {"tails__length_mm": 8.0, "supports__spacing_mm": 60.0}, "not", "short"),
    Row("bare wire wound to a coil", COIL, {"wire__finish": "bare"}, "not", "touch"),
    Row("supply turned down to a volt", COIL, {"battery__cell": "bench_supply", "battery__supply": {"volts": 1.0, "limit_A": 5.0}, "magnets_on": "bench"}, "flick"),
    Row("Fog bell: bared at the wrong angle", sample("fog-bell"), {}, "not"),
    Row("two lobes, two quarters bared", BOOK, {}, "flick", "", {"speed": (500, 6000)}),
    Row("two lobes, half bared as for a coil", BOOK, {"strip__right": bared(90.0)}, "any"),
    Row("magnet beside the coil, bared as for one below", COIL, {"magnets_on": "beside"}, "not", "wrong angle"),
    Row("magnet beside the coil, half bared for it", COIL, {"magnets_on": "beside", "strip__right": bared(0.0)}, "flick", "", {"speed": (500, 5000)}),
    Row("Lock gate: magnets on both sides", sample("lock-gate"), {}, "flick", "", {"speed": (500, 6000)}),
    Row("coil dips into a ring magnet", COIL, {"magnets": RING, "magnets_on": "around", "gap_mm": 2.0, "supports__spacing_mm": 68.0, "tails__length_mm": 32.0}, "flick", "", {"speed": (500, 8000)}),
    Row("ring too narrow for the coil", COIL, {"magnets": {**RING, "hole_mm": 22.0}, "magnets_on": "around", "supports__spacing_mm": 68.0, "tails__length_mm": 32.0}, "not", "too narrow"),
    Row("paint all worn off", COIL, {"strip__right": {**bared(90.0, 180.0, "marker"), "worn_percent": 100.0}}, "not"),
    Row("coil of hair-thin wire keeps no shape when handled", COIL, gauge(33), "not", "keeps no shape"),
    Row("two-millimeter copper on a thin former", COIL, {"wire__size": {"by": "diameter", "diameter_mm": 2.0}, "coil__outline": {"by": "round", "diameter_mm": 16.0}, "coil__turns": 4}, "not", "too stiff"),
    Row("coil round a cork", COIL, {"axle": "cork", "coil__outline": {"by": "square", "along_mm": 44.0, "across_mm": 26.0}, "supports__spacing_mm": 65.0}, "flick", "", {"speed": (500, 5000)}),
    Row("axle in needle's eyes", COIL, {"supports__type": "needle_eye", "supports__seat": "loop"}, "flick", "", {"speed": (500, 5000)}),
    Row("supply at its limit", COIL, {"battery__cell": "bench_supply", "battery__supply": {"volts": 12.0, "limit_A": 2.0}, "magnets_on": "bench"}, "any", "supply's limit of 2 A"),
    Row("supply at nothing", COIL, {"battery__cell": "bench_supply", "battery__supply": {"volts": 0.0, "limit_A": 2.0}, "magnets_on": "bench"}, "not", "0 V"),
    # Iron cores.
    Row("iron core on two AA", CORED, {}, "flick", "", {"speed": (300, 3600)}),
    Row("Crane motor with ferrite blocks", sample("crane-motor"), {}, "flick", "", {"speed": (300, 3000)}),
    Row("magnets 3 mm from the bar hold it", CORED, {"gap__distance_mm": 3.0}, "not"),
    Row("arms wound in opposite directions", CORED, {"winding__sense": "opposed"}, "not", "opposite"),
    Row("like poles face each other", CORED, {"gap__facing": "like"}, "not", "ike poles"),
    Row("commutator a quarter turn off", CORED, {"commutator__offset_deg": 90.0}, "not"),
    Row("brushes not stripped", CORED, {"wire__ends_stripped": False}, "not", "stripped"),
    Row("no iron in it: weak", CORED, {"core__form": "none"}, "any", "", {"push": (20, 1200)}),
    Row("brushes spark at each break", CORED, {}, "flick", "spark"),
    Row("a brush pressed with 2 N holds it", CORED, {"brushes__force_mN": 2000.0}, "not", "friction takes more"),
    Row("four brushes", CORED, {"brushes__count": 4}, "flick", "", {"speed": (300, 4000)}),
    Row("brushes that touch each other", CORED, {"brushes__touching": True}, "not", "battery gets hot"),
    Row("one winding open, both in one wire", CORED, {"winding__open_arm": "other"}, "not", "broken"),
    Row("one winding open, side by side", CORED, {"winding__open_arm": "other", "winding__joined": "parallel"}, "flick", "", {"speed": (300, 4500)}),
    Row("arms of unequal turns", CORED, {"winding__other_turns": 150}, "flick", "", {"speed": (300, 4500)}),
    Row("magnets far out of line", CORED, {"gap__out_of_line_mm": 40.0}, "any", "", {"push": (10, 800)}),
    Row("a nail for a core", CORED, {"core__form": "nail"}, "flick", "", {"speed": (300, 3600)}),
    # Trains.
    Row("train of an adult", TRAIN, {}, "runs", "", {"speed": (0.4, 1.8), "push": (50, 600)}),
    Row("the other end first: thrown back out", TRAIN, {"leads": "+"}, "not", "thrown back"),
    Row("unlike poles outward: stays put", TRAIN, {"rear__pole_up": "S"}, "not"),
    Row("slow train, 10 cm pulled apart to five wires", TRAIN, {"battery__used_percent": 60.0, **pulled(250, 350, 4.06)}, "stops", "pulled apart"),
    Row("fast train, 2 cm pulled apart a little", TRAIN, pulled(250, 270, 1.6), "runs"),
    Row("a kink as deep as the play", TRAIN, {"track__kinks": [{"at_mm": 300, "squeeze_mm": 1.65}]}, "stops", "kink"),
    Row("a slight kink is passed", TRAIN, {"track__kinks": [{"at_mm": 300, "squeeze_mm": 0.4}]}, "runs"),
    Row("bore no wider than the magnets", TRAIN, {"track__former_mm": 12.0}, "not", "does not enter"),
    Row("magnets no wider than the cell", TRAIN, {"front__diameter_mm": 10.5, "rear__diameter_mm": 10.5}, "not", "no wider"),
    Row("bend too sharp", TRAIN, {"track__plan": {"form": "arc", "radius_mm": 50.0, "slope_deg": 0.0}}, "not", "sharp"),
    Row("enameled track", TRAIN, {"wire__finish": "enameled"}, "not", "enamel"),
    Row("enameled track bared along the bore", TRAIN, {"wire__finish": "enameled", "track__inside": "bared"}, "runs", "", {"speed": (0.6, 2.2)}),
    Row("straight up the wall", TRAIN, {"track__plan": {"form": "straight", "slope_deg": 60.0}}, "any", "", {"speed": (0, 1.2)}),
    Row("track that somebody stepped on", TRAIN, {"track__dents": [{"at_mm": 300, "length_mm": 60, "flat_mm": 3.4}]}, "stops", "trodden"),
    Row("a bore a little oval", TRAIN, {"track__oval_mm": 1.0}, "runs", "", {"speed": (0.4, 1.8)}),
    Row("a bore pressed flat", TRAIN, {"track__oval_mm": 4.0}, "not", "oval"),
    Row("pitch that grows to twice", TRAIN, {"track__loosens": 2.0}, "any", "", {"speed": (0.2, 2.0)}),
    Row("paper hull round the cell", sample("parcel-shuttle"), {}, "runs", "", {"speed": (0.4, 1.8)}),
    Row("paper hull too thick", TRAIN, {"hull_mm": 1.5}, "not", "hull"),
    Row("two cells in a row", TRAIN, {"battery__in_series": 2}, "any", "", {"speed": (0.2, 1.8)}),
    Row("magnets with a hole", TRAIN, {"front": HOLED, "rear": HOLED}, "runs", "", {"speed": (0.4, 1.8)}),
    Row("four magnets at each end", TRAIN, {"front__count": 4, "rear__count": 4}, "runs", "", {"speed": (0.4, 1.8)}),
    Row("track by young pupils", TRAIN, CHILD, "runs", "", {"speed": (0.2, 1.8)}),
    # Batteries, as they empty.
    Row("frame on an AA: some minutes", FRAME, {}, "runs", "", {"life": (3, 40)}),
    Row("frame made for a D cell: hours", good_motors("frame")[1], {}, "runs", "", {"speed": (150, 1500), "life": (30, 1500)}),
    Row("frame on an AAA: a few minutes", FRAME, {"battery__cell": "alkaline_AAA"}, "runs", "", {"life": (1, 15)}),
    Row("frame on a carbon cell is soon over", FRAME, {"battery__cell": "zinc_carbon_AA"}, "any", "", {"life": (0, 8), "current": (0.5, 3)}),
    Row("coil on an AA: about an hour", COIL, {}, "flick", "", {"life": (20, 150)}),
    Row("coil on a nickel cell: an hour or two", COIL, {"battery__cell": "nimh_AA"}, "any", "", {"life": (40, 300)}),
    Row("iron core on small current: hours", sample("crane-motor"), {}, "flick", "", {"life": (180, 1500)}),
    Row("train on an AAA: some minutes", TRAIN, {}, "runs", "", {"life": (3, 30)}),
    Row("roller on an AAA: a few minutes", KINDS["roller"].start, {}, "runs", "", {"life": (0.5, 15)}),
    Row("screw on an AA: a quarter of an hour to an hour", SCREW, {}, "runs", "", {"life": (8, 90)}),
    Row("screw on a D cell: hours", SCREW, {"battery__cell": "alkaline_D"}, "runs", "", {"life": (60, 900)}),
    Row("coil on two cells in a row", COIL, {"battery__in_series": 2, "flick__turns_per_s": 8.0}, "flick", "", {"life": (8, 90)}),
    Row("frame on a cell half used", FRAME, {"battery__used_percent": 50.0}, "any", "", {"speed": (100, 1300), "life": (0, 20)}),
    Row("frame in a cold shed", FRAME, {"room_C": 2.0}, "any", "", {"speed": (100, 1300), "life": (1, 25)}),
    Row("coil in a hot room", COIL, {"room_C": 35.0}, "flick", "", {"speed": (500, 5000), "held_still_time": (2, 35)}),
    # What gets hot.
    Row("frame: magnets and cell are hot in minutes", FRAME, {}, "runs", "", {"hands_off_time": (45, 500)}),
    Row("frame on a nickel cell held still burns at once", FRAME, NICKEL, "runs", "", {"held_still_time": (0.3, 8)}),
    Row("frame on an AA held still", FRAME, {}, "runs", "", {"held_still_time": (8, 150)}),
    Row("roller: hot in a minute or two", KINDS["roller"].start, {}, "runs", "", {"hands_off_time": (15, 200)}),
    Row("train: warm after minutes", TRAIN, {}, "runs", "", {"hands_off_time": (80, 1200)}),
    Row("screw: the cell is warm after minutes", SCREW, {}, "runs", "", {"hands_off_time": (60, 1200)}),
    Row("iron core held still: a minute or some", CORED, {}, "flick", "", {"held_still_time": (30, 600)}),
    Row("coil of thick wire on a D cell held still", COIL, {"battery__cell": "alkaline_D", **gauge(20)}, "any", "", {"held_still_time": (5, 120)}),
    Row("coil of thin wire held still", COIL, gauge(28), "any", "", {"held_still_time": (1, 30)}),
    # Axles that hop.
    Row("well balanced on open seats at 6 V", COIL, {**SIX, "imbalance_mm": 0.1, "supports__seat": "open"}, "flick", "", {"speed": (1500, 9000)}),
    Row("a bent coil on open seats at 22 V hops off", COIL, {**SIX, "battery__supply": {"volts": 22.0, "limit_A": 20.0}, "imbalance_mm": 0.8, "supports__seat": "open"}, "leaves"),
    Row("in a deep seat it stays", COIL, {**SIX, "imbalance_mm": 0.5, "supports__seat": "deep"}, "flick", "", {"speed": (600, 4000)}),
    Row("in closed loops it stays whatever is fed", COIL, {**SIX, "battery__supply": {"volts": 22.0, "limit_A": 20.0}, "imbalance_mm": 0.5, "supports__seat": "loop"}, "any", "", {"speed": (0, 6000)}),
    Row("half a millimeter off: slower than balanced", COIL, {"imbalance_mm": 0.5, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (600, 3500)}),
    Row("balanced to a tenth: fast", COIL, {"imbalance_mm": 0.1, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (1500, 7000)}),
    # Rods for tracks.
    Row("rod just as thick as the magnets", TRAIN, {"track__former_mm": 12.6}, "not", "rod 1 to 2 mm thicker"),
    Row("rod a millimeter thicker", TRAIN, {"track__former_mm": 13.7}, "runs", "", {"speed": (0.4, 1.8)}),
    Row("rod two millimeters thicker", TRAIN, {"track__former_mm": 14.7}, "runs", "", {"speed": (0.3, 1.7)}),
    Row("rod far too thick: it lies askew", TRAIN, {"track__former_mm": 18.0}, "not", "askew"),
    # More frames and screws.
    Row("frame on stronger magnets", FRAME, {"magnets__strength": {"by": "grade", "grade": "N52"}}, "runs", "", {"speed": (150, 1700)}),
    Row("frame on one thin magnet", FRAME, {"magnets__count": 1, "feet__height_mm": 1.5}, "any", "", {"push": (3, 60)}),
    Row("tarnished wire draws less", FRAME, {"surface": "tarnished"}, "any", "", {"current": (1, 5)}),
    Row("frame pressed firmly: slow or stuck", FRAME, {"feet__pressure": "firm"}, "any", "", {"speed": (0, 900)}),
    Row("frame of thick wire", FRAME, gauge(14), "any", "", {"speed": (0, 1200)}),
    Row("frame of thin wire", FRAME, gauge(26), "any", "", {"speed": (100, 2500)}),
    Row("screw with weak magnets", SCREW, {"magnets__strength": {"by": "grade", "grade": "N35"}}, "runs", "", {"speed": (800, 15000)}),
    Row("screw with its lead barely touching", SCREW, {"lead__pressure": "barely"}, "any", "", {"speed": (500, 20000)}),
    Row("two lobes on two cells", BOOK, {"battery__in_series": 2, "flick__turns_per_s": 8.0}, "flick", "", {"speed": (800, 8000)}),
    Row("Tide mill by an adult", sample("tide-mill"), {}, "flick", "", {"speed": (500, 8000), "life": (30, 400)}),
    Row("Ferry wheel: an hour on a cell", FERRY, {}, "flick", "", {"life": (20, 120), "mean_current": (0.2, 2)}),
    Row("Harbor ring goes round and round", sample("harbor-ring"), {}, "runs", "", {"life": (2, 30)}),
    Row("Crate roller on its sheet", sample("crate-roller"), {}, "runs", "", {"speed": (0.1, 1.0)}),
    Row("Night shuttle", sample("night-shuttle"), {}, "runs", "", {"speed": (0.3, 2.0)}),
]
# fmt: on


def outcome(verdict: Verdict) -> str:
    """How a verdict says that it goes."""
    if verdict.headline.startswith("Does not go"):
        return "not"
    if "but does not get through" in verdict.headline:
        return "stops"
    if "but poorly" in verdict.headline:
        return "poorly"
    if verdict.link("stays_on").state == "fails":
        return "leaves"
    return {"by_itself": "runs", "flick": "flick", "returns": "returns"}[verdict.starts]


@pytest.mark.parametrize("row", TABLE, ids=lambda row: row.situation)
def test_the_app_says_what_the_bench_shows(row: Row) -> None:
    verdict = evaluate(changed(row.design, **row.change))
    everything = f"{verdict.headline} {' '.join(verdict.causes)} {' '.join(link.sentence for link in verdict.links)}"
    assert row.how in ("any", outcome(verdict)), verdict.headline
    assert row.text in everything
    for name, (low, high) in row.shows.items():
        value = verdict.figures[name].value
        assert low <= value <= high, f"{name} is {value:.3g}, not {low:g} to {high:g}"
    # One chain judges both: what does not go has no way and no speed; what goes has both.
    assert (outcome(verdict) == "not") == (verdict.direction == "none")
    assert (outcome(verdict) == "not") == (verdict.figures["speed"].value == 0)


def test_the_table_is_long_enough_and_tells_no_situation_twice() -> None:
    assert len(TABLE) >= 90
    assert len({row.situation for row in TABLE}) == len(TABLE)


@pytest.mark.parametrize("kind", ["frame", "hanging", "train", "roller"])
def test_two_cells_side_by_side_are_refused_where_one_must_stand_alone(kind: str) -> None:
    with pytest.raises(UnfitPatch, match="1 where the cell stands alone"):
        changed(KINDS[kind].start, battery__in_parallel=2)
