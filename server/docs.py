"""The API on one page: every route of its kept description with what it takes and gives, ready at once, no script."""

from __future__ import annotations

import json
from functools import lru_cache
from itertools import groupby
from typing import Any

from django.http import FileResponse, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from server.openapi import ROOT as SCHEMAS
from server.places import DESCRIPTION

Schema = dict[str, Any]
BOUNDS = {
    "minimum": "at least",
    "maximum": "at most",
    "maxLength": "at most, in letters:",
    "maxItems": "at most, items:",
}


@require_safe
def page(request: HttpRequest) -> HttpResponse:
    """The API's description as a page."""
    return render(request, "api.html", {**_contents(), "nonce": request.style_nonce})  # type: ignore[attr-defined]


@require_safe
def description(request: HttpRequest) -> FileResponse:
    """The OpenAPI file itself."""
    return FileResponse(DESCRIPTION.open("rb"), content_type="application/json")


@lru_cache(maxsize=1)
def _contents() -> Schema:
    """Rooms of routes, and the schemas that their bodies and answers refer to."""
    document = json.loads(DESCRIPTION.read_text(encoding="utf-8"))
    routes = [
        _route(method, path, operation)
        for path, operations in document["paths"].items()
        for method, operation in operations.items()
    ]
    routes.sort(key=lambda route: str(route["room"]))
    rooms = [(room, list(those)) for room, those in groupby(routes, key=lambda route: str(route["room"]))]
    schemas = [_schema(name, schema) for name, schema in sorted(document["components"]["schemas"].items())]
    return {"rooms": rooms, "schemas": schemas, "count": len(routes)}


def _route(method: str, path: str, operation: Schema) -> Schema:
    answers = [
        {"status": status, "says": answer.get("description", ""), "body": _body(answer)}
        for status, answer in operation["responses"].items()
    ]
    return {
        "id": operation["operationId"],
        "room": operation.get("tags", ["about"])[0],
        "method": method.upper(),
        "path": path,
        "says": operation.get("description", operation.get("summary", "")),
        "parameters": [{**_field(each["name"], each["schema"]), **each} for each in operation.get("parameters", [])],
        "body": _body(operation.get("requestBody", {})),
        "answers": answers,
    }


def _body(holder: Schema) -> list[Schema]:
    """What a body may be: media type, and the parts of its type."""
    return [
        {"media": media, "type": _type(content.get("schema", {}))}
        for media, content in holder.get("content", {}).items()
    ]


def _schema(name: str, schema: Schema) -> Schema:
    fields = [
        {**_field(field, inner), "required": field in schema.get("required", ())}
        for field, inner in schema.get("properties", {}).items()
    ]
    return {"name": name, "says": schema.get("description", ""), "fields": fields}


def _field(name: str, schema: Schema) -> Schema:
    bounds = "; ".join(f"{words} {schema[key]}" for key, words in BOUNDS.items() if key in schema)
    default = json.dumps(schema["default"]) if "default" in schema else ""
    return {
        "name": name,
        "type": _type(schema),
        "says": schema.get("description", ""),
        "bounds": bounds,
        "default": default,
    }


def _type(schema: Schema) -> list[Schema]:
    """The parts of a type in words; those that are schemas of this page say which."""
    if "$ref" in schema:
        name = str(schema["$ref"]).removeprefix(SCHEMAS)
        return [{"text": name, "schema": name}]
    for key, between in (("anyOf", " or "), ("oneOf", " or "), ("allOf", " and ")):
        if key in schema:
            return _joined([_type(one) for one in schema[key]], between)
    if "enum" in schema:
        return [{"text": " | ".join(json.dumps(value) for value in schema["enum"])}]
    if "const" in schema:
        return [{"text": json.dumps(schema["const"])}]
    if "prefixItems" in schema:
        return [{"text": "["}, *_joined([_type(one) for one in schema["prefixItems"]], ", "), {"text": "]"}]
    if "items" in schema:
        return [{"text": "list of "}, *_type(schema["items"])]
    if isinstance(schema.get("additionalProperties"), dict):
        return [{"text": "by name: "}, *_type(schema["additionalProperties"])]
    return [{"text": schema.get("format") or schema.get("type", "anything")}]


def _joined(types: list[list[Schema]], between: str) -> list[Schema]:
    parts = [part for one in types for part in (*one, {"text": between})]
    return parts[:-1]
