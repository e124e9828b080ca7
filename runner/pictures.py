"""./oak pictures: take the README's pictures anew, from the sample world."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from runner.browser import CHROMIUM, FLAGS, ready
from runner.environment import ROOT, say
from runner.live_server import LiveServer

FOLDER = ROOT / "docs" / "screenshots"
SIZE = {"width": 1280, "height": 800}


def shelf(page: Page) -> None:
    """All demonstrations."""
    page.get_by_text("Weakest link").first.wait_for()
    page.wait_for_load_state("networkidle")


def open_motor(title: str) -> Callable[[Page], None]:
    """A demonstration in Choose, with its advice."""

    def steps(page: Page) -> None:
        page.get_by_role("link", name=title, exact=True).first.click()
        ready(page)
        page.wait_for_load_state("networkidle")

    return steps


def heavy(page: Page) -> None:
    """A coil whose heavy side has been put where it helps, by the advice that says so."""
    open_motor("Ferry wheel")(page)
    page.get_by_role("button", name="Bend it so that it rests").first.click()
    ready(page)
    page.wait_for_load_state("networkidle")


def side_by_side(page: Page) -> None:
    """Three motors of two kinds side by side."""
    for title in ("Lantern", "Carousel", "Ferry wheel"):
        page.get_by_role("button", name=f"Compare {title}").click()
    page.get_by_role("link", name="Show side by side").click()
    page.get_by_text("Run chain").wait_for()
    page.wait_for_load_state("networkidle")


def stage(key: str, seen: str, title: str = "Lantern") -> Callable[[Page], None]:
    """A demonstration in one of its later stages."""

    def steps(page: Page) -> None:
        open_motor(title)(page)
        page.keyboard.press(key)
        page.locator(seen).first.wait_for(state="attached")

    return steps


def logged(page: Page) -> None:
    """Run, with two trials of made-up groups."""
    stage("3", "form")(page)
    page.get_by_role("button", name="Volts, with a meter").click()
    readings = ["Turns counted", "Seconds for them", "Current", "Volts, open", "Volts, running"]
    for group, values in (("Limpet", ["52", "5", "2.9", "1.56", "1.02"]), ("Tern", ["84", "5", "3.4", "1.57", "0.93"])):
        page.get_by_label("Group").fill(group)
        for name, value in zip(readings, values, strict=True):
            page.get_by_role("textbox", name=name).fill(value)
        page.get_by_text("runs by itself").first.click()
        page.get_by_role("button", name="Log the trial").click()
        page.get_by_role("button", name=f"Correct the trial of {group}").wait_for()
    page.locator("[data-summary] [data-share]").wait_for(timeout=180_000)
    page.get_by_role("button", name="Start the clock").focus()


def fix_it(page: Page) -> None:
    """A ferry wheel that swings to and fro: what to do now."""
    open_motor("Ferry wheel")(page)
    page.keyboard.press("0")
    page.locator("[data-sign=rocks]").click()
    page.locator("[data-sign=hot_motor]").click()
    page.locator("[data-now]").wait_for()
    page.mouse.click(700, 20)
    page.locator("[data-sign=nothing]").scroll_into_view_if_needed()


def summary(page: Page) -> None:
    """Teach, with one card answered."""
    stage("5", "[data-card]")(page)
    card = page.locator("[data-card=magnets_over]")
    card.get_by_text("It turns the other way.").click()
    card.get_by_role("button", name="Show the answer").click()


def with_the_class(page: Page) -> None:
    """A prediction that a class has voted on, its answer shown before and after, on a projector."""
    stage("5", "main img, main svg", "Ferry wheel")(page)
    page.get_by_role("button", name="With the class").click()
    for vote in "111222234":
        page.keyboard.press(vote)
    page.keyboard.press("Space")
    page.locator("[data-gauge]").nth(1).wait_for()
    page.wait_for_timeout(1500)


def spinning(page: Page) -> None:
    """A coil that spins: the current lit, its push, the speed beside the band."""
    open_motor("Tide mill")(page)
    page.get_by_role("button", name="▶ Spin").click()
    page.locator("[data-gauge]").wait_for()
    page.wait_for_timeout(1500)
    page.get_by_role("button", name="Pause").click()
    for _ in range(40):
        if page.locator("[data-lit]").count():
            break
        page.get_by_role("button", name="On 1°").press("Enter")


def start(page: Page) -> None:
    """Start, with a motor to carry on with."""
    open_motor("Ferry wheel")(page)
    page.locator("[data-headline]").wait_for()
    page.get_by_role("link", name="Start", exact=True).click()
    page.get_by_role("region", name="Carry on").wait_for()
    page.mouse.move(700, 700)


def practiced(page: Page) -> None:
    """A motor that hides a fault, after a look and two checks."""
    page.get_by_role("link", name="Practice", exact=True).click()
    page.get_by_role("button", name="With").click()
    page.get_by_role("option", name="Cradle motor").click()
    page.get_by_role("button", name="Begin").click()
    page.get_by_role("button", name="Read the current").click()
    for done in (1, 2):
        page.locator("[data-check] button").nth(2 * done).click()
        page.locator("[data-check] b").nth(done - 1).wait_for()


def identified_by_tests(page: Page) -> None:
    """A wire without a label, after two tests."""
    page.get_by_role("link", name="Parts", exact=True).click()
    page.get_by_role("link", name="What is this?").click()
    page.get_by_role("textbox", name="They lie this wide").fill("10.6")
    page.get_by_role("button", name="Take this reading: Turns on a pencil").click()
    page.get_by_role("button", name="Take back: Turns on a pencil").wait_for()
    page.get_by_role("button", name="It is").click()
    page.get_by_role("option", name="reddish").click()
    page.get_by_role("button", name="Take this reading: Color").click()
    page.get_by_text("copper 9").wait_for()


def drawer_of_the_school(page: Page) -> None:
    """The sample Drawer, with one of its parts."""
    page.get_by_role("link", name="Parts", exact=True).click()
    fill, part = page.get_by_role("button", name="Fill it"), page.locator('[data-entry="Disc 10 x 3"] button')
    fill.or_(part).first.wait_for()
    if fill.count():
        fill.click()
    page.locator('[data-entry="Disc 10 x 3"] button').click()
    page.get_by_text("What was done with it").wait_for()


def what_to_build(page: Page) -> None:
    """What older pupils can build of the sample Drawer, six groups at once."""
    drawer_of_the_school(page)
    page.get_by_role("link", name="Find a motor").click()
    page.get_by_label("Groups at once").fill("6")
    page.get_by_role("button", name="Search", exact=True).click()
    page.get_by_text("worth a look").filter(has_not_text="%").wait_for(timeout=60_000)
    page.get_by_role("button", name="Search", exact=True).wait_for(timeout=60_000)


def planned_class(page: Page) -> None:
    """The sample class with its forecast, when all changes were tried."""
    page.get_by_role("link", name="Classes", exact=True).click()
    page.get_by_role("button", name="Open the harbor school's").click()
    page.locator("[data-save]").first.wait_for(timeout=60_000)
    page.get_by_text("changes tried").wait_for(state="hidden", timeout=120_000)


def class_review(page: Page) -> None:
    """What came of a class that was held, kept with its motor."""
    page.get_by_role("link", name="Classes", exact=True).click()
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Open a class file").click()
    chooser.value.set_files(ROOT / "demo" / "harbor-friday.oakclass.json")
    page.get_by_role("link", name="After the class").click()
    page.get_by_role("option", name="Plover").click(timeout=60_000)
    page.get_by_role("button", name="Keep with the motors").click()
    page.get_by_role("heading", name="taught, for").wait_for(timeout=180_000)
    page.get_by_role("region", name="Report").evaluate("region => (region.scrollTop = 0)")


VIEWS: dict[str, tuple[str, Callable[[Page], None]]] = {
    "shelf": ("light", shelf),
    "choose": ("light", open_motor("Lantern")),
    "cradle": ("light", heavy),
    "spin": ("dark", spinning),
    "train": ("light", open_motor("Night shuttle")),
    "start": ("light", start),
    "side-by-side": ("light", side_by_side),
    "make": ("light", stage("2", "main img")),
    "run": ("light", logged),
    "fix-it": ("light", fix_it),
    "practice": ("light", practiced),
    "things": ("light", identified_by_tests),
    "drawer": ("light", drawer_of_the_school),
    "build": ("light", what_to_build),
    "tune": ("light", stage("4", "[data-strip=lasts] [data-state]")),
    "teach": ("light", summary),
    "classes": ("light", planned_class),
    "after": ("light", class_review),
    "class": ("projector", with_the_class),
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
                page.goto(f"http://127.0.0.1:{server.port}/motors")
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
