"""The parts of a frame motor in the order in which they are laid out on the bench."""

from __future__ import annotations

from oakspin.design.frame import ByPoints, BySpring, FrameDesign
from oakspin.design.magnets import ByFaceField, ByGrade, ByRemanence
from oakspin.design.wire import ByGauge
from oakspin.draws import MEDIAN
from oakspin.machines.dials import Dial, PartLine, choice, number, wire_size
from oakspin.machines.follow import Follower
from oakspin.machines.frame.shape import frame_shape
from oakspin.machines.path import PathSums
from oakspin.parts.catalogue import CELLS, FOOT_FORCE, GRADES
from oakspin.parts.cell import cell_of, pack_of
from oakspin.parts.magnet import keep_away, remanence, stack_length
from oakspin.parts.wire import EASY_BEND, HARD_BEND, bend_moment, wire_diameter, wire_metal, wire_section

PRESSURE_WORD = {"barely": "barely touching", "light": "light", "firm": "firm", "gripping": "gripping"}
SEAT_WORD = {"flat": "point on a flat terminal", "dimple": "point in a dimple", "cup": "point in a cup"}
MAKER_WORD = {"careful_adult": "Careful adult", "older_pupil": "Older pupil", "young_pupil": "Young pupil"}


def frame_parts(design: FrameDesign) -> tuple[PartLine, ...]:
    """Battery, magnets, wire, shape, contacts, bench; every dial of a frame design."""
    return (_battery(design), _magnets(design), _wire(design), _shape(design), _contacts(design), _bench(design))


def _battery(design: FrameDesign) -> PartLine:
    battery, cell = design.battery, cell_of(design.battery)
    pack = pack_of(battery, MEDIAN)
    many = battery.in_series * battery.in_parallel
    dials: list[Dial] = []
    if battery.own is None:
        standing = [(entry.name, name) for name, entry in CELLS.items() if entry.stands]
        dials.append(choice(design, "/battery/cell", "Cell", standing))
    else:
        dials += [
            number(design, "/battery/own/volts", "Volts", "V", 0.01),
            number(design, "/battery/own/ohms", "Inside", "Ω", 0.01),
            number(design, "/battery/own/diameter_mm", "Diameter", "mm", 0.5),
            number(design, "/battery/own/length_mm", "Length", "mm", 0.5),
        ]
    dials += [
        choice(design, "/battery/terminal_up", "Terminal up", [("+ up", "+"), ("− up", "-")]),
        number(design, "/battery/in_series", "In series", "", 1),
        number(design, "/battery/in_parallel", "In parallel", "", 1),
        number(design, "/battery/used_percent", "Used", "%", 5),
    ]
    volts, ohms = float(pack.volts_at(pack.used)[0]), float(pack.ohms_at(pack.used)[0])
    name = cell.name if many == 1 else f"{many} × {cell.name}"
    return PartLine(
        "battery", "Battery", f"{name}, {battery.terminal_up} up", f"{volts:.2f} V · {ohms:.2g} Ω", tuple(dials)
    )


def _magnets(design: FrameDesign) -> PartLine:
    magnets, strength = design.magnets, design.magnets.strength
    share = design.feet.height_mm / (stack_length(magnets) * 1e3)
    told = strength.grade if isinstance(strength, ByGrade) else f"{remanence(magnets):.2f} T"
    grades: list[tuple[str, object]] = [(name, {"by": "grade", "grade": name}) for name in GRADES]
    kept = {} if isinstance(strength, ByGrade) else {"material": strength.material}
    grades += [
        ("by remanence", {"by": "remanence", "remanence_T": round(min(remanence(magnets), 1.6), 2), **kept}),
        ("by field at the face", {"by": "face_field", "face_field_mT": 300.0, **kept}),
    ]
    dials = [
        number(design, "/magnets/count", "Count", "", 1, follows=(_foot(share * magnets.thickness_mm),)),
        number(design, "/magnets/diameter_mm", "Diameter", "mm", 0.1),
        number(design, "/magnets/thickness_mm", "Thickness", "mm", 0.1, follows=(_foot(share * magnets.count),)),
        choice(design, "/magnets/strength", "Strength", grades),
    ]
    if isinstance(strength, ByRemanence):
        dials.append(number(design, "/magnets/strength/remanence_T", "Remanence", "T", 0.01))
    if isinstance(strength, ByFaceField):
        dials.append(number(design, "/magnets/strength/face_field_mT", "At the face", "mT", 5))
    dials.append(choice(design, "/magnets/pole_up", "Pole up", [("N up", "N"), ("S up", "S")]))
    dials.append(choice(design, "/magnets/magnetized", "Magnetized", [("along", "along"), ("across", "across")]))
    coats = [("nickel", "nickel"), ("epoxy", "epoxy"), ("plastic", "plastic"), ("none", "none")]
    dials.append(choice(design, "/magnets/plating", "Coat", coats))
    if magnets.shape == "ring":
        dials.append(number(design, "/magnets/hole_mm", "Hole", "mm", 0.1))
    line = f"{magnets.count} × {magnets.shape} {magnets.diameter_mm:g} × {magnets.thickness_mm:g} mm, {told}"
    way = f"{magnets.pole_up} up" if magnets.magnetized == "along" else "magnetized across"
    return PartLine(
        "magnets", "Magnets", line, f"{way} · keep {keep_away(magnets) * 100:.0f} cm off cards", tuple(dials)
    )


def _foot(per_unit: float) -> Follower:
    """The foot keeps its share of the stack's height when the stack grows."""
    return Follower("/feet/height_mm", round(per_unit, 6))


def _wire(design: FrameDesign) -> PartLine:
    wire, metal = design.wire, wire_metal(design.wire)
    diameter = wire_diameter(wire)
    length = PathSums(frame_shape(design, pack_of(design.battery, MEDIAN)).paths).length
    name = f"{wire.size.awg} AWG" if isinstance(wire.size, ByGauge) else f"{wire.size.diameter_mm:g} mm"
    moment = bend_moment(diameter, metal)
    effort = "easy to bend" if moment < EASY_BEND else "hard to bend" if moment < HARD_BEND else "too stiff for fingers"
    metals = [(text, text) for text in ("copper", "aluminum", "brass", "steel")]
    skins = [("bare", "bare"), ("enameled", "enameled"), ("plastic-covered", "plastic")]
    dials = [
        wire_size(design, "/wire/size", "Size"),
        choice(design, "/wire/material", "Metal", metals),
        choice(design, "/wire/finish", "Skin", skins),
        choice(design, "/wire/ends_stripped", "Ends", [("stripped", True), ("not stripped", False)]),
    ]
    mass = length * wire_section(diameter) * metal.density * 1e3
    figure = f"{diameter * 1e3:.2f} mm · {length:.2f} m · {mass:.1f} g · {effort}"
    skin = {"bare": "bare", "enameled": "enameled", "plastic": "plastic-covered"}[wire.finish]
    return PartLine("wire", "Wire", f"{name} {skin} {metal.name}", figure, tuple(dials))


def _shape(design: FrameDesign) -> PartLine:
    outline, extra = design.outline, design.outline.decoration
    dials = [number(design, "/outline/legs", "Legs", "", 1)]
    if isinstance(outline.half, BySpring):
        dials.append(number(design, "/outline/half/turns", "Turns", "", 0.5))
        dials.append(number(design, "/outline/half/diameter_mm", "Diameter", "mm", 0.5))
        figure = f"spring, {outline.half.turns:g} turns"
    else:
        reach = max(point.radius_mm for point in outline.half.points)
        figure = f"reach {reach:.3g} mm · {'mirrored' if outline.mirrored else 'legs not alike'}"
    dials += [
        number(design, "/outline/decoration/mass_g", "Decoration", "g", 0.1),
        number(design, "/outline/decoration/radius_mm", "… at radius", "mm", 1),
        number(design, "/outline/decoration/area_mm2", "… in the air", "mm²", 10),
    ]
    legs = "one leg" if outline.legs == 1 else f"{outline.legs} legs"
    trimmed = f", {extra.mass_g:g} g of decoration" if extra.mass_g else ""
    kind = "Outline" if isinstance(outline.half, ByPoints) else "Spring"
    return PartLine("shape", "Shape", f"{kind}, {legs}{trimmed}", figure, tuple(dials))


def _contacts(design: FrameDesign) -> PartLine:
    feet = design.feet
    seats = [(text, name) for name, text in SEAT_WORD.items()]
    pressures = [(text, name) for name, text in PRESSURE_WORD.items()]
    dials = (
        choice(design, "/feet/type", "Feet", [("points", "points"), ("ring", "ring")]),
        number(design, "/feet/gap_mm", "Foot gap", "mm", 0.1),
        number(
            design, "/feet/height_mm", "Foot height", "mm", 0.1, maximum=round(stack_length(design.magnets) * 1e3, 3)
        ),
        choice(design, "/feet/pressure", "Pressure", pressures),
        choice(design, "/pivot/seat", "Tip", seats),
        number(design, "/pivot/off_center_mm", "Tip off center", "mm", 0.1),
        choice(design, "/surface", "Surface", [(text, text) for text in ("sanded", "handled", "tarnished")]),
    )
    force = FOOT_FORCE[feet.pressure] * 1e3
    what = "ring" if feet.type == "ring" else "feet"
    figure = f"{PRESSURE_WORD[feet.pressure]}, {force:g} mN · {design.surface} · gap {feet.gap_mm:g} mm"
    return PartLine("contacts", "Contacts", f"{SEAT_WORD[design.pivot.seat]} · {what}", figure, dials)


def _bench(design: FrameDesign) -> PartLine:
    makers = [(text, name) for name, text in MAKER_WORD.items()]
    dials = (choice(design, "/maker", "Maker", makers), number(design, "/room_C", "Room", "°C", 1))
    return PartLine("bench", "Bench", f"{MAKER_WORD[design.maker]}'s hands", f"room at {design.room_C:g} °C", dials)
