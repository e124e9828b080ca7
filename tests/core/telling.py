"""Everything that is said and shown of a design, as text that a person can read: figures to four digits."""

from __future__ import annotations

import json
import sys
from collections import Counter
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Any

import numpy as np

from oakspin import advise, evaluate, look
from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.kinds.geometry import Geometry, seen
from oakspin.kinds.kinds import changes_of
from oakspin.kinds.look import spin
from oakspin.kinds.numbers import Dial
from oakspin.make import build_sheet, first_run, template_svg
from oakspin.measure import trial_form
from oakspin.safety import cautions_of
from oakspin.teach import cards_of, explain, pole_finder
from oakspin.tune import tuning_of
from tests.core.designs import changed, grade, sample
from tests.core.variety import CORED, CRADLE, DESIGNS, HANGING, LANTERN, LOBES, ROLLER, TRAIN

FOLDER = Path(__file__).parent / "texts"

# A few designs a kind that go through most of what can be said of it.
TELLINGS: dict[str, Design] = {
    "frame, lantern": LANTERN,
    "frame, carousel of young pupils": changed(sample("carousel"), maker="young_pupil", surface="tarnished"),
    "frame, one leg across, ferrite, flat seat": changed(LANTERN, outline__legs=1, magnets__magnetized="across", magnets__strength=grade("ferrite"), pivot={"seat": "flat", "off_center_mm": 3.0}, wire__finish="enameled", wire__ends_stripped=False, feet__height_mm=9.0),
    "frame, cell of one's own": DESIGNS["own cell"],
    "frame, spring, ring of steel wire": changed(DESIGNS["spring"], feet__type="ring", wire__material="steel", pivot__seat="cup", battery__used_percent=60.0),
    "frame, battery turns": sample("turning-quay"),
    "frame, strip under a cup": DESIGNS["strip under a cup"],
    "hanging, headless sandwich": DESIGNS["headless sandwich"],
    "cradle, lock gate": sample("lock-gate"),
    "cradle, in a ring, on a pencil": DESIGNS["coil in a ring"],
    "cored, arms of their own": DESIGNS["arms of their own"],
    "train, parcel shuttle": sample("parcel-shuttle"),
    "train, trodden": DESIGNS["trodden track"],
    "hanging, beacon": sample("beacon"),
    "hanging, brass, far": changed(HANGING, screw__material="brass", lead__type="steel_clip", lead__height_mm=30.0, wire__finish="plastic", magnets__plating="epoxy"),
    "hanging, heavy, from the plus": changed(HANGING, battery__terminal_up="-", magnets__count=6, screw__length_mm=60.0, lead__pressure="gripping", flag__mass_g=2.0, maker="young_pupil"),
    "cradle, ferry wheel": sample("ferry-wheel"),
    "cradle, fog bell": sample("fog-bell"),
    "cradle, square, sloping, block, fan": changed(DESIGNS["square coil, uneven"], fan={"mass_g": 1.0, "radius_mm": 12.0, "area_mm2": 400.0}, supports__stops=False, tails__out_of_line_deg=4.0, flick__sense="wrong", battery__cell="nimh_AA", maker="older_pupil"),
    "cradle, own outline, painted, on a supply": changed(DESIGNS["own coil"], magnets_on="bench", battery__cell="bench_supply", strip__right={"bared": "arcs", "arcs": [{"center_deg": 90, "width_deg": 160}], "rest": "marker"}, tails__tied=False, second="turned", plus_at="right"),
    "cradle, metal stand, short leads, thin": changed(CRADLE, supports__stand="metal", supports__spacing_mm=120.0, wire__size={"by": "gauge", "awg": 32}, strip__left={"bared": "none", "arcs": [], "rest": "enamel"}, gap_mm=0.0),
    "lobes, tide mill": sample("tide-mill"),
    "lobes, half open, plastic, no flick": changed(LOBES, lobes__opening_deg=120.0, wire__finish="plastic", flick__turns_per_s=0.0, supports__seat="open", imbalance_mm=0.4),
    "cored, crane motor": sample("crane-motor"),
    "cored, slack capstan": sample("slack-capstan"),
    "cored, pipe, one magnet, timed, taped": changed(CORED, core__form="pipe", gap__stacks=1, commutator={"radius_mm": 4.0, "gap_deg": 40.0, "offset_deg": 25.0, "finish": "taped"}, fan={"mass_g": 2.0, "radius_mm": 20.0, "area_mm2": 900.0}, flick__sense="wrong", maker="young_pupil"),
    "cored, air core, bare, striking": changed(CORED, core__form="none", wire__finish="bare", gap__distance_mm=0.4, brushes__width_mm=5.0, plus_at="right"),
    "train, night shuttle": sample("night-shuttle"),
    "train, harbor ring": sample("harbor-ring"),
    "train, two stretches and a kink": changed(DESIGNS["two stretches"], maker="young_pupil", surface="tarnished", nose_g=2.0),
    "train, unlike poles, sharp arc, enameled": changed(TRAIN, rear__pole_up="S", track__plan={"form": "arc", "radius_mm": 60.0, "slope_deg": 6.0}, wire__finish="enameled", front__diameter_mm=10.0, leads="+"),
    "train, long, four spools": changed(TRAIN, track__length={"by": "turns", "turns": 4500}, battery__in_series=2),
    "roller, crate roller": sample("crate-roller"),
    "roller, uphill, minus near, tarnished": changed(ROLLER, plus_at="far", magnets__pole_up="S", sheet__slope_deg=0.5, surface="tarnished", maker="young_pupil"),
    "roller, unlike poles, steel, narrow": changed(ROLLER, outward="unlike", sheet__material="steel", sheet__width_mm=40.0, magnets__diameter_mm=10.0),
}  # fmt: skip


def _n(value: float) -> str:
    return f"{value:.4g}".replace("-0", "0") if value == 0 else f"{value:.4g}"


def _band(band: tuple[float, float]) -> str:
    return f"({_n(band[0])} to {_n(band[1])})"


def _way(line: Iterable[tuple[float, ...]], closed: bool = False) -> str:
    """Where a line runs, and how long it is: what is drawn otherwise is told otherwise."""
    points = np.array(list(line))
    ring = np.vstack([points, points[:1]]) if closed else points
    low, high = points.min(axis=0), points.max(axis=0)
    spans = ", ".join(f"{_n(a)} to {_n(b)}" for a, b in zip(low.tolist(), high.tolist(), strict=True))
    return f"{spans}, long {_n(float(np.linalg.norm(np.diff(ring, axis=0), axis=1).sum()))}"


LONG = 160  # letters of a value that are kept


def _value(value: Any) -> str:
    text = json.dumps(value, default=str) if isinstance(value, dict | list) else str(value)
    return text if len(text) < LONG else f"{text[:LONG]}…"


def _choices(dial: Dial) -> str:
    shown = [f"{'*' if choice.key == dial.chosen else ''}{choice.label}" for choice in dial.choices]
    answer = [
        f"{text} {_value(item.value)}" if isinstance(item.value, dict | list) else text
        for text, item in zip(shown, dial.choices, strict=True)
    ]
    return "; ".join(answer) or f"{dial.value} [{_n(dial.minimum)} to {_n(dial.maximum)} by {_n(dial.step)}]"


def telling(design: Design) -> str:
    """All of it, a section a stage."""
    sections = {
        "RUN CHAIN": _chain(design),
        "PARTS": _parts(design),
        "DRAWING": _drawing(look(design).drawing),
        "CHANGES WORTH TRYING": (
            f"{change.sentence} [{_n(change.effort)}] {'; '.join(f'{item.pointer} {_value(item.value)}' for item in change.patch)}"
            for change in changes_of(design)
        ),
        "WHAT HELPS": (
            f"{advice.sentence}: {advice.effect}. {advice.price}".rstrip(". ") for advice in advise(design, Draws(64))
        ),
        "MAKE": _make(design),
        "RUN": _run(design),
        "TEACH": _teach(design),
    }
    return "".join(f"{title}\n" + "".join(f"  {line}\n" for line in lines) for title, lines in sections.items())


def _chain(design: Design) -> Iterator[str]:
    verdict = look(design).verdict
    yield verdict.headline
    yield f"{verdict.direction} {verdict.seen}, {verdict.starts}, {_n(100 * verdict.share_that_goes)} of 100 go; weakest {verdict.weakest}; {verdict.leaves}"
    yield from (f"cause: {cause}" for cause in verdict.causes)
    for link in verdict.links:
        shown = link.wording or f"{_n(link.figure)} {link.unit} {_band(link.band)}"
        yield f"{link.name}: {link.state}, {shown}; margin {_n(link.margin)} {_band(link.margin_band)}; {link.sentence}"
    for name, figure in verdict.figures.items():
        yield f"{name} {_n(figure.value)} {figure.unit} {_band(figure.band)}"
    if verdict.trip:
        speeds = [f"{_n(band[1])}" for band in verdict.trip.speeds[::8]]
        yield f"trip {' '.join(speeds)} {verdict.trip.unit}, reaches {_n(verdict.trip.reached)} mm. {verdict.trip.stops}"


def _parts(design: Design) -> Iterator[str]:
    for part in look(design).parts:
        yield f"{part.title}: {part.line} | {part.figure}"
        for dial in part.dials:
            if dial.type == "number":
                along = "".join(f", moves {follow.pointer} by {_n(follow.per_unit)}" for follow in dial.follows)
                marks = f"{f', tuned {dial.tuned}' if dial.tuned else ''}{', as built' if dial.built else ''}"
                yield f"  {dial.label} = {_n(dial.value)} {dial.unit} [{_n(dial.minimum)} to {_n(dial.maximum)} by {_n(dial.step)}] {dial.name}{along}{marks}"
            else:
                yield f"  {dial.label}: {_choices(dial)}"


def _drawing(drawing: Geometry) -> Iterator[str]:
    yield f"{drawing.caption}; bounds {' '.join(map(_n, drawing.bounds))}; pose {_n(drawing.pose)}; turning {drawing.turning.seen} at {_n(drawing.turning.x)} {_n(drawing.turning.y)}"
    for shape in drawing.shapes[:60]:
        yield f"{shape.role} {shape.label} {_way(shape.points, shape.closed)}"
    yield from (f"current along {_way(line)}" for line in drawing.current)
    for path in drawing.moving:
        line = path.route or seen(path, drawing.pose)
        middle = line[len(line) // 2]
        yield f"moves: {path.role} from {_n(line[0][0])} {_n(line[0][1])} by {_n(middle[0])} {_n(middle[1])} to {_n(line[-1][0])} {_n(line[-1][1])}; current {path.carries}; closed {path.closed}"
    for handle in drawing.handles:
        axes = ", ".join(f"{axis.along} {axis.pointer} times {_n(axis.slope)}" for axis in handle.axes)
        yield f"handle {handle.id} at {_n(handle.x)} {_n(handle.y)}: {axes}"
    for push in drawing.pushes:
        yield f"push {_n(push.force_mN)} mN at {_n(push.x)} {_n(push.y)} toward {' '.join(map(_n, push.toward))}"
    yield from (f"flow at {_n(flow.x)} {_n(flow.y)} {'toward' if flow.toward else 'away'}" for flow in drawing.flows)
    yield from (f"label {label.text} at {_n(label.x)} {_n(label.y)} {label.anchor}" for label in drawing.labels)
    yield from (
        f"size {dimension.text} from {_n(dimension.start[0])} {_n(dimension.start[1])} to {_n(dimension.end[0])} {_n(dimension.end[1])}"
        for dimension in drawing.dimensions
    )
    if drawing.mass:
        yield f"mass at {_n(drawing.mass.x)} {_n(drawing.mass.y)}, {_n(drawing.mass.off_mm)} mm off"
    ends = [f"{_n(line[0][0])} {_n(line[0][1])}" for line in drawing.field_lines[:4]]
    yield f"{len(drawing.field_lines)} field lines, from {'; '.join(ends)}; sparks {' '.join(f'{_n(x)},{_n(y)}' for x, y in drawing.sparks)}"
    yield from (
        f"{len(dots.points)} dots {dots.role} of {_n(dots.radius)} mm from {_n(dots.points[0][0])}"
        for dots in drawing.dots
        if dots.points
    )
    if drawing.ribbon:
        yield f"ribbon at {_n(drawing.ribbon.x)} {_n(drawing.ribbon.y)}, {_n(drawing.ribbon.per_mm)} a mm"


def _make(design: Design) -> Iterator[str]:
    sheet = build_sheet(design)
    yield from (
        f"cut {cut.count} of {_n(cut.length_mm)} mm, tails {_n(cut.tails_mm)}: {cut.name}, {cut.note}"
        for cut in sheet.cuts
    )
    yield from (f"bend {_n(bend.degrees)} at {_n(bend.at_mm)} mm: {bend.note}" for bend in sheet.bends)
    yield from (f"{setting.name}: {_n(setting.value_mm)} mm, {setting.how}" for setting in sheet.settings)
    for step in sheet.steps:
        yield f"{step.number} {step.id} {step.title}, {_n(step.minutes)} min{', an adult' if step.adult else ''} [{', '.join(step.tools)}]: {step.text} {step.caution}".rstrip()
    yield from (f"check: {check}" for check in sheet.checks)
    roles = Counter(line.role for line in sheet.template.lines)
    yield f"template {sheet.template.title}: {dict(roles)}, bounds {' '.join(map(_n, sheet.template.bounds))}"
    yield from (f"  {label.text} at {_n(label.x)} {_n(label.y)}" for label in sheet.template.labels)
    for line in sheet.template.lines:
        yield f"  {line.role} {_way(line.points, line.closed)}"
    yield f"  printed with {template_svg(sheet.template, 'T').rsplit('<text', 1)[1].strip()}"
    for step in sheet.steps:
        for picture in step.pictures:
            drawn = Counter(f"{'faint ' if shape.faint else ''}{shape.role}" for shape in picture.shapes)
            yield f"picture of {step.id}: {picture.title}. {picture.text} {dict(drawn)}"
            yield f"  bounds {' '.join(map(_n, picture.bounds))}"
            yield from (f"  {line.text} at {_n(line.start[0])} {_n(line.start[1])}" for line in picture.dimensions)
            yield from (f"  {label.text} at {_n(label.x)} {_n(label.y)}" for label in picture.labels)
    card = first_run(design, evaluate(design))
    yield f"first run: {card.flick} Power off after {card.disconnect_after} s; {card.why} Cool for {card.cool_for} s."
    yield from (
        f"caution {caution.id}: {caution.text}"
        for caution in cautions_of(design)
        if any(sign.isdigit() for sign in caution.text)
    )


def _run(design: Design) -> Iterator[str]:
    form = trial_form(design)
    yield ", ".join(f"{reading.label} ({reading.unit})" for reading in form.readings)
    yield "as built: " + ", ".join(f"{item.label} {_n(item.value)} {item.unit}" for item in form.as_built if item.usual)
    run = spin(design)
    yield f"spin {_n(run.seconds)} s, angles {' '.join(_n(run.angle[at]) for at in (0, 1, 20, 240))}, speed {_n(run.speed[-1])}, current {_n(run.current[120])}, touching {sum(run.touching)}, hops {sum(run.hops)}, live {_n(sum(run.live))}, leaves at {_n(run.leaves_at)}"


def _teach(design: Design) -> Iterator[str]:
    for rule in ("palm", "motor"):
        why = explain(design, rule, "current" if rule == "palm" else "electrons")  # type: ignore[arg-type]
        yield f"{why.rule}, {why.hand} hand, at {_n(why.at[0])} {_n(why.at[1])}: {' '.join(why.steps)} {why.why_none} agrees {why.agrees}"
    yield from why.story
    yield from (
        f"{card.id}: {card.question} → {card.answer}. {card.because} ({card.figures})" for card in cards_of(design)
    )
    finder = pole_finder(design)
    yield from (way.sentence for way in finder.ways)
    yield finder.instead
    tuning = tuning_of(design)
    yield f"tuned first: {', '.join(tuning.first)}; curves {', '.join(f'{curve.label} {curve.unit}' for curve in tuning.curves)}"


def file_of(name: str) -> Path:
    """Where the text of a design is kept."""
    return FOLDER / f"{name.replace(',', '').replace(' ', '-')}.txt"


if __name__ == "__main__":
    if sys.argv[1:] != ["--write"]:
        sys.exit("usage: python -m tests.core.telling --write   (then review the change as text)")
    for shown_name, shown_design in TELLINGS.items():
        file_of(shown_name).write_text(telling(shown_design), encoding="utf-8")
