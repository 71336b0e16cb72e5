"""The speed behind a player's stock carries, inferred so that the stock shot gives each carry back."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

import numpy as np

from veltrin.core.air import CALM
from veltrin.core.errors import DomainError
from veltrin.core.flight import FLIGHT, FlightCoefficients
from veltrin.core.geometry import Vec
from veltrin.core.ground import Slope
from veltrin.core.kit import Club, Player
from veltrin.core.plan.model import REFERENCE_AIR
from veltrin.core.plan.play import Batch, World, flown, launch
from veltrin.core.run import Landing
from veltrin.core.strike import club_rows

SLOWEST_M_S, FASTEST_M_S = 6.0, 60.0
PUTTER_FULL_M_S = 8.0
"""Head speed of the longest stroke still called a putt. Judgement."""
# The fastest is at the edge of what anyone swings, and of what the flight law was fitted to.

LEVEL = Slope()
STOCK_WORLD = World(LEVEL, REFERENCE_AIR, CALM, Landing())


def _full_carries(batch: Batch, world: World) -> Vec:
    ones = np.ones(batch.count)
    leaving = launch(batch, world, ones, 0.0 * ones).launch
    return flown(leaving, world).landing[:, 0]


@lru_cache(maxsize=256)
def stock_speeds(player: Player, flight: FlightCoefficients = FLIGHT) -> tuple[float, ...]:
    """Full club-head speed (m/s) for each club of the bag, in bag order.

    Bisection between 6 and 60 m/s on the carry from level ground in reference air. Raises DomainError naming the
    club whose carry no speed in that range gives.
    """
    swung = [c for c in player.bag if c.kind != "putter"]
    found = iter(_carried_speeds(player, swung, flight) if swung else ())
    return tuple(PUTTER_FULL_M_S if c.kind == "putter" else next(found) for c in player.bag)


def _carried_speeds(player: Player, bag: list[Club], flight: FlightCoefficients) -> tuple[float, ...]:
    clubs, world = club_rows(player, bag), replace(STOCK_WORLD, flight=flight)
    low, high = np.full(len(bag), SLOWEST_M_S), np.full(len(bag), FASTEST_M_S)
    wanted = np.array([c.stock_carry_m for c in bag])
    for bound, sign in ((low, 1.0), (high, -1.0)):
        off = sign * (_full_carries(Batch.of(clubs, bound, player.stature_m), world) - wanted)
        if np.any(off > 0):
            club = bag[int(np.argmax(off))]
            raise DomainError(
                f"player.bag.{club.id}.stock_carry_m",
                f"no swing gives a stock carry of {club.stock_carry_m:g} m with this loft.",
                "Check the carry (metres, carry without run) and the loft.",
            )
    for _ in range(30):
        middle = 0.5 * (low + high)
        short = _full_carries(Batch.of(clubs, middle, player.stature_m), world) < wanted
        low, high = np.where(short, middle, low), np.where(short, high, middle)
        if np.max(high - low) < 1e-5:
            break
    return tuple(float(v) for v in 0.5 * (low + high))
