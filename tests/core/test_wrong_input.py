"""Whatever is typed at a dial is taken as meant or refused with what is wrong, what was given and what to do."""

from __future__ import annotations

import math
from typing import Any

import pytest

from oakspin.errors import OakSpinError
from oakspin.kinds.kinds import KINDS, parts_of
from oakspin.kinds.look import turn

WRONG: tuple[Any, ...] = ("soup", -1e9, 1e9, math.nan, None, [1], {"a": 1}, True)


@pytest.mark.parametrize("kind", KINDS)
def test_every_dial_takes_or_refuses(kind: str) -> None:
    design, refused = KINDS[kind].start, 0
    for dial in (dial for part in parts_of(design) for dial in part.dials):
        for value in WRONG:
            try:
                turned = turn(design, dial.pointer, value)
            except OakSpinError as error:
                refused += 1
                fault = error.faults[0]
                assert "got " in fault.line()
                assert fault.hint
            else:
                # Nothing but what the dial can be: nothing at all, or yes.
                assert value in (None, True)
                assert turned != design or value is True or value is None
    assert refused > 100
