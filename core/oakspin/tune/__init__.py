"""Uses of a verdict for tuning: one factor swept over its range, two as a map, the best of each."""

from oakspin.tune.best import Best, best_of, best_settings
from oakspin.tune.curves import Curve
from oakspin.tune.factors import Tuning, factor_at, tuning_of
from oakspin.tune.map import DesignMap, design_map
from oakspin.tune.sweep import Sweep, SweepPoint, planned, sweep, sweep_points, sweep_table

__all__ = [
    "Best",
    "Curve",
    "DesignMap",
    "Sweep",
    "SweepPoint",
    "Tuning",
    "best_of",
    "best_settings",
    "design_map",
    "factor_at",
    "planned",
    "sweep",
    "sweep_points",
    "sweep_table",
    "tuning_of",
]
