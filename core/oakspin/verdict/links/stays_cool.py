"""Link 7: how long until fingers must keep off?"""

from __future__ import annotations

from oakspin.constants import HANDS_OFF_C
from oakspin.draws import median
from oakspin.rounding import spoken_time
from oakspin.verdict.links.finding import Finding, Middle, Telling
from oakspin.verdict.outcome import Outcome
from oakspin.verdict.words import Words

HARDLY = 3600.0  # s, beyond which no hand at a demonstration feels it warm
LOOK = 15.0  # s, the shortest run that a class can look at; class practice


def judge(outcome: Outcome) -> Finding:
    """Seconds until the warmest part that is touched reaches the hands-off temperature."""
    return Finding(outcome.hands_off, outcome.hands_off / LOOK)


def tell(outcome: Outcome, words: Words, middle: Middle) -> Telling:
    """Which part is hot first."""
    if outcome.machine.broken("circuit") and not outcome.machine.short_ohms:
        return Telling("s", "No current, no heat.", "", wording="stays cold")
    hottest = outcome.hottest
    reaches = "reach" if hottest.several else "reaches"
    cool = middle(outcome.hands_off) > HARDLY
    warms = f"The {hottest.name} hardly {'warm' if hottest.several else 'warms'} while it runs."
    good = warms if cool else f"After that, hands off: the {hottest.name} {reaches} {HANDS_OFF_C:.0f} °C."
    bad = f"The {hottest.name} {reaches} {HANDS_OFF_C:.0f} °C before a class has watched it for {LOOK:.0f} s."
    stuck = median(outcome.held_still)
    if outcome.machine.rest is not None and not outcome.machine.short_ohms and stuck <= HARDLY:
        held, (soon,) = outcome.held_hottest, spoken_time(stuck)
        still = f" If it sticks, the {held.name} {'are' if held.several else 'is'} too hot to hold in {soon}."
        good, bad = good + still, bad + still
    return Telling("s", good, bad, wording="over an hour" if cool else "")
