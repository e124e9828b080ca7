"""Uses of a verdict for measuring: trials, and what was measured against what was predicted."""

from oakspin.measure.compare import Comparison, compare
from oakspin.measure.table import read_trials, trial_table
from oakspin.measure.trial import SEEN, Reading, Readings, Trial, measured_in

__all__ = ["SEEN", "Comparison", "Reading", "Readings", "Trial", "compare", "measured_in", "read_trials", "trial_table"]
