"""The parts of a rotating coil in the order in which they are laid out on the bench."""

from __future__ import annotations

from oakspin.design.battery import CellName
from oakspin.design.coil import CradleDesign, Lead, LobesDesign, OwnOutline, RoundOutline
from oakspin.machines.coil.patterns import PATTERNS, plain
from oakspin.machines.coil.shape import CoilMotor, coil_shape, wire_length
from oakspin.machines.dials import Dial, PartLine, choice, number
from oakspin.machines.follow import Follower
from oakspin.machines.geometry import mm
from oakspin.machines.partlines import battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.parts.catalogue import SUPPORTS
from oakspin.parts.wire import wire_diameter

FEEDS: tuple[CellName, ...] = (
    "alkaline_AA", "alkaline_AAA", "alkaline_C", "alkaline_D", "zinc_carbon_AA", "nimh_AA", "nimh_AAA", "alkaline_9V", "lantern_6V", "bench_supply",
)  # fmt: skip
SEAT_WORD = {"open": "open cradle", "deep": "deep cradle", "loop": "closed loop"}
TURNS_A_MINUTE = 12.0  # of a careful adult winding by hand; bench experience


def coil_parts(design: CoilMotor) -> tuple[PartLine, ...]:
    """Battery, magnets, wire, coil, leads, supports, shaft, bench; every dial of a rotating coil."""
    length = wire_length(design, coil_shape(design))
    feeds = choice(design, "/plus_at", "Feeds", [("+ left", "left"), ("+ right", "right")])
    under = [("on the battery", "battery"), ("on the bench", "bench")]
    seconds = [("none", "none"), ("same pole up", "same"), ("turned over", "turned")]
    further = (
        choice(design, "/magnets_on", "Lie", under),
        choice(design, "/second", "Second above", seconds),
    )
    return (
        battery_line(design, FEEDS, feeds),
        magnets_line(design, shapes=True, further=further),
        wire_line(design, float(length), ends=False),
        _lobes(design) if isinstance(design, LobesDesign) else _coil(design),
        _leads(design),
        _supports(design),
        _shaft(design),
        bench_line(design),
    )


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
        number(design, "/coil/turns", "Turns", "", 1),
    ]
    if isinstance(outline, RoundOutline):
        dials.append(number(design, "/coil/outline/diameter_mm", "Diameter", "mm", 0.5))
        size = f"round {outline.diameter_mm:g} mm"
    elif isinstance(outline, OwnOutline):
        size = f"own outline, {len(outline.points)} corners"
    else:
        dials.append(number(design, "/coil/outline/along_mm", "Along axle", "mm", 0.5))
        dials.append(number(design, "/coil/outline/across_mm", "Across", "mm", 0.5))
        size = f"{outline.by} {outline.along_mm:g} × {outline.across_mm:g} mm"
    dials.append(number(design, "/gap_mm", "Gap", "mm", 0.1))
    dials += _tails(design)
    return PartLine(
        "coil",
        "Coil",
        f"{turns} {'turn' if turns == 1 else 'turns'}, {size}",
        _wound_figure(design, turns),
        tuple(dials),
    )


def _lobes(design: LobesDesign) -> PartLine:
    lobes = design.lobes
    dials = (
        choice(design, "/lobes/outline", "Shape", [("round", "round"), ("square", "square")]),
        number(design, "/lobes/turns", "Turns each", "", 1),
        number(design, "/lobes/along_mm", "Along axle", "mm", 0.5),
        number(design, "/lobes/reach_mm", "Reach", "mm", 0.5),
        number(design, "/lobes/opening_deg", "Opened", "°", 5),
        number(design, "/gap_mm", "Gap", "mm", 0.1),
        *_tails(design),
    )
    line = f"2 × {lobes.turns} turns, {lobes.along_mm:g} × {lobes.reach_mm:g} mm, open {lobes.opening_deg:g}°"
    return PartLine("coil", "Lobes", line, _wound_figure(design, 2 * lobes.turns), dials)


def _tails(design: CoilMotor) -> list[Dial]:
    return [
        number(design, "/tails/length_mm", "Leads", "mm", 1),
        choice(design, "/tails/tied", "Bundle", [("tied", True), ("loose", False)]),
        number(design, "/tails/off_opposite_mm", "Off middle", "mm", 0.1),
        number(design, "/tails/out_of_line_deg", "Out of line", "°", 0.5),
    ]


def _wound_figure(design: CoilMotor, turns: int) -> str:
    shape = coil_shape(design)
    holds = "holds its shape" if wire_diameter(design.wire) > 0.35e-3 or design.tails.tied else "opens: tie it"
    return f"gap {design.gap_mm:g} mm · bundle {mm(shape.bundle):.1f} mm · {max(1, round(turns / TURNS_A_MINUTE))} min to wind · {holds}"


def _leads(design: CoilMotor) -> PartLine:
    strip = design.strip
    dials = [choice(design, "/strip", "Pattern", [(name, plain(made)) for name, made in PATTERNS.items()])]
    for name, lead in (("left", strip.left), ("right", strip.right)):
        if lead.bared == "arcs":
            dials += _arc_dials(design, name, lead)
    line = "; ".join(f"{name} {_lead_word(lead)}" for name, lead in (("left", strip.left), ("right", strip.right)))
    turned = [arc.center_deg - 90 for lead in (strip.left, strip.right) for arc in lead.arcs[:1]]
    figure = f"turned {turned[0]:g}° from upright".replace("-", "−") if turned else "no angle to keep"
    return PartLine("leads", "Leads", line, figure, tuple(dials))


def _lead_word(lead: Lead) -> str:
    if lead.bared == "all":
        return "all bare"
    if lead.bared == "none":
        return "not bared"
    told = " + ".join(f"{arc.width_deg:g}°" for arc in lead.arcs)
    return f"{told} bare{', rest painted' if lead.rest == 'marker' else ''}"


def _arc_dials(design: CoilMotor, name: str, lead: Lead) -> list[Dial]:
    """Width and place of the first arc; further arcs keep its width and their distance."""
    at, first = f"/strip/{name}/arcs", lead.arcs[0]
    others = range(1, len(lead.arcs))
    wide = tuple(Follower(f"{at}/{number}/width_deg", 1.0) for number in others)
    turned = tuple(
        Follower(f"{at}/{number}/center_deg", 1.0, lead.arcs[number].center_deg - first.center_deg) for number in others
    )
    rests = [("enamel", "enamel"), ("painted", "marker")]
    return [
        number(design, f"{at}/0/width_deg", f"Bare, {name}", "°", 5, follows=wide),
        number(design, f"{at}/0/center_deg", f"Place, {name}", "°", 5, minimum=-90, maximum=270, follows=turned),
        choice(design, f"/strip/{name}/rest", f"Rest, {name}", rests),
    ]


def _supports(design: CoilMotor) -> PartLine:
    supports = design.supports
    kinds = [(entry.name, name) for name, entry in SUPPORTS.items()]
    seats = [(text, name) for name, text in SEAT_WORD.items()]
    dials = (
        choice(design, "/supports/type", "Made of", kinds),
        choice(design, "/supports/seat", "Seat", seats),
        number(design, "/supports/spacing_mm", "Apart", "mm", 1),
        number(design, "/supports/level_mm", "Right higher", "mm", 0.1),
        choice(design, "/supports/stand", "Stand", [("insulated", "insulated"), ("metal", "metal")]),
        choice(design, "/supports/stops", "Stops", [("yes", True), ("no", False)]),
        surface_dial(design),
    )
    high = mm(coil_shape(design).axle)
    figure = f"axle at {high:.3g} mm · {supports.spacing_mm:g} mm apart · {design.surface}"
    return PartLine(
        "supports", "Supports", f"{SUPPORTS[supports.type].name}, {SEAT_WORD[supports.seat]}", figure, dials
    )


def _shaft(design: CoilMotor) -> PartLine:
    measured = design.imbalance_mm
    known: list[tuple[str, object]] = [("as hands make it", None), ("measured", measured or 0.2)]
    dials = [
        number(design, "/flick/turns_per_s", "Flick", "turns/s", 0.5),
        choice(design, "/flick/sense", "Flicked", [("good way", "good"), ("wrong way", "wrong")]),
        choice(design, "/imbalance_mm", "Balance", known),
    ]
    if measured is not None:
        dials.append(number(design, "/imbalance_mm", "Off axle", "mm", 0.01))
    dials += [
        number(design, "/fan/mass_g", "Fan", "g", 0.1),
        number(design, "/fan/radius_mm", "… at radius", "mm", 1),
        number(design, "/fan/area_mm2", "… in the air", "mm²", 10),
    ]
    fan = f"fan of {design.fan.mass_g:g} g" if design.fan.mass_g else "bare shaft"
    balance = "balance as hands make it" if measured is None else f"{measured:g} mm off balance, measured"
    way = "" if design.flick.sense == "good" else ", the wrong way"
    return PartLine(
        "shaft", "Shaft", f"{fan} · {balance}", f"flick of {design.flick.turns_per_s:g} turns/s{way}", tuple(dials)
    )
