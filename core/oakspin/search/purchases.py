"""What is worth buying: single purchases, and pairs where one alone opens nothing, by what they open or raise.

Each is tried by making it: the goods are put into the drawer, and designs that take them are searched. Told is how many
to buy for all groups, with spares by how often such a part is spoiled or lost.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping, Sequence
from concurrent.futures import Executor
from dataclasses import dataclass, replace
from itertools import combinations

from oakspin.drawer.part import Part
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.recipe import Place
from oakspin.search.candidate import Candidate
from oakspin.search.engine import SEED, SearchState, search
from oakspin.search.request import SearchRequest
from oakspin.search.sheet import DESIGNS as ON_A_SHEET
from oakspin.search.stock import stock_of
from oakspin.search.usual import GOODS
from oakspin.search.views import in_100
from oakspin.tables import csv_text

LOOKS = 4  # at each kind with a purchase
RAISES = 0.05  # of the builds: a smaller gain is none that a class sees
OPENS = 0.5  # of the builds that must go for a kind to be told as opened
NEARLY = 0.1  # of its measures: goods so near to what lies there in plenty are owned already
PAIRS = 12
# Share that is bought beyond what is used: spoiled, lost or chipped; bench experience of classes.
SPARES: dict[str, float] = {"cell": 0.1, "magnet": 0.1, "wire": 0.2, "screw": 0.1, "support": 0.25}


@dataclass(frozen=True)
class Gain:
    """What a purchase does for a kind: share of builds that go, before and after."""

    kind: str
    name: str
    before: float
    after: float

    @property
    def opens(self) -> bool:
        """Whether the kind could not be built before."""
        return self.before < OPENS <= self.after


@dataclass(frozen=True)
class Bought:
    """Goods to buy: pieces or meters for all groups with spares, and the price of one."""

    name: str
    sort: str
    each: float
    amount: float
    unit: str
    spares: float
    price: float | None


@dataclass(frozen=True)
class Purchase:
    """One purchase, or two together: what it opens or raises, the best gain first, and what to write on the list."""

    goods: tuple[Bought, ...]
    gains: tuple[Gain, ...]
    sentence: str

    @property
    def worth(self) -> float:
        """How much it brings, to put purchases in order."""
        return sum((1.0 if gain.opens else 0.0) + gain.after - gain.before for gain in self.gains)


@dataclass(frozen=True)
class Shopping:
    """How far the look for purchases is, and those found so far, the best first."""

    tried: int
    of: int
    purchases: tuple[Purchase, ...]
    done: bool = False


def worth_buying(
    stock: Sequence[Part],
    request: SearchRequest,
    *,
    base: SearchState | None = None,
    seed: int = SEED,
    executor: Executor | None = None,
) -> Iterator[Shopping]:
    """Try the goods that are usually sold, one after the other; the last answer is whole.

    ``base`` is what a search with the same stock and asked has found, where it was made already.
    """
    if base is None:
        *_, base = search(stock, request, seed=seed, executor=executor)
    now = best_shares((*base.front, *base.others))
    goods = [
        replace(part, key=f"goods-{part.key}", amount=1e6)
        for part in stock_of(GOODS)
        if not _owned(part, stock, request)
    ]
    found: list[Purchase] = []
    for tried, good in enumerate(goods):
        found += _tried(stock, (good,), request, now, seed, executor)
        yield Shopping(tried + 1, len(goods) + PAIRS, _ranked(found))
    open_now = {gain.kind for purchase in found for gain in purchase.gains if gain.opens}
    open_now |= {kind for kind, share in now.items() if share >= OPENS}
    pairs = _pairs(stock, goods, request, open_now)
    for tried, pair in enumerate(pairs):
        found += _tried(
            stock, pair, request, now, seed, executor, [kind for kind in request.kinds if kind not in open_now]
        )
        yield Shopping(len(goods) + tried + 1, len(goods) + len(pairs), _ranked(found))
    yield Shopping(len(goods) + len(pairs), len(goods) + len(pairs), _ranked(found), done=True)


def best_shares(found: Iterable[Candidate]) -> dict[str, float]:
    """The surest of each kind."""
    best: dict[str, float] = {}
    for each in found:
        best[each.kind] = max(each.goes, best.get(each.kind, 0.0))
    return best


def _ranked(found: Iterable[Purchase]) -> tuple[Purchase, ...]:
    return tuple(sorted(found, key=lambda purchase: -purchase.worth))


def _owned(good: Part, stock: Sequence[Part], request: SearchRequest) -> bool:
    """Whether as good as the same lies there, enough for all groups."""
    return any(_alike(good, part) and part.amount >= 4 * request.groups and not part.why_not for part in stock)


def _alike(good: Part, part: Part) -> bool:
    if good.place != part.place:
        return False
    return all(_near(value, part.fields.get(name)) for name, value in good.fields.items())


def _near(one: object, other: object) -> bool:
    if isinstance(one, Mapping) and isinstance(other, Mapping):
        return all(_near(value, other.get(name)) for name, value in one.items())
    if isinstance(one, int | float) and isinstance(other, int | float):
        return abs(one - other) <= NEARLY * max(abs(one), abs(other))
    return one == other


def _tried(
    stock: Sequence[Part],
    goods: tuple[Part, ...],
    request: SearchRequest,
    now: Mapping[str, float],
    seed: int,
    executor: Executor | None,
    kinds: Sequence[str] | None = None,
) -> list[Purchase]:
    wanted = [kind for kind in (kinds or request.kinds) if all(_takes(kind, good) for good in goods)]
    if not wanted:
        return []
    narrowed = request.model_copy(update={"kinds": wanted, "matters": ["sure"]})
    keys = [good.key for good in goods]
    *_, state = search(
        (*stock, *goods), narrowed, designs=LOOKS * len(wanted) * ON_A_SHEET, seed=seed, executor=executor, must=keys
    )
    best: dict[str, Candidate] = {}
    for each in (*state.front, *state.others):
        if each.kind not in best or each.goes > best[each.kind].goes:
            best[each.kind] = each
    gains = sorted(
        (
            Gain(kind, KINDS[kind].name, now.get(kind, 0.0), each.goes)
            for kind, each in best.items()
            if each.goes >= max(now.get(kind, 0.0) + RAISES, OPENS)
        ),
        key=lambda gain: (not gain.opens, gain.before - gain.after),
    )
    if not gains:
        return []
    first = best[gains[0].kind]
    bought = tuple(_bought(good, first, request) for good in goods)
    return [Purchase(bought, tuple(gains), _sentence(bought, gains))]


def _takes(kind: str, good: Part) -> bool:
    recipe = KINDS[kind].recipe
    return good.place in recipe.places and good.place is not None and not recipe.fits(good.place, good.fields)


def _bought(good: Part, found: Candidate, request: SearchRequest) -> Bought:
    each = next(one.amount for one in found.takes if one.key == good.key)
    sort = "cell" if good.sort == "battery" else good.sort
    used = each * request.groups
    amount = math.ceil(used * (1 + SPARES[sort]))
    unit = "m" if sort == "wire" else "pieces"
    return Bought(good.name, sort, each, float(amount), unit, round(amount - used, 2), good.price)


def _sentence(bought: Sequence[Bought], gains: Sequence[Gain]) -> str:
    """Such as: "Disc magnets 12 mm x 3 mm, 4 for each motor: opens the coil train."."""
    goods = " and ".join(
        f"{one.name}, {one.each:.3g} {'m ' if one.unit == 'm' else ''}for each motor" for one in bought
    )
    opened = [gain.name.lower() for gain in gains if gain.opens]
    benefits = [f"opens the {_joined(opened)}"] if opened else []
    benefits += [
        f"{gain.name.lower()} from {in_100(gain.before)} to {in_100(gain.after)} of 100 builds"
        for gain in gains
        if not gain.opens
    ]
    return f"{goods}: {'; '.join(benefits)}."


def _joined(words: Sequence[str]) -> str:
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"


def _pairs(
    stock: Sequence[Part], goods: Sequence[Part], request: SearchRequest, open_now: set[str]
) -> list[tuple[Part, Part]]:
    """Pairs for kinds that no single purchase opens: of goods for different places, first those it has none for."""
    pairs: dict[tuple[str, str], tuple[Part, Part]] = {}
    for kind in request.kinds:
        if kind in open_now:
            continue
        fitting = [good for good in goods if _takes(kind, good)]

        def lacks(place: Place | None, kind: str = kind) -> bool:
            return not any(
                part.place == place and not part.why_not and not KINDS[kind].recipe.fits(place, part.fields)
                for part in stock
                if part.place and place
            )

        two = [pair for pair in combinations(fitting, 2) if pair[0].place != pair[1].place]
        two.sort(key=lambda pair: -sum(lacks(good.place) for good in pair))
        for pair in two[: PAIRS // 2]:
            pairs[pair[0].key, pair[1].key] = pair
    return list(pairs.values())[:PAIRS]


def shopping_table(goods: Iterable[Bought]) -> str:
    """A shopping list as CSV: one row a good."""
    rows: list[list[str]] = [["what", "how many", "unit", "of these spares", "price of one", "price"]]
    for one in goods:
        price = "" if one.price is None else f"{one.price:.2f}"
        whole = "" if one.price is None else f"{one.price * one.amount:.2f}"
        rows.append([one.name, f"{one.amount:g}", one.unit, f"{one.spares:g}", price, whole])
    return csv_text(rows)
