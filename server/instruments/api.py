"""Routes of sources of readings."""

from __future__ import annotations

from typing import Annotated

from django.http import Http404, HttpRequest
from ninja import File, Form, Query, Router, Status, UploadedFile

from oakspin.design.document import design_in_text
from oakspin.errors import Fault, UnreadableRecording
from oakspin.instruments.recording import read_recording
from oakspin.instruments.steady import OWN_ERROR, Steady, readings_of, steady_of
from server.errors import ANY, BODY, Problem
from server.instruments.schemas import (
    DeviceBody,
    OpenedView,
    PortsView,
    PortView,
    ReadingsView,
    ReadingView,
    RecordedView,
    RigBody,
    SteadyView,
    Text,
    WordBody,
)
from server.instruments.sources import SOURCES, SPEEDS, LineDevice, SimulatedRig, Source, SourceReading, ports
from server.learning.actions import draws_for
from server.stages.bodies import WithLearned

router = Router(tags=["instruments"])
MOST_SOUND = 8_000_000  # bytes
MISSED = {404: Problem, **BODY}


@router.get("/ports", response={200: PortsView, 422: Problem, **ANY}, operation_id="list_ports")
def list_ports_(request: HttpRequest) -> PortsView:
    """Serial ports of the machine that serves."""
    return PortsView(ports=[PortView(name=name, says=says) for name, says in ports()], speeds=list(SPEEDS))


@router.post("/sources/device", response={200: OpenedView, **BODY}, operation_id="open_device")
def open_device(request: HttpRequest, body: DeviceBody) -> OpenedView:
    """Listen to a device that speaks plain lines."""
    return OpenedView(id=SOURCES.add(LineDevice(body.port, body.speed)), simulated=False)


@router.post("/sources/rig", response={200: OpenedView, **BODY}, operation_id="open_rig")
def open_rig(request: HttpRequest, body: RigBody) -> OpenedView:
    """Set up a simulated motor. Its readings are marked, and teach nothing of the real one."""
    return OpenedView(id=SOURCES.add(SimulatedRig(body.design, body.seed)), simulated=True)


@router.get(
    "/sources/{id}", response={200: ReadingsView, 404: Problem, 422: Problem, **ANY}, operation_id="read_source"
)
def read_source(request: HttpRequest, id: str, after: Annotated[int, Query(ge=0)] = 0) -> ReadingsView:
    """What a source told after a number."""
    source = _source(id)
    source.poll()
    record = source.record
    readings = list(record.readings)
    found = _steady(readings)
    by_quantity = {quantity: steady for (quantity, _), steady in found.items()}
    return ReadingsView(
        readings=[ReadingView(**vars(reading)) for reading in readings if reading.number > after],
        steady=[SteadyView(quantity=quantity, unit=unit, **vars(steady)) for (quantity, unit), steady in found.items()],
        take=readings_of(by_quantity, readings[-1].seconds if readings else 0.0),
        wrong=list(record.wrong),
        ended=record.ended,
        simulated=source.simulated,
    )


@router.post("/recordings/read", response={200: RecordedView, 404: Problem, **BODY}, operation_id="read_recording")
def read_recording_(
    request: HttpRequest, file: File[UploadedFile], design: Form[Text], learned: WithLearned = None
) -> RecordedView:
    """What a recording of a design's motor tells: a WAV file, or a table as Oak Spin writes it."""
    if (file.size or 0) > MOST_SOUND:
        fault = Fault("/file", f"{file.size} bytes", f"at most {MOST_SOUND}", "Choose a shorter one.")
        raise UnreadableRecording([fault])
    made = design_in_text(design)
    return RecordedView(**vars(read_recording(made, file.read(), draws_for(learned, made))))


@router.post("/sources/{id}/say", response={200: OpenedView, **MISSED}, operation_id="tell_source")
def tell_source(request: HttpRequest, id: str, body: WordBody) -> OpenedView:
    """Power a source's motor, flick it, hold it."""
    source = _source(id)
    source.send(body.word)
    return OpenedView(id=id, simulated=source.simulated)


@router.delete("/sources/{id}", response={204: None, 422: Problem, **ANY}, operation_id="close_source")
def close_source(request: HttpRequest, id: str) -> Status[None]:
    """Close a source; one that is closed already stays so."""
    SOURCES.close(id)
    return Status(204, None)


def _source(id_: str) -> Source:
    source = SOURCES.get(id_)
    if source is None:
        raise Http404(id_)
    return source


def _steady(readings: list[SourceReading]) -> dict[tuple[str, str], Steady]:
    found = {}
    for quantity, unit in sorted({(reading.quantity, reading.unit) for reading in readings}):
        mine = [reading for reading in readings if reading.quantity == quantity]
        steady = steady_of(
            [reading.seconds for reading in mine], [reading.value for reading in mine], OWN_ERROR.get(quantity, 0.0)
        )
        if steady and quantity != "pulses":
            found[quantity, unit] = steady
    return found
