"""What a train takes for granted and hands must bring about."""

from __future__ import annotations

from oakspin.design.train import TrainDesign
from oakspin.machines.train.shape import spools, train_shape


def train_handwork(design: TrainDesign) -> tuple[str, ...]:
    """Ids of all of it."""
    covered = design.wire.finish != "bare" and design.track.inside != "as_wound"
    given = {
        "wound": True,
        "pitch": True,
        "bare": covered,
        "joints": spools(design, train_shape(design)) > 1 or design.track.plan.form == "loop",
        "laid": True,
        "poles": True,
        "square": True,
        "first": True,
        "hull": design.hull_mm > 0,
        "nose": design.nose_g > 0,
    }
    return tuple(each for each, there in given.items() if there)
