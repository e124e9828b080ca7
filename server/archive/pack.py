"""Write an archive: a zip with one JSON file a demonstration, its recordings, and what is kept besides."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Iterable
from typing import IO

from pydantic import BaseModel

from oakspin.design import Document, to_text
from oakspin.measure import Trial, trial_table
from server.archive.kept import (
    CLASSES,
    DRAWER,
    PRACTICE,
    KeptBench,
    KeptCase,
    KeptClass,
    KeptClasses,
    KeptDemonstration,
    KeptDrawer,
    KeptPractice,
    KeptTrial,
    Manifest,
    readable,
)
from server.archive.limits import checksum
from server.downloads import slug


def pack(
    demonstrations: Iterable[KeptDemonstration],
    out: IO[bytes],
    bench: KeptBench | None = None,
    practice: Iterable[KeptCase] = (),
    drawer: KeptDrawer | None = None,
    classes: Iterable[KeptClass] = (),
) -> None:
    """Write the zip, one demonstration after the other.

    ``files/`` holds the present designs and trials once more, for other programs.
    """
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        sums: dict[str, str] = {}
        names: list[str] = []

        def write(name: str, text: str) -> None:
            archive.writestr(name, text)
            sums[name] = checksum(text.encode())

        for demonstration in demonstrations:
            names.append(demonstration.id)
            for trial in demonstration.trials:
                if trial.recorded:
                    write(recording_name(demonstration, trial), trial.recording)
            write(f"demonstrations/{demonstration.id}.json", _text(demonstration))
            shown = next(revision for revision in demonstration.revisions if revision.number == demonstration.head)
            name = f"files/{slug(shown.title)}-{demonstration.id}"
            design = readable(shown)
            if design:
                write(f"{name}.oak.json", to_text(Document(title=shown.title, design=design)))
            corrected = {trial.corrects for trial in demonstration.trials}
            holding = [
                Trial.model_validate(t.trial) for t in demonstration.trials if t.id not in corrected and not t.struck_at
            ]
            write(f"{name}-trials.csv", trial_table(holding))
        cases = list(practice)
        if cases:
            write(PRACTICE, _text(KeptPractice(cases=cases)))
        owned = drawer is not None and bool(drawer.entries)
        if drawer and owned:
            write(DRAWER, _text(drawer))
        planned = list(classes)
        if planned:
            write(CLASSES, _text(KeptClasses(classes=planned)))
        manifest = Manifest(
            demonstrations=names,
            checksums=sums,
            bench=bench or KeptBench(),
            practice=bool(cases),
            drawer=owned,
            classes=bool(planned),
        )
        archive.writestr("manifest.json", _text(manifest))


def recording_name(demonstration: KeptDemonstration, trial: KeptTrial) -> str:
    return f"recordings/{demonstration.id}-{trial.id}.csv"


def _text(model: BaseModel) -> str:
    return json.dumps(model.model_dump(mode="json"), indent=1, ensure_ascii=False) + "\n"
