"""Changes that a practitioner might try on a rotating coil. None is advice: each is tried first."""

from __future__ import annotations

from collections.abc import Iterator

from oakspin.design.battery import CellName
from oakspin.design.coil import CradleDesign
from oakspin.kinds.change import Change, change
from oakspin.kinds.coil import words as say
from oakspin.kinds.coil.numbers import RESTS
from oakspin.kinds.coil.patterns import good_pattern, nearest_driven, patterns, plain
from oakspin.kinds.common_changes import battery_changes, magnet_grades, sanded, wire_changes
from oakspin.kinds.geometry import mm
from oakspin.machines.coil.shape import CoilMotor, coil_shape
from oakspin.parts.catalogue import AXLES

THIN = 0.4e-3  # m, wire thinner than which is better held by something stiff
CELLS_TO_TRY: tuple[CellName, ...] = ("alkaline_AA", "alkaline_C", "nimh_AA")


def coil_changes(design: CoilMotor) -> tuple[Change, ...]:
    """Every single change worth trying on this design, cheap ones first."""
    makers = (_leads, _stand, _flick, _gap, _balance, _supports, _turns, _magnets, _power, _parts)
    return tuple(made for maker in makers for made in maker(design))


def _leads(design: CoilMotor) -> Iterator[Change]:
    strip, pose = design.strip, "lies flat" if design.magnets_on == "beside" else "stands upright"
    for name, lead in (("left", strip.left), ("right", strip.right)):
        if lead.bared == "none":
            yield change(f"Bare the {name} lead all round", (f"/strip/{name}/bared", "all"))
        if lead.bared != "arcs":
            continue
        if lead.rest == "marker" and lead.worn_percent > 0:
            yield change(f"Paint the rest of the {name} lead anew", (f"/strip/{name}/worn_percent", 0.0))
        turn = nearest_driven(design, lead.arcs[0].center_deg) - lead.arcs[0].center_deg
        at = f"/strip/{name}/arcs"
        for by in (turn, turn - 180.0 if turn > 0 else turn + 180.0):
            if abs(by) > 2:
                place = (f"{at}/0/center_deg", lead.arcs[0].center_deg + by)
                way = "on" if by > 0 else "back"
                yield change(say.LEADS.format(name=name, by=abs(by), way=way, pose=pose), place)
        best = 180.0 / len(lead.arcs)
        for width in (best, 0.85 * best):
            if abs(lead.arcs[0].width_deg - width) > 8:
                word = "Bare more of" if width > lead.arcs[0].width_deg else "Bare less of"
                text = f"{word} the {name} lead: {lead.arcs[0].width_deg:g} → {width:g}°"
                yield change(text, (f"{at}/0/width_deg", width))
    if strip.left.bared == strip.right.bared == "all":
        painted = patterns(design)["both bare, half painted"] if design.kind == "cradle" else None
        if painted:
            yield change("Paint half of the right lead with a marker", ("/strip", plain(painted)))
    if strip != good_pattern(design):
        words = "two quarters" if design.kind == "lobes" else "half"
        yield change(
            f"Bare one lead all round, the other in {words}", ("/strip", plain(good_pattern(design))), effort=0.02
        )
    if design.wire.finish == "bare":
        yield change("Take enameled wire", ("/wire/finish", "enameled"), effort=0.1)


def _stand(design: CoilMotor) -> Iterator[Change]:
    if design.supports.stand == "metal":
        yield change("Insulate the supports from the stand", ("/supports/stand", "insulated"))


def _flick(design: CoilMotor) -> Iterator[Change]:
    if design.flick.sense == "wrong":
        yield change("Flick it the other way", ("/flick/sense", "good"))
    for speed in (3.0, 5.0, 8.0):
        if speed > design.flick.turns_per_s + 0.5:
            yield change(f"Flick harder: {speed:g} turns a second", ("/flick/turns_per_s", speed))


def _gap(design: CoilMotor) -> Iterator[Change]:
    for gap in (1.5, 2.5, 4.0, 6.0, 10.0):
        if abs(gap - design.gap_mm) > 0.4:
            near = gap < design.gap_mm
            word = "Lower the coil" if near else "Raise the coil"
            if design.magnets_on == "beside":
                word = "Move the magnets nearer" if near else "Move the magnets away"
            yield change(f"{word}: gap {design.gap_mm:g} → {gap:g} mm", ("/gap_mm", gap))


def _balance(design: CoilMotor) -> Iterator[Change]:
    tails = design.tails
    if tails.off_opposite_mm > 0.1:
        yield change("Set the leads on the coil's middle line", ("/tails/off_opposite_mm", 0.0))
    if tails.out_of_line_deg > 1:
        yield change("Bend the leads in line", ("/tails/out_of_line_deg", 0.5))
    if design.axle == "leads" and coil_shape(design).wire < THIN:
        measures = coil_shape(design).wound.measures
        for name, held in AXLES.items():
            if measures.reach >= held.radius and measures.half_along >= held.length / 2:
                text = f"Put a {held.name} into the coil, the leads fixed in its ends"
                yield change(text, ("/axle", name), effort=0.08)
    if design.axle != "leads":
        yield change("Let the leads alone be the axle", ("/axle", "leads"))
    if not tails.tied:
        yield change("Tie the bundle with its own leads", ("/tails/tied", True))
    if design.imbalance_mm is not None and design.imbalance_mm > 0.1:
        half = round(design.imbalance_mm / 3, 3)
        yield change(f"Balance it by bending: {design.imbalance_mm:g} → {half:g} mm off", ("/imbalance_mm", half))
    for text, turned in RESTS.items():
        if design.rests_deg is None or abs(turned - design.rests_deg) > 20:
            yield change(
                say.RESTS.format(how=text.removeprefix("marked side ").removeprefix("… ")), ("/rests_deg", turned)
            )
    if design.supports.level_mm:
        yield change("Level the supports", ("/supports/level_mm", 0.0))
    if not design.supports.stops:
        yield change("Bend stops into the leads", ("/supports/stops", True))


def _supports(design: CoilMotor) -> Iterator[Change]:
    supports = design.supports
    words = {"deep": "Bend the cradles deeper", "loop": "Close the supports to loops"}
    for seat, text in words.items():
        if seat != supports.seat and supports.seat != "loop":
            yield change(text, ("/supports/seat", seat), effort=0.03)
    shape = coil_shape(design)
    along = 2 * mm(shape.wound.measures.half_along)
    close = round(along + 14)
    if supports.spacing_mm > close + 5 or supports.spacing_mm < along + 4:
        yield change(f"Set the supports {close} mm apart", ("/supports/spacing_mm", float(close)))
    if supports.spacing_mm / 2 > along / 2 + design.tails.length_mm:
        need = round(supports.spacing_mm / 2 - along / 2 + 10)
        yield change(f"Leave longer leads: {need} mm", ("/tails/length_mm", float(need)), effort=0.05)


def _turns(design: CoilMotor) -> Iterator[Change]:
    pointer, now = (
        ("/coil/turns", design.coil.turns) if isinstance(design, CradleDesign) else ("/lobes/turns", design.lobes.turns)
    )
    for times in (0.5, 0.7, 1.5, 2.0):
        turns = max(1, round(now * times))
        if turns != now and turns <= 200:
            yield change(f"{'More' if turns > now else 'Fewer'} turns: {now} → {turns}", (pointer, turns), effort=0.1)


def _magnets(design: CoilMotor) -> Iterator[Change]:
    magnets = design.magnets
    for count, text in ((magnets.count - 1, "One magnet fewer"), (magnets.count + 1, "One magnet more")):
        if 1 <= count <= 12 and magnets.thickness_mm * count <= 120:
            yield change(text, ("/magnets/count", count), effort=0.05)
    wide, room = (magnets.along_mm if magnets.shape == "block" else magnets.diameter_mm), design.supports.spacing_mm - 6
    if design.magnets_on != "beside" and wide > room + 6 and room >= 3:
        field = "along_mm" if magnets.shape == "block" else "diameter_mm"
        if magnets.shape != "ring":
            yield change(f"Take narrower magnets: {wide:g} → {room:g} mm", (f"/magnets/{field}", room), effort=0.1)
    if design.second != "none":
        which = "opposite" if design.magnets_on == "beside" else "upper"
        yield change(f"Turn the {which} magnets over", ("/second", "same" if design.second == "turned" else "turned"))
    if magnets.magnetized == "across":
        yield change("Take magnets magnetized through their thickness", ("/magnets/magnetized", "along"), effort=0.1)
    yield from magnet_grades(magnets)


def _power(design: CoilMotor) -> Iterator[Change]:
    supply = design.battery.supply
    if design.battery.cell == "bench_supply":
        for times, word in ((0.25, "down"), (0.5, "down"), (2.0, "up")):
            volts = round(supply.volts * times, 2)
            if 0.5 <= volts <= 30:
                yield change(
                    f"Turn the supply {word}: {supply.volts:g} → {volts:g} V", ("/battery/supply/volts", volts)
                )
    yield from battery_changes(design, CELLS_TO_TRY)
    if design.battery.in_series < 3 and design.battery.cell != "bench_supply":
        more = design.battery.in_series + 1
        yield change(f"Put {more} cells in series", ("/battery/in_series", more), effort=0.1)


def _parts(design: CoilMotor) -> Iterator[Change]:
    yield from wire_changes(design.wire)
    yield from sanded(design, "the leads and the supports")
