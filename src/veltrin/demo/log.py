"""A made-up season's log for the players of Skarvan Fell: shots with habits that the book has to find out."""

from __future__ import annotations

import uuid
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import Any

import numpy as np

from veltrin.core.plan.predict import Expected
from veltrin.devices.monitor import Habits, habits_from
from veltrin.service.book.book import book_together
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.book.planned import Planned, planned_shot, planned_stock
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import LieIn, PlanRequest
from veltrin.service.shot.contracts.world import AirIn
from veltrin.service.shot.plan import plan
from veltrin.store.engine import Store

FIRST_DAY = datetime(2026, 9, 5, 9, 0, tzinfo=UTC)

CHIP = LineIn(flag_m=16, green_front_m=8, green_back_m=26)
PITCH = LineIn(flag_m=42, green_front_m=34, green_back_m=54)
BUNKER = LineIn(flag_m=14, green_front_m=6, green_back_m=25)

# Player, lie, line, how many balls; how often one is struck heavy or thin.
ROUGH, SAND = LieIn(cover="rough", sunk=0.6), LieIn(cover="sand")
ROUNDS: tuple[tuple[str, LieIn, LineIn, int, float], ...] = (
    ("tove", ROUGH, PITCH, 9, 0.15),
    ("tove", LieIn(cover="tight"), CHIP, 8, 0.20),
    ("tove", LieIn(fall_deg=6), CHIP, 7, 0.15),
    ("corwin", ROUGH, PITCH, 10, 0.08),
    ("corwin", SAND, BUNKER, 8, 0.15),
    ("ansgar", LieIn(cover="tight"), CHIP, 6, 0.25),
)
# And on which day (from the first) it begins, by the habits of which of those above: before and after a season of
# practice, which helped one of them and not the other.
SEASON: tuple[tuple[str, LieIn, LineIn, int, float, int, int], ...] = (
    ("tove", ROUGH, PITCH, 24, 0.65, -48, 0),
    ("corwin", SAND, BUNKER, 10, 0.1, -40, 4),
    ("tove", ROUGH, PITCH, 44, 0.0, 56, 1),
    ("corwin", SAND, BUNKER, 8, 0.25, 62, 4),
)
STOCK: tuple[tuple[str, str, int], ...] = (("corwin", "7-iron", 12), ("corwin", "54", 10), ("tove", "7-iron", 10))


def shot_id(rng: np.random.Generator) -> str:
    """An id that comes out the same every time."""
    return str(uuid.UUID(bytes=rng.bytes(16), version=4))


def _shots(store: Store, rng: np.random.Generator, air: AirIn) -> Iterator[tuple[str, Planned, BookingIn]]:
    day = 0
    rounds = [(*one, None, n) for n, one in enumerate(ROUNDS)]
    for player_id, lie, line, balls, failing, begins, n in (*rounds, *SEASON):
        day = day if begins is None else begins
        habits = habits_from(n)
        request = PlanRequest(player_id=player_id, lie=lie, line=line, air=air)
        planned = planned_shot(store, request, plan(store, request).calls[0].id)
        for ball in range(balls):
            day += (1 + int(rng.integers(0, 2))) if begins is None else int(rng.integers(0, 2))
            body = BookingIn.model_validate(
                {
                    "player_id": player_id,
                    "booked_at": FIRST_DAY + timedelta(days=day, minutes=7 * ball),
                    "request": request,
                    "call_id": planned.call_id,
                    **struck(rng, habits, planned.expected, failing),
                }
            )
            yield shot_id(rng), planned, body


def struck(rng: np.random.Generator, habits: Habits, planned: Expected, failing: float) -> dict[str, Any]:
    """One ball: with habits, now and then heavy or thin."""
    length = (
        planned.bare_carry_m
        * habits.speed**planned.carry_speed_exponent
        * float(np.exp(planned.length_sd * rng.standard_normal()))
    )
    run = (planned.total_m - planned.carry_m) * float(rng.uniform(0.8, 1.25))
    side = planned.side_sd_rad * planned.distance_m * float(rng.standard_normal())
    misses: list[str] = []
    if rng.random() < failing:
        heavy = rng.random() < 0.6
        misses = ["heavy", "short"] if heavy else ["thin", "long"]
        length, run = (0.45 * length, run) if heavy else (0.9 * length, 3.5 * run + 6.0)
    finish = length + run - planned.distance_m
    near = float(np.hypot(finish, side))
    putts = 1 if near < 1.2 or (near < 3.0 and rng.random() < 0.35) else 3 if near > 9.0 and rng.random() < 0.3 else 2
    return {
        "carry_m": round(max(length, 0.5), 1),
        "carry_side_m": round(side * 0.8, 1),
        "past_m": round(finish, 1),
        "side_m": round(side, 1),
        "misses": misses,
        "turf_cm": -5 if "heavy" in misses else None,
        "putts": putts,
        "chipped_again": True if misses and near > 8.0 else None,
    }


def _stock(store: Store, rng: np.random.Generator) -> Iterator[tuple[str, Planned, BookingIn]]:
    for n, (player_id, club_id, balls) in enumerate(STOCK):
        ask = BookingIn(player_id=player_id, source="monitor", purpose="stock", club_id=club_id)
        planned = planned_stock(store, player_id, ask)
        carry = planned.expected.carry_m * (1.03 if n == 0 else 0.99)
        for ball in range(balls):
            far = (
                carry * float(np.exp(planned.expected.length_sd * rng.standard_normal())) if ball != 4 else 0.72 * carry
            )
            told = {
                "booked_at": FIRST_DAY + timedelta(days=20 + n, minutes=2 * ball),
                "carry_m": round(far, 1),
                "carry_side_m": round(planned.expected.side_sd_rad * carry * float(rng.standard_normal()), 1),
                "misses": ["thin"] if ball == 4 else [],
            }
            yield shot_id(rng), planned, ask.model_copy(update=told)


def keep_log(store: Store, air: AirIn) -> None:
    """Book a season; the same one every time."""
    rng = np.random.default_rng(620)
    book_together(store, [*_stock(store, rng), *_shots(store, rng, air)])
