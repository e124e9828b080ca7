"""Tests of things as they are told, for any interface: the same data without what computes."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.drawer.identify.aid import Aid, AidField, Pick, Thing
from oakspin.drawer.identify.table import THINGS


@dataclass(frozen=True)
class PickView:
    """A choice that is asked for: its words, by the number that stands for each."""

    name: str
    label: str
    words: tuple[tuple[str, str], ...]


@dataclass(frozen=True)
class AidView:
    """A test: what is needed, how it is done, minutes, what is asked, on what it rests."""

    id: str
    name: str
    needs: tuple[str, ...]
    do: tuple[str, ...]
    minutes: float
    asks: tuple[AidField, ...]
    pick: PickView | None
    source: str
    caution: str


@dataclass(frozen=True)
class ThingView:
    """A sort of thing and its tests."""

    id: str
    name: str
    aids: tuple[AidView, ...]


def thing_views() -> tuple[ThingView, ...]:
    """Every sort of thing that can be told without a label."""
    return tuple(map(_thing, THINGS.values()))


def _thing(thing: Thing) -> ThingView:
    return ThingView(thing.id, thing.name, tuple(map(_aid, thing.aids)))


def _aid(aid: Aid) -> AidView:
    pick = _pick(aid.pick) if aid.pick else None
    return AidView(aid.id, aid.name, aid.needs, aid.do, aid.minutes, aid.asks, pick, aid.source, aid.caution)


def _pick(pick: Pick) -> PickView:
    return PickView(pick.name, pick.label, tuple(pick.words.items()))
