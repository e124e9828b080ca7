"""What each link of the run chain means: what its figure is, how it is found, and what a good motor shows."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from oakspin.constants import HANDS_OFF_C
from oakspin.kinds.kinds import KINDS, evaluate
from oakspin.verdict.verdict import Link


@dataclass(frozen=True)
class Explained:
    """One link: ``what`` its figure is, ``how`` it is found, and what a good motor of the kind shows, told exactly and
    ``plainly``.
    """

    id: str
    what: str
    how: str
    good: str
    plainly: str


_WHAT = {
    "circuit": "The share of the time that current flows while the motor turns slowly.",
    "current": "The average current while it runs, as a slow meter shows it. The first line under it tells the current "
    "at the start, which is higher: a motor that turns works against its own battery.",
    "push": "How hard the current pushes it round (or along) at rest, averaged over a turn.",
    "starts": "Whether it starts by itself, and if not, how fast you must flick it.",
    "keeps_going": "The speed at which the push is used up by friction and air, so that it goes no faster.",
    "stays_on": "The speed at which it would leave its place, or how firmly it is held there.",
    "stays_cool": f"How long it may run until the first part that hands touch reaches {HANDS_OFF_C:.0f} °C.",
    "lasts": "How long the battery can drive it before it stops.",
}
_HOW = {
    "circuit": "Found from how the contacts press and bounce, and from how much of each turn is bare metal.",
    "current": "Found as the battery's volts over all the resistance round the circuit: battery, wire, contacts.",
    "push": "Found from the field of the magnets along every piece of wire, times the current.",
    "starts": "Found by comparing push and friction from every position it can come to rest in.",
    "keeps_going": "Found where push, friction, air and the volts that a turning motor makes itself are in balance.",
    "stays_on": "Found from where its weight lies, how far out of balance builds are, and what holds it.",
    "stays_cool": "Found from the current in each part, its mass, and how fast it gives its heat to the air.",
    "lasts": "Found from the charge of the battery and how it fades, until the push no longer beats friction.",
}


@lru_cache
def explained(kind: str) -> tuple[Explained, ...]:
    """Every link of a kind, in the order of the chain; the good motor is the one that the kind starts from."""
    good = evaluate(KINDS[kind].start)
    name = KINDS[kind].name.lower()
    return tuple(
        Explained(
            id=link.id,
            what=_WHAT[link.id],
            how=_HOW[link.id],
            good=f"A good {name} shows {_shown(link, link.spoken.text, link.spoken.band)}.",
            plainly=f"A good {name} shows {_shown(link, link.spoken.plain, link.spoken.plain_band)}.",
        )
        for link in good.links
    )


def _shown(link: Link, text: str, band: str) -> str:
    if link.wording:
        return f"“{link.wording}”"
    return f"{text} ({band})" if band else text
