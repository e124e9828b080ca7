"""The way of an ideal observer through a case: at each step what tells most for its minute, by the told chances."""

from __future__ import annotations

from collections.abc import Iterator

from oakspin.diagnose.ranking import Diagnosis, bits_of_reading, bits_of_sign, diagnosed, fixes_now, weights_of
from oakspin.draws import Array
from oakspin.practice.case import Act, Case, Observation, Played, played

MOST_STEPS = 40


def ideal_way(case: Case) -> Played:
    """The case as an ideal observer plays it: with the answers that a learner would have got, and no more known."""
    acts: list[Act] = []
    now = played(case, acts)
    while not now.ended and len(acts) < MOST_STEPS:
        act = _next(case, now, acts)
        if act is None:
            break
        acts.append(act)
        now = played(case, acts)
    return now if now.ended else played(case, [*acts, Act(do="give_up")])


def _next(case: Case, now: Played, acts: list[Act]) -> Act | None:
    diagnosis = diagnosed(case.bench, now.known)
    left = [suspect for suspect in diagnosis.suspects if suspect.fault.id not in now.known.cured]
    if left and fixes_now(left[0], now.known):
        return Act(do="name", id=left[0].fault.id)
    offered = [*_steps(diagnosis, now), *_looks(case, now, acts)]
    return max(offered, key=lambda each: each[0])[1] if offered else None


def _steps(diagnosis: Diagnosis, now: Played) -> Iterator[tuple[float, Act]]:
    for step in diagnosis.steps:
        if not (step.cure and step.fault.id in now.known.cured):
            yield step.bits / step.minutes, Act(do="name" if step.cure else "check", id=step.fault.id)


def _looks(case: Case, now: Played, acts: list[Act]) -> Iterator[tuple[float, Act]]:
    since = max((at for at, did in enumerate(now.did) if did.mended), default=-1)
    done = {act.id for act in acts[since + 1 :] if act.do == "look"}
    weights, inside = weights_of(case.bench, now.known)
    for look in case.looks():
        if look.id not in done:
            yield _bits(case, look, weights, inside) / look.minutes, Act(do="look", id=look.id)


def _bits(case: Case, look: Observation, weights: Array, inside: list[Array]) -> float:
    if look.reading:
        return bits_of_reading(case.bench, look.reading, weights, inside)
    return sum(bits_of_sign(case.bench, sign, weights, inside) for sign in look.signs)
