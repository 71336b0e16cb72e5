"""Grounds whose numbers are known, struck and measured: how often the interval holds them, how far plans are off."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np

from tests.players import question
from veltrin.core.ground import COVERS, CoverName, KnownGround, Lie, prior_of
from veltrin.core.learn import PRIOR_SD, StruckBall
from veltrin.core.learn.ground import CARRY, CARRY_READ, fitted, strikes_of, typical
from veltrin.core.learn.rates import Z_80
from veltrin.core.plan.odds import even_normals
from veltrin.core.plan.one import one_call

BALLS = 8


class Simulated(NamedTuple):
    """Where grounds are measured: the lie, the flag (m), the call."""

    cover: CoverName
    sunk: float
    flag_m: float
    call_id: str


PLACES = (
    Simulated("rough", 1.0, 120.0, "7-iron~stock-swing"),
    Simulated("rough", 0.6, 60.0, "54~stock-swing"),
    Simulated("deep", 1.5, 50.0, "54~stock-swing"),
    Simulated("sand", 0.1, 14.0, "54~splash"),
)


class Found(NamedTuple):
    """Share of grounds whose truth lies in the 80 % interval; carry error of the same call afterwards (logarithm, root
    mean square), what the posteriors told it to be, and what it was before anything was measured.
    """

    inside: float
    error: float
    told: float
    before: float


def simulated(where: Simulated, grounds: int, seed: int = 3) -> Found:
    """Draw grounds from the prior, strike clean balls from each, measure, and hold against the truth."""
    lie = Lie(COVERS[where.cover], where.sunk, known=KnownGround.usual(where.cover))
    one = one_call(question(0, 0, where.flag_m, lie=lie), where.call_id)
    assert one is not None, where
    prior = np.array(prior_of(lie.cover.group))
    day_sd = math.hypot(PRIOR_SD["speed"]["family"], PRIOR_SD["speed"]["method"])
    random, even = np.random.default_rng(seed), even_normals(96, 5)
    inside, errors, told, before = 0, [], [], []
    usual = strikes_of(one, one.world, even)
    clean, width = usual.clean, usual.logs[usual.clean].std(axis=0)
    while len(errors) < grounds:
        shares = np.exp(np.clip(random.normal(0.0, prior), -1.5, 1.5))
        known = KnownGround(where.cover, tuple(map(float, shares)), 0)
        world = replace(one.world, lie=replace(lie, known=known))
        struck = strikes_of(one, world, random.normal(size=(120, 5)), math.exp(random.normal(0.0, day_sd)))
        carries = np.exp(struck.logs[struck.clean, CARRY][:BALLS] + random.normal(0.0, CARRY_READ, BALLS))
        found = fitted(one, [StruckBall(carry_m=float(carry)) for carry in carries])
        there, here = (typical(strikes.logs[clean], width)[CARRY] for strikes in (strikes_of(one, world, even), usual))
        truth = there - here
        inside += math.log(found.low) <= truth <= math.log(found.high)
        errors.append(math.log(found.carries) - truth)
        told.append(math.log(found.high / found.low) / (2.0 * Z_80))
        before.append(truth)

    def size(values: list[float]) -> float:
        return float(np.sqrt(np.mean(np.square(values))))

    return Found(inside / grounds, size(errors), size(told), size(before))
