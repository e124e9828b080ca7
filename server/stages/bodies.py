"""What the routes of the stages share."""

from __future__ import annotations

from typing import Annotated

from ninja import Query

from oakspin.design import Design
from server.errors import BODY as REFUSED
from server.strict import Body

__all__ = ["REFUSED", "DesignBody", "WithLearned"]

# The key of what trials taught: the answer then is that of the motor as learned.
WithLearned = Annotated[str | None, Query(max_length=120)]


class DesignBody(Body):
    """A question about a design."""

    design: Design
