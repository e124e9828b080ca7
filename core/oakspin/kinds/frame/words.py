"""How a frame motor's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.frame import FrameDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import Words

CAUSES = {
    "no_cell_to_stand_on": "A frame stands on a round cell with a terminal at each end; a {cell} has none to stand on.",
    "ends_covered": "The {skin} is still on the wire's ends: no current gets in.",
    "magnet_no_metal": "{material} does not conduct: the feet find no current on the magnet.",
    "magnet_coated": "The magnet's {coat} coat does not conduct: the feet find no current on it.",
    "feet_above_stack": "The feet stand at {foot:.1f} mm, above the {stack:.1f} mm stack: they brush the cell's side.",
    "leg_in_cell": "A leg runs {deep:.1f} mm into the cell at {height:.0f} mm above the bench: it rubs.",
    "legs_limp": "The wire is too thin: the legs do not keep their shape.",
    "top_heavy": "The center of mass is {above:.1f} mm above the tip: the frame tips over.",
}


def frame_words(design: FrameDesign, machine: Machine) -> Words:
    """Words for this very design."""
    feet = design.feet.type == "points"
    pushed = "The pushes on the legs cancel at every angle"
    if design.outline.legs == 1:
        pushed = "Pushed one way in half the turn and back in the other"
    return Words(
        contact="the feet" if feet else "the parts of the ring",
        bearing="the tip",
        leaves="leaves its seat",
        closes="Bare metal; the time the feet touch." if feet else "Bare metal; the time the ring touches.",
        cancels=f"{pushed}: the magnets are magnetized across, not along their axis.",
        faint="Weaker than the lightest touch of the feet: more current or a stronger magnet is needed.",
        stays="It stands still on its seat.",
        causes=CAUSES,
    )
