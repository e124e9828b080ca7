"""A client that behaves like our page: it has the CSRF cookie and sends it back."""

from __future__ import annotations

from typing import Any

import pytest
from django.test import Client

from tests.core.designs import LANTERN

DESIGN = LANTERN.model_dump(mode="json")


class Page:
    """Requests as the front end makes them; answers as (status, parsed body)."""

    def __init__(self) -> None:
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/")
        self.token = self.client.cookies["csrftoken"].value

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        """One request of the API."""
        extra = {"HTTP_X_CSRFTOKEN": self.token, "content_type": "application/json"}
        answer = self.client.generic(method, f"/api/{path}", b"" if body is None else _json(body), **extra)
        return answer.status_code, answer.json() if answer.content else None

    def shelf(self) -> list[dict[str, Any]]:
        """The motors on the shelf that can be read."""
        return list(self.ask("GET", "shelf")[1]["motors"])

    def text(self, method: str, path: str, body: Any = None) -> tuple[int, str]:
        """One request of the API whose answer is text, at once or in parts."""
        extra = {"HTTP_X_CSRFTOKEN": self.token, "content_type": "application/json"}
        answer = self.client.generic(method, f"/api/{path}", b"" if body is None else _json(body), **extra)
        return answer.status_code, answer.getvalue().decode()

    def started(self, kind: str = "frame") -> dict[str, Any]:
        """A new motor on the shelf."""
        status, body = self.ask("POST", "shelf", {"kind": kind})
        assert status == 200
        return dict(body)

    def save(self, id_: str, version: int, change: str = "gap", **fields: Any) -> tuple[int, Any]:
        """Save the Lantern with fields of its feet set."""
        design = {**DESIGN, "feet": {**DESIGN["feet"], **fields}}
        return self.ask("PUT", f"shelf/{id_}", {"version": version, "title": "T", "design": design, "change": change})


def _json(body: Any) -> bytes:
    import json

    return json.dumps(body).encode()


@pytest.fixture
def tab(db: None) -> Page:
    """A page that was just opened."""
    return Page()
