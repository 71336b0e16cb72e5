"""Ledgers: every number that differs from stock, as rows that add up exactly.

Each ledger switches one cause on after another, in a fixed order, and plays the stroke again; a row is the
difference. Rows are rounded from the running sum, so what is shown adds up to the shown total, nothing left over.
Loft and bounce: stamped, stock hands, slope, hands and ball, face, lie. Spin: stock, slope, set-up, lie, wet.
Distance: stock carry, air, cold or warm ball, clothes, wind, length of swing, slope, grip, lie, wet, rise of
the green, set-up, the player's own book, carry, run. Aim: trouble, slope, set-up, lie, wet,
wind, green, own book, the rest (aiming turns the player on the slope).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from veltrin.core.air import CALM
from veltrin.core.counted import counted
from veltrin.core.geometry import Vec
from veltrin.core.ground import CLEAN, Lie, Slope
from veltrin.core.kit import REFERENCE_BALL_C
from veltrin.core.plan.model import LedgerRow
from veltrin.core.plan.play import Batch, Launched, Played, World, flown, launch, play, run_from
from veltrin.core.plan.still import stock_batch, stock_world
from veltrin.core.plan.target import Targets
from veltrin.core.strike import Change, Launch
from veltrin.core.units import RAD_S_PER_RPM

ANGLE_CAUSES = ("stamped", "stock hands ahead", "slope", "hands and ball", "face and handle")

BOOK = "your book"
"""What a ledger calls the row that the player's own record adds."""

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


def _told_shots(rows: tuple[LedgerRow, ...], shots: int, before: float | None = None) -> tuple[LedgerRow, ...]:
    """Say on the book's row how many shots are behind it and, against what was reached `before`, what share it adds.

    Where no shot bears on the stroke there is no such row.
    """
    told = []
    for row in rows:
        if row.words == BOOK and shots == 0:
            continue
        if row.words == BOOK:
            share = "" if not before else f": {100.0 * row.value / before:+.0f} %".replace("-", "\u2212")
            row = replace(row, words=f"from your book ({counted(shots, 'shot')}){share}")
        told.append(row)
    return tuple(told)


@dataclass(frozen=True)
class _Stages:
    """The same strokes with more and more causes switched on: where they go is another ledger's."""

    level: Launched
    slope: Launched
    hands: Launched
    face: Launched
    usual: Launched
    dry: Launched
    real: Played


def ball_words(ball_c: float) -> str:
    """What a ledger calls a ball that isn't as warm as the reference."""
    return "cold ball" if ball_c < REFERENCE_BALL_C else "warm ball"


def _lies(lie: Lie) -> list[tuple[str, Lie]]:
    """A lie taken on step by step: what lies between, as it usually is and as it was measured here, then the water."""
    dry = replace(lie, wet=0.0)
    steps = [(lie.cause, dry.usual)] if not dry.is_plain else []
    if lie.known is not None:
        steps.append((f"as measured here ({counted(lie.known.balls, 'ball')})", dry))
    return [*steps, ("wet", lie)] if lie.wet else steps


def _angle_stages(batch: Batch, world: World, swing: Vec, aim: Vec, real: Played) -> _Stages:
    neutral, clean = batch.with_change(Change()), replace(world, lie=CLEAN)
    dry = replace(world, lie=replace(world.lie, wet=0.0))
    struck = launch(batch, dry, swing, aim) if world.lie.wet else real
    hands = batch.changed(times={"open_rad": 0.0, "handle_rad": 0.0})
    return _Stages(
        level=launch(neutral, replace(clean, slope=Slope()), swing, aim),
        slope=launch(neutral, clean, swing, aim),
        hands=launch(hands, clean, swing, aim),
        face=real if world.lie.is_plain else launch(batch, clean, swing, aim),
        usual=launch(batch, replace(dry, lie=dry.lie.usual), swing, aim) if world.lie.known else struck,
        dry=struck,
        real=real,
    )


def _angle_ledger(
    stamped: float, stages: Sequence[float], total_words: str, causes: Sequence[str]
) -> tuple[LedgerRow, ...]:
    reached = [math.degrees(v) for v in (stamped, *stages)]
    return running_rows(list(zip(causes, reached, strict=True)), total_words, ANGLE_STEP_DEG)


def _distance_steps(
    batch: Batch, world: World, swing: Vec, real_aim: Vec, real: Played, bearing: Vec
) -> list[tuple[str, Vec]]:
    """Carry along the way to the target, stroke by stroke; what only the flight meets is flown by the same stroke."""
    targets = Targets(np.ones(batch.count), bearing)

    def carry(leaving: Launch, world: World) -> Vec:
        return targets.along(flown(leaving, world).landing)

    def struck(batch: Batch, world: World, swing: Vec, *, gripped: bool = True) -> Launch:
        return launch(batch, world, swing, bearing, gripped=gripped).launch

    reached = targets.along(real.flights.landing)
    neutral, here = stock_batch(batch), stock_world(world)
    full = np.ones(batch.count)
    leaving = struck(neutral, here, full)
    steps = [("stock carry", carry(leaving, here))]
    here = replace(here, air=world.air)
    steps.append(("air of the day", carry(leaving, here)))
    if world.ball_c != REFERENCE_BALL_C:
        here = replace(here, ball_c=world.ball_c)
        leaving = struck(neutral, here, full)
        steps.append((ball_words(world.ball_c), carry(leaving, here)))
    if batch.able != 1.0:
        neutral = replace(neutral, able=batch.able)
        leaving = struck(neutral, here, full)
        steps.append(("clothes", carry(leaving, here)))
    if not world.wind.is_calm:
        here = replace(here, wind=world.wind)
        steps.append(("wind", carry(leaving, here)))
    steps.append(("shorter swing", carry(struck(neutral, here, swing), here)))
    here = replace(here, slope=world.slope)
    leaving = struck(neutral, here, swing)
    steps += [
        ("slope", carry(struck(neutral, here, swing, gripped=False), here)),
        ("grip down", carry(leaving, here)),
    ]
    for words, lie in _lies(world.lie):
        here = replace(here, lie=lie)
        leaving = struck(neutral, here, swing)
        steps.append((words, carry(leaving, here)))
    if not world.landing.contour.is_level:
        words = "rise of the green" if world.landing.rise_m else "tilt of the green"
        steps.append((words, carry(leaving, replace(here, landing=world.landing))))
    if not batch.learns:
        return [*steps, ("set-up", reached)]
    as_model = launch(batch.unlearnt(), world, swing, real_aim).launch
    return [*steps, ("set-up", carry(as_model, world)), (BOOK, reached)]


def _spin_rows(i: int, stages: _Stages, lie: Lie, learned: Played | None) -> tuple[LedgerRow, ...]:
    by_cause = {"wet": stages.real, lie.cause: stages.usual}
    steps = {words: by_cause.get(words, stages.dry) for words, _ in _lies(lie)}
    words = ("stock, level and clean", "slope", "set-up", *steps)
    played = (stages.level, stages.slope, stages.face, *steps.values())
    if learned is not None:
        words, played = (*words, BOOK), (*played, learned)
    rates = [float(np.linalg.norm(p.launch.spin[i])) / RAD_S_PER_RPM for p in played]
    return running_rows(list(zip(words, rates, strict=True)), "spin", SPIN_STEP_RPM)


def _aim_steps(batch: Batch, world: World, swing: Vec, aim: Vec, bearing: Vec, trouble: Vec) -> list[tuple[str, Vec]]:
    """Aim against the way to the target, cause by cause; each stroke is played straight at it and finishes astray."""
    bare = batch.unlearnt()
    neutral = bare.with_change(Change())
    targets = Targets(np.ones(batch.count), bearing)

    def against(leaving: Launch, world: World) -> Vec:
        rest = run_from(flown(leaving, world), world).rest
        return np.asarray(trouble - np.arctan2(targets.across(rest), np.maximum(targets.along(rest), 1.0)))

    def struck(batch: Batch, world: World) -> Launch:
        return launch(batch, world, swing, bearing).launch

    still = replace(world, wind=CALM, landing=world.landing.levelled(), lie=CLEAN, walls=())
    steps = [] if not trouble.any() else [("trouble", trouble)]
    leaving = struck(bare, still)
    steps += [
        ("slope", against(struck(neutral, still), still)),
        ("path and face", against(leaving, still)),
    ]
    for words, lie in _lies(world.lie):
        still = replace(still, lie=lie)
        leaving = struck(bare, still)
        steps.append((words, against(leaving, still)))
    if not world.wind.is_calm:
        steps.append(("wind", against(leaving, replace(still, wind=world.wind))))
    if world.landing.is_tilted:
        steps.append(("green", against(leaving, world)))
    if batch.learns:
        steps.append((BOOK, against(struck(batch, world), world)))
    steps.append(("turned on the slope", aim - bearing))
    return steps


def ledgers_of(
    batch: Batch, world: World, swing: Vec, aim: Vec, real: Played, bearing: Vec, trouble: Vec
) -> list[dict[str, tuple[LedgerRow, ...]]]:
    """Ledgers of each stroke of a batch: loft, bounce, aim (deg; aim from the target, left positive), distance, spin.

    `bearing`: of each target; `trouble`: how far off it the finish is moved (rad, left positive).
    """
    # Every cause but the last is played as the model has it: what the player's book adds is a row of its own.
    bare = batch.unlearnt()
    as_model = play(bare, world, swing, aim) if batch.learns else real
    angles = _angle_stages(bare, world, swing, aim, as_model)
    order = [angles.level, angles.slope, angles.hands, angles.face, *([] if world.lie.is_plain else [as_model])]
    own_row = [BOOK] if batch.learns else []
    order += [real] if batch.learns else []
    distance = _distance_steps(batch, world, swing, aim, real, bearing)
    finish_at = Targets(np.ones(batch.count), bearing).along(real.runs.rest)
    aims = _aim_steps(batch, world, swing, aim, bearing, trouble)
    books = []
    for i in range(batch.count):
        lofts = [float(p.delivery.delivered_loft[i]) for p in order]
        bounces = [float(p.delivery.effective_bounce[i]) for p in order]
        causes = [*ANGLE_CAUSES, *([] if world.lie.is_plain else [world.lie.cause]), *own_row]
        carry = running_rows([(w, float(v[i])) for w, v in distance], "carry", DISTANCE_STEP_M)
        reached = carry[-1].value
        shots = int(batch.habits.shots[i])
        unlearnt = sum(r.value for r in carry if not r.total and r.words != BOOK)
        finish = running_rows([("run", float(finish_at[i]))], "finish", DISTANCE_STEP_M, start=reached)
        books.append(
            {
                "loft": _told_shots(_angle_ledger(float(batch.clubs.loft[i]), lofts, "delivered", causes), shots),
                "bounce": _told_shots(_angle_ledger(float(batch.clubs.bounce[i]), bounces, "effective", causes), shots),
                "distance": (*_told_shots(carry, shots, unlearnt), *finish),
                "spin": _told_shots(_spin_rows(i, angles, world.lie, real if batch.learns else None), shots),
                "aim": _told_shots(
                    running_rows([(w, math.degrees(v[i])) for w, v in aims], "aim", ANGLE_STEP_DEG), shots
                ),
            }
        )
    return books
