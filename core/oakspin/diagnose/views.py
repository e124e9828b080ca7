"""A diagnosis as it is told: signs in words, causes by rank, where to look, what to do next and why."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from pydantic_core import from_json

from oakspin.design import design_of
from oakspin.diagnose.eyes import parts_showing
from oakspin.diagnose.fault_bench import FaultBench, Symptoms, bench_of
from oakspin.diagnose.ranking import (
    COUNTS,
    HEALTHY,
    Diagnosis,
    Effect,
    Evidence,
    NextStep,
    Suspect,
    diagnosed,
    fixes_now,
)
from oakspin.diagnose.repair import Often, often_words
from oakspin.diagnose.signs import MOTION_SIGNS, SIDE_SIGNS, Sign
from oakspin.draws import MEDIAN
from oakspin.kinds.fault import BenchFault, Check, Cure, Place
from oakspin.kinds.geometry import Geometry, Point, seen
from oakspin.kinds.kinds import draw, words_of
from oakspin.machines.table import machine_of
from oakspin.measure.went import turned_on
from oakspin.rounding import rounded
from oakspin.spoken import PLAIN

SIGN_WORDS: dict[Sign, str] = {
    "nothing": "Nothing moves",
    "trembles": "Trembles, stays where it is",
    "rocks": "Swings to and fro",
    "creeps": "Creeps round",
    "starts_then_stops": "Turns on a bit, then stops",
    "comes_back": "Is thrown back out",
    "runs_after_flick": "Runs after a flick",
    "runs": "Runs by itself",
    "slow": "Slower than it should be",
    "other_way": "Turns the other way",
    "one_way_up": "Power off: always rests the same way up",
    "drags": "Power off: stops at once when flicked",
    "hot_battery": "The battery gets hot",
    "hot_motor": "Wire or contacts get hot",
    "sparks": "Sparks where it slides",
    "joint_sparks": "Sparks or crackles at a joint",
    "hops": "Hops and rattles",
    "jumps_off": "Jumps off",
    "leans": "Leans or nearly falls",
    "scrapes": "Scrapes or rubs",
    "wobbles": "Wobbles as it turns",
    "same_place": "Stops at the same place each time",
    "snatched": "Is snatched by a magnet",
    "falls_off": "Does not stay on",
    "gap_seen": "A contact stands off",
    "dull": "A contact is dull or colored",
    "crooked": "Something is crooked",
    "unlike": "Looks unlike the build sheet",
}
ALONG: dict[Sign, str] = {
    "starts_then_stops": "Starts, then stops on the way",
    "runs": "Goes through",
    "runs_after_flick": "Goes through after a push",
    "drags": "Power off: does not slide freely",
    "creeps": "Creeps along",
    "wobbles": "Bobs up and down",
}
READING_WORDS = {"speed": "turns a minute", "current": "the current in amps", "volts": "the volts while it is on"}
ALWAYS = frozenset(("nothing", "trembles", "starts_then_stops", "runs"))  # offered whatever the motor
SHOWN = 0.03  # how likely a sign is under some fault at least, for it to be offered
ON_SHEET = 8  # faults on a sheet for a table
HARDLY = 20  # of 100 builds that go, below which mending this alone is not told as a help
STANDS_OUT = 0.2  # chance from which the likeliest cause is named in the summary
COUNTED_BELOW = 0.005  # chance, below which a fault is only counted


@dataclass(frozen=True)
class SignWord:
    """A sign that this motor can show, in words; ``group`` is how it went, or what is seen beside.

    ``parts`` are those at which it can be pointed at; none where that tells nothing.
    """

    id: Sign
    word: str
    group: Literal["went", "beside"]
    parts: tuple[str, ...] = ()


@dataclass(frozen=True)
class CauseView:
    """A fault by rank: how likely it is, as a share and in a word; what it explains; what to do, and what that does.

    ``at`` is where to look on the drawing, in its millimeters; ``often`` how often it was found before.
    """

    id: str
    sentence: str
    chance: float
    word: str
    explains: str
    check: Check
    cure: Cure
    effect: str
    caution: str
    at: Point | None
    often: str


@dataclass(frozen=True)
class NextStepView:
    """The one thing to do now: the check of a fault, or its fix at once; and why."""

    id: str
    cure: bool
    why: str


@dataclass(frozen=True)
class DiagnosisView:
    """All of it. ``summary`` says in a sentence how it stands, ``more`` how many unlikely causes are left out."""

    summary: str
    causes: tuple[CauseView, ...]
    more: int
    next: NextStepView | None
    planned: float
    helps: str


@lru_cache(maxsize=16)
def bench_in(text: str, meter: bool) -> FaultBench:
    """The bench of a design's text; computed once, whatever is then seen. Raises ``Refusal``."""
    return bench_of(design_of(from_json(text)), meter=meter)


def sign_words(bench: FaultBench, ticked: frozenset[Sign] = frozenset()) -> tuple[SignWord, ...]:
    """What this motor can show, by its faults and as planned, and whatever is ticked already."""
    travels = bench.travels
    found = []
    for at, went in enumerate(MOTION_SIGNS):
        likely = max(float(each.weight @ (each.shows.went == at)) for each in bench.symptoms)
        if likely > SHOWN or went in ALWAYS or went in ticked:
            found.append(SignWord(went, word_of_sign(went, travels), "went"))
    order = list(SIGN_WORDS)
    found.sort(key=lambda sign: order.index(sign.id))
    besides = []
    for at, side_signs in enumerate(SIDE_SIGNS):
        likely = max(float(each.weight @ each.shows.side_signs[:, at]) for each in bench.symptoms)
        if likely > SHOWN or side_signs in ticked:
            parts = parts_showing(bench.faults, side_signs)
            besides.append(SignWord(side_signs, word_of_sign(side_signs, travels), "beside", parts))
    besides.sort(key=lambda sign: order.index(sign.id))
    return (*found, *besides)


def word_of_sign(sign: Sign, travels: bool) -> str:
    """A sign in words; what goes along a way shows some otherwise."""
    return ALONG.get(sign, SIGN_WORDS[sign]) if travels else SIGN_WORDS[sign]


def diagnosis_view(bench: FaultBench, known: Evidence, often: Mapping[str, Often] | None = None) -> DiagnosisView:
    """What is known of a motor, as it is told; ``often`` says what these hands had before."""
    found, dead = diagnosed(bench, known), dead_on_paper(bench)
    unit, drawing = _unit_and_drawing(bench)
    # What was answered or mended stays, however unlikely that has made it.
    touched = {*known.answers, *known.cured}
    step = _next(found, known) if known.any and not dead else None
    if step is not None:
        touched.add(step.id)
    causes = [each for each in found.suspects if each.chance >= COUNTED_BELOW or each.fault.id in touched]
    return DiagnosisView(
        summary=_summary(bench, known, found),
        causes=tuple(_cause(suspect, drawing, unit, (often or {}).get(suspect.fault.id)) for suspect in causes),
        more=len(found.suspects) - len(causes),
        next=step,
        planned=found.planned,
        helps=f"Read {READING_WORDS[found.helps]}: it would help most."
        if found.helps and known.any and not dead
        else "",
    )


def sheet_of(bench: FaultBench) -> tuple[CauseView, ...]:
    """The likeliest faults of a motor that does not go, in the order of the best search: most often found a minute.

    Source: the order of single checks that finds soonest is that of chance over cost, L. Stone, Theory of Optimal
    Search (1975).
    """
    unit, drawing = _unit_and_drawing(bench)
    suspects = {suspect.fault.id: suspect for suspect in diagnosed(bench, Evidence()).suspects}
    alone = {each.ids[0]: each for each in bench.symptoms if len(each.ids) == 1}
    # Some do not go even as planned: that is none of the fault's doing.
    usual = _stops(bench.symptoms[0])
    often = {id_: suspects[id_].chance * max(_stops(each) - usual, 0.0) for id_, each in alone.items()}
    likeliest = sorted(often, key=lambda id_: -often[id_])[:ON_SHEET]
    order = [suspects[id_] for id_ in sorted(likeliest, key=lambda id_: -often[id_] / bench.fault(id_).check.minutes)]
    return tuple(_cause(suspect, drawing, unit) for suspect in order)


def _stops(each: Symptoms) -> float:
    """In which share of its builds a fault keeps the motor from going."""
    return float(each.weight @ ~each.goes)


def _unit_and_drawing(bench: FaultBench) -> tuple[str, Geometry]:
    machine = machine_of(bench.design, MEDIAN)
    return words_of(bench.design, machine).rate.unit, draw(bench.design, machine)


def dead_on_paper(bench: FaultBench) -> bool:
    """Whether most builds of the plan do not go, without any fault."""
    return bool(2 * bench.runs.sum() < bench.runs.size)


def _summary(bench: FaultBench, known: Evidence, found: Diagnosis) -> str:
    if not known.any:
        return "Tick what you see. The likeliest causes come first, with how to check and fix each."
    if dead_on_paper(bench):
        return "On paper this motor does not go either: fix the plan in Choose first."
    if not found.explained:
        return "Nothing here explains what you see. Look again, or read something with a meter."
    best = found.suspects[0]
    if found.planned > max(best.chance, HEALTHY) and found.as_planned:
        if turned_on(known.signs):
            return "Nothing is wrong with it: it does as planned."
        fails = max(round(100 * (1 - float(bench.runs.mean()))), 1)
        return (
            f"Perhaps no fault at all: {fails} of 100 built to this plan do not go. Choose tells what makes it surer."
        )
    if best.chance < STANDS_OUT:
        return "No cause stands out. Do the first checks, or read something with a meter."
    return f"{best.word.capitalize()}: {best.fault.sentence[0].lower()}{best.fault.sentence[1:]}"


def _cause(suspect: Suspect, drawing: Geometry, unit: str, often: Often | None = None) -> CauseView:
    fault = suspect.fault
    return CauseView(
        id=fault.id,
        sentence=fault.sentence,
        chance=suspect.chance,
        word=suspect.word,
        explains=f"explains {suspect.explains} of {suspect.of}" if suspect.of else "",
        check=fault.check,
        cure=fault.cure,
        effect=_effect(suspect.effect, unit),
        caution=fault.caution,
        at=place_of(fault.place, drawing),
        often=often_words(often) if often else "",
    )


def _effect(effect: Effect, unit: str) -> str:
    if effect.goes_of_100 < 1:
        return "Fixed, it still does not go."
    if effect.goes_of_100 < HARDLY:
        return "Fixed, it hardly goes: something else is wrong, too."
    plain = PLAIN[unit].words if unit in PLAIN else unit
    count = "all" if effect.goes_of_100 >= 100 else f"{effect.goes_of_100} of 100"
    return f"Fixed, it goes in {count} builds, near {rounded(effect.speed, 2)} {plain}."


def _next(found: Diagnosis, known: Evidence) -> NextStepView | None:
    if not found.steps or found.planned > 0.9:
        return None
    best = next(each for each in found.suspects if each.fault.id not in known.cured | known.skipped)
    if fixes_now(best, known):
        return NextStepView(best.fault.id, True, "This is very likely what stops it.")
    # Nobody looks first for what is called very unlikely, however quick that is.
    counts = {suspect.fault.id for suspect in found.suspects if suspect.chance >= COUNTS}
    step = next((step for step in found.steps if step.fault.id in counts), found.steps[0])
    return NextStepView(step.fault.id, step.cure, _why(step))


def _why(step: NextStep) -> str:
    if step.cure:
        return "It is quicker to fix this than to check it."
    return "This check helps most for the time it takes."


def place_of(place: Place, drawing: Geometry) -> Point | None:
    """The place where it slides, or the middle of the first shape of these roles that is drawn; in its millimeters."""
    for role in place:
        if role == "contact" and drawing.sparks:
            return drawing.sparks[0]
        outlines = [shape.points for shape in drawing.shapes if shape.role == role]
        outlines += [seen(path, drawing.pose) for path in drawing.moving if path.role == role and not path.route]
        if outlines and outlines[0]:
            x, y = zip(*outlines[0], strict=True)
            return (round((min(x) + max(x)) / 2, 2), round((min(y) + max(y)) / 2, 2))
    return None


def fault_in(bench: FaultBench, id_: str) -> BenchFault | None:
    """A fault of the bench by its id; none where the design cannot have it."""
    return next((fault for fault in bench.faults if fault.id == id_), None)
