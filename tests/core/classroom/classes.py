"""Plans of classes that tests share."""

from __future__ import annotations

from datetime import date
from typing import Any

from oakspin.classroom.plan import ClassMotor, ClassPlan, usual_prepared
from runner.samples import sample

GROUPS = ["Limpet", "Kelp", "Tern", "Plover", "Dulse", "Whelk", "Gannet", "Eider", "Puffin", "Skate", "Brill", "Ling"]


def motor(name: str, **fields: Any) -> ClassMotor:
    """A sample as a motor of a class."""
    design = sample(name)
    given = {"title": name.replace("-", " ").capitalize(), "design": design, "prepared": usual_prepared(design)}
    return ClassMotor.model_validate({**given, **fields})


def plan(name: str = "beacon", **fields: Any) -> ClassPlan:
    """A class that builds a sample."""
    given = {
        "title": "Harbor Week",
        "date": date(2026, 12, 1),
        "minutes": 60.0,
        "groups": GROUPS,
        "hands": "young_pupil",
        "motors": [motor(name)],
    }
    return ClassPlan.model_validate({**given, **fields})
