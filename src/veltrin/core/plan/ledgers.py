"""Ledgers: every number that differs from stock, as rows that add up exactly.

Each ledger switches one cause on after another, in a fixed order, and plays the stroke again; a row is the
difference. Rows are rounded from the running sum, so what is shown adds up to the shown total, nothing left over.
Loft and bounce: stamped, stock hands, slope, hands and ball, face, lie. Spin: stock, slope, set-up, lie.
Distance: stock carry, air, wind, length of swing, slope, grip, lie, rise of
the green, set-up, carry, run. Aim: trouble, slope, set-up, lie,
wind, green, the rest (aiming turns the player on the slope).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.air import CALM
from veltrin.core.geometry import Vec
from veltrin.core.ground import CLEAN, Slope
from veltrin.core.plan.model import REFERENCE_AIR, LedgerRow
from veltrin.core.plan.play import Batch, Played, World, play
from veltrin.core.plan.target import Targets
from veltrin.core.strike import Change
from veltrin.core.units import RAD_S_PER_RPM

DISTANCE_STEP_M = 0.1
ANGLE_STEP_DEG = 0.1
SPIN_STEP_RPM = 10.0


def _rounded(value: float, digits: int) -> float:
    return round(float(value), digits) + 0.0  # no minus zero


def running_rows(
    steps: Sequence[tuple[str, float]], total_words: str, step: float, start: float = 0.0
) -> tuple[LedgerRow, ...]:
    """Rows from running values: each step is (words, value reached after it); the last value is the total."""
    digits = round(-math.log10(step))
    rows, before = [], _rounded(start, digits)
    for words, reached in steps:
        now = _rounded(reached, digits)
        rows.append(LedgerRow(words, _rounded(now - before, digits)))
        before = now
    return (*rows, LedgerRow(total_words, before, total=True))


@dataclass(frozen=True)
class _Stages:
    """The same strokes played with more and more causes switched on."""

    level: Played
    slope: Played
    hands: Played
    face: Played
    real: Played


def _calm_level(world: World) -> World:
    return World(Slope(), REFERENCE_AIR, CALM, world.landing.levelled())


def _angle_stages(batch: Batch, world: World, swing: Vec, aim: Vec, real: Played) -> _Stages:
    neutral, clean = replace(batch, change=Change()), replace(world, lie=CLEAN)
    hands = replace(batch, change=replace(batch.change, open_rad=0.0, handle_rad=0.0))
    return _Stages(
        level=play(neutral, replace(clean, slope=Slope()), swing, aim),
        slope=play(neutral, clean, swing, aim),
        hands=play(hands, clean, swing, aim),
        face=play(batch, clean, swing, aim) if world.lie.comes_between else real,
        real=real,
    )


def _angle_ledger(stamped: float, stages: Sequence[float], total_words: str, cause: str) -> tuple[LedgerRow, ...]:
    words = ("stamped", "stock hands ahead", "slope", "hands and ball", "face and handle", cause)
    reached = [math.degrees(v) for v in (stamped, *stages)]
    # With nothing in between the last stage is not there, and its row neither.
    return running_rows(list(zip(words, reached, strict=False)), total_words, ANGLE_STEP_DEG)


def _distance_steps(batch: Batch, world: World, swing: Vec, real: Played, bearing: Vec) -> list[tuple[str, Vec]]:
    """Carry along the way to the target, stroke by stroke."""
    way = Targets(np.ones(batch.count), bearing)

    def carry(played: Played) -> Vec:
        return way.along(played.flights.landing)

    neutral = replace(batch, change=Change())
    calm = _calm_level(world)
    full = np.ones(batch.count)
    airy = replace(calm, air=world.air)
    windy = replace(airy, wind=world.wind)
    sloped = replace(world, landing=calm.landing, lie=CLEAN, walls=())
    steps = [
        ("stock carry", carry(play(neutral, calm, full, bearing))),
        ("air of the day", carry(play(neutral, airy, full, bearing))),
    ]
    if world.wind != CALM:
        steps.append(("wind", carry(play(neutral, windy, full, bearing))))
    steps += [
        ("shorter swing", carry(play(neutral, windy, swing, bearing))),
        ("slope", carry(play(neutral, sloped, swing, bearing, gripped=False))),
        ("grip down", carry(play(neutral, sloped, swing, bearing))),
    ]
    if world.lie.comes_between:
        steps.append((world.lie.cause, carry(play(neutral, replace(sloped, lie=world.lie), swing, bearing))))
        sloped = replace(sloped, lie=world.lie)
    if world.landing.rise_m:
        risen = replace(sloped, landing=world.landing)
        steps.append(("rise of the green", carry(play(neutral, risen, swing, bearing))))
    steps.append(("set-up", carry(real)))
    return steps


def _spin_rows(i: int, stages: _Stages, cause: str) -> tuple[LedgerRow, ...]:
    words = ("stock, level and clean", "slope", "set-up", f"{cause} and wet")
    played = (stages.level, stages.slope, stages.face, stages.real)
    rates = [float(np.linalg.norm(p.launch.spin[i])) / RAD_S_PER_RPM for p in played]
    return running_rows(list(zip(words, rates, strict=True)), "spin", SPIN_STEP_RPM)


def _aim_steps(batch: Batch, world: World, swing: Vec, aim: Vec, bearing: Vec, trouble: Vec) -> list[tuple[str, Vec]]:
    """Aim against the way to the target, cause by cause; each stroke is played straight at it and finishes astray."""
    neutral = replace(batch, change=Change())
    way = Targets(np.ones(batch.count), bearing)

    def against(played: Played) -> Vec:
        rest = played.runs.rest
        return np.asarray(trouble - np.arctan2(way.across(rest), np.maximum(way.along(rest), 1.0)))

    still = replace(world, wind=CALM, landing=world.landing.levelled(), lie=CLEAN, walls=())
    steps = [] if not trouble.any() else [("trouble", trouble)]
    steps += [
        ("slope", against(play(neutral, still, swing, bearing))),
        ("path and face", against(play(batch, still, swing, bearing))),
    ]
    if world.lie.comes_between:
        still = replace(still, lie=world.lie)
        steps.append((world.lie.cause, against(play(batch, still, swing, bearing))))
    if world.wind != CALM:
        steps.append(("wind", against(play(batch, replace(still, wind=world.wind), swing, bearing))))
    if world.landing.is_tilted:
        steps.append(("green", against(play(batch, world, swing, bearing))))
    steps.append(("turned on the slope", aim - bearing))
    return steps


def ledgers_of(
    batch: Batch, world: World, swing: Vec, aim: Vec, real: Played, bearing: Vec, trouble: Vec
) -> list[dict[str, tuple[LedgerRow, ...]]]:
    """Ledgers of each stroke of a batch: loft, bounce, aim (deg; aim from the target, left positive), distance, spin.

    `bearing`: of each target; `trouble`: how far off it the finish is moved (rad, left positive).
    """
    angles = _angle_stages(batch, world, swing, aim, real)
    order = [angles.level, angles.slope, angles.hands, angles.face, *([real] if world.lie.comes_between else [])]
    distance = _distance_steps(batch, world, swing, real, bearing)
    finish_at = Targets(np.ones(batch.count), bearing).along(real.runs.rest)
    aims = _aim_steps(batch, world, swing, aim, bearing, trouble)
    books = []
    for i in range(batch.count):
        lofts = [float(p.delivery.delivered_loft[i]) for p in order]
        bounces = [float(p.delivery.effective_bounce[i]) for p in order]
        carry = running_rows([(w, float(v[i])) for w, v in distance], "carry", DISTANCE_STEP_M)
        reached = carry[-1].value
        finish = running_rows([("run", float(finish_at[i]))], "finish", DISTANCE_STEP_M, start=reached)
        books.append(
            {
                "loft": _angle_ledger(float(batch.clubs.loft[i]), lofts, "delivered", world.lie.cause),
                "bounce": _angle_ledger(float(batch.clubs.bounce[i]), bounces, "effective", world.lie.cause),
                "distance": (*carry, *finish),
                "spin": _spin_rows(i, angles, world.lie.cause),
                "aim": running_rows([(w, math.degrees(v[i])) for w, v in aims], "aim", ANGLE_STEP_DEG),
            }
        )
    return books
