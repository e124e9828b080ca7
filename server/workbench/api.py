"""Routes that answer about a design. Nothing is kept; the core does the work."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema

from oakspin.design import Design, schema
from oakspin.machines.dials import PartLine
from oakspin.machines.kinds import KINDS, parts_of
from oakspin.motion.spin import Spin, spin
from oakspin.verdict import Advice, Verdict, advise, evaluate
from server.errors import Problem

router = Router(tags=["workbench"])

UNREADABLE = {400: Problem, 422: Problem}


class VerdictOut(Schema):
    """The verdict on a design, and the parts and dials to change it by."""

    verdict: Verdict
    parts: list[PartLine]


class KindOut(Schema):
    """A kind of demonstration that can be started."""

    id: str
    name: str
    what_moves: str
    built_from: str


@router.get("/kinds", response=list[KindOut], operation_id="list_kinds")
def list_kinds(request: HttpRequest) -> list[KindOut]:
    """Kinds of demonstration, in the order in which they are offered."""
    kinds = KINDS.items()
    return [
        KindOut(id=id_, name=kind.name, what_moves=kind.what_moves, built_from=kind.built_from) for id_, kind in kinds
    ]


@router.get("/schema", response=dict[str, Any], operation_id="get_schema")
def get_schema(request: HttpRequest) -> dict[str, Any]:
    """The JSON Schema of an ``.oak.json`` file."""
    return schema()


@router.post("/verdict", response={200: VerdictOut, **UNREADABLE}, operation_id="get_verdict")
def get_verdict(request: HttpRequest, design: Design) -> VerdictOut:
    """Whether it will go, what will stop it."""
    return VerdictOut(verdict=evaluate(design), parts=list(parts_of(design)))


@router.post("/advice", response={200: list[Advice], **UNREADABLE}, operation_id="get_advice")
def get_advice(request: HttpRequest, design: Design) -> list[Advice]:
    """What to change: each tried on the design."""
    return list(advise(design))


@router.post("/spin", response={200: Spin, **UNREADABLE}, operation_id="get_spin")
def get_spin(request: HttpRequest, design: Design) -> Spin:
    """The computed run of the median build."""
    return spin(design)
