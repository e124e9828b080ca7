"""What a change costs beside what it brings: dangers, time of running, speed, push, things to fetch or wind."""

from __future__ import annotations

from oakspin.design import Design
from oakspin.parts.magnet import keep_away
from oakspin.rounding import rounded, spoken_time
from oakspin.safety import nearly_short
from oakspin.verdict import Verdict

HELD = 60.0  # s that it may be held still, below which it is said that it became less
LETS_GO = 3.0  # s, in which a hand lets go of what gets hot
SOONER = 0.85  # of the time that it was, from which it is sooner
LESS = 0.72  # of what it was, from which a loss is told
TIMES = (
    (0.12, "a tenth"),
    (0.22, "a fifth"),
    (0.29, "a quarter"),
    (0.41, "a third"),
    (0.58, "half"),
    (0.8, "two thirds"),
)
COUNTS = ("no", "one", "two", "three", "four", "five", "six")
HOUR = 3600.0
WOUND = {
    "/coil/": "a coil",
    "/lobes/": "a coil",
    "/winding/": "a winding",
    "/core/": "a bar",
    "/track/length": "a track",
}
REWIND = ("/wire/size", "/wire/material", "/wire/finish")


def price_of(design: Design, changed: Design, pointers: tuple[str, ...], before: Verdict, after: Verdict) -> str:
    """What must be paid for a change, in words; empty where nothing is."""
    prices = [*_dangers(design, changed, before, after), *_losses(before, after), *_things(design, changed, pointers)]
    return ", ".join(prices)


def burns(before: Verdict, after: Verdict) -> bool:
    """Whether a change makes of what can be held one that burns before a hand lets go of it."""
    was, becomes = _held_still(before), _held_still(after)
    return becomes < LETS_GO and becomes < SOONER * was


def _dangers(design: Design, changed: Design, before: Verdict, after: Verdict) -> list[str]:
    """What grows of that of which the cautions warn."""
    dangers = []
    was, becomes = _held_still(before), _held_still(after)
    if becomes < HELD and becomes < SOONER * was:
        (soon,) = spoken_time(becomes)
        (late,) = spoken_time(was) if was < HOUR else ("never",)
        dangers.append(f"held still it is too hot to hold in {soon} (was {late})")
    near, far = (max(keep_away(stack) for stack in each.stacks) * 100 for each in (design, changed))
    if round(far) > round(near):
        dangers.append(f"keep the magnets {far:.0f} cm from implants (was {near:.0f} cm)")
    if nearly_short(changed) and not nearly_short(design):
        dangers.append("nearly a short circuit")
    return dangers


def _held_still(verdict: Verdict) -> float:
    return verdict.figures["held_still_time"].value


def _losses(before: Verdict, after: Verdict) -> list[str]:
    prices = []
    if before.share_that_goes >= 0.5:
        lasts, longer = (verdict.figures["life"].value for verdict in (before, after))
        if lasts < HOUR and longer < LESS * lasts:
            prices.append(f"runs {_part(longer / lasts)} as long")
        was, becomes = (verdict.figures["speed"].value for verdict in (before, after))
        if 0 < becomes < LESS * was:
            prices.append(f"slower: {rounded(was, 2)} → {rounded(becomes, 2)} {before.rate_words}")
    off, sooner = (verdict.figures["hands_off_time"].value for verdict in (before, after))
    if sooner < 60 and sooner < LESS * off:
        prices.append(f"hands off after {rounded(sooner, 2)} s")
    push, weaker = (verdict.figures["push"] for verdict in (before, after))
    if 0 < weaker.value < LESS * push.value:
        prices.append(f"push {rounded(push.value, 2)} → {rounded(weaker.value, 2)} {push.unit}")
    return prices


def _part(share: float) -> str:
    return next((word for limit, word in TIMES if share <= limit), "two thirds")


def _things(design: Design, changed: Design, pointers: tuple[str, ...]) -> list[str]:
    prices = []
    magnets = sum(stack.count for stack in changed.stacks) - sum(stack.count for stack in design.stacks)
    if magnets > 0:
        prices.append(f"costs {_many(magnets, 'magnet')}")
    cells = _cells(changed) - _cells(design)
    if cells > 0:
        prices.append(f"costs {_many(cells, 'cell')}")
    wound = next((thing for pointer in pointers for start, thing in WOUND.items() if pointer.startswith(start)), "")
    if wound:
        prices.append(f"{wound} to make anew")
    elif any(pointer.startswith(REWIND) for pointer in pointers):
        prices.append("other wire to fetch")
    return prices


def _cells(design: Design) -> int:
    battery = design.battery
    return 0 if battery.cell == "bench_supply" else battery.in_series * battery.in_parallel


def _many(count: int, thing: str) -> str:
    prices = COUNTS[count] if count < len(COUNTS) else str(count)
    return f"{prices} {thing}{'s' if count > 1 else ''}"
