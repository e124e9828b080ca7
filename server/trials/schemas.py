"""Bodies of the trials' routes."""

from __future__ import annotations

from datetime import datetime
from functools import lru_cache
from typing import Annotated

from ninja import Schema
from pydantic import Field

from oakspin.diagnose.repair import Repair
from oakspin.errors import OakSpinError
from oakspin.instruments.recording import MOST_BYTES
from oakspin.measure import Comparison, Trial, compare
from server.shelf.actions import design_in
from server.strict import Body
from server.trials import models
from server.trials.actions import recorded, trial_in
from server.trials.repairs import repair_in, sentence_of


class TrialBody(Body):
    """A trial to keep. ``key`` is the sender's name for it; ``corrects`` the trial that it corrects, ``revision`` the
    number of the revision that its sender saw, ``recording`` a CSV table of what instruments recorded."""

    key: Annotated[str, Field(min_length=8, max_length=40)]
    trial: Trial
    corrects: str | None = None
    revision: Annotated[int | None, Field(ge=1, le=2**31)] = None
    recording: Annotated[str, Field(max_length=MOST_BYTES)] = ""


class RepairBody(Body):
    """What was wrong with a motor. ``key`` is the sender's name for it."""

    key: Annotated[str, Field(min_length=8, max_length=40)]
    repair: Repair


class RepairView(Schema):
    """A line of a motor's history: what was wrong, in words, and all that was done; struck out or not."""

    id: str
    made_at: datetime
    sentence: str
    repair: Repair
    struck: bool

    @classmethod
    def of(cls, kept: models.Repair) -> RepairView:
        """From its row."""
        return cls(
            id=kept.id,
            made_at=kept.made_at,
            sentence=sentence_of(kept),
            repair=repair_in(kept),
            struck=kept.struck_at is not None,
        )


class TableBody(Body):
    """A CSV table of trials."""

    text: Annotated[str, Field(max_length=1_000_000)]


class IntakeView(Schema):
    """How many trials of a table came in, and how many were here already."""

    added: int
    here_already: int


class TrialView(Schema):
    """A trial as it is kept, with its figures against the prediction for the motor as built."""

    id: str
    made_at: datetime
    trial: Trial
    revision: int
    corrects: str | None
    corrected: bool
    struck: bool
    recorded: bool
    comparisons: list[Comparison]

    @staticmethod
    def of(kept: models.Trial) -> TrialView:
        """The wire form of a trial."""
        trial = trial_in(kept)
        return TrialView(
            id=kept.id,
            made_at=kept.made_at,
            trial=trial,
            revision=kept.revision.number,
            corrects=kept.corrects_id,
            corrected=kept.was_corrected if hasattr(kept, "was_corrected") else kept.corrections.exists(),
            struck=kept.struck_at is not None,
            recorded=kept.was_recorded if hasattr(kept, "was_recorded") else recorded(kept) != "",
            comparisons=list(_compared(kept.revision_id, kept.id)),
        )


@lru_cache(maxsize=2000)
def _compared(revision_id: int, trial_id: str) -> tuple[Comparison, ...]:
    # Neither a revision nor a trial ever changes, so the comparison is made once.
    kept = models.Trial.objects.select_related("revision").get(id=trial_id, revision_id=revision_id)
    try:
        return compare(design_in(kept.revision), trial_in(kept))
    except OakSpinError:
        return ()  # the design that it was run with cannot be read: the readings stand alone
