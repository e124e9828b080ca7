"""What to change: every change is computed by making it, and only what helps is said."""

from oakspin.advice.advising import Advice, advise

__all__ = ["Advice", "advise"]
