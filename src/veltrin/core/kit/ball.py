"""The ball of the day: how lively it is when cold or warm."""

from __future__ import annotations

from veltrin.core.quantity import within

REFERENCE_BALL_C = 15.0
"""Temperature of the ball for which stock carries are stated (C): that of the reference air."""

RESTITUTION_PER_C = 0.0021
"""Share of its coefficient of restitution that a ball gains a degree warmer. Judgement, so that 20 C colder costs just
under 2 % of ball speed; published tests of cold balls (from memory) say 1 to 2 %."""


def ball_restitution_factor(temperature_c: float) -> float:
    """Coefficient of restitution over that at REFERENCE_BALL_C, for a ball of -20 to 50 C."""
    within("ball_c", temperature_c)
    return 1.0 + RESTITUTION_PER_C * (temperature_c - REFERENCE_BALL_C)
