"""What a search found, as it is told: designs with their figures, the short list with reasons, what is left out."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from oakspin.kinds.geometry import Geometry
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.look import drawn
from oakspin.search.candidate import Candidate
from oakspin.search.engine import SearchState
from oakspin.search.request import MATTERS, Matter, SearchRequest
from oakspin.search.tasks import matters_of

SHORT = 8  # designs on the short list at most


@dataclass(frozen=True)
class TakesView:
    """What one motor takes of a part, and what all groups take together."""

    key: str
    name: str
    sort: str
    amount: float
    unit: str
    in_all: float


@dataclass(frozen=True)
class FoundView:
    """A design that was found. ``best_in`` are the matters in which nothing that was found is better; ``figures`` what
    it is in each matter, in the matter's own unit; ``worth`` how near to the best of all that is, 0 to 1; ``parts`` the
    keys of its parts by their places.
    """

    kind: str
    name: str
    title: str
    design: dict[str, object]
    goes: float
    minutes: float
    before: float
    cost: float
    priced: bool
    best_in: tuple[Matter, ...]
    figures: dict[str, float]
    worth: dict[str, float]
    takes: tuple[TakesView, ...]
    besides: tuple[str, ...]
    reason: str
    in_front: bool
    short: bool
    parts: dict[str, str]
    drawing: Geometry | None


@dataclass(frozen=True)
class NotFound:
    """A kind of which nothing was found, and why."""

    kind: str
    name: str
    why: str


@dataclass(frozen=True)
class SearchView:
    """How far a search is, and what it has found; ``done`` on all draws."""

    seen: int
    of: int
    done: bool
    found: tuple[FoundView, ...]
    left_out: tuple[NotFound, ...]


def search_view(state: SearchState, request: SearchRequest, *, drawings: bool = False) -> SearchView:
    """A state of a search as it is told; with ``drawings`` its designs are drawn when it is done."""
    return SearchView(
        seen=state.seen,
        of=state.of,
        done=state.done,
        found=found_views(state.front, state.others, request, drawings=drawings and state.done),
        left_out=tuple(NotFound(each.kind, KINDS[each.kind].name, each.why) for each in state.left_out),
    )


def found_views(
    front: Sequence[Candidate], others: Sequence[Candidate], request: SearchRequest, *, drawings: bool = False
) -> tuple[FoundView, ...]:
    """Each design with its figures and reasons: those of the front first, by what matters most, then the others."""
    every = [*front, *others]
    best: dict[Matter, float] = {matter: max((each.worth[matter] for each in every), default=0.0) for matter in MATTERS}
    best_in = {
        at: tuple(matter for matter in _order(request) if each.worth[matter] >= best[matter] > 0)
        for at, each in enumerate(every)
    }
    listed = _short_list(every, best_in, request)
    return tuple(
        FoundView(
            kind=each.kind,
            name=KINDS[each.kind].name,
            title=_title(each),
            design=each.design.model_dump(mode="json"),
            goes=round(each.goes, 3),
            minutes=each.minutes,
            before=each.before,
            cost=each.cost,
            priced=each.priced,
            best_in=best_in[at],
            figures=_figures(each),
            worth={
                matter: round(each.worth[matter] / best[matter], 4) if best[matter] > 0 else 0.0 for matter in MATTERS
            },
            takes=tuple(
                TakesView(one.key, one.name, one.sort, one.amount, one.unit, round(one.amount * request.groups, 2))
                for one in each.takes
            ),
            besides=KINDS[each.kind].recipe.others,
            reason=_reason(each, best_in[at] if len(every) > 1 else (), at < len(front), len(every) == 1),
            in_front=at < len(front),
            short=at in listed,
            parts={place: part.key for place, part in each.parts.items()},
            drawing=drawn(each.design) if drawings else None,
        )
        for at, each in enumerate(every)
    )


def _order(request: SearchRequest) -> tuple[Matter, ...]:
    """What was asked for, in its order, then what else can matter."""
    return tuple(dict.fromkeys((*matters_of(request), *MATTERS)))


def _short_list(every: Sequence[Candidate], best_in: dict[int, tuple[Matter, ...]], request: SearchRequest) -> set[int]:
    """The best in what was asked for, then the surest of each other kind, then the best in what else can matter."""
    listed: dict[int, None] = {}

    def best(matters: Iterable[Matter]) -> None:
        for matter in matters:
            at = next((at for at, own in best_in.items() if matter in own), None)
            if at is not None:
                listed[at] = None

    best(matters_of(request))
    for at in sorted(range(len(every)), key=lambda one: -every[one].goes):
        if every[at].kind not in {every[one].kind for one in listed}:
            listed[at] = None
    best(MATTERS)
    return set(list(listed)[:SHORT])


def _figures(each: Candidate) -> dict[str, float]:
    rate = each.worth["seen"] / each.goes if each.goes else 0.0
    return {
        "sure": float(in_100(each.goes)),
        "fast": float(f"{each.edge:.2g}"),
        "long": float(f"{each.life / 60:.2g}"),
        "cool": float(f"{each.hot:.2g}"),
        "cheap": each.cost,
        "quick": each.minutes,
        "seen": float(f"{rate:.2g}"),
    }


def in_100(share: float) -> int:
    """How many of 100 builds a share is, as it is told: all only where all do."""
    return min(round(100 * share), 99) if share < 0.9995 else 100


def _title(each: Candidate) -> str:
    magnets = next((part.name for place, part in each.parts.items() if place == "magnet"), "")
    return f"{KINDS[each.kind].name}: {magnets}"[:80]


def _reason(each: Candidate, best_in: tuple[Matter, ...], in_front: bool, alone: bool) -> str:
    """Why it is worth a look, in a sentence or two."""
    goes = f"Goes in {in_100(each.goes)} of 100 built this way, made in {each.minutes:.0f} minutes"
    goes += f" and {each.before:.0f} beforehand." if each.before else "."
    if alone:
        return f"The only one that was found. {goes}"
    if best_in:
        names = [MATTERS[matter].best for matter in best_in]
        list_text = names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
        return f"The {list_text} of all that was found. {goes}"
    if in_front:
        return f"Nothing that was found beats it in all that you asked for. {goes}"
    return f"Others are better in all that you asked for, but it is the best {KINDS[each.kind].name.lower()}. {goes}"
