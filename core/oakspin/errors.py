"""What the core says when it cannot go on: one fault per sentence, each with its way out."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Fault:
    """One thing wrong with a design or a file.

    Parameters
    ----------
    field : str
        Where it stands, as a JSON pointer such as ``/magnets/count``; ``/`` is the whole file.
    value : str
        The value found, short enough to print.
    limit : str
        What is allowed there.
    hint : str
        What to do next.
    """

    field: str
    value: str
    limit: str
    hint: str

    def line(self) -> str:
        """The fault on one line: field, value, limit, what to do."""
        text = f"{self.field}: got {self.value}; must be {self.limit}. {self.hint}"
        return " ".join(text.split())


class OakSpinError(Exception):
    """Base of every error the core raises on purpose; ``faults`` is never empty. ``title`` says what failed."""

    title = "This design cannot be taken."

    def __init__(self, faults: list[Fault]) -> None:
        self.faults = faults
        super().__init__("\n".join(fault.line() for fault in faults))

    def __reduce__(self) -> tuple[type[OakSpinError], tuple[list[Fault]]]:
        """Errors cross from one process to another whole."""
        return type(self), (self.faults,)


class UnreadableDesign(OakSpinError):
    """The text or value is no design: not JSON, another format, a wrong or missing field."""


class UnfitPatch(OakSpinError):
    """A change points at a field that the design does not have, or sets a value it cannot take."""


class NoSource(OakSpinError):
    """A source of readings that cannot be opened; says what to do."""

    title = "This source cannot be opened."


class UnreadableRecording(OakSpinError):
    """A recording that cannot be read; says what is wrong with it."""

    title = "This recording cannot be read."


class Refusal(OakSpinError):
    """A design that reads well but that no motor can be made of; says what to change."""
