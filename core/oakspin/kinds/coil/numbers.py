"""The parts of a rotating coil in the order in which they are laid out on the bench."""

from __future__ import annotations

from oakspin.constants import UNCERTAIN
from oakspin.design.battery import CellName
from oakspin.design.coil import CradleDesign, Lead, LobesDesign, OwnOutline, RoundOutline
from oakspin.design.patch import Patch, Setting
from oakspin.kinds.coil import words as say
from oakspin.kinds.coil.patterns import driven_place, patterns, plain
from oakspin.kinds.geometry import mm
from oakspin.kinds.numbers import Dial, Follower, PartLine, choice, folded, number
from oakspin.kinds.partlines import battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.machines.coil.shape import CoilMotor, coil_shape, wire_length
from oakspin.parts.catalogue import SUPPORTS
from oakspin.parts.wire import bend_moment, wire_diameter, wire_metal

FEEDS: tuple[CellName, ...] = (
    "alkaline_AA",
    "alkaline_AAA",
    "alkaline_C",
    "alkaline_D",
    "zinc_carbon_AA",
    "nimh_AA",
    "nimh_AAA",
    "alkaline_9V",
    "lantern_6V",
    "bench_supply",
)
LIE_WORD = {
    "battery": "on the battery",
    "bench": "on the bench",
    "beside": "beside the coil",
    "around": "around the coil",
}
AXLE_WORD = {"leads": "its own leads", "cork": "a cork", "pencil": "a pencil stub"}
SEAT_WORD = {"open": "open cradle", "deep": "deep cradle", "loop": "closed loop"}
ONCE_ROUND = (-90.0, 270.0)  # degrees: from one flat pose of the coil to the same again
RESTS = {"marked side up": 0.0, "… to the left": 90.0, "… down": 180.0, "… to the right": 270.0}  # degrees from up
TURNS_A_MINUTE = 12.0  # of a careful adult winding by hand; bench experience


def coil_parts(design: CoilMotor) -> tuple[PartLine, ...]:
    """Battery, magnets, wire, coil, leads, supports, shaft, bench; every dial of a rotating coil."""
    length = wire_length(design, coil_shape(design))
    feeds = choice(design, "/plus_at", "Feeds", [("+ left", "left"), ("+ right", "right")])
    supplied = design.battery.cell == "bench_supply"
    under = [(text, name) for name, text in LIE_WORD.items() if not (name == "battery" and supplied)]
    under = [(text, name) for text, name in under if name != "around" or design.magnets.shape == "ring"]
    alone: dict[str, Patch] = {LIE_WORD["around"]: (Setting("/second", "none"),)}
    next_to = design.magnets_on == "beside"
    seconds = [("none", "none"), ("same pole up", "same"), ("turned over", "turned")]
    if next_to:
        seconds = [("none", "none"), ("other pole facing", "same"), ("same pole facing", "turned")]
    opposite = "Other side" if next_to else "Above coil"
    sideways = design.magnets.shape == "block" and design.magnets.magnetized == "across"
    further = (
        choice(design, "/magnets_on", "Placed", under, also=alone),
        *(() if design.magnets_on == "around" or sideways else (choice(design, "/second", opposite, seconds),)),
    )
    return (
        battery_line(design, FEEDS, feeds, off_battery=_off_battery(design)),
        magnets_line(
            design, blocks=True, across=design.second == "none", further=further, faces="facing" if next_to else "up"
        ),
        wire_line(design, design.wire, float(length), ends=False, tuned=2),
        _lobes(design) if isinstance(design, LobesDesign) else _coil(design),
        _leads(design),
        _supports(design),
        _shaft(design),
        bench_line(design),
    )


def _off_battery(design: CoilMotor) -> Patch:
    return (Setting("/magnets_on", "bench"),) if design.magnets_on == "battery" else ()


def _coil(design: CradleDesign) -> PartLine:
    outline, turns = design.coil.outline, design.coil.turns
    shape = coil_shape(design)
    across, along = 2 * mm(shape.wound.measures.reach), 2 * mm(shape.wound.measures.half_along)
    corners = [
        {"along_mm": x, "across_mm": y}
        for x, y in (
            (-along / 2, -across / 2),
            (along / 2, -across / 2),
            (along / 2, across / 2),
            (-along / 2, across / 2),
        )
    ]
    shapes: list[tuple[str, object]] = [
        ("round", {"by": "round", "diameter_mm": across}),
        ("square", {"by": "square", "along_mm": along, "across_mm": across}),
        ("oval", {"by": "oval", "along_mm": along, "across_mm": across}),
        ("own outline", {"by": "own", "points": corners}),
    ]
    dials = [
        choice(design, "/coil/outline", "Shape", shapes),
        number(design, "/coil/turns", "Turns", "", 1, name="Turns of the coil", tuned=1, built=True),
    ]
    if isinstance(outline, RoundOutline):
        dials.append(number(design, "/coil/outline/diameter_mm", "Diameter", "mm", 0.5, name="Coil diameter"))
        size = f"round {outline.diameter_mm:g} mm"
    elif isinstance(outline, OwnOutline):
        dials += _corners(design, len(outline.points))
        size = f"own outline, {len(outline.points)} corners"
    else:
        dials.append(number(design, "/coil/outline/along_mm", "Along axle", "mm", 0.5, name="Coil along the axle"))
        dials.append(number(design, "/coil/outline/across_mm", "Across", "mm", 0.5, name="Coil across the axle"))
        size = f"{outline.by} {outline.along_mm:g} × {outline.across_mm:g} mm"
    dials.append(_gap(design))
    dials += _tails(design)
    held = "" if design.axle == "leads" else f", on {AXLE_WORD[design.axle]}"
    return PartLine(
        "coil",
        "Coil",
        f"{turns} {'turn' if turns == 1 else 'turns'}, {size}{held}",
        _wound_figure(design, turns),
        tuple(dials),
    )


def _gap(design: CoilMotor) -> Dial:
    name = "Axle above the ring" if design.magnets_on == "around" else "Gap to the magnet"
    return number(design, "/gap_mm", "Gap", "mm", 0.1, name=name, within=(0, 40), tuned=3, built=True)


def _corners(design: CradleDesign, count: int) -> list[Dial]:
    """Both places of every corner of an outline of one's own."""
    dials = []
    for place in range(count):
        at, corner = f"/coil/outline/points/{place}", f"Corner {place + 1}"
        dials.append(
            number(design, f"{at}/along_mm", f"{corner}, along", "mm", 0.5, name=f"{corner} along", within=(-60, 60))
        )
        dials.append(
            number(design, f"{at}/across_mm", "… across", "mm", 0.5, name=f"{corner} across", within=(-60, 60))
        )
    return dials


def _lobes(design: LobesDesign) -> PartLine:
    lobes = design.lobes
    dials = (
        choice(design, "/lobes/outline", "Shape", [("round", "round"), ("square", "square")]),
        number(design, "/lobes/turns", "Turns each", "", 1, name="Turns of each lobe", tuned=1, built=True),
        number(design, "/lobes/along_mm", "Along axle", "mm", 0.5, name="Lobe along the axle"),
        number(design, "/lobes/reach_mm", "Reach", "mm", 0.5, name="Reach of the lobes"),
        number(design, "/lobes/opening_deg", "Opened", "°", 5, name="Opening of the lobes"),
        _gap(design),
        *_tails(design),
    )
    line = say.LOBES.format(turns=lobes.turns, along=lobes.along_mm, reach=lobes.reach_mm, opening=lobes.opening_deg)
    return PartLine("coil", "Lobes", line, _wound_figure(design, 2 * lobes.turns), dials)


def _tails(design: CoilMotor) -> list[Dial]:
    return [
        number(design, "/tails/length_mm", "Leads", "mm", 1, name="Length of the leads"),
        choice(design, "/tails/tied", "Bundle", [("tied", True), ("loose", False)]),
        number(design, "/tails/off_opposite_mm", "Off middle", "mm", 0.1, name="Leads off the middle"),
        number(design, "/tails/out_of_line_deg", "Out of line", "°", 0.5, name="Leads out of line"),
        *folded(choice(design, "/axle", "Held by", [(text, name) for name, text in AXLE_WORD.items()])),
    ]


def _wound_figure(design: CoilMotor, turns: int) -> str:
    shape = coil_shape(design)
    strength = bend_moment(wire_diameter(design.wire), wire_metal(design.wire)) / (design.tails.length_mm * 1e-3)
    holds = "holds its shape" if design.tails.tied else "opens: tie it"
    if design.axle == "leads" and strength < UNCERTAIN["handling_N"].median:
        holds = "keeps no shape when handled"
    room = f"axle {design.gap_mm:g} mm over the ring" if design.magnets_on == "around" else f"gap {design.gap_mm:g} mm"
    return say.WOUND_FIGURE.format(
        gap=room, bundle=mm(shape.bundle), max=max(1, round(turns / TURNS_A_MINUTE)), holds=holds
    )


def _leads(design: CoilMotor) -> PartLine:
    strip = design.strip
    dials = [choice(design, "/strip", "Pattern", [(name, plain(made)) for name, made in patterns(design).items()])]
    for name, lead in (("left", strip.left), ("right", strip.right)):
        if lead.bared == "arcs":
            dials += _arc_dials(design, name, lead, tuned=name == _tuned_lead(design))
    line = "; ".join(f"{name} {_lead_word(lead)}" for name, lead in (("left", strip.left), ("right", strip.right)))
    turned = [arc.center_deg - driven_place(design) for lead in (strip.left, strip.right) for arc in lead.arcs[:1]]
    figure = (
        f"turned {turned[0]:g}° from {'flat' if design.magnets_on == 'beside' else 'upright'}".replace("-", "−")
        if turned
        else "no angle to keep"
    )
    return PartLine("leads", "Leads", line, figure, tuple(dials))


def _lead_word(lead: Lead) -> str:
    if lead.bared == "all":
        return "all bare"
    if lead.bared == "none":
        return "not bared"
    arcs_text = " + ".join(f"{arc.width_deg:g}°" for arc in lead.arcs)
    return f"{arcs_text} bare{', rest painted' if lead.rest == 'marker' else ''}"


def _tuned_lead(design: CoilMotor) -> str:
    """The lead whose bared arc is tuned: the right one where it has any."""
    return next((name for name in ("right", "left") if getattr(design.strip, name).bared == "arcs"), "")


def _arc_dials(design: CoilMotor, name: str, lead: Lead, *, tuned: bool) -> list[Dial]:
    """Width and place of the first arc; further arcs keep its width and their distance."""
    at, first = f"/strip/{name}/arcs", lead.arcs[0]
    further = list(enumerate(lead.arcs))[1:]
    wide = tuple(Follower(f"{at}/{place}/width_deg", 1.0) for place, _ in further)
    turned = tuple(
        Follower(f"{at}/{place}/center_deg", 1.0, arc.center_deg - first.center_deg) for place, arc in further
    )
    rests = [("enamel", "enamel"), ("painted", "marker")]
    return [
        number(
            design,
            f"{at}/0/width_deg",
            f"Bare, {name}",
            "°",
            5,
            name=f"{name} lead: width of the bared arc".capitalize(),
            follows=wide,
            tuned=5 if tuned else 0,
            built=tuned,
        ),
        number(
            design,
            f"{at}/0/center_deg",
            f"Place, {name}",
            "°",
            5,
            name=f"{name} lead: place of the bared arc".capitalize(),
            within=ONCE_ROUND,
            follows=turned,
            tuned=4 if tuned else 0,
            built=tuned,
        ),
        choice(design, f"/strip/{name}/rest", f"Rest, {name}", rests),
        *(
            folded(
                number(
                    design,
                    f"/strip/{name}/worn_percent",
                    f"Worn, {name}",
                    "%",
                    5,
                    name=f"{name} lead: paint worn off".capitalize(),
                    built=True,
                )
            )
            if lead.rest == "marker"
            else ()
        ),
    ]


def _supports(design: CoilMotor) -> PartLine:
    supports = design.supports
    kinds = [(entry.name, name) for name, entry in SUPPORTS.items()]
    seats = [(text, name) for name, text in SEAT_WORD.items()]
    dials = (
        choice(design, "/supports/type", "Made of", kinds),
        choice(design, "/supports/seat", "Seat", seats),
        number(design, "/supports/spacing_mm", "Apart", "mm", 1, name="Supports apart"),
        number(design, "/supports/level_mm", "Right higher", "mm", 0.1, name="Right support higher"),
        choice(design, "/supports/stand", "Stand", [("insulated", "insulated"), ("metal", "metal")]),
        choice(design, "/supports/stops", "Stops", [("yes", True), ("no", False)]),
        surface_dial(design),
    )
    high = mm(coil_shape(design).axle)
    figure = f"axle at {high:.3g} mm · {supports.spacing_mm:g} mm apart · {design.surface}"
    return PartLine(
        "supports", "Supports", f"{SUPPORTS[supports.type].name}, {SEAT_WORD[supports.seat]}", figure, dials
    )


def rests(design: CoilMotor) -> list[tuple[str, object]]:
    """How it may hang with the power off: as hands make it, or with the marked side to one of four sides."""
    now = design.rests_deg
    ways: list[tuple[str, object]] = [("as hands make it", None), *((text, turned) for text, turned in RESTS.items())]
    return ways if now is None or now in RESTS.values() else [*ways, (f"marked side {now:g}° from up", now)]


def _shaft(design: CoilMotor) -> PartLine:
    measured = design.imbalance_mm
    known: list[tuple[str, object]] = [("as hands make it", None), ("measured", measured or 0.2)]
    dials = [
        number(design, "/flick/turns_per_s", "Flick", "turns/s", 0.5),
        choice(design, "/flick/sense", "Flicked", [("good way", "good"), ("wrong way", "wrong")]),
        choice(design, "/imbalance_mm", "Balance", known),
    ]
    if measured is not None:
        dials.append(number(design, "/imbalance_mm", "Off axle", "mm", 0.01, name="Balance off the axle"))
    dials.append(choice(design, "/rests_deg", "Rests", rests(design)))
    if design.rests_deg is not None:
        dials.append(
            number(
                design,
                "/rests_deg",
                "… turned",
                "°",
                5,
                name="Marked side at rest",
                tuned=6,
                built=True,
            )
        )
    dials += [
        number(design, "/fan/mass_g", "Fan", "g", 0.1, name="Mass of the fan"),
        number(design, "/fan/radius_mm", "… at radius", "mm", 1, name="Radius of the fan"),
        number(design, "/fan/area_mm2", "… in the air", "mm²", 10, name="Area of the fan"),
    ]
    fan = f"fan of {design.fan.mass_g:g} g" if design.fan.mass_g else "bare shaft"
    balance = "balance as hands make it" if measured is None else f"{measured:g} mm off balance, measured"
    way = "" if design.flick.sense == "good" else ", the wrong way"
    return PartLine(
        "shaft", "Shaft", f"{fan} · {balance}", f"flick of {design.flick.turns_per_s:g} turns/s{way}", tuple(dials)
    )
