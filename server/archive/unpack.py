"""Read an archive back, piece by piece, checked before anything is believed."""

from __future__ import annotations

import zipfile
import zlib
from collections.abc import Iterator
from typing import IO, TypeVar

from pydantic import BaseModel, ValidationError

from oakspin.design.document import faults_of
from oakspin.errors import Fault, UnreadableDesign, UnreadableRecording
from oakspin.instruments.recording import recording_of
from oakspin.measure import Trial
from server.archive.kept import (
    CLASSES,
    DRAWER,
    FORMAT,
    PRACTICE,
    VERSION,
    KeptBench,
    KeptCase,
    KeptClass,
    KeptClasses,
    KeptDemonstration,
    KeptDrawer,
    KeptPractice,
    Manifest,
    twice,
    whole_links,
)
from server.archive.limits import HINT, json_in, text_of, unchanged, within_limits
from server.archive.pack import recording_name

Content = TypeVar("Content", bound=BaseModel)


def unpack(file: IO[bytes]) -> Iterator[KeptDemonstration]:
    """Read a zip that :func:`pack` wrote, one demonstration after the other; only at the end is it known to be whole.

    Raises
    ------
    UnreadableDesign
        Not such a zip, damaged, or with a bad value in it; one fault for each thing wrong.
    """
    try:
        with zipfile.ZipFile(file) as archive:
            within_limits(archive)
            manifest = Manifest.model_validate(json_in(archive, "manifest.json"))
            unchanged(archive, manifest.checksums)
            if manifest.practice:
                _kept_file(archive, PRACTICE, KeptPractice)
            if manifest.drawer:
                _kept_file(archive, DRAWER, KeptDrawer)
            if manifest.classes:
                _kept_file(archive, CLASSES, KeptClasses)
            for id_ in manifest.demonstrations:
                yield _with_recordings(archive, _one(archive, f"demonstrations/{id_}.json"))
    except ValidationError:
        raise UnreadableDesign(
            [Fault("/manifest.json", "another format", f"{FORMAT}, version {VERSION} or older", HINT)]
        ) from None
    except (zipfile.BadZipFile, zlib.error, KeyError, ValueError, RuntimeError, EOFError, OSError) as error:
        # Among them an encrypted zip, and one packed in a way that this program does not know.
        raise UnreadableDesign([Fault("/", str(error) or "a damaged file", "a whole archive", HINT)]) from None


def bench_in(file: IO[bytes]) -> KeptBench:
    """What a zip that :func:`unpack` has read says of the bench."""
    with zipfile.ZipFile(file) as archive:
        return Manifest.model_validate(json_in(archive, "manifest.json")).bench


def practice_in(file: IO[bytes]) -> list[KeptCase]:
    """The cases of practice in a zip that :func:`unpack` has read."""
    with zipfile.ZipFile(file) as archive:
        listed = Manifest.model_validate(json_in(archive, "manifest.json")).practice
        return _kept_file(archive, PRACTICE, KeptPractice).cases if listed else []


def drawer_in(file: IO[bytes]) -> KeptDrawer:
    """The Drawer in a zip that :func:`unpack` has read."""
    with zipfile.ZipFile(file) as archive:
        listed = Manifest.model_validate(json_in(archive, "manifest.json")).drawer
        return _kept_file(archive, DRAWER, KeptDrawer) if listed else KeptDrawer()


def classes_in(file: IO[bytes]) -> list[KeptClass]:
    """The classes in a zip that :func:`unpack` has read."""
    with zipfile.ZipFile(file) as archive:
        listed = Manifest.model_validate(json_in(archive, "manifest.json")).classes
        return _kept_file(archive, CLASSES, KeptClasses).classes if listed else []


def _kept_file(archive: zipfile.ZipFile, name: str, model: type[Content]) -> Content:
    """A file that stands beside the demonstrations. Raises ``UnreadableDesign``."""
    try:
        return model.model_validate_json(text_of(archive, name))
    except ValidationError as error:
        faults = [Fault(f"/{name}{fault.field}", fault.value, fault.limit, fault.hint) for fault in faults_of(error)]
        raise UnreadableDesign(faults) from None


def _with_recordings(archive: zipfile.ZipFile, kept: KeptDemonstration) -> KeptDemonstration:
    for trial in kept.trials:
        if trial.recorded:
            place = recording_name(kept, trial)
            trial.recording = text_of(archive, place).decode()
            try:
                recording_of(trial.recording)
            except UnreadableRecording as error:
                raise UnreadableDesign(
                    [Fault(f"/{place}{each.field}", each.value, each.limit, HINT) for each in error.faults]
                ) from None
    return kept


def _one(archive: zipfile.ZipFile, name: str) -> KeptDemonstration:
    try:
        # JSON has no dates and no tuples: lax reading, as it was written by model_dump.
        kept = KeptDemonstration.model_validate_json(text_of(archive, name))
        for trial in kept.trials:
            Trial.model_validate(trial.trial)
    except ValidationError as error:
        faults = [Fault(f"/{name}{fault.field}", fault.value, fault.limit, fault.hint) for fault in faults_of(error)]
        raise UnreadableDesign(faults) from None
    numbers = {revision.number for revision in kept.revisions}
    if len(numbers) < len(kept.revisions) or twice(kept.trials) or twice(kept.repairs):
        raise UnreadableDesign([Fault(f"/{name}", "one number for two", "each revision, trial and repair once", HINT)])
    named = [*(trial.revision for trial in kept.trials), *(repair.revision for repair in kept.repairs)]
    wanted = {kept.head, *named, *(r.parent for r in kept.revisions if r.parent)}
    if not wanted <= numbers:
        missing = sorted(wanted - numbers)
        raise UnreadableDesign([Fault(f"/{name}", f"revision {missing[0]} missing", "every revision named", HINT)])
    whole_links(name, {r.number: r.parent for r in kept.revisions}, "parent")
    whole_links(name, {trial.id: trial.corrects for trial in kept.trials}, "corrects")
    return kept
