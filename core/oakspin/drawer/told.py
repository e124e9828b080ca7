"""Tests of things as they are told, for any interface: the same data without what computes."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.drawer.aid import Aid, Asked, Pick, Thing
from oakspin.drawer.things import THINGS


@dataclass(frozen=True)
class PickTold:
    """A choice that is asked for: its words, by the number that stands for each."""

    name: str
    label: str
    words: tuple[tuple[str, str], ...]


@dataclass(frozen=True)
class AidTold:
    """A test: what is needed, how it is done, minutes, what is asked, on what it rests."""

    id: str
    name: str
    needs: tuple[str, ...]
    do: tuple[str, ...]
    minutes: float
    asks: tuple[Asked, ...]
    pick: PickTold | None
    source: str
    caution: str


@dataclass(frozen=True)
class ThingTold:
    """A sort of thing and its tests."""

    id: str
    name: str
    aids: tuple[AidTold, ...]


def things_told() -> tuple[ThingTold, ...]:
    """Every sort of thing that can be told without a label."""
    return tuple(map(_thing, THINGS.values()))


def _thing(thing: Thing) -> ThingTold:
    return ThingTold(thing.id, thing.name, tuple(map(_aid, thing.aids)))


def _aid(aid: Aid) -> AidTold:
    pick = _pick(aid.pick) if aid.pick else None
    return AidTold(aid.id, aid.name, aid.needs, aid.do, aid.minutes, aid.asks, pick, aid.source, aid.caution)


def _pick(pick: Pick) -> PickTold:
    return PickTold(pick.name, pick.label, tuple(pick.words.items()))
