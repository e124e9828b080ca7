"""What keeps groups from running."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from oakspin.classroom.builds import (
    ROUGH,
)
from oakspin.classroom.forecast.lessons import Station
from oakspin.classroom.lesson import LessonStrip
from oakspin.draws import Array
from oakspin.verdict.links import NAMES

MOST_STOPS = 8


@dataclass(frozen=True)
class Stop:
    """What keeps groups from running, and how many in the mean: a fault, a link that is set too roughly, or time."""

    id: str
    sentence: str
    groups: float
    cure: str = ""


def stops(settings: Sequence[Station], station: Array, turns: list[list[tuple[LessonStrip, ...]]]) -> tuple[Stop, ...]:
    """Return what keeps groups from running, the most first."""
    counted: dict[tuple[int, str], float] = {}
    for turn, each in enumerate(turns):
        for one in each:
            for at, strip in enumerate(one):
                if strip.runs_at is not None:
                    continue
                for id_ in strip.why or ("",):
                    key = (int(station[turn, at]), id_)
                    counted[key] = counted.get(key, 0.0) + 1 / len(strip.why or ("",))
    whole = len(turns[0]) * len(turns)
    ranked = sorted(counted.items(), key=lambda item: -item[1])
    summary = [_stop(settings[motor], id_, count / whole, len(settings) > 1) for (motor, id_), count in ranked]
    return tuple(stop for stop in summary[:MOST_STOPS] if stop.groups >= 0.05)


def _stop(setting: Station, id_: str, groups: float, several: bool) -> Stop:
    where = f"{setting.motor.title}: " if several else ""
    if not id_:
        return Stop(
            "time", f"{where}Not built in time.", groups, "Prepare more beforehand, or build something quicker."
        )
    if id_.startswith(ROUGH):
        link = NAMES[id_.removeprefix(ROUGH)].lower()
        cure = "Set heights, gaps and balance anew by the sheet, or take a plan that forgives more."
        return Stop(id_, f"{where}Nothing is wrong but how closely it is set ({link}).", groups, cure)
    fault = setting.builds.bench.fault(id_)
    return Stop(id_, f"{where}{fault.sentence}", groups, fault.cure.do)
