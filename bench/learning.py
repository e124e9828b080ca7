"""What learning is worth: hidden builds of every kind run on a rig, and what their trials teach.

    ./oak bench learning [RIGS]

Of so many rigs: how often the 80 % band of speed (or of the time between gates) holds what the same rotor shows when
it is run once more, before and after one, three and ten trials; how far the band shrinks; how often ordinary rigs are
called odd, and rigs whose contacts, friction and hands lie far out are not; what one more trial costs.
"""

from __future__ import annotations

import sys
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field

import numpy as np

from bench.clock import medians
from oakspin import Draws, evaluate
from oakspin.draws import Array, quantiles
from oakspin.learn.history import Ran
from oakspin.learn.known import NOTHING
from oakspin.learn.observation import Observation, as_compared, observed
from oakspin.learn.posterior import again, learned
from oakspin.learn.rotor import Rotor
from oakspin.learn.summary import summary_of
from oakspin.learn.surprise import surprise_of
from oakspin.measure.predicted import predicted_for, ran
from oakspin.measure.trial import Trial
from oakspin.rig.bench import RigRun, read, rig_trials, shown
from oakspin.rig.hidden import Hidden
from oakspin.verdict.verdict import running_builds
from runner.samples import sample

OF_EVERY_KIND = (
    "lantern",
    "beacon",
    "ferry-wheel",
    "tide-mill",
    "crane-motor",
    "night-shuttle",
    "crate-roller",
    "carousel",
)
AFTER = (1, 3, 10)
STRANGE = 4.0
GROUPS = 12
RIGS = 64
PART = 16  # rigs that one process runs side by side


@dataclass
class Tally:
    """What the rigs of one design showed."""

    name: str
    held: dict[int, list[bool]] = field(default_factory=lambda: {count: [] for count in (0, *AFTER)})
    shrunk: list[float] = field(default_factory=list)
    ordinary: list[bool] = field(default_factory=list)
    strange: list[bool] = field(default_factory=list)
    failed: int = 0

    def add(self, other: Tally) -> None:
        """Count another's rigs, too."""
        for count in (0, *AFTER):
            self.held[count] += other.held[count]
        self.shrunk += other.shrunk
        self.ordinary += other.ordinary
        self.strange += other.strange
        self.failed += other.failed


def speed_of(run: RigRun) -> float:
    """What is compared: turns a minute, or seconds between the gates."""
    return run.gate_seconds if run.gates_mm[1] else run.speed * 30 / np.pi


def band(observation: Observation, draws: Draws) -> Array:
    """10th, 50th and 90th percentile of that among the builds that run."""
    outcome = ran(observation.design, draws, meter=observation.meter)
    shown_ = predicted_for(observation.design, outcome, observation.trial)
    figure = shown_["gate_time"] if "gate_time" in shown_ else shown_["speed"]
    return quantiles(figure, (0.1, 0.5, 0.9), running_builds(outcome))


def tallied(job: tuple[str, int, int]) -> Tally:
    """The rigs of one design from a first seed on."""
    name, first, rigs = job
    design, tally = sample(name), Tally(name)
    runs = max(AFTER) + 1
    hidden = [Hidden(design, first + rig).positions(run) for rig in range(rigs) for run in range(runs)]
    all_runs = shown(design, hidden, meter=True)
    for rig in range(rigs):
        mine = all_runs[rig * runs : (rig + 1) * runs]
        if not all(speed_of(run) > 0 for run in mine):
            continue
        chance = np.random.default_rng([first + rig, 7])
        observations = [observed(design, read(run, "Rig", chance)) for run in mine]
        truth, usual = speed_of(mine[-1]), band(observations[0], Draws())
        tally.held[0].append(bool(usual[0] <= truth <= usual[2]))
        surprise = surprise_of(observations[0])
        tally.ordinary.append(bool(surprise and surprise.odd))
        for count in AFTER:
            try:
                posterior = learned(Rotor(tuple(observations[:count])), NOTHING, seed=first + rig)
            except Exception:
                tally.failed += 1
                continue
            after = band(observations[0], again(posterior))
            tally.held[count].append(bool(after[0] <= truth <= after[2]))
            if count == 3:
                tally.shrunk.append(float((after[2] - after[0]) / (usual[2] - usual[0])))
    odd = [Hidden(design, first + rig, strange=STRANGE).positions(0) for rig in range(rigs)]
    for rig, run in enumerate(shown(design, odd, meter=True)):
        chance = np.random.default_rng([first + rig, 8])
        observation = observed(design, read(run, "Rig", chance))
        if far_out(observation, run):
            surprise = surprise_of(observation)
            tally.strange.append(bool(surprise and surprise.odd))
    return tally


def far_out(observation: Observation, run: RigRun) -> bool:
    """Whether what a rig really does lies beyond all but one in a thousand builds of the design in some reading."""
    outcome = ran(observation.design, Draws(), meter=observation.meter)
    shown_ = predicted_for(observation.design, outcome, observation.trial)
    true = {
        "speed": run.speed * 30 / np.pi,
        "mean_current": run.drawn,
        "volts_loaded": run.volts,
        "gate_time": run.gate_seconds,
    }
    running = running_builds(outcome)
    if running.sum() < 64 or not speed_of(run):
        return False
    for row in observation.readings:
        if row.quantity not in true:
            continue
        builds = np.sort(as_compared(row.quantity, shown_[row.quantity])[running])
        value = float(as_compared(row.quantity, np.array(true[row.quantity])))
        spread = builds[-1] - builds[0]
        if not builds[0] - 0.15 * spread <= value <= builds[-1] + 0.15 * spread:
            return True
    return False


def cost_of_one_more(name: str) -> float:
    """Time of learning three trials anew, as one more trial asks for, over that of a verdict."""
    design = sample(name)
    hidden = Hidden(design, 3)
    runs = shown(design, [hidden.positions(run) for run in range(3)], meter=True)
    chance = np.random.default_rng(3)
    trials: list[Trial] = [read(run, "Rig", chance) for run in runs]
    rotor = Rotor(tuple(observed(design, trial) for trial in trials))
    verdict, learning = medians(lambda: evaluate(design), lambda: learned(rotor, NOTHING), rounds=3)
    return learning / verdict


def cost_of_a_class(name: str) -> float:
    """Time of learning from twelve groups with three trials each, over that of a verdict."""
    design = sample(name)
    each = [(group, trial) for group in range(GROUPS) for trial in rig_trials(design, 100 + group, 3)]
    runs = [
        Ran(str(at), design, trial.model_copy(update={"group": f"Group {group}"}))
        for at, (group, trial) in enumerate(each)
    ]
    verdict, learning = medians(lambda: evaluate(design), lambda: summary_of(design, runs), rounds=3)
    return learning / verdict


def main(words: list[str]) -> int:
    """Run the rigs on all processors and print what they show."""
    rigs = int(words[0]) if words else RIGS
    parts = [(1000 + first, min(PART, rigs - first)) for first in range(0, rigs, PART)]
    jobs = [(name, first, many) for first, many in parts for name in OF_EVERY_KIND]
    whole: dict[str, Tally] = {name: Tally(name) for name in OF_EVERY_KIND}
    with ProcessPoolExecutor() as pool:
        for part in pool.map(tallied, jobs):
            whole[part.name].add(part)
    for tally in (*whole.values(), _all(list(whole.values()))):
        held = ", ".join(f"{100 * np.mean(tally.held[count]):.0f}" for count in (0, *AFTER) if tally.held[count])
        odd = f"{100 * np.mean(tally.ordinary):.1f} %" if tally.ordinary else "none ran"
        strange = f"{100 * np.mean(tally.strange):.0f} % of {len(tally.strange)}" if tally.strange else "none"
        shrunk = f"{np.median(tally.shrunk):.2f}" if tally.shrunk else "-"
        print(
            f"{tally.name:14s} {len(tally.held[0]):4d} rigs: band holds in {held} % (bar 75-85) before and after "
            f"{', '.join(map(str, AFTER))}; band after 3 trials {shrunk} of before; called odd {odd} (3 %); "
            f"odd ones told {strange} (90 %); not learned {tally.failed}",
            flush=True,
        )
    for name in ("lantern", "ferry-wheel", "crane-motor"):
        print(
            f"{name}: one more trial / verdict: {cost_of_one_more(name):.3g} (bar 60); "
            f"a class of {GROUPS} groups, three trials each / verdict: {cost_of_a_class(name):.3g}",
            flush=True,
        )
    return 0


def _all(tallies: list[Tally]) -> Tally:
    whole = Tally("all")
    for tally in tallies:
        whole.add(tally)
    return whole


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
