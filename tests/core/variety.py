"""Designs of every kind in many makes, for tests that hold for all of them."""

from __future__ import annotations

from typing import Any

from oakspin.kinds.kinds import KINDS
from tests.core.designs import CRADLE, LANTERN, LOBES, bared, changed, sample

HANGING, CORED, TRAIN = KINDS["hanging"].start, KINDS["cored"].start, KINDS["train"].start
ROLLER = KINDS["roller"].start
OWN_CELL = {"volts": 1.2, "ohms": 0.1, "mass_g": 30, "diameter_mm": 14.5, "length_mm": 50.0, "charge_Ah": 1.0}
RING = {**CRADLE.magnets.model_dump(), "shape": "ring", "diameter_mm": 60.0, "hole_mm": 36.0}
CORNERS = [{"along_mm": x, "across_mm": y} for x, y in ((-11.0, -9.0), (12.0, -9.0), (8.0, 10.0), (-9.0, 7.0))]
PULLED = [{"from_mm": 150.0, "to_mm": 260.0, "pitch_mm": 3.0}, {"from_mm": 330.0, "to_mm": 400.0, "pitch_mm": 1.5}]

DESIGNS: dict[str, Any] = {
    "lantern": LANTERN,
    "carousel": sample("carousel"),
    "spring": changed(LANTERN, outline__half={"by": "spring", "turns": 5.0, "diameter_mm": 26.0}),
    "own cell": changed(LANTERN, battery={"cell": "own", "own": OWN_CELL}),
    "measured": changed(LANTERN, magnets__strength={"by": "face_field", "face_field_mT": 300.0}),
    "millimeters": changed(LANTERN, wire__size={"by": "diameter", "diameter_mm": 0.7}),
    "turning quay": sample("turning-quay"),
    "strip under a cup": changed(LANTERN, band={"width_mm": 6.0, "thickness_mm": 0.2}, pivot__seat="cup"),
    "cradle": CRADLE,
    "lobes": LOBES,
    "half-open lobes": changed(LOBES, lobes__opening_deg=120.0),
    "square coil, uneven": changed(
        CRADLE,
        coil__outline={"by": "square", "along_mm": 26.0, "across_mm": 18.0},
        supports__level_mm=2.0,
        magnets__shape="block",
    ),
    "own coil": changed(CRADLE, coil__outline={"by": "own", "points": CORNERS}),
    "coil on a supply": changed(CRADLE, magnets_on="bench", battery__cell="bench_supply"),
    "lock gate": sample("lock-gate"),
    "coil in a ring": changed(CRADLE, magnets=RING, magnets_on="around", supports__spacing_mm=66.0, axle="pencil"),
    "painted coil": changed(CRADLE, strip__right={**bared(90.0, 180.0, "marker"), "worn_percent": 20.0}),
    "beacon": sample("beacon"),
    "headless sandwich": changed(HANGING, rings_above=1, screw__headless=True, lead__tip="dirty"),
    "hung from the plus": changed(HANGING, battery__terminal_up="-", lead__side_deg=180.0),
    "hung ring": changed(HANGING, magnets__shape="ring", magnets__hole_mm=3.0, flag__mass_g=0.0),
    "hung across": changed(HANGING, magnets__magnetized="across"),
    "cored": CORED,
    "crane": sample("crane-motor"),
    "one magnet, timed": changed(CORED, gap__stacks=1, commutator__offset_deg=25.0),
    "pipe core": changed(CORED, core__form="pipe", core__wall_mm=0.8, winding__turns=90),
    "air core": changed(CORED, core__form="none", core__diameter_mm=12.0, magnets__magnetized="across"),
    "arms of their own": changed(CORED, winding__other_turns=200, winding__joined="parallel", brushes__count=4),
    "train": TRAIN,
    "parcel shuttle": sample("parcel-shuttle"),
    "trodden track": changed(TRAIN, track__dents=[{"at_mm": 300.0, "flat_mm": 1.0}], track__loosens=1.4),
    "night shuttle": sample("night-shuttle"),
    "two stretches": changed(TRAIN, track__stretches=PULLED, track__kinks=[{"at_mm": 500.0, "squeeze_mm": 0.4}]),
    "told in turns": changed(TRAIN, track__length={"by": "turns", "turns": 700}, nose_g=3.0, leads="+"),
    "arc": changed(TRAIN, track__plan={"form": "arc", "radius_mm": 300.0, "slope_deg": 4.0}),
    "ring of track": sample("harbor-ring"),
    "roller": ROLLER,
    "roller uphill, the other way": changed(
        ROLLER, plus_at="far", magnets__pole_up="S", sheet__slope_deg=0.4, sheet__width_mm=60.0
    ),
    "roller of two cells": changed(
        ROLLER, battery__in_series=2, sheet__material="copper", outward="unlike", magnets__count=2
    ),
}
