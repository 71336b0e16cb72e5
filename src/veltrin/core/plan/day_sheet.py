"""How far each club carries today: into and down wind, down and up hill, and what each distance plays as."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.air import CALM, Wind
from veltrin.core.day import Day
from veltrin.core.geometry import Vec, elevation
from veltrin.core.ground import Slope
from veltrin.core.kit import Club, Player
from veltrin.core.plan.play import Batch, World, flown, launch
from veltrin.core.plan.screen import LEAST_LAUNCH_RAD
from veltrin.core.plan.stock import STOCK_WORLD, stock_speeds
from veltrin.core.sides import Unsided
from veltrin.core.strike import club_rows
from veltrin.core.strike.stroke import TEED_BELOW_RAD


@dataclass(frozen=True)
class SheetCell:
    """Carry of a full stock swing (m), and the stock carry that this club's own stock distance would ask for.

    `carry_m` is None where the club won't get the ball up or it is blown back, `plays_as_m` where more, or less, is
    asked for than the bag holds.
    """

    carry_m: Unsided | None
    plays_as_m: Unsided | None


@dataclass(frozen=True)
class SheetRow:
    """One club: as a stock shot, today on the level without wind, with each wind, and on each slope without wind."""

    club: Club
    today: SheetCell
    winds: tuple[SheetCell, ...]
    slopes: tuple[SheetCell, ...]


NO_CELL = SheetCell(None, None)


def _asked_for(stock: Vec, carry: Vec) -> list[float | None]:
    """Which stock carry lands each club's stock distance in these conditions: (stock, carry) read backwards."""
    order = np.argsort(carry)
    found = np.interp(stock, carry[order], stock[order], left=math.nan, right=math.nan)
    return [None if math.isnan(v) else float(v) for v in found]


def _column(batch: Batch, world: World, stock: Vec) -> list[SheetCell]:
    leaving = launch(batch, world, np.ones(batch.count), np.zeros(batch.count)).launch
    carry = flown(leaving, world).landing[:, 0]
    # Off a slope nobody tees the ball.
    flies = (elevation(leaving.velocity) >= LEAST_LAUNCH_RAD) & (carry > 0.0)
    if world.slope.fall_rad:
        flies &= batch.clubs.loft >= TEED_BELOW_RAD
    asked = iter(_asked_for(stock[flies], carry[flies]))
    return [SheetCell(float(c), next(asked)) if f else NO_CELL for c, f in zip(carry, flies, strict=True)]


def day_sheet(player: Player, day: Day, winds: Sequence[Wind], falls_rad: Sequence[float]) -> list[SheetRow]:
    """One row for each club that is swung, in bag order.

    `winds`: along the line; `falls_rad`: downhill positive, at most 20 deg. The day's own wind is not in it.
    """
    places = [i for i, club in enumerate(player.bag) if club.kind != "putter"]
    clubs = [player.bag[i] for i in places]
    speeds = np.array(stock_speeds(player))[places]
    batch = Batch.of(club_rows(player, clubs), speeds, player.stature_m, able=player.able(day.layers))
    stock = np.array([c.stock_carry_m for c in clubs])
    today = replace(STOCK_WORLD, air=day.air, wind=CALM, ball_c=day.ball_temperature_c)
    calm = _column(batch, today, stock)
    windy = [_column(batch, replace(today, wind=w), stock) for w in winds]
    sloped = [_column(batch, replace(today, slope=Slope(f)), stock) for f in falls_rad]
    return [
        SheetRow(club, calm[i], tuple(c[i] for c in windy), tuple(c[i] for c in sloped)) for i, club in enumerate(clubs)
    ]
