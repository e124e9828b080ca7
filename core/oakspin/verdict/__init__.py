"""The run chain of a design, its headline, and the changes that help most."""

from oakspin.verdict.advice import Advice, advise
from oakspin.verdict.verdict import Figure, Link, Verdict, evaluate

__all__ = ["Advice", "Figure", "Link", "Verdict", "advise", "evaluate"]
