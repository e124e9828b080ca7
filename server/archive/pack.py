"""The archive's format: one JSON file a demonstration, with all its revisions and trials.

1  the first
2  each revision says in which version of the design format it is; what cannot be read goes along as it is
"""

from __future__ import annotations

import io
import json
import zipfile
from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from oakspin.design import Design, Document, design_of, to_text
from oakspin.design.document import faults_of
from oakspin.errors import Fault, UnreadableDesign
from oakspin.measure import Trial, trial_table
from server.downloads import slug

FORMAT = "oakspin.archive"
VERSION = 2
MOST_BYTES = 200_000_000
HINT = "Choose a zip that Oak Spin wrote."


class _Kept(BaseModel):
    model_config = ConfigDict(extra="forbid")


class KeptRevision(_Kept):
    """One state; ``parent`` is the number of the one it was made from, ``format_version`` that of its design."""

    number: Annotated[int, Field(ge=1)]
    parent: int | None
    title: Annotated[str, Field(min_length=1, max_length=80)]
    design: Any
    format_version: Annotated[int, Field(ge=1)] = 1
    change: Annotated[str, Field(max_length=200)]
    made_at: datetime


class KeptTrial(_Kept):
    """One trial; ``revision`` is the number of the design it was run with."""

    id: Annotated[str, Field(max_length=12)]
    key: Annotated[str, Field(max_length=40)]
    revision: int
    corrects: str | None
    made_at: datetime
    trial: dict[str, Any]


class KeptDemonstration(_Kept):
    """One demonstration, whole."""

    id: Annotated[str, Field(max_length=12)]
    version: Annotated[int, Field(ge=1)]
    head: int
    created_at: datetime
    deleted_at: datetime | None
    ticks: list[str]
    revisions: Annotated[list[KeptRevision], Field(min_length=1)]
    trials: list[KeptTrial]


class Manifest(_Kept):
    """What the zip says of itself."""

    format: Literal["oakspin.archive"] = "oakspin.archive"
    version: Annotated[int, Field(ge=1, le=VERSION)] = VERSION
    demonstrations: list[str]


def pack(demonstrations: list[KeptDemonstration]) -> bytes:
    """The zip. ``files/`` holds the present designs and trials once more, for other programs."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        manifest = Manifest(demonstrations=[demonstration.id for demonstration in demonstrations])
        archive.writestr("manifest.json", _text(manifest))
        for demonstration in demonstrations:
            archive.writestr(f"demonstrations/{demonstration.id}.json", _text(demonstration))
            shown = next(revision for revision in demonstration.revisions if revision.number == demonstration.head)
            name = f"files/{slug(shown.title)}-{demonstration.id}"
            design = readable(shown)
            if design:
                archive.writestr(f"{name}.oak.json", to_text(Document(title=shown.title, design=design)))
            corrected = {trial.corrects for trial in demonstration.trials}
            holding = [Trial.model_validate(t.trial) for t in demonstration.trials if t.id not in corrected]
            archive.writestr(f"{name}-trials.csv", trial_table(holding))
    return out.getvalue()


def readable(revision: KeptRevision) -> Design | None:
    """The design of a revision, or none where this program cannot read it."""
    try:
        return design_of(revision.design, revision.format_version)
    except UnreadableDesign:
        return None


def _text(model: BaseModel) -> str:
    return json.dumps(model.model_dump(mode="json"), indent=1, ensure_ascii=False) + "\n"


def unpack(content: bytes) -> list[KeptDemonstration]:
    """Read a zip that :func:`pack` wrote.

    Raises
    ------
    UnreadableDesign
        Not such a zip, damaged, or with a bad value in it; one fault for each thing wrong.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            if sum(entry.file_size for entry in archive.infolist()) > MOST_BYTES:
                raise UnreadableDesign([Fault("/", "too much", f"at most {MOST_BYTES} bytes unpacked", HINT)])
            manifest = Manifest.model_validate(_json(archive, "manifest.json"))
            return [_one(archive, f"demonstrations/{id_}.json") for id_ in manifest.demonstrations]
    except ValidationError:
        raise UnreadableDesign(
            [Fault("/manifest.json", "another format", f"{FORMAT}, version {VERSION} or older", HINT)]
        ) from None
    except (zipfile.BadZipFile, KeyError, ValueError) as error:
        raise UnreadableDesign([Fault("/", str(error) or "a damaged file", "a whole archive", HINT)]) from None


def _json(archive: zipfile.ZipFile, name: str) -> Any:
    return json.loads(archive.read(name))


def _one(archive: zipfile.ZipFile, name: str) -> KeptDemonstration:
    try:
        # JSON has no dates and no tuples: lax reading, as it was written by model_dump.
        kept = KeptDemonstration.model_validate_json(archive.read(name))
        for trial in kept.trials:
            Trial.model_validate(trial.trial)
    except ValidationError as error:
        faults = [Fault(f"/{name}{fault.field}", fault.value, fault.limit, fault.hint) for fault in faults_of(error)]
        raise UnreadableDesign(faults) from None
    numbers = {revision.number for revision in kept.revisions}
    wanted = {kept.head, *(trial.revision for trial in kept.trials), *(r.parent for r in kept.revisions if r.parent)}
    if not wanted <= numbers:
        missing = sorted(wanted - numbers)
        raise UnreadableDesign([Fault(f"/{name}", f"revision {missing[0]} missing", "every revision named", HINT)])
    return kept
