"""Building a rotating coil: winding, leads in line, baring the right part, supports, checks, true-size gauges."""

from __future__ import annotations

import math

from oakspin.design.coil import CradleDesign, Lead, LobesDesign, OwnOutline
from oakspin.kinds.build import (
    BuildPlan,
    Cut,
    HowTo,
    PowerCheck,
    SetLength,
    Step,
    Template,
    TemplateLabel,
    TemplateLine,
)
from oakspin.kinds.coil import words as say
from oakspin.kinds.coil.numbers import TURNS_A_MINUTE
from oakspin.kinds.geometry import Label, Polyline, Role, Shape, mm
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import FUMES, HOLD_ENDS, HOT_PAPER, KNIFE, SLIDE, lay_out
from oakspin.machines.coil.causes import former_radius, windable
from oakspin.machines.coil.outline import drawn
from oakspin.machines.coil.shape import CoilMotor, CoilShape, coil_shape, seen_from, wire_length
from oakspin.machines.coil.strip import upright_pose
from oakspin.parts.catalogue import AXLES, SUPPORTS
from oakspin.parts.wire import EASY_BEND, bend_moment, wire_diameter, wire_metal

SPARE = 40.0  # mm to hold while winding
SPRING_BACK = 1.02  # a coil slid off its former opens by this much; bench experience
LEAD_DRAWN = 9.0  # mm, a lead's radius in the figures
FLAT_BOOK = 176.0  # degrees from which two lobes lie in one plane


def coil_build(design: CoilMotor) -> BuildPlan:
    """Everything needed to build the design."""
    shape = coil_shape(design)
    return BuildPlan(
        cuts=_cuts(design, shape),
        bends=(),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=_checks(design, shape),
        template=_template(design, shape),
        flick=_flick(design),
        how_to=_how_to(design, shape),
    )


def _cuts(design: CoilMotor, shape: CoilShape) -> tuple[Cut, ...]:
    whole = math.ceil(float(wire_length(design, shape)) * 1e3 + SPARE)
    tails = 2 * design.tails.length_mm + SPARE
    note = (
        "in one piece; half the turns for each lobe" if design.kind == "lobes" else "in one piece, both leads included"
    )
    return (Cut("Coil", 1, float(whole), tails, note),)


def _former(design: CoilMotor, shape: CoilShape) -> tuple[str, float, float]:
    """Shape of the former in words, and its sides in mm: the coil's inner edge, before it springs open."""
    measures, bundle = shape.wound.measures, mm(shape.bundle)
    along = (2 * mm(measures.half_along) - bundle) / SPRING_BACK
    across = ((1 if shape.wound.outline.lobe else 2) * mm(measures.reach) - bundle) / SPRING_BACK
    return shape.wound.outline.by, round(along, 1), round(across, 1)


def _settings(design: CoilMotor, shape: CoilShape) -> tuple[SetLength, ...]:
    by, along, across = _former(design, shape)
    rise = design.supports.level_mm / 2
    axle = mm(shape.axle)
    former = (
        SetLength("Former, diameter", along, "", "rod", "/coil/outline/diameter_mm", SPRING_BACK)
        if by == "round" and not shape.wound.outline.lobe
        else SetLength("Former, along the axle", along, f"a block {along:g} × {across:g} mm, edges rounded")
    )
    measures = [
        former,
        SetLength("Leads, each", design.tails.length_mm, "from the bundle to the tip"),
        SetLength("Supports apart", design.supports.spacing_mm, "the gauge on the template"),
        SetLength("Seat above the bench, left", round(axle - rise, 1), "the gauge on the template"),
        SetLength("Seat above the bench, right", round(axle + rise, 1), "the gauge on the template"),
        SetLength(
            "Axle above the ring" if design.magnets_on == "around" else "Gap between coil and magnet",
            design.gap_mm,
            "beside the coil" if design.magnets_on == "beside" else "under the coil",
            "gap",
            "/gap_mm",
        ),
    ]
    if design.kind == "lobes":
        measures.append(
            SetLength("Each lobe reaches from the axle", mm(shape.wound.measures.reach), "the outline on the template")
        )
    return tuple(measures)


def _steps(design: CoilMotor, shape: CoilShape) -> tuple[Step, ...]:
    makers = (_lay_out, _cut, _wind, _part, _tie, _tails, _bare, _supports, _place, _fan)
    return tuple(step for make in makers if (step := make(design, shape)))


def _lay_out(design: CoilMotor, shape: CoilShape) -> Step:
    twice = " twice" if design.second != "none" else ""
    parts = say.LAY_OUT.format(
        pack_name=pack_name(design.battery),
        magnets_name=magnets_name(design.magnets),
        twice=twice,
        name=SUPPORTS[design.supports.type].name,
    )
    return lay_out(parts, sum(stack.count for stack in design.stacks))


def _cut(design: CoilMotor, shape: CoilShape) -> Step:
    cut = _cuts(design, shape)[0]
    text = say.CUT.format(length=cut.length_mm)
    return Step("cut", "Cut the wire", text, 2, ("wire cutter", "ruler"), caution=HOLD_ENDS)


def _wind(design: CoilMotor, shape: CoilShape) -> Step:
    by, along, across = _former(design, shape)
    turns = int(shape.wound.turns)
    moment = bend_moment(wire_diameter(design.wire), wire_metal(design.wire))
    stiff = moment > EASY_BEND
    what = (
        f"a round former of {along:g} mm"
        if by == "round" and design.kind == "cradle"
        else f"a former of {along:g} × {across:g} mm"
    )
    if isinstance(design, CradleDesign) and isinstance(design.coil.outline, OwnOutline):
        what = "pins set in a board at the corners of the outline"
    text = say.WIND.format(
        length=design.tails.length_mm + SPARE / 2, turns=turns, turns_2="turn" if turns == 1 else "turns", what=what
    )
    hard = " The wire is stiff: an adult's hands, or a thinner gauge." if stiff else ""
    if moment > windable(former_radius(shape)):
        hard = " No fingers wind wire this stiff on so thin a former: take a thinner gauge first."
    return Step("wind", "Wind the coil", text + hard, 2 + turns / TURNS_A_MINUTE, ("former",), adult=stiff)


def _part(design: CoilMotor, shape: CoilShape) -> Step | None:
    if design.kind != "lobes":
        return None
    half = int(shape.wound.turns) // 2
    text = say.PART.format(half=half, opening=design.lobes.opening_deg)
    return Step("open", "Open the two lobes", text, 4)


def _tie(design: CoilMotor, shape: CoilShape) -> Step | None:
    if not design.tails.tied:
        return None
    text = say.TIE
    if design.kind == "lobes":
        text = say.TIE_ON_BOOK
    return Step("tie", "Tie the coil with its leads", text, 4, ("pliers",))


def _tails(design: CoilMotor, shape: CoilShape) -> Step:
    held = AXLES.get(design.axle)
    text = (say.AXLE if held else say.TAILS).format(length=design.tails.length_mm, name=held.name if held else "")
    if design.supports.stops:
        text += say.TAILS_STOPS
    return Step("tails", "Set the leads opposite and in line", text, 5, ("pliers", "wire cutter", "ruler"))


def _turn_of(lead: Lead) -> float:
    """How far the coil is turned from its first upright pose, degrees, when the first arc's middle is on top."""
    return 90.0 - lead.arcs[0].center_deg


def _tilt_of(design: CoilMotor, lead: Lead) -> float:
    """How far the marked side is turned from up, degrees counterclockwise, when the first arc's middle is on top."""
    return (_turn_of(lead) - math.degrees(upright_pose(design)) + 180.0) % 360.0 - 180.0


def _pose_words(design: CoilMotor, lead: Lead) -> str:
    tilt = _tilt_of(design, lead)
    if abs(tilt) <= 8:
        return "upright, marked side up"
    if abs(abs(tilt) - 180) <= 8:
        return "upright, marked side down"
    if abs(abs(tilt) - 90) <= 8:
        return f"flat, marked side to the {'left' if tilt > 0 else 'right'}"
    return f"with the marked side {abs(tilt):.0f}° {'left' if tilt > 0 else 'right'} of up"


def _bare(design: CoilMotor, shape: CoilShape) -> Step | None:
    if design.wire.finish == "bare":
        return None
    strip = design.strip
    looks = "right" if upright_pose(design) == 0 else "left"
    parts = [say.BARE.format(looks=looks)]
    if isinstance(design, LobesDesign):
        opens = "left" if looks == "right" else "right"
        how = f"the book open to the {opens}, seen from the {seen_from(design)} end, one lobe above the other"
        if design.lobes.opening_deg >= FLAT_BOOK:
            how = "one lobe straight up"
        parts = [say.BARE_LOBES.format(how=how, seen_from=seen_from(design))]
    for name, lead in (("left", strip.left), ("right", strip.right)):
        if lead.bared == "all":
            parts.append(say.BARE_ALL_ROUND.format(name=name))
        elif lead.bared == "arcs":
            reach = f"{lead.arcs[0].width_deg:g}°"
            again = say.BARE_OTHER_ARC.format(width=lead.arcs[1].width_deg) if len(lead.arcs) == 2 else ""
            if lead.rest == "marker":
                parts.append(say.BARE_BUT_TOP.format(name=name, pose_words=_pose_words(design, lead), reach=reach))
            else:
                parts.append(
                    say.BARE_ARC.format(name=name, pose_words=_pose_words(design, lead), reach=reach, again=again)
                )
    how = (
        ". ".join(part[0].upper() + part[1:] for part in parts)
        + f". Seen from the {seen_from(design)} end; compare with the figure."
    )
    caution = f"{KNIFE} {FUMES}"
    return Step("bare", "Bare the leads", how, 7, ("sandpaper", "board", "strip gauge"), caution=caution)


def _supports(design: CoilMotor, shape: CoilShape) -> Step:
    supports = design.supports
    seat = {
        "open": "a shallow V",
        "deep": "a V as deep as a little finger is wide",
        "loop": "a closed loop, a little wider than the lead",
    }[supports.seat]
    text = say.SUPPORTS.format(seat=seat, spacing=supports.spacing_mm, plus_at=design.plus_at)
    caution = say.SUPPORTS_CAUTION
    return Step(
        "supports",
        "Set up the supports",
        text,
        8,
        ("pliers", "tape", "template"),
        adult=supports.type in {"safety_pin", "needle_eye"},
        caution=caution,
    )


def _place(design: CoilMotor, shape: CoilShape) -> Step:
    magnets = design.magnets
    way = "toward the coil" if design.magnets_on == "beside" else "up"
    pole = (
        f"{magnets.pole_up} {way}"
        if magnets.magnetized == "along"
        else "magnetized across: take others for a motor that turns"
    )
    raised = mm(float(shape.base))
    text, under = {
        "battery": (say.PLACE, "on the lying battery, under the middle of the coil"),
        "bench": (say.PLACE, "on the bench under the middle of the coil"),
        "beside": (say.PLACE_NEXT, ""),
        "around": (say.PLACE_AROUND, f"blocks of wood {raised:.0f} mm high" if raised else "the bench"),
    }[design.magnets_on]
    text = text.format(under=under, pole=pole, gap=design.gap_mm)
    if design.second != "none":
        same = design.second == "same"
        if design.magnets_on == "beside":
            text += say.PLACE_OTHER_SIDE.format(
                turned="the other pole toward the coil" if same else "the same pole toward it"
            )
        else:
            text += say.PLACE_ABOVE.format(the_same_pole_up="the same pole up" if same else "turned over")
    return Step("place", "Magnets and gap", text, 4, ("compass", "coins"), caution=SLIDE)


def _fan(design: CoilMotor, shape: CoilShape) -> Step | None:
    if design.fan.mass_g == 0:
        return None
    return Step(
        "fan",
        "Put the fan on",
        say.FAN.format(mass_g=design.fan.mass_g, radius=design.fan.radius_mm),
        5,
        ("paper", "tape"),
        caution=HOT_PAPER,
    )


def pose_word(design: CoilMotor) -> str:
    """How the coil is while the magnets push it best."""
    return "lies flat" if design.magnets_on == "beside" else "stands upright"


def rest_words(turned: float) -> str:
    """Where the marked side points, turned so far counterclockwise from up in degrees."""
    sides = {0: "up", 90: "to the left", 180: "down", 270: "to the right", 360: "up"}
    near = min(sides, key=lambda side: abs(side - turned))
    return sides[near] if abs(near - turned) < 8 else f"{turned:g}° counterclockwise from up"


def _checks(design: CoilMotor, shape: CoilShape) -> tuple[PowerCheck, ...]:
    turns = int(shape.wound.turns)
    rests = (
        say.CHECK_RESTS_ANYWHERE
        if design.rests_deg is None
        else say.CHECK_RESTS_MARKED.format(how=rest_words(design.rests_deg))
    )
    leads = say.CHECK_LEADS_COIL.format(pose=pose_word(design)) if design.kind == "cradle" else say.CHECK_LEADS_LOBES
    way = say.CHECK_WAY.format(
        pole=design.magnets.pole_up,
        way="toward the coil" if design.magnets_on == "beside" else "up",
        plus_at=design.plus_at,
    )
    return (
        PowerCheck("Leave one clip off, so that no current flows while you check.", ("clips",)),
        PowerCheck(say.CHECK_TURNS.format(turns=f"{turns} {'turn' if turns == 1 else 'turns'}"), ("turns", "tied")),
        PowerCheck(say.CHECKS, ("apart",)),
        PowerCheck(way, ("pole", "feeds", "second")),
        PowerCheck(say.CHECK_CLEARS, ("gap", "seats")),
        PowerCheck("Flicked, it spins freely for some turns and stays in its seats.", ("in_line", "stops", "seats")),
        PowerCheck(rests, ("rests", "fan", "open")),
        PowerCheck(leads, ("bare_part",)),
    )


def _flick(design: CoilMotor) -> str:
    if design.flick.turns_per_s == 0:
        return "Let it go from rest with the bare metal in both supports."
    return say.FLICK


def _arc(x: float, y: float, radius: float, start: float, end: float) -> Polyline:
    count = max(int(abs(end - start) / 8) + 2, 4)
    angles = [math.radians(start + (end - start) * step / (count - 1)) for step in range(count)]
    return tuple((round(x + radius * math.cos(t), 3), round(y + radius * math.sin(t), 3)) for t in angles)


def _how_to(design: CoilMotor, shape: CoilShape) -> tuple[HowTo, ...]:
    winding = _winding(design, shape)
    if design.wire.finish == "bare":
        return (winding,)
    leads = (("left", design.strip.left), ("right", design.strip.right))
    return (winding, *(_scraping(design, name, lead) for name, lead in leads if lead.bared == "arcs"))


def _winding(design: CoilMotor, shape: CoilShape) -> HowTo:
    """The coil on its former, seen from its end: the first turns, and both leads where they leave it."""
    by, along, across = _former(design, shape)
    round_one = by == "round" and design.kind == "cradle"
    half, high = along / 2, (along if round_one else across) / 2

    def ring(out: float) -> Polyline:
        if round_one:
            return _arc(0, 0, half + out, 0, 360)
        wide, tall = half + out, high + out
        return ((-wide, -tall), (wide, -tall), (wide, tall), (-wide, tall))

    space = max(half, high) * 0.09
    turns = int(shape.wound.turns)
    drawn_turns = tuple(Shape("wire", ring(space * (0.9 + each))) for each in range(min(turns, 3)))
    out, lead = half + space * 3, min(design.tails.length_mm, 1.2 * half)
    leads = tuple(Shape("wire", ((side * out, 0.0), (side * (out + lead), 0.0)), closed=False) for side in (-1, 1))
    size = f"{along:g} mm" if round_one else f"{along:g} × {across:g} mm"
    tall = high + space * 3
    # An arrow along the top: all turns go this way.
    way = (
        (-half * 0.5, tall + 4.0),
        (half * 0.5, tall + 4.0),
        (half * 0.5 - 2.4, tall + 5.6),
        (half * 0.5, tall + 4.0),
        (half * 0.5 - 2.4, tall + 2.4),
    )
    labels = (
        Label(0.0, 1.0, "former"),
        Label(0.0, -max(4.0, high * 0.3), size),
        Label(0.0, tall + 9.0, f"{turns} {'turn' if turns == 1 else 'turns'}, all this way", strong=True),
        Label(out + lead / 2, 3.0, f"{design.tails.length_mm:g} mm"),
    )
    shapes = (Shape("core", ring(0.0)), *drawn_turns, *leads, Shape("mark", way, closed=False))
    wide = out + lead + 4.0
    return HowTo("Winding the coil", "", shapes, labels, (-wide, -tall - 5.0, wide, tall + 15.0), "wind")


def _scraping(design: CoilMotor, name: str, lead: Lead) -> HowTo:
    """The coil end-on, held so that the first arc's middle is on top of the lead that lies on the board."""
    tilt = math.radians(90 + _tilt_of(design, lead))
    reach = 34.0
    x, y = reach * math.cos(tilt), reach * math.sin(tilt)
    cover: Role = "paint" if lead.rest == "marker" else "enamel"
    wide = lead.arcs[0].width_deg
    shapes = (
        Shape("bench", ((-44.0, -LEAD_DRAWN - 3), (44.0, -LEAD_DRAWN - 3), (44.0, -LEAD_DRAWN), (-44.0, -LEAD_DRAWN))),
        Shape("wire", ((-x, -y), (x, y)), closed=False),
        Shape("mark", _arc(x, y, 2.2, 0, 360)),
        Shape(cover, _arc(0, 0, LEAD_DRAWN, 0, 360)),
        *(
            Shape(
                "bared",
                _arc(
                    0,
                    0,
                    LEAD_DRAWN,
                    arc.center_deg - arc.width_deg / 2 + _turn_of(lead),
                    arc.center_deg + arc.width_deg / 2 + _turn_of(lead),
                ),
                closed=False,
            )
            for arc in lead.arcs
        ),
    )
    work = "keep this free of paint" if lead.rest == "marker" else "take this off"
    labels = (
        Label(0, LEAD_DRAWN + 5.5, f"{work}: {wide:g}°", strong=True),
        Label(0, -LEAD_DRAWN - 9, "board, beyond the coil"),
        Label(x + (6 if x >= -1 else -6), y, "marked side", anchor="start" if x >= -1 else "end"),
    )
    text = say.SCRAPING.format(name=name, seen_from=seen_from(design), pose_words=_pose_words(design, lead))
    return HowTo(f"Baring the {name} lead", text, shapes, labels, (-60.0, -40.0, 60.0, 42.0), "bare")


def _template(design: CoilMotor, shape: CoilShape) -> Template:
    """Strip gauge, supports and former, side by side at true size."""
    axle, half, rise = mm(shape.axle), design.supports.spacing_mm / 2, design.supports.level_mm / 2
    path = [(mm(u), mm(v)) for u, v in drawn(shape.wound.outline)]
    along = max(abs(u) for u, _ in path)
    top, low = max(v for _, v in path), min(v for _, v in path)
    wide = half + 6
    former = wide + 12 + along
    lines = [
        TemplateLine("guide", ((-wide, 0.0), (wide, 0.0))),
        TemplateLine("wire", ((-half, 0.0), (-half, axle - rise))),
        TemplateLine("wire", ((half, 0.0), (half, axle + rise))),
        TemplateLine("guide", ((-half - 4, axle - rise), (half + 4, axle + rise))),
        TemplateLine("wire", tuple((former + u, v - low) for u, v in path)),
        TemplateLine("guide", ((former - along - 4, -low), (former + along + 4, -low))),
    ]
    labels = [
        TemplateLabel(0, -4.5, f"supports, {2 * half:g} mm apart; bench", "middle"),
        TemplateLabel(0, axle + rise + 3, f"axle at {axle:.1f} mm", "middle"),
        TemplateLabel(
            former,
            top - low + 3,
            "lobe, wire's middle line" if design.kind == "lobes" else "coil, wire's middle line",
            "middle",
        ),
    ]
    bare = [
        (name, lead)
        for name, lead in (("left", design.strip.left), ("right", design.strip.right))
        if lead.bared == "arcs"
    ]
    high = max(axle + abs(rise), top - low) + 14
    girth = math.pi * wire_diameter(design.wire) * 1e3
    for number, (name, lead) in enumerate(bare):
        # A strip of paper to wrap round a rod ten times as thick as the lead: its marks fall where the arc ends.
        y = high + 10 * number
        share = lead.arcs[0].width_deg / 360
        ten = 10 * girth
        lines += [
            TemplateLine("guide", ((-wide, y), (-wide + ten, y), (-wide + ten, y + 5), (-wide, y + 5)), closed=True),
            *(
                TemplateLine("wire", ((x, y), (x, y + 5)))
                for arc in range(len(lead.arcs))
                for x in (-wide + ten * (arc / len(lead.arcs)), -wide + ten * (arc / len(lead.arcs) + share))
            ),
        ]
        labels.append(TemplateLabel(-wide, y + 6.5, say.TEMPLATE.format(name=name, width=lead.arcs[0].width_deg)))
    whole = (-wide - 6, -8.0, max(former + along + 6, -wide + 10 * girth + 4), high + 10 * len(bare) + 4)
    return Template("Supports, coil and strip gauge", tuple(lines), tuple(labels), whole)
