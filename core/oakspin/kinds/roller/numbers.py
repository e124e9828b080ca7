"""The parts of a roller as lines that open to their dials."""

from __future__ import annotations

from dataclasses import replace

from oakspin.design.battery import CellName
from oakspin.design.roller import RollerDesign
from oakspin.draws import MEDIAN
from oakspin.kinds.geometry import mm
from oakspin.kinds.numbers import PartLine, choice, number
from oakspin.kinds.partlines import battery_line, bench_line, magnets_line, surface_dial
from oakspin.kinds.roller import words as say
from oakspin.machines.roller.machine import roller_machine
from oakspin.machines.roller.shape import RollerShape, roller_shape
from oakspin.rounding import rounded

CELLS_THAT_ROLL: tuple[CellName, ...] = ("alkaline_AAA", "alkaline_AA", "nimh_AAA", "nimh_AA", "zinc_carbon_AA")


def roller_parts(design: RollerDesign) -> tuple[PartLine, ...]:
    """Every part in the order in which it is laid out on the bench."""
    shape = roller_shape(design)
    stands = choice(design, "/plus_at", "Toward you", [("+ toward you", "near"), ("− toward you", "far")])
    return (
        battery_line(design, CELLS_THAT_ROLL, stands, side_by_side=False),
        _wheels(design, shape),
        _sheet(design),
        bench_line(design),
    )


def _wheels(design: RollerDesign, shape: RollerShape) -> PartLine:
    outward = choice(design, "/outward", "Poles outward", [("like poles", "like"), ("unlike poles", "unlike")])
    line = magnets_line(design, title="Wheels", faces="outward, near", further=(outward,), tuned=(2, 1))
    clear = mm(shape.wheel - shape.assembly.radius)
    stands = say.CLEAR.format(clear=clear) if clear > 0 else say.NOT_CLEAR
    figure = say.WHEELS_FIGURE.format(clear=stands, pole=design.magnets.pole_up, outward=design.outward)
    return replace(line, line=f"{line.line}, on each end", figure=f"{figure} · {line.figure.split(' · ')[-1]}")


def _sheet(design: RollerDesign) -> PartLine:
    sheet, machine = design.sheet, roller_machine(design, MEDIAN)
    metals: list[tuple[str, object]] = [(text, text) for text in ("aluminum", "copper", "brass", "steel")]
    dials = (
        choice(design, "/sheet/material", "Metal", metals),
        number(design, "/sheet/thickness_mm", "Thickness", "mm", 0.004, name="Thickness of the sheet"),
        number(design, "/sheet/width_mm", "Width", "mm", 5, name="Width of the sheet", tuned=3, built=True),
        number(design, "/sheet/length_mm", "Length", "mm", 10, name="Length of the sheet", built=True),
        number(design, "/sheet/slope_deg", "Uphill", "°", 0.1, name="Slope of the sheet", tuned=4, built=True),
        surface_dial(design),
    )
    share = float(machine.facts["push_kept"])
    plain = say.SHEET_PLAIN.format(share=100 * share)
    figure = say.SHEET_FIGURE.format(ohms=float(machine.ohms["sheet"][0]) * 1e3, plain=plain)
    size = f"{sheet.length_mm:g} × {sheet.width_mm:g} × {rounded(sheet.thickness_mm)} mm"
    return PartLine("sheet", "Sheet", f"{sheet.material}, {size}", figure, dials, plain)
