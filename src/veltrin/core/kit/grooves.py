"""What age leaves of a face's grip, and what the cover of the ball makes of it."""

from __future__ import annotations

from typing import Literal, get_args

from veltrin.core.checks import require

BallCover = Literal["soft", "firm", "range"]
BALL_COVERS: tuple[BallCover, ...] = get_args(BallCover)

BALL_GRIP: dict[BallCover, float] = {"soft": 1.0, "firm": 0.86, "range": 0.70}
"""Friction against that of a soft-cover multi-layer ball. Judgement, in the order of the trade: a soft cover grips, a
range ball never does (common practice)."""

BALL_HOLD: dict[BallCover, float] = {"soft": 1.0, "firm": 0.95, "range": 0.88}
"""Spin of a ball that grips the face against that of a soft one: a harder cover lets go of the blow sooner. Judgement,
in the order of the trade: never a range ball (common practice)."""

ROUNDS_WORN = 70.0
"""Rounds after which a wedge's grooves are worn out: seven months (6-8, common practice) of ten rounds a month,
practice counted in. Judgement."""

WORN_TAKES = 0.30
"""Share of its friction that a worn-out face has lost. Judgement, after groove studies of 2006-07 (from memory)."""


def groove_wear(rounds: float) -> float:
    """How worn grooves are after so many rounds (0-5000): 0 new .. 1 worn out; they get no worse than worn out."""
    require("club.rounds", rounds, 0.0, 5000.0, "rounds")
    return min(rounds / ROUNDS_WORN, 1.0)


def face_grip(rounds: float, ball: BallCover) -> float:
    """Share of a new face's friction on a soft ball that this face has on this ball."""
    return (1.0 - WORN_TAKES * groove_wear(rounds)) * BALL_GRIP[ball]
