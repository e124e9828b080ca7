"""How good a battery holder is."""

from __future__ import annotations

import numpy as np

from oakspin.drawer.identify.aid import Aid, AidChoice, AidField, AidFigure, Guess, Pick, Reading, Thing, off
from oakspin.drawer.identify.readings import agreement, chance_of
from oakspin.draws import Array

# Holders


def _holder(count: int) -> Guess:
    chance = chance_of("holder")
    loose = (chance.random(count) < 0.12).astype(float)
    ohms = np.exp(np.log(0.06) + 0.9 * chance.standard_normal(count)) + loose * chance.uniform(0.3, 3.0, count)
    return {"ohms": ohms, "loose": loose}


def _drop(guess: Guess, given: Reading) -> Array:
    return np.asarray(given["amperes"] * guess["ohms"])


HOLDER = Thing(
    "holder",
    "Battery holder",
    _holder,
    60_000,
    (AidFigure("ohms", "Ohms of the holder", "ohm", 1.0),),
    (AidChoice("loose", "Its springs", ("press well", "are loose or dirty")),),
    (
        Aid(
            "drop",
            "Volts lost in it",
            ("meter", "resistor or motor as a load"),
            (
                "Put good cells in and connect a load that draws half an ampere or more; read the amperes.",
                "Read the volts from each cell's own end to the wire that leaves the holder, and add them up.",
            ),
            2.0,
            (
                AidField("amperes", "Current", "A", 0.05, 20, 0.8, given=True),
                AidField("millivolts", "Volts lost", "mV", 0, 5000, 50),
            ),
            lambda guess, read: off(
                1e3 * _drop(guess, read), read["millivolts"], np.hypot(30 * _drop(guess, read), 1.5)
            ),
            lambda guess, given, noise: {
                "millivolts": np.maximum(
                    1e3 * _drop(guess, given) + noise * np.hypot(30 * _drop(guess, given), 1.5), 0.0
                )
            },
            "Ohm's law: volts lost over the current.",
        ),
        Aid(
            "wiggle",
            "Wiggle the cells",
            ("meter or lamp",),
            ("With the load on, turn and press each cell with a wooden stick.",),
            0.5,
            (),
            lambda guess, read: agreement(guess["loose"], bool(read["jumps"]), 0.93),
            lambda guess, given, noise: {"jumps": np.where(noise < -1.48, 1 - guess["loose"], guess["loose"])},
            "What presses well does not change when it is moved.",
            Pick("jumps", "Volts or light", {"1": "jump", "0": "stay as they are"}),
        ),
    ),
    "ohms",
)
