"""Uses of a verdict for tuning: one factor swept over its range."""

from oakspin.tune.factors import Factor, factors_of
from oakspin.tune.sweep import Sweep, SweepPoint, sweep, sweep_table

__all__ = ["Factor", "Sweep", "SweepPoint", "factors_of", "sweep", "sweep_table"]
