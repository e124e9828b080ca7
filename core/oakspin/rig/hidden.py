"""What a rig hides: one draw of every uncertain constant of a design, some of it new in each run."""

from __future__ import annotations

import zlib
from dataclasses import dataclass

import numpy as np

from oakspin.constants import SCATTER_LOG, UNCERTAIN
from oakspin.design import Design
from oakspin.draws import Array, Draws, Learned
from oakspin.learn.components import constants_of
from oakspin.learn.scatter import FADE, FADE_SPREAD, REST, REST_SHARES

LEVELS = ("world", "part", "build", "run")


@dataclass(frozen=True)
class Hidden:
    """One build of a design, and its runs; the same for the same ``seed``, one of its own for each ``rotor``.

    ``strange`` says how many times as far from the middle as builds usually are its contacts, friction and hands lie.
    """

    design: Design
    seed: int
    rotor: int = 0
    strange: float = 1.0

    def positions(self, run: int) -> dict[str, float]:
        """Standard normal positions of all its constants in a run, counted from 0; its battery fades.

        By their names also logarithms of what else the run shows of speed, time between gates and current.
        """
        found = {}
        for name in constants_of(self.design, meter=True):
            constant, code = UNCERTAIN[name], zlib.crc32(name.encode())
            whole = 0.0
            for whose, share in constant.levels:
                # Numbers from 1, as zeros at the end of a key tell nothing apart.
                rotor = self.rotor + 1 if whose in ("build", "run") else 0
                key = [self.seed, code, rotor, run + 1 if whose == "run" else 0, 1 + LEVELS.index(whose)]
                apart = self.spread(constant.scatters) if whose == "run" and constant.scatters else 1.0
                whole += np.sqrt(share) * apart * np.random.default_rng(key).standard_normal()
            found[name] = float(whole * (self.strange if constant.whose in ("build", "run") else 1.0))
        for figure, share in REST_SHARES.items():
            number = np.random.default_rng([self.seed, zlib.crc32(figure.encode()), self.rotor + 1, run + 1])
            found[figure] = float(share * self.spread(REST) * number.standard_normal())
        if "cell_volts" in found:
            found["cell_volts"] -= run * max(FADE + FADE_SPREAD * self._own("fade"), 0.0)
        return found

    def spread(self, sort: str) -> float:
        """How far its runs lie apart, of how far they usually do."""
        return float(np.exp(SCATTER_LOG * self._own(sort)))

    def _own(self, what: str) -> float:
        """A standard normal number of this rotor's own."""
        return float(np.random.default_rng([self.seed, zlib.crc32(what.encode()), self.rotor + 1]).standard_normal())


def draws_of(each: list[dict[str, float]], times: int = 1) -> Draws:
    """Hidden positions side by side as draws, each ``times`` in a row; two of one, which alone is the median."""
    times = max(times, 2 if len(each) == 1 else 1)
    table: dict[str, Array] = {name: np.repeat([row[name] for row in each], times) for name in each[0]}
    return Draws(count=len(each) * times, learned=Learned(table))
