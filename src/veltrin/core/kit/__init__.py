"""Kit: ball limits, clubs turned in 3-D, bags, players."""

from veltrin.core.kit.bag import (
    SPEEDS_M_S,
    TYPED_SHARE,
    build_bag,
    carry_doubt,
    carry_of_driver_speed,
    junior_bag,
)
from veltrin.core.kit.bag_notes import GrooveState, StepKind
from veltrin.core.kit.ball import REFERENCE_BALL_C, ball_restitution_factor
from veltrin.core.kit.club import Club, ClubKind, Presented, present
from veltrin.core.kit.coefficients import SCATTER, ScatterCoefficients
from veltrin.core.kit.grooves import BALL_COVERS, BALL_GRIP, BALL_HOLD, BallCover, face_grip, groove_wear
from veltrin.core.kit.learned import (
    BYS,
    NO_HABIT,
    NOTHING_LEARNED,
    QUANTITIES,
    By,
    Effect,
    Family,
    Habit,
    Learned,
    Quantity,
    family_of,
)
from veltrin.core.kit.player import Player, Scatter

__all__ = [
    "BALL_COVERS",
    "BALL_GRIP",
    "BALL_HOLD",
    "BYS",
    "NOTHING_LEARNED",
    "NO_HABIT",
    "QUANTITIES",
    "REFERENCE_BALL_C",
    "SCATTER",
    "SPEEDS_M_S",
    "TYPED_SHARE",
    "BallCover",
    "By",
    "Club",
    "ClubKind",
    "Effect",
    "Family",
    "GrooveState",
    "Habit",
    "Learned",
    "Player",
    "Presented",
    "Quantity",
    "Scatter",
    "ScatterCoefficients",
    "StepKind",
    "ball_restitution_factor",
    "build_bag",
    "carry_doubt",
    "carry_of_driver_speed",
    "face_grip",
    "family_of",
    "groove_wear",
    "junior_bag",
    "present",
]
