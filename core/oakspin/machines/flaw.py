"""What a bench may hold where the plan has something else: other values of the design, and what no field tells."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from oakspin.design import Design
from oakspin.design.patch import Patch, patched, value_at
from oakspin.draws import Draws
from oakspin.machines.machine import Cause, Machine
from oakspin.machines.table import machine_of

BREAK = "break"  # cause of a circuit that is open somewhere, and name of a contact that is bad


@dataclass(frozen=True)
class Flaw:
    """How a bench differs from the plan.

    ``patch`` are fields of the design that came out otherwise. ``opens`` says that the circuit is open somewhere,
    ``ohms`` what a bad joint adds to it, ``drag`` how many times the dry friction is what it should be, ``volts`` which
    share of the battery's volts is left, ``inside`` how many times its own ohms are what they should be. ``likely``
    weighs it against the other ways in which the same fault comes.
    """

    patch: Patch = ()
    opens: bool = False
    ohms: float = 0.0
    drag: float = 1.0
    volts: float = 1.0
    inside: float = 1.0
    likely: float = 1.0

    def differs_from(self, design: Design) -> bool:
        """Whether a bench with it is another than the design says. Raises ``UnfitPatch``."""
        union = self.opens or self.ohms > 0 or self.drag != 1 or self.volts != 1 or self.inside != 1
        return union or any(value_at(design, each.pointer) != each.value for each in self.patch)

    def union(self, other: Flaw) -> Flaw:
        """Both at once."""
        return Flaw(
            patch=(*self.patch, *other.patch),
            opens=self.opens or other.opens,
            ohms=self.ohms + other.ohms,
            drag=self.drag * other.drag,
            volts=self.volts * other.volts,
            inside=self.inside * other.inside,
            likely=self.likely * other.likely,
        )


PLANNED = Flaw()


def flawed(design: Design, flaw: Flaw, draws: Draws) -> Machine:
    """The machine that is really on the bench.

    Raises
    ------
    UnfitPatch, Refusal
        When the design cannot have this flaw.
    """
    return with_flaw(machine_of(patched(design, flaw.patch) if flaw.patch else design, draws), flaw)


def with_flaw(machine: Machine, flaw: Flaw) -> Machine:
    """A machine with what no field of its design tells; the patch is not looked at."""
    pack, load, ohms, causes = machine.pack, machine.load, machine.ohms, machine.causes
    if flaw.volts != 1:
        # A cell the wrong way round takes its volts from the others; its ohms stay.
        pack = replace(pack, volts=pack.volts * flaw.volts, end_volts=pack.end_volts * flaw.volts)
    if flaw.inside != 1:
        pack = replace(pack, ohms=pack.ohms * flaw.inside)
    if flaw.drag != 1:
        load = replace(load, dry=load.dry * flaw.drag)
    if flaw.ohms:
        ohms = {**ohms, BREAK: np.full(machine.inertia.shape, flaw.ohms)}
    if flaw.opens:
        causes = (*causes, Cause("circuit", BREAK))
    return replace(machine, pack=pack, load=load, ohms=ohms, causes=causes)
