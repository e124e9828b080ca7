"""Common ground of the design models: strictness, and numbers that say what they take."""

from __future__ import annotations

import re
from typing import Annotated, Any

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field
from pydantic_core import PydanticCustomError


class Record(BaseModel):
    """A piece of a design: immutable, no unknown fields, no silent conversions, no NaN."""

    model_config = ConfigDict(strict=True, extra="forbid", frozen=True, allow_inf_nan=False)


def _whole(value: Any) -> Any:
    """Let 38.0 pass for 38, as JSON writers disagree about them; true is no number."""
    if isinstance(value, float) and value.is_integer():
        return int(value)
    return value


def _one_line(value: Any) -> Any:
    """A name without line ends and other control characters, which would upset lists, tables and file names."""
    return (
        " ".join(re.sub(r"[\x00-\x1f\x7f-\x9f\u2028\u2029]", " ", value).split()) if isinstance(value, str) else value
    )


ONE_LINE = BeforeValidator(_one_line)
Title = Annotated[str, Field(min_length=1, max_length=80, description="Name of the demonstration."), ONE_LINE]

# Stands behind the Field with the limits: before it, the published schema would lose them.
WHOLE = BeforeValidator(_whole)


def misfit(field: str, value: object, limit: str, hint: str) -> PydanticCustomError:
    """A fault between two fields; raise it from a model validator.

    ``field`` is relative to the model that raises, such as ``hole_mm``.
    """
    context = {"field": field, "value": str(value), "limit": limit, "hint": hint}
    return PydanticCustomError("misfit", "{field}: must be {limit}", context)
