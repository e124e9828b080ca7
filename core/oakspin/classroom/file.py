"""The open file format of a class, ``.oakclass.json``: its plan and its results.

1  the first; results stood under ``came``
2  results stand under ``results``
"""

from __future__ import annotations

import json
from dataclasses import replace
from typing import Any, Literal, NamedTuple

from oakspin.classroom.plan import ClassPlan, plan_of
from oakspin.classroom.results import ClassResults, plain, results_of
from oakspin.design.document import json_of
from oakspin.errors import Fault, UnreadableDesign

FORMAT = "oakspin.class"
VERSION = 2


class ClassFile(ClassPlan):
    """What one ``.oakclass.json`` file holds."""

    format: Literal["oakspin.class"] = "oakspin.class"
    version: Literal[2] = 2
    results: ClassResults = ClassResults()


class Held(NamedTuple):
    """What was read of a file."""

    plan: ClassPlan
    results: ClassResults


def schema() -> dict[str, Any]:
    """The published JSON Schema of an ``.oakclass.json`` file."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **ClassFile.model_json_schema()}


def to_text(plan: ClassPlan, results: ClassResults | None = None) -> str:
    """The file's text; :func:`from_text` gives back the same plan and results, exactly."""
    whole = {
        "format": FORMAT,
        "version": VERSION,
        **plan.model_dump(mode="json"),
        "results": plain(results or ClassResults()),
    }
    return json.dumps(whole, indent=2, ensure_ascii=False) + "\n"


def from_text(text: str | bytes) -> Held:
    """Read an ``.oakclass.json`` file.

    Raises
    ------
    UnreadableDesign
        With one fault per thing that is wrong; nothing is guessed or repaired.
    """
    return of_file(json_of(text, "a whole .oakclass.json file"))


def of_file(value: object) -> Held:
    """Check an already parsed file. Raises as :func:`from_text`."""
    if not isinstance(value, dict) or value.get("format") != FORMAT:
        format_name = str(value.get("format", "no format") if isinstance(value, dict) else type(value).__name__)[:60]
        hint = "This is no class of Oak Spin. Choose a file that Oak Spin exported."
        raise UnreadableDesign([Fault("/format", format_name, f'"{FORMAT}"', hint)])
    value = _upgraded(value)
    if value.get("version") != VERSION:
        hint = "It was written by a newer Oak Spin: update this one."
        raise UnreadableDesign([Fault("/version", str(value.get("version", "nothing"))[:60], f"{VERSION}", hint)])
    plan = plan_of({name: own for name, own in value.items() if name not in ("format", "version", "results")})
    try:
        return Held(plan, results_of(value.get("results", {})))
    except UnreadableDesign as error:
        raise UnreadableDesign([replace(each, field=f"/results{each.field}") for each in error.faults]) from None


def _upgraded(value: dict[str, Any]) -> dict[str, Any]:
    """A file of the first version as one of the second."""
    if value.get("version") != 1:
        return value
    rest = {name: own for name, own in value.items() if name != "came"}
    return {**rest, "version": 2, "results": value.get("came", {})}
