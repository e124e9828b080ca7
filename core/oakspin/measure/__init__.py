"""Uses of a verdict for measuring: trials, and what was measured against what was predicted."""

from oakspin.measure.compare import Comparison, compare
from oakspin.measure.form import TrialForm, trial_form
from oakspin.measure.swing import Balance, balance_of
from oakspin.measure.table import read_trials, trial_table
from oakspin.measure.trial import SEEN, Measured, Readings, Trial, measured_in

__all__ = [
    "SEEN",
    "Balance",
    "Comparison",
    "Measured",
    "Readings",
    "Trial",
    "TrialForm",
    "balance_of",
    "compare",
    "measured_in",
    "read_trials",
    "trial_form",
    "trial_table",
]
