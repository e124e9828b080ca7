"""Magnets: remanence from grade or measurement, mass, reach."""

from __future__ import annotations

import math
from functools import lru_cache

from oakspin.constants import KEEP_AWAY_T
from oakspin.design.magnets import ByFaceField, ByGrade, Magnets
from oakspin.errors import Fault, Refusal
from oakspin.parts.catalogue import GRADES, MAGNET_KINDS, MagnetKind

STRONGEST = 1.6  # T, no permanent magnet keeps more; magnet makers' data sheets
CONDUCTING_SKINS = {"nickel", "none"}


def stack_length(magnets: Magnets) -> float:
    """Thickness of the whole stack in m."""
    return magnets.thickness_mm * magnets.count * 1e-3


def magnet_kind(magnets: Magnets) -> MagnetKind:
    """The material the magnets are made of."""
    strength = magnets.strength
    name = GRADES[strength.grade].material if isinstance(strength, ByGrade) else strength.material
    return MAGNET_KINDS[name]


def face_share(magnets: Magnets) -> float:
    """Field at the middle of the face (over the hole's middle for a ring) per tesla of remanence."""
    return _on_axis(magnets.diameter_mm * 5e-4, magnets.hole_mm * 5e-4, stack_length(magnets), 0.0)


def _on_axis(outer: float, hole: float, length: float, beyond_face: float) -> float:
    def solid(radius: float) -> float:
        near, far = beyond_face, beyond_face + length
        return (far / math.hypot(far, radius) - near / math.hypot(near, radius)) / 2

    return solid(outer) - (solid(hole) if hole else 0.0)


def remanence(magnets: Magnets) -> float:
    """Remanence in tesla, from the grade, the data sheet or the measured face field.

    A face field is held against the whole stack in air, magnetized along its axis.

    Raises
    ------
    Refusal
        A face field that no permanent magnet of this size shows.
    """
    strength = magnets.strength
    if isinstance(strength, ByGrade):
        return GRADES[strength.grade].remanence
    if isinstance(strength, ByFaceField):
        return _remanence_of_face(magnets, strength.face_field_mT * 1e-3)
    return strength.remanence_T


def _remanence_of_face(magnets: Magnets, face: float) -> float:
    share = abs(face_share(magnets))
    if face > STRONGEST * share:
        highest = math.floor(1e4 * STRONGEST * share) / 10
        hint = "Measure again at the middle of the face, or check diameter, thickness and count."
        limit = f"at most {highest:g} mT, what the strongest magnet of this size shows"
        raise Refusal([Fault("/magnets/strength/face_field_mT", f"{face * 1e3:g}", limit, hint)])
    return face / share


def magnet_conducts(magnets: Magnets) -> bool:
    """Whether the magnet carries the contact's current: a ferrite never does, others through bare metal or nickel."""
    return magnet_kind(magnets).conducts and magnets.plating in CONDUCTING_SKINS


def stack_mass(magnets: Magnets) -> float:
    """Mass of the stack in kg."""
    section = math.pi / 4 * (magnets.diameter_mm**2 - magnets.hole_mm**2) * 1e-6
    return section * stack_length(magnets) * magnet_kind(magnets).density


def keep_away(magnets: Magnets) -> float:
    """Distance in m from the face beyond which the axis field is under 0.5 mT.

    Source: ICNIRP (2009) for the limit; axis field of a cylinder.
    """
    outer, hole = magnets.diameter_mm * 5e-4, magnets.hole_mm * 5e-4
    return _keep_away(outer, hole, stack_length(magnets), remanence(magnets))


@lru_cache(maxsize=64)
def _keep_away(outer: float, hole: float, length: float, strength: float) -> float:
    near, far = 2 * outer, 5.0  # a ring's axis field changes sign close to its face
    if strength * abs(_on_axis(outer, hole, length, near)) <= KEEP_AWAY_T:
        return near
    # Beyond, the field falls all the way: halving the bracket finds the one place.
    for _ in range(60):
        middle = (near + far) / 2
        if strength * abs(_on_axis(outer, hole, length, middle)) > KEEP_AWAY_T:
            near = middle
        else:
            far = middle
    return far
