"""./oak sentences: what is said of many designs, side by side, so that it can be read as its readers will.

Designs are starts and samples with some dials turned anywhere within their ranges. Sentences that differ in their
numbers alone are told once, with the first numbers that came up and how often they did.
"""

from __future__ import annotations

import argparse
import re
from collections.abc import Iterator

import numpy as np

from oakspin import advise, evaluate
from oakspin.design import Design
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS, parts_of
from oakspin.kinds.look import turn
from oakspin.kinds.numbers import Dial
from oakspin.make import build_sheet
from oakspin.make.first_run import first_run
from oakspin.verdict import Verdict
from runner.samples import DEMO, sample

MOST_TURNED = 6
SEED = 3


def starting_points() -> list[Design]:
    """Every kind's start, and every sample."""
    samples = [sample(path.name.removesuffix(".oak.json")) for path in sorted(DEMO.glob("*.oak.json"))]
    return [*(kind.start for kind in KINDS.values()), *samples]


def generated(count: int, seed: int = SEED) -> Iterator[Design]:
    """So many designs, the same for the same seed."""
    chance, starts = np.random.default_rng(seed), starting_points()
    for number in range(count):
        design = starts[number % len(starts)]
        for _ in range(int(chance.integers(1, MOST_TURNED + 1))):
            dials = [dial for part in parts_of(design) for dial in part.dials]
            try:
                design = _turned(design, dials[int(chance.integers(len(dials)))], chance)
            except OakSpinError:
                continue  # a value that does not go with the others
        yield design


def _turned(design: Design, dial: Dial, chance: np.random.Generator) -> Design:
    if dial.type == "choice":
        return turn(design, dial.pointer, dial.choices[int(chance.integers(len(dial.choices)))].value)
    if dial.type == "size":
        limits = dial.sizes[0]
        size = round(float(chance.uniform(limits.minimum, limits.maximum)))
        return turn(design, dial.pointer, {"by": "gauge", "awg": size} if limits.field == "awg" else dial.value)
    # Near its present value as often as far from it.
    near = dial.value + chance.normal() * 0.2 * (dial.maximum - dial.minimum)
    value = near if chance.random() < 0.5 else chance.uniform(dial.minimum, dial.maximum)
    steps = round((min(max(value, dial.minimum), dial.maximum) - dial.minimum) / dial.step)
    value = min(dial.minimum + steps * dial.step, dial.maximum)
    return turn(design, dial.pointer, round(value) if dial.whole else round(float(value), 4))


def texts_of(design: Design, with_advice: bool) -> Iterator[tuple[str, str]]:
    """Everything that is said of a design, each with the place where it stands."""
    verdict: Verdict = evaluate(design)
    yield "headline", verdict.headline
    for cause in verdict.causes:
        yield "cause", cause
    for link in verdict.links:
        figure = link.wording or f"{link.figure:.3g} {link.unit} ({link.band[0]:.3g} to {link.band[1]:.3g})"
        yield f"{link.name}, {link.state}", f"[{figure}] {link.sentence}"
    sheet = build_sheet(design)
    for step in sheet.steps:
        yield f"step, {step.title}", step.text
        if step.caution:
            yield "caution at a step", step.caution
    for check in sheet.checks:
        yield "check", check
    for caution in sheet.cautions:
        yield "caution", caution.text
    for cut in sheet.cuts:
        yield "cut", str(cut)
    card = first_run(design, verdict)
    yield from (("first run, flick", card.flick), ("first run, why", card.why), ("first run, stalled", card.stalled))
    for part in parts_of(design):
        yield f"part, {part.title}", f"{part.line} | {part.figure}"
    if with_advice:
        for advice in advise(design):
            price = f" | price: {advice.price}" if advice.price else ""
            yield "advice", f"{advice.sentence} -> {advice.effect}{price}"


def main(words: list[str] | None = None) -> None:
    """Print what is said of many designs, by place."""
    parser = argparse.ArgumentParser(prog="oak sentences", description="What is said of many designs, side by side.")
    parser.add_argument("--designs", type=int, default=300, help="how many designs (300)")
    parser.add_argument("--seed", type=int, default=SEED, help="other designs")
    parser.add_argument("--no-advice", action="store_true", help="leave advice out: it takes most of the time")
    options = parser.parse_args(words)
    places: dict[str, dict[str, tuple[str, int]]] = {}
    for design in generated(options.designs, options.seed):
        for place, text in texts_of(design, not options.no_advice):
            if not text:
                continue
            shape = re.sub(r"[-−]?\d[\d.,e+]*", "#", text)
            first, often = places.setdefault(place, {}).get(shape, (text, 0))
            places[place][shape] = first, often + 1
    for place in sorted(places):
        print(f"\n{place.upper()}")
        for text, often in sorted(places[place].values(), key=lambda row: -row[1]):
            print(f"  {often:4d}  {text}")


if __name__ == "__main__":
    main()
