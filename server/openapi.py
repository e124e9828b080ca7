"""The OpenAPI description, with answers told as they are sent: whole, nothing left out."""

from __future__ import annotations

import copy
from typing import Any

Schema = dict[str, Any]
ROOT = "#/components/schemas/"
ANSWER = "Answer"  # behind the name of what is both sent and received, where it is received
LINES = "x-lines"  # marks an operation whose answer comes line by line


def lines_of(what: str) -> Schema:
    """What an operation says further of itself whose answer comes as lines of JSON."""
    return {LINES: True, "responses": {200: {"description": f"Lines of JSON: {what}"}}}


def whole_schema(description: Schema) -> Schema:
    """The description in which every schema of an answer requires all of its properties.

    A question may leave out what has a default; an answer never does. What is used for both stands in the description
    twice: under its own name as it may be sent, and under that name with ``Answer`` as it comes back.
    """
    document = copy.deepcopy(description)
    schemas = document["components"]["schemas"]
    requested, answered = set[str](), set[str]()
    for operation in (operation for path in document["paths"].values() for operation in path.values()):
        _reach(operation.get("requestBody", {}), schemas, requested)
        _reach(operation.get("parameters", []), schemas, requested)
        _reach(operation.get("responses", {}), schemas, answered)
    names = {name: f"{name}{ANSWER}" if name in requested else name for name in sorted(answered)}
    for name, answer in names.items():
        schema = _renamed(description["components"]["schemas"][name], names)
        if schema.get("properties"):
            schema["required"] = list(schema["properties"])
        schemas[answer] = schema
    for path in document["paths"].values():
        for operation in path.values():
            if operation.pop(LINES, False):
                content = operation["responses"][200]["content"]
                content["application/x-ndjson"] = content.pop("application/json")
            operation["responses"] = _renamed(operation.get("responses", {}), names)
    return document


def _reach(place: Any, schemas: Schema, names: set[str]) -> None:
    """Gather the names of all schemas that a place refers to, directly or through others."""
    if isinstance(place, dict):
        name = str(place.get("$ref", "")).removeprefix(ROOT)
        if name in schemas and name not in names:
            names.add(name)
            _reach(schemas[name], schemas, names)
    for inner in place.values() if isinstance(place, dict) else place if isinstance(place, list) else ():
        _reach(inner, schemas, names)


def _renamed(place: Any, names: dict[str, str]) -> Any:
    if isinstance(place, dict):
        return {key: _renamed(value, names) for key, value in place.items()}
    if isinstance(place, list):
        return [_renamed(value, names) for value in place]
    if isinstance(place, str) and place.startswith(ROOT):
        return ROOT + names.get(place.removeprefix(ROOT), place.removeprefix(ROOT))
    return place
