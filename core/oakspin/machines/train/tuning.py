"""Which numbers of a train are tuned first, and which a trial notes."""

from __future__ import annotations

from oakspin.design.train import TrainDesign


def train_tunes(design: TrainDesign) -> tuple[str, ...]:
    """Bore, gauge, magnets, pitch of the parts that are pulled apart."""
    size = "/wire/size/awg" if design.wire.size.by == "gauge" else "/wire/size/diameter_mm"
    pitch = tuple(f"/track/stretches/{number}/pitch_mm" for number in range(len(design.track.stretches)))
    return ("/track/former_mm", size, "/front/diameter_mm", "/front/count", *pitch)


def train_as_built(design: TrainDesign) -> tuple[str, ...]:
    """Former, slope, pitch of what is pulled apart."""
    pitch = tuple(f"/track/stretches/{number}/pitch_mm" for number in range(len(design.track.stretches)))
    slope = () if design.track.plan.form == "loop" else ("/track/plan/slope_deg",)
    return ("/track/former_mm", *slope, *pitch)
