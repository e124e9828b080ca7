"""Uses of a verdict for teaching: the direction explained, changes to predict."""

from oakspin.teach.explain import Explanation, Pointer, explain
from oakspin.teach.poles import PoleFinder, Turned, pole_finder
from oakspin.teach.predict import Card, cards_of
from oakspin.teach.rules import CARRIERS, RULES, Carrier, RuleName

__all__ = [
    "CARRIERS",
    "RULES",
    "Card",
    "Carrier",
    "Explanation",
    "Pointer",
    "PoleFinder",
    "RuleName",
    "Turned",
    "cards_of",
    "explain",
    "pole_finder",
]
