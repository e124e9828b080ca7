"""What one judge finds about one link of the run chain."""

from __future__ import annotations

from dataclasses import dataclass

from oakspin.draws import Array


@dataclass(frozen=True)
class Finding:
    """A link before it becomes words and bands.

    Parameters
    ----------
    id : str
        Stable name of the link.
    figure : ndarray, shape (draws,)
        The telling figure, in ``unit``.
    margin : ndarray, shape (draws,)
        How far from the limit: 1 is on it, above 1 holds. Unitless, so that links compare.
    good, bad : str
        The plain line to show when it holds or is tight, and when it fails.
    told : str
        Words to show instead of the figure, where a number says nothing.
    """

    id: str
    figure: Array
    unit: str
    margin: Array
    good: str
    bad: str
    told: str = ""
