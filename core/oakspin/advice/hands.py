"""What the maker's hands can do: a change finer than they set anything is no advice."""

from __future__ import annotations

from oakspin.constants import HANDS
from oakspin.design import Design
from oakspin.design.patch import value_at
from oakspin.kinds.change import Change

FINEST = 1 / 3  # of their scatter: what hands still aim at; bench experience
# Fields that a hand sets, by the scatter with which it sets them.
SET = {"gap_mm": "gap_mm", "center_deg": "strip_deg", "width_deg": "width_deg"}
# Faults that a hand takes away: it leaves some.
LEFT = {"off_center_mm": "asymmetry_mm", "imbalance_mm": "imbalance_mm"}


def within_reach(design: Design, change: Change) -> bool:
    """Whether these hands can make a change: a length is moved by enough to be seen, a fault not sought below what
    they leave.
    """
    hand = HANDS[design.maker]
    for setting in change.patch:
        field = setting.pointer.rsplit("/", 1)[-1]
        if not isinstance(setting.value, int | float) or isinstance(setting.value, bool):
            continue
        if field in SET:
            now = value_at(design, setting.pointer)
            if now != setting.value and abs(setting.value - now) < FINEST * getattr(hand, SET[field]):
                return False
        if field in LEFT and 0 < setting.value < FINEST * getattr(hand, LEFT[field]):
            return False
    return True
