"""The same lie and line on two days: both planned, and the one day's call struck on the other, cause by cause."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np

from veltrin.core.day import Day, landing_on, lie_on
from veltrin.core.kit import Scatter
from veltrin.core.plan.ledgers import DISTANCE_STEP_M, ball_words, running_rows
from veltrin.core.plan.mirror import is_mirrored
from veltrin.core.plan.model import Call, LedgerRow, Odds, Plan, Question
from veltrin.core.plan.odds import strike_odds
from veltrin.core.plan.planner import plan_right_handed
from veltrin.core.plan.play import Batch, Played, World, play
from veltrin.core.plan.rank import footing, grass_difficulty
from veltrin.core.plan.ranking import ranking_of
from veltrin.core.plan.screen import world_of
from veltrin.core.plan.target import Targets
from veltrin.core.sides import SidedName, Unsided, mirrored


def on_day(question: Question, day: Day) -> Question:
    """The same shot on another day."""
    line = replace(question.line, landing=landing_on(question.line.landing, day))
    return replace(
        question,
        line=line,
        lie=lie_on(question.lie, day),
        air=day.air,
        wind=day.wind,
        ball_c=day.ball_temperature_c,
        layers=day.layers,
        weather=day.weather,
        detail_for=(),
        only=(),
    )


class DayStrike(NamedTuple):
    """What one stroke does on one day: carry, run and finish along the way to the target (m), peak, spin, odds."""

    carry_m: Unsided
    run_m: Unsided
    finish_m: Unsided
    apex_m: Unsided
    spin_rad_s: Unsided
    odds: Odds


@dataclass(frozen=True)
class CarriedOver:
    """One day's call struck the very same way on the other day.

    `rows` lead from where it finished to where it finishes there, cause by cause.
    """

    call_id: SidedName
    here: DayStrike
    there: DayStrike
    rows: tuple[LedgerRow, ...]


@dataclass(frozen=True)
class DayPlan:
    """One day: its plan, and its first call carried over to the other day (None where nothing is struck)."""

    day: Day
    question: Question
    plan: Plan
    carried: CarriedOver | None


def _causes(here: World, there: World, words: str) -> list[tuple[str, World]]:
    """Worlds on the way from one day to the other, one cause more in each."""
    steps: list[tuple[str, World]] = []
    world = here
    for name, change in (
        ("air", {"air": there.air}),
        (ball_words(there.ball_c) if there.ball_c < here.ball_c else "warmer ball", {"ball_c": there.ball_c}),
        ("wind", {"wind": there.wind}),
        (words, {"lie": replace(there.lie, wet=here.lie.wet)}),
        ("wet", {"lie": there.lie}),
        ("greens and ground", {"landing": there.landing, "walls": there.walls}),
    ):
        after = replace(world, **change)
        if after != world:
            steps.append((name, after))
        world = after
    return steps


def _day_strike(played: Played, targets: Targets, odds: Odds) -> DayStrike:
    carry, finish = float(targets.along(played.flights.landing)[0]), float(targets.along(played.runs.rest)[0])
    return DayStrike(
        carry,
        finish - carry,
        finish,
        float(played.flights.apex_m[0]),
        float(np.linalg.norm(played.launch.spin[0])),
        odds,
    )


def _odds(
    batch: Batch,
    call: Call,
    scatter: Scatter,
    strike_factor: float,
    here: tuple[World, Played],
    there: tuple[World, Played],
) -> Odds:
    # The strike's difficulty holds its own day's grass and footing: swap them for the other day's.
    swing = np.array([call.swing])
    was, now = (
        np.sqrt(grass_difficulty(world.lie, played.way_m, scatter.coefficients))
        * np.where(batch.asks("entry_m") > 0.0, 1.0, footing(world.lie, swing, scatter.coefficients))
        for world, played in (here, there)
    )
    world, played = there
    return strike_odds(batch, world.lie, played, scatter, swing, strike_factor * now / was)[0]


def _carried(one: Question, other: Question, call: Call) -> CarriedOver | None:
    """The call on the other day; None where it is relief: nothing is struck."""
    shot = ranking_of(one).shot
    place = next((k for k, c in enumerate(shot.candidates) if c.id == call.id), None)
    if place is None or shot.found is None:
        return None
    batch = shot.found.batch.take(np.array([place]))
    factor = float(shot.found.strike_factor[place])
    here, there = shot.world, world_of(other)
    dressed = replace(batch, able=one.player.able(other.layers))
    swing, aim = np.array([call.swing]), np.array([call.aim_rad])
    targets = Targets(np.ones(1), np.array([call.target.bearing_rad]))
    scatter = one.player.scatter
    begin = play(batch, here, swing, aim)
    steps = [("finish", float(targets.along(begin.runs.rest)[0]))]
    played = begin
    if dressed.able != batch.able:
        played = play(dressed, here, swing, aim)
        steps.append(("clothes", float(targets.along(played.runs.rest)[0])))
    for words, world in _causes(here, there, f"{here.lie.cause} and ground below"):
        played = play(dressed, world, swing, aim)
        steps.append((words, float(targets.along(played.runs.rest)[0])))
    return CarriedOver(
        call.id,
        _day_strike(begin, targets, call.odds),
        _day_strike(played, targets, _odds(dressed, call, scatter, factor, (here, begin), (there, played))),
        running_rows(steps, "finish there", DISTANCE_STEP_M),
    )


def two_days(question: Question, days: Sequence[Day]) -> list[DayPlan]:
    """Plan the shot on both days, and strike each day's first call on the other day."""
    turns = is_mirrored(question)
    there = [on_day(question, day) for day in days]
    asked = [mirrored(q) for q in there] if turns else there
    plans = [plan_right_handed(q) for q in asked]
    out = []
    for i, day in enumerate(days):
        calls = plans[i].calls
        carried = _carried(asked[i], asked[1 - i], calls[0]) if calls else None
        made = DayPlan(day, there[i], plans[i], carried)
        out.append(replace(mirrored(made), question=there[i]) if turns else made)
    return out
