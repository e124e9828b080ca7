"""What bands are worth on benches that are not ours: hidden motors of another world, and what their trials teach.

    ./oak bench foreign [RIGS]

Kind by condition: how often the 80 % band of the next three readings holds them, for speed (or the time between gates)
and current, before any trial and after one, three and ten; how wide the band of speed is after three, of its middle;
how often a trial is called odd.
"""

from __future__ import annotations

import sys
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field

import numpy as np

from bench.foreign.worlds import CONDITIONS, Condition, measured
from oakspin.draws import Draws, quantiles
from oakspin.errors import OakSpinError
from oakspin.learn.known import NOTHING
from oakspin.learn.observation import observed
from oakspin.learn.posterior import again, learned
from oakspin.learn.prediction import as_read
from oakspin.learn.rotor import Rotor
from oakspin.learn.surprise import surprise_of
from oakspin.measure.predicted import predicted_for, ran
from oakspin.measure.trial import Readings, Trial, measured_in
from oakspin.verdict.verdict import running_builds
from runner.samples import sample

MOTORS = {"frame": "lantern", "cradle": "ferry-wheel", "train": "night-shuttle"}
AFTER = (0, 1, 3, 10)
NEXT = 3
SPARE = 7  # runs more than are looked at, as some do not go
RIGS = 24
COUNTED = 5.0  # s in which turns are counted, and turns a second up to which they are
EYE = 4.0
FRAMES, RATE = 240, 240.0
METER_SHARE, DIGITS = 0.02, 0.02  # a hand meter: 2 % and two digits


@dataclass
class Row:
    """A kind on benches of one condition: by trials before, whether readings of speed and current were held."""

    kind: str
    condition: str
    speed: dict[int, list[bool]] = field(default_factory=lambda: {count: [] for count in AFTER})
    current: dict[int, list[bool]] = field(default_factory=lambda: {count: [] for count in AFTER})
    width: list[float] = field(default_factory=list)
    odd: list[bool] = field(default_factory=list)
    dead: int = 0
    failed: int = 0


def trials_of(kind: str, seed: int, condition: Condition, count: int) -> list[Trial] | None:
    """What people put down of so many runs; none where it does not run at all."""
    found = measured(sample(MOTORS[kind]), seed, count + SPARE, condition)
    chance = np.random.default_rng([seed, 78])
    trials: list[Trial] = []
    for run in range(count + SPARE):
        if len(trials) == count:
            break
        readings: dict[str, float | int] = {"seconds_run": 20.0}
        read = float(found.amperes[run]) * (1 + METER_SHARE * chance.uniform(-1, 1)) + DIGITS * chance.uniform(-1, 1)
        readings["amperes"] = max(round(read, 2), 0.0)
        seconds, rate = float(found.seconds[run]), float(found.turns[run]) / 60
        if seconds > 0:
            first, second = found.gates_mm
            read = max(seconds + 0.05 * chance.standard_normal(), 0.02)
            readings |= {"first_gate_mm": first, "second_gate_mm": second, "gate_seconds": round(read, 2)}
        elif rate > EYE:
            turns = max(round(rate * FRAMES / RATE * 4) / 4, 0.25)
            frames = max(2, round(turns / rate * RATE + 0.5 * chance.standard_normal()))
            readings |= {"film_turns": turns, "film_frames": frames, "film_rate": RATE}
        elif rate > 0.2:
            turns = max(1, round(rate * COUNTED + chance.uniform(-1, 1)))
            readings |= {"turns": turns, "turns_seconds": COUNTED}
        else:
            continue
        trials.append(Trial(group="Bench", readings=Readings.model_validate(readings)))
    return trials if len(trials) == count else None


def judged(job: tuple[str, Condition, int]) -> Row:
    """One hidden motor of a kind on one bench."""
    kind, condition, seed = job
    row, design = Row(kind, condition.name), sample(MOTORS[kind])
    trials = trials_of(kind, seed, condition, max(AFTER) + NEXT)
    if trials is None:
        row.dead += 1
        return row
    observations = [observed(design, trial) for trial in trials]
    surprise = surprise_of(observations[0])
    row.odd.append(bool(surprise and surprise.odd))
    for count in AFTER:
        try:
            draws = again(learned(Rotor(tuple(observations[:count])), NOTHING, seed=seed)) if count else Draws()
        except OakSpinError:
            row.failed += 1
            continue
        outcome = ran(design, draws, meter=True)
        running = running_builds(outcome)
        for at in range(count, count + NEXT):
            shown, read = predicted_for(design, outcome, trials[at]), measured_in(trials[at])
            for name in ("speed", "gate_time", "mean_current"):
                if name not in read or name not in shown:
                    continue
                values = as_read(name, shown[name], trials[at].readings)
                low, middle, high = quantiles(values, (0.1, 0.5, 0.9), running)
                held = row.current if name == "mean_current" else row.speed
                held[count].append(bool(low <= read[name].value <= high))
                if count == 3 and at == count and name != "mean_current":
                    row.width.append(float((high - low) / middle))
    return row


def main(words: list[str]) -> int:
    """Judge so many hidden motors of each kind on each bench, and print a line for each."""
    rigs = int(words[0]) if words else RIGS
    only = set(words[1:])
    conditions = [each for each in CONDITIONS if not only or each.name in only]
    jobs = [(kind, each, 500 + seed) for kind in MOTORS for each in conditions for seed in range(rigs)]
    rows: dict[tuple[str, str], Row] = {}
    with ProcessPoolExecutor() as pool:
        for one in pool.map(judged, jobs, chunksize=2):
            row = rows.setdefault((one.kind, one.condition), Row(one.kind, one.condition))
            for count in AFTER:
                row.speed[count] += one.speed[count]
                row.current[count] += one.current[count]
            row.width += one.width
            row.odd += one.odd
            row.dead += one.dead
            row.failed += one.failed
    print("next three readings in the 80 % band, after 0, 1, 3 and 10 trials")
    for row in rows.values():
        speed, current = (
            "/".join(f"{100 * np.mean(held[count]):.0f}" if held[count] else "-" for count in AFTER)
            for held in (row.speed, row.current)
        )
        width = f"{np.median(row.width):.2f}" if row.width else "-"
        print(
            f"{row.kind:7s} {row.condition:12s} speed {speed:14s} current {current:14s} width after three {width}; "
            f"odd {100 * np.mean(row.odd or [False]):.0f} %; does not run {row.dead}, not learned {row.failed}",
            flush=True,
        )
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
