"""./oak pictures: take the README's pictures anew, from the sample world."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from runner.environment import ROOT, say
from tests.browser.conftest import CHROMIUM, FLAGS, ready
from tests.server.live import LiveServer

FOLDER = ROOT / "docs" / "screenshots"
SIZE = {"width": 1280, "height": 800}


def shelf(page: Page) -> None:
    """All demonstrations."""
    page.get_by_text("Weakest link").first.wait_for()


def open_motor(title: str) -> Callable[[Page], None]:
    """A demonstration in Choose, with its advice."""

    def steps(page: Page) -> None:
        page.get_by_role("link", name=title, exact=True).first.click()
        ready(page)
        page.get_by_role("region", name="What helps most").get_by_role("button").first.wait_for()

    return steps


def compared(page: Page) -> None:
    """A pinned design, and one with wider legs beside it."""
    open_motor("Lantern")(page)
    page.keyboard.press("p")
    page.get_by_role("slider", name="Leg point 3 reach").focus()
    page.keyboard.press("Shift+ArrowRight")
    ready(page)
    page.get_by_role("region", name="What helps most").get_by_role("button").first.wait_for()


VIEWS: dict[str, tuple[str, Callable[[Page], None]]] = {
    "shelf": ("light", shelf),
    "choose": ("light", open_motor("Lantern")),
    "choose-compared": ("light", compared),
    "choose-dark": ("dark", open_motor("Carousel")),
}


def main() -> None:
    """Take every picture."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    server = LiveServer(Path(tempfile.mkdtemp(prefix="oakspin-pictures-")))
    try:
        with sync_playwright() as driver:
            browser = driver.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            for name, (room, steps) in VIEWS.items():
                context = browser.new_context(viewport=SIZE)  # type: ignore[arg-type]
                context.add_init_script(f"localStorage.setItem('oakspin.room', '{room}')")
                page = context.new_page()
                page.goto(f"http://127.0.0.1:{server.port}/")
                steps(page)
                page.wait_for_timeout(400)
                page.screenshot(path=FOLDER / f"{name}.png")
                context.close()
                say(f"took {name}.png")
            browser.close()
    finally:
        server.kill()


if __name__ == "__main__":
    main()
