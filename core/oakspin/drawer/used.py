"""Parts of a design that lie in the Drawer: put in, held against it, and what the motor takes of them."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from pydantic import ValidationError

from oakspin.design import Design
from oakspin.design.document import faults_of
from oakspin.drawer.entry import Entry
from oakspin.drawer.part import Part, known_draws, part_of
from oakspin.draws import Draws
from oakspin.errors import Fault, UnfitPatch
from oakspin.kinds.build import BuildPlan
from oakspin.kinds.kinds import KINDS, build_of
from oakspin.kinds.recipe import Place, agrees, merged
from oakspin.learn.components import PART_AT

# What is learned of a part is told at one of these fields of a design.
LEARNED_AT: dict[str, Place] = {
    "battery": "cell",
    "magnets": "magnet",
    "front": "magnet",
    "rear": "magnet",
    "screw": "screw",
    "core": "screw",
}


@dataclass(frozen=True)
class Takes:
    """What one motor takes of a part: pieces, or meters of wire."""

    key: str
    name: str
    sort: str
    amount: float

    @property
    def unit(self) -> str:
        """What is counted."""
        return "m" if self.sort == "wire" else "pieces"


def places_of(design: Design) -> tuple[Place, ...]:
    """What parts of a design can lie in the Drawer."""
    return KINDS[design.kind].recipe.places


def why_not(design: Design, place: Place, part: Part) -> str:
    """Why a part cannot stand there, or nothing where it can."""
    if part.place != place:
        return "it is another sort of part"
    return part.why_not or KINDS[design.kind].recipe.fits(place, part.fields)


def with_part(design: Design, place: Place, part: Part) -> Design:
    """The design with a part of the Drawer in its place: what is known of it, everything else as it was.

    Raises
    ------
    UnfitPatch
        The part cannot stand there, or does not fit the others.
    """
    why = "" if place in places_of(design) and part.place == place else "it is another sort of part"
    if why or part.why_not:
        raise UnfitPatch([Fault(f"/{place}", part.name, f"a {place} of this kind", f"{why or part.why_not}."[0:200])])
    plain = design.model_dump(mode="json")
    if place == "cell":  # a cell is told whole: what another one was measured to have is not this one's
        plain["battery"] = {**plain["battery"], "own": None, "used_percent": 0.0}
    try:
        return type(design).model_validate(merged(plain, KINDS[design.kind].recipe.puts(place, part.fields)))
    except ValidationError as error:
        raise UnfitPatch(faults_of(error)) from None


def stands(design: Design, place: Place, part: Part) -> bool:
    """Whether the design still says of its part what the Drawer does."""
    if part.place != place or part.why_not:
        return False
    return agrees(design.model_dump(mode="json"), KINDS[design.kind].recipe.puts(place, part.fields))


def takes(design: Design, picked: Mapping[Place, Part], plan: BuildPlan | None = None) -> tuple[Takes, ...]:
    """What one motor of a design takes of the parts that it is made of; what is used in two places is told once."""
    plan = plan or build_of(design)
    amounts: dict[str, tuple[Part, float]] = {}
    for place, part in picked.items():
        held = amounts.get(part.key, (part, 0.0))[1]
        amounts[part.key] = (part, held + amount_at(design, place, plan))
    return tuple(Takes(part.key, part.name, part.sort, round(amount, 2)) for part, amount in amounts.values())


def amount_at(design: Design, place: Place, plan: BuildPlan) -> float:
    """How many pieces, or meters of wire, one motor takes of what stands in a place."""
    if place == "cell":
        return design.battery.in_series * design.battery.in_parallel
    if place == "magnet":
        own = design.stacks[0]
        return sum(stack.count for stack in design.stacks if stack.diameter_mm == own.diameter_mm)
    if place == "wire":
        return sum(cut.count * cut.length_mm for cut in plan.cuts) * 1e-3
    return KINDS[design.kind].recipe.least.get(place, 1)


def drawn_with(draws: Draws, design: Design, picked: Mapping[Place, Entry]) -> Draws:
    """The draws with what is known of a design's parts, as far as it still says what the Drawer does."""
    parts = {place: part_of(entry, place) for place, entry in picked.items()}
    return known_draws(draws, (part for place, part in parts.items() if stands(design, place, part)))


def learned_of(places: Iterable[Place]) -> frozenset[str]:
    """Constants of which what trials teach holds for every motor with the same part in one of these places."""
    wanted = set(places)
    return frozenset(name for name, at in PART_AT.items() if any(LEARNED_AT.get(field) in wanted for field in at))
