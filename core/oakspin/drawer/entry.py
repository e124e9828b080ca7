"""An entry of the Drawer: a part that is owned, how many of it, what is known of it and how that is known."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from oakspin.design.models import ONE_LINE, Record, misfit
from oakspin.drawer.identify.posterior import Posterior
from oakspin.errors import Fault, UnreadableDesign

Sort = Literal[
    "cell", "battery", "holder", "magnet", "wire", "screw", "support", "former", "abrasive", "meter", "other"
]
How = Literal["printed", "measured", "guessed"]
SORTS: dict[Sort, str] = {
    "cell": "Cells",
    "battery": "Other batteries",
    "holder": "Holders",
    "magnet": "Magnets",
    "wire": "Wire",
    "screw": "Screws and nails",
    "support": "Supports",
    "former": "Formers",
    "abrasive": "Sandpaper and files",
    "meter": "Meters",
    "other": "Other things",
}
# Half of the band of 80 %, as a share of the value, where nothing closer is known: an estimate.
WIDTHS: dict[How, float] = {"printed": 0.03, "measured": 0.05, "guessed": 0.3}


@dataclass(frozen=True)
class FactField:
    """A figure that can be known of a part: its field, label, unit and limits."""

    name: str
    label: str
    unit: str
    low: float
    high: float


@dataclass(frozen=True)
class WordField:
    """A word that can be known of a part: its field, label, and the words it may be."""

    name: str
    label: str
    options: tuple[str, ...]


WIDE = FactField("diameter_mm", "Diameter", "mm", 0.02, 200)
LONG = FactField("length_mm", "Length", "mm", 0.5, 2000)
THICK = FactField("thickness_mm", "Thickness", "mm", 0.05, 200)
HOLE = FactField("hole_mm", "Hole", "mm", 0, 150)
VOLTS = FactField("volts", "Open volts", "V", 0, 80)
OHMS = FactField("ohms", "Ohms inside", "ohm", 0, 1000)
USED = FactField("used_percent", "Used up", "%", 0, 100)
METAL = WordField("metal", "Metal", ("copper", "aluminum", "brass", "steel"))

FACTS: dict[Sort, tuple[FactField, ...]] = {
    "cell": (VOLTS, OHMS, USED),
    "battery": (VOLTS, OHMS, USED),
    "holder": (FactField("ohms", "Ohms of the holder", "ohm", 0, 100),),
    "magnet": (WIDE, THICK, HOLE, FactField("remanence_T", "Remanence", "T", 0.05, 1.6)),
    "wire": (WIDE, FactField("skin_mm", "Plastic skin", "mm", 0, 5)),
    "screw": (WIDE, LONG, FactField("head_mm", "Head", "mm", 0.5, 60)),
    "support": (LONG,),
    "former": (WIDE, LONG),
    "abrasive": (),
    "meter": (),
    "other": (),
}
WORDS: dict[Sort, tuple[WordField, ...]] = {
    "cell": (
        WordField("size", "Size", ("AAA", "AA", "C", "D", "9 V", "button", "coin")),
        WordField("chemistry", "Sort", ("alkaline", "zinc-carbon", "NiMH", "lithium")),
    ),
    "battery": (),
    "holder": (),
    "magnet": (
        WordField("shape", "Shape", ("disc", "ring", "block")),
        WordField("material", "Material", ("neodymium", "ferrite", "alnico")),
        WordField("magnetized", "Poles on", ("flat faces", "sides")),
        WordField("skin", "Skin", ("conducts", "does not conduct")),
    ),
    "wire": (METAL, WordField("finish", "Skin", ("bare", "enameled", "plastic"))),
    "screw": (METAL, WordField("head", "Head", ("flat", "round", "none"))),
    "support": (WordField("type", "Type", ("paper clip", "safety pin", "needle", "bare wire", "wood", "other")),),
    "former": (),
    "abrasive": (),
    "meter": (),
    "other": (),
}


class KnownValue(Record):
    """A figure of a part, and how it is known. ``low`` and ``high`` are its band of 80 %, where that was found."""

    value: Annotated[float, Field(description="The figure, in the unit that its name tells.")]
    how: Annotated[How, Field(description="Printed on it, measured, or guessed.")]
    low: Annotated[float | None, Field(description="Lower end of the band of 80 %.")] = None
    high: Annotated[float | None, Field(description="Upper end of the band of 80 %.")] = None

    @model_validator(mode="after")
    def _band_holds_the_value(self) -> Self:
        if (self.low is None) != (self.high is None):
            raise misfit("low", "one end", "both ends of the band, or none", "Give both ends.")
        if self.low is not None and self.high is not None and not self.low <= self.value <= self.high:
            limit = f"from {self.low:g} to {self.high:g}"
            raise misfit("value", self.value, limit, "The value lies within its own band.")
        return self

    @property
    def band(self) -> tuple[float, float]:
        """The band of 80 %: as it was found, else as wide as such figures usually are."""
        if self.low is not None and self.high is not None:
            return self.low, self.high
        half = WIDTHS[self.how] * abs(self.value)
        return self.value - half, self.value + half


class Entry(Record):
    """A part that is owned; ``amount`` is how many there are, or how many meters of wire."""

    sort: Annotated[Sort, Field(description="What sort of part it is.")]
    name: Annotated[str, Field(min_length=1, max_length=80, description="What it is called here."), ONE_LINE]
    amount: Annotated[float, Field(ge=0, le=1e6, description="How many, or meters of wire.")]
    facts: Annotated[dict[str, KnownValue], Field(description="Figures by their names.")] = {}
    words: Annotated[dict[str, str], Field(description="Words by their names.")] = {}
    price: Annotated[float | None, Field(ge=0, le=1e6, description="Price of one, or of a meter.")] = None
    place: Annotated[str, Field(max_length=80, description="Where it lies."), ONE_LINE] = ""
    notes: Annotated[str, Field(max_length=1000, description="Anything else.")] = ""

    @model_validator(mode="after")
    def _what_is_known_can_be(self) -> Self:
        facts = {entry_field.name: entry_field for entry_field in FACTS[self.sort]}
        for name, known in self.facts.items():
            entry_field = facts.get(name)
            if entry_field is None:
                limit = f"one of {', '.join(facts) or 'none'} for {SORTS[self.sort].lower()}"
                raise misfit(f"facts/{name}", name, limit, "Leave it out, or put it into the notes.")
            if not entry_field.low <= known.value <= entry_field.high:
                limit = f"from {entry_field.low:g} to {entry_field.high:g} {entry_field.unit}"
                raise misfit(f"facts/{name}", known.value, limit, "Check the unit.")
        words = {entry_field.name: entry_field for entry_field in WORDS[self.sort]}
        for name, word in self.words.items():
            options = words[name].options if name in words else ()
            if word not in options:
                limit = f"one of {', '.join(options)}" if options else f"one of {', '.join(words) or 'none'}"
                raise misfit(f"words/{name}", word, limit, "Choose one of them, or put it into the notes.")
        if self.sort != "wire" and self.amount != int(self.amount):
            raise misfit("amount", self.amount, "a whole number", "Only wire is told in meters.")
        return self

    @property
    def unit(self) -> str:
        """What is counted: pieces, or meters."""
        return "m" if self.sort == "wire" else "pieces"

    def of(self, amount: float) -> Entry:
        """The same with another amount."""
        return Entry.model_validate({**self.model_dump(), "amount": amount})


LEAST_AMOUNT = 1e-3  # of what is not counted in pieces, that can be used up


def used(entry: Entry, amount: float) -> Entry:
    """What is left of an entry when so much of it is used up.

    Raises
    ------
    UnreadableDesign
        There is not so much, or nothing was asked for.
    """
    if not LEAST_AMOUNT <= amount <= entry.amount:
        limit = f"more than 0 and at most {entry.amount:g} {entry.unit}"
        raise UnreadableDesign([Fault("/amount", f"{amount:g}", limit, "Count what is there.")])
    if entry.sort != "wire" and amount != round(amount):
        limit = f"a whole number of {entry.unit}"
        raise UnreadableDesign([Fault("/amount", f"{amount:.10g}", limit, "Count what is there.")])
    return entry.of(round(entry.amount - amount, 6))


def split(entry: Entry, amount: float) -> tuple[Entry, Entry]:
    """An entry as two: what stays, and what is laid apart. Raises as :func:`used`."""
    return used(entry, amount), entry.of(amount)


# What a test of a thing tells of an entry: the entry's field, and how many of its unit make one of the test's.
TELLS: dict[tuple[str, str], tuple[str, float]] = {
    ("wire", "diameter"): ("diameter_mm", 1.0),
    ("magnet", "remanence"): ("remanence_T", 1.0),
    ("magnet", "hole"): ("hole_mm", 1.0),
    ("cell", "inside"): ("ohms", 1.0),
    ("cell", "volts"): ("volts", 1.0),
    ("cell", "used"): ("used_percent", 1.0),
    ("holder", "ohms"): ("ohms", 1.0),
}
SAYS: dict[tuple[str, str], tuple[str, dict[str, str]]] = {
    ("wire", "metal"): ("metal", {}),
    ("wire", "coated"): ("finish", {"coated": "enameled", "bare": "bare"}),
    ("magnet", "material"): ("material", {}),
    ("magnet", "conducts"): ("skin", {}),
    ("magnet", "across"): ("magnetized", {}),
}
SURE = 0.8  # chance from which a word that a test tells is taken over


def learned(entry: Entry, found: Posterior) -> Entry:
    """An entry with what tests of the thing told: figures with their bands, and words that are sure enough."""
    facts, words = dict(entry.facts), dict(entry.words)
    for figure in found.figures:
        name, per = TELLS[found.thing, figure.name]
        facts[name] = KnownValue(value=figure.value * per, how="measured", low=figure.low * per, high=figure.high * per)
    for choice in found.choices:
        column = SAYS.get((found.thing, choice.name))
        word, chance = choice.chances[0]
        if column and chance >= SURE:
            words[column[0]] = column[1].get(word, word)
    return Entry.model_validate({**entry.model_dump(), "facts": facts, "words": words})


SORT_OF: dict[str, Sort] = {"wire": "wire", "magnet": "magnet", "cell": "cell", "holder": "holder"}


def entry_of_readings(name: str, found: Posterior) -> Entry:
    """A new entry of one thing, or of a meter of wire, with what tests told of it."""
    return learned(Entry(sort=SORT_OF[found.thing], name=name, amount=1.0), found)
