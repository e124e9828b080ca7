"""What a motor's trials taught: figures before and after, what was learned in words, what would teach most next."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from oakspin.constants import UNCERTAIN, Uncertain
from oakspin.design import Design
from oakspin.draws import DRAWS, Array, Draws, quantiles, spread
from oakspin.learn.components import constants_of, same_part
from oakspin.learn.history import OfRotor, Ran, rotors_of
from oakspin.learn.known import SharedLaw, Site, joined
from oakspin.learn.lines import site_of
from oakspin.learn.observation import MODEL, SHARES, as_compared, errors_of
from oakspin.learn.outliers import TrialApart, trials_apart
from oakspin.learn.phrases import PHRASES, Phrase
from oakspin.learn.posterior import Posterior, Progress, again, learned, next_built, repeats_within
from oakspin.learn.prediction import as_read
from oakspin.learn.share import BuiltShare, built_share, ran_in
from oakspin.learn.surprise import Surprise, surprise_of
from oakspin.measure.compare import LABELS, Measurable
from oakspin.measure.form import trial_form
from oakspin.measure.predicted import predicted_for, ran
from oakspin.measure.trial import Readings, Trial, measured_in
from oakspin.rounding import rounded
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.verdict import running_builds

Which = Literal["again", "next", "changed"]
WHICH: dict[Which, str] = {
    "again": "this motor, run again",
    "next": "the next one built to this plan",
    "changed": "this changed plan, built",
}
MOST_THINGS = 4
UNIT_WORDS = {"1": "", "mm": " mm", "ohm": " ohms", "m/s": " meters a second"}
# Standard deviations from which it is otherwise than thought, where no number is told and where one is.
UNLIKE, UNLIKE_NUMBER = 0.6, 0.35
EXPECTED_LEAD = 10.0  # by how much that leads before what is as thought
OPEN_ENDS = (" are", " at", " is", " of", " with", " has")  # of sentences that go on with the number
REPEATS_WORSE = 0.35  # of a logarithm, from which it is told that runs lie apart more or less than usual
WORTH_TELLING = 0.12  # nats learned of a constant, from which it is told
# One more of each reading as a bench would take it, to tell what it would teach.
USUAL = Readings(
    turns=60,
    turns_seconds=10.0,
    amperes=1.0,
    volts_open=1.5,
    volts_loaded=1.0,
    temperature_C=30.0,
    seconds_run=30.0,
    swings=10,
    swings_seconds=10.0,
    climb_deg=20.0,
)
GROUP_OF = {
    "speed": "count",
    "mean_current": "current",
    "volts_loaded": "volts",
    "temperature": "heat",
    "swing_period": "swings",
    "steepest_climb": "climb",
    "gate_time": "gates",
}


BY_EYE = 240.0  # turns a minute that an eye can count


@dataclass(frozen=True)
class TrialMark:
    """One trial's measured value in a row, and whether it lies in the learned band."""

    id: str
    group: str
    value: float


@dataclass(frozen=True)
class SummaryRow(Measurable):
    """A figure before and after, as (10th percentile, median, 90th) of what instruments read of the next run, and what
    the trials measured of it.
    """

    before: tuple[float, float, float]
    after: tuple[float, float, float]
    marks: tuple[TrialMark, ...]


@dataclass(frozen=True)
class LearnedThing:
    """A constant of which something was learned: the sentence, what would raise it (or lower it), whose it is."""

    name: str
    sentence: str
    helps: str
    whose: str


@dataclass(frozen=True)
class WorthReading:
    """A reading that was not taken of late, and how much it would teach: in bits, and as a share of the most."""

    group: str
    label: str
    bits: float


@dataclass(frozen=True)
class OddTrial:
    """A trial unlike 99 of 100 builds, the reading that makes it so, and whether it ``counts`` all the same.

    ``apart`` says that it is unlike the other trials of its own motor: it counts until it is left out.
    """

    id: str
    group: str
    sentence: str
    counts: bool
    apart: bool = False


@dataclass(frozen=True)
class LearningSummary:
    """What trials taught of a design. ``which`` of the three predictions ``draws`` are for, in words ``what``; with a
    ``meter`` in the circuit, where trials had one, are the figures of ``rows``.

    ``share`` is how many motors go in these hands: trials in which it did not run count there, and there alone.
    ``changed`` are draws for the plan with anything in it changed, ``law`` what is known of the world and of its parts,
    and ``sites`` what the trials told of what other motors share.
    """

    which: Which
    what: str
    trials: int
    rotors: int
    meter: bool
    rows: tuple[SummaryRow, ...]
    things: tuple[LearnedThing, ...]
    next: tuple[WorthReading, ...]
    odd: tuple[OddTrial, ...]
    share: BuiltShare | None
    draws: Draws
    changed: Draws
    law: SharedLaw
    sites: tuple[Site, ...]


def summary_of(
    design: Design,
    runs: Sequence[Ran],
    others: Iterable[Site] = (),
    *,
    though_odd: Iterable[str] = (),
    progress: Progress | None = None,
) -> LearningSummary:
    """Learn from a motor's trials, and from what other motors told of what all share.

    Trials that are odd teach nothing, but those named in ``though_odd``. Where the design is that of the one rotor
    that was run last, it is that rotor run again; else one built to the plan.

    Raises
    ------
    Refusal
        When no motor can be made of the design, or no builds explain the trials.
    """
    listed = rotors_of(runs)
    surprises = tuple(_surprises(listed))
    # What is unlike nearly all builds is told, not bent to fit: it teaches nothing until it is asked to count.
    counted = set(though_odd)
    odd = {run_id for run_id, _, _ in surprises} - counted
    # One that did not run has no reading of a running motor: it counts in the share that goes.
    odd |= {run.id for run in runs if ran_in(run.trial) is False}
    rotors = tuple(each for one in listed if (each := one.without(odd)))
    elsewhere = [site for site in others if site.keys]
    mine: list[tuple[OfRotor, Site]] = []
    for at, each in enumerate(rotors):
        mine.append((each, site_of(each.rotor)))
        if progress:
            progress((at + 1) / (2 * len(rotors)))
    names = constants_of(design, meter=any(run.meter for each in rotors for run in each.rotor.observations))
    which: Which
    law = joined([*elsewhere, *(_carried(site, each.design, design) for each, site in mine)])
    built = next_built(names, law, DRAWS)
    same = [each for each in rotors if each.design == design]
    # With trials of several rotors a plan is shown, and a class builds to it; with those of one, that one.
    if len(rotors) == 1 and same:
        last = same[-1]
        known = joined([*elsewhere, *(_carried(site, each.design, design) for each, site in mine if each is not last)])
        posterior = learned(last.rotor, known, progress=lambda part: progress(0.5 + part / 2) if progress else None)
        draws, own = again(posterior), _of_rotor(last, posterior, known)
        which = "again"
    else:
        draws, own = built, ((), ())
        which = "next" if same or not rotors else "changed"
    trials = sum(len(each.ids) for each in rotors)
    return LearningSummary(
        which=which,
        what=WHICH[which],
        trials=trials,
        rotors=len(rotors),
        meter=any(each.meter for one in listed for each in one.rotor.observations),
        rows=_rows(design, listed, draws, odd),
        things=(*own[0], *things_of(names, draws, MOST_THINGS - len(own[0]))),
        next=_next(design, rotors, draws),
        odd=tuple(
            OddTrial(run_id, group, odd_sentence(surprise), run_id in set(though_odd))
            for run_id, group, surprise in surprises
        )
        + own[1],
        share=built_share(design, runs),
        draws=draws,
        changed=built,
        law=law,
        sites=tuple(site for _, site in mine),
    )


def summary_view(found: LearningSummary) -> dict[str, object]:
    """As plain data, without its draws, its law and its sites."""
    return {name: value for name, value in vars(found).items() if name not in ("draws", "changed", "law", "sites")}


def world_of(sites: Iterable[Site]) -> SharedLaw:
    """What all motors told together of what holds for every motor."""
    return joined(site.only(key for key in site.keys if key[1] == "world") for site in sites)


def things_known(known: SharedLaw) -> tuple[LearnedThing, ...]:
    """What is known of the world, in words."""
    names = tuple(sorted({name for name, _ in known.keys}))
    return things_of(names, next_built(names, known, DRAWS), most=len(names)) if names else ()


def _of_rotor(
    one: OfRotor, posterior: Posterior, known: SharedLaw
) -> tuple[tuple[LearnedThing, ...], tuple[OddTrial, ...]]:
    """How well the runs of a rotor repeat, where that is unusual, and trials that stand apart from its others."""
    trials = one.rotor.observations
    odd = tuple(
        OddTrial(one.ids[each.at], trials[each.at].trial.group, apart_sentence(each), counts=True, apart=True)
        for each in trials_apart(one.rotor, known, posterior.line)
    )
    things = []
    quantity = next((name for name in ("speed", "gate_time") if name in one.rotor.quantities), "")
    # One wrong reading must not be told as a motor whose runs differ.
    if quantity and len(one.ids) > 1 and not odd:
        within = repeats_within(posterior, quantity)
        usual = repeats_within(
            replace(posterior, apart=replace(posterior.apart, ratios=np.ones_like(posterior.apart.ratios))), quantity
        )
        moved, percent = float(np.mean(np.log(within / usual))), 100 * float(np.median(within))
        if moved > REPEATS_WORSE:
            sentence = f"Its runs lie farther apart than usual: by about {percent:.0f} %, so the next one is less sure."
            things.append(
                LearnedThing("runs", sentence, "Clean the contacts, and set it down alike each time.", "build")
            )
        elif moved < -REPEATS_WORSE:
            things.append(LearnedThing("runs", f"Its runs repeat well: within about {percent:.0f} %.", "", "build"))
    return tuple(things), odd


def apart_sentence(each: TrialApart) -> str:
    """By which reading a trial stands apart from the others of its motor."""
    what, side = LABELS.get(each.quantity, each.quantity), "above" if each.high else "below"
    by = f"{100 * each.by:.0f} %" if each.quantity in SHARES else f"{each.by:.2g}"
    return (
        f"Trial {each.at + 1} stands apart from the others of this motor: {what.lower()} is {by} {side} what the "
        "others lead to. It makes all bands wider: look at that reading again, or leave the trial out."
    )


def _carried(site: Site, run_with: Design, design: Design) -> Site:
    """What a site says of a design: of the world, and of parts that are still the same."""
    return site.only(key for key in site.keys if key[1] == "world" or same_part(key[0], run_with, design))


def _rows(design: Design, rotors: tuple[OfRotor, ...], draws: Draws, odd: set[str]) -> tuple[SummaryRow, ...]:
    """Every figure that a trial measured, held against what was predicted before, and is now: as it will be read."""
    listed = [
        (run_id, each.trial, each.meter)
        for rotor in rotors
        for run_id, each in zip(rotor.ids, rotor.rotor.observations, strict=True)
    ]
    measured: dict[str, list[TrialMark]] = {}
    units: dict[str, str] = {}
    samples: dict[str, Trial] = {}
    for run_id, trial, _ in listed:
        for name, reading in measured_in(trial).items():
            measured.setdefault(name, []).append(TrialMark(run_id, trial.group, reading.value))
            units[name] = reading.unit
            # Read as it was last read by those that count.
            if run_id not in odd or name not in samples:
                samples[name] = trial
    if not measured:
        return ()
    meter = any(has for _, _, has in listed)
    both = [ran(design, each, meter=meter) for each in (Draws(), draws)]
    rows = []
    for name, marks in measured.items():
        if name not in LABELS:
            continue
        shown = [predicted_for(design, outcome, samples[name]) for outcome in both]
        read = samples[name].readings
        if name not in shown[0]:
            continue
        bands = [
            quantiles(as_read(name, each[name], read), (0.1, 0.5, 0.9), running_builds(outcome))
            for each, outcome in zip(shown, both, strict=True)
        ]
        before, after = ((float(low), float(mid), float(high)) for low, mid, high in bands)
        rows.append(SummaryRow(*Measurable.of(name, units[name]), before, after, tuple(marks)))
    return tuple(rows)


def things_of(names: tuple[str, ...], draws: Draws, most: int = MOST_THINGS) -> tuple[LearnedThing, ...]:
    """The constants that were learned most of, in words."""
    if draws.learned is None:
        return ()
    found = []
    for name in names:
        positions = draws.learned.positions.get(name)
        if positions is None or name not in PHRASES:
            continue
        deviation, off = max(float(np.std(positions)), 1e-3), float(np.mean(positions))
        gained = 0.5 * (deviation**2 + off**2 - 1) - np.log(deviation)
        if gained >= WORTH_TELLING:
            # What came out otherwise than thought is told before what came out as thought, however surely.
            found.append(
                (
                    gained + (EXPECTED_LEAD if abs(off) > UNLIKE else 0.0),
                    _thing(name, PHRASES[name], UNCERTAIN[name], positions),
                )
            )
    return tuple(thing for _, thing in sorted(found, key=lambda row: -row[0])[:most])


def _thing(name: str, phrase: Phrase, constant: Uncertain, positions: Array) -> LearnedThing:
    summary_view = phrase.of
    values = spread(constant, positions) if summary_view != "place" else positions
    low, middle, high = (float(value) for value in np.quantile(values, (0.1, 0.5, 0.9)))
    far = float(np.mean(positions))
    unlike = UNLIKE if summary_view == "place" else UNLIKE_NUMBER
    way = "more" if far > unlike else "less" if far < -unlike else "about"
    called_for = way == phrase.when or (phrase.when == "either" and way != "about")
    lead = {"more": phrase.more, "less": phrase.less, "about": phrase.about}[way]
    numbers = _numbers(summary_view, constant, low, middle, high)
    joint = "" if not numbers else " " if lead.endswith(OPEN_ENDS) else ": "
    return LearnedThing(name, f"{lead}{joint}{numbers}.", phrase.helps if called_for else "", constant.whose)


def _numbers(summary_view: str, constant: Uncertain, low: float, middle: float, high: float) -> str:
    # What no classroom has a unit for is told without its number.
    if summary_view == "place" or (summary_view == "value" and constant.unit not in UNIT_WORDS):
        return ""
    if summary_view == "share":
        band = f"({100 * low:.0f}–{100 * high:.0f})"
        return f"{100 * middle:.0f} % of the time {band}, thought {100 * constant.median:.0f}"
    if summary_view == "times":
        low, middle, high = (value / constant.median for value in (low, middle, high))
        return f"{rounded(middle, 2)} times what is usual ({rounded(low, 2)}–{rounded(high, 2)})"
    unit = UNIT_WORDS[constant.unit]
    return f"{rounded(middle, 2)}{unit} ({rounded(low, 2)}–{rounded(high, 2)}), thought {rounded(constant.median, 2)}"


def _next(design: Design, rotors: tuple[OfRotor, ...], draws: Draws) -> tuple[WorthReading, ...]:
    """What one more reading would teach: how far builds that explain all so far still differ in it, beside its error.

    Source: information of a normal reading, log2(1 + spread^2 / error^2) / 2.
    """
    outcome = ran(design, draws, meter=True)
    running = running_builds(outcome)
    form_fields = {field for group in trial_form(design).groups for field in group.fields}
    usual = USUAL.model_copy(update=_gates(outcome, form_fields))
    shown = predicted_for(design, outcome, Trial(group="-", readings=usual))
    labels = {group.id: group.label for group in trial_form(design).groups}
    found = []
    for quantity, error in errors_of(usual).items():
        group = GROUP_OF.get(quantity, "")
        if quantity not in shown:
            continue
        if quantity == "speed" and float(np.median(shown[quantity])) > BY_EYE:
            group = "film"
        if group not in labels:
            continue
        values = as_compared(quantity, shown[quantity])[running]
        spread_ = float(np.std(values)) if values.size else 0.0
        bits = 0.5 * float(np.log2(1 + spread_**2 / (error**2 + MODEL[quantity] ** 2)))
        found.append(WorthReading(group, labels[group], round(bits, 2)))
    return tuple(sorted(found, key=lambda row: -row.bits))


def _gates(outcome: Outcome, form_fields: set[str]) -> dict[str, float]:
    journey = outcome.journey
    if journey is None or "first_gate_mm" not in form_fields:
        return {}
    start, end = float(journey.places[0, 0]), float(journey.places[0, -1])
    taken = float(np.median(journey.seconds))
    if taken <= 0:
        return {}
    first, second = (1e3 * (start + share * (end - start)) for share in (0.3, 0.7))
    return {"first_gate_mm": first, "second_gate_mm": second, "gate_seconds": taken * 0.4}


def _surprises(rotors: tuple[OfRotor, ...]) -> Iterable[tuple[str, str, Surprise]]:
    """The odd trials, with their groups."""
    for rotor in rotors:
        for run_id, each in zip(rotor.ids, rotor.rotor.observations, strict=True):
            surprise = surprise_of(each)
            if surprise and surprise.odd:
                yield run_id, each.trial.group, surprise


def odd_sentence(surprise: Surprise) -> str:
    """How rare, and by which reading."""
    many = "99 of 100" if surprise.rarity > 1e-3 else "999 of 1000"
    if surprise.reading == "seen":
        return f"Unlike {many} builds of this design: what was seen of it happens that seldom. Look for a fault."
    side = "high" if surprise.high else "low"
    what = LABELS.get(surprise.reading, surprise.reading).lower()
    return (
        f"Unlike {many} builds of this design: the {what} is the odd one, too {side}. Read it once more; "
        "if it stays, look for a fault."
    )
