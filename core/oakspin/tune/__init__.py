"""Uses of a verdict for tuning: one factor swept over its range, two as a map, the best of each."""

from oakspin.tune.best import Best, best_of, best_settings
from oakspin.tune.curves import Curve
from oakspin.tune.factors import Factor, Tuning, factors_of, tuning_of
from oakspin.tune.map import DesignMap, design_map
from oakspin.tune.sweep import Sweep, SweepPoint, planned, sweep, sweep_points, sweep_table

__all__ = [
    "Best",
    "Curve",
    "DesignMap",
    "Factor",
    "Sweep",
    "SweepPoint",
    "Tuning",
    "best_of",
    "best_settings",
    "design_map",
    "factors_of",
    "planned",
    "sweep",
    "sweep_points",
    "sweep_table",
    "tuning_of",
]
