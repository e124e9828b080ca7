"""A case of practice in words: what the motor does, what can be done, what was done; and at its end what was right."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from oakspin.diagnose.looked import Bench, Looked
from oakspin.diagnose.ranking import EXPLAINED, Answer, diagnosed
from oakspin.diagnose.signs import BESIDE, WENT, Beside, Sign, Went
from oakspin.diagnose.told import SignWord, word_of_sign
from oakspin.kinds.kinds import KINDS
from oakspin.practice.case import WATCH, Case, Did, Played

LONG_WAY = 1.5  # times the ideal minutes, from which a right way was a long one
CLOSE = 1.15  # times the ideal minutes, up to which no way is quicker
GAVE_AWAY = 3  # signs and answers that are told as what gave a fault away
UNITS = {"current": "A", "volts": "V", "speed": "turns a minute"}
SAYS = {"yes": "Yes.", "no": "No.", "unsure": "Not sure."}


@dataclass(frozen=True)
class LookSaid:
    """Something to look at or read: what to do, its minutes, and whether it was done."""

    id: str
    do: str
    minutes: float
    done: bool


@dataclass(frozen=True)
class CheckSaid:
    """A check: of which part, what to do, what is asked, its minutes; its answer where it was made."""

    id: str
    part: str
    do: str
    question: str
    minutes: float
    answer: Answer | None


@dataclass(frozen=True)
class FaultSaid:
    """A fault that may be named, and its part."""

    id: str
    part: str
    sentence: str


@dataclass(frozen=True)
class CureSaid:
    """A cure that may be done; ``id`` is its fault's, ``minutes`` those of the cure and of a new run."""

    id: str
    do: str
    minutes: float


@dataclass(frozen=True)
class DidSaid:
    """Something that was done, what came of it, and its minutes."""

    said: str
    minutes: float


@dataclass(frozen=True)
class EndSaid:
    """The end of a case: whether the first named was right, what was hidden, why, and the ideal way beside.

    ``counted`` are the minutes that go into the record: given up, the ideal way still had to be gone.
    """

    right: bool
    given_up: bool
    headline: str
    hidden: tuple[str, ...]
    named: str
    why: tuple[str, ...]
    ideal: tuple[DidSaid, ...]
    ideal_minutes: float
    counted: float


@dataclass(frozen=True)
class CaseSaid:
    """A case as it stands. ``now`` says what the motor does, ``went`` by which its picture moves, ``signs`` what was
    noticed beside; ``end`` where it has ended.
    """

    kind: str
    sense: float
    travels: bool
    now: str
    went: Went
    signs: tuple[SignWord, ...]
    looks: tuple[LookSaid, ...]
    checks: tuple[CheckSaid, ...]
    faults: tuple[FaultSaid, ...]
    cures: tuple[CureSaid, ...]
    did: tuple[DidSaid, ...]
    minutes: float
    hides: int
    end: EndSaid | None


def case_said(case: Case, now: Played, ideal: Played | None) -> CaseSaid:
    """A case after what was done with it; ``ideal`` is the ideal way, told where the case has ended."""
    bench, travels = case.bench, case.bench.travels
    state = case.state(now.left) if now.left else None
    since = max((at for at, did in enumerate(now.did) if did.mended), default=-1)
    looked = {did.act.id for did in now.did[since + 1 :] if did.act.do == "look"}
    beside = [sign for sign in BESIDE if sign in now.known.signs] if now.left else []
    went: Went = state.went if state else "runs"
    faults = sorted(bench.faults, key=lambda fault: (fault.part, fault.sentence))
    cures = {fault.cure.do: fault for fault in sorted(bench.faults, key=lambda fault: fault.cure.do)}
    return CaseSaid(
        kind=KINDS[bench.design.kind].name,
        sense=bench.usual.sense,
        travels=travels,
        now=f"{word_of_sign(went, travels)}." if state else "It goes.",
        went=went,
        signs=tuple(SignWord(sign, _word(case, sign, now.known.where), "beside") for sign in beside),
        looks=tuple(LookSaid(look.id, look.do, look.minutes, look.id in looked) for look in case.looks()),
        checks=tuple(
            CheckSaid(
                fault.id,
                fault.part,
                fault.check.do,
                fault.check.question,
                fault.check.minutes,
                now.known.answers.get(fault.id),
            )
            for fault in faults
        ),
        faults=tuple(FaultSaid(fault.id, fault.part, fault.sentence) for fault in faults),
        cures=tuple(CureSaid(fault.id, do, case.costs(fault.id)) for do, fault in cures.items()),
        did=did_said(case, now),
        minutes=round(now.minutes, 1),
        hides=len(case.hidden),
        end=end_said(case, now, ideal) if now.ended and ideal else None,
    )


def did_said(case: Case, now: Played) -> tuple[DidSaid, ...]:
    """What was done, from the first look on."""
    left = set(case.hidden)
    first = case.begun(frozenset(left))
    rows = [DidSaid(f"Watched it. {_shown(case, first.signs, first.where)}", WATCH.minutes)]
    for did in now.did:
        if did.mended:
            left.discard(did.mended)
        rows.append(DidSaid(_line(case, did, frozenset(left)), did.minutes))
    return tuple(rows)


def _word(case: Case, sign: Sign, where: Mapping[Beside, str]) -> str:
    """A sign in words, with the part at which it is seen."""
    word = word_of_sign(sign, case.bench.travels)
    parts = (part for pointed, part in where.items() if pointed == sign)
    return " ".join((word, *(f"({part})" for part in parts)))


def _shown(case: Case, signs: frozenset[Sign], where: Mapping[Beside, str]) -> str:
    return " ".join(f"{_word(case, sign, where)}." for sign in (*WENT, *BESIDE) if sign in signs)


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


def end_said(case: Case, now: Played, ideal: Played) -> EndSaid:
    """The end of a case: right or wrong, why, and the ideal way step by step."""
    bench = case.bench
    named = bench.fault(now.named) if now.named else None
    return EndSaid(
        right=now.right,
        given_up=now.given_up,
        headline=_headline(now, ideal),
        hidden=tuple(bench.fault(id_).sentence for id_ in case.hidden),
        named=named.sentence if named else "",
        why=_why(case, now),
        ideal=did_said(case, ideal),
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
        signs = _telling(bench, id_, frozenset((whole.went, *whole.beside)))
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


def _alone(bench: Bench, id_: str) -> Looked:
    return next(each for each in bench.looked if each.ids == (id_,))


def _chance(each: Looked, sign: Sign) -> float:
    """How likely a sign is to be there of a fault."""
    if sign in WENT:
        return float(each.weight @ (each.shows.went == WENT.index(sign)))
    return float(each.weight @ each.shows.beside[:, BESIDE.index(sign)])


def _telling(bench: Bench, id_: str, shown: frozenset[Sign]) -> tuple[Sign, ...]:
    """Of what is shown, what speaks most for a fault: likely with it, and less so with all others as they come."""
    mine, others = _alone(bench, id_), [each for each in bench.looked if id_ not in each.ids]
    whole = sum(each.prior for each in others)
    told: list[tuple[float, Sign]] = []
    for sign in shown:
        chance = _chance(mine, sign)
        usual = sum(each.prior * _chance(each, sign) for each in others) / whole
        if chance >= EXPLAINED / 2 and chance > usual:
            told.append((chance / (usual + 0.02), sign))
    return tuple(sign for _, sign in sorted(told, reverse=True)[:GAVE_AWAY])


def _not_that(case: Case, named: str) -> str:
    """What speaks against a fault that was named."""
    bench, whole = case.bench, case.state(frozenset(case.hidden))
    each, shown = _alone(bench, named), frozenset((whole.went, *whole.beside))
    with_it = [(_chance(each, sign), sign) for sign in (*WENT, *BESIDE) if sign not in shown]
    most, missing = max(with_it)
    strange = [(1 - _chance(each, sign), sign) for sign in shown]
    least, there = max(strange)
    if max(most, least) < 1 - EXPLAINED / 2:
        return "The two look alike: only a check tells them apart."
    if most >= least:
        return f"With the one you named you would mostly see: {word_of_sign(missing, bench.travels).lower()}."
    return f"The one you named hardly shows this: {word_of_sign(there, bench.travels).lower()}."
