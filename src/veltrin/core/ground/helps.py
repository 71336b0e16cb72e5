"""Measuring helps: how a coach reads what can't be seen, each with how far it is usually off."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal, NamedTuple

from veltrin.core.checks import require

HelpField = Literal["give", "density", "sunk", "cover"]


@dataclass(frozen=True)
class Step:
    """One answer to a test: what is seen or felt, the value it stands for, and its doubt (one standard deviation)."""

    words: str
    value: float | str
    doubt: float


@dataclass(frozen=True)
class Help:
    """A test a coach makes on the spot. `sets` names the reading it fills in. Values are judgement."""

    id: str
    name: str
    how: str
    sets: HelpField
    steps: tuple[Step, ...]


HELPS = (
    Help(
        "peg", "Tee-peg push", "Push a tee peg into the ground beside the ball, outside the line of the swing.", "give",
        (
            Step("won't go in", 0.03, 0.03),
            Step("goes in with the palm", 0.20, 0.07),
            Step("goes in with the thumb", 0.42, 0.10),
            Step("goes in easily", 0.65, 0.10),
            Step("sinks by itself", 0.92, 0.06),
        ),
    ),
    Help(
        "swish", "Swish test", "Practice swing in like grass beside the ball: how much slower does it feel?", "density",
        (
            Step("hardly slower", 0.35, 0.12),
            Step("clearly slower", 0.75, 0.18),
            Step("nearly stops", 1.20, 0.22),
        ),
    ),
    Help(
        "seat", "Seat by picture", "Kneel down and match the picture: how much of the ball is below the tips?", "sunk",
        (
            Step("perched on the tips", 0.0, 0.06),
            Step("sinking in", 0.30, 0.10),
            Step("half down", 0.55, 0.12),
            Step("nestled, tips level with its top", 1.0, 0.15),
            Step("tips well above it", 1.6, 0.25),
        ),
    ),
    Help(
        "feet", "Feet in the sand", "Take your stance and twist the feet once, as for the stroke.", "cover",
        (
            Step("hardly marks, rings hard", "sand-dry-hard", 0.25),
            Step("hardly marks, dark and wet", "sand-wet-hard", 0.25),
            Step("in to the edge of the sole", "sand", 0.25),
            Step("in over the sole", "sand-soft", 0.25),
            Step("in over the sole, heavy and wet", "sand-wet-fluffy", 0.25),
        ),
    ),
)  # fmt: skip

RISE_DOUBT_M = 0.02
RUN_DOUBT_SHARE = 0.04


class Measured(NamedTuple):
    """A slope (rad) and its doubt (rad, one standard deviation)."""

    slope_rad: float
    doubt_rad: float


def rise_over_run(rise_m: float, run_m: float) -> Measured:
    """Slope from a rise held against a paced or clubbed run: atan(rise / run).

    Rise within 2 cm, run within 4 % (judgement: a club's length laid down, or a pace). First-order propagation:
    with t = rise / run, d slope = sqrt((2 cm / run)^2 + (0.04 t)^2) / (1 + t^2).
    """
    require("helps.run_m", run_m, 0.2, 50.0, "m")
    require("helps.rise_m", rise_m, -18.0, 18.0, "m")
    slope = rise_m / run_m
    off = math.hypot(RISE_DOUBT_M / run_m, RUN_DOUBT_SHARE * slope)
    return Measured(math.atan(slope), off / (1.0 + slope * slope))
