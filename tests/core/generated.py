"""Designs made from the published schema: every field is varied over all that its limits allow."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from hypothesis import strategies as st

from oakspin.design import Design, design_of, schema
from oakspin.draws import MEDIAN
from oakspin.errors import OakSpinError, UnreadableDesign
from oakspin.machines.table import machine_of

SCHEMA = schema()
Plain = dict[str, Any]


def _values(part: Plain) -> st.SearchStrategy[Any]:
    """Values that keep to a part of the schema; of what has a default, that default now and then."""
    if "$ref" in part:
        return _values(SCHEMA["$defs"][part["$ref"].rsplit("/", 1)[1]])
    for union in ("oneOf", "anyOf"):
        if union in part:
            return st.one_of(*map(_values, part[union]))
    if "const" in part:
        return st.just(part["const"])
    if "enum" in part:
        return st.sampled_from(part["enum"])
    return _OF_TYPE[part["type"]](part)


def _objects(part: Plain) -> st.SearchStrategy[Any]:
    fields = {name: _values(field) for name, field in part["properties"].items()}
    # The kind and the sort of a value must stand in it, whatever their defaults.
    needed = {name for name in fields if name in part.get("required", ()) or "const" in part["properties"][name]}
    return st.fixed_dictionaries(
        {name: fields[name] for name in fields if name in needed},
        optional={name: fields[name] for name in fields if name not in needed},
    )


_OF_TYPE = {
    "object": _objects,
    "array": lambda part: st.lists(_values(part["items"]), min_size=part.get("minItems", 0), max_size=min(part["maxItems"], 4)),
    "number": lambda part: st.floats(part["minimum"], part["maximum"], allow_subnormal=False),
    "integer": lambda part: st.integers(part["minimum"], part["maximum"]),
    "boolean": lambda part: st.booleans(),
    "null": lambda part: st.none(),
}  # fmt: skip


def _valid(plain: Plain) -> Design | None:
    try:
        return design_of(plain)
    except UnreadableDesign:
        return None  # two fields that do not go together


def where_made(check: Callable[[Design], None], design: Design) -> None:
    """Check a design that a machine can be made of; any other is refused, as it should."""
    try:
        machine_of(design, MEDIAN)
    except OakSpinError:
        return
    check(design)


plain_designs = _values(SCHEMA["properties"]["design"])
designs: st.SearchStrategy[Design] = plain_designs.map(_valid).filter(lambda design: design is not None)  # type: ignore[assignment]
