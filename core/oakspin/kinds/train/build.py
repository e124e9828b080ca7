"""Building a train: winding the track, joining spools, finding like poles by feel, putting magnets on, checks."""

from __future__ import annotations

import math

from oakspin.design.train import TrainDesign
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
from oakspin.kinds.geometry import Label, Polyline, Role, Shape, circle, mm
from oakspin.kinds.partlines import magnets_name, pack_name
from oakspin.kinds.steps import PAPER, lay_out
from oakspin.kinds.train import words as say
from oakspin.machines.train.shape import (
    TrainShape,
    minutes_to_wind,
    play,
    spools,
    track_wire,
    train_shape,
    wire_mass,
    wound_turns,
)
from oakspin.parts.wire import EASY_BEND, HARD_BEND, bend_moment, wire_metal

SPARE = 60.0  # mm at either end
SESSION = 45.0  # minutes that hands wind without a rest


def train_build(design: TrainDesign) -> BuildPlan:
    """Everything needed to build the design."""
    shape = train_shape(design)
    return BuildPlan(
        cuts=_cuts(design, shape),
        bends=(),
        settings=_settings(design, shape),
        steps=_steps(design, shape),
        checks=_checks(design, shape),
        template=_template(design, shape),
        flick=say.BUILD,
        how_to=_how_to(design, shape),
    )


def _cuts(design: TrainDesign, shape: TrainShape) -> tuple[Cut, ...]:
    many = spools(design, shape)
    each = math.ceil(track_wire(design, shape) * 1e3 / many + 2 * SPARE)
    grams = wire_mass(design, shape) * 1e3
    cost = wire_mass(design, shape) * design.track.price_per_kg
    note = say.CUTS.format(grams=grams, cost=cost, price_per_kg=design.track.price_per_kg)
    return (Cut("Track", many, float(each), 2 * SPARE, note),)


def _settings(design: TrainDesign, shape: TrainShape) -> tuple[SetLength, ...]:
    per_10cm = 0.1 / shape.tight
    measures = [
        SetLength("Former, diameter", design.track.former_mm, "", "rod", "/track/former_mm"),
        SetLength("Bore after spring-back", round(mm(shape.bore), 1), say.SETTINGS),
        SetLength(
            "Finished track",
            round(mm(shape.track)),
            f"{per_10cm:.0f} turns to 100 mm, {wound_turns(design, shape):.0f} in all",
        ),
        SetLength("Play round the magnets", round(mm(play(shape)), 1), "beside a magnet in the track", "paper"),
    ]
    for part in design.track.stretches:
        measures.append(
            SetLength(
                f"Pitch from {part.from_mm:g} to {part.to_mm:g} mm",
                part.pitch_mm,
                f"{100 / part.pitch_mm:.0f} turns to 100 mm",
            )
        )
    return tuple(measures)


def _steps(design: TrainDesign, shape: TrainShape) -> tuple[Step, ...]:
    makers = (_lay_out, _former, _wind, _press, _bore, _join, _lay, _poles, _magnets_on)
    return tuple(step for make in makers if (step := make(design, shape)))


def _lay_out(design: TrainDesign, shape: TrainShape) -> Step:
    many = spools(design, shape)
    wire = f"{many} spool{'s' if many > 1 else ''} of wire"
    parts = say.LAY_OUT.format(
        pack_name=pack_name(design.battery),
        magnets_name=magnets_name(design.front),
        magnets_name_2=magnets_name(design.rear),
        former=design.track.former_mm,
        wire=wire,
    )
    return lay_out(parts, design.front.count + design.rear.count)


def _former(design: TrainDesign, shape: TrainShape) -> Step:
    text = say.FORMER
    return Step("former", "Prepare the former", text, 3, ("former", "paper", "tape", "clamp"))


def _wind(design: TrainDesign, shape: TrainShape) -> Step:
    turns, moment = wound_turns(design, shape), bend_moment(shape.wire, wire_metal(design.wire))
    minutes = minutes_to_wind(turns)
    sessions = max(1, math.ceil(minutes / SESSION))
    rest = say.WIND_SITTINGS.format(sessions=sessions, minutes=minutes / sessions) if sessions > 1 else ""
    stiff = say.WIND_STIFF if moment > HARD_BEND else " Stiff wire: an adult's hands." if moment > EASY_BEND else ""
    text = say.WIND.format(turns=turns, wound=design.track.wound, rest=rest, stiff=stiff)
    return Step(
        "wind",
        "Wind the track",
        text,
        minutes,
        ("former",),
        adult=moment > EASY_BEND,
        caution="Hold the end: a released spring whips back. Goggles on.",
    )


def _press(design: TrainDesign, shape: TrainShape) -> Step:
    text = say.PRESS.format(tight=0.1 / shape.tight, bore=mm(shape.bore))
    for part in design.track.stretches:
        text += say.PRESS_PART.format(start=part.from_mm, end=part.to_mm, pitch=part.pitch_mm)
    if design.track.loosens > 1:
        text += say.PRESS_GROWING.format(times=design.track.loosens)
    return Step("press", "Press it tight and slide it off", text, 6, ("ruler",))


def _bore(design: TrainDesign, shape: TrainShape) -> Step | None:
    if design.wire.finish == "bare" or design.track.inside == "as_wound":
        return None
    return Step("bore", "Bare the inside", say.BORE, 10, ("sandpaper", "cloth"), caution=say.BORE_CAUTION)


def _join(design: TrainDesign, shape: TrainShape) -> Step | None:
    many = spools(design, shape)
    if many == 1 and design.track.plan.form != "loop":
        return None
    what = "both ends of the track" if many == 1 else "coil to coil"
    text = say.JOIN.format(what=what)
    return Step("join", "Join the ends", text, 5 * many, ("wire cutter", "file"))


def _lay(design: TrainDesign, shape: TrainShape) -> Step:
    plan = design.track.plan
    how = {
        "straight": "straight",
        "arc": f"in an arc of {plan.radius_mm:g} mm",
        "loop": f"in a ring of {mm(shape.track) / math.pi:.0f} mm across",
    }[plan.form]
    text = say.LAY.format(how=how)
    if plan.form != "straight" and math.isfinite(shape.tightest):
        text += f" No bend under {mm(shape.tightest):.0f} mm."
    return Step("lay", "Lay the track", text, 8, ("board", "tape", "wooden stick"))


def _poles(design: TrainDesign, shape: TrainShape) -> Step:
    alike = design.front.pole_up == design.rear.pole_up
    text = say.POLES
    text += "Both marked faces go outward." if alike else "One marked face goes outward, the other inward."
    text += say.POLES_BY_COMPASS.format(pole_up=design.front.pole_up, pole_up_2=design.rear.pole_up)
    return Step("poles", "Find the poles", text, 4, ("compass", "pen"))


def _magnets_on(design: TrainDesign, shape: TrainShape) -> Step:
    hull = say.HULL.format(hull=design.hull_mm, layers=design.hull_mm / PAPER) if design.hull_mm else ""
    text = hull + say.MAGNETS_ON.format(s="+" if design.leads == "+" else "−")
    if design.nose_g:
        text += say.MAGNETS_ON_NOSE.format(nose_g=design.nose_g)
    caution = say.MAGNETS_ON_CAUTION
    return Step("magnets", "Put the magnets on", text, 4, (), caution=caution)


def _checks(design: TrainDesign, shape: TrainShape) -> tuple[PowerCheck, ...]:
    end = "+" if design.leads == "+" else "−"
    loop = design.track.plan.form == "loop"
    bared, joined = _bore(design, shape), _join(design, shape)
    far = "The ring has no step inside, all the way round." if loop else "A hand or a cushion is ready at the far end."
    return (
        PowerCheck("A magnet slides through the whole track without sticking.", ("laid", "joints")),
        *([PowerCheck(say.CHECK_BORE, ("bare",))] if bared else []),
        *([PowerCheck(say.CHECK_JOINTS, ("joints",))] if joined else []),
        PowerCheck(say.CHECKS, ("pitch",)),
        PowerCheck(say.CHECK_WOUND.format(wound=design.track.wound), ("wound",)),
        PowerCheck(say.CHECK_MAGNETS_SQUARE, ("square", "poles", "hull", "nose")),
        PowerCheck(f"The {end} end points into the entry.", ("first",)),
        PowerCheck(far),
    )


def _template(design: TrainDesign, shape: TrainShape) -> Template:
    """The former's and the magnets' ends as circles, and a strip with the turns of 100 mm marked."""
    former, widest, bore = design.track.former_mm, mm(shape.widest) * 2, mm(shape.bore)
    lines, labels, left = [], [], 0.0
    for name, size in (("former", former), ("bore", bore), ("magnet", widest), ("cell", mm(shape.assembly.radius) * 2)):
        middle = left + size / 2
        lines.append(TemplateLine("wire", circle((middle, 34.0), size / 2), closed=True))
        labels.append(TemplateLabel(middle, 34.0 - size / 2 - 5.0, f"{name} {size:.1f}", "middle"))
        left += size + 14.0
    strip: Polyline = ((0.0, 0.0), (100.0, 0.0), (100.0, 8.0), (0.0, 8.0))
    lines.append(TemplateLine("guide", strip, closed=True))
    turns = 0.1 / shape.tight
    for number in range(0, int(turns) + 1, 10):
        x = number * mm(shape.tight)
        lines.append(TemplateLine("guide", ((x, 0.0), (x, 5.0))))
    labels.append(TemplateLabel(0.0, 11.0, say.TEMPLATE.format(turns=turns)))
    right = max(left, 104.0)
    return Template(
        "Former, bore and turn counter", tuple(lines), tuple(labels), (-2.0, -4.0, right, 36.0 + max(former, bore) / 2)
    )


def _how_to(design: TrainDesign, shape: TrainShape) -> tuple[HowTo, ...]:
    """Two coils butted, and magnets slid on from the side."""
    rows: tuple[tuple[Role, float], ...] = (("wire", -24.0), ("far_wire", 2.0))
    turns = [
        Shape(role, ((x, -6.0), (x, 6.0)), closed=False)
        for role, start in rows
        for x in [start + 2.2 * step for step in range(11)]
    ]
    role: Role = "mark"
    joint = Shape(role, ((0.0, -9.0), (0.0, 9.0)), closed=False)
    labels = (
        Label(-13.0, 9.0, "one coil"),
        Label(13.0, 9.0, "the next, wound alike"),
        Label(0.0, -12.5, "square ends, no burr inside", strong=True),
    )
    butt = HowTo(
        "Butt two coils",
        "Square ends meet; the last turns lie against each other.",
        (*turns, joint),
        labels,
        (-40.0, -16.0, 40.0, 14.0),
        "join",
    )
    cell = Shape("cell", ((-22.0, -5.0), (8.0, -5.0), (8.0, 5.0), (-22.0, 5.0)))
    north = Shape("north", ((11.0, 2.0), (14.0, 2.0), (14.0, 15.0), (11.0, 15.0)), label="N")
    south = Shape("south", ((8.0, 2.0), (11.0, 2.0), (11.0, 15.0), (8.0, 15.0)), label="S")
    way = Shape("mark", ((11.0, 20.0), (11.0, 16.0), (9.6, 17.6), (11.0, 16.0), (12.4, 17.6)), closed=False)
    slide = HowTo(
        "Slide magnets on",
        "From the side along the terminal, so that nothing snaps.",
        (cell, south, north, way),
        (Label(26.0, 10.0, "slide down"),),
        (-40.0, -10.0, 40.0, 24.0),
        "magnets",
    )
    return butt, slide, *_on_the_former(design, shape)


def _on_the_former(design: TrainDesign, shape: TrainShape) -> tuple[HowTo, ...]:
    """The former alone, and with the first turns of the track on it; drawn to one scale, cut short."""
    thick = design.track.former_mm / 2
    rod = Shape("core", ((-46.0, -thick), (46.0, -thick), (46.0, thick), (-46.0, thick)))
    size = Label(0.0, -thick - 7.0, f"former, {design.track.former_mm:g} mm thick", strong=True)
    frame = (-54.0, -thick - 12.0, 54.0, thick + 14.0)
    apart = max(mm(shape.wire), 0.8)
    turns = tuple(
        Shape("wire", ((x, -thick - apart / 2), (x + apart * 0.6, thick + apart / 2)), closed=False)
        for x in (-44.0 + apart * each for each in range(int(60 / apart)))
    )
    end = -44.0 + apart * len(turns)
    caption = Label(-14.0, thick + 5.0, "side by side, each against the last", strong=True)
    hand = Shape("wire", ((end, thick + apart / 2), (end + 10.0, thick + 9.0)), closed=False)
    return (
        HowTo("The former", "", (rod,), (size,), frame, "former"),
        HowTo("Winding the track", "", (rod, *turns, hand), (caption, size), frame, "wind"),
    )
