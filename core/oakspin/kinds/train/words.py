"""How a train's parts are called, and what is said of what stops it."""

from __future__ import annotations

from oakspin.design.train import TrainDesign
from oakspin.machines.machine import Machine
from oakspin.verdict.words import METERS, THRUST, Words

CAUSES = {
    "no_terminals": "A train needs a round cell with a terminal at each end; a {cell} has none.",
    "track_covered": "The track's wire is covered with {skin}: the magnets find no bare metal. Wind bare wire.",
    "magnet_no_metal": "{material} does not conduct: no current passes the {stack} magnets.",
    "magnet_coated": "The {stack} magnets' {coat} coat does not conduct.",
    "magnets_narrow": (
        "The {stack} magnets ({magnet:g} mm) are no wider than the cell ({cell:g} mm): they do not reach the track."
    ),
    "track_short": (
        "The track ({track:.0f} mm) is shorter than the train ({train:.0f} mm): never do both magnets touch it."
    ),
    "bore_narrow": "The magnets are {missing:.1f} mm wider than the bore: the train does not enter.",
    "some_bores_narrow": "In some builds the bore springs back too little for the magnets.",
    "bore_wide": ("The bore is {room:.1f} mm wider than the magnets: the train lies askew and noses into the turns."),
    "bend_sharp": ("The bend of {radius:.0f} mm is too sharp: the train sticks. It takes {least:.0f} mm at the least."),
    "no_bend_at_all": (
        "The bend of {radius:.0f} mm is too sharp: the train sticks. It takes a straight track at the least."
    ),
    "pulled_apart": "turns are pulled apart to {pitch:g} mm",
    "kink": "a kink takes {squeeze:g} mm of the bore",
}
UNLIKE = "Unlike poles point outward: one magnet is pushed forward as hard as the other is pushed back. Turn one over."
ACROSS = "The magnets are magnetized across, not along the train: nothing pushes along the track."
THROWN_BACK = (
    "It is thrown back out of the end it entered: put the train in the other end first, or turn both magnets over."
)


def train_words(design: TrainDesign, machine: Machine) -> Words:
    """Words for this very design."""
    loop = design.track.plan.form == "loop"
    runs_out = "It runs out at the far end, and its circuit opens there."
    return Words(
        contact="the magnets",
        bearing="the track",
        leaves="leaves the track",
        closes="Bare turns under both magnets; the time they touch.",
        cancels=_cancels(design),
        faint="Weaker than the friction of the train in its track: more turns between the magnets, or stronger ones.",
        stays="It goes round until the cell is spent or hot." if loop else runs_out,
        causes=CAUSES,
        seen="along the track",
        forward="forward",
        backward="backward",
        rate=METERS,
        units=THRUST,
        goes="Runs",
        settles="reaches",
        alike="The same on all evenly wound track.",
        unaided="Starts by itself, once both magnets are in.",
        steady="",
        over="along the track",
        secure="in the track",
        together="The track lies still, so the train is pushed the other way:",
        runs="runs of a minute at most" if loop else "passes of the track",
        passed="Once round in {time}." if loop else "Through the track in {time}.",
        thrown_back=THROWN_BACK,
    )


def _cancels(design: TrainDesign) -> str:
    if "across" in (design.front.magnetized, design.rear.magnetized):
        return ACROSS
    if design.front.pole_up != design.rear.pole_up:
        return UNLIKE
    return "The track's push on both magnets cancels."
