"""How many motors go in these hands: the plan's share as a first estimate, moved by the motors that were built.

Whether a motor ran at all says more of the hands than of the physics, and only those that run are measured: shares
learned from measured motors alone would rise with every failure.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
import scipy

from oakspin.design import Design
from oakspin.design.bench import Maker
from oakspin.design.patch import Setting, patched
from oakspin.kinds.kinds import evaluate
from oakspin.learn.history import Ran
from oakspin.learn.seen import WENT
from oakspin.measure.trial import Trial
from oakspin.measure.went import went

WORTH = 10.0  # motors that the plan's share weighs as much as
# A share of all builds is no certainty: half a motor that does not go, or goes, stands beside all others.
# Source: H. Jeffreys, Proc. R. Soc. Lond. A 186, 453 (1946).
LEAST = 0.5
HANDS_WORDS: dict[Maker, str] = {
    "careful_adult": "a careful adult",
    "older_pupil": "ages 12-15",
    "young_pupil": "ages 9-11",
}


@dataclass(frozen=True)
class BuiltShare:
    """Of ``motors`` built by such ``hands`` so many ``ran``; ``plan`` is the plan's own share of builds that go.

    ``low``, ``middle`` and ``high`` are the 10th percentile, mean and 90th of the share that goes in these hands.
    """

    hands: Maker
    plan: float
    ran: int
    motors: int
    low: float
    middle: float
    high: float
    sentence: str


def ran_in(trial: Trial) -> bool | None:
    """Whether the motor ran in a trial; none where the trial does not say.

    What was found wrong and mended says how common that fault is, and nothing of a motor without it.
    """
    if trial.simulated or trial.fault:
        return None
    if any(word in WENT for word in trial.seen):
        return went(trial.seen)
    read = trial.readings
    turned = any(value is not None for value in (read.turns, read.film_turns, read.tach_per_min, read.gate_seconds))
    return True if turned else None


def motors_in(trials: Iterable[Trial], planned: Maker) -> list[tuple[Maker, bool]]:
    """Every motor that was built, whose hands built it, and whether it ever ran; none of which no trial says so."""
    answers = ((hands, [ran_in(trial) for trial in motor]) for hands, motor in motors_of(trials, planned))
    return [(hands, True in each) for hands, each in answers if any(answer is not None for answer in each)]


def motors_of(trials: Iterable[Trial], planned: Maker) -> list[tuple[Maker, list[Trial]]]:
    """The hands and trials of every motor that was built: one a group, and one more each time that it was built anew;
    ``planned`` hands where a trial names none. Those of a rig are left out.
    """
    found: dict[tuple[str, int], tuple[Maker, list[Trial]]] = {}
    number: dict[str, int] = {}
    for trial in trials:
        number[trial.group] = number.get(trial.group, 0) + (1 if trial.rebuilt and trial.group in number else 0)
        if not trial.simulated:
            key, hands = (trial.group, number[trial.group]), trial.hands or planned
            found[key] = (hands, [*found.get(key, (hands, []))[1], trial])
    return list(found.values())


def built_share(design: Design, runs: Sequence[Ran], plan: float | None = None) -> BuiltShare | None:
    """The share that goes in the hands that built most of these motors; none where no trial says whether it ran.

    Parameters
    ----------
    design : Design
    runs : sequence of Ran
        Trials of this motor, oldest first.
    plan : float, optional
        The plan's share of builds that go in these hands, of 1, where it is known; else it is computed.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    """
    motors = motors_in((run.trial for run in runs), design.maker)
    if not motors:
        return None
    counts = {hands: sum(1 for each, _ in motors if each == hands) for hands, _ in motors}
    hands = max(counts, key=lambda each: (counts[each], each == design.maker))
    ran = sum(1 for each, ran_ in motors if each == hands and ran_)
    if plan is None:
        plan = evaluate(patched(design, (Setting("/maker", hands),))).share_that_goes
    return _share(hands, plan, ran, counts[hands])


def counted_by(share: BuiltShare | None, hands: Maker) -> tuple[int, int]:
    """How many ran of how many motors, where these hands built them; what others brought about says nothing of them."""
    return (share.ran, share.motors) if share and share.hands == hands else (0, 0)


def moved_share(planned: float, ran: int, motors: int) -> float:
    """The share that goes, of 1, once so many of so many motors ran; mean of a beta law."""
    return (WORTH * planned + ran) / (WORTH + motors)


def _share(hands: Maker, plan: float, ran: int, motors: int) -> BuiltShare:
    # Source: a beta law's mean and percentiles, A. Gelman et al., Bayesian Data Analysis, ch. 2.
    go, stop = (max(count, LEAST) for count in (WORTH * plan + ran, WORTH * (1 - plan) + motors - ran))
    middle = moved_share(plan, ran, motors)
    low, high = (float(x) for x in scipy.special.betaincinv(go, stop, np.array([0.1, 0.9])))
    low, high = min(low, middle), max(high, middle)
    words = f"{100 * middle:.0f} of 100 ({100 * low:.0f}\N{EN DASH}{100 * high:.0f})"
    built = f"Of {motors} motors built by {HANDS_WORDS[hands]}, {ran} ran"
    if motors == 1:
        built = f"1 motor was built by {HANDS_WORDS[hands]}, and it {'ran' if ran else 'did not run'}"
    sentence = f"{built}; by the plan alone {100 * plan:.0f} of 100 would. Both together: about {words}."
    return BuiltShare(hands, plan, ran, motors, low, middle, high, sentence)
