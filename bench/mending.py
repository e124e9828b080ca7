"""Of broken designs that a long search over the same dials can mend, how many does an advice mend? And does any harm?

The search knows nothing of advice: from many starts it turns dials at random, keeps what is better, and stops when the
motor goes or when it has tried as much as it may.
"""

from __future__ import annotations

import argparse
import sys
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass
from itertools import islice

import numpy as np

from oakspin import advise, evaluate
from oakspin.advice.candidates import wide
from oakspin.advice.trying import SURE, tried
from oakspin.design import Design
from oakspin.design.patch import patched
from oakspin.draws import Draws
from oakspin.errors import OakSpinError
from oakspin.verdict.verdict import AMPLE, MUST_HOLD, Verdict
from runner.sentences import generated

SEED = 11
BAR = 0.9  # of the designs that can be mended
STARTS, STEPS, EACH = 3, 14, 24  # of the search: starts, steps from each, dials tried a step
LOOK = 32
FEWER, WEAKER = 0.006, 0.985  # an advice harms below these: its own limits with what rounding takes


@dataclass(frozen=True)
class Case:
    """A broken design: whether the search mends it, whether an advice does, and the advice that harm."""

    design: Design
    searched: bool
    advised: bool
    harms: tuple[str, ...]
    count: int


def broken(count: int, seed: int) -> Iterator[Design]:
    """So many generated designs that do not go in most builds."""
    made = 0
    for design in generated(50 * count, seed):
        try:
            if evaluate(design, Draws(LOOK)).share_that_goes >= SURE:
                continue
        except OakSpinError:
            continue
        yield design
        made += 1
        if made == count:
            return


def search(design: Design, seed: int) -> bool:
    """Whether turning dials at random, what is better kept, makes it go in most builds of 256."""
    chance, look = np.random.default_rng(seed), Draws(LOOK)
    for _ in range(STARTS):
        here, shown = design, tried([design], look)[0]
        for _ in range(STEPS):
            changes = wide(here)
            some = [changes[at] for at in chance.permutation(len(changes))[:EACH]]
            designs: list[Design | None] = []
            for change in some:
                try:
                    designs.append(patched(here, change.patch))
                except OakSpinError:
                    designs.append(None)
            trials = tried(designs, look)
            better = [
                (trial.merit, made)
                for trial, made in zip(trials, designs, strict=True)
                if trial and made is not None and (shown is None or trial.merit > shown.merit)
            ]
            if better:
                here = max(better, key=lambda row: row[0])[1]
                shown = tried([here], look)[0]
            if shown and shown.goes and evaluate(here, Draws(256)).share_that_goes >= SURE:
                return True
    return False


def weakest(verdict: Verdict) -> float:
    """The least margin of what must hold, as far as it is of use."""
    return min(min(verdict.link(link).margin, AMPLE) for link in MUST_HOLD)


def case_of(design: Design, seed: int) -> Case:
    """Both ways tried on one design."""
    before = evaluate(design)
    advised, harms, count = before.share_that_goes >= SURE, [], 0
    for advice in advise(design):
        count += 1
        after = evaluate(patched(design, advice.patch))
        advised |= after.share_that_goes >= SURE and after.sense != 0
        fewer = after.share_that_goes < before.share_that_goes - FEWER
        if fewer or weakest(after) < WEAKER * weakest(before):
            harms.append(advice.sentence)
    return Case(design, advised or search(design, seed), advised, tuple(harms), count)


def main(words: list[str] | None = None) -> int:
    """Print the share, and what neither mends; 1 where it is under its bar or an advice harms."""
    parser = argparse.ArgumentParser(prog="oak bench mending", description=__doc__)
    parser.add_argument("--designs", type=int, default=300)
    parser.add_argument("--seed", type=int, default=SEED)
    parser.add_argument("--show", action="store_true", help="print the designs that no advice mends")
    options = parser.parse_args(words)
    designs = list(islice(broken(options.designs, options.seed), options.designs))
    with ProcessPoolExecutor() as pool:
        cases = list(pool.map(case_of, designs, range(len(designs))))
    mendable = [case for case in cases if case.searched]
    mended = [case for case in mendable if case.advised]
    harms = [sentence for case in cases for sentence in case.harms]
    share = len(mended) / max(len(mendable), 1)
    print(f"{len(cases)} broken designs, {len(mendable)} that a search mends; advice mends {len(mended)}: {share:.1%}")
    print(f"{sum(case.count for case in cases)} pieces of advice, {len(harms)} that harm {harms or ''}")
    if options.show:
        for case in mendable:
            if not case.advised:
                print(evaluate(case.design).headline, "|", case.design.model_dump_json(exclude_defaults=True))
    return int(share < BAR or bool(harms))


if __name__ == "__main__":
    sys.exit(main())
