"""./oak bench class [CLASSES]: forecasts against classes of simulated benches, and what a forecast costs.

For each of some plans so many classes are let build: hidden hands and faults as they usually come, then hands that are
half as much worse again. Told is in which share of classes the running groups lie within the forecast's band; whether
the change that is told to save most is truly the best, or within half a group of it; and the time of a forecast.
"""

from __future__ import annotations

import os
import sys
from concurrent.futures import ProcessPoolExecutor
from datetime import date

import numpy as np

from bench.clock import medians, seconds
from bench.search import OF_EVERY_KIND
from bench.simulated_classes import rig_classes
from oakspin import evaluate
from oakspin.classroom.forecast.changes import usual_others
from oakspin.classroom.forecast.draw import Forecast
from oakspin.classroom.forecast.forecast import forecast, forecasting
from oakspin.classroom.plan import ClassMotor, ClassPlan, usual_prepared
from oakspin.kinds.kinds import KINDS, build_of
from runner.samples import sample

GROUPS = ["Limpet", "Kelp", "Tern", "Plover", "Dulse", "Whelk", "Gannet", "Eider", "Puffin", "Skate", "Brill", "Ling"]
CLASSES = 200
WORSE = 1.5
AT_ONCE = 25  # classes of one piece of work
COMPARED = 5  # changes of a plan whose truth is looked at
TRUTH = 20  # classes by which that is
NEAR = 0.5  # groups

# A sample, its hands, minutes, and the steps that are prepared beside the usual ones.
PLANS = (
    ("beacon", "young_pupil", 60.0, ()),
    ("beacon", "older_pupil", 40.0, ("screw",)),
    ("lantern", "older_pupil", 75.0, ("cut",)),
    ("carousel", "older_pupil", 75.0, ("cut", "join")),
    ("ferry-wheel", "older_pupil", 60.0, ("wind", "cut")),
    ("tide-mill", "young_pupil", 75.0, ("wind", "cut", "supports")),
    ("night-shuttle", "older_pupil", 75.0, ("former",)),
    ("crate-roller", "young_pupil", 50.0, ()),
)


def plan_of(name: str, hands: str, minutes: float, prepared: tuple[str, ...]) -> ClassPlan:
    """One of the plans."""
    design = sample(name)
    there = {step.id for step in build_of(design).steps}
    steps = list(dict.fromkeys([*usual_prepared(design), *(step for step in prepared if step in there)]))
    motor = ClassMotor(title=name, design=design, prepared=steps)
    plain = {"title": name, "date": date(2026, 12, 1), "minutes": minutes, "groups": GROUPS, "hands": hands}
    return ClassPlan.model_validate({**plain, "motors": [motor]})


def main(words: list[str]) -> int:
    """Run every measure."""
    classes = int(words[0]) if words else CLASSES
    missed = 0

    def tell(what: str, value: float, low: float, high: float) -> None:
        nonlocal missed
        held = low <= value <= high
        missed += not held
        bar = (
            f"{low:g} to {high:g}" if 0 < low < high < 1e6 else f"at least {low:g}" if low > 0 else f"at most {high:g}"
        )
        print(f"{'ok    ' if held else 'MISSED'} {what}: {value:.3g} ({bar})", flush=True)

    plans = [plan_of(*each) for each in PLANS]
    one = sum(medians(*(lambda name=name: evaluate(sample(name)) for name in OF_EVERY_KIND), rounds=5)) / len(KINDS)  # type: ignore[misc]
    taken = [seconds(lambda plan=plan: forecast(plan, (), usual_others(plan))) for plan in plans[::3]]  # type: ignore[misc]
    tell("a forecast with all its changes / a verdict, the slowest of some", max(taken) / one, 0, 400)
    with ProcessPoolExecutor(os.cpu_count()) as pool:
        forecasts = list(pool.map(_forecast, plans))
        for worse in (1.0, WORSE):
            each = max(classes // len(plans), 1)
            seeds = [list(range(at, min(at + AT_ONCE, each))) for at in range(0, each, AT_ONCE)]
            work = [(plan, some, worse) for plan in plans for some in seeds]
            results = list(pool.map(_running, *zip(*work, strict=True)))
            inside = []
            for number, (plan, now) in enumerate(zip(plans, forecasts, strict=True)):
                mine = np.concatenate(results[number * len(seeds) : (number + 1) * len(seeds)])
                held = (mine >= now.running.low) & (mine <= now.running.high)
                inside.append(held)
                band = f"{now.running.mean:.1f} ({now.running.low}-{now.running.high})"
                print(
                    f"       {plan.title:14} told {band}, came {mine.mean():.1f}, within {held.mean():.2f}", flush=True
                )
            tell(f"classes within the band, hands {worse:g} times", float(np.concatenate(inside).mean()), 0.75, 0.85)
        near = list(pool.map(_best_is_best, plans, forecasts))
    for plan, (off, sentence) in zip(plans, near, strict=True):
        print(f"       {plan.title:14} {off:.2f} groups off the best: {sentence}")
    tell(
        "plans whose best change is the best, or within half a group",
        float(np.mean([off <= NEAR for off, _ in near])),
        0.85,
        1e9,
    )
    return 1 if missed else 0


def _forecast(plan: ClassPlan) -> Forecast:
    *_, last = forecasting(plan)
    return last.forecast


def _running(plan: ClassPlan, seeds: list[int], worse: float) -> np.ndarray:
    return np.array([results.running for results in rig_classes(plan, seeds, worse=worse)])


def _best_is_best(plan: ClassPlan, now: Forecast) -> tuple[float, str]:
    """By how many groups the change that is told as the best falls short of the truly best of those compared."""
    saves = now.saves[:COMPARED]
    if not saves:
        return 0.0, "no change helps"
    truth = [float(_running(save.plan, list(range(500, 500 + TRUTH)), 1.0).mean()) for save in saves]
    return max(truth) - truth[0], saves[0].sentence


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
