"""The schema of every version of a file format is published once: a new field without a new version fails here."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from oakspin.classroom import file as of_class
from oakspin.design import VERSION, schema

PUBLISHED = Path(__file__).resolve().parents[3] / "docs" / "schemas"
FORMATS = {"design": (VERSION, schema), "class": (of_class.VERSION, of_class.schema)}


def shape(value: Any) -> Any:
    """A schema without its words: they may become better in any version."""
    if isinstance(value, dict):
        return {name: shape(own) for name, own in value.items() if name not in ("description", "title")}
    return [shape(each) for each in value] if isinstance(value, list) else value


@pytest.mark.parametrize("name", FORMATS)
def test_the_format_is_as_published_for_its_version(name: str) -> None:
    version, now = FORMATS[name]
    published = json.loads((PUBLISHED / f"{name}-{version}.schema.json").read_text(encoding="utf-8"))
    assert shape(json.loads(json.dumps(now()))) == shape(published), "raise the version, and publish its schema"


@pytest.mark.parametrize("name", FORMATS)
def test_every_version_so_far_is_published(name: str) -> None:
    version, _ = FORMATS[name]
    assert sorted(PUBLISHED.glob(f"{name}-*")) == [
        PUBLISHED / f"{name}-{at}.schema.json" for at in range(1, version + 1)
    ]
    for at in range(1, version + 1):
        text = json.loads((PUBLISHED / f"{name}-{at}.schema.json").read_text(encoding="utf-8"))
        assert text["properties"]["version"]["const"] == at


def test_another_field_would_be_noticed() -> None:
    now = schema()
    frame = next(each for each in now["$defs"].values() if each.get("title") == "FrameDesign")
    frame["properties"]["glitter_mm"] = {"type": "number"}
    published = json.loads((PUBLISHED / f"design-{VERSION}.schema.json").read_text(encoding="utf-8"))
    assert shape(now) != shape(published)
