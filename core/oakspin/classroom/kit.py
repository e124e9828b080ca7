"""What a class needs: for each group and in all, with spares, against the Drawer; what it costs and uses up."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from oakspin.classroom.builds import MotorKnown, parts_of_motor
from oakspin.classroom.plan import ClassMotor, ClassPlan
from oakspin.design import Design
from oakspin.drawer.entry import Entry
from oakspin.drawer.part import Part, part_of
from oakspin.drawer.used import amount_at, places_of, stands
from oakspin.draws import Draws
from oakspin.kinds.kinds import KINDS, build_of, evaluate, faults_of, lesson_of
from oakspin.kinds.lesson import PartFor
from oakspin.kinds.partlines import magnets_name, pack_name, wire_name
from oakspin.kinds.recipe import Place
from oakspin.kinds.steps import tools_of
from oakspin.search.purchases import SPARES, Bought

TINY = 1e-9
POWERED = 3.0  # minutes for which a group has its motor switched on, first tries and showing it; bench experience
KEPT: tuple[Place, ...] = ("cell", "magnet", "screw", "support")  # still there when a motor is taken apart


@dataclass(frozen=True)
class KitLine:
    """A part of the kit.

    ``each`` for one group, ``used`` for all at once, ``spares`` besides, ``amount`` both together, counted in ``unit``;
    ``owned`` in the Drawer, none where nothing there is the same, ``missing`` what is not there. ``price`` of one.
    """

    name: str
    sort: str
    place: Place
    motor: str
    each: float
    used: float
    spares: float
    owned: float | None
    price: float | None
    unit: str = ""
    amount: float = 0.0
    missing: float = 0.0

    def __post_init__(self) -> None:
        amount = self.used + self.spares
        object.__setattr__(self, "unit", "m" if self.place == "wire" else "pieces")
        object.__setattr__(self, "amount", amount)
        object.__setattr__(self, "missing", max(amount - (self.owned or 0.0), 0.0))

    @property
    def bought(self) -> Bought:
        """What is missing, as a line of a shopping list."""
        amount = float(math.ceil(self.missing - TINY))
        return Bought(self.name, self.sort, self.each, amount, self.unit, self.spares, self.price)


@dataclass(frozen=True)
class Kit:
    """The kit of a class. ``cost`` is that of what one group takes at the prices known; ``unpriced`` parts have none.

    ``used_up`` is the share of a cell's charge that a lesson takes, by motor. ``magnets`` are to be counted out and in.
    ``besides`` is what else is needed, ``tools`` what is lent. ``shopping`` is what is missing, as lines of a list;
    whole pieces and whole meters.
    """

    lines: tuple[KitLine, ...]
    cost_group: float
    cost_pupil: float
    unpriced: tuple[str, ...]
    used_up: Mapping[str, float]
    magnets: int
    besides: tuple[str, ...]
    tools: tuple[str, ...]
    shopping: tuple[Bought, ...] = ()

    def __post_init__(self) -> None:
        object.__setattr__(self, "shopping", tuple(line.bought for line in self.lines if line.missing > TINY))


def kit_of(plan: ClassPlan, drawer: Sequence[Entry] = (), known: Sequence[MotorKnown] = ()) -> Kit:
    """What a class needs.

    Parameters
    ----------
    plan : ClassPlan
    drawer : sequence of Entry
        All that is owned.
    known : sequence of MotorKnown
        What trials taught of each motor: how long its cell lasts, how often parts are spoiled in these hands.

    Raises
    ------
    Refusal
        When no motor can be made of a design.
    """
    knowledge = [*known, *[MotorKnown()] * (len(plan.motors) - len(known))]
    both = list(zip(plan.built, knowledge, strict=True))
    stock = [part_of(entry, f"drawer-{number}") for number, entry in enumerate(drawer)]
    lines = [line for motor, each in both for line in _lines(plan, motor, stock, each.common)]
    priced = sum(line.each * line.price for line in lines if line.price is not None)
    plans = [(motor, build_of(motor.design)) for motor in plan.built]
    tools = dict.fromkeys(
        tool for motor, made in plans for step in made.steps if step.id not in motor.prepared for tool in tools_of(step)
    )
    return Kit(
        lines=tuple(lines),
        cost_group=round(priced, 2),
        cost_pupil=round(priced / plan.pupils, 2),
        unpriced=tuple(dict.fromkeys(line.name for line in lines if line.price is None)),
        used_up={motor.title: _used_up(motor.design, each.draws) for motor, each in both},
        magnets=round(sum(line.amount for line in lines if line.place == "magnet")),
        besides=tuple(dict.fromkeys(thing for motor in plan.built for thing in KINDS[motor.design.kind].recipe.others)),
        tools=tuple(tools),
    )


def _lines(plan: ClassPlan, motor: ClassMotor, stock: Sequence[Part], common: Mapping[str, float]) -> Iterator[KitLine]:
    design, made = motor.design, build_of(motor.design)
    given = {part.place: part for part in parts_of_motor(motor)}
    for place in places_of(design):
        part = given.get(place)
        same = [each for each in stock if not each.why_not and stands(design, place, each)]
        each = round(amount_at(design, place, made), 2)
        # What comes back when the next group takes a motor apart is needed but once for each that builds at once.
        at_once = math.ceil(len(plan.groups) / len(plan.motors)) if place in KEPT else len(plan.groups)
        used = round(each * at_once, 2)
        spares = used * spoiled(design, place, common)
        owned = sum(one.amount for one in same) if same else part.amount if part else None
        price = next((one.price for one in [part, *same] if one and one.price is not None), None)
        name = part.name if part else same[0].name if same else _NAMES[place](design)
        rounded = math.ceil(spares - TINY) if place != "wire" else round(spares, 1)
        yield KitLine(name, place, place, motor.title, each, used, rounded, owned, price)


def spoiled(design: Design, place: Place, common: Mapping[str, float]) -> float:
    """Share of a sort of part that is spoiled or lost in these hands: as classes do, or as its faults come."""
    faults = [fault for fault in faults_of(design) if place in fault.cure.needs]
    by_faults = sum(common.get(fault.id, fault.commonness(design.maker)) for fault in faults)
    return max(SPARES.get(place, 0.1), by_faults)


def _used_up(design: Design, draws: Draws | None) -> float:
    """Share of the cell's charge that the lesson takes, in the median build."""
    life = evaluate(design, draws).figures["life"].value
    return min(POWERED / life, 1.0) if life > 0 else 1.0


def _screw_name(part: PartFor | None) -> str:
    """What hangs or is wound, as the kind calls it."""
    return part.word.removeprefix("the ").capitalize() if part and part.place == "screw" else "Screw"


_NAMES: dict[Place, Callable[[Design], str]] = {
    "cell": lambda design: pack_name(design.battery.model_copy(update={"in_series": 1, "in_parallel": 1})),
    "magnet": lambda design: magnets_name(design.stacks[0]).split(" × ", 1)[1].capitalize(),
    "wire": lambda design: wire_name(design.wire),  # type: ignore[union-attr]
    "screw": lambda design: _screw_name(lesson_of(design).part_for),
    "support": lambda design: "Support",
}
