"""The verdict on a design: eight links, the weakest of them, one headline, figures with bands."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import Literal

import numpy as np

from oakspin.constants import GRAVITY
from oakspin.draws import Array, quantiles
from oakspin.machines.machine import NEVER, Machine, Mask
from oakspin.motion.steady import coast_down_time
from oakspin.rounding import rounded, time_unit
from oakspin.spoken import Spoken, band_text, spoken
from oakspin.verdict.energy import EnergyPart, energy_of
from oakspin.verdict.links import JUDGES, NAMES, Finding, Judge, Telling
from oakspin.verdict.links.stays_on import leave_speed_shown
from oakspin.verdict.outcome import Outcome, outcome_of
from oakspin.verdict.trip import QUANTILES, Trip, trip_of
from oakspin.verdict.words import Words

State = Literal["holds", "tight", "fails"]
Starts = Literal["by_itself", "flick", "returns", "never"]
STARTS: dict[Starts, str] = {
    "by_itself": "starts by itself",
    "flick": "starts after a flick",
    "returns": "flicked the wrong way it stops, comes back and goes",
    "never": "does not start",
}
DOES_NOT_GO = "Does not go."
LONGEST_LIFE = 86400.0  # s: what an endless source is told to last
AMPLE = 1.3  # a margin of the median build beyond which most builds hold, too
SELF = 0.5  # share of builds or rest positions from which it must start unaided to be told so
MUST_HOLD = ("push", "starts", "keeps_going", "stays_on")
# What is told of the builds that go: the others do not run, warm by running or use the battery up.
OF_RUNNING = frozenset(
    ("speed", "mean_current", "spin_up_time", "coast_down_time", "hands_off_time", "life", "runs", "rim_speed")
)
SHOWN_RUNNING = frozenset(("current", "keeps_going"))  # links whose figure is one of running
JUDGED_RUNNING = frozenset(("stays_cool", "lasts"))


@dataclass(frozen=True)
class Figure:
    """A number with its unit and band: the 10th and 90th percentile of builds like this one."""

    value: float
    unit: str
    band: tuple[float, float]


@dataclass(frozen=True)
class Link:
    """One link of the run chain. ``margin`` is the median distance from the limit; 1 is on it.

    ``spoken`` is the figure with its band in words; ``told`` are words to show instead, where a number says nothing.
    """

    id: str
    name: str
    state: State
    figure: float
    unit: str
    band: tuple[float, float]
    margin: float
    margin_band: tuple[float, float]
    sentence: str
    spoken: Spoken
    wording: str


@dataclass(frozen=True)
class Verdict:
    """What a teacher needs to know about a design before building it.

    ``direction`` is ``forward``, the other way or none, as ``seen``, and ``sense`` +1, -1 or 0 for the same; speeds in
    rad/s (or m/s where it ``travels``) times ``rate_per`` are told in ``rate_words``. ``leaves`` says how it leaves its
    seat. ``share_that_goes`` is the share of builds, 0 to 1, in which everything up to staying on holds; ``causes``
    are all plain causes that stop it, where the headline names but the first.
    """

    kind: str
    headline: str
    direction: str
    sense: int
    forward: str
    seen: str
    travels: bool
    rate_words: str
    rate_per: float
    leaves: str
    starts: Starts
    weakest: str
    links: tuple[Link, ...]
    share_that_goes: float
    figures: dict[str, Figure]
    trip: Trip | None
    energy: tuple[EnergyPart, ...]
    causes: tuple[str, ...]

    def link(self, id_: str) -> Link:
        """One link by its id."""
        return next(link for link in self.links if link.id == id_)


Figures = dict[str, tuple[Array, str]]


def verdict_of(kind: str, outcome: Outcome, words: Words, further: Figures) -> Verdict:
    """The whole verdict on what a machine does, bands included, in one pass over its draws.

    Parameters
    ----------
    kind : str
        Name of the kind, to be told along.
    outcome : Outcome
    words : Words
        How its parts and doings are called.
    further : dict
        Figures that only this kind has, with draws and unit.
    """
    machine = outcome.machine
    findings = [judge.judge(outcome) for judge in JUDGES]
    held = _holds(findings)
    counted = _counted(outcome, held)
    figures = {**run_figures(outcome, words), **further}

    def middle(row: Array) -> float:
        return float(quantiles(np.broadcast_to(row, counted.shape), (0.5,), counted)[0])

    tellings = [judge.tell(outcome, words, middle) for judge in JUDGES]
    rows = (
        [finding.figure * telling.per for finding, telling in zip(findings, tellings, strict=True)]
        + [finding.margin for finding in findings]
        + [row for row, _ in figures.values()]
    )
    table = np.empty((len(rows), outcome.speed.size))
    for place, row in enumerate(rows):
        table[place] = row
    running = _of_running(figures)
    bands = np.empty((len(rows), len(QUANTILES)))
    bands[~running] = quantiles(table[~running], QUANTILES)
    bands[running] = quantiles(table[running], QUANTILES, counted)
    count = len(findings)
    links = tuple(
        _link(judge, telling, bands[at], bands[count + at])
        for at, (judge, telling) in enumerate(zip(JUDGES, tellings, strict=True))
    )
    sense = int(outcome.drive.sense) if outcome.goes else 0
    return Verdict(
        kind=kind,
        headline=_headline(outcome, words, links, float(held.mean())),
        direction=words.way(sense) if sense else "none",
        sense=sense,
        forward=words.forward,
        seen=words.seen,
        travels=machine.route is not None,
        rate_words=words.rate.words,
        rate_per=words.rate.per,
        leaves=words.leaves,
        starts=_starts(outcome),
        weakest=weakest_of(links),
        links=links,
        share_that_goes=float(held.mean()),
        figures={
            name: Figure(float(band[1]), unit, (float(band[0]), float(band[2])))
            for (name, (_, unit)), band in zip(figures.items(), bands[2 * count :], strict=True)
        },
        energy=energy_of(outcome, counted),
        trip=trip_of(outcome, words, counted if 2 * held.sum() >= held.size else np.ones_like(held)),
        causes=tuple(words.of(cause) for cause in machine.causes),
    )


def _holds(findings: list[Finding]) -> Mask:
    """In which builds every link holds that must; shape (draws,)."""
    margins = [finding.margin for judge, finding in zip(JUDGES, findings, strict=True) if judge.id in MUST_HOLD]
    return np.asarray((np.stack(margins) >= 1).all(axis=0))


def _counted(outcome: Outcome, held: Mask) -> Mask:
    """Which builds a figure of running is told of: those that go; all, where most do not."""
    return held if outcome.goes else np.ones_like(held)


def running_builds(outcome: Outcome) -> Mask:
    """The builds whose running is told in speeds, currents and times; shape (draws,)."""
    return _counted(outcome, _holds([judge.judge(outcome) for judge in JUDGES]))


def _of_running(figures: Figures) -> Mask:
    """Which rows are told of the builds that go alone: figures of links, their margins, figures of the run."""
    wording = [judge.id in SHOWN_RUNNING or judge.id in JUDGED_RUNNING for judge in JUDGES]
    return np.array(
        [*wording, *(judge.id in JUDGED_RUNNING for judge in JUDGES), *(name in OF_RUNNING for name in figures)]
    )


@dataclass(frozen=True)
class Sample:
    """Figures and margins of one design among several, as (10th percentile, median, 90th)."""

    figures: dict[str, tuple[float, float, float]]
    margins: dict[str, tuple[float, float, float]]
    states: dict[str, State]
    share_that_goes: float


def samples(machine: Machine, count: int, words: Words, wanted: Collection[str]) -> list[Sample]:
    """What ``count`` machines joined into one show, each for itself; ``wanted`` names the figures."""
    outcome = outcome_of(machine)
    findings = [judge.judge(outcome) for judge in JUDGES]
    figures = {name: row for name, row in run_figures(outcome, words).items() if name in wanted}
    rows = [*(finding.margin for finding in findings), *(row for row, _ in figures.values())]
    parted = np.stack([np.broadcast_to(row, outcome.speed.shape) for row in rows]).reshape(len(rows), count, -1)
    held, turning = _holds(findings).reshape(count, -1), outcome.turns.reshape(count, -1)
    # As for one design: of the builds that go, where most of its builds turn at all.
    counted = held | (2 * turning.sum(axis=1) < turning.shape[1])[:, None]
    running = _of_running(figures)[len(JUDGES) :]
    wording: Array = np.empty((*parted.shape[:2], len(QUANTILES)))
    wording[~running] = quantiles(parted[~running], QUANTILES)
    wording[running] = quantiles(parted[running], QUANTILES, counted)
    bands: list[list[tuple[float, float, float]]] = wording.swapaxes(0, 1).tolist()
    shares = held.mean(axis=1)
    names = [judge.id for judge in JUDGES]
    return [
        Sample(
            figures={
                name: (low, mid, high) for name, (low, mid, high) in zip(figures, each[len(names) :], strict=True)
            },
            margins={name: (low, mid, high) for name, (low, mid, high) in zip(names, each[: len(names)], strict=True)},
            states={name: state_of(band[0], band[1]) for name, band in zip(names, each[: len(names)], strict=True)},
            share_that_goes=float(share),
        )
        for each, share in zip(bands, shares, strict=True)
    ]


def state_of(low: float, middle: float) -> State:
    """A link's state from its margin: the 10th percentile and the median."""
    return "fails" if middle < 1 else "tight" if low < 1 else "holds"


def state_of_median(middle: float) -> State:
    """A state from the margin of the median build alone: where it is ample, most builds are taken to hold, too."""
    return state_of(middle / AMPLE, middle)


def _link(judge: Judge, telling: Telling, figure: Array, margin: Array) -> Link:
    low, middle, high = (float(value) for value in margin)
    state = state_of(low, middle)
    # Times come in seconds, and are told in the unit that the shown one asks for.
    unit, per = time_unit(float(figure[1])) if telling.unit == "s" else (telling.unit, 1.0)
    wording, ends = float(figure[1]) * per, (float(figure[0]) * per, float(figure[2]) * per)
    return Link(
        id=judge.id,
        name=judge.name,
        state=state,
        figure=wording,
        unit=unit,
        band=ends,
        margin=middle,
        margin_band=(low, high),
        sentence=telling.bad if state == "fails" else telling.good,
        spoken=spoken(wording, unit, ends) if not telling.wording else Spoken(telling.wording, "", telling.wording, ""),
        wording=telling.wording,
    )


def weakest_of(links: tuple[Link, ...]) -> str:
    """The link to mend first: the first that fails, else the one with the least margin of those that end a run at once.

    What gets warm or empty in the end is told at its own link.
    """
    failing = [link.id for link in links if link.state == "fails"]
    at_once = [link for link in links if link.id not in JUDGED_RUNNING]
    return failing[0] if failing else min(at_once, key=lambda link: link.margin_band[0]).id


def run_figures(outcome: Outcome, words: Words) -> Figures:
    """Figures of a run that every machine has, with draws and unit."""
    machine, drive, rate, units = outcome.machine, outcome.drive, words.rate, words.units
    strongest = np.abs(machine.effective).max(axis=1)
    figures = {
        "coupling": (strongest * units.push_per, f"{units.push}/A"),
        "resistance": (machine.total_ohms * 1e3, "mΩ"),
        "battery_resistance": (machine.pack.ohms_at(machine.pack.used) * 1e3, "mΩ"),
        **{f"{place.replace(' ', '_')}_resistance": (ohms * 1e3, "mΩ") for place, ohms in machine.ohms.items()},
        "volts": (machine.pack.volts_at(machine.pack.used), "V"),
        "current": (drive.current, "A"),
        "mean_current": (outcome.mean_current, "A"),
        "push": (drive.stall * units.push_per, units.push),
        "friction": (machine.load.dry * units.push_per, units.push),
        "settled_current": (outcome.running.current, "A"),
        "speed": (outcome.shown_speed * rate.per, rate.unit),
        "spin_up_time": (outcome.spin_up, "s"),
        "coast_down_time": (coast_down_time(machine.load, machine.inertia, outcome.speed), "s"),
        "inertia": (machine.inertia * units.inertia_per, units.inertia),
        "hands_off_time": (outcome.hands_off, "s"),
        "held_still_time": (outcome.held_still, "s"),
        "life": (np.minimum(outcome.life, LONGEST_LIFE if machine.pack.endless else np.inf) / 60, "min"),
        "runs": (outcome.runs, "runs"),
    }
    if (machine.leave_speed < NEVER).any():
        figures["leave_speed"] = (leave_speed_shown(outcome) * rate.per, rate.unit)
    if np.any(machine.rim):
        figures["rim_speed"] = (outcome.speed * machine.rim, "m/s")
    journey = outcome.journey
    if journey:
        figures["track_time"] = (journey.seconds, "s")
        figures["steepest_climb"] = (np.degrees(_steepest(outcome)), "°")
    return figures


def _steepest(outcome: Outcome) -> Array:
    """Steepest slope in rad up which it creeps; 0 where it does not move on the level.

    Source: F = m g (mu cos(slope) + sin(slope)), the friction on the level being mu m g.
    """
    machine = outcome.machine
    weight = machine.inertia * GRAVITY
    friction = machine.least_dry / weight
    pull = outcome.running.at(np.full_like(weight, machine.creep)) / weight
    slope = np.arcsin(np.clip(pull / np.hypot(1, friction), 0.0, 1.0)) - np.arctan(friction)
    return np.asarray(np.where(pull >= 1, np.pi / 2, np.maximum(slope, 0.0)))


def _headline(outcome: Outcome, words: Words, links: tuple[Link, ...], share: float) -> str:
    by_id = {link.id: link for link in links}
    turning, on = by_id["keeps_going"], by_id["stays_on"]
    weakest = weakest_of(links)
    if not outcome.goes:
        failing = next((link for link in links[:5] if link.state == "fails"), None)
        return f"{DOES_NOT_GO} {(failing or by_id[weakest]).sentence}"
    goes = f"{words.mover} {words.goes.lower()}" if words.mover else words.goes
    starts = f"{goes} {words.way(outcome.drive.sense)}, {STARTS[_starts(outcome)]}"
    if turning.state == "fails":
        return f"{starts}, but does not get through. {turning.sentence}"
    if on.state == "fails" and on.unit != words.rate.unit:
        # It is not its speed that takes it off.
        return f"{starts}, but {on.sentence[0].lower()}{on.sentence[1:]}"
    if on.state == "fails":
        where = f"near {rounded(on.figure, 2)} {words.rate.words}" if on.figure else "at once"
        return f"{starts}, but {words.leaves} {where}. {on.sentence if not on.figure else ''}".strip()
    poor = next((by_id[id_] for id_ in ("circuit", "current") if by_id[id_].state == "fails"), None)
    band = f"({band_text(turning.unit, *turning.band)})"
    sure = "in all builds" if share > 0.995 else f"in {100 * share:.0f} of 100 builds"
    settles = f"{words.settles} {rounded(turning.figure, 2)} {words.rate.words} {band} {sure}"
    if poor:
        return f"{starts}, but poorly. {poor.sentence} {settles.capitalize()}."
    # Where all hold, none is weak: one has the least to spare.
    which = "Least to spare" if all(link.state == "holds" for link in links) else "Weakest link"
    return f"{starts}, {settles}. {which}: {NAMES[weakest].lower()}."


def _starts(outcome: Outcome) -> Starts:
    if not outcome.goes:
        return "never"
    if outcome.machine.rest is not None and outcome.machine.rest.against:
        return "returns"
    return "by_itself" if outcome.start.by_itself.mean() >= SELF else "flick"
