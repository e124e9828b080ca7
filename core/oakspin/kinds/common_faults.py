"""Faults that several kinds share: the battery, the joints, the magnets. A fault that a design cannot have is none."""

from __future__ import annotations

from oakspin.design.battery import Battery
from oakspin.design.magnets import ByRemanence, MagnetMaterial, Magnets
from oakspin.design.patch import Patch, Setting
from oakspin.kinds.fault import BenchFault, Check, Cure, Given, Place
from oakspin.kinds.geometry import Role
from oakspin.machines.flaw import Flaw
from oakspin.parts.magnet import magnet_conducts, magnet_kind, remanence

WEAK = (0.3, 0.45, 0.6)  # of the planned remanence; old, heated or cheap magnets
# Wrong in what is given out: who lays the parts out can see to it.
GIVEN_OUT = ("worn_cell", "weak_magnets", "coated_magnet", "across_magnets")
# Faults that no step of a build makes, and why.
NOT_MADE = {
    "wrong_flick": "It is flicked when it is started.",
    "weak_flick": "It is flicked when it is started.",
    "worn_paint": "It wears while it runs.",
    "wrong_end": "It goes in when it is started.",
}
MAGNET_ROLES: tuple[Role, ...] = ("north", "south", "across")


# Share of its volts and times its ohms that a flat battery has; bench readings of cells out of drawers.
FLAT = ((0.6, 10.0), (0.4, 30.0), (0.2, 100.0), (0.03, 10.0))


def worn_cell(battery: Battery) -> Given:
    """A battery that is nearly spent, or flat: the commonest fault of all, as cells come out of boxes and drawers."""
    if battery.cell == "bench_supply" or battery.used_percent > 70:
        return None
    many = battery.in_series * battery.in_parallel > 1
    return BenchFault(
        "worn_cell",
        "A battery is flat, or nearly so." if many else "The battery is flat, or nearly so.",
        (
            *(Flaw((Setting("/battery/used_percent", float(used)),)) for used in (82, 90, 95)),
            *(Flaw(volts=volts, inside=inside) for volts, inside in FLAT),
        ),
        (0.08, 0.12, 0.15),
        Check(
            "Try another battery that you know is good, or this one in a flashlight.",
            "Does it go now, or is the light dim?",
            0.7,
            ("another battery",),
        ),
        Cure("Put in a fresh cell." if not many else "Put in fresh cells.", 1.0, "fresh cell"),
        ("cell", "lead"),
        "battery",
    )


def reversed_cell(battery: Battery) -> Given:
    """One of several cells the wrong way round."""
    if battery.cell == "bench_supply" or battery.in_series < 2:
        return None
    left = (battery.in_series - 2) / battery.in_series
    return BenchFault(
        "reversed_cell",
        "One cell faces the wrong way and works against the others.",
        (Flaw(volts=left) if left else Flaw(opens=True),),
        (0.0025, 0.0075, 0.015),
        Check("Look at the + marks of all the cells in turn.", "Does one of them face the wrong way?", 0.5, sure=0.97),
        Cure("Turn that cell round.", 0.5),
        ("cell", "lead"),
        "battery",
        gives={"unlike": 0.4},
    )


def loose_joint(common: tuple[float, float, float], what: str, where: Role, also: tuple[str, ...] = ()) -> Given:
    """A joint of the feed that does not conduct; ``what`` names it."""
    return BenchFault(
        "loose_joint",
        f"The circuit is open at {what}.",
        (Flaw(opens=True),),
        common,
        Check(
            f"With the power on, press and wiggle each joint at {what} with a wooden stick, one after the other.",
            "Does the motor twitch or a meter jump at one of them?",
            1.0,
            ("wooden stick",),
            sure=0.85,
            also=also,
        ),
        Cure("Scrape that joint bright and press it firmly together.", 1.5, "sandpaper"),
        (where, "cell"),
        "joints",
        "Power on for a few seconds at a time: wires get hot.",
        gives={"joint_sparks": 0.15, "gap_seen": 0.35},
    )


def bad_joint(common: tuple[float, float, float], what: str, where: Role) -> Given:
    """A joint that conducts badly."""
    return BenchFault(
        "bad_joint",
        f"A joint at {what} is dirty or loose: little current gets through.",
        (Flaw(ohms=0.6), Flaw(ohms=1.5), Flaw(ohms=4.0)),
        common,
        Check(
            f"Run a second wire across each joint at {what}, one after the other.",
            "Does the motor pull harder with one of them bridged?",
            2.0,
            ("wire",),
            sure=0.85,
        ),
        Cure("Sand both sides of that joint and clamp it tight.", 2.0, "sandpaper"),
        (where, "cell"),
        "joints",
        gives={"joint_sparks": 0.4},
    )


def dirty_contact(surface: str, what: str, where: Role, part: str, common: tuple[float, float, float]) -> Given:
    """Grime where metal slides on metal, on a ``part``."""
    if surface == "tarnished":
        return None
    return BenchFault(
        "dirty_contact",
        f"The metal is dull or greasy where {what}.",
        (Flaw((Setting("/surface", "tarnished"),)),),
        common,
        Check(
            f"Look closely at the metal where {what}, under a lamp.",
            "Is it dull, dark or greasy?",
            1.0,
            ("lamp",),
            sure=0.8,
            mistaken=0.12,
            effort="look",
        ),
        Cure("Sand both surfaces bright and do not touch them after.", 2.0, "fine sandpaper"),
        (where,),
        part,
        gives={"dull": 0.5},
    )


def coated_magnet(magnets: Magnets, at: str = "/magnets") -> Given:
    """Magnets that do not conduct where the current must pass them."""
    if not magnet_conducts(magnets):
        return None
    return BenchFault(
        "coated_magnet",
        "The magnets have a coat that does not conduct.",
        (Flaw((Setting(f"{at}/plating", "epoxy"),)),),
        (0.005, 0.01, 0.013),
        Check(
            "Hold a battery, a small lamp (or a meter set to ohms) and the magnet's rim in one circuit.",
            "Does the lamp stay dark across the magnet?",
            1.5,
            ("lamp or meter", "two wires"),
            sure=0.95,
        ),
        Cure("Take nickel-plated magnets, or scrape the coat off the rim where it is touched.", 3.0, "shiny magnets"),
        MAGNET_ROLES,
        "magnets",
        "Scraped magnets shed splinters: goggles, and an adult's hands.",
        gives={"dull": 0.35},
    )


def weak_magnets(magnets: Magnets, ats: tuple[str, ...] = ("/magnets",)) -> Given:
    """Magnets far weaker than planned."""
    full, material = remanence(magnets), magnet_kind(magnets)
    kind: MagnetMaterial = "neodymium" if material.conducts else "ferrite"

    def patch(share: float) -> Patch:
        strength = ByRemanence(remanence_T=round(max(full * share, 0.05), 3), material=kind).model_dump()
        return tuple(Setting(f"{at}/strength", strength) for at in ats)

    return BenchFault(
        "weak_magnets",
        "The magnets are much weaker than planned.",
        tuple(Flaw(patch(share)) for share in WEAK),
        (0.005, 0.0075, 0.01),
        Check(
            "Hang paper clips from the stack, one on another, and do the same with a stack that works.",
            "Does it hold far fewer clips?",
            2.0,
            ("paper clips", "a stack that works"),
            sure=0.88,
            also=("lost_magnet", "across_magnets"),
        ),
        Cure("Swap the magnets for strong ones.", 2.0, "strong magnets"),
        MAGNET_ROLES,
        "magnets",
    )


def lost_magnet(magnets: Magnets, at: str = "/magnets", *, note: str = "the stack") -> Given:
    """One magnet fewer in the stack than planned."""
    if magnets.count < 2:
        return None
    return BenchFault(
        "lost_magnet",
        f"A magnet is missing from {note}.",
        (Flaw((Setting(f"{at}/count", magnets.count - 1),)),),
        (0.0013, 0.005, 0.01),
        Check(
            f"Count the magnets of {note}: there should be {magnets.count}.",
            "Are there fewer?",
            0.5,
            sure=0.97,
            mistaken=0.02,
        ),
        Cure("Find the missing magnet and put it back.", 1.0, "magnet"),
        MAGNET_ROLES,
        "magnets",
        "A magnet that cannot be found is told to the teacher at once: swallowed magnets injure.",
        gives={"unlike": 0.45},
    )


def across_magnets(magnets: Magnets, ats: tuple[str, ...] = ("/magnets",)) -> Given:
    """Magnets magnetized across their diameter instead of along their axis."""
    if magnets.magnetized == "across" or magnets.shape == "block":
        return None
    return BenchFault(
        "across_magnets",
        "The magnets have their poles on the sides, not on the flat faces.",
        (Flaw(tuple(Setting(f"{at}/magnetized", "across") for at in ats)),),
        (0.0025, 0.005, 0.005),
        Check(
            "Move a compass round the rim of the stack.",
            "Does the needle swing right over as it goes once round?",
            1.0,
            ("compass",),
            sure=0.93,
        ),
        Cure("Take magnets with their poles on the flat faces.", 2.0, "other magnets"),
        MAGNET_ROLES,
        "magnets",
    )


def flicked_on(patch: Patch, turns_per_s: float) -> tuple[Flaw, ...]:
    """What makes a motor turn the other way: flicked as it then wants, or as the plan says, which is then wrong."""
    if turns_per_s <= 0:
        return (Flaw(patch),)
    return (Flaw(patch), Flaw((*patch, Setting("/flick/sense", "wrong"))))


def turned_over(magnets: Magnets, flick: float = 0.0, at: str = "/magnets") -> Given:
    """The stack with the other pole up."""
    other = "S" if magnets.pole_up == "N" else "N"
    return BenchFault(
        "turned_over",
        "The magnets are upside down.",
        flicked_on((Setting(f"{at}/pole_up", other),), flick),
        (0.048, 0.12, 0.21),
        Check(
            "Hold a compass over the top face of the stack.",
            "Is it the other pole than planned?",
            0.5,
            ("compass",),
            sure=0.95,
        ),
        Cure("Turn the stack over, or leave it: the motor then turns the other way.", 0.5),
        MAGNET_ROLES,
        "magnets",
        gives={"unlike": 0.05},
    )


def plus_over(plus_at: str, what: str, place: Place, turns_per_s: float) -> Given:
    """The wires from the battery to both supports or brushes, swapped."""
    other = "right" if plus_at == "left" else "left"
    one = {"supports": "support", "brushes": "brush"}[what]
    return BenchFault(
        "plus_over",
        f"The wires to the {what} are swapped.",
        flicked_on((Setting("/plus_at", other),), turns_per_s),
        (0.048, 0.12, 0.18),
        Check(f"Follow the wire from + to its {one}.", f"Does it lead to the {other} {one}?", 0.4, sure=0.96),
        Cure("Swap the wires, or leave it: the motor then turns the other way.", 0.5),
        place,
        "joints",
        gives={"unlike": 0.3},
    )


def wrong_flick(sense: str, turns_per_s: float) -> Given:
    """Flicked against the way it wants to go."""
    if turns_per_s <= 0 or sense == "wrong":
        return None
    return BenchFault(
        "wrong_flick",
        "It is flicked the wrong way.",
        (Flaw((Setting("/flick/sense", "wrong"),)),),
        (0.06, 0.15, 0.24),
        Check("Flick it the other way, three times.", "Does it go on that way?", 0.5, sure=0.95, mistaken=0.03),
        Cure("Flick it that way from now on.", 0.5),
        ("wire", "winding", "bar", "axis"),
        "flick",
    )


def no_flick(turns_per_s: float) -> Given:
    """Hardly flicked at all where it needs one."""
    if turns_per_s <= 1:
        return None
    return BenchFault(
        "weak_flick",
        "It is hardly flicked at all.",
        (Flaw((Setting("/flick/turns_per_s", 0.3),)), Flaw((Setting("/flick/turns_per_s", 1.0),))),
        (0.012, 0.048, 0.09),
        Check(
            f"Flick it harder: about {turns_per_s:g} turns in the first second.",
            "Does it go now?",
            0.5,
            sure=0.95,
            mistaken=0.03,
            also=("wrong_flick",),
        ),
        Cure("Show the group how hard a flick it takes.", 0.5),
        ("wire", "winding", "bar", "axis"),
        "flick",
    )
