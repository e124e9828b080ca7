"""Steps and cautions that the builds of most kinds share; each stands at the step where it matters."""

from __future__ import annotations

import re

from oakspin.design.wire import Wire
from oakspin.kinds.build import Step

COUNTED = (
    "Small strong magnets injure when swallowed: count them out and in. Keep them from cards, phones and implants."
)
SLIDE = "Slide magnets together, never let them snap: they pinch and splinter."
HOLD_ENDS = "Hold both ends while cutting: short ends fly. Goggles on."
KNIFE = "A knife is an adult's work."
SHARP = "Cut sheet has sharp edges and corners: gloves, and file or fold the edges."
FUMES = "Sand or scrape; do not burn enamel off: its fumes are harmful and the wire stays hot."
PAPER = 0.1  # mm, a sheet of common paper
HOT_PAPER = "Keep paper off the wire where it gets hot."


WORN = {"goggles", "gloves"}  # of what cautions name, these are to be had
# Words of a step, and what they call for.
CALLED_FOR = {
    "goggles": "goggles",
    "gloves": "gloves",
    "sand": "sandpaper",
    "tape": "tape",
    "paper": "paper",
    "pen": "pen",
    "marker": "permanent marker",
    "cloth": "cloth",
    "thread": "thread",
    "clay": "clay",
    "glue": "glue",
    "oil": "oil",
    "lamp": "lamp or meter",
    "tack": "tack",
    "clamp": "clamp",
    "eraser": "eraser",
    "file": "file",
}


def tools_of(step: Step) -> tuple[str, ...]:
    """All that a step takes: its tools, and what its words and its caution call for."""
    text, caution = (
        set(re.findall(r"[a-z]+", words.lower())) for words in (step.text.replace("paper clip", "clip"), step.caution)
    )
    words = text | caution & WORN
    called = [thing for word, thing in CALLED_FOR.items() if words & {word, f"{word}s"}]
    own = " ".join(step.tools)
    return (*step.tools, *(thing for thing in called if thing not in own))


def sheets(gap_mm: float) -> str:
    """How many sheets of paper fill a gap, at least one."""
    many = max(1, round(gap_mm / PAPER))
    return "1 sheet" if many == 1 else f"{many} sheets"


def lay_out(parts: str, magnets: int) -> Step:
    """Everything on the table; the magnets counted."""
    text = f"{parts[:1].upper()}{parts[1:]}, this sheet. Count the magnets aloud ({magnets}) and write the number down."
    return Step("lay_out", "Lay out the parts", text, 4, caution=COUNTED)


def bare_ends(wire: Wire, where: str, *, sand: bool) -> Step | None:
    """Bright metal ``where`` the wire touches; none where nothing is to be done."""
    if wire.finish == "plastic":
        return Step(
            "bare", "Bare the ends", f"Strip the plastic off {where}.", 4, ("wire stripper",), adult=True, caution=KNIFE
        )
    if wire.finish == "enameled":
        text = f"Sand the enamel off {where}, until it shines like new metal."
        return Step("bare", "Bare the ends", text, 6, ("sandpaper",), caution=FUMES)
    if sand:
        text = f"Sand {where}, and do not touch them after."
        return Step("bare", "Sand the contacts bright", text, 2, ("sandpaper",))
    return None
