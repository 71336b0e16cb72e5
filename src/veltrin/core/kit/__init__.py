"""Kit: ball limits, clubs turned in 3-D, bags, players."""

from veltrin.core.kit.bag import build_bag
from veltrin.core.kit.ball import REFERENCE_BALL_C, ball_liveliness
from veltrin.core.kit.club import Club, ClubKind, Presented, present
from veltrin.core.kit.player import Player, Scatter

__all__ = [
    "REFERENCE_BALL_C",
    "Club",
    "ClubKind",
    "Player",
    "Presented",
    "Scatter",
    "ball_liveliness",
    "build_bag",
    "present",
]
