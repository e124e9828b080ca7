"""Parts and how many there are of each; what a design takes of them, and what it costs."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from oakspin.drawer.entry import Entry
from oakspin.drawer.part import Part, part_of
from oakspin.drawer.used import Takes

# What one of a sort costs where the user tells no price, in the user's own money; a guess, told as one.
GUESSED_PRICE = {"cell": 0.7, "magnet": 0.5, "wire": 0.1, "screw": 0.1, "support": 0.02}


def stock_of(entries: Iterable[Entry], keys: Iterable[str] | None = None) -> tuple[Part, ...]:
    """Entries as parts, each with its key, or its place in the list for one."""
    listed = list(entries)
    named = list(keys) if keys is not None else [str(at) for at in range(len(listed))]
    return tuple(part_of(entry, key) for entry, key in zip(listed, named, strict=True))


def enough(taken: Sequence[Takes], stock: Mapping[str, Part], groups: int) -> bool:
    """Whether there is as much as so many groups take."""
    return all(each.amount * groups <= stock[each.key].amount for each in taken)


def cost(taken: Sequence[Takes], stock: Mapping[str, Part]) -> tuple[float, bool]:
    """What one motor's parts cost, and whether every price was told."""
    prices = [(each, stock[each.key].price) for each in taken]
    whole = sum(
        each.amount * (price if price is not None else GUESSED_PRICE[_sort(each.sort)]) for each, price in prices
    )
    return round(whole, 2), all(price is not None for _, price in prices)


def _sort(sort: str) -> str:
    return "cell" if sort == "battery" else sort
