"""What the routes of the stages share."""

from __future__ import annotations

from ninja import Schema
from pydantic import ConfigDict

from oakspin.design import Design
from server.errors import BODY as REFUSED

__all__ = ["REFUSED", "Asked"]


class Asked(Schema):
    """A question about a design."""

    model_config = ConfigDict(strict=True, extra="forbid")

    design: Design
