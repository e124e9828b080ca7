"""The archive's format: one JSON file a demonstration, with all its revisions and trials.

1  the first
2  each revision says in which version of the design format it is; what cannot be read goes along as it is
3  when a demonstration was changed last, and when a trial was struck out
4  the manifest holds a checksum of every other file
5  recordings of trials; whether what the bench taught counts, and since when
6  what was found wrong with motors; cases of practice; the Drawer
7  which parts of motors are those of the Drawer
8  classes
"""

from __future__ import annotations

import hashlib
import json
import zipfile
import zlib
from collections.abc import Iterable, Iterator, Sequence
from datetime import datetime
from typing import IO, Annotated, Any, Literal, Self, TypeVar

import numpy as np
from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict, Field, ValidationError, model_validator

from oakspin.classroom.plan import plan_of
from oakspin.classroom.results import results_of
from oakspin.design import Design, Document, design_of, to_text
from oakspin.design.document import faults_of
from oakspin.design.models import Title, misfit
from oakspin.diagnose.repair import Repair
from oakspin.drawer.entry import Entry
from oakspin.errors import Fault, UnreadableDesign, UnreadableRecording
from oakspin.instruments.recording import recording_of
from oakspin.kinds.recipe import Place
from oakspin.measure import Trial, trial_table
from oakspin.practice.case import Act
from oakspin.practice.record import Level
from server.downloads import slug

FORMAT = "oakspin.archive"
VERSION = 8
MOST_ENTRIES, MOST_BYTES, MOST_EACH = 6_000, 120_000_000, 8_000_000  # unpacked; years of a busy shelf take less
MOST_TIMES = 200  # that an entry may be longer than it is packed: text of ours packs 5 to 30 times
# Of one entry: what opens and what parts values in its text, which bounds the memory that reading it takes.
MOST_OPENED, MOST_PARTED, MOST_DEPTH = 200_000, 700_000, 40
CUT = "The archive was changed or damaged on its way: save everything anew where it came from."
PRACTICE, DRAWER, CLASSES = "practice.json", "drawer.json", "classes.json"
HINT = "Choose a zip that Oak Spin wrote."


Beside = TypeVar("Beside", bound=BaseModel)


def _reckonable(moment: datetime) -> datetime:
    if not 1980 < moment.year < 9000:
        raise ValueError("a time from 1981 to 8999")
    return moment


Moment = Annotated[AwareDatetime, AfterValidator(_reckonable)]
Number = Annotated[int, Field(ge=1, le=2**31 - 1)]
Word = Annotated[str, Field(min_length=1, max_length=40)]
Steps = Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=60)]


class _Kept(BaseModel):
    model_config = ConfigDict(extra="forbid")


class KeptRevision(_Kept):
    """One state; ``parent`` is the number of the one it was made from, ``format_version`` that of its design."""

    number: Number
    parent: Number | None
    title: Title
    design: Any
    format_version: Annotated[int, Field(ge=1, le=30_000)] = 1
    change: Annotated[str, Field(max_length=200)]
    made_at: Moment


class KeptTrial(_Kept):
    """One trial; ``revision`` is the number of the design it was run with.

    Where it is ``recorded``, its recording stands in a file of its own.
    """

    id: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    key: Annotated[str, Field(max_length=40)]
    revision: Number
    corrects: str | None
    made_at: Moment
    struck_at: Moment | None = None
    trial: dict[str, Any]
    recorded: bool = False
    recording: Annotated[str, Field(exclude=True)] = ""


class KeptRepair(_Kept):
    """What was wrong with a motor; ``revision`` is the number of the design it had then."""

    id: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    key: Annotated[str, Field(max_length=40)]
    revision: Number
    made_at: Moment
    struck_at: Moment | None = None
    repair: Repair


class KeptCase(_Kept):
    """A case of practice that has ended: what it hid, what was named, and how long it took."""

    id: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    round: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    level: Level
    kind: Word
    design: Any
    format_version: Annotated[int, Field(ge=1, le=30_000)]
    seed: Annotated[int, Field(ge=0, le=2**62)]
    acts: Annotated[list[Act | Word], Field(max_length=400)]
    begun_at: Moment
    ended_at: Moment
    hidden: Annotated[list[Word], Field(max_length=4)]
    named: Annotated[str, Field(max_length=40)]
    right: bool
    minutes: Annotated[float, Field(ge=0, le=1e6)]
    ideal: Annotated[float, Field(ge=0, le=1e6)]


class KeptState(_Kept):
    """A state of an entry of the Drawer; ``before`` is the place in the list of the one that it was made from."""

    before: Annotated[int, Field(ge=0, le=10_000)] | None
    entry: Entry
    change: Annotated[str, Field(max_length=200)]
    made_at: Moment


class KeptEntry(_Kept):
    """An entry of the Drawer with its history; ``shown`` is the place in the list of the state that is shown."""

    id: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    version: Number
    shown: Annotated[int, Field(ge=0, le=10_000)]
    created_at: Moment
    deleted_at: Moment | None
    states: Annotated[list[KeptState], Field(min_length=1, max_length=10_000)]

    @model_validator(mode="after")
    def _links_lead_back(self) -> Self:
        late = [at for at, state in enumerate(self.states) if state.before is not None and state.before >= at]
        if late or self.shown >= len(self.states):
            raise misfit("states", "a link to a later state", "links to earlier states", CUT)
        return self


class KeptDemonstration(_Kept):
    """One demonstration, whole."""

    id: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    version: Number
    head: Number
    created_at: Moment
    changed_at: Moment | None = None
    deleted_at: Moment | None
    ticks: Steps
    revisions: Annotated[list[KeptRevision], Field(min_length=1)]
    trials: list[KeptTrial]
    repairs: Annotated[list[KeptRepair], Field(max_length=10_000)] = []


class KeptBench(_Kept):
    """Whether what the bench taught counts for every motor, and since when."""

    counts: bool = True
    since: Moment | None = None


class Manifest(_Kept):
    """What the zip says of itself."""

    format: Literal["oakspin.archive"] = "oakspin.archive"
    version: Annotated[int, Field(ge=1, le=VERSION)] = VERSION
    demonstrations: Annotated[list[Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]], Field(max_length=2_000)]
    checksums: dict[str, str] = {}  # SHA-256 of every other file, by its name
    bench: KeptBench = KeptBench()
    practice: bool = False
    drawer: bool = False
    classes: bool = False


class KeptUse(_Kept):
    """That a motor's part is an entry of the Drawer, and how much of it the built motor holds."""

    demonstration: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    place: Place
    entry: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    drawn: Annotated[float, Field(ge=0, le=1e6)] | None = None


class KeptDrawer(_Kept):
    """The Drawer, in the file ``drawer.json``, and which motors its parts are in."""

    entries: Annotated[list[KeptEntry], Field(max_length=5_000)] = []
    used: Annotated[list[KeptUse], Field(max_length=10_000)] = []


class KeptPractice(_Kept):
    """The cases of practice, in the file ``practice.json``."""

    cases: Annotated[list[KeptCase], Field(max_length=20_000)] = []


class KeptClass(_Kept):
    """A class that was planned, and what came of it, by the content of its file."""

    id: Annotated[str, Field(pattern=r"^[0-9a-z]{1,12}$")]
    version: Number
    created_at: Moment
    changed_at: Moment
    deleted_at: Moment | None
    plan: dict[str, Any]
    results: dict[str, Any] = {}
    results_version: Number = 1
    foretold_for: Annotated[str, Field(max_length=64)] = ""
    kept: dict[Annotated[str, Field(max_length=80)], Word] = {}

    @model_validator(mode="after")
    def _can_be_read(self) -> Self:
        for name, read in (("plan", plan_of), ("came", results_of)):
            try:
                read(getattr(self, name))
            except UnreadableDesign as error:
                fault = error.faults[0]
                raise misfit(f"{name}{fault.field}", fault.value, fault.limit, fault.hint) from None
        return self


class KeptClasses(_Kept):
    """All classes, in the file ``classes.json``."""

    classes: Annotated[list[KeptClass], Field(max_length=5_000)] = []


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
                    write(_place(demonstration, trial), trial.recording)
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


def _place(demonstration: KeptDemonstration, trial: KeptTrial) -> str:
    return f"recordings/{demonstration.id}-{trial.id}.csv"


def readable(revision: KeptRevision) -> Design | None:
    """The design of a revision, or none where this program cannot read it."""
    try:
        return design_of(revision.design, revision.format_version)
    except UnreadableDesign:
        return None


def _text(model: BaseModel) -> str:
    return json.dumps(model.model_dump(mode="json"), indent=1, ensure_ascii=False) + "\n"


def unpack(file: IO[bytes]) -> Iterator[KeptDemonstration]:
    """Read a zip that :func:`pack` wrote, one demonstration after the other; only at the end is it known to be whole.

    Raises
    ------
    UnreadableDesign
        Not such a zip, damaged, or with a bad value in it; one fault for each thing wrong.
    """
    try:
        with zipfile.ZipFile(file) as archive:
            _within_limits(archive)
            manifest = Manifest.model_validate(_json(archive, "manifest.json"))
            _unchanged(archive, manifest.checksums)
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
        return Manifest.model_validate(_json(archive, "manifest.json")).bench


def practice_in(file: IO[bytes]) -> list[KeptCase]:
    """The cases of practice in a zip that :func:`unpack` has read."""
    with zipfile.ZipFile(file) as archive:
        listed = Manifest.model_validate(_json(archive, "manifest.json")).practice
        return _kept_file(archive, PRACTICE, KeptPractice).cases if listed else []


def drawer_in(file: IO[bytes]) -> KeptDrawer:
    """The Drawer in a zip that :func:`unpack` has read."""
    with zipfile.ZipFile(file) as archive:
        listed = Manifest.model_validate(_json(archive, "manifest.json")).drawer
        return _kept_file(archive, DRAWER, KeptDrawer) if listed else KeptDrawer()


def classes_in(file: IO[bytes]) -> list[KeptClass]:
    """The classes in a zip that :func:`unpack` has read."""
    with zipfile.ZipFile(file) as archive:
        listed = Manifest.model_validate(_json(archive, "manifest.json")).classes
        return _kept_file(archive, CLASSES, KeptClasses).classes if listed else []


def _kept_file(archive: zipfile.ZipFile, name: str, model: type[Beside]) -> Beside:
    """A file that stands beside the demonstrations. Raises ``UnreadableDesign``."""
    try:
        return model.model_validate_json(_text_of(archive, name))
    except ValidationError as error:
        faults = [Fault(f"/{name}{fault.field}", fault.value, fault.limit, fault.hint) for fault in faults_of(error)]
        raise UnreadableDesign(faults) from None


def _with_recordings(archive: zipfile.ZipFile, kept: KeptDemonstration) -> KeptDemonstration:
    for trial in kept.trials:
        if trial.recorded:
            place = _place(kept, trial)
            trial.recording = _text_of(archive, place).decode()
            try:
                recording_of(trial.recording)
            except UnreadableRecording as error:
                raise UnreadableDesign(
                    [Fault(f"/{place}{each.field}", each.value, each.limit, HINT) for each in error.faults]
                ) from None
    return kept


def _within_limits(archive: zipfile.ZipFile) -> None:
    """Refuse before anything is unpacked. Raises ``UnreadableDesign``."""
    entries = archive.infolist()
    names = {entry.filename for entry in entries}
    whole = sum(entry.file_size for entry in entries)
    worst = max((entry.file_size / max(entry.compress_size, 1) for entry in entries), default=0)
    longest = max((entry.file_size for entry in entries), default=0)
    limits = (
        (len(entries) > MOST_ENTRIES, f"{len(entries)} files", f"at most {MOST_ENTRIES}"),
        (len(names) < len(entries), "a file twice", "each file once"),
        (whole > MOST_BYTES, f"{whole} bytes", f"at most {MOST_BYTES} bytes unpacked"),
        (longest > MOST_EACH, f"a file of {longest} bytes", f"at most {MOST_EACH} bytes each"),
        (worst > MOST_TIMES, f"a file packed {worst:.0f} times", f"at most {MOST_TIMES} times"),
    )
    faults = [Fault("/", value, limit, HINT) for broken, value, limit in limits if broken]
    if faults:
        raise UnreadableDesign(faults)


def checksum(text: bytes) -> str:
    """The checksum of a file, as the manifest tells it."""
    return hashlib.sha256(text).hexdigest()


def _unchanged(archive: zipfile.ZipFile, sums: dict[str, str]) -> None:
    """Every file is as it was written; archives before version 4 do not tell. Raises ``UnreadableDesign``."""
    there = {entry.filename for entry in archive.infolist()}
    for name, listed in sums.items():
        if name not in there:
            raise UnreadableDesign([Fault(f"/{name}", "nothing", "every file that the archive lists", CUT)])
        if checksum(_text_of(archive, name)) != listed:
            raise UnreadableDesign([Fault(f"/{name}", "other content than was written", "the file as written", CUT)])


def _text_of(archive: zipfile.ZipFile, name: str) -> bytes:
    """One entry, no longer than it may be whatever the zip says of it, and no more tangled than it may be.

    Raises ``UnreadableDesign``.
    """
    with archive.open(name) as entry:
        text = entry.read(MOST_EACH + 1)
    opened = text.count(b"{") + text.count(b"[")
    parted, deep = text.count(b","), _depth(text)
    if len(text) > MOST_EACH or opened > MOST_OPENED or parted > MOST_PARTED or deep > MOST_DEPTH:
        raise UnreadableDesign([Fault(f"/{name}", "too much in one file", "what one motor can have", HINT)])
    return text


def _depth(text: bytes) -> int:
    """How deep lists and objects stand in each other at most; what stands in quotes counts, too, but rarely opens."""
    marks, depth, deepest = np.frombuffer(text, np.uint8), 0, 0
    for start in range(0, marks.size, PIECE):
        piece = marks[start : start + PIECE]
        steps = np.cumsum(np.isin(piece, OPENS).astype(np.int32) - np.isin(piece, CLOSES))
        deepest, depth = max(deepest, depth + int(steps.max())), depth + int(steps[-1])
    return deepest


PIECE = 500_000  # looked through at once, so that looking takes less memory than reading
OPENS, CLOSES = np.frombuffer(b"{[", np.uint8), np.frombuffer(b"}]", np.uint8)


def _json(archive: zipfile.ZipFile, name: str) -> Any:
    return json.loads(_text_of(archive, name))


def _one(archive: zipfile.ZipFile, name: str) -> KeptDemonstration:
    try:
        # JSON has no dates and no tuples: lax reading, as it was written by model_dump.
        kept = KeptDemonstration.model_validate_json(_text_of(archive, name))
        for trial in kept.trials:
            Trial.model_validate(trial.trial)
    except ValidationError as error:
        faults = [Fault(f"/{name}{fault.field}", fault.value, fault.limit, fault.hint) for fault in faults_of(error)]
        raise UnreadableDesign(faults) from None
    numbers = {revision.number for revision in kept.revisions}
    if len(numbers) < len(kept.revisions) or _twice(kept.trials) or _twice(kept.repairs):
        raise UnreadableDesign([Fault(f"/{name}", "one number for two", "each revision, trial and repair once", HINT)])
    named = [*(trial.revision for trial in kept.trials), *(repair.revision for repair in kept.repairs)]
    wanted = {kept.head, *named, *(r.parent for r in kept.revisions if r.parent)}
    if not wanted <= numbers:
        missing = sorted(wanted - numbers)
        raise UnreadableDesign([Fault(f"/{name}", f"revision {missing[0]} missing", "every revision named", HINT)])
    _whole_links(name, {r.number: r.parent for r in kept.revisions}, "parent")
    _whole_links(name, {trial.id: trial.corrects for trial in kept.trials}, "corrects")
    return kept


def _twice(rows: Sequence[KeptTrial | KeptRepair]) -> bool:
    return len({row.id for row in rows}) < len(rows)


def _whole_links(name: str, links: dict[Any, Any], what: str) -> None:
    """Every link leads to something that is there, and no way of links leads round in a circle.

    Raises ``UnreadableDesign`` with the first that does not.
    """
    ends = set[Any]()
    for start in links:
        way, place = dict[Any, None](), start
        while place is not None and place not in ends:
            if place in way:
                raise UnreadableDesign([Fault(f"/{name}", f"{what} of {start} in a circle", "links that end", HINT)])
            way[place] = None
            if place not in links:
                raise UnreadableDesign([Fault(f"/{name}", f"{what} {place}", "one that is in the archive", HINT)])
            place = links[place]
        ends |= way.keys()
