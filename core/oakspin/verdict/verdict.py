"""The verdict on a design: eight links, the weakest of them, one headline, figures with bands."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import Literal

import numpy as np

from oakspin.constants import GRAVITY
from oakspin.design import Design
from oakspin.draws import Array, Draws, quantiles
from oakspin.machines.geometry import Geometry
from oakspin.machines.kinds import machine_of
from oakspin.machines.machine import NEVER, Machine
from oakspin.motion.journey import stopped_by
from oakspin.motion.steady import coast_down_time
from oakspin.verdict import words
from oakspin.verdict.links import JUDGES, NAMES, Finding
from oakspin.verdict.outcome import Outcome, outcome_of

State = Literal["holds", "tight", "fails"]
Starts = Literal["by_itself", "flick", "returns", "never"]
STARTS: dict[Starts, str] = {
    "by_itself": "starts by itself",
    "flick": "starts after a flick",
    "returns": "flicked the wrong way it stops, comes back and goes",
    "never": "does not start",
}
QUANTILES = (0.1, 0.5, 0.9)
TRIP_STEP = 4  # stations of the way between those that are told
SELF = 0.5  # share of builds or rest positions from which it must start unaided to be told so
MUST_HOLD = ("circuit", "current", "push", "starts", "keeps_going", "stays_on")


@dataclass(frozen=True)
class Figure:
    """A number with its unit and band: the 10th and 90th percentile of builds like this one."""

    value: float
    unit: str
    band: tuple[float, float]


@dataclass(frozen=True)
class Link:
    """One link of the run chain. ``margin`` is the median distance from the limit; 1 is on it.

    ``told`` are words to show instead of the figure and its band, where a number says nothing.
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
    told: str


@dataclass(frozen=True)
class Trip:
    """Speed along the way: places in mm from the entry, speeds as (10th percentile, median, 90th) in ``unit``.

    ``reached`` is how far the median build gets in mm; ``stops`` says why it gets no farther, if so.
    """

    places: tuple[float, ...]
    speeds: tuple[tuple[float, float, float], ...]
    unit: str
    reached: float
    stops: str


@dataclass(frozen=True)
class Verdict:
    """What a teacher needs to know about a design before building it.

    ``direction`` is ``forward``, the other way or none, as ``seen``; speeds in rad/s (or m/s) times
    ``rate_per`` are told in ``rate_words``. ``share_that_goes`` is the share of builds, 0 to 1, in which everything up to staying on holds;
    ``causes`` are all plain causes that stop it, where the headline names but the first.
    """

    kind: str
    headline: str
    direction: str
    forward: str
    seen: str
    rate_words: str
    rate_per: float
    starts: Starts
    weakest: str
    links: tuple[Link, ...]
    share_that_goes: float
    figures: dict[str, Figure]
    geometry: Geometry
    trip: Trip | None
    causes: tuple[str, ...]

    def link(self, id_: str) -> Link:
        """One link by its id."""
        return next(link for link in self.links if link.id == id_)


def evaluate(design: Design, draws: Draws | None = None) -> Verdict:
    """Compute the whole verdict, bands included, in one pass over the draws.

    Parameters
    ----------
    design : Design
    draws : Draws
        How many draws and from which seed; 256 by default.

    Raises
    ------
    Refusal
        When no motor can be made of the design; says what to change.
    """
    outcome = outcome_of(machine_of(design, draws or Draws()))
    findings = [judge(outcome) for judge in JUDGES]
    figures = _figures_of(outcome)
    rows = (
        [found.figure for found in findings]
        + [found.margin for found in findings]
        + [row for row, _ in figures.values()]
    )
    bands = quantiles(np.stack([np.broadcast_to(row, outcome.speed.shape) for row in rows]), QUANTILES)
    count = len(findings)
    links = tuple(_link(found, bands[at], bands[count + at]) for at, found in enumerate(findings))
    margins = np.stack([found.margin for found in findings if found.id in MUST_HOLD])
    return Verdict(
        kind=design.kind,
        headline=_headline(outcome, links),
        direction=outcome.direction,
        forward=outcome.machine.words.forward,
        seen=outcome.machine.words.seen,
        rate_words=outcome.machine.words.rate.words,
        rate_per=outcome.machine.words.rate.per,
        starts=_starts(outcome),
        weakest=weakest_of(links),
        links=links,
        share_that_goes=float((margins >= 1).all(axis=0).mean()),
        figures={
            name: Figure(float(band[1]), unit, (float(band[0]), float(band[2])))
            for (name, (_, unit)), band in zip(figures.items(), bands[2 * count :], strict=True)
        },
        geometry=outcome.machine.geometry,
        trip=_trip(outcome),
        causes=tuple(cause.sentence for cause in outcome.machine.breaks),
    )


@dataclass(frozen=True)
class Reading:
    """Figures and margins of one design among several, as (10th percentile, median, 90th)."""

    figures: dict[str, tuple[float, float, float]]
    margins: dict[str, tuple[float, float, float]]
    states: dict[str, State]
    share_that_goes: float


def readings(machine: Machine, count: int, wanted: Collection[str]) -> list[Reading]:
    """What ``count`` machines joined into one show, each for itself; ``wanted`` names the figures."""
    outcome = outcome_of(machine)
    findings = [judge(outcome) for judge in JUDGES]
    figures = {name: row for name, row in run_figures(outcome).items() if name in wanted}
    rows = [*(found.margin for found in findings), *(row for row, _ in figures.values())]
    parted = np.stack([np.broadcast_to(row, outcome.speed.shape) for row in rows]).reshape(len(rows), count, -1)
    bands = quantiles(parted, QUANTILES).swapaxes(0, 1).tolist()
    must = parted[[at for at, found in enumerate(findings) if found.id in MUST_HOLD]]
    shares = (must >= 1).all(axis=0).mean(axis=1)
    names = [found.id for found in findings]
    return [
        Reading(
            figures={name: tuple(band) for name, band in zip(figures, each[len(names) :], strict=True)},
            margins={name: tuple(band) for name, band in zip(names, each[: len(names)], strict=True)},
            states={name: state_of(band[0], band[1]) for name, band in zip(names, each[: len(names)], strict=True)},
            share_that_goes=float(share),
        )
        for each, share in zip(bands, shares, strict=True)
    ]


def state_of(low: float, middle: float) -> State:
    """A link's state from its margin: the 10th percentile and the median."""
    return "fails" if middle < 1 else "tight" if low < 1 else "holds"


def _link(found: Finding, figure: Array, margin: Array) -> Link:
    low, middle, high = (float(value) for value in margin)
    state = state_of(low, middle)
    return Link(
        id=found.id,
        name=NAMES[found.id],
        state=state,
        figure=float(figure[1]),
        unit=found.unit,
        band=(float(figure[0]), float(figure[2])),
        margin=middle,
        margin_band=(low, high),
        sentence=found.bad if state == "fails" else found.good,
        told=found.told,
    )


def weakest_of(links: tuple[Link, ...]) -> str:
    """The link to mend first: the first that fails, else the one with the least margin."""
    failing = [link.id for link in links if link.state == "fails"]
    return failing[0] if failing else min(links, key=lambda link: link.margin_band[0]).id


def _figures_of(outcome: Outcome) -> dict[str, tuple[Array, str]]:
    return {**run_figures(outcome), **outcome.machine.figures}


def run_figures(outcome: Outcome) -> dict[str, tuple[Array, str]]:
    """Figures of a run that every machine has, with draws and unit."""
    machine, drive = outcome.machine, outcome.drive
    strongest, rate, measure = np.abs(machine.effective).max(axis=1), machine.words.rate, machine.words.measure
    found = {
        "coupling": (strongest * measure.push_per, f"{measure.push}/A"),
        "resistance": (machine.total_ohms * 1e3, "mΩ"),
        "battery_resistance": (machine.pack.ohms_at(machine.pack.used) * 1e3, "mΩ"),
        **{f"{place.replace(' ', '_')}_resistance": (ohms * 1e3, "mΩ") for place, ohms in machine.ohms.items()},
        "volts": (machine.pack.volts_at(machine.pack.used), "V"),
        "current": (drive.current, "A"),
        "mean_current": (outcome.mean_current, "A"),
        "push": (drive.stall * measure.push_per, measure.push),
        "friction": (machine.load.dry * measure.push_per, measure.push),
        "speed": (outcome.speed * rate.per, rate.unit),
        "spin_up_time": (outcome.spin_up, "s"),
        "coast_down_time": (coast_down_time(machine.load, machine.inertia, outcome.speed), "s"),
        "inertia": (machine.inertia * measure.inertia_per, measure.inertia),
        "hands_off_time": (outcome.hands_off, "s"),
        "life": (outcome.life / 60, "min"),
        "runs": (outcome.runs, "runs"),
    }
    if (machine.leave_speed < NEVER).any():
        found["leave_speed"] = (machine.leave_speed * rate.per, rate.unit)
    if np.any(machine.rim):
        found["rim_speed"] = (outcome.speed * machine.rim, "m/s")
    journey = outcome.journey
    if journey:
        found["track_time"] = (journey.seconds, "s")
        weight = machine.inertia * GRAVITY
        slope = (drive.stall - machine.least_dry) / weight
        found["steepest_climb"] = (np.degrees(np.arcsin(np.clip(slope, 0.0, 1.0))), "°")
    return found


def _trip(outcome: Outcome) -> Trip | None:
    journey = outcome.journey
    if journey is None or not outcome.goes:
        return None
    some = slice(None, None, TRIP_STEP)
    rate = outcome.machine.words.rate
    bands = quantiles(journey.speed[:, some].T * rate.per, QUANTILES)
    return Trip(
        places=tuple(np.round(np.median(journey.places[:, some], axis=0) * 1e3, 1).tolist()),
        speeds=tuple(tuple(row) for row in np.round(bands, 4).tolist()),
        unit=rate.unit,
        reached=float(np.median(journey.reached)) * 1e3,
        stops=stopped_by(outcome.machine, journey),
    )


def _headline(outcome: Outcome, links: tuple[Link, ...]) -> str:
    by_id = {link.id: link for link in links}
    turning, on = by_id["keeps_going"], by_id["stays_on"]
    weakest = weakest_of(links)
    failing = next((link for link in links[:5] if link.state == "fails"), None)
    if failing or outcome.direction == "none":
        broken = failing or by_id[weakest]
        return f"Does not go. {broken.sentence}"
    spoken = outcome.machine.words
    starts = f"{spoken.goes} {outcome.direction}, {STARTS[_starts(outcome)]}"
    if on.state == "fails":
        where = f"near {words.figures(on.figure, 2)} {spoken.rate.words}" if on.figure else "at once"
        return f"{starts}, but {spoken.leaves} {where}. {on.sentence if not on.figure else ''}".strip()
    band = f"({words.figures(turning.band[0], 2)}–{words.figures(turning.band[1], 2)})"
    settles = f"{spoken.settles} {words.figures(turning.figure, 2)} {spoken.rate.words} {band}"
    return f"{starts}, {settles}. Weakest link: {NAMES[weakest].lower()}."


def _starts(outcome: Outcome) -> Starts:
    if not outcome.goes:
        return "never"
    if outcome.machine.rest is not None and outcome.machine.rest.against:
        return "returns"
    return "by_itself" if outcome.start.by_itself.mean() >= SELF else "flick"
