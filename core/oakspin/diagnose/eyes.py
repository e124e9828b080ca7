"""What people tick of what there is to see: the practiced miss little, young pupils half.

The tables are estimates, by who builds: pupils tick one or two things, call trembling nothing, and seldom look at the
battery or the joints; whoever teaches the motor for years hardly mistakes how it went.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import TypeVar

import numpy as np

from oakspin.design.bench import Maker
from oakspin.diagnose.signs import BY_EAR, MOTION_SIGNS, PLACED, SIDE_SIGNS, MotionSign, Shows, SideSign, Sign, given_by
from oakspin.draws import Array
from oakspin.kinds.fault import BenchFault

Number = TypeVar("Number", float, Array)
Table = Mapping[MotionSign, Mapping[MotionSign, float]]

# How often each word is ticked for how it went; what is left of 1 is spread over all other words.
PRACTICED: Table = {
    "runs": {"runs": 0.86, "runs_after_flick": 0.07},
    "runs_after_flick": {"runs_after_flick": 0.86, "runs": 0.07},
    "starts_then_stops": {"starts_then_stops": 0.86, "runs_after_flick": 0.035, "rocks": 0.035},
    "comes_back": {"comes_back": 0.86, "trembles": 0.07},
    "rocks": {"rocks": 0.86, "trembles": 0.035, "starts_then_stops": 0.035},
    "creeps": {"creeps": 0.86, "runs": 0.035, "starts_then_stops": 0.035},
    "trembles": {"trembles": 0.86, "nothing": 0.035, "rocks": 0.035},
    "nothing": {"nothing": 0.86, "trembles": 0.07},
}
YOUNG: Table = {
    "runs": {"runs": 0.82, "runs_after_flick": 0.08, "creeps": 0.03},
    "runs_after_flick": {"runs_after_flick": 0.5, "runs": 0.35, "starts_then_stops": 0.06},
    "starts_then_stops": {"starts_then_stops": 0.5, "runs_after_flick": 0.12, "rocks": 0.12, "nothing": 0.1},
    "comes_back": {"comes_back": 0.6, "trembles": 0.1, "nothing": 0.12, "rocks": 0.06},
    "rocks": {"rocks": 0.5, "trembles": 0.15, "nothing": 0.13, "starts_then_stops": 0.12},
    "creeps": {"creeps": 0.55, "runs": 0.2, "starts_then_stops": 0.12, "nothing": 0.04},
    "trembles": {"trembles": 0.45, "nothing": 0.35, "rocks": 0.12},
    "nothing": {"nothing": 0.85, "trembles": 0.08, "rocks": 0.02},
}
COUNTED = 0.98  # how often whoever counts its turns says which way it turns, where that is the wrong one
# Nobody imagines these as easily as the others.
PLAIN: dict[str, float] = {"falls_off": 0.005, "snatched": 0.005, "jumps_off": 0.005, "other_way": 0.015}


@dataclass(frozen=True)
class Eyes:
    """How people see: ``went`` is how likely each word is ticked (columns) where each is right (rows); ``seen`` how
    often a side sign is ticked that is there, ``imagined`` one that is not, of 1.
    """

    went: Array
    seen: float
    imagined: float

    def noticed(self, sign: SideSign, *, counted: bool = False) -> float:
        """How often a sign is ticked that is there; who ``counted`` turns knows which way they went."""
        return COUNTED if counted and sign == "other_way" else self.seen

    def mistaken(self, sign: SideSign) -> float:
        """How often a sign is ticked that is not there."""
        return min(PLAIN.get(sign, self.imagined), self.imagined)

    def ticked_chance(self, sign: SideSign, shown: Number, *, counted: bool = False) -> Number:
        """How likely a sign is ticked that is there with a chance ``shown``."""
        return shown * self.noticed(sign, counted=counted) + (1 - shown) * self.mistaken(sign)

    def log_likelihood(self, found: Shows, ticked: frozenset[Sign], *, counted: bool = False) -> Array:
        """Logarithm of how likely these ticks are of every build; 0 where nothing was ticked; shape (builds,)."""
        likely = np.zeros(found.went.shape)
        if not ticked:
            return likely
        for column, word in enumerate(MOTION_SIGNS):
            if word in ticked:
                likely += np.log(self.went[found.went.astype(int), column])
        for column, sign in enumerate(SIDE_SIGNS):
            chance = self.ticked_chance(sign, found.side_signs[:, column], counted=counted)
            likely += np.log(chance if sign in ticked else 1 - chance)
        return likely

    def pointed_chance(self, sign: SideSign, part: str, there: Sequence[BenchFault], parts: Sequence[str]) -> float:
        """How likely somebody who ticked a sign points at a part of ``parts``, with these faults there.

        What is imagined is so at any part.
        """
        shown = given_by(there)[sign]
        truly = shown * self.seen / float(self.ticked_chance(sign, shown))
        gives = {fault.part: fault.gives.get(sign, 0.0) for fault in there if fault.gives.get(sign)}
        share = gives.get(part, 0.0) / sum(gives.values()) if gives else 1 / len(parts)
        right = PLACED[sign]
        return truly * (share * right + (1 - share) * (1 - right) / (len(parts) - 1)) + (1 - truly) / len(parts)

    def pointed_of(
        self,
        ticked: frozenset[Sign],
        there: Sequence[BenchFault],
        faults: Sequence[BenchFault],
        chance: np.random.Generator,
    ) -> dict[SideSign, str]:
        """Where somebody points who ticked these signs, with faults ``there`` of all that the design can have."""
        found: dict[SideSign, str] = {}
        for sign in BY_EAR:
            parts = parts_showing(faults, sign)
            if sign in ticked and parts:
                likely = np.array([self.pointed_chance(sign, part, there, parts) for part in parts])
                found[sign] = parts[int(chance.choice(len(parts), p=likely / likely.sum()))]
        return found

    def ticked_of(
        self, went: MotionSign, side_signs: dict[SideSign, float], chance: np.random.Generator, *, counted: bool = False
    ) -> frozenset[Sign]:
        """What somebody ticks of what a rig shows, with what people miss and imagine."""
        word = MOTION_SIGNS[int(chance.choice(len(MOTION_SIGNS), p=self.went[MOTION_SIGNS.index(went)]))]
        others = {
            name
            for name, shown in side_signs.items()
            if chance.random()
            < (self.noticed(name, counted=counted) if chance.random() < shown else self.mistaken(name))
        }
        return frozenset((word, *others))


@lru_cache
def eyes_of(maker: Maker) -> Eyes:
    """How those see who build: an adult is practiced, older pupils see half as well as that and as young ones."""
    practiced = Eyes(_whole(PRACTICED), 0.8, 0.04)
    young = Eyes(_whole(YOUNG), 0.5, 0.01)
    half = Eyes((practiced.went + young.went) / 2, 0.65, 0.025)
    return {"careful_adult": practiced, "older_pupil": half, "young_pupil": young}[maker]


def _whole(table: Table) -> Array:
    """A table with what is left of each row spread over all other words; rows add up to 1."""
    count = len(MOTION_SIGNS)
    whole = np.zeros((count, count))
    for row, word in enumerate(MOTION_SIGNS):
        named = table[word]
        whole[row] = (1 - sum(named.values())) / (count - len(named))
        for other, share in named.items():
            whole[row, MOTION_SIGNS.index(other)] = share
    return whole


def parts_showing(faults: Sequence[BenchFault], sign: SideSign) -> tuple[str, ...]:
    """Parts at which a sign can be seen of these faults, where it can be pointed at and there are several."""
    parts = dict.fromkeys(fault.part for fault in faults if fault.gives.get(sign))
    return tuple(parts) if sign in PLACED and len(parts) > 1 else ()
