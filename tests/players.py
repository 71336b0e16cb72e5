"""Players and questions for tests: SI and radians inside, degrees in the helpers' arguments."""

from __future__ import annotations

import math
from functools import cache
from typing import Any

import numpy as np

from veltrin.core.ground import Slope
from veltrin.core.kit import Player, Scatter, build_bag
from veltrin.core.plan import Line, Plan, Question, plan_shot, stock_speeds
from veltrin.core.plan.play import Batch, Played, World, play
from veltrin.core.plan.stock import STOCK_WORLD
from veltrin.core.run import Landing
from veltrin.core.strike import Change, club_rows


@cache
def player(seven_iron_m: float = 140.0, handicap: float = 12.0, left: bool = False) -> Player:
    return Player("t", "Test", left, 1.80, handicap, build_bag(seven_iron_m), scatter=Scatter.for_handicap(handicap))


def slope(fall: float = 0.0, side: float = 0.0) -> Slope:
    return Slope(math.radians(fall), math.radians(side))


def question(fall: float, side: float, flag: float, who: Player | None = None, **more: Any) -> Question:
    landing = more.pop("landing", Landing(flag - 8.0, flag + 12.0))
    return Question(who or player(), slope(fall, side), Line(flag, landing), **more)


@cache
def plan(fall: float, side: float, flag: float) -> Plan:
    return plan_shot(question(fall, side, flag))


def strike(
    club_id: str, fall: float, side: float, swing: float, change: Change | None = None, who: Player | None = None
) -> Played:
    """One stroke of one club on a slope, aimed at the target, landing on a green."""
    who = who or player()
    at = [c.id for c in who.bag].index(club_id)
    batch = Batch.of(
        club_rows(who, [who.bag[at]]), np.array([stock_speeds(who)[at]]), who.stature_m, changes=[change or Change()]
    )
    world = World(slope(fall, side), STOCK_WORLD.air, STOCK_WORLD.wind, STOCK_WORLD.landing)
    return play(batch, world, np.array([swing]), np.zeros(1))


def degrees(value: Any) -> float:
    return math.degrees(float(np.ravel(value)[0]))
