"""What each link of the run chain means: what its figure is, how it is found, and what good motors show."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from oakspin.constants import HANDS_OFF_C
from oakspin.kinds.good_motors import good_motors
from oakspin.kinds.kinds import KINDS, evaluate
from oakspin.verdict.links import JUDGES
from oakspin.verdict.verdict import Link


@dataclass(frozen=True)
class Explained:
    """One link: ``what`` its figure is, ``how`` it is found, and what good motors of the kind show, told exactly and
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
    "current": "Found as the battery's volts over all the resistance round the circuit, times the share of the "
    "time that it flows, less what turning takes.",
    "push": "Found from the field of the magnets along every piece of wire, times the current.",
    "starts": "Found by comparing push and friction from every position it can come to rest in.",
    "keeps_going": "Found where push, friction, air and the volts that a turning motor makes itself are in balance.",
    "stays_on": "Found from where its weight lies, how far out of balance builds are, and what holds it.",
    "stays_cool": "Found from the current in each part, its mass, and how fast it gives its heat to the air.",
    "lasts": "Found from the charge of the battery and how it fades, until the push no longer beats friction.",
}


SECONDS = {"s": 1.0, "min": 60.0, "hours": 3600.0}


@lru_cache
def explained(kind: str) -> tuple[Explained, ...]:
    """Every link of a kind, in the order of the chain, with what good motors of the kind show."""
    verdicts = [evaluate(design) for design in good_motors(kind)]
    names = f"{KINDS[kind].name.lower()}s"
    return tuple(
        Explained(
            id=judge.id,
            what=_WHAT[judge.id],
            how=_HOW[judge.id],
            good=f"Good {names} show {_shown(links, plain=False)}.",
            plainly=f"Good {names} show {_shown(links, plain=True)}.",
        )
        for judge in JUDGES
        for links in [sorted((verdict.link(judge.id) for verdict in verdicts), key=_size)]
    )


def _size(link: Link) -> tuple[bool, float]:
    """By which figures of one link are put in order, whatever unit each is told in; words without a number last."""
    return bool(link.wording), link.figure * SECONDS.get(link.unit, 1.0)


def _shown(links: list[Link], *, plain: bool) -> str:
    """The least and the greatest figure, the unit once where it is the same."""
    least, most = (
        f"“{link.wording}”" if link.wording else link.spoken.plain if plain else link.spoken.text
        for link in (links[0], links[-1])
    )
    if least == most:
        return least
    number, _, unit = least.partition(" ")
    # "0.9 amps" beside "1 amp": one unit, as the second number has it.
    same = unit and unit.replace("s", "") == most.partition(" ")[2].replace("s", "")
    return f"{number if same else least} to {most}"
