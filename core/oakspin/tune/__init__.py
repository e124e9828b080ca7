"""Uses of a verdict for tuning: one factor swept over its range."""

from oakspin.tune.factors import Factor, factors_of
from oakspin.tune.sweep import CURVES, Sweep, SweepPoint, planned, sweep, sweep_points, sweep_table

__all__ = [
    "CURVES",
    "Factor",
    "Sweep",
    "SweepPoint",
    "factors_of",
    "planned",
    "sweep",
    "sweep_points",
    "sweep_table",
]
