"""What a coach reads, as numbers that can be off: how each is got from a question, put into it, and doubted."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, Literal

from veltrin.core.checks import look_up
from veltrin.core.ground import Slope
from veltrin.core.plan.model import Question
from veltrin.core.quantity import QUANTITIES, Quantity
from veltrin.core.run import Landing

ReadingName = Literal[
    "fall", "side", "sunk", "density", "give", "wet", "flag", "rise", "firmness", "speed", "tilt", "wind", "cross"
]  # fmt: skip
"""By what a reading is asked for."""

Get = Callable[[Question], float]
Put = Callable[[Question, float], Question]


@dataclass(frozen=True)
class Reading:
    """One reading in the core's units. `doubt`: how far it is usually off (one standard deviation) by eye; judgement.

    `applies`: whether it matters in this question at all. `most`: more than this a question can't have, whatever the
    quantity may.
    """

    name: ReadingName
    words: str
    quantity: Quantity
    doubt: float
    get: Get
    put: Put
    applies: Callable[[Question], bool] = lambda _: True
    again: str = "measure it"
    most: Callable[[Question], float] = lambda _: math.inf

    @property
    def low(self) -> float:
        """The least it may be."""
        return self.quantity.low * self.quantity.scale

    @property
    def high(self) -> float:
        """The most it may be anywhere."""
        return self.quantity.high * self.quantity.scale

    def within(self, value: float, question: Question) -> float:
        """The value nearest to this one that the question can have."""
        return min(max(value, self.low), self.high, self.most(question))


def _lie(name: str) -> Put:
    def put(q: Question, v: float) -> Question:
        change: dict[str, Any] = {name: v}
        return replace(q, lie=replace(q.lie, **change))

    return put


def _landing(name: str) -> Put:
    def put(q: Question, v: float) -> Question:
        change: dict[str, Any] = {name: v}
        return replace(q, line=replace(q.line, landing=replace(q.line.landing, **change)))

    return put


def _move_flag(q: Question, flag_m: float) -> Question:
    """The whole green stands further away or nearer: it is the distance that is misread."""
    by = flag_m - q.line.flag_m
    landing: Landing = q.line.landing
    moved = replace(landing, front_m=landing.front_m + by, back_m=landing.back_m + by)
    return replace(q, line=replace(q.line, flag_m=flag_m, landing=moved))


def _along(q: Question, v: float) -> Question:
    return replace(q, wind=replace(q.wind, x_m_s=-v))


def _across(q: Question, v: float) -> Question:
    return replace(q, wind=replace(q.wind, y_m_s=v))


DEG = math.radians(1.0)
ALONG = Quantity("wind along the line", "Wind along the line", "m/s", -20.0, 20.0, 0.5)
ACROSS = Quantity("wind across the line", "Wind across the line", "m/s", -20.0, 20.0, 0.5)

READINGS: dict[ReadingName, Reading] = {
    r.name: r
    for r in (
        Reading(
            "fall", "slope along the line", QUANTITIES["lie.fall_deg"], 1.5 * DEG,
            lambda q: q.slope.fall_rad, lambda q, v: replace(q, slope=Slope(v, q.slope.side_rad)),
            again="pace out rise over run",
        ),
        Reading(
            "side", "slope across the line", QUANTITIES["lie.side_deg"], 1.5 * DEG,
            lambda q: q.slope.side_rad, lambda q, v: replace(q, slope=Slope(q.slope.fall_rad, v)),
            again="pace out rise over run across the line",
        ),
        Reading(
            "sunk", "how deep the ball sits", QUANTITIES["lie.sunk"], 0.2,
            lambda q: q.lie.sunk, _lie("sunk"), lambda q: q.lie.cover.height_m > 0.0,
            "hold the ball's depth against the drawn pictures", lambda q: q.lie.deepest,
        ),
        Reading(
            "density", "how thick the grass is", QUANTITIES["lie.density"], 0.15,
            lambda q: q.lie.read_density, _lie("density"), lambda q: q.lie.cover.group == "grass" and q.lie.sunk > 0.0,
            "make the swish beside the ball",
        ),
        Reading(
            "give", "softness of the ground", QUANTITIES["lie.give"], 0.12,
            lambda q: q.lie.softness, _lie("give"), lambda q: not q.lie.in_sand, "push a tee in",
        ),
        Reading(
            "wet", "how wet the ball and face are", QUANTITIES["lie.wet"], 0.25,
            lambda q: q.lie.wet, _lie("wet"), again="wipe the face and look again",
        ),
        Reading(
            "flag", "distance to the flag", QUANTITIES["line.flag_m"], 0.0,
            lambda q: q.line.flag_m, _move_flag, again="pace it",
        ),
        Reading(
            "rise", "height of the green", QUANTITIES["line.rise_m"], 0.5,
            lambda q: q.line.landing.rise_m, _landing("rise_m"), lambda q: q.line.flag_m > 20.0,
            "look at it level with the flag's foot",
        ),
        Reading(
            "firmness", "firmness of the green", QUANTITIES["line.firmness"], 0.12,
            lambda q: q.line.landing.firmness, _landing("firmness"), again="drop a ball on it, or press a heel in",
        ),
        Reading(
            "speed", "speed of the green", QUANTITIES["line.green_speed_ft"], 1.0,
            lambda q: q.line.landing.green_speed_ft, _landing("green_speed_ft"), again="roll two balls across it",
        ),
        Reading(
            "tilt", "fall of the green along the line", QUANTITIES["line.fall_deg"], 1.0 * DEG,
            lambda q: q.line.landing.fall_rad, _landing("fall_rad"), again="walk round and look from the side",
        ),
        Reading(
            "wind", "wind along the line", ALONG, 1.0,
            lambda q: -q.wind.x_m_s, _along, lambda q: q.line.flag_m > 20.0, "throw some grass, look at the flag",
        ),
        Reading(
            "cross", "wind across the line", ACROSS, 1.0,
            lambda q: q.wind.y_m_s, _across, lambda q: q.line.flag_m > 20.0, "throw some grass, look at the flag",
        ),
    )
}  # fmt: skip
"""Winds: from ahead and towards the left positive."""

FLAG_DOUBT_SHARE = 0.03
FLAG_DOUBT_M = 0.5
"""A paced distance is off by 3 % and half a metre. Judgement."""


def reading_named(name: str) -> Reading:
    """Look a reading up; UnknownNameError lists those there are."""
    return look_up(READINGS, name, "reading")


def doubt_of(reading: Reading, question: Question) -> float:
    """How far this reading is usually off: as measured, else by eye."""
    told = dict(question.doubts).get(reading.name)
    if told is not None:
        return told
    if reading.name == "flag":
        return FLAG_DOUBT_M + FLAG_DOUBT_SHARE * question.line.flag_m
    return reading.doubt
