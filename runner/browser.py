"""Debian's Chromium, without a screen: for pictures, benchmarks and browser tests."""

from __future__ import annotations

from playwright.sync_api import Page

CHROMIUM = "/usr/bin/chromium"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


def ready(page: Page) -> None:
    """Wait until the shown verdict is that of the shown design, and it is saved."""
    page.locator("[data-verdict-for=present]").wait_for()
    page.locator("[data-saved=saved]").wait_for()
