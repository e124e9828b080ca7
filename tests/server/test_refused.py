"""Requests that the written shapes allow and physics or reading does not: refused in words, never a mistake of ours.

Each was found by an attack and is kept by name.
"""

from __future__ import annotations

import base64
import json
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from oakspin import design_from
from tests.server.conftest import DESIGN, Page

PNG = base64.b64decode("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==")


def refused(status: int, problem: dict[str, Any]) -> None:
    assert status == 422
    assert problem["title"]
    assert problem["faults"]
    assert all(fault["field"].startswith("/") and fault["hint"] for fault in problem["faults"])


def test_a_face_field_that_no_such_disc_has_is_refused_by_advice(tab: Page) -> None:
    design = design_from({"kind": "roller"}).model_dump(mode="json")
    strong = {"by": "face_field", "face_field_mT": 799, "material": "neodymium"}
    refused(*tab.ask("POST", "advice", {**design, "magnets": {**design["magnets"], "strength": strong}}))


def test_an_outline_of_one_point_is_refused_by_the_balance_test(tab: Page) -> None:
    outline = {"half": {"points": [{"height_mm": 0.0, "radius_mm": 1.0}]}}
    refused(*tab.ask("POST", "balance", {"design": {"outline": outline}, "period_s": 59}))
    refused(
        *tab.ask("POST", "balance", {"design": {**DESIGN, "outline": {**DESIGN["outline"], **outline}}, "period_s": 59})
    )


@pytest.mark.parametrize(("path", "more"), [("archive", {"mode": "replace"}), ("archive/preview", {})])
def test_a_picture_is_no_archive(tab: Page, path: str, more: dict[str, str]) -> None:
    before = len(tab.shelf())
    file = SimpleUploadedFile("file.png", PNG, content_type="image/png")
    answer = tab.client.post(f"/api/{path}", {"file": file, **more}, headers={"X-CSRFToken": tab.token})
    refused(answer.status_code, json.loads(answer.content))
    assert len(tab.shelf()) == before


@pytest.mark.parametrize("path", ["shelf", "look", "drawer", "classes/sample", "shelf/import", "forecast"])
def test_a_form_where_json_is_asked_for_is_refused_in_words(tab: Page, path: str) -> None:
    answer = tab.client.post(f"/api/{path}", {"kind": "frame"}, headers={"X-CSRFToken": tab.token})
    assert answer.status_code in (200, 404, 415, 422), (path, answer.content[:200])
