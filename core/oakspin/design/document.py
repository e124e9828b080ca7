"""The open file format ``.oak.json``: a title and a design, with format name and version."""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal, get_args

from pydantic import Field, TypeAdapter, ValidationError

from oakspin.design.coil import CradleDesign, LobesDesign
from oakspin.design.cored import CoredDesign
from oakspin.design.frame import FrameDesign
from oakspin.design.hanging import HangingDesign
from oakspin.design.models import Record, Title
from oakspin.design.roller import RollerDesign
from oakspin.design.train import TrainDesign
from oakspin.design.versions import VERSION, upgraded
from oakspin.errors import Fault, UnreadableDesign

FORMAT = "oakspin.design"
LARGEST_FILE = 1_000_000

Design = Annotated[
    FrameDesign | HangingDesign | CradleDesign | LobesDesign | CoredDesign | TrainDesign | RollerDesign,
    Field(discriminator="kind"),
]
_ADAPTER: TypeAdapter[Design] = TypeAdapter(Design)


class Document(Record):
    """What one ``.oak.json`` file holds."""

    format: Literal["oakspin.design"] = "oakspin.design"
    version: Literal[3] = 3
    title: Title
    design: Design


def schema() -> dict[str, Any]:
    """The published JSON Schema of an ``.oak.json`` file."""
    described = Document.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **described}


def to_text(document: Document) -> str:
    """The file's text; :func:`from_text` gives the same document back, exactly."""
    return json.dumps(document.model_dump(mode="json"), indent=2, ensure_ascii=False) + "\n"


def from_text(text: str | bytes) -> Document:
    """Read an ``.oak.json`` file.

    Raises
    ------
    UnreadableDesign
        With one fault per thing that is wrong; nothing is guessed or repaired.
    """
    return document_of(json_of(text))


def document_of(value: object) -> Document:
    """Check an already parsed file of any version. Raises as :func:`from_text`."""
    if not isinstance(value, dict) or value.get("format") != FORMAT:
        format_name = value.get("format", "no format") if isinstance(value, dict) else type(value).__name__
        hint = "This is no Oak Spin design. Choose a file that Oak Spin exported."
        raise UnreadableDesign([Fault("/format", _short(format_name), f'"{FORMAT}"', hint)])
    design = upgraded(value.get("design"), value.get("version", "nothing"))
    present = {**value, "version": VERSION, **({"design": design} if "design" in value else {})}
    try:
        return Document.model_validate(present)
    except ValidationError as error:
        raise UnreadableDesign(faults_of(error)) from None


def design_of(value: object, version: int = VERSION) -> Design:
    """Check a bare design of a version, as the API sends it and the database keeps it. Raises as :func:`from_text`."""
    try:
        return _ADAPTER.validate_python(upgraded(value, version))
    except ValidationError as error:
        raise UnreadableDesign(faults_of(error)) from None


def design_in_text(text: str) -> Design:
    """A bare design of the present version out of JSON text. Raises as :func:`from_text`."""
    return design_of(json_of(text))


def json_of(text: str | bytes, whole_file: str = "a whole .oak.json file") -> object:
    """What JSON text says. Raises as :func:`from_text`; ``whole_file`` is what was wanted, in words."""
    if len(text) > LARGEST_FILE:
        raise UnreadableDesign(
            [Fault("/", f"{len(text)} bytes", f"at most {LARGEST_FILE} bytes", "Choose another file.")]
        )
    try:
        clear = text.decode("utf-8-sig") if isinstance(text, bytes) else text
        return json.loads(clear, parse_constant=float, object_pairs_hook=_no_twins)
    except UnicodeDecodeError:
        fault = Fault("/", "bytes that are no text", f"{whole_file} in UTF-8", "Choose the file that was exported.")
    except json.JSONDecodeError as error:
        trouble = f"{error.msg} at line {error.lineno}, column {error.colno}"
        fault = Fault("/", trouble, whole_file, "The file is cut off or damaged: export it again.")
    except RecursionError:
        fault = Fault("/", "brackets nested too deep", whole_file, "Choose the file that was exported.")
    except ValueError as error:
        fault = Fault("/", str(error), "JSON with each field once", "Drop one of the two.")
    raise UnreadableDesign([fault])


def _no_twins(pairs: list[tuple[str, object]]) -> dict[str, object]:
    fields = dict(pairs)
    if len(fields) < len(pairs):
        names = [name for name, _ in pairs]
        twin = next(name for name in names if names.count(name) > 1)
        raise ValueError(f'the field "{twin}" twice')
    return fields


def _short(value: object) -> str:
    text = json.dumps(value, ensure_ascii=False, default=str)
    return text if len(text) <= 60 else text[:57] + "..."


_HINTS = {
    "missing": ("present", "Add this field."),
    "extra_forbidden": ("left out", "Oak Spin knows no such field: check its spelling or drop it."),
    "finite_number": ("a finite number", "Put a plain number there."),
    "too_long": ("a shorter list", "Take some out."),
    "too_short": ("a longer list", "Add to it."),
    "string_too_short": ("a title", "Write a title."),
    "string_too_long": ("at most 80 characters", "Shorten it."),
    "union_tag_not_found": ('told by a field "by" or "kind"', "Say of which sort the value is."),
}


def faults_of(error: ValidationError) -> list[Fault]:
    """Turn pydantic's findings into faults with field, value, limit and hint."""
    return faults_of_findings([dict(finding) for finding in error.errors(include_url=False)])


def faults_of_findings(findings: list[dict[str, Any]]) -> list[Fault]:
    """As :func:`faults_of`, for findings that were already taken out of their error."""
    return [_fault_of(finding) for finding in findings]


_KINDS = {kind.model_fields["kind"].default for kind in get_args(get_args(Design)[0])}
_TAGS = {
    "strength": {"grade", "remanence", "face_field"},
    "size": {"gauge", "diameter"},
    "half": {"points", "spring"},
    "outline": {"round", "square", "oval", "own"},
    "length": {"length", "turns"},
}


def _fault_of(finding: dict[str, Any]) -> Fault:
    # A union puts its tag among the steps; a pointer into the file has no such step.
    steps, loc = [], list(finding["loc"])
    for place, step in enumerate(loc):
        is_tag = place > 0 and step in _TAGS.get(loc[place - 1], ())
        is_kind = step in _KINDS and (place == 0 or loc[place - 1] == "design")
        if not is_tag and not is_kind:
            steps.append(str(step))
    kind, context = finding["type"], finding.get("ctx", {})
    if kind == "misfit":
        field = "/" + "/".join([*steps, context["field"]])
        return Fault(field, context["value"], context["limit"], context["hint"])
    field = "/" + "/".join(steps)
    value = "nothing" if kind == "missing" else _short(finding.get("input"))
    if kind in _HINTS:
        return Fault(field, value, *_HINTS[kind])
    if kind in {"greater_than_equal", "less_than_equal"}:
        sign = "at least" if kind == "greater_than_equal" else "at most"
        edge = context.get("ge", context.get("le"))
        return Fault(field, value, f"{sign} {edge:g}", f"Choose a value of {sign} {edge:g}.")
    if kind in {"literal_error", "union_tag_invalid"}:
        choices = str(context.get("expected") or context.get("expected_tags")).replace("'", "")
        return Fault(field, value, f"one of {choices}", "Choose one of these.")
    wanted = finding["msg"].replace("Input should be ", "")
    return Fault(field, value, wanted, "Correct the value.")
