"""Two magnets, one on a pivot: pushed round by hand in time with its own swing, it comes round."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from oakspin.constants import GRAVITY, MU_0
from oakspin.fields.stack import Stack
from oakspin.kinds.geometry import Label
from oakspin.warmups.warmup import DENSITY, REMANENCE, Chance, Drawn, Values, WarmUp, WarmUpDial, WarmUpResult, box

PIVOT = 0.15e-3  # m, arm at which a needle's point rubs; bench experience
RUBS = 0.2
FASTEST = 4.0  # turns of a hand in a second, to and fro
LAGS = 0.7  # of a quarter turn's pull, that is left for keeping up when it is led round; bench experience


def _found(values: Values, chance: Chance) -> WarmUpResult:
    across, thick, gap = values["magnet_mm"] * 1e-3, values["thick_mm"] * 1e-3, values["distance_mm"] * 1e-3
    strength = REMANENCE * chance["remanence"]
    volume = np.pi / 4 * across**2 * thick
    moment = strength * volume / MU_0
    mass = DENSITY * volume + values["carrier_g"] * 1e-3
    # A disc on edge about a line through its middle, and its carrier as a rod.
    inertia = DENSITY * volume * (3 * (across / 2) ** 2 + thick**2) / 12
    inertia += values["carrier_g"] * 1e-3 * (values["carrier_mm"] * 1e-3) ** 2 / 12
    hand = Stack(across / 2, 0.0, thick, 1.0)
    field = strength * float(hand.field(np.array([[0.0, 0.0, thick + gap]]))[0, 2])
    pull = moment * field
    rub = RUBS * mass * GRAVITY * PIVOT
    swing = np.sqrt(pull / inertia) / (2 * np.pi)
    # Led round at an even pace it must be turned as far as the hand goes, in its quarter of the time.
    follows = np.sqrt(LAGS * np.maximum(pull - rub, 0) / inertia / np.pi) / 2
    pace = values["pace_per_s"]
    stuck, keeps = pull <= rub, (pull > rub) & (pace <= follows)

    def why(middle: Mapping[str, float]) -> str:
        if middle["pull"] * 1e-6 <= float(np.median(rub)):
            return "At this distance the pull is less than what the pivot rubs: it does not move."
        fast = middle["follows"]
        if pace <= fast:
            return f"It follows your magnet: up to about {fast:.1f} turns a second it keeps in step."
        return (
            f"You are ahead of it: above about {fast:.1f} turns a second it only shivers. Turn slower, or come nearer."
        )

    return WarmUpResult(
        does={"follows": keeps, "shivers": ~stuck & ~keeps, "stays": stuck},
        figures={
            "follows": ("Keeps in step up to", "turns/s", follows),
            "swing": ("Its own swing", "1/s", swing),
            "pull": ("Pull that turns it", "µN m", pull * 1e6),
        },
        why=why,
        drawn=_drawn(values),
    )


def _drawn(values: Values) -> Drawn:
    across, thick, gap = values["magnet_mm"], values["thick_mm"], values["distance_mm"]
    shapes = (
        box("north", -thick / 4, 0, thick / 2, across, "N"),
        box("south", thick / 4, 0, thick / 2, across, "S"),
        box("north", thick / 2 + gap + thick / 4, 0, thick / 2, across, "N"),
        box("south", thick / 2 + gap + 3 * thick / 4, 0, thick / 2, across, "S"),
    )
    labels = (
        Label(0, -across / 2 - 8, "on the pivot, from above"),
        Label(thick + gap, across / 2 + 6, "in your hand", "start"),
    )
    reach = across / 2 + 16
    return Drawn(shapes, labels, (-across - 20, -reach, 1.5 * thick + gap + 60, reach))


PIVOT_WARM_UP = WarmUp(
    id="pivot",
    name="A magnet led round by hand",
    needs=("two disc magnets", "a needle stuck in cork", "a light carrier of card"),
    build="Tape one magnet on edge to the card and balance it on the needle's point. Turn the other beside it.",
    question="You turn your magnet at this pace. What does the one on the pivot do?",
    options=(("follows", "it goes round with mine"), ("shivers", "it shivers and stays behind"), ("stays", "it stays")),
    dials=(
        WarmUpDial("magnet_mm", "Magnets across", "mm", 3, 30, 0.5, 10),
        WarmUpDial("thick_mm", "Magnets thick", "mm", 1, 20, 0.5, 3),
        WarmUpDial("distance_mm", "Between them", "mm", 10, 400, 5, 60),
        WarmUpDial("carrier_g", "Carrier", "g", 0.2, 50, 0.1, 2),
        WarmUpDial("carrier_mm", "Carrier long", "mm", 10, 200, 5, 60),
        WarmUpDial("pace_per_s", "Your pace", "turns/s", 0.1, FASTEST, 0.1, 1),
    ),
    say="A motor is this, with a switch in place of your hand: the push must come in time with the turn.",
    source="Pull as moment times field on a disc's axis; in step while the pull turns it as fast as the hand.",
    found=_found,
    caution="Magnets pinch and splinter: keep a hand's breadth between them. Count them out and in.",
)
