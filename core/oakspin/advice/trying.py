"""Many designs tried at once: what each shows, and one number to rank them by."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import words_of
from oakspin.machines.joined import joined, likeness
from oakspin.machines.machine import Machine
from oakspin.machines.table import machine_of
from oakspin.motion.drive import sense_of
from oakspin.verdict.verdict import AMPLE, MUST_HOLD, samples

SURE = 0.5  # share of builds that go, from which a design is said to go
FIGURES = ("speed", "mean_current")
CHUNK = 24  # designs run as one machine: more do not fit the processor's memory


@dataclass(frozen=True)
class Attempt:
    """What a design shows on few builds: share of builds that go, and margins of links as (10th percentile, median)."""

    share: float
    margins: dict[str, tuple[float, float]]
    causes: int
    moves: bool
    speed: float
    current: float

    @property
    def goes(self) -> bool:
        """Whether it goes, in as many builds as not."""
        return self.moves and self.share >= SURE

    @property
    def weakest(self) -> float:
        """The least of the margins that must hold, as far as it is of use."""
        return min(min(self.margins[link][1], AMPLE) for link in MUST_HOLD)

    @property
    def merit(self) -> float:
        """Builds that go first, then each link's safe margin, as far as it is of use."""
        safe = sum(min(low, AMPLE) / AMPLE for low, _ in self.margins.values())
        middle = sum(min(mid, AMPLE) / AMPLE for _, mid in self.margins.values())
        return 4 * self.share + (safe + middle) / 4 - 0.5 * self.causes


def tried(designs: Sequence[Design | None], draws: Draws) -> list[Attempt | None]:
    """What each design shows; none of what cannot be made."""
    trials: list[Attempt | None] = [None] * len(designs)
    groups: dict[tuple[object, float], list[tuple[int, Machine]]] = {}
    for place, design in enumerate(designs):
        if design is None:
            continue
        try:
            machine = machine_of(design, draws)
        except OakSpinError:
            continue
        # One joined machine has one sense: those driven the other way are run apart.
        groups.setdefault((likeness(machine), sense_of(machine)), []).append((place, machine))
    for (_, sense), members in groups.items():
        for start in range(0, len(members), CHUNK):
            some = members[start : start + CHUNK]
            design = designs[some[0][0]]
            assert design is not None
            words = words_of(design, some[0][1])
            each = samples(joined([machine for _, machine in some]), len(some), words, FIGURES)
            for (place, machine), sample in zip(some, each, strict=True):
                trials[place] = Attempt(
                    share=sample.share_that_goes,
                    margins={name: (low, middle) for name, (low, middle, _) in sample.margins.items()},
                    causes=len(machine.causes),
                    moves=bool(sense),
                    speed=sample.figures["speed"][1],
                    current=sample.figures["mean_current"][1],
                )
    return trials
