"""Several machines as one, and some builds of a machine: both by the shape of its data alone."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import Any

import numpy as np

from oakspin.draws import Array
from oakspin.machines.machine import Machine, Mask


def joined(machines: list[Machine]) -> Machine:
    """Machines of one likeness as one machine whose draws stand behind each other, so that they are run at once.

    What differs between them becomes an array over all draws. Only machines alike in everything
    that is no number may be joined: the same :func:`likeness`.
    """
    draws = [machine.inertia.size for machine in machines]
    whole: Machine = _joined(machines, draws)
    return whole


def likeness(machine: Machine) -> tuple[object, ...]:
    """What two machines must have in common to be joined: all that is no number, and how many angles they have."""
    seen: list[object] = []
    _walk(machine, seen)
    return tuple(seen)


def builds_of(machine: Machine, which: Array | Mask) -> Machine:
    """The machine of some of the draws; ``which`` holds their numbers, or true and false for each."""
    some: Machine = _some(machine, which, machine.inertia.size)
    return some


def one_build(machine: Machine, index: int) -> Machine:
    """The machine of a single draw."""
    return builds_of(machine, np.array([index]))


def names_of(value: object) -> Iterable[str]:
    """Names of a dataclass's fields; none of anything else."""
    return getattr(value, "__dataclass_fields__", ())


def _joined(values: list[Any], draws: list[int]) -> Any:
    first = values[0]
    if isinstance(first, np.ndarray):
        # One table for all draws in some machines, and one for each in others, are told for each in all.
        if all(value.shape[:1] == (n,) for value, n in zip(values, draws, strict=True)):
            return np.concatenate(values)
        if all(np.array_equal(value, first) for value in values[1:]):
            return first
        return np.concatenate([np.broadcast_to(v, (n, *v.shape[1:])) for v, n in zip(values, draws, strict=True)])
    if isinstance(first, (float, int)) and not isinstance(first, bool) and any(value != first for value in values):
        return np.repeat(np.asarray(values, float), draws)
    if isinstance(first, dict):
        return {name: _joined([value[name] for value in values], draws) for name in first}
    if isinstance(first, tuple):
        return tuple(_joined([value[at] for value in values], draws) for at in range(len(first)))
    names = names_of(first)
    if names:
        return replace(first, **{name: _joined([getattr(value, name) for value in values], draws) for name in names})
    return first


def _walk(value: Any, seen: list[object]) -> None:
    """Put down what a value is, but for its numbers."""
    kind = type(value)
    if kind is np.ndarray:
        # Tables over draws may differ; a table that stands for all draws need only be as long.
        seen.append(value.shape[1:])
    elif isinstance(value, (float, int)) and kind is not bool:
        seen.append(float)  # also of an array's library: what is computed is not always a plain one
    elif kind is tuple:
        seen.append(len(value))
        for held in value:
            _walk(held, seen)
    elif kind is dict:
        seen.extend(value)
        for held in value.values():
            _walk(held, seen)
    elif names := names_of(value):
        seen.append(kind)
        for name in names:
            _walk(getattr(value, name), seen)
    else:
        seen.append(value)


def _some(value: Any, which: Array | Mask, draws: int) -> Any:
    """Anything made of arrays over draws, cut down to some of them."""
    if isinstance(value, np.ndarray):
        return value[which] if value.shape[:1] == (draws,) else value
    if isinstance(value, dict):
        return {name: _some(held, which, draws) for name, held in value.items()}
    if isinstance(value, tuple):
        return tuple(_some(held, which, draws) for held in value)
    names = names_of(value)
    if names:
        return replace(value, **{name: _some(getattr(value, name), which, draws) for name in names})
    return value
