"""Machines between machines: what a few machines of one likeness tell of all designs that lie between them.

A machine is data. Where a number of a design is turned and nothing but numbers change in its machine, each of these
changes evenly enough over a short way to be read between its ends. So a few machines that are built stand for many
designs, whatever the kind, and all of them run as one. Who asks must keep the way short enough: ``tune.map`` splits it
until it is, ``search`` builds anew what it finds.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from oakspin.draws import Array
from oakspin.machines.joined import names_of
from oakspin.machines.machine import Machine


def between(machines: Sequence[Machine], weights: Array) -> Machine:
    """So many mixtures of machines as one machine, the draws of one mixture behind those of the other.

    Parameters
    ----------
    machines : sequence of Machine
        Of one :func:`oakspin.machines.joined.likeness`, each with as many draws, built on the same ones.
    weights : ndarray, shape (mixtures, machines)
        How much of each machine is in each mixture; each row adds up to 1.
    """
    mixed: Machine = _Mixer(weights, machines[0].inertia.size).mixed(list(machines))
    return mixed


class _Mixer:
    def __init__(self, weights: Array, draws: int) -> None:
        self._weights, self._draws = weights, draws
        self._nearest = weights.argmax(axis=1)

    def mixed(self, values: list[Any]) -> Any:
        first = values[0]
        if isinstance(first, np.ndarray):
            return self._table(values)
        if isinstance(first, (float, int)) and not isinstance(first, bool):
            if all(value == first for value in values[1:]):
                return first
            return np.repeat(self._sum(np.asarray(values, float)), self._draws)
        if isinstance(first, dict):
            return {name: self.mixed([value[name] for value in values]) for name in first}
        if isinstance(first, tuple):
            return tuple(self.mixed([value[at] for value in values]) for at in range(len(first)))
        names = names_of(first)
        if names:
            return replace(first, **{name: self.mixed([getattr(value, name) for value in values]) for name in names})
        return first

    def _table(self, values: list[Any]) -> Any:
        first = values[0]
        own = any(value.shape[:1] == (self._draws,) for value in values)
        if not own and all(np.array_equal(value, first) for value in values[1:]):
            return first
        # One row that stands for all draws in some machines is told for each where others have one for each.
        rows = [np.broadcast_to(value, (self._draws, *value.shape[1:])) for value in values]
        if all(row is rows[0] or np.array_equal(row, rows[0]) for row in rows[1:]):
            return np.tile(rows[0], (len(self._weights), *(1,) * (rows[0].ndim - 1)))
        table = self._sum(np.stack(rows).astype(float))
        table = table.reshape(-1, *first.shape[1:])
        return table >= 0.5 if first.dtype == bool else table

    def _sum(self, rows: Array) -> Array:
        flat = rows.reshape(len(rows), -1)
        if np.isfinite(flat).all():
            return np.asarray(self._weights @ flat).reshape(-1, *rows.shape[1:])
        # Between "never" and some value there is nothing: the nearer one holds.
        return np.asarray(rows[self._nearest])
