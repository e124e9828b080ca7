"""The open file format of a class, ``.oakclass.json``: its plan, and what came of it."""

from __future__ import annotations

import json
from dataclasses import replace
from typing import Any, Literal, NamedTuple

from oakspin.classroom.plan import ClassPlan, plan_of
from oakspin.classroom.results import ClassResults, plain, results_of
from oakspin.design.document import json_of
from oakspin.errors import Fault, UnreadableDesign

FORMAT = "oakspin.class"
VERSION = 1


class ClassFile(ClassPlan):
    """What one ``.oakclass.json`` file holds."""

    format: Literal["oakspin.class"] = "oakspin.class"
    version: Literal[1] = 1
    results: ClassResults = ClassResults()


class Held(NamedTuple):
    """What was read of a file."""

    plan: ClassPlan
    results: ClassResults


def schema() -> dict[str, Any]:
    """The published JSON Schema of an ``.oakclass.json`` file."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **ClassFile.model_json_schema()}


def to_text(plan: ClassPlan, results: ClassResults | None = None) -> str:
    """The file's text; :func:`from_text` gives the same plan and what came back, exactly."""
    whole = {
        "format": FORMAT,
        "version": VERSION,
        **plan.model_dump(mode="json"),
        "came": plain(results or ClassResults()),
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
    if value.get("version") != VERSION:
        hint = "It was written by a newer Oak Spin: update this one."
        raise UnreadableDesign([Fault("/version", str(value.get("version", "nothing"))[:60], f"{VERSION}", hint)])
    plan = plan_of({name: own for name, own in value.items() if name not in ("format", "version", "came")})
    try:
        return Held(plan, results_of(value.get("came", {})))
    except UnreadableDesign as error:
        raise UnreadableDesign([replace(each, field=f"/came{each.field}") for each in error.faults]) from None
