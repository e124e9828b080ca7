"""A lesson as it goes by: groups build, try, wait for help, mend, try again.

Nothing here knows of motors: what a group makes is told as its minutes and what each of its tries shows.
"""

from __future__ import annotations

import heapq
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

TRY = 0.7  # minutes to connect it, flick it and look
WALK = 0.3  # minutes until a helper stands at the next table
ALONE = 2.0  # times as long as with a helper a group takes that searches with the sheet alone

FREE, FOUND, TRIES = 0, 1, 2  # what comes at a minute

Doing = Literal["building", "waiting", "mending", "running"]


@dataclass(frozen=True)
class Try:
    """What a try shows. Where it does not go: ``why`` by faults' names, the minutes that finding and mending takes with
    help, and those that the group then builds on alone until it tries again; ``hot`` where it must not wait.
    """

    goes: bool
    why: tuple[str, ...] = ()
    mended_in: float = 0.0
    builds_on: float = 0.0
    hot: bool = False


@dataclass(frozen=True)
class GroupWork:
    """What a group makes: minutes of building until its first try, and what its tries show, in order."""

    minutes: float
    tries: tuple[Try, ...]


@dataclass(frozen=True)
class Span:
    """What a group does from one minute of the lesson to another."""

    doing: Doing
    begins: float
    ends: float


@dataclass(frozen=True)
class LessonStrip:
    """A group's lesson. ``runs_at`` is the minute from which its motor goes, none where it does not; ``why`` says what
    stops it then by faults' names, empty where it is not built yet. ``tried`` counts its tries.
    """

    spans: tuple[Span, ...]
    runs_at: float | None
    tried: int
    why: tuple[str, ...]

    @property
    def waited(self) -> float:
        """Minutes of waiting for help."""
        return sum(span.ends - span.begins for span in self.spans if span.doing == "waiting")


class _Group:
    """A group while the lesson goes on."""

    def __init__(self, making: GroupWork, begins: float, stuck: Doing) -> None:
        self.making, self.since, self.stuck = making, begins, stuck
        self.tried = 0
        self.runs_at: float | None = None
        self.spans: list[Span] = []
        self.doing: Doing = "building"

    @property
    def shown(self) -> Try:
        """What its last try showed; the last that is told holds for all that follow."""
        return self.making.tries[min(self.tried, len(self.making.tries)) - 1]

    def does(self, doing: Doing, until: float) -> None:
        """Goes on with something until a minute."""
        if until <= self.since:
            return
        begins = self.since
        if self.spans and self.spans[-1].doing == doing:
            begins = self.spans.pop().begins
        self.spans.append(Span(doing, begins, until))
        self.since = until

    def tries(self, now: float) -> bool:
        """Try it; gives whether it goes."""
        self.does(self.doing, now)
        self.tried += 1
        if self.shown.goes:
            self.runs_at = now
        self.doing = "running" if self.shown.goes else self.stuck
        return self.shown.goes

    def is_helped(self, now: float) -> tuple[float, float]:
        """Mend what the last try showed; gives the minutes at which that is done, and at which it is tried again.

        What the group found by itself while it waited need not be looked for any more.
        """
        alone = min((now - self.since) / (ALONE * self.shown.mended_in), 1.0) if self.shown.mended_in else 1.0
        return self._mends(now, now + (1 - alone) * self.shown.mended_in)

    def mends_alone(self, now: float) -> tuple[float, float]:
        """As :meth:`is_helped`, by a group that found and mended it by itself."""
        return self._mends(now, now)

    def _mends(self, now: float, mended: float) -> tuple[float, float]:
        self.does(self.stuck, now)
        self.does("mending", mended)
        self.doing = "building" if self.shown.builds_on else "mending"
        return mended, mended + self.shown.builds_on + TRY

    def strip(self, ends: float) -> LessonStrip:
        """Its lesson, cut off at the end."""
        self.does(self.doing, ends)
        spans = tuple(Span(span.doing, span.begins, min(span.ends, ends)) for span in self.spans if span.begins < ends)
        why = self.shown.why if self.tried and self.runs_at is None else ()
        return LessonStrip(spans, self.runs_at, self.tried, why)


def lesson(makings: Sequence[GroupWork], *, helpers: int, begins: float, ends: float) -> tuple[LessonStrip, ...]:
    """Let a lesson go by.

    What is hot is helped first, then who waits longest. A group that waits goes on looking by itself, more slowly.

    Parameters
    ----------
    makings : sequence of Making
        One for each group.
    helpers : int
    begins, ends : float
        Minutes between which groups build and try.

    Returns
    -------
    tuple of Strip
        One for each group.
    """
    # Where nobody helps, nobody waits: who is stuck looks for the fault.
    groups = [_Group(making, begins, "waiting" if helpers else "mending") for making in makings]
    # What comes: a minute, then the group that tries, or that has found its fault alone, or a helper who is free again.
    # With it after which of the group's tries that is: who was helped meanwhile does not find it once more.
    coming = [(begins + making.minutes + TRY, TRIES, at, 0) for at, making in enumerate(makings)]
    heapq.heapify(coming)
    waiting: list[tuple[bool, float, int]] = []
    free = helpers
    while coming:
        now, what, at, after = heapq.heappop(coming)
        if now > ends:
            break
        if what == FREE:
            free += 1
        elif what == FOUND:
            place = next((each for each in waiting if each[2] == at), None)
            if place is not None and groups[at].tried == after:
                waiting.remove(place)
                heapq.heapify(waiting)
                heapq.heappush(coming, (groups[at].mends_alone(now)[1], TRIES, at, after))
        elif not groups[at].tries(now):
            heapq.heappush(waiting, (not groups[at].shown.hot, now, at))
            heapq.heappush(coming, (now + ALONE * groups[at].shown.mended_in, FOUND, at, groups[at].tried))
        while free and waiting:
            *_, next_ = heapq.heappop(waiting)
            free -= 1
            mended, again = groups[next_].is_helped(now + WALK)
            heapq.heappush(coming, (mended, FREE, -1, 0))
            heapq.heappush(coming, (again, TRIES, next_, 0))
    return tuple(group.strip(ends) for group in groups)
