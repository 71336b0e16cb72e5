"""A player: body, stock delivery, scatter, bag."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, fields

from veltrin.core.checks import require
from veltrin.core.errors import DomainError, UnknownNameError
from veltrin.core.kit.club import Club
from veltrin.core.kit.coefficients import SCATTER, ScatterCoefficients
from veltrin.core.kit.grooves import BallCover
from veltrin.core.quantity import within


@dataclass(frozen=True)
class Scatter:
    """One standard deviation of what varies from strike to strike on a flat, clean lie.

    `face_rad`, `loft_rad`; `speed_share_*`: of head speed in a touch and in a full swing; `along_m`, `deep_m`: how far
    the bottom of the arc wanders along the ground and in depth with a touch; `landing_m`: how far contact and first
    bounce throw the finish of a ball that is pitched, besides. Judgement, set so that from plain lies the planner's
    own first call costs what is published for that level of player (docs/calibration.md).
    """

    face_rad: float
    loft_rad: float
    speed_share_full: float
    speed_share_touch: float
    along_m: float = 0.017
    deep_m: float = 0.0019
    landing_m: float = 1.9
    coefficients: ScatterCoefficients = SCATTER

    @property
    def widths(self) -> dict[str, float]:
        """Each width by its name."""
        return {f.name: getattr(self, f.name) for f in fields(self) if f.name != "coefficients"}

    def times(self, ratio: Mapping[str, float]) -> Scatter:
        """The same, each width so many times as wide."""
        wide = {name: width * ratio[name] for name, width in self.widths.items()}
        return Scatter(**wide, coefficients=self.coefficients)

    @classmethod
    def for_handicap(cls, handicap: float, c: ScatterCoefficients = SCATTER) -> Scatter:
        """Scatter of a typical player of this handicap (-6 to 54)."""
        require("player.handicap", handicap, -6.0, 54.0, "strokes")
        return cls(
            face_rad=math.radians(c.face_deg + c.face_deg_per_stroke * handicap),
            loft_rad=math.radians(c.loft_deg + c.loft_deg_per_stroke * handicap),
            speed_share_full=c.full_speed + c.full_speed_per_stroke * handicap,
            speed_share_touch=c.touch_speed + c.touch_speed_per_stroke * handicap,
            along_m=c.along_m + c.along_m_per_stroke * handicap,
            deep_m=c.deep_m + c.deep_m_per_stroke * handicap,
            landing_m=c.landing_m + c.landing_m_per_stroke * handicap,
            coefficients=c,
        )


MID_IRON_LOFT_RAD = math.radians(30.0)
STOCK_LEAN_RAD = math.radians(4.0)
"""Stock lean with a mid iron. Common practice: 30 deg of loft deliver about 26."""

LONG_MID_IRON_M = 145.0
LEAN_PER_METRE_RAD = math.radians(0.14)
MOST_LEAN_RAD = math.radians(11.0)


def inferred_lean(bag: tuple[Club, ...]) -> float:
    """Stock lean (rad) from the carry of the club nearest to 30 deg of loft.

    4 deg up to 145 m; beyond it 0.14 deg more a metre, at most 11: nobody carries a mid iron far with the loft it
    is stamped with, strong players take loft off. Judgement, so that strong bags have a speed that gives them.
    """
    mid = min(bag, key=lambda club: abs(club.loft_rad - MID_IRON_LOFT_RAD))
    beyond = max(mid.stock_carry_m - LONG_MID_IRON_M, 0.0)
    return min(STOCK_LEAN_RAD + LEAN_PER_METRE_RAD * beyond, MOST_LEAN_RAD)


LAYER_SHARE = 0.015
"""Share of full swing speed that each layer of clothes over a shirt takes. Judgement; each player has their own."""


STOCK_LEAD_SHARE = 0.52
"""Pressure on the lead side with a full stock swing. Common practice: about half."""


@dataclass(frozen=True)
class Player:
    """A named player. Right-handed inside the core; `left_handed` is read by plan.mirror only.

    `layer_share`: share of full speed that each layer of clothes takes. `lead_share`: pressure on the lead side with a
    full stock swing. `ball`: cover of the ball that is played.
    """

    id: str
    name: str
    left_handed: bool
    stature_m: float
    handicap: float
    bag: tuple[Club, ...]
    mid_iron_lean_rad: float | None = None
    mid_iron_attack_rad: float = math.radians(-4.0)
    layer_share: float = LAYER_SHARE
    lead_share: float = STOCK_LEAD_SHARE
    ball: BallCover = "soft"
    scatter: Scatter = field(default_factory=lambda: Scatter.for_handicap(14.0))

    def __post_init__(self) -> None:
        require("player.stature", self.stature_m, 1.0, 2.2, "m")
        if self.mid_iron_lean_rad is not None:
            require("player.mid_iron_lean", math.degrees(self.mid_iron_lean_rad), -5.0, 14.0, "deg")
        require("player.mid_iron_attack", math.degrees(self.mid_iron_attack_rad), -9.0, 3.0, "deg")
        require("player.layer_pct", 100.0 * self.layer_share, 0.0, 10.0, "%")
        require("player.lead_pct", 100.0 * self.lead_share, 30.0, 80.0, "%")
        if not self.bag:
            raise DomainError("player.bag", "the bag is empty.", "Add at least one club with its stock carry.")

    @property
    def lean_rad(self) -> float:
        """Stock shaft lean with a mid iron: as measured, else inferred from how far the mid iron is carried."""
        return inferred_lean(self.bag) if self.mid_iron_lean_rad is None else self.mid_iron_lean_rad

    def able(self, layers: int) -> float:
        """Share of full speed left under so many layers of clothes (0-4)."""
        within("layers", float(layers))
        return 1.0 - self.layer_share * layers

    def club(self, club_id: str, field_name: str = "club") -> Club:
        """Find a club of the bag; UnknownNameError, naming the input it came from, if it isn't there."""
        for club in self.bag:
            if club.id == club_id:
                return club
        raise UnknownNameError(field_name, club_id, [c.id for c in self.bag])
