"""Designs side by side: every figure with its band, what trials measured, and every number, one row each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from oakspin.design import Design
from oakspin.errors import Fault, Refusal
from oakspin.kinds.kinds import parts_of
from oakspin.kinds.look import look
from oakspin.kinds.numbers import Dial
from oakspin.measure.compare import LABELS
from oakspin.measure.trial import Trial, measured_in
from oakspin.rounding import rounded
from oakspin.spoken import Spoken, spoken
from oakspin.tables import csv_text
from oakspin.verdict.verdict import Figure, Link, State, Verdict

FEWEST, MOST = 2, 6
# Figures that are told beside those of the chain, by the name that people give them.
FIGURES = {
    "mean_current": "Current while running",
    "spin_up_time": "Time to get up to speed",
    "coast_down_time": "Time to coast to a stop",
    "held_still_time": "Too hot to hold after, if stuck",
    "battery_resistance": "Resistance inside the battery",
    "resistance": "Resistance of the whole circuit",
    "mass": "Mass of what moves",
    "wire_length": "Wire in the motor, without its tails",
    "keep_away_distance": "Keep from cards and phones",
}


@dataclass(frozen=True)
class ComparedDesign:
    """One of the designs: its title, and the trials that were run of it."""

    title: str
    design: Design
    trials: tuple[Trial, ...] = ()


@dataclass(frozen=True)
class ComparisonCell:
    """One figure of one design in words; ``band`` where it has one, ``state`` where it is a link's.

    ``plain`` and ``plain_band`` tell the same in units of a classroom.
    """

    text: str
    band: str = ""
    plain: str = ""
    plain_band: str = ""
    state: State | None = None

    def __post_init__(self) -> None:
        if not self.plain:
            object.__setattr__(self, "plain", self.text)
            object.__setattr__(self, "plain_band", self.band)


@dataclass(frozen=True)
class Row:
    """One figure of all designs; none where a design has no such thing. ``same`` where all say the same."""

    group: str
    label: str
    cells: tuple[ComparisonCell | None, ...]
    same: bool


@dataclass(frozen=True)
class SideBySide:
    """The designs with their headlines, and the rows."""

    titles: tuple[str, ...]
    headlines: tuple[str, ...]
    rows: tuple[Row, ...]


def side_by_side(entries: Sequence[ComparedDesign]) -> SideBySide:
    """Two to six designs of any kinds.

    Raises
    ------
    Refusal
        Where they are fewer or more, or of one of them no motor can be made.
    """
    if not FEWEST <= len(entries) <= MOST:
        limit = f"{FEWEST} to {MOST} motors"
        raise Refusal([Fault("/entries", f"{len(entries)}", limit, "Choose some more, or leave some out.")])
    looks = [look(entry.design) for entry in entries]
    verdicts = [seen.verdict for seen in looks]
    rows = [
        _row(
            "Will it go?", "Builds that go", [ComparisonCell(f"{100 * v.share_that_goes:.0f} of 100") for v in verdicts]
        ),
        *(_row("Run chain", first.name, [_of_link(v.link(first.id)) for v in verdicts]) for first in verdicts[0].links),
        *(_row("Figures", label, [_of_figure(v, name) for v in verdicts]) for name, label in FIGURES.items()),
        *_measured([entry.trials for entry in entries]),
        *_dials([entry.design for entry in entries]),
    ]
    shown = tuple(row for row in rows if any(row.cells))
    return SideBySide(tuple(entry.title for entry in entries), tuple(v.headline for v in verdicts), shown)


def table_of(compared: SideBySide) -> str:
    """The rows as CSV: group, what it is, then a column a design."""
    rows: list[list[str]] = [["group", "what", *compared.titles]]
    for row in compared.rows:
        texts = [
            f"{cell.text} ({cell.band})" if cell and cell.band else cell.text if cell else "" for cell in row.cells
        ]
        rows.append([row.group, row.label, *texts])
    return csv_text(rows)


def _row(group: str, label: str, cells: Sequence[ComparisonCell | None]) -> Row:
    return Row(group, label, tuple(cells), len({cell.text if cell else None for cell in cells}) == 1)


def _of_link(link: Link) -> ComparisonCell:
    if link.wording:
        return ComparisonCell(link.wording, state=link.state)
    return _spoken(link.spoken, link.state)


def _spoken(figure: Spoken, state: State | None = None) -> ComparisonCell:
    return ComparisonCell(figure.text, figure.band, figure.plain, figure.plain_band, state)


def _of_figure(verdict: Verdict, name: str) -> ComparisonCell | None:
    found: Figure | None = verdict.figures.get(name)
    if found is None or not np.isfinite(found.value):
        return None
    return _spoken(spoken(found.value, found.unit, found.band))


def _measured(trials: Sequence[tuple[Trial, ...]]) -> list[Row]:
    """The median of what was measured of each figure, with its range and how many trials there were; those of a
    simulated motor are left out."""
    each = [[measured_in(trial) for trial in some if not trial.simulated] for some in trials]
    rows = []
    for name, label in LABELS.items():
        cells: list[ComparisonCell | None] = []
        for of_one in each:
            readings = [measured[name] for measured in of_one if name in measured]
            if not readings:
                cells.append(None)
                continue
            values, unit = [reading.value for reading in readings], readings[0].unit
            figure = spoken(float(np.median(values)), unit, (min(values), max(values)))
            runs = "1 trial" if len(values) == 1 else f"{len(values)} trials"
            bands = [f"{runs}, {ends}" if ends else runs for ends in (figure.band, figure.plain_band)]
            cells.append(ComparisonCell(figure.text, bands[0], figure.plain, bands[1]))
        rows.append(_row("Measured", label, cells))
    return rows


def _dials(designs: Sequence[Design]) -> list[Row]:
    """Every dial by its part and label, in the order in which the parts are laid out."""
    figure: dict[tuple[str, str], list[ComparisonCell | None]] = {}
    for at, design in enumerate(designs):
        for part in parts_of(design):
            for dial in part.dials:
                # What belongs to the dial above it is called by the name that stands alone.
                label = dial.name if dial.label.startswith("…") else dial.label
                cells = figure.setdefault((part.title, label), [None] * len(designs))
                cells[at] = ComparisonCell(_value_of(dial))
    return [_row(part, label, cells) for (part, label), cells in figure.items()]


def _value_of(dial: Dial) -> str:
    if dial.type == "choice":
        return next((choice.label for choice in dial.choices if choice.key == dial.chosen), "own")
    if dial.type == "size":
        return f"{dial.value['awg']} AWG" if dial.value["by"] == "gauge" else f"{rounded(dial.value['diameter_mm'])} mm"
    return f"{rounded(dial.value)} {dial.unit}".rstrip()
