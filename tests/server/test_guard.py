"""Only our own page on this computer gets in, and it may load nothing from outside."""

import re
from pathlib import Path

from django.test import Client

from tests.server.conftest import DESIGN, Page

DIST = Path(__file__).resolve().parents[2] / "web" / "dist"


def test_other_hosts_are_refused(db: None) -> None:
    answer = Client().get("/api/shelf", headers={"Host": "evil.example"})
    assert answer.status_code == 400
    assert "127.0.0.1" in answer.json()["title"]


def test_a_save_without_the_page_s_token_or_from_another_origin_is_refused(tab: Page) -> None:
    path = "/api/look"
    assert tab.client.post(path, DESIGN, content_type="application/json").status_code == 403
    headers = {"X-CSRFToken": tab.token, "Origin": "http://evil.example"}
    answer = tab.client.post(path, DESIGN, content_type="application/json", headers=headers)
    assert answer.status_code == 403
    assert "Reload the page" in answer.json()["hint"]


def test_every_answer_carries_the_strict_policy_and_a_fresh_nonce(tab: Page) -> None:
    policies = [tab.client.get(path).headers["Content-Security-Policy"] for path in ("/", "/", "/api/shelf")]
    assert all("default-src 'none'" in policy and "unsafe" not in policy for policy in policies)
    assert len({re.search(r"nonce-([^']+)", policy)[1] for policy in policies}) == 3  # type: ignore[index]


def test_the_page_gets_the_nonce_that_its_policy_names(tab: Page) -> None:
    answer = tab.client.get("/motor/any")
    nonce = re.search(r"nonce-([^']+)", answer.headers["Content-Security-Policy"])[1]  # type: ignore[index]
    assert f'nonce="{nonce}"' in answer.content.decode()


def test_no_page_and_no_script_asks_an_outside_address() -> None:
    for file in DIST.rglob("*.*"):
        if file.suffix in {".html", ".css"}:
            assert "http" not in file.read_text(encoding="utf-8").replace("http://www.w3.org", "")
        if file.suffix == ".js":
            loads = re.findall(r"(?:fetch|import|src=)\(?[\"'`]https?://[^\"'`]+", file.read_text(encoding="utf-8"))
            assert loads == []


def test_assets_are_kept_for_good_and_the_page_is_not(tab: Page) -> None:
    asset = next(file for file in (DIST / "assets").iterdir() if file.suffix == ".js")
    answer = tab.client.get(f"/assets/{asset.name}")
    answer.close()
    assert "immutable" in answer.headers["Cache-Control"]
    assert tab.client.get("/").headers["Cache-Control"] == "no-cache"


def test_no_answer_of_the_api_is_kept_by_a_browser(tab: Page) -> None:
    for path in ("shelf", "kinds", "nowhere"):
        assert tab.client.get(f"/api/{path}").headers["Cache-Control"] == "no-store"
