"""The parts of a train as lines that open to their dials."""

from __future__ import annotations

from oakspin.design.battery import CellName
from oakspin.design.patch import Patch, Setting
from oakspin.design.train import LONGEST_MM, ByLength, Dent, Kink, Stretch, TrainDesign
from oakspin.kinds.geometry import mm
from oakspin.kinds.numbers import Dial, PartLine, choice, folded, number
from oakspin.kinds.partlines import battery_line, bench_line, magnets_line, surface_dial, wire_line
from oakspin.kinds.train import words as say
from oakspin.machines.train.shape import (
    TrainShape,
    minutes_to_wind,
    play,
    track_wire,
    train_shape,
    wire_mass,
    wound_turns,
)

CELLS_THAT_RUN: tuple[CellName, ...] = (
    "alkaline_AAA",
    "alkaline_AA",
    "nimh_AAA",
    "nimh_AA",
    "zinc_carbon_AA",
    "alkaline_C",
)
KEPT = 6.0  # mm that a part pulled apart is long at the least
FORM_WORD = {"straight": "straight", "arc": "arc", "loop": "closed loop"}


def train_parts(design: TrainDesign) -> tuple[PartLine, ...]:
    """Every part in the order in which it is laid out on the bench."""
    shape = train_shape(design)
    leads = choice(design, "/leads", "Goes first", [("− first", "-"), ("+ first", "+")])
    return (
        battery_line(design, CELLS_THAT_RUN, leads, side_by_side=False),
        magnets_line(
            design, "/front", magnets=design.front, id_="front", title="Front magnets", faces="outward", tuned=(4, 3)
        ),
        magnets_line(design, "/rear", magnets=design.rear, id_="rear", title="Rear magnets", faces="outward"),
        wire_line(design, design.wire, track_wire(design, shape), ends=False, tuned=2),
        _track(design, shape),
        _plan(design, shape),
        bench_line(
            design,
            number(design, "/nose_g", "Nose", "g", 0.1, name="Mass of the nose"),
            *folded(number(design, "/hull_mm", "Paper hull", "mm", 0.1, name="Thickness of the paper hull")),
        ),
    )


def _track(design: TrainDesign, shape: TrainShape) -> PartLine:
    track, end = design.track, mm(shape.track)
    # A rod far from the magnets' own size makes no track for them.
    low, high = max(5.0, round(1.7 * mm(shape.widest), 1)), min(60.0, round(2.8 * mm(shape.widest), 1))
    by_length = isinstance(track.length, ByLength)
    ways: list[tuple[str, object]] = [
        ("by length", {"by": "length", "length_mm": min(max(round(end), 80), round(LONGEST_MM))}),
        ("by turns", {"by": "turns", "turns": min(max(round(wound_turns(design, shape)), 40), 12000)}),
    ]
    dials: list[Dial] = [
        number(design, "/track/former_mm", "Former", "mm", 0.1, within=(low, high), tuned=1, built=True),
        choice(design, "/track/wound", "Wound", [("counterclockwise", "counterclockwise"), ("clockwise", "clockwise")]),
        choice(design, "/track/length", "Given as", ways),
        number(design, "/track/length/length_mm", "Length", "mm", 10, name="Length of the track")
        if by_length
        else number(design, "/track/length/turns", "Turns", "", 10, name="Turns of the track"),
        choice(design, "/track/stretches", "Pulled apart", _stretches(design, shape)),
    ]
    for at, part in enumerate(track.stretches):
        root, which = f"/track/stretches/{at}", "" if len(track.stretches) == 1 else f" {at + 1}"
        long, last, rank = f"Pulled-apart part{which}", min(max(end, part.from_mm + KEPT), LONGEST_MM), 5 + at
        tight, closest = (0, part.to_mm - KEPT), (max(0.2, round(mm(shape.tight), 2)), 30.0)
        dials += [
            number(design, f"{root}/from_mm", f"… from{which}", "mm", 5, name=f"{long}: begins", within=tight),
            number(
                design,
                f"{root}/to_mm",
                f"… to{which}",
                "mm",
                5,
                name=f"{long}: ends",
                within=(part.from_mm + KEPT, last),
            ),
            number(
                design,
                f"{root}/pitch_mm",
                f"… pitch{which}",
                "mm",
                0.1,
                name=f"{long}: pitch",
                within=closest,
                tuned=rank,
                built=True,
            ),
        ]
    dials.append(choice(design, "/track/kinks", "Kink", _kinks(design, shape)))
    for at in range(len(track.kinks)):
        kinked = "Kink" if len(track.kinks) == 1 else f"Kink {at + 1}"
        dials += [
            number(
                design,
                f"/track/kinks/{at}/at_mm",
                "… at",
                "mm",
                5,
                name=f"{kinked}: place",
                within=(0, min(end, LONGEST_MM)),
            ),
            number(design, f"/track/kinks/{at}/squeeze_mm", "… squeeze", "mm", 0.1, name=f"{kinked}: squeeze"),
        ]
    dents = [dent.model_dump(mode="json") for dent in track.dents]
    fresh = [Dent(at_mm=round(min(end, LONGEST_MM) * 0.5), flat_mm=1.0).model_dump(mode="json")]
    some: list[tuple[str, object]] = [("nowhere", []), ("in one place", dents[:1] or fresh)]
    some += [("as many as now", dents)] if len(dents) > 1 else []
    trodden = [choice(design, "/track/dents", "Trodden on", some)]
    for at in range(len(dents)):
        root, dent = f"/track/dents/{at}", "Dent" if len(dents) == 1 else f"Dent {at + 1}"
        trodden += [
            number(design, f"{root}/at_mm", "… at", "mm", 5, name=f"{dent}: place", within=(0, min(end, LONGEST_MM))),
            number(design, f"{root}/length_mm", "… long", "mm", 5, name=f"{dent}: length"),
            number(design, f"{root}/flat_mm", "… flat by", "mm", 0.1, name=f"{dent}: lower than wide"),
        ]
    dials += folded(
        *trodden,
        number(design, "/track/oval_mm", "Oval by", "mm", 0.1, name="Whole bore lower than wide"),
        number(design, "/track/loosens", "Looser to", "×", 0.05, name="Pitch at the far end", built=True),
    )
    if design.wire.finish == "enameled":
        inside: list[tuple[str, object]] = [("as wound", "as_wound"), ("bared along the bore", "bared")]
        dials.append(choice(design, "/track/inside", "Inside", inside))
    dials += [
        surface_dial(design),
        number(design, "/track/price_per_kg", "Wire costs", "a kg", 1, name="Price of the wire"),
    ]
    turns = wound_turns(design, shape)
    cost = wire_mass(design, shape) * track.price_per_kg
    figure = say.TRACK.format(
        bore=mm(shape.bore), play=mm(play(shape)), turns=turns, minutes_to_wind=minutes_to_wind(turns), cost=cost
    )
    return PartLine(
        "track", "Track", f"{end:.0f} mm on a {track.former_mm:g} mm rod, wound {track.wound}", figure, tuple(dials)
    )


def _stretches(design: TrainDesign, shape: TrainShape) -> list[tuple[str, object]]:
    """None, one, or two parts pulled apart; those that are there stay."""
    end, now = min(mm(shape.track), LONGEST_MM), [part.model_dump(mode="json") for part in design.track.stretches]
    wide = max(60.0, mm(shape.long))
    fresh = [
        Stretch(
            from_mm=round(end * share),
            to_mm=round(min(end * share + wide, end)),
            pitch_mm=round(2 * mm(shape.tight), 1),
        ).model_dump(mode="json")
        for share in (0.55, 0.3)
    ]
    choices: list[tuple[str, object]] = [("nowhere", [])]
    choices += [("one part", now[:1] or fresh[:1]), ("two parts", now[:2] if len(now) >= 2 else [*now, *fresh][:2])]
    return [*choices, ("as many as now", now)] if len(now) > 2 else choices


def _kinks(design: TrainDesign, shape: TrainShape) -> list[tuple[str, object]]:
    now = [kink.model_dump(mode="json") for kink in design.track.kinks]
    fresh = [Kink(at_mm=round(min(mm(shape.track), LONGEST_MM) * 0.7), squeeze_mm=0.5).model_dump(mode="json")]
    return [("none", []), ("one", now[:1] or fresh), *([("as many as now", now)] if len(now) > 1 else [])]


def _plan(design: TrainDesign, shape: TrainShape) -> PartLine:
    plan = design.track.plan
    forms = [(text, name) for name, text in FORM_WORD.items()]
    level: dict[str, Patch] = {FORM_WORD["loop"]: (Setting("/track/plan/slope_deg", 0.0),)}
    dials = [choice(design, "/track/plan/form", "Laid out", forms, also=level)]
    if plan.form == "arc":
        dials.append(number(design, "/track/plan/radius_mm", "Radius", "mm", 10, name="Radius of the bend"))
    if plan.form != "loop":
        dials.append(number(design, "/track/plan/slope_deg", "Uphill", "°", 1, name="Slope", built=True))
    sharp = f"{mm(shape.tightest):.0f} mm" if shape.tightest < 100 else "none"
    slope = f" · {abs(plan.slope_deg):g}° {'uphill' if plan.slope_deg > 0 else 'downhill'}" if plan.slope_deg else ""
    return PartLine("plan", "Plan", FORM_WORD[plan.form], f"tightest bend {sharp}{slope}", tuple(dials))
