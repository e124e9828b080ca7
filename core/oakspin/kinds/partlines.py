"""Part lines that most kinds lay out alike: battery, magnets, wire, bench."""

from __future__ import annotations

import math

import numpy as np

from oakspin.design import Design
from oakspin.design.battery import Battery, CellName
from oakspin.design.magnets import LONGEST_MM, ByFaceField, ByGrade, ByRemanence, Magnets
from oakspin.design.patch import Patch
from oakspin.design.wire import ByGauge, Wire
from oakspin.draws import MEDIAN
from oakspin.kinds.numbers import Dial, Follower, PartLine, choice, folded, number, wire_size
from oakspin.parts.catalogue import CELLS, GRADES, METALS
from oakspin.parts.cell import cell_of, pack_of
from oakspin.parts.magnet import STRONGEST, face_share, keep_away, remanence
from oakspin.parts.wire import EASY_BEND, HARD_BEND, bend_moment, wire_diameter, wire_metal, wire_section

MAKER_WORD = {"careful_adult": "Careful adult", "older_pupil": "Older pupil", "young_pupil": "Young pupil"}
PRESSURE_WORD = {
    "free": "by its own weight",
    "barely": "barely touching",
    "light": "light",
    "firm": "firm",
    "gripping": "gripping",
}
SKIN_WORD = {"bare": "bare", "enameled": "enameled", "plastic": "plastic-covered"}
HOLE = 0.35  # of its diameter, a ring's hole when one is first taken


def battery_line(
    design: Design, cells: tuple[CellName, ...], stands: Dial, *, side_by_side: bool = True, off_battery: Patch = ()
) -> PartLine:
    """Cell, how it stands or is joined (``stands``), pack, charge used; a bench supply's settings.

    ``off_battery`` takes what lies on the battery off it, for a supply on which nothing lies.
    """
    battery = design.battery
    pack = pack_of(battery, MEDIAN)
    dials: list[Dial] = []
    also = {CELLS["bench_supply"].name: off_battery}
    if battery.own is None:
        dials.append(choice(design, "/battery/cell", "Cell", [(CELLS[name].name, name) for name in cells], also=also))
    else:
        dials += [
            number(design, "/battery/own/volts", "Volts", "V", 0.01, name="Volts of the cell"),
            number(design, "/battery/own/ohms", "Inside", "Ω", 0.01, name="Ohms inside the cell"),
            number(design, "/battery/own/diameter_mm", "Diameter", "mm", 0.5, name="Cell diameter"),
            number(design, "/battery/own/length_mm", "Length", "mm", 0.5, name="Cell length"),
        ]
    if battery.cell == "bench_supply":
        dials += [
            number(design, "/battery/supply/volts", "Set to", "V", 0.1, name="Supply volts"),
            number(design, "/battery/supply/limit_A", "Limit", "A", 0.1, name="Supply limit"),
            stands,
        ]
        figure = f"{battery.supply.volts:g} V · at most {battery.supply.limit_A:g} A"
        plain = f"{battery.supply.volts:g} volts, at most {battery.supply.limit_A:g} amps"
    else:
        dials += [
            stands,
            number(design, "/battery/in_series", "In series", "", 1, name="Cells in series"),
            *(
                [number(design, "/battery/in_parallel", "In parallel", "", 1, name="Cells in parallel")]
                if side_by_side
                else []
            ),
            number(design, "/battery/used_percent", "Used", "%", 5, name="Charge used"),
        ]
        volts, ohms = float(pack.volts_at(pack.used)[0]), float(pack.ohms_at(pack.used)[0])
        figure, plain = f"{volts:.2f} V · {ohms:.2g} Ω", f"{volts:.2f} volts"
    chosen = next((option.label for option in stands.choices if option.key == stands.chosen), "")
    return PartLine("battery", "Battery", f"{pack_name(battery)}, {chosen}", figure, tuple(dials), plain)


def pack_name(battery: Battery) -> str:
    """One cell by its name, a pack with its count."""
    name, many = cell_of(battery).name, battery.in_series * battery.in_parallel
    return name if many == 1 or battery.cell == "bench_supply" else f"{many} × {name}"


def magnets_line(
    design: Design,
    pointer: str = "/magnets",
    *,
    magnets: Magnets | None = None,
    blocks: bool = False,
    across: bool = True,
    stack_follows: tuple[Follower, ...] = (),
    each_follows: tuple[Follower, ...] = (),
    further: tuple[Dial, ...] = (),
    id_: str = "magnets",
    title: str = "Magnets",
    faces: str = "up",
    tuned: tuple[int, int] = (0, 0),
) -> PartLine:
    """Everything about one stack. ``stack_follows`` move with the count, ``each_follows`` with the thickness;
    ``faces`` says where its told pole faces, ``tuned`` ranks count and diameter.
    ``across`` says whether a block may be magnetized across."""
    stack = magnets or design.stacks[0]
    strength = stack.strength
    shape_fields = strength.grade if isinstance(strength, ByGrade) else f"{remanence(stack):.2f} T"
    grades: list[tuple[str, object]] = [(name, {"by": "grade", "grade": name}) for name in GRADES]
    kept = {} if isinstance(strength, ByGrade) else {"material": strength.material}
    grades += [
        ("by remanence", {"by": "remanence", "remanence_T": round(min(remanence(stack), 1.6), 2), **kept}),
        ("by field at the face", {"by": "face_field", "face_field_mT": _face_field(stack), **kept}),
    ]
    dials = [
        choice(
            design, pointer, "Shape", _shapes(design, stack, blocks, across), reason="Disc, ring with a hole, or block."
        )
    ]
    name = title.lower().rstrip("s").capitalize()
    dials.append(
        number(
            design,
            f"{pointer}/count",
            "Count",
            "",
            1,
            name=f"{title}, count",
            within=_that_can_be(stack, "count", 1, min(12, LONGEST_MM // stack.thickness_mm)),
            follows=stack_follows,
            tuned=tuned[0],
        )
    )
    if stack.shape == "block":
        dials.append(number(design, f"{pointer}/along_mm", "Along axle", "mm", 0.5, name=f"{name} along the axle"))
        dials.append(number(design, f"{pointer}/across_mm", "Across", "mm", 0.5, name=f"{name} across"))
    else:
        dials.append(
            number(
                design,
                f"{pointer}/diameter_mm",
                "Diameter",
                "mm",
                0.1,
                name=f"{name} diameter",
                within=_that_can_be(stack, "diameter_mm", 3.0 if stack.shape != "ring" else stack.hole_mm + 1, 60.0),
                tuned=tuned[1],
            )
        )
    dials.append(
        number(
            design,
            f"{pointer}/thickness_mm",
            "Thickness",
            "mm",
            0.1,
            name=f"{name} thickness",
            follows=each_follows,
            within=_that_can_be(stack, "thickness_mm", 0.5, min(30.0, LONGEST_MM / stack.count)),
        )
    )
    dials.append(choice(design, f"{pointer}/strength", "Strength", grades))
    if isinstance(strength, ByRemanence):
        dials.append(
            number(design, f"{pointer}/strength/remanence_T", "Remanence", "T", 0.01, name=f"{name} remanence")
        )
    if isinstance(strength, ByFaceField):
        dials.append(
            number(
                design,
                f"{pointer}/strength/face_field_mT",
                "At the face",
                "mT",
                5,
                name=f"{name} field at the face",
                within=(5.0, math.floor(1e4 * STRONGEST * abs(face_share(stack))) / 10),
            )
        )
    dials.append(choice(design, f"{pointer}/pole_up", f"Pole {faces}", [(f"N {faces}", "N"), (f"S {faces}", "S")]))
    ways = [("along", "along")] + ([("across", "across")] if across or stack.shape != "block" else [])
    dials.append(choice(design, f"{pointer}/magnetized", "Magnetized", ways))
    coats = [(text, text) for text in ("nickel", "epoxy", "plastic", "none")]
    dials.append(choice(design, f"{pointer}/plating", "Coat", coats))
    if stack.shape == "ring":
        dials.append(
            number(
                design,
                f"{pointer}/hole_mm",
                "Hole",
                "mm",
                0.1,
                name=f"{name} hole",
                within=(0.5, stack.diameter_mm - 1),
            )
        )
    way = f"{stack.pole_up} {faces}" if stack.magnetized == "along" else "magnetized across"
    figure = f"{way} · keep {keep_away(stack) * 100:.0f} cm off cards"
    return PartLine(id_, title, f"{magnets_name(stack)}, {shape_fields}", figure, (*dials, *further))


def _shapes(design: Design, stack: Magnets, blocks: bool, across: bool) -> list[tuple[str, object]]:
    """The stack as disc, ring or block of the same size; a ring with a hole that leaves enough of a wall."""
    hole = stack.hole_mm or max(0.5, min(round(HOLE * stack.diameter_mm, 1), stack.diameter_mm - 1))
    made = {"disc": 0.0, "ring": hole, **({"block": 0.0} if blocks or stack.shape == "block" else {})}
    if getattr(design, "magnets_on", "") == "around":
        made = {"ring": hole}
    shapes: list[tuple[str, object]] = []
    for shape, hole_mm in made.items():
        shape_fields = _shaped(stack, shape, hole_mm)
        shapes.append(
            (shape, {**shape_fields, "magnetized": "along"} if shape == "block" and not across else shape_fields)
        )
    return shapes


def _that_can_be(stack: Magnets, field: str, low: float, high: float) -> tuple[float, float]:
    """The part of a range in which a magnet can show the field that was measured at its face; else all of it."""
    if not isinstance(stack.strength, ByFaceField):
        return low, high
    steps = np.linspace(low, high, 240)
    values = np.unique(np.round(steps) if field == "count" else np.round(steps, 2))
    shown = [STRONGEST * 1e3 * abs(face_share(stack.model_copy(update={field: value}))) for value in values]
    fits = values[np.array(shown) >= stack.strength.face_field_mT]
    return (float(fits.min()), float(fits.max())) if fits.size else (low, high)


def _shaped(stack: Magnets, shape: str, hole_mm: float) -> dict[str, object]:
    """The stack in another shape, of the same stuff: a field measured at the face is what this shape would show."""
    shape_fields = {**stack.model_dump(mode="json"), "shape": shape, "hole_mm": hole_mm}
    if shape != stack.shape and isinstance(stack.strength, ByFaceField):
        other = stack.model_copy(update={"shape": shape, "hole_mm": hole_mm})
        shown = round(remanence(stack) * abs(face_share(other)) * 1e3)
        shape_fields["strength"] = {**shape_fields["strength"], "face_field_mT": float(min(max(shown, 5), 800))}
    return shape_fields


def _face_field(stack: Magnets) -> float:
    """What a gaussmeter would show at the middle of this stack's face, in mT: a measured value to begin with."""
    return float(min(max(round(remanence(stack) * abs(face_share(stack)) * 1e3), 5), 800))


def magnets_name(stack: Magnets) -> str:
    """Count, shape and size in words."""
    size = f"{stack.diameter_mm:g}" if stack.shape != "block" else f"{stack.along_mm:g} × {stack.across_mm:g}"
    return f"{stack.count} × {stack.shape} {size} × {stack.thickness_mm:g} mm"


def wire_name(wire: Wire) -> str:
    """Size, skin and metal in words."""
    name = f"{wire.size.awg} AWG" if isinstance(wire.size, ByGauge) else f"{wire.size.diameter_mm:g} mm"
    return f"{name} {SKIN_WORD[wire.finish]} {wire_metal(wire).name}"


def wire_line(design: Design, wire: Wire, length: float, *, ends: bool = True, tuned: int = 0) -> PartLine:
    """Size, metal, skin (and ends) of the design's wire; ``length`` in m of all, ``tuned`` the rank of its size."""
    metal, diameter = wire_metal(wire), wire_diameter(wire)
    moment = bend_moment(diameter, metal)
    effort = "easy to bend" if moment < EASY_BEND else "hard to bend" if moment < HARD_BEND else "too stiff for fingers"
    metals = [(METALS[name].name, name) for name in METALS]
    skins = [(SKIN_WORD[name], name) for name in ("bare", "enameled", "plastic")]
    dials = [
        wire_size(design, "/wire/size", "Size", tuned=tuned),
        choice(design, "/wire/material", "Metal", metals),
        choice(design, "/wire/finish", "Skin", skins),
    ]
    if ends:
        dials.append(choice(design, "/wire/ends_stripped", "Ends", [("stripped", True), ("not stripped", False)]))
    if wire.finish == "plastic":
        dials += folded(number(design, "/wire/skin_mm", "Skin", "mm", 0.05, name="Thickness of the plastic skin"))
    mass = length * wire_section(diameter) * metal.density * 1e3
    figure = f"{diameter * 1e3:.2f} mm · {length:.2f} m · {mass:.1f} g · {effort}"
    return PartLine("wire", "Wire", wire_name(wire), figure, tuple(dials))


def bench_line(design: Design, *further: Dial) -> PartLine:
    """Whose hands, and how warm the room is; what else there is."""
    makers = [(text, name) for name, text in MAKER_WORD.items()]
    room = number(design, "/room_C", "Room", "°C", 1, name="Room temperature")
    dials = (choice(design, "/maker", "Maker", makers), room, *further)
    return PartLine("bench", "Bench", f"{MAKER_WORD[design.maker]}'s hands", f"room at {design.room_C:g} °C", dials)


def surface_dial(design: Design) -> Dial:
    """State of the metal where it touches."""
    return choice(design, "/surface", "Surface", [(text, text) for text in ("sanded", "handled", "tarnished")])
