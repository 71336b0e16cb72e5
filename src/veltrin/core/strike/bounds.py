"""What a body and a grip can do: beyond it a way of playing is no way any more, however well it would reckon."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from veltrin.core.geometry import Vec
from veltrin.core.kit import ScatterCoefficients
from veltrin.core.strike.setup import Setup


@dataclass(frozen=True)
class Bound:
    """One amount of a set-up with the range in which it can be asked of a player (SI), and why. Judgement.

    `strains`: being near it widens the scatter; what a slope asks of everybody is counted with the slope.
    """

    name: str
    amount: Callable[[Setup], Vec]
    low: float
    high: float
    words: str
    strains: bool = True


BOUNDS = (
    Bound("ball place", lambda s: s.ball_back_m, -0.12, 0.17, "would put the ball outside the feet"),
    Bound("posture", lambda s: s.posture_m, -0.24, 0.16, "would have the player stand lower than knees allow"),
    Bound("grip", lambda s: s.grip_down_m, -0.03, 0.14, "would grip down on to the shaft"),
    Bound(
        "open face", lambda s: s.open, math.radians(-22.0), math.radians(24.0),
        "would turn the face further than a grip holds it",
    ),
    Bound(
        "lean", lambda s: s.lean + s.face_turn, math.radians(-16.0), math.radians(24.0),
        "would lean the shaft so far that the wrists can't hold it",
    ),
    Bound("pressure", lambda s: s.lead_share, 0.03, 0.96, "would stand on one foot alone", strains=False),
    Bound("handle", lambda s: s.handle, math.radians(-10.0), math.radians(26.0), "would stand the shaft up too far"),
)  # fmt: skip


def strained(setup: Setup, c: ScatterCoefficients) -> Vec:
    """How much a set-up near the bounds of body and grip widens the scatter, 1 well inside them (n,).

    Its price has grown before a way of playing falls out.
    """
    used = [
        np.maximum(np.asarray(b.amount(setup), float) / b.high, np.asarray(b.amount(setup), float) / b.low)
        for b in BOUNDS
        if b.strains
    ]
    most = np.max(np.broadcast_arrays(*used, np.zeros(len(setup.tilt_fall))), axis=0)
    return np.asarray(1.0 + c.strains * np.clip((most - c.strained_from) / (1.0 - c.strained_from), 0.0, 1.0))


def beyond(setup: Setup) -> list[str | None]:
    """Why each set-up can't be asked of a player; None where it can."""
    count = len(setup.tilt_fall)
    found: list[str | None] = [None] * count
    for bound in BOUNDS:
        asked = np.broadcast_to(np.asarray(bound.amount(setup), float), count)
        for i in np.flatnonzero((asked < bound.low) | (asked > bound.high)):
            found[i] = found[i] or bound.words
    return found
