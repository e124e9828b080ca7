"""How soon a page can be used on a slow processor, against a bare page of the same framework in the same run."""

from __future__ import annotations

import statistics
import subprocess
import tempfile
import threading
from functools import partial
from http.server import SimpleHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

from playwright.sync_api import Browser, sync_playwright

from runner.browser import CHROMIUM, FLAGS
from runner.environment import WEB, process_environment
from runner.live_server import LiveServer

SLOWER = 4  # times slower than this machine: a phone, a school's old laptop
ROUNDS = 5
# When what is looked for first stands on the page, drawn.
WATCH = """(wanted) => {
  new MutationObserver((_, watch) => {
    if (!document.querySelector(wanted)) return;
    watch.disconnect();
    requestAnimationFrame(() => { window.usableAfter = performance.now(); });
  }).observe(document, { childList: true, subtree: true, attributes: true });
}"""
UNTIL = """async () => {
  while (!window.usableAfter) await new Promise((done) => setTimeout(done, 50));
  return window.usableAfter;
}"""
BARE, SHELF, MOTOR = "[data-usable]", "h2 a", "[data-verdict-for=present] [data-link=lasts]"


class _Quiet(SimpleHTTPRequestHandler):
    def log_message(self, format: str, *args: object) -> None:
        """Say nothing."""


def first_load_ratios() -> tuple[float, float]:
    """Time until shelf and motor can be used, each over that of the bare page; medians of loads in turn."""
    folder = Path(tempfile.mkdtemp(prefix="oakspin-bare-"))
    build = ["npx", "vite", "build", "bare", "--outDir", str(folder), "--logLevel", "error"]
    subprocess.run(build, cwd=WEB, env=process_environment(), check=True)
    bare = ThreadingHTTPServer(("127.0.0.1", 0), partial(_Quiet, directory=str(folder)))
    threading.Thread(target=bare.serve_forever, daemon=True).start()
    server = LiveServer(Path(tempfile.mkdtemp(prefix="oakspin-bench-")))
    try:
        with sync_playwright() as driver:
            browser = driver.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            connection = server.connect()
            _, shelf = server.ask(connection, "GET", "shelf")
            connection.close()
            lantern = next(motor["id"] for motor in shelf["motors"] if motor["title"] == "Lantern")
            base = f"http://127.0.0.1:{server.port}"
            pages = (
                (f"http://127.0.0.1:{bare.server_port}/", BARE),
                (f"{base}/motors", SHELF),
                (f"{base}/motor/{lantern}", MOTOR),
            )
            taken: list[list[float]] = [[], [], []]
            for number in range(ROUNDS + 1):
                for kept, (address, wanted) in zip(taken, pages, strict=True):
                    each = _usable_after(browser, address, wanted)
                    if number:
                        kept.append(each)
            browser.close()
        plain, on_shelf, on_motor = (statistics.median(each) for each in taken)
        return on_shelf / plain, on_motor / plain
    finally:
        server.kill()
        bare.shutdown()


def _usable_after(browser: Browser, address: str, wanted: str) -> float:
    """Milliseconds from the start of the navigation, nothing cached, until what is wanted is drawn."""
    context = browser.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    page.add_init_script(f"({WATCH})({wanted!r})")
    session = context.new_cdp_session(page)
    session.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    page.goto(address, wait_until="commit")
    # A page's own policy may forbid to be asked over and over: it is asked once, and answers when it is there.
    after = float(page.evaluate(UNTIL))
    context.close()
    return after
