"""What an archive would bring to a shelf: one motor of it against the one that is here. Plain data, no database."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import Literal

from server.archive.kept import KeptDemonstration, KeptRevision

# new: not here yet. same: all of it is here. more: the archive holds later states or further trials of the one that is
# here. apart: both were changed since, so the archive's comes in beside the one here.
State = Literal["new", "same", "more", "apart"]


@dataclass(frozen=True)
class Difference:
    """What one motor of an archive would bring: the numbers of its revisions and the ids of its trials, and of its
    repairs, not here.
    """

    state: State
    revisions: frozenset[int] = frozenset()
    trials: frozenset[str] = frozenset()
    repairs: frozenset[str] = frozenset()


def difference(theirs: KeptDemonstration, here: KeptDemonstration | None) -> Difference:
    """What ``theirs`` would bring to the motor of the same name ``here``."""
    if here is None:
        return Difference("new", *_all_of(theirs))
    ours = {revision.number: _state(revision) for revision in here.revisions}
    arriving = {revision.number: _state(revision) for revision in theirs.revisions}
    shared = ours.keys() & arriving.keys()
    known = {trial.id: (trial.revision, trial.corrects, trial.trial) for trial in here.trials}
    coming = {trial.id: (trial.revision, trial.corrects, trial.trial) for trial in theirs.trials}
    clash = any(ours[number] != arriving[number] for number in shared) or any(
        known[id_] != coming[id_] for id_ in known.keys() & coming.keys()
    )
    later, earlier = arriving.keys() - ours.keys(), ours.keys() - arriving.keys()
    if clash or (later and earlier):
        return Difference("apart", *_all_of(theirs))
    trials = frozenset(coming.keys() - known.keys())
    repairs = frozenset({each.id for each in theirs.repairs} - {each.id for each in here.repairs})
    comes_back = here.deleted_at is not None and theirs.deleted_at is None
    more = later or trials or repairs or comes_back or not set(theirs.ticks) <= set(here.ticks)
    return Difference("more" if more else "same", frozenset(later), trials, repairs)


def as_another(theirs: KeptDemonstration) -> KeptDemonstration:
    """The motor under a name of its own, the same whenever the same archive is taken in."""
    seed = f"{theirs.id} {[_state(revision) for revision in theirs.revisions]} {sorted(t.id for t in theirs.trials)}"
    name = _name(seed)
    ids = {trial.id: _name(f"{name} {trial.id}") for trial in theirs.trials}
    trials = []
    for trial in theirs.trials:
        link = ids[trial.corrects] if trial.corrects else None
        own = {"id": ids[trial.id], "key": _name(f"{name} {trial.key}"), "corrects": link}
        trials.append(trial.model_copy(update=own))
    repairs = [
        each.model_copy(update={"id": _name(f"{name} {each.id}"), "key": _name(f"{name} {each.key}")})
        for each in theirs.repairs
    ]
    return theirs.model_copy(update={"id": name, "trials": trials, "repairs": repairs})


def _all_of(motor: KeptDemonstration) -> tuple[frozenset[int], frozenset[str], frozenset[str]]:
    return (
        frozenset(revision.number for revision in motor.revisions),
        frozenset(trial.id for trial in motor.trials),
        frozenset(each.id for each in motor.repairs),
    )


def _state(revision: KeptRevision) -> tuple[object, ...]:
    # Times differ by how they were written; what was made of what does not.
    return revision.parent, revision.title, revision.design, revision.format_version, revision.change


def _name(seed: str) -> str:
    return hashlib.sha256(seed.encode()).hexdigest()[:12]
