"""./oak bench: one line a measure, with its limit; exit 1 when one is missed.

./oak bench mending instead measures how good advice is.
"""

from __future__ import annotations

import sys
from collections.abc import Callable
from functools import partial

from bench import classes, faults, learning, mending, search
from bench.clock import medians
from bench.first_load import first_load_ratios
from bench.foreign import judge
from bench.lanes import lane_ratios
from bench.naive import naive_coil_speed, naive_cored_speed, naive_speed, naive_train_speed
from bench.page import first_load_kilobytes, follow_seconds, open_lantern, resident_megabytes
from bench.rows import row_ratios
from oakspin import Design, Draws, machine_of
from oakspin.design.patch import Setting, patched
from oakspin.kinds.geometry import Geometry
from oakspin.kinds.kinds import draw, tuned_of, verdict_on
from oakspin.tune import best_settings, design_map, planned, sweep
from oakspin.verdict import Verdict
from oakspin.verdict.outcome import outcome_of
from runner.live_server import LiveServer
from runner.samples import sample

SAMPLES = ("lantern", "beacon", "crane-motor", "ferry-wheel", "tide-mill")
LANTERN, BEACON, CRANE, FERRY, MILL = (sample(name) for name in SAMPLES)
TRAIN = patched(sample("night-shuttle"), (Setting("/track/length", {"by": "turns", "turns": 600}),))
OF_EACH_KIND = ("beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "harbor-ring", "crate-roller")
OWN = {
    "mending": mending.main,
    "learning": learning.main,
    "faults": faults.main,
    "search": search.main,
    "class": classes.main,
    "foreign": judge.main,
}
HOUR_OF_USE = 3000  # verdicts and saves of someone who turns dials for an hour without a rest


def main() -> int:
    """Run every measure."""
    missed = 0

    def tell(what: str, value: float, limit: float, unit: str = "×") -> None:
        nonlocal missed
        held = value <= limit
        missed += not held
        print(f"{'ok    ' if held else 'MISSED'} {what}: {value:.3g} {unit} (at most {limit:g} {unit})", flush=True)

    ours, naive = medians(lambda: judged(LANTERN), lambda: naive_speed(LANTERN))
    tell("frame: verdict on 1024 builds / naive evaluation of one", ours / naive, 1)
    ours, naive = medians(lambda: judged(BEACON), lambda: naive_speed(BEACON))
    tell("hanging: verdict on 1024 builds / naive evaluation of one", ours / naive, 1)
    ours, naive = medians(lambda: judged(CRANE), lambda: naive_cored_speed(CRANE), rounds=5)
    tell("cored: verdict on 1024 builds / naive evaluation of one", ours / naive, 1)
    ours, naive = medians(lambda: judged(FERRY), lambda: naive_coil_speed(FERRY), rounds=5)
    tell("cradle: verdict on 1024 builds / naive evaluation of one", ours / naive, 1)
    ours, naive = medians(lambda: judged(MILL), lambda: naive_coil_speed(MILL), rounds=5)
    tell("two-lobe: verdict on 1024 builds / naive evaluation of one", ours / naive, 1)
    whole, each = medians(lambda: design_map(FERRY, "/gap_mm", "/coil/turns"), lambda: judged(FERRY), rounds=5)
    tell("cradle: map of 64 x 64 designs / verdict", whole / each, 40)
    tell("41-point sweep with bands / verdict, worst of three factors", _sweep_ratio(None), 12)
    shown = _sweep_ratio(Draws())
    print(f"       the same on the chain's own 1024 builds, as Tune shows it: {shown:.3g} ×", flush=True)
    ours, naive = medians(lambda: judged(TRAIN), lambda: naive_train_speed(TRAIN), rounds=5)
    tell("train: 1024 runs over 600 turns / naive run of one", ours / naive, 1)
    for name in OF_EACH_KIND:
        design = sample(name)
        each, frame = medians(lambda design=design: judged(design), lambda: judged(LANTERN), rounds=9)  # type: ignore[misc]
        tell(f"{design.kind}, {name}: verdict / a frame's", each / frame, 4)
    for what, looped, straight in _closed_and_straight():
        closed, opened = medians(looped, straight, rounds=3)
        tell(f"closed loop of track: {what} / that of a straight one", closed / opened, 2)
    with open_lantern() as (page, server):
        follow = follow_seconds(page)
        # The verdicts under the hand are those of the very heights that the slider passes.
        passed = [patched(LANTERN, (Setting("/feet/height_mm", round(1 + 0.2 * step, 1)),)) for step in range(24)]
        bare = medians(partial(_all, passed), rounds=5)[0] / len(passed)
        tell("input to changed figures in the page / bare verdict", follow / bare, 3)
        _hour_of_use(server)
        tell(
            "resident memory of the server and its workers after an hour of use", resident_megabytes(server), 250, "MB"
        )
    usual, worst = lane_ratios()
    tell("plain verdict beside six heavy clients, 95th percentile / the same alone", usual, 3)
    tell("plain verdict beside six heavy clients, worst / 95th percentile alone", worst, 8)
    taken, listed = row_ratios()
    tell("5,000 trials of a table taken in / verdict", taken, 200)
    tell("the latest of them listed / verdict", listed, 200)
    tell("script of the first load, compressed", first_load_kilobytes(), 300, "kB")
    on_shelf, on_motor = first_load_ratios()
    tell("processor four times slower: shelf can be used / bare page", on_shelf, 1.5)
    tell("processor four times slower: motor can be used / bare page", on_motor, 2)
    return 1 if missed else 0


def _sweep_ratio(draws: Draws | None) -> float:
    """The worst of three factors; the verdict's time is that over the very designs of the sweep."""
    ratios = []
    for pointer in ("/feet/gap_mm", "/magnets/diameter_mm", "/outline/decoration/mass_g"):
        factor, values = planned(LANTERN, pointer)
        designs = [patched(LANTERN, factor.turned(value)) for value in values]
        each, swept = medians(partial(_all, designs), partial(sweep, LANTERN, pointer, draws=draws), rounds=7)
        ratios.append(swept / each * len(designs))
    return max(ratios)


def _closed_and_straight() -> list[tuple[str, Callable[[], object], Callable[[], object]]]:
    """What Tune computes of a closed loop, and the same of the very track laid straight."""
    ring = sample("harbor-ring")
    straight = patched(ring, (Setting("/track/plan/form", "straight"),))
    first, second = (number.pointer for number in tuned_of(ring)[:2])
    questions: list[tuple[str, Callable[[Design], object]]] = [
        ("sweep", lambda design: sweep(design, first)),
        ("map", lambda design: design_map(design, first, second)),
        ("best", best_settings),
    ]
    return [(what, partial(ask, ring), partial(ask, straight)) for what, ask in questions]


def judged(design: Design) -> tuple[Verdict, Geometry]:
    """The whole verdict with its drawing, as the page shows them."""
    outcome = outcome_of(machine_of(design, Draws()))
    return verdict_on(design, outcome), draw(design, outcome.machine, outcome.drive)


def _all(designs: list[Design]) -> None:
    for design in designs:
        judged(design)


def _hour_of_use(server: LiveServer) -> None:
    connection = server.connect()
    _, shelf = server.ask(connection, "GET", "shelf")
    lantern = next(motor for motor in shelf["motors"] if motor["title"] == "Lantern")
    version = lantern["version"]
    for number in range(HOUR_OF_USE):
        gap = Setting("/feet/gap_mm", 0.001 * (number % 1500))
        design = patched(LANTERN, (gap,)).model_dump(mode="json")
        server.ask(connection, "POST", "look", {"design": design, "turns": []})
        if number % 10 == 0:
            body = {"version": version, "title": "Lantern", "design": design, "change": "gap"}
            status, saved = server.ask(connection, "PUT", f"shelf/{lantern['id']}", body)
            assert status == 200
            version = saved["version"]
            server.ask(connection, "POST", "advice", design)
    connection.close()


if __name__ == "__main__":
    if sys.argv[1:2] and sys.argv[1] in OWN:
        sys.exit(OWN[sys.argv[1]](sys.argv[2:]))
    sys.exit(main())
