"""A trial that stands apart from the others of its rotor, and the reading that does it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import scipy

from oakspin.learn.known import SharedLaw
from oakspin.learn.lines import likely_errors
from oakspin.learn.observation import SHARES
from oakspin.learn.rotor import LinearFit, Rotor
from oakspin.learn.scatter import RunErrors, chances_of

LEAST = 3  # trials, below which nothing stands apart from the others
RARE = 0.004  # of one reading of one trial, below which it does


@dataclass(frozen=True)
class TrialApart:
    """The trial at this place stands apart by a ``quantity`` that is too ``high`` or too low; ``by`` how much, as a
    share where the quantity errs by shares, else in its unit.
    """

    at: int
    quantity: str
    high: bool
    by: float


def trials_apart(rotor: Rotor, known: SharedLaw, line: LinearFit | None) -> tuple[TrialApart, ...]:
    """Each trial held against what all the others of the rotor let expect, however far these lie apart themselves."""
    if line is None or len(rotor.observations) < LEAST:
        return ()
    mean, root = rotor.prior(known)
    errors = likely_errors(rotor, line, mean, root, every=True)[0]
    shown = line.slope.T @ root
    whole = errors.covariance + shown @ shown.T + rotor.in_common(line.missed)
    off = rotor.values - (line.at + mean @ line.slope + errors.shift)
    found = []
    for trial in range(len(rotor.observations)):
        mine = np.flatnonzero(rotor.trial_numbers == trial)
        rest = np.flatnonzero(rotor.trial_numbers != trial)
        if not len(mine) or not len(rest):
            continue
        inside, across = whole[:, rest[:, None], rest], whole[:, mine[:, None], rest]
        among = RunErrors(errors.spreads, inside, errors.fades[rest])
        chances = chances_of(among.judge().by_spread((-off[rest] - among.shift)[None, :])[0])
        pulls = np.linalg.solve(inside, np.broadcast_to(off[rest][:, None], (len(inside), len(rest), 1)))[..., 0]
        middle = np.einsum("gmr,gr->gm", across, pulls)
        left = whole[:, mine, mine] - np.einsum(
            "gmr,grm->gm", across, np.linalg.solve(inside, across.transpose(0, 2, 1))
        )
        far = np.abs(off[mine] - middle) / np.sqrt(np.maximum(left, 1e-12))
        tails = chances @ (2 * scipy.special.ndtr(-far))
        worst = int(np.argmin(tails))
        if tails[worst] < RARE:
            quantity = rotor.quantities[int(mine[worst])]
            by = float(off[mine[worst]] - chances @ middle[:, worst])
            share = abs(float(np.expm1(by))) if quantity in SHARES else abs(by)
            found.append(TrialApart(trial, quantity, by > 0, share))
    return tuple(found)
