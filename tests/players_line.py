"""Questions with a drawn line, for tests."""

from __future__ import annotations

import math
from typing import Any

from tests.players import player, slope
from veltrin.core.ground import CLEAN, Lie
from veltrin.core.hole import KINDS, OBSTACLES, Area, Obstacle
from veltrin.core.kit import Player
from veltrin.core.plan import Line, Question
from veltrin.core.run import SURFACES, Landing


def box(kind: str, x0: float, x1: float, y0: float, y1: float, **tilt: float) -> Area:
    """An area from x0 to x1 along the line, y0 to y1 left of it (m)."""
    return Area(KINDS[kind], ((x0, y0), (x1, y0), (x1, y1), (x0, y1)), **tilt)


def thing(kind: str, at: float, high: float, **more: float) -> Obstacle:
    return Obstacle(OBSTACLES[kind], at, more.pop("deep_m", 1.0), high, more.pop("low_m", 0.0), **more)


def ask(
    flag: float,
    green: tuple[float, float, float] | None = None,
    *areas: Area,
    things: tuple[Obstacle, ...] = (),
    fall: float = 0.0,
    side: float = 0.0,
    lie: Lie = CLEAN,
    who: Player | None = None,
    surround: str = "fairway",
    tilt: float = 0.0,
    firmness: float = 0.5,
    rise: float = 0.0,
    land: float | None = None,
    **more: Any,
) -> Question:
    """A question on a line; `green`: front, back, width (m)."""
    front, back, width = green or (flag - 8.0, flag + 10.0, 14.0)
    landing = Landing(
        front, back, SURFACES[surround], firmness, width_m=width, fall_rad=math.radians(tilt), rise_m=rise
    )
    return Question(who or player(), slope(fall, side), Line(flag, landing, areas, things, land), lie=lie, **more)
