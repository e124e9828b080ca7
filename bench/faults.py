"""What fault finding is worth: rigs of every kind with hidden faults, ranked and searched.

    ./oak bench faults [RIGS]

Of so many rigs a kind with one hidden fault that shows: how often it comes first and among three, by signs and current
and with way and turns; how many checks and minutes the search takes, beside a fixed list. How true the told chances
are, over motors drawn as they occur; how often two faults are both among the first four; how often nothing is found
where nothing is wrong; what an answer costs.
"""

from __future__ import annotations

import sys
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from contextlib import suppress
from dataclasses import dataclass, field, replace

import numpy as np

from bench.clock import medians
from oakspin import evaluate
from oakspin.diagnose.fault_bench import FaultBench, bench_of
from oakspin.diagnose.fault_search import HiddenTrouble, flaw_of, hidden_in, listed_search, searched
from oakspin.diagnose.ranking import HEALTHY, Evidence, chances_of, diagnosed, weights_of
from oakspin.errors import OakSpinError
from oakspin.kinds.fault import BenchFault
from oakspin.learn.observation import METER_SHARE
from oakspin.measure.went import turned_on
from oakspin.rig.bench import RigRun
from runner.samples import sample

OF_EVERY_KIND = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")
RIGS = 60
FIFTHS = 5
TURNS_SHARE = 0.03  # to which turns are counted


@dataclass
class Tally:
    """What the rigs of one design showed."""

    name: str
    plain_first: list[bool] = field(default_factory=list)
    plain_three: list[bool] = field(default_factory=list)
    first: list[bool] = field(default_factory=list)
    three: list[bool] = field(default_factory=list)
    checks: list[int] = field(default_factory=list)
    minutes: list[float] = field(default_factory=list)
    listed: list[float] = field(default_factory=list)
    pairs: list[bool] = field(default_factory=list)
    healthy: list[bool] = field(default_factory=list)
    chances: list[tuple[float, bool]] = field(default_factory=list)
    missed: dict[str, int] = field(default_factory=dict)


def measured(run: RigRun, chance: np.random.Generator) -> dict[str, float]:
    """Readings that somebody takes of a run, each with its error."""
    machine = run.machine
    assert machine is not None
    going = turned_on(run.seen)
    drawn = max(run.drawn if going else run.idle, float(machine.shorted[run.row]))
    found = {"current": max(drawn * (1 + METER_SHARE * chance.standard_normal()), 0.0)}
    if machine.route is None:
        found["speed"] = run.speed * 30 / np.pi * (1 + TURNS_SHARE * chance.standard_normal())
    return found


def seen_of(bench: FaultBench, trouble: HiddenTrouble, chance: np.random.Generator) -> Evidence:
    """What is known of a motor by looking, by which way and how fast it turns, and by a meter."""
    readings = measured(trouble.run, chance)
    return replace(trouble.ticked(bench.eyes, chance, bench.faults, counted="speed" in readings), readings=readings)


def without_turns(known: Evidence) -> Evidence:
    """The same where nobody knows which way, or how fast, it should turn: signs and current alone."""
    current = {name: value for name, value in known.readings.items() if name == "current"}
    return replace(known, signs=known.signs - {"other_way", "slow"}, readings=current)


def place_of(bench: FaultBench, known: Evidence, id_: str) -> int:
    """At which place a fault is told, from 0."""
    return next(at for at, suspect in enumerate(diagnosed(bench, known).suspects) if suspect.fault.id == id_)


def pool(bench: FaultBench, faults: tuple[BenchFault, ...], first: int, many: int) -> list[HiddenTrouble]:
    """So many motors with these faults, each come in its ways as often as they are likely."""
    chance, found = np.random.default_rng([first, 11]), list[HiddenTrouble]()
    drawn = [flaw_of(faults, chance) for _ in range(many)]
    seed = first
    for each, count in Counter(map(repr, drawn)).items():
        flaw = next(flaw for flaw in drawn if repr(flaw) == each)
        with suppress(OakSpinError):  # two that no bench can have at once
            seeds = range(seed, seed + count)
            found += hidden_in(bench.design, faults, flaw, seeds, bench.usual, meter=True)
        seed += count
    return found


def pools(bench: FaultBench, first: int, rigs: int) -> dict[tuple[str, ...], list[HiddenTrouble]]:
    """Motors as planned, with each fault and with each common pair, about as many as are drawn of each."""
    often = np.array([each.prior for each in bench.symptoms])
    found = {}
    for number, each in enumerate(bench.symptoms):
        # Of some faults half do not show: twice as many are made as are looked at.
        share = often[number] / often[1:].sum() if each.ids else 0.5
        many = max(int(np.ceil(2 * rigs * share)), 4)
        found[each.ids] = pool(bench, tuple(map(bench.fault, each.ids)), first + 1000 * number, many)
    return found


def tallied(job: tuple[str, int, int]) -> Tally:
    """The rigs of one design from a first seed on."""
    name, begin, rigs = job
    tally, chance = Tally(name), np.random.default_rng([begin, 13])
    bench = bench_of(sample(name), meter=True)
    made = pools(bench, begin, rigs)
    singles = [each for each in bench.symptoms if len(each.ids) == 1]
    for ids, troubles in _drawn([(each.ids, each.prior) for each in singles], made, rigs, chance):
        _count_one(bench, troubles, ids[0], tally, chance)
    pairs = [(each.ids, each.prior) for each in bench.symptoms if len(each.ids) == 2]
    for ids, trouble in _drawn(pairs, made, rigs // 2, chance):
        suspects_named = diagnosed(bench, seen_of(bench, trouble, chance)).suspects[:4]
        tally.pairs.append(set(ids) <= {suspect.fault.id for suspect in suspects_named})
    for trouble in made[()]:
        if not trouble.plain:
            tally.healthy.append(diagnosed(bench, seen_of(bench, trouble, chance)).planned > HEALTHY)
    prior = np.array([each.prior for each in bench.symptoms])
    for at in chance.choice(len(prior), rigs, p=prior / prior.sum()):
        troubles = made[bench.symptoms[int(at)].ids]
        if troubles:
            _calibrated(bench, troubles[int(chance.integers(len(troubles)))], tally, chance)
    return tally


def _drawn(
    often: list[tuple[tuple[str, ...], float]],
    made: dict[tuple[str, ...], list[HiddenTrouble]],
    many: int,
    chance: np.random.Generator,
) -> Iterator[tuple[tuple[str, ...], HiddenTrouble]]:
    """Motors that show their faults, drawn as often as these come."""
    showing = [(ids, prior, [each for each in made[ids] if each.plain]) for ids, prior in often]
    # A fault that shows in few of its motors comes up that much less often.
    weight = np.array([prior * len(some) / max(len(made[ids]), 1) for ids, prior, some in showing])
    if weight.sum() <= 0:
        return
    for at in chance.choice(len(showing), many, p=weight / weight.sum()):
        ids, _, some = showing[int(at)]
        yield ids, some[int(chance.integers(len(some)))]


def _count_one(bench: FaultBench, trouble: HiddenTrouble, id_: str, tally: Tally, chance: np.random.Generator) -> None:
    known = seen_of(bench, trouble, chance)
    place = place_of(bench, without_turns(known), id_)
    tally.plain_first.append(place < 1)
    tally.plain_three.append(place < 3)
    place = place_of(bench, known, id_)
    tally.first.append(place < 1)
    tally.three.append(place < 3)
    if place >= 3:
        tally.missed[id_] = tally.missed.get(id_, 0) + 1
    search = searched(bench, [id_], known, chance)
    tally.checks.append(search.checks)
    tally.minutes.append(search.minutes)
    tally.listed.append(listed_search(bench, [id_], chance).minutes)


def _calibrated(bench: FaultBench, trouble: HiddenTrouble, tally: Tally, chance: np.random.Generator) -> None:
    """A motor as they occur, whatever it shows: each told chance, and whether the fault is there."""
    weights = weights_of(bench, seen_of(bench, trouble, chance))[0]
    tally.chances += [
        (suspects_named, id_ in trouble.ids) for id_, suspects_named in chances_of(bench, weights).items()
    ]
    tally.chances.append((float(weights[0]), not trouble.ids))


def cost_of_a_tick(name: str) -> float:
    """Time of an answer after a tick, over that of a verdict."""
    design = sample(name)
    bench = bench_of(design, meter=False)
    known = Evidence(frozenset(("trembles", "hot_motor")), {"current": 2.0})
    verdict, tick = medians(lambda: evaluate(design), lambda: diagnosed(bench, known), rounds=5)
    return tick / verdict


def main(words: list[str]) -> int:
    """Run the rigs on all processors and print what they show."""
    rigs = int(words[0]) if words else RIGS
    half = max(rigs // 2, 1)
    jobs = [(name, first, half) for name in OF_EVERY_KIND for first in (10_000, 500_000)]
    whole = {name: Tally(name) for name in OF_EVERY_KIND}
    with ProcessPoolExecutor() as pool:
        for part in pool.map(tallied, jobs):
            _add(whole[part.name], part)
    every = Tally("all")
    for tally in whole.values():
        _add(every, tally)
    for tally in (*whole.values(), every):
        print(_line(tally), flush=True)
        print("    missed:", dict(sorted(tally.missed.items(), key=lambda row: -row[1])[:6]), flush=True)
    print(f"{'fifth':14s} told / true: {_fifths(every)} (bar: within 10 points)", flush=True)
    for name in ("lantern", "ferry-wheel", "crane-motor"):
        print(f"{name}: answer after a tick / verdict: {cost_of_a_tick(name):.3g} (bar 15)", flush=True)
    return 0


def _add(whole: Tally, part: Tally) -> None:
    for name, value in vars(part).items():
        if isinstance(value, list):
            getattr(whole, name).extend(value)
    for id_, count in part.missed.items():
        whole.missed[id_] = whole.missed.get(id_, 0) + count


def _line(tally: Tally) -> str:
    def of(rows: list[bool]) -> str:
        return f"{100 * np.mean(rows):.0f}" if rows else "-"

    ratio = np.sum(tally.minutes) / max(np.sum(tally.listed), 1e-9)
    return (
        f"{tally.name:14s} {len(tally.first)} rigs: first {of(tally.plain_first)} %, three {of(tally.plain_three)} % "
        f"by signs and current (50, 80), {of(tally.first)} %, {of(tally.three)} % with way and turns (60, 90); "
        f"checks {np.median(tally.checks):.0f} (3), minutes / list {ratio:.2f} (0.6); "
        f"pairs among four {of(tally.pairs)} % of {len(tally.pairs)} (70); nothing wrong {of(tally.healthy)} % (90)"
    )


def _fifths(tally: Tally) -> str:
    suspects_named = np.array([each for each, _ in tally.chances])
    true = np.array([each for _, each in tally.chances])
    parts = []
    for fifth in range(FIFTHS):
        inside = (suspects_named >= fifth / FIFTHS) & (suspects_named < (fifth + 1) / FIFTHS + (fifth == FIFTHS - 1))
        if inside.any():
            parts.append(
                f"{100 * suspects_named[inside].mean():.0f} / {100 * true[inside].mean():.0f} ({inside.sum()})"
            )
    return ", ".join(parts)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
