"""The file format: there and back, and what is said of every kind of bad file."""

import json
from typing import Any

import jsonschema_rs
import pytest

from oakspin.design import VERSION, Document, from_text, schema, to_text
from oakspin.design.patch import Setting, patched
from oakspin.errors import UnfitPatch, UnreadableDesign
from tests.core.designs import DEMO, LANTERN, changed

FILES = sorted(DEMO.glob("*.oak.json"))


def plain() -> dict[str, Any]:
    return dict(json.loads((DEMO / "lantern.oak.json").read_text(encoding="utf-8")))


def fault_lines(content: object) -> str:
    text = content if isinstance(content, (str, bytes)) else json.dumps(content)
    with pytest.raises(UnreadableDesign) as caught:
        from_text(text)
    return str(caught.value)


@pytest.mark.parametrize("path", FILES, ids=lambda path: path.name)
def test_reading_and_writing_give_the_file_back_byte_by_byte(path) -> None:  # type: ignore[no-untyped-def]
    text = path.read_text(encoding="utf-8")
    assert to_text(from_text(text)) == text


def test_any_finite_number_survives_the_round_trip_exactly() -> None:
    odd = changed(LANTERN, feet__gap_mm=0.1 + 0.2, room_C=1 / 3)
    again = from_text(to_text(Document(title="Odd", design=odd)))
    assert again.design == odd


@pytest.mark.parametrize("path", FILES, ids=lambda path: path.name)
def test_files_keep_to_the_published_schema_and_damaged_ones_do_not(path) -> None:  # type: ignore[no-untyped-def]
    content = json.loads(path.read_text(encoding="utf-8"))
    jsonschema_rs.validate(schema(), content)
    content["design"]["battery"]["in_series"] = 99
    with pytest.raises(jsonschema_rs.ValidationError):
        jsonschema_rs.validate(schema(), content)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "cut off or damaged"),
        ('{"format": "oakspin.des', "cut off or damaged"),
        ("[1, 2]", "no Oak Spin design"),
        ('{"format": "other"}', "no Oak Spin design"),
        (
            '{"format": "oakspin.design", "version": 99}',
            f"/version: got 99; must be at most {VERSION}. A newer Oak Spin wrote it",
        ),
        ('{"format": "oakspin.design", "format": "oakspin.design"}', 'the field "format" twice'),
        (b"\xff\xfe\x00", "UTF-8"),
        ("[" * 100_000, "nested too deep"),
        (" " * 1_000_001, "at most 1000000 bytes"),
    ],
    ids=["empty", "half", "list", "foreign", "newer", "twins", "binary", "deep", "huge"],
)
def test_a_file_that_is_no_design_says_so(text: str | bytes, says: str) -> None:
    assert says in fault_lines(text)


@pytest.mark.parametrize(
    ("pointer", "value", "says"),
    [
        ("magnets/count", 0, "/design/magnets/count: got 0; must be at least 1."),
        ("magnets/count", True, "/design/magnets/count: got true"),
        ("magnets/count", 2.5, "/design/magnets/count: got 2.5"),
        ("feet/gap_mm", float("nan"), "/design/feet/gap_mm: got NaN; must be a finite number."),
        ("room_C", float("inf"), "/design/room_C: got Infinity; must be a finite number."),
        ("wire/size/awg", 60, "/design/wire/size/awg: got 60; must be at most"),
        ("magnets/pole_up", "X", "/design/magnets/pole_up"),
        ("magnets/hole_mm", 5.0, "must be 0 for a disc. Choose a ring"),
        ("outline/mirrored", False, "/design/outline/other_half: got nothing"),
        ("battery/cell", "own", "Give volts, ohms, mass, size and charge under own."),
        ("magnets/thickness_mm", "3.2", "/design/magnets/thickness_mm"),
    ],
)
def test_a_bad_value_is_reported_with_field_value_limit_and_what_to_do(pointer: str, value: object, says: str) -> None:
    content = plain()
    *path, last = pointer.split("/")
    place = content["design"]
    for step in path:
        place = place[step]
    place[last] = value
    assert says in fault_lines(content)


def test_every_fault_gets_its_own_line() -> None:
    content = plain()
    content["design"]["room_C"] = 99
    content["design"]["feet"]["gap_mm"] = -1
    content["design"]["glitter"] = 1
    del content["design"]["outline"]
    lines = fault_lines(content).splitlines()
    assert len(lines) == 4
    assert any(line.startswith("/design/glitter") and "check its spelling" in line for line in lines)
    assert any(line.startswith("/design/outline: got nothing; must be present") for line in lines)


@pytest.mark.parametrize("chemistry", ["lithium_ion", "lead_acid"])
def test_dangerous_cells_are_refused_with_the_reason(chemistry: str) -> None:
    content = plain()
    content["design"]["battery"]["cell"] = "own"
    content["design"]["battery"]["own"] = {
        "chemistry": chemistry, "volts": 3.7, "ohms": 0.05, "mass_g": 45, "diameter_mm": 18, "length_mm": 65, "charge_Ah": 2,
    }  # fmt: skip
    format_text = fault_lines(content)
    assert "Refused: a " in format_text
    assert "Choose an alkaline cell." in format_text


def test_a_patch_that_leads_nowhere_or_goes_too_far_is_reported() -> None:
    with pytest.raises(UnfitPatch, match="no such field"):
        patched(LANTERN, (Setting("/magnets/colour", "red"),))
    with pytest.raises(UnfitPatch, match="at most 12"):
        patched(LANTERN, (Setting("/magnets/count", 13),))
    assert LANTERN.magnets.count == 2
