"""The one table from a design's kind to the machine that it makes."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from fnmatch import fnmatchcase
from typing import Any

from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.machines.coil.handwork import coil_handwork
from oakspin.machines.coil.machine import COIL_ARRAYS, coil_machine
from oakspin.machines.cored.handwork import cored_handwork
from oakspin.machines.cored.machine import cored_machine
from oakspin.machines.frame.handwork import frame_handwork
from oakspin.machines.frame.machine import frame_machine
from oakspin.machines.hanging.handwork import hanging_handwork
from oakspin.machines.hanging.machine import hanging_machine
from oakspin.machines.machine import Machine
from oakspin.machines.roller.handwork import roller_handwork
from oakspin.machines.roller.machine import roller_machine
from oakspin.machines.train.handwork import train_handwork
from oakspin.machines.train.machine import train_machine


@dataclass(frozen=True)
class Maker:
    """What makes a machine of a design. ``handwork`` gives the ids of all that the machine takes for granted and hands
    must bring about. ``arrays`` are pointers at which it takes arrays, so that many designs run
    as one; ``dear`` those at which each value takes tens of times what any other does, for its field is summed anew. A
    ``*`` stands for any one step."""

    machine: Callable[[Any, Draws], Machine]
    handwork: Callable[[Any], tuple[str, ...]]
    arrays: tuple[str, ...] = ()
    dear: tuple[str, ...] = ()


MAKERS: dict[str, Maker] = {
    "frame": Maker(frame_machine, frame_handwork),
    "hanging": Maker(hanging_machine, hanging_handwork),
    "cradle": Maker(coil_machine, coil_handwork, COIL_ARRAYS),
    "lobes": Maker(coil_machine, coil_handwork, COIL_ARRAYS),
    "cored": Maker(
        cored_machine, cored_handwork, dear=("/gap/*", "/winding/turns", "/wire/size/*", "/core/*", "/magnets/*")
    ),
    "train": Maker(train_machine, train_handwork),
    "roller": Maker(roller_machine, roller_handwork, dear=("/magnets/*", "/sheet/width_mm")),
}


def machine_of(design: Design, draws: Draws) -> Machine:
    """The design as a Machine, with the draws of every uncertain constant in it.

    Raises
    ------
    Refusal
        When no motor can be made of the design; says what to change.
    """
    machine, beyond = MAKERS[design.kind].machine(design, draws), draws.beyond()
    return replace(machine, beyond=beyond) if beyond else machine


def handwork_of(design: Design) -> tuple[str, ...]:
    """Ids of all that the design's machine takes for granted and hands must bring about."""
    return MAKERS[design.kind].handwork(design)


def takes_arrays(design: Design, pointer: str) -> bool:
    """Whether the machine takes an array at the pointer."""
    if getattr(design, "magnets_on", "") == "around":
        return False  # a coil in a ring is integrated for one height at a time
    return any(fnmatchcase(pointer, pattern) for pattern in MAKERS[design.kind].arrays)


def is_dear(design: Design, pointer: str) -> bool:
    """Whether each value at the pointer takes tens of times what another number's does."""
    return any(fnmatchcase(pointer, pattern) for pattern in MAKERS[design.kind].dear)
