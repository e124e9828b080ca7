"""Routes of Run: what a trial asks for, what a swing tells. Trials themselves are kept by their own app."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from oakspin.design import Design
from oakspin.measure import Balance, TrialForm, balance_of, trial_form
from oakspin.measure.predicted import Expected, expected
from server.errors import Problem
from server.learning.actions import draws_for
from server.stages.bodies import REFUSED, DesignBody, WithLearned

router = Router(tags=["run"])


class SwingBody(DesignBody):
    """A design and the period of its rotor's swing in s."""

    period_s: Annotated[float, Field(ge=0.02, le=60)]


@router.post("/trial-form", response={200: TrialForm, **REFUSED}, operation_id="get_trial_form")
def get_trial_form(request: HttpRequest, design: Design) -> TrialForm:
    """What a trial of this design asks for."""
    return trial_form(design)


@router.post("/expected", response={200: list[Expected], 404: Problem, **REFUSED}, operation_id="get_expected")
def get_expected(request: HttpRequest, design: Design, learned: WithLearned = None) -> list[Expected]:
    """What instruments are expected to show, a meter standing in the circuit."""
    return list(expected(design, draws_for(learned, design)))


@router.post("/balance", response={200: Balance, **REFUSED}, operation_id="get_balance")
def get_balance(request: HttpRequest, body: SwingBody) -> Balance:
    """What the period of a swing tells about the balance."""
    return balance_of(body.design, body.period_s)
