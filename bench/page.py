"""Measures in the real page: how soon figures follow the hand, how much script the first load brings."""

from __future__ import annotations

import gzip
import statistics
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from runner.browser import CHROMIUM, FLAGS, ready
from runner.live_server import ROOT, LiveServer, family
from server.parts import parts_at

# From a move of the hand to the frame in which the figures stand for the design under the hand.
FOLLOW = """async () => {
  const slider = document.querySelector('input[aria-label="Foot height"]');
  const board = document.querySelector('[data-verdict-for]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const taken = [];
  for (let step = 0; step < 24; step++) {
    const start = performance.now();
    set.call(slider, String((1 + 0.2 * step).toFixed(1)));
    slider.dispatchEvent(new Event('input', { bubbles: true }));
    do await new Promise(requestAnimationFrame);
    while (board.dataset.verdictFor !== 'present');
    taken.push(performance.now() - start);
  }
  return taken.slice(2);
}"""


@contextmanager
def open_lantern() -> Iterator[tuple[Page, LiveServer]]:
    """The Lantern in Choose, in a browser of its own."""
    server = LiveServer(Path(tempfile.mkdtemp(prefix="oakspin-bench-")))
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{server.port}/motors")
        page.get_by_role("link", name="Lantern").first.click()
        ready(page)
        try:
            yield page, server
        finally:
            browser.close()
            server.kill()


def follow_seconds(page: Page) -> float:
    """Median time from input to changed figures, after one round that does not count."""
    rounds = [page.evaluate(FOLLOW) for _ in range(4)]
    return statistics.median(taken for round_ in rounds[1:] for taken in round_) / 1000


def first_load_kilobytes() -> float:
    """Script of the first load of shelf or motor, whichever is more, compressed as it is sent."""
    page = (ROOT / "web/dist/index.html").read_text(encoding="utf-8")
    always = {file for file in (ROOT / "web/dist/assets").glob("*.js") if file.name in page}
    return max(
        _compressed(always | {ROOT / "web/dist" / part for part in parts_at(path)}) for path in ("/", "/motor/x")
    )


def _compressed(files: set[Path]) -> float:
    return sum(len(gzip.compress(file.read_bytes(), 9)) for file in files) / 1000


def resident_megabytes(server: LiveServer) -> float:
    """Memory of the server and of its workers, as the system counts it; what they share is counted once."""
    return sum(_shared_out(pid) for pid in (server.process.pid, *family(server.process.pid)))


def _shared_out(pid: int) -> float:
    text = Path(f"/proc/{pid}/smaps_rollup").read_text(encoding="utf-8")
    line = next(line for line in text.splitlines() if line.startswith("Pss:"))
    return int(line.split()[1]) / 1000
