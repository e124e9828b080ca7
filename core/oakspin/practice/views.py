"""A case of practice in words: what the motor does, what can be done, what was done; and at its end what was right."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from oakspin.diagnose.fault_bench import FaultBench, Symptoms
from oakspin.diagnose.ranking import EXPLAINED, Answer, diagnosed
from oakspin.diagnose.signs import MOTION_SIGNS, SIDE_SIGNS, MotionSign, SideSign, Sign
from oakspin.diagnose.views import SignWord, word_of_sign
from oakspin.kinds.kinds import KINDS
from oakspin.practice.case import WATCH, Case, Did, Played

LONG_WAY = 1.5  # times the ideal minutes, from which a right way was a long one
CLOSE = 1.15  # times the ideal minutes, up to which no way is quicker
GAVE_AWAY = 3  # signs and answers that are told as what gave a fault away
UNITS = {"current": "A", "volts": "V", "speed": "turns a minute"}
SAYS = {"yes": "Yes.", "no": "No.", "unsure": "Not sure."}


@dataclass(frozen=True)
class ObservationView:
    """Something to look at or read: what to do, its minutes, and whether it was done."""

    id: str
    do: str
    minutes: float
    done: bool


@dataclass(frozen=True)
class CheckView:
    """A check: of which part, what to do, what is asked, its minutes; its answer where it was made."""

    id: str
    part: str
    do: str
    question: str
    minutes: float
    answer: Answer | None


@dataclass(frozen=True)
class FaultView:
    """A fault that may be named, and its part."""

    id: str
    part: str
    sentence: str


@dataclass(frozen=True)
class CureView:
    """A cure that may be done; ``id`` is its fault's, ``minutes`` those of the cure and of a new run."""

    id: str
    do: str
    minutes: float


@dataclass(frozen=True)
class ActionView:
    """Something that was done, what came of it, and its minutes."""

    text: str
    minutes: float


@dataclass(frozen=True)
class EndView:
    """The end of a case: whether the first named was right, what was hidden, why, and the ideal way beside.

    ``counted`` are the minutes that go into the record: given up, the ideal way still had to be gone.
    """

    right: bool
    given_up: bool
    headline: str
    hidden: tuple[str, ...]
    named: str
    why: tuple[str, ...]
    ideal: tuple[ActionView, ...]
    ideal_minutes: float
    counted: float


@dataclass(frozen=True)
class CaseView:
    """A case as it stands. ``now`` says what the motor does, ``went`` by which its picture moves, ``signs`` what was
    noticed beside; ``end`` where it has ended.
    """

    kind: str
    sense: float
    travels: bool
    now: str
    went: MotionSign
    signs: tuple[SignWord, ...]
    looks: tuple[ObservationView, ...]
    checks: tuple[CheckView, ...]
    faults: tuple[FaultView, ...]
    cures: tuple[CureView, ...]
    did: tuple[ActionView, ...]
    minutes: float
    hides: int
    end: EndView | None


def case_view(case: Case, now: Played, ideal: Played | None) -> CaseView:
    """A case after what was done with it; ``ideal`` is the ideal way, told where the case has ended."""
    bench, travels = case.bench, case.bench.travels
    state = case.state(now.left) if now.left else None
    since = max((at for at, did in enumerate(now.did) if did.mended), default=-1)
    observed = {did.act.id for did in now.did[since + 1 :] if did.act.do == "look"}
    side_signs = [sign for sign in SIDE_SIGNS if sign in now.known.signs] if now.left else []
    went: MotionSign = state.went if state else "runs"
    faults = sorted(bench.faults, key=lambda fault: (fault.part, fault.sentence))
    cures = {fault.cure.do: fault for fault in sorted(bench.faults, key=lambda fault: fault.cure.do)}
    return CaseView(
        kind=KINDS[bench.design.kind].name,
        sense=bench.usual.sense,
        travels=travels,
        now=f"{word_of_sign(went, travels)}." if state else "It goes.",
        went=went,
        signs=tuple(SignWord(sign, _word(case, sign, now.known.where), "beside") for sign in side_signs),
        looks=tuple(ObservationView(look.id, look.do, look.minutes, look.id in observed) for look in case.looks()),
        checks=tuple(
            CheckView(
                fault.id,
                fault.part,
                fault.check.do,
                fault.check.question,
                fault.check.minutes,
                now.known.answers.get(fault.id),
            )
            for fault in faults
        ),
        faults=tuple(FaultView(fault.id, fault.part, fault.sentence) for fault in faults),
        cures=tuple(CureView(fault.id, do, case.costs(fault.id)) for do, fault in cures.items()),
        did=action_views(case, now),
        minutes=round(now.minutes, 1),
        hides=len(case.hidden),
        end=end_view(case, now, ideal) if now.ended and ideal else None,
    )


def action_views(case: Case, now: Played) -> tuple[ActionView, ...]:
    """What was done, from the first look on."""
    left = set(case.hidden)
    first = case.begun(frozenset(left))
    rows = [ActionView(f"Watched it. {_shown(case, first.signs, first.where)}", WATCH.minutes)]
    for did in now.did:
        if did.mended:
            left.discard(did.mended)
        rows.append(ActionView(_line(case, did, frozenset(left)), did.minutes))
    return tuple(rows)


def _word(case: Case, sign: Sign, where: Mapping[SideSign, str]) -> str:
    """A sign in words, with the part at which it is seen."""
    word = word_of_sign(sign, case.bench.travels)
    parts = (part for pointed, part in where.items() if pointed == sign)
    return " ".join((word, *(f"({part})" for part in parts)))


def _shown(case: Case, signs: frozenset[Sign], where: Mapping[SideSign, str]) -> str:
    return " ".join(f"{_word(case, sign, where)}." for sign in (*MOTION_SIGNS, *SIDE_SIGNS) if sign in signs)


def _line(case: Case, did: Did, left: frozenset[str]) -> str:
    act = did.act
    if act.do == "give_up":
        return "Given up."
    if act.do == "look":
        look = next(look for look in case.looks() if look.id == act.id)
        if look.reading:
            return f"{look.do} {did.reading:g} {UNITS[look.reading]}."
        return f"{look.do} {_shown(case, frozenset(did.signs), case.state(left).where) or 'Nothing to be seen.'}"
    fault = case.bench.fault(act.id)
    if act.do == "check":
        return f"{fault.check.do} {fault.check.question} {SAYS[did.answer or 'unsure']}"
    cure = case.bench.fault(act.cure or act.id).cure.do
    named = f"Named: {fault.sentence} {cure}"
    if not did.mended:
        return f"{named} Still the same."
    if not left:
        return f"{named} It goes now."
    return f"{named} That was one. {_shown(case, case.begun(left).signs, case.state(left).where)}"


def end_view(case: Case, now: Played, ideal: Played) -> EndView:
    """The end of a case: right or wrong, why, and the ideal way step by step."""
    bench = case.bench
    named = bench.fault(now.named) if now.named else None
    return EndView(
        right=now.right,
        given_up=now.given_up,
        headline=_headline(now, ideal),
        hidden=tuple(bench.fault(id_).sentence for id_ in case.hidden),
        named=named.sentence if named else "",
        why=_why(case, now),
        ideal=action_views(case, ideal),
        ideal_minutes=round(ideal.minutes, 1),
        counted=round(now.minutes + (ideal.minutes if now.given_up else 0.0), 1),
    )


def _headline(now: Played, ideal: Played) -> str:
    if now.given_up:
        return "Given up: this is what it was."
    if not now.right:
        return "It goes, but the first guess was another."
    if now.minutes > LONG_WAY * ideal.minutes:
        return "Right at the first guess, by a long way."
    if now.minutes <= CLOSE * ideal.minutes:
        return "Right at the first guess, and hardly any way is quicker."
    return "Right at the first guess."


def _why(case: Case, now: Played) -> tuple[str, ...]:
    bench, whole = case.bench, case.state(frozenset(case.hidden))
    rows = []
    for id_ in case.hidden:
        fault = bench.fault(id_)
        signs = _telling(bench, id_, frozenset((whole.went, *whole.side_signs)))
        if signs:
            words = "; ".join(word_of_sign(sign, bench.travels).lower() for sign in signs)
            rows.append(f"What points to it: {words}.")
        rows.append(f"What tells for sure: {fault.check.do} {fault.check.question} Yes.")
    if now.named and now.named not in case.hidden:
        rows.append(_not_that(case, now.named))
        known = diagnosed(bench, case.begun(frozenset(case.hidden)))
        chances = {suspect.fault.id: suspect.chance for suspect in known.suspects}
        a, b = (round(100 * chances[id_]) for id_ in (now.named, case.hidden[0]))
        rows.append(f"At first sight it is the one you named in {a} of 100 such motors, and the true one in {b}.")
    return tuple(rows)


def _alone(bench: FaultBench, id_: str) -> Symptoms:
    return next(each for each in bench.symptoms if each.ids == (id_,))


def _chance(each: Symptoms, sign: Sign) -> float:
    """How likely a sign is to be there of a fault."""
    if sign in MOTION_SIGNS:
        return float(each.weight @ (each.shows.went == MOTION_SIGNS.index(sign)))
    return float(each.weight @ each.shows.side_signs[:, SIDE_SIGNS.index(sign)])


def _telling(bench: FaultBench, id_: str, shown: frozenset[Sign]) -> tuple[Sign, ...]:
    """Of what is shown, what speaks most for a fault: likely with it, and less so with all others as they come."""
    mine, others = _alone(bench, id_), [each for each in bench.symptoms if id_ not in each.ids]
    whole = sum(each.prior for each in others)
    ranked: list[tuple[float, Sign]] = []
    for sign in shown:
        chance = _chance(mine, sign)
        usual = sum(each.prior * _chance(each, sign) for each in others) / whole
        if chance >= EXPLAINED / 2 and chance > usual:
            ranked.append((chance / (usual + 0.02), sign))
    return tuple(sign for _, sign in sorted(ranked, reverse=True)[:GAVE_AWAY])


def _not_that(case: Case, named: str) -> str:
    """What speaks against a fault that was named."""
    bench, whole = case.bench, case.state(frozenset(case.hidden))
    each, shown = _alone(bench, named), frozenset((whole.went, *whole.side_signs))
    with_it = [(_chance(each, sign), sign) for sign in (*MOTION_SIGNS, *SIDE_SIGNS) if sign not in shown]
    most, missing = max(with_it)
    strange = [(1 - _chance(each, sign), sign) for sign in shown]
    least, there = max(strange)
    if max(most, least) < 1 - EXPLAINED / 2:
        return "The two look alike: only a check tells them apart."
    if most >= least:
        return f"With the one you named you would mostly see: {word_of_sign(missing, bench.travels).lower()}."
    return f"The one you named hardly shows this: {word_of_sign(there, bench.travels).lower()}."
