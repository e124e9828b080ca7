"""Where a link falls off a cliff: a number turned a little, and what ran no longer does.

Each number is turned a tenth up and down on few builds; where the run is lost, the least step that loses it is looked
for, and only what is lost on all builds, too, is said.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from oakspin.advice.candidates import is_fixed, number_text, on_step, turned_to
from oakspin.advice.trying import Attempt, tried
from oakspin.design import Design
from oakspin.draws import Draws
from oakspin.kinds.kinds import evaluate, numbers_of
from oakspin.kinds.numbers import Number
from oakspin.verdict.verdict import MUST_HOLD, Verdict

STEP = 0.1  # of a number, within which a cliff is near
PARTS = (0.25, 0.5)  # of that step, tried after it
LOST = 0.3  # share of builds that fall at a cliff
NO_LONGER = {
    "push": "nothing pushes it any more",
    "starts": "it no longer starts",
    "keeps_going": "it no longer keeps going",
    "stays_on": "it no longer stays on",
}
TRIAL_DRAWS = 48


@dataclass(frozen=True)
class Cliff:
    """A link that is lost within a step: ``value`` of the number at ``pointer`` at which it is.

    ``goes_before`` and ``goes_after`` are shares of builds that go, 0 to 1.
    """

    link: str
    sentence: str
    pointer: str
    value: float
    goes_before: float
    goes_after: float


@dataclass(frozen=True)
class _Step:
    number: Number
    value: float

    @property
    def size(self) -> float:
        return abs(self.value - self.number.value)


def cliffs_of(design: Design, draws: Draws | None = None) -> tuple[Cliff, ...]:
    """The cliffs within a tenth of each number, the nearest of each link; empty where there are none.

    Parameters
    ----------
    design : Design
    draws : Draws, optional
        The builds on which a cliff is judged at last.
    """
    full = draws or Draws()
    trial = full.fewer(TRIAL_DRAWS)
    now = tried([design], trial)[0]
    if now is None or not now.goes:
        return ()
    numbers = [number for number in numbers_of(design).values() if not is_fixed(number.pointer)]
    far = _steps(numbers, (STEP, -STEP))
    lost = [step for step, after in _tried(design, far, trial) if after and _lost_link(now, after)]
    near = [each for step in lost for each in _between(step)]
    nearer = [step for step, after in _tried(design, near, trial) if after and _lost_link(now, after)]
    before = evaluate(design, full)
    found: dict[str, Cliff] = {}
    for step in sorted((*nearer, *lost), key=lambda step: step.size / abs(step.number.value)):
        patched = turned_to(design, step.number, step.value)
        if patched is None:
            continue
        after = evaluate(patched, full)
        links = [id_ for id_ in MUST_HOLD if after.link(id_).state == "fails" != before.link(id_).state]
        if links and links[0] not in found and before.share_that_goes - after.share_that_goes >= LOST:
            found[links[0]] = Cliff(
                links[0],
                f"{_words(step)}: {_lost(after, links[0])}.",
                step.number.pointer,
                step.value,
                before.share_that_goes,
                after.share_that_goes,
            )
    return tuple(found[id_] for id_ in MUST_HOLD if id_ in found)


def _steps(numbers: Sequence[Number], parts: Sequence[float]) -> list[_Step]:
    steps = {}
    for number in numbers:
        for part in parts:
            value = on_step(number, number.value * (1 + part))
            if value != on_step(number, number.value):
                steps[number.pointer, value] = _Step(number, value)
    return list(steps.values())


def _between(step: _Step) -> list[_Step]:
    whole = step.value / step.number.value - 1
    return [each for each in _steps([step.number], [part * whole for part in PARTS]) if each.size < step.size]


def _tried(design: Design, steps: list[_Step], draws: Draws) -> list[tuple[_Step, Attempt | None]]:
    made = [turned_to(design, step.number, step.value) for step in steps]
    return list(zip(steps, tried(made, draws), strict=True))


def _lost_link(now: Attempt, after: Attempt) -> str:
    """The link that held for the typical build and does not any more; none where most builds go on as before."""
    if now.share - after.share < LOST:
        return ""
    return next((id_ for id_ in MUST_HOLD if now.margins[id_][1] >= 1 > after.margins[id_][1]), "")


def _lost(after: Verdict, link: str) -> str:
    """What is lost, by the plain cause that breaks the link where there is one: as its chain would say there."""
    why = after.link(link).sentence
    return why[0].lower() + why[1:].rstrip(".") if why in after.causes else NO_LONGER[link]


def _words(step: _Step) -> str:
    number, unit = step.number, step.number.unit
    tail = unit if unit in ("", "°") else f" {unit}"
    new, old = (number_text(value) for value in (step.value, number.value))
    return f"{number.name} {new}{tail} instead of {old}{tail}"
