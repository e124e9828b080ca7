"""What can be done with what trials teach: learn from them, look with it, leave the bench out or begin it anew."""

from __future__ import annotations

import hashlib
import io
import json
from collections.abc import Iterable
from contextlib import suppress
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any

import numpy as np
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from oakspin.design import Design
from oakspin.draws import DRAWS, Draws, Learned
from oakspin.errors import OakSpinError
from oakspin.learn.history import Ran
from oakspin.learn.known import NOTHING, SharedLaw, Site
from oakspin.learn.share import BuiltShare
from server.drawer.used import actions as used
from server.learning import models
from server.shelf.actions import design_in, find, head_of
from server.shelf.glances import made_by
from server.shelf.models import Demonstration
from server.trials import actions as trials

Sites = tuple[Site, ...]
KEPT = 3  # answers of one motor


def runs_of(id_: str, left_out: Iterable[str] = ()) -> list[Ran]:
    """The trials of a motor that hold and count, oldest first, each with the design it was run with.

    Raises ``Http404``.
    """
    without, bench, runs = set(left_out), _bench(), []
    for kept in trials.trials_of(id_).filter(corrections=None, struck_at=None).order_by("made_at", "id"):
        if kept.id in without or (bench.since and kept.made_at < bench.since):
            continue
        with suppress(OakSpinError):  # what it was run with cannot be read any more
            runs.append(Ran(kept.id, design_in(kept.revision), trials.trial_in(kept)))
    return runs


def signature(runs: list[Ran], *more: object) -> str:
    """A name for these trials and whatever else an answer hangs on."""
    plain = [[run.id, run.design.model_dump_json(), run.trial.model_dump_json()] for run in runs]
    return hashlib.sha256(json.dumps([made_by(), plain, *map(str, more)]).encode()).hexdigest()


def design_of(id_: str) -> Design:
    """The design of a motor as it is saved. Raises ``Http404``."""
    return design_in(head_of(find(id_)))


def others(id_: str) -> list[Site]:
    """What the trials of all other motors told of what all share, and of parts of the Drawer that they share with this
    one; nothing where that is switched off.
    """
    if not _bench().counts:
        return []
    found: list[Site] = []
    shared = used.shared_constants(id_)
    for finding in models.SharedFindings.objects.exclude(demonstration_id=id_).filter(demonstration__deleted_at=None):
        if finding.signature == signature(runs_of(finding.demonstration_id)):
            # What two motors learned of one part of the Drawer holds for both.
            same = shared.get(finding.demonstration_id, frozenset())
            found += [
                site.only(key for key in site.keys if key[1] == "world" or (key[1] == "part" and key[0] in same))
                for site in _sites_in(finding.sites)
            ]
    return found


def untold() -> list[str]:
    """Motors with trials whose word on the bench is not kept, or is of other trials."""
    found = []
    for motor in Demonstration.objects.filter(deleted_at=None, trials__isnull=False).distinct():
        runs = runs_of(motor.id)
        finding = models.SharedFindings.objects.filter(demonstration=motor).first()
        if finding is None or finding.signature != signature(runs):
            found.append(motor.id)
    return found


def all_findings() -> tuple[list[Site], int]:
    """What all motors told, and how many motors did."""
    found: list[Site] = []
    rows = list(models.SharedFindings.objects.filter(demonstration__deleted_at=None))
    for finding in rows:
        found += _sites_in(finding.sites)
    return found, sum(1 for finding in rows if any(site["keys"] for site in finding.sites))


def keep_findings(id_: str, runs: list[Ran], sites: Sites) -> None:
    """Keep what a motor's trials told of the bench."""
    models.SharedFindings.objects.update_or_create(
        demonstration_id=id_,
        defaults={"signature": signature(runs), "sites": [_plain(site) for site in sites]},
    )


@dataclass(frozen=True)
class Kept:
    """What trials of a ``design`` (its text) taught: draws of the very rotor, draws of a changed plan, and the law of
    what other motors share.
    """

    design: str
    own: Learned | None
    changed: Learned | None
    law: SharedLaw


@transaction.atomic
def keep(id_: str, key: str, answer: str, kept: Kept) -> None:
    """Keep what was learned under its key; the oldest of a motor go."""
    models.Learned.objects.update_or_create(
        key=key, defaults={"demonstration_id": id_, "draws": _packed(kept), "answer": answer, "made_at": timezone.now()}
    )
    old = models.Learned.objects.filter(demonstration_id=id_).order_by("-made_at").values_list("key", flat=True)[KEPT:]
    models.Learned.objects.filter(key__in=list(old)).delete()


def known_answer(key: str) -> str | None:
    """The answer that is kept under a key."""
    return models.Learned.objects.filter(key=key).values_list("answer", flat=True).first()


def draws_for(key: str | None, design: Design) -> Draws | None:
    """The draws under a key for a design: those of the very rotor for its own design, else of one built anew.

    None without a key. Raises ``Http404`` where the key is not known any more.
    """
    if key is None:
        return None
    if key.startswith(used.KEY):
        id_, learned = used.split_key(key)
        return used.with_parts(draws_for(learned, design) or Draws(), id_, design)
    kept = _kept(key)
    if kept.own is None or design.model_dump_json() != kept.design:
        return changed_draws(key)
    return Draws(kept.own.count, learned=kept.own)


def changed_draws(key: str | None) -> Draws | None:
    """The draws under a key for plans that are changed, as a sweep changes them. As :func:`draws_for`."""
    if key is None:
        return None
    if key.startswith(used.KEY):
        id_, learned = used.split_key(key)
        return used.with_parts(changed_draws(learned) or Draws(), id_, design_of(id_))
    other = _kept(key).changed
    return Draws(count=other.count if other else DRAWS, learned=other)


def law_for(key: str) -> SharedLaw:
    """What is known under a key of the world and of a motor's parts. Raises ``Http404``."""
    return _kept(key).law


def share_for(key: str) -> BuiltShare | None:
    """How many motors ran in which hands, by what is kept under a key."""
    answer = known_answer(key)
    share = json.loads(answer)["summary"].get("share") if answer else None
    return BuiltShare(**share) if share else None


@lru_cache(maxsize=8)
def _kept(key: str) -> Kept:
    content = models.Learned.objects.filter(key=key).values_list("draws", flat=True).first()
    if content is None:
        raise Http404(key)
    return _unpacked(bytes(content))


def _packed(kept: Kept) -> bytes:
    """As numpy's open file of arrays, draws in half the width."""
    keys = json.dumps(kept.law.keys)
    arrays: dict[str, Any] = {
        "design": np.frombuffer(kept.design.encode(), np.uint8),
        "law keys": np.frombuffer(keys.encode(), np.uint8),
        "law mean": kept.law.mean,
        "law covariance": kept.law.covariance,
        "law trials": np.array(kept.law.trials),
    }
    for kind, learned in (("own", kept.own), ("other", kept.changed)):
        for name, row in learned.positions.items() if learned else ():
            arrays[f"{kind}/{name}"] = np.asarray(row, np.float32)
    out = io.BytesIO()
    np.savez(out, **arrays)
    return out.getvalue()


def _unpacked(content: bytes) -> Kept:
    with np.load(io.BytesIO(content), allow_pickle=False) as file:
        text = file["design"].tobytes().decode()
        rows = {name: file[name].astype(float) for name in file.files if "/" in name}
        law = NOTHING
        if "law keys" in file.files:  # what was kept by an older program has none
            keys = tuple((name, whose) for name, whose in json.loads(file["law keys"].tobytes().decode()))
            law = SharedLaw(keys, file["law mean"], file["law covariance"], int(file["law trials"]))
    own, other = (
        {name.removeprefix(f"{kind}/"): row for name, row in rows.items() if name.startswith(f"{kind}/")}
        for kind in ("own", "other")
    )
    return Kept(text, Learned(own) if own else None, Learned(other) if other else None, law)


SHOWN = ("speed", "gate_time", "mean_current")  # what a motor's line tells, the first that was measured


def measured_by_motor() -> dict[str, tuple[dict[str, Any], dict[str, Any]]]:
    """By motor what its trials taught, and its main figure's row of that."""
    found: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {}
    for learned in models.Learned.objects.filter(demonstration__deleted_at=None).order_by("made_at"):
        summary = json.loads(learned.answer)["summary"]
        rows = {row["name"]: row for row in summary["rows"]}
        shown = next((rows[name] for name in SHOWN if name in rows), None)
        if shown:
            found[learned.demonstration_id] = (summary, shown)
    return found


def bench() -> models.Bench:
    """Whether what the bench taught counts, and since when."""
    return _bench()


def has_settings() -> bool:
    """Whether anybody here has said how what the bench taught counts."""
    return models.Bench.objects.exists()


def set_bench(*, counts: bool | None = None, since: datetime | None = None) -> models.Bench:
    """Switch it on or off, or begin anew: trials before ``since`` teach nothing any more."""
    row = _bench()
    if counts is not None:
        row.counts = counts
    if since is not None:
        row.since = since
        models.SharedFindings.objects.all().delete()
    row.save()
    return row


def _bench() -> models.Bench:
    return models.Bench.objects.filter(id=1).first() or models.Bench()


def _plain(site: Site) -> dict[str, object]:
    return {
        "keys": [list(key) for key in site.keys],
        "precision": site.precision.tolist(),
        "shift": site.shift.tolist(),
        "trials": site.trials,
    }


def _sites_in(plain: list[dict[str, object]]) -> list[Site]:
    return [
        Site(
            tuple((key[0], key[1]) for key in each["keys"]),  # type: ignore[attr-defined]
            np.array(each["precision"], float).reshape(len(each["keys"]), -1) if each["keys"] else np.zeros((0, 0)),  # type: ignore[arg-type]
            np.array(each["shift"], float),
            int(each["trials"]),  # type: ignore[call-overload]
        )
        for each in plain
    ]
