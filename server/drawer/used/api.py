"""Routes of the parts of a motor that lie in the Drawer."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from server.drawer import actions
from server.drawer.used import actions as used
from server.drawer.used.schemas import FilledPartsView, MotorPartsView, PartOption, PartPlace, PartPutBody
from server.errors import ANY, BODY, Problem

router = Router(tags=["drawer"])


MOVE: dict[int, Any] = {200: MotorPartsView, 404: Problem, 422: Problem, **BODY}


def parts_of(id_: str) -> MotorPartsView:
    """The parts of a motor as they stand."""
    found = used.places(id_)
    return MotorPartsView(
        key=used.key_of(id_),
        built=any(at.row is not None and at.row.drawn is not None for at in found),
        places=[
            PartPlace(
                place=at.place,
                options=[
                    PartOption(
                        key=row.id, name=part.name, amount=part.amount, unit=actions.entry_in(row).unit, why_not=why
                    )
                    for row, part, why in used.options(id_, at.place)
                ],
                entry=at.row.entry_id if at.row else None,
                name=str(at.row.entry) if at.row else "",
                agrees=at.agrees,
                gone=bool(at.row and at.row.entry.deleted_at),
                takes=at.takes.amount if at.takes else 0.0,
                unit=at.takes.unit if at.takes else "",
                drawn=at.row.drawn if at.row else None,
            )
            for at in found
        ],
    )


@router.get(
    "/shelf/{id}/parts",
    response={200: MotorPartsView, 404: Problem, 422: Problem, **ANY},
    operation_id="get_motor_parts",
)
def get_motor_parts(request: HttpRequest, id: str) -> MotorPartsView:
    """Which parts of a motor lie in the Drawer."""
    return parts_of(id)


@router.put(
    "/shelf/{id}/parts/{place}",
    response={200: FilledPartsView, 404: Problem, 422: Problem, **BODY},
    operation_id="put_part_in",
)
def put_part_in(request: HttpRequest, id: str, place: str, body: PartPutBody) -> FilledPartsView:
    """Take a part of a motor from the Drawer: its figures go into the design, which is then to be saved."""
    design = used.put_in(id, place, body.entry, body.design)
    return FilledPartsView(design=design, parts=parts_of(id))


@router.post("/shelf/{id}/build", response=MOVE, operation_id="build_motor")
def build_motor(request: HttpRequest, id: str) -> MotorPartsView:
    """The motor is built: what it takes is drawn from the Drawer."""
    used.build(id)
    return parts_of(id)


@router.post("/shelf/{id}/take-apart", response=MOVE, operation_id="take_motor_apart")
def take_motor_apart(request: HttpRequest, id: str) -> MotorPartsView:
    """The motor is taken apart: what it held goes back into the Drawer."""
    used.take_apart(id)
    return parts_of(id)
