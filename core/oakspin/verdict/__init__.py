"""The run chain of a machine, its headline and figures; words come from its kind."""

from oakspin.verdict.links import NAMES
from oakspin.verdict.trip import Trip
from oakspin.verdict.verdict import Figure, Link, Verdict, verdict_of
from oakspin.verdict.words import Words

__all__ = ["NAMES", "Figure", "Link", "Trip", "Verdict", "Words", "verdict_of"]
