"""Every control of every kind is pressed: none does nothing, strands the page, or lets the focus fall to the body."""

from __future__ import annotations

import json
import re
import time
from collections.abc import Callable

import pytest
from playwright.sync_api import Locator, Page

from tests.browser.conftest import ready
from tests.effort import LONG

At = Callable[[str], str]
KINDS = ("lantern", "beacon", "ferry-wheel", "tide-mill", "crane-motor", "night-shuttle", "crate-roller")
STAGES = ("choose", "make", "run", "fix", "tune", "teach")
# Past Choose and Run the kinds differ in what is said and drawn, not in controls: two walk all the way.
WHOLE_WAY = ("lantern", "night-shuttle")
PATIENCE_S = 20.0  # what is slower than that does nothing
CONTROLS = "main button:visible, main [role=radio]:visible, header button:visible"
# What leads away, saves a file, or acts on the system: other tests press these.
ELSEWHERE = re.compile(
    r"undo|redo|print|save as|import|export|log the trial|use |in the design|with the class|put back|strike|step by step",
    re.IGNORECASE,
)
MOST = 70  # controls of one stage
# All that a press may change: what is shown, what is open, what is chosen, what is drawn.
STATE = """JSON.stringify([
  document.body.innerText.replace(/\\d+:\\d\\d/g, ''),
  [...document.querySelectorAll('[aria-expanded],[aria-pressed],[data-selected],[aria-checked],input')]
    .map(e => [e.getAttribute('aria-expanded'), e.getAttribute('aria-pressed'), e.dataset.selected, e.checked, e.value]),
  document.querySelectorAll('svg *').length,
  document.querySelector('[data-angle]')?.dataset.angle,
])"""


def name_of(control: Locator) -> str:
    return str(
        control.evaluate("e => e.getAttribute('aria-label') || e.labels?.[0]?.textContent || e.textContent.trim()")
    )


def settled(page: Page, stage: str) -> None:
    if stage == "choose":
        ready(page)


def comes(page: Page, condition: str) -> bool:
    """Whether a condition of the page's script comes true."""
    latest = time.monotonic() + PATIENCE_S
    while not page.evaluate(condition):
        if time.monotonic() > latest:
            return False
        page.wait_for_timeout(20)
    return True


@pytest.mark.parametrize("sample", [KINDS[0], *(pytest.param(kind, marks=pytest.mark.long) for kind in KINDS[1:])])
def test_no_control_does_nothing_strands_the_page_or_drops_the_focus(
    page: Page, at: At, motor: Callable[[str], str], sample: str
) -> None:
    id_ = motor(sample)
    wrong: list[str] = []
    for stage in stages_of(sample):
        page.goto(at(f"/motor/{id_}/{stage}"))
        settled(page, stage)
        page.wait_for_load_state("networkidle")
        pressed: set[str] = set()
        for _ in range(MOST):
            fresh = next((each for each in page.locator(CONTROLS).all() if _is_due(each, pressed)), None)
            if fresh is None:
                break
            name = name_of(fresh)
            pressed.add(name)
            wrong += [f"{sample}, {stage}: “{name}” {what}" for what in _press(page, fresh, stage)]
    assert not wrong, "\n".join(wrong)


def stages_of(sample: str) -> tuple[str, ...]:
    if not LONG:
        return ("run", "make")
    return STAGES if sample in WHOLE_WAY else ("choose", "run")


def _is_due(control: Locator, pressed: set[str]) -> bool:
    if not control.is_visible() or not control.is_enabled():
        return False
    name = name_of(control)
    return name not in pressed and not ELSEWHERE.search(name)


def _press(page: Page, control: Locator, stage: str) -> list[str]:
    """What is wrong with one control."""
    chosen = control.evaluate("e => e.getAttribute('role') === 'radio' && e.getAttribute('aria-checked') === 'true'")
    before = page.evaluate(STATE)
    control.focus()
    page.keyboard.press("Space")
    wrong = []
    if not chosen and not comes(page, f"{STATE} !== {json.dumps(before)}"):
        wrong.append("does nothing")
    if page.get_by_role("dialog").or_(page.get_by_role("listbox")).count():
        page.keyboard.press("Escape")
        if not comes(page, "!document.querySelector('[role=dialog], [role=listbox]')"):
            wrong.append("opens what Escape does not close")
            page.reload()
    settled(page, stage)
    if not comes(page, "document.activeElement !== document.body"):  # what goes away hands its focus on
        wrong.append("lets the focus fall to the body")
    if page.locator("main").count() == 0:
        wrong.append("strands the page")
        page.go_back()
    return wrong
