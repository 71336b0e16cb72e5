"""Compile and touch everything once, so that the first coach doesn't wait."""

from __future__ import annotations

import math
from functools import cache

from veltrin.core.ground import Slope
from veltrin.core.kit import Player, build_bag
from veltrin.core.plan import Line, Question, plan_shot
from veltrin.core.run import Landing
from veltrin.made_once import tidy_kernels


def plan_one(flag_m: float) -> None:
    """Plan one shot of a made-up player."""
    player = Player("warm", "Warm-up", False, 1.8, 14.0, build_bag(130.0))
    line = Line(flag_m, Landing(flag_m - 8.0, flag_m + 10.0))
    plan_shot(Question(player, Slope(math.radians(3.0), math.radians(2.0)), line))


@cache
def warm_up() -> None:
    """Plan one shot, once a process; compiled kernels are kept on disk where that is allowed, older ones go."""
    tidy_kernels()
    plan_one(20.0)


if __name__ == "__main__":
    # Once before many processes start, each of which would compile the same kernels.
    warm_up()
