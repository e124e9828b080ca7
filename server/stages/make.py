"""Routes of Make: everything to build from."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from oakspin.design import Design
from oakspin.make import Making, making_of
from oakspin.safety import Caution, cautions_of
from server.errors import Problem
from server.learning.actions import draws_for
from server.stages.bodies import REFUSED, WithLearned

router = Router(tags=["make"])


@router.post("/build", response={200: Making, 404: Problem, **REFUSED}, operation_id="get_build")
def get_build(request: HttpRequest, design: Design, learned: WithLearned = None) -> Making:
    """The build sheet and the first-run card."""
    return making_of(design, draws_for(learned, design))


@router.post("/cautions", response={200: list[Caution], **REFUSED}, operation_id="list_cautions")
def list_cautions(request: HttpRequest, design: Design) -> list[Caution]:
    """Every caution for a design."""
    return list(cautions_of(design))
