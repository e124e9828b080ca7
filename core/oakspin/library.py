"""The core as a library: a few functions for programs and notebooks, over the same rules as the application.

The names are offered by ``import oakspin``; docs/library.md shows each of them at work.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from oakspin.classroom.file import from_text as class_from_text
from oakspin.classroom.forecast.draw import Forecast
from oakspin.classroom.forecast.forecast import CLASSES, forecast
from oakspin.classroom.plan import ClassPlan, plan_of
from oakspin.design import Design, design_of, from_text
from oakspin.design.versions import VERSION
from oakspin.diagnose.ranking import Answer, Evidence, check_evidence
from oakspin.diagnose.signs import Sign
from oakspin.diagnose.views import DiagnosisView, bench_in, diagnosis_view
from oakspin.drawer.table import read_drawer
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.recipe import merged
from oakspin.learn.history import Ran
from oakspin.learn.summary import LearningSummary, summary_of
from oakspin.measure.table import read_trials
from oakspin.measure.trial import Trial
from oakspin.search.engine import DESIGNS, SEED, search
from oakspin.search.request import request_of
from oakspin.search.stock import stock_of
from oakspin.search.usual import USUAL_KIT
from oakspin.search.views import SearchView, search_view


def design_from(source: str | bytes | Mapping[str, Any]) -> Design:
    """Return a design from the text of an ``.oak.json`` file, or from plain values.

    Parameters
    ----------
    source : str or bytes, or mapping
        The text of a file of any version; or a ``kind`` and the values that differ from its usual design. Lengths in
        mm, as the names of the fields say.

    Raises
    ------
    UnreadableDesign
        With one fault per thing that is wrong: field, value, limit, what to do.

    Example
    -------
    >>> design_from({"kind": "frame", "magnets": {"count": 3}}).magnets.count
    3
    """
    if isinstance(source, str | bytes):
        return from_text(source).design
    kind = KINDS.get(str(source.get("kind")))
    usual = kind.start.model_dump(mode="json") if kind else {}
    return design_of(merged(usual, source), VERSION)


def search_parts(
    table: str | None = None, request: Mapping[str, Any] | None = None, *, designs: int = DESIGNS, seed: int = SEED
) -> SearchView:
    """Return what can be built from parts, best first.

    Parameters
    ----------
    table : str, optional
        Parts as a CSV table; a usual school kit where left out.
    request : mapping, optional
        What is asked: ``hands``, ``groups``, ``minutes``, ``matters``, ``kinds`` and more; usual values where left out.
    designs : int
        How many designs are tried, about.
    seed : int
        Same seed, same answer.

    Raises
    ------
    UnreadableDesign
        Where the request or the table cannot be read.

    Source
    ------
    Decision 028: machines are read between built ones, and the best are built anew.

    Example
    -------
    >>> found = search_parts(request={"kinds": ["roller"], "minutes": 300}, designs=500)
    >>> found.done, {each.kind for each in found.found}
    (True, {'roller'})
    """
    entries = read_drawer(table).entries if table is not None else USUAL_KIT
    wanted = request_of(dict(request or {}))
    *_, last = search(stock_of(entries), wanted, designs=designs, seed=seed)
    return search_view(last, wanted)


def learn_from(design: Design, trials: str | Iterable[Trial]) -> LearningSummary:
    """Return what trials of one motor teach; ``draws`` of the answer are the draws to evaluate with from then on.

    Parameters
    ----------
    design : Design
    trials : str, or iterable of Trial
        Trials as a CSV table, or one by one.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    UnreadableDesign
        Where the table cannot be read.

    Source
    ------
    Decision 024, and the sources it names.

    Example
    -------
    >>> from oakspin.rig.bench import rig_trials
    >>> motor = design_from({"kind": "roller"})
    >>> learn_from(motor, rig_trials(motor, 1, 1)).trials
    1
    """
    runs = read_trials(trials) if isinstance(trials, str) else trials
    return summary_of(design, [Ran(str(number), design, trial) for number, trial in enumerate(runs, 1)])


def find_faults(
    design: Design,
    signs: Sequence[Sign] = (),
    readings: Mapping[str, float] | None = None,
    answers: Mapping[str, Answer] | None = None,
) -> DiagnosisView:
    """Return what may be wrong on the bench with a motor that is right on paper, by rank.

    Parameters
    ----------
    design : Design
    signs : sequence of str
        What is seen, such as ``nothing``, ``trembles``, ``runs``, ``slow``.
    readings : mapping of str to float, optional
        ``current`` in A, ``volts`` in V while it is on, ``speed`` in turns a minute.
    answers : mapping of str to str, optional
        Checks that were made: the fault's id, and ``yes``, ``no`` or ``unsure``.

    Raises
    ------
    Refusal
        When no motor can be made of the design.
    UnfitPatch
        Where a fault is named that this motor cannot have.

    Source
    ------
    Decision 025.

    Example
    -------
    >>> faults = find_faults(design_from({"kind": "frame"}), ["nothing"])
    >>> len(faults.causes) > 5, faults.next is not None
    (True, True)
    """
    bench = bench_in(design.model_dump_json(), "current" in (readings or {}))
    known = Evidence(frozenset(signs), dict(readings or {}), dict(answers or {}))
    check_evidence(bench, known)
    return diagnosis_view(bench, known)


def forecast_lesson(plan: str | Mapping[str, Any] | ClassPlan, *, classes: int = CLASSES) -> Forecast:
    """Return how a lesson will go: how many groups will have their motor running, what stops them, what would help.

    Parameters
    ----------
    plan : str, mapping or ClassPlan
        The text of an ``.oakclass.json`` file, or its values.
    classes : int
        How many lessons are drawn.

    Raises
    ------
    UnreadableDesign
        Where the plan cannot be read.
    Refusal
        When no motor can be made of a design.

    Source
    ------
    Decision 029.

    Example
    -------
    >>> lesson = {"title": "Rollers", "date": "2026-12-01", "minutes": 60, "groups": ["Tern", "Kelp"], "pupils": 2,
    ...           "motors": [{"title": "Roller", "design": {"kind": "roller"}}]}
    >>> 0 <= forecast_lesson(lesson, classes=8).running.value <= 2
    True
    """
    if isinstance(plan, str):
        return forecast(class_from_text(plan).plan, classes=classes)
    return forecast(plan if isinstance(plan, ClassPlan) else plan_of(dict(plan)), classes=classes)
