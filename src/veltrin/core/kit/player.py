"""A player: body, stock delivery, scatter, bag."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from veltrin.core.checks import require
from veltrin.core.errors import DomainError, UnknownNameError
from veltrin.core.kit.club import Club


@dataclass(frozen=True)
class Scatter:
    """One standard deviation of what varies from strike to strike on a flat, clean lie.

    Judgement, scaled by handicap: a scratch player about 1.6 deg of face and 1.8 % of speed with a full swing,
    an 18-handicap about 2.9 deg and 3.2 %.
    """

    face_rad: float
    loft_rad: float
    speed_share_full: float
    speed_share_touch: float

    @classmethod
    def for_handicap(cls, handicap: float) -> Scatter:
        """Scatter of a typical player of this handicap (-6 to 54)."""
        require("player.handicap", handicap, -6.0, 54.0, "strokes")
        return cls(
            face_rad=math.radians(1.6 + 0.07 * max(handicap, 0.0)),
            loft_rad=math.radians(1.1 + 0.05 * max(handicap, 0.0)),
            speed_share_full=0.018 + 0.0008 * max(handicap, 0.0),
            speed_share_touch=0.045 + 0.0015 * max(handicap, 0.0),
        )


@dataclass(frozen=True)
class Player:
    """A named player. Right-handed inside the core; `left_handed` is read by plan.mirror only."""

    id: str
    name: str
    left_handed: bool
    stature_m: float
    handicap: float
    bag: tuple[Club, ...]
    mid_iron_lean_rad: float = math.radians(4.0)
    mid_iron_attack_rad: float = math.radians(-4.0)
    scatter: Scatter = field(default_factory=lambda: Scatter.for_handicap(14.0))

    def __post_init__(self) -> None:
        require("player.stature", self.stature_m, 1.0, 2.2, "m")
        require("player.mid_iron_lean", math.degrees(self.mid_iron_lean_rad), -5.0, 12.0, "deg")
        require("player.mid_iron_attack", math.degrees(self.mid_iron_attack_rad), -9.0, 3.0, "deg")
        if not self.bag:
            raise DomainError("player.bag", "the bag is empty.", "Add at least one club with its stock carry.")

    def club(self, club_id: str) -> Club:
        """Find a club of the bag; UnknownNameError if it isn't there."""
        for club in self.bag:
            if club.id == club_id:
                return club
        raise UnknownNameError("club", club_id, [c.id for c in self.bag])
