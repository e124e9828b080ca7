"""Changes that a practitioner might try on an iron-cored motor. None is advice: each is tried first."""

from __future__ import annotations

import math
from collections.abc import Iterator

from oakspin.design.cored import CoredDesign
from oakspin.kinds.change import Change, change
from oakspin.kinds.common_changes import battery_changes, magnet_grades, sanded, wire_changes
from oakspin.kinds.geometry import mm
from oakspin.machines.cored.shape import CoredShape, cored_shape

CLEAR = 1.5  # mm that a turning bar wants between its corner and the magnets


def cored_changes(design: CoredDesign) -> tuple[Change, ...]:
    """Every single change worth trying on this design, cheap ones first."""
    return (
        *_winding(design),
        *_magnets(design, cored_shape(design)),
        *_commutator(design),
        *_drive(design),
        *sanded(design, "segments and brushes"),
        *battery_changes(design, ("alkaline_AA", "alkaline_C", "nimh_AA")),
        *wire_changes(design.wire),
    )


def _winding(design: CoredDesign) -> Iterator[Change]:
    winding, wire = design.winding, design.wire
    if winding.sense == "opposed":
        yield change("Wind both arms in one direction", ("/winding/sense", "same"), effort=0.1)
    if wire.finish == "bare":
        yield change("Take enameled wire", ("/wire/finish", "enameled"), effort=0.2)
    elif not wire.ends_stripped:
        yield change("Strip the ends of the wire", ("/wire/ends_stripped", True))
    if winding.other_turns not in (None, winding.turns):
        yield change("Wind as many turns on the other arm", ("/winding/other_turns", None), effort=0.2)
    if winding.open_arm != "none":
        yield change(f"Mend the wire of the {winding.open_arm} arm", ("/winding/open_arm", "none"), effort=0.05)
    for times, text in ((1.5, "More turns"), (0.67, "Fewer turns")):
        turns = round(winding.turns * times)
        if 5 <= turns <= 5000:
            yield change(f"{text}: {winding.turns} → {turns} on each arm", ("/winding/turns", turns), effort=0.25)


def _magnets(design: CoredDesign, shape: CoredShape) -> Iterator[Change]:
    gap = design.gap
    if gap.stacks == 2 and gap.facing == "like":
        yield change("Turn one magnet over: unlike poles face each other", ("/gap/facing", "unlike"))
    if gap.out_of_line_mm > 1:
        yield change("Set the magnets as high as the bar", ("/gap/out_of_line_mm", 0.0))
    if gap.stacks == 1:
        yield change("Put a second magnet on the other side", ("/gap/stacks", 2), ("/gap/facing", "unlike"), effort=0.1)
    if design.magnets.magnetized == "across":
        yield change("Take magnets magnetized along their axis", ("/magnets/magnetized", "along"), effort=0.1)
    least = mm(math.hypot(shape.half, shape.outer) - shape.half) + CLEAR
    for times, text in ((0.6, "Nearer"), (1.5, "Farther")):
        distance = round(max(gap.distance_mm * times, least), 1)
        if abs(distance - gap.distance_mm) > 0.4 and distance <= 120:
            yield change(f"{text} magnets: {gap.distance_mm:g} → {distance:g} mm", ("/gap/distance_mm", distance))
    yield from magnet_grades(design.magnets)


def _commutator(design: CoredDesign) -> Iterator[Change]:
    if design.brushes.touching:
        yield change("Bend the brushes apart", ("/brushes/touching", False))
    plan = design.commutator
    if abs(plan.offset_deg) > 4:
        yield change(f"Set the timing: {plan.offset_deg:g} → 0°", ("/commutator/offset_deg", 0.0))
    brush = round(math.degrees(design.brushes.width_mm / plan.radius_mm))
    least = max(brush + 6, 10)
    if plan.gap_deg > least + 4:
        yield change(f"Narrower gaps: {plan.gap_deg:g} → {least:g}°", ("/commutator/gap_deg", float(least)))
    if plan.gap_deg < brush + 2:
        yield change(f"Wider gaps: {plan.gap_deg:g} → {least:g}°", ("/commutator/gap_deg", float(least)))
    force = design.brushes.force_mN
    for times, text in ((0.4, "Lighter"), (2.5, "Firmer")):
        pressed = float(round(force * times))
        if 2 <= pressed <= 400:
            yield change(f"{text} brushes: {force:g} → {pressed:g} mN", ("/brushes/force_mN", pressed))


def _drive(design: CoredDesign) -> Iterator[Change]:
    battery, flick = design.battery, design.flick
    if battery.cell != "bench_supply" and battery.in_series < 6:
        more = battery.in_series + 1
        yield change(f"One cell more: {more} in series", ("/battery/in_series", more), effort=0.1)
    if flick.sense == "wrong":
        yield change("Flick it the other way", ("/flick/sense", "good"))
    if flick.turns_per_s < 6:
        yield change(f"Flick harder: {flick.turns_per_s:g} → 6 turns/s", ("/flick/turns_per_s", 6.0))
