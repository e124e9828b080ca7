"""The whole HTTP API on one page."""

from typing import Any

from django.http import HttpRequest
from ninja import NinjaAPI, Schema
from ninja.parser import Parser
from ninja.renderers import BaseRenderer
from pydantic_core import to_json

from oakspin.version import VERSION
from server.archive.api import router as archive
from server.classes.api import router as classes
from server.classes.results.api import router as after_classes
from server.drawer.api import router as drawer
from server.drawer.used.api import router as used
from server.errors import read_json, register
from server.instruments.api import router as instruments
from server.learning.api import router as learning
from server.openapi import whole_schema
from server.practice.api import router as practice
from server.shelf.api import router as shelf
from server.stages import choose, comparison, diagnose, make, run, search, teach, things, tune, warmups
from server.trials.api import router as trials


class _Renderer(BaseRenderer):
    """JSON by the models' own writer: a verdict holds thousands of numbers, and the hand waits for it."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> bytes:
        return to_json(data)


class _Parser(Parser):
    """Bodies by the models' own reader."""

    def parse_body(self, request: HttpRequest) -> Any:
        return read_json(request.body)


class _Api(NinjaAPI):
    """The API with its answers described whole."""

    def get_openapi_schema(self, **options: Any) -> Any:
        """The OpenAPI description."""
        return whole_schema(super().get_openapi_schema(**options))


api = _Api(title="Oak Spin", version="1", docs_url=None, openapi_url=None, renderer=_Renderer(), parser=_Parser())
api.add_router("/shelf", shelf)
api.add_router("/shelf", trials)
api.add_router("/archive", archive)
api.add_router("", learning)
api.add_router("", instruments)
api.add_router("", practice)
api.add_router("", drawer)
api.add_router("", used)
api.add_router("", classes)
api.add_router("/classes", after_classes)
for stage in (choose, make, run, tune, teach, comparison, diagnose, things, search, warmups):
    api.add_router("", stage.router)


class AboutView(Schema):
    """Which Oak Spin this is."""

    version: str


@api.get("/about", response=AboutView, operation_id="about")
def about(request: HttpRequest) -> AboutView:
    """The program's version."""
    return AboutView(version=VERSION)


register(api)
