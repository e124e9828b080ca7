"""All warm-ups, in the order in which they lead to a motor."""

from __future__ import annotations

from oakspin.warmups.compass import COMPASS
from oakspin.warmups.jump import JUMP
from oakspin.warmups.pivot import PIVOT_WARM_UP
from oakspin.warmups.pull import PULL
from oakspin.warmups.warmup import WarmUp

WARM_UPS: dict[str, WarmUp] = {each.id: each for each in (COMPASS, PULL, PIVOT_WARM_UP, JUMP)}
