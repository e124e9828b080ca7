"""What to change: every change is computed by making it, and only what helps is said; and where a run is lost."""

from oakspin.advice.advising import Advice, advise
from oakspin.advice.cliffs import Cliff, cliffs_of

__all__ = ["Advice", "Cliff", "advise", "cliffs_of"]
