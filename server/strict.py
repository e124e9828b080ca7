"""What every body of a request shares: nothing is guessed at, and nothing is passed over in silence."""

from __future__ import annotations

from ninja import Schema
from pydantic import ConfigDict


class Body(Schema):
    """A body of a request: fields of the very types that are asked for, and no others."""

    model_config = ConfigDict(strict=True, extra="forbid")
