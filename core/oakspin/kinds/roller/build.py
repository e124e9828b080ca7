"""Building a roller: a flat sheet, like poles found by feel, wheels on straight, checks."""

from __future__ import annotations

from oakspin.constants import HANDS_OFF_C
from oakspin.design.roller import RollerDesign
from oakspin.kinds.build import BuildPlan, HowTo, PowerCheck, SetLength, Step, Template, TemplateLabel, TemplateLine
from oakspin.kinds.geometry import Label, Shape, circle, mm
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.roller import words as say
from oakspin.kinds.steps import lay_out
from oakspin.machines.roller.shape import RollerShape, roller_shape

FOIL = 0.1  # mm: thinner sheets tear under sandpaper


def roller_build(design: RollerDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = roller_shape(design)
    return BuildPlan(
        cuts=(),
        bends=(),
        settings=_settings(design, shape),
        steps=_steps(design),
        checks=_checks(design),
        template=_template(design, shape),
        flick=say.BUILD,
        how_to=_how_to(),
    )


def _settings(design: RollerDesign, shape: RollerShape) -> tuple[SetLength, ...]:
    sheet, clear = design.sheet, round(mm(shape.wheel - shape.assembly.radius), 2)
    settings = (
        SetLength("Wheel stands out over the cell", clear, "under the cell", "gap"),
        SetLength("Sheet, in the way of rolling", sheet.length_mm, "a ruler"),
        SetLength("Sheet, along the axle", sheet.width_mm, f"the roller is {mm(shape.long):.0f} mm long"),
    )
    return settings if clear > 0 else settings[1:]


def _steps(design: RollerDesign) -> tuple[Step, ...]:
    sheet = design.sheet
    slope = say.SLOPE if sheet.slope_deg > 0 else say.SLOPE_DOWN if sheet.slope_deg < 0 else ""
    laid = say.SHEET.format(length=sheet.length_mm, width=sheet.width_mm) + slope.format(slope=abs(sheet.slope_deg))
    parts = say.LAY_OUT.format(
        pack_name=pack_name(design.battery), magnets_name=magnets_name(design.magnets), material=sheet.material
    )
    outward = say.POLES_LIKE if design.outward == "like" else say.POLES_UNLIKE
    foil = sheet.thickness_mm < FOIL
    rubbed, tools = (say.BRIGHT_FOIL, ("eraser", "cloth")) if foil else (say.BRIGHT, ("sandpaper", "cloth"))
    steps = (
        lay_out(parts, 2 * design.magnets.count),
        Step("sheet", "Lay the sheet", laid, 4, ("tape", "ruler")),
        Step("bright", "Rub the sheet bright", rubbed, 2, tools) if design.surface == "sanded" else None,
        Step(
            "poles",
            "Find the poles",
            say.POLES.format(outward=outward, pole=design.magnets.pole_up),
            4,
            ("compass", "pen"),
        ),
        Step("wheels", "Put the wheels on", say.WHEELS, 4, caution=say.PINCH),
        Step(
            "go",
            "Let it roll",
            say.GO.format(plus="+" if design.plus_at == "near" else "−"),
            1,
            caution=say.HOT.format(hands_off=HANDS_OFF_C),
        ),
    )
    return tuple(step for step in steps if step)


def _checks(design: RollerDesign) -> tuple[PowerCheck, ...]:
    near = "+" if design.plus_at == "near" else "−"
    way = say.CHECK_WAY.format(pole=design.magnets.pole_up, end=near)
    return (
        PowerCheck(say.CHECK, ("flat", "centered")),
        *([PowerCheck(say.CHECK_SHINES, ("bright",))] if design.surface == "sanded" else []),
        PowerCheck(say.CHECK_FACES, ("facing", "centered")),
        PowerCheck(way, ("pole", "end_near")),
        PowerCheck(say.CHECK_EDGES, ("on_sheet",)),
        PowerCheck(say.CHECK_CATCHING_HAND),
    )


def _template(design: RollerDesign, shape: RollerShape) -> Template:
    """Wheel and cell as circles, to center one on the other."""
    wheel, cell = mm(shape.wheel), mm(shape.assembly.radius)
    cross = [
        TemplateLine("guide", ((-wheel - 4, 0.0), (wheel + 4, 0.0))),
        TemplateLine("guide", ((0.0, -wheel - 4), (0.0, wheel + 4))),
    ]
    lines = (
        TemplateLine("wire", circle((0.0, 0.0), wheel), closed=True),
        TemplateLine("guide", circle((0.0, 0.0), cell), closed=True),
        *cross,
    )
    labels = (
        TemplateLabel(wheel + 7, 3.0, f"wheel {2 * wheel:g} mm"),
        TemplateLabel(wheel + 7, -6.0, f"cell {2 * cell:g} mm"),
    )
    return Template("Center the wheels", lines, labels, (-wheel - 8, -wheel - 8, wheel + 50, wheel + 8))


def _how_to() -> tuple[HowTo, ...]:
    cell = Shape("cell", ((-26.0, -6.0), (6.0, -6.0), (6.0, 6.0), (-26.0, 6.0)))
    north = Shape("north", ((9.0, 1.0), (12.0, 1.0), (12.0, 19.0), (9.0, 19.0)), label="N")
    south = Shape("south", ((6.0, 1.0), (9.0, 1.0), (9.0, 19.0), (6.0, 19.0)), label="S")
    way = Shape("mark", ((9.0, 26.0), (9.0, 21.0), (7.4, 22.8), (9.0, 21.0), (10.6, 22.8)), closed=False)
    labels = (Label(26.0, 12.0, "slide down"),)
    return (
        HowTo(
            "Slide the wheels on", say.HOW_TO, (cell, south, north, way), labels, (-44.0, -12.0, 44.0, 30.0), "wheels"
        ),
    )
