"""Right answers before and after, and the gain."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from scipy import stats

from oakspin.classroom.results import ClassResults
from oakspin.classroom.review.groups import counted

BAND = 0.8  # of a gain
FEW = 3  # groups, under which a gain has no band


@dataclass(frozen=True)
class Gained:
    """Right answers before and after in the mean over groups with both, and the gain with its 80 % band."""

    groups: int
    of: int | None
    before: float
    after: float
    gain: float
    low: float
    high: float
    sentence: str


def gain(results: ClassResults) -> Gained | None:
    pairs = [(each.before, each.after) for each in results.groups if each.before is not None and each.after is not None]
    if not pairs:
        return None
    before, after = (np.array(row, float) for row in zip(*pairs, strict=True))
    gains = after - before
    mean = float(gains.mean())
    off = 0.0
    if len(pairs) >= FEW:
        off = float(stats.t.ppf((1 + BAND) / 2, len(pairs) - 1) * gains.std(ddof=1) / math.sqrt(len(pairs)))
    of = "" if results.questions is None else f" of {results.questions}"
    band = f" ({mean - off:+.1f} to {mean + off:+.1f})" if len(pairs) >= FEW else ""
    remark = (
        f"Right answers{of}: {before.mean():.1f} before, {after.mean():.1f} after,"
        f" {mean:+.1f}{band} in {counted(len(pairs), 'group')}."
    )
    return Gained(
        groups=len(pairs),
        of=results.questions,
        before=round(float(before.mean()), 2),
        after=round(float(after.mean()), 2),
        gain=round(mean, 2),
        low=round(mean - off, 2),
        high=round(mean + off, 2),
        sentence=remark,
    )
