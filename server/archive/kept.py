"""The archive's format: one JSON file a demonstration, with all its revisions and trials.

1  the first
2  each revision says in which version of the design format it is; what cannot be read goes along as it is
3  when a demonstration was changed last, and when a trial was struck out
4  the manifest holds a checksum of every other file
5  recordings of trials; whether what the bench taught counts, and since when
6  what was found wrong with motors; cases of practice; the Drawer
7  which parts of motors are those of the Drawer
8  classes
9  what a class made of it is called its results
"""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict, Field, model_validator

from oakspin.classroom.plan import plan_of
from oakspin.classroom.results import results_of
from oakspin.design import Design, design_of
from oakspin.design.models import Title, misfit
from oakspin.diagnose.repair import Repair
from oakspin.drawer.entry import Entry
from oakspin.errors import Fault, UnreadableDesign
from oakspin.kinds.recipe import Place
from oakspin.practice.case import Act
from oakspin.practice.record import Level
from server.archive.limits import CUT, HINT

FORMAT = "oakspin.archive"
VERSION = 9
PRACTICE, DRAWER, CLASSES = "practice.json", "drawer.json", "classes.json"


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

    @model_validator(mode="before")
    @classmethod
    def _as_named_now(cls, value: Any) -> Any:
        """Results of archives before version 9 stood under ``came``."""
        if not isinstance(value, dict):
            return value
        return {name.replace("came", "results"): own for name, own in value.items()}

    @model_validator(mode="after")
    def _can_be_read(self) -> Self:
        for name, read in (("plan", plan_of), ("results", results_of)):
            try:
                read(getattr(self, name))
            except UnreadableDesign as error:
                fault = error.faults[0]
                raise misfit(f"{name}{fault.field}", fault.value, fault.limit, fault.hint) from None
        return self


class KeptClasses(_Kept):
    """All classes, in the file ``classes.json``."""

    classes: Annotated[list[KeptClass], Field(max_length=5_000)] = []


def readable(revision: KeptRevision) -> Design | None:
    """The design of a revision, or none where this program cannot read it."""
    try:
        return design_of(revision.design, revision.format_version)
    except UnreadableDesign:
        return None


def twice(rows: Sequence[KeptTrial | KeptRepair]) -> bool:
    return len({row.id for row in rows}) < len(rows)


def whole_links(name: str, links: dict[Any, Any], what: str) -> None:
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
