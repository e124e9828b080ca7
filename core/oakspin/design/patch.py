"""Changes to a design as plain data: which field, which value."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any

from numpy.typing import NDArray
from pydantic import BaseModel, ValidationError

from oakspin.design.document import Design, faults_of
from oakspin.errors import Fault, UnfitPatch


@dataclass(frozen=True)
class Setting:
    """Set the field at a JSON pointer to a value."""

    pointer: str
    value: Any


Patch = tuple[Setting, ...]


def patched_each(design: Design, patches: Iterable[Patch]) -> Iterator[Design | UnfitPatch]:
    """The design with one patch after the other, or what is wrong with it there.

    All patches must set the same fields: each overwrites what the one before has set.
    """
    plain = design.model_dump(mode="json")
    for patch in patches:
        try:
            for setting in patch:
                _put(plain, setting)
            yield type(design).model_validate(plain)
        except ValidationError as error:
            yield UnfitPatch(faults_of(error))
        except UnfitPatch as error:
            yield error


def patched(design: Design, patch: Patch) -> Design:
    """The design with every setting of the patch made.

    Raises
    ------
    UnfitPatch
        When a pointer leads nowhere, or the changed design is not valid.

    Example
    -------
    >>> from oakspin.design import design_of
    >>> d = design_of({"kind": "frame", "outline": {"half": {"by": "spring", "turns": 5, "diameter_mm": 24}}})
    >>> patched(d, (Setting("/feet/gap_mm", 1.5),)).feet.gap_mm
    1.5
    """
    made = next(patched_each(design, [patch]))
    if isinstance(made, UnfitPatch):
        raise made
    return made


def value_at(design: Design, pointer: str) -> Any:
    """The value of a design's field. Raises ``UnfitPatch`` when the pointer leads nowhere."""
    place: Any = design
    for step in _steps(pointer):
        try:
            place = place[int(step)] if isinstance(place, list) else getattr(place, step)
        except (AttributeError, IndexError, ValueError):
            raise UnfitPatch([_no_such_field(pointer)]) from None
    return _plain(place)


def _plain(value: Any) -> Any:
    if isinstance(value, list):
        return [_plain(item) for item in value]
    return value.model_dump(mode="json") if isinstance(value, BaseModel) else value


def side_by_side(design: Design, values: dict[str, NDArray[Any]]) -> Design:
    """A design whose fields at the pointers hold arrays: many designs in one, unchecked.

    Only for machines made to take arrays there; such a design can be neither written nor shown.
    Raises ``UnfitPatch`` when a pointer leads nowhere.
    """
    made = design
    for pointer, value in values.items():
        value_at(made, pointer)
        made = _with(made, _steps(pointer), value)
    return made


def _with(place: Any, steps: list[str], value: Any) -> Any:
    if not steps:
        return value
    first, *rest = steps
    if isinstance(place, list):
        at = int(first)
        return [*place[:at], _with(place[at], rest, value), *place[at + 1 :]]
    return place.model_copy(update={first: _with(getattr(place, first), rest, value)})


def _steps(pointer: str) -> list[str]:
    return pointer.strip("/").split("/")


def _place(plain: Any, pointer: str) -> Any:
    place = plain
    for step in _steps(pointer):
        try:
            place = place[int(step)] if isinstance(place, list) else place[step]
        except (KeyError, IndexError, ValueError, TypeError):
            raise UnfitPatch([_no_such_field(pointer)]) from None
    return place


def _no_such_field(pointer: str) -> Fault:
    hint = "Check the pointer against the published schema."
    return Fault(pointer, "no such field", "a field of this design", hint)


def _put(plain: Any, setting: Setting) -> None:
    *path, last = _steps(setting.pointer)
    place = _place(plain, "/".join(path)) if path else plain
    _place(place, last)
    if isinstance(place, list):
        place[int(last)] = setting.value
    else:
        place[last] = setting.value
