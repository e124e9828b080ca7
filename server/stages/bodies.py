"""What the routes of the stages share."""

from __future__ import annotations

from typing import Annotated

from ninja import Query, Schema
from pydantic import ConfigDict

from oakspin.design import Design
from server.errors import BODY as REFUSED

__all__ = ["REFUSED", "Asked", "WithLearned"]

# The key of what trials taught: the answer then is that of the motor as learned.
WithLearned = Annotated[str | None, Query(max_length=64)]


class Asked(Schema):
    """A question about a design."""

    model_config = ConfigDict(strict=True, extra="forbid")

    design: Design
