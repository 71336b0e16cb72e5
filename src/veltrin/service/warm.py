"""Compile and touch everything once, so that the first coach doesn't wait."""

from __future__ import annotations

import math
from functools import cache

from veltrin.core.ground import Slope
from veltrin.core.kit import Player, build_bag
from veltrin.core.plan import Line, Question, plan_shot
from veltrin.core.run import Landing


@cache
def warm_up() -> None:
    """Plan one shot of a made-up player, once a process; compiled kernels are cached on disk where that is allowed."""
    player = Player("warm", "Warm-up", False, 1.8, 14.0, build_bag(130.0))
    plan_shot(Question(player, Slope(math.radians(3.0), math.radians(2.0)), Line(20.0, Landing(12.0, 30.0))))


if __name__ == "__main__":
    # Once before many processes start, each of which would compile the same kernels.
    warm_up()
