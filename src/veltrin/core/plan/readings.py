"""What a coach reads, as numbers that can be off: how each is got from a question, put into it, and doubted."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from veltrin.core.errors import UnknownNameError
from veltrin.core.ground import Slope
from veltrin.core.plan.model import Question
from veltrin.core.run import Landing

Get = Callable[[Question], float]
Put = Callable[[Question, float], Question]


@dataclass(frozen=True)
class Reading:
    """One reading in the core's units. `doubt`: how far it is usually off (one standard deviation) by eye; judgement.

    `applies`: whether it matters in this question at all.
    """

    name: str
    words: str
    unit: str
    low: float
    high: float
    doubt: float
    get: Get
    put: Put
    applies: Callable[[Question], bool] = lambda _: True
    again: str = "measure it"


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
MOST_SLOPE = 20.0 * DEG

READINGS = {
    r.name: r
    for r in (
        Reading(
            "fall", "slope along the line", "deg", -MOST_SLOPE, MOST_SLOPE, 1.5 * DEG,
            lambda q: q.slope.fall_rad, lambda q, v: replace(q, slope=Slope(v, q.slope.side_rad)),
            again="pace out rise over run",
        ),
        Reading(
            "side", "slope across the line", "deg", -MOST_SLOPE, MOST_SLOPE, 1.5 * DEG,
            lambda q: q.slope.side_rad, lambda q, v: replace(q, slope=Slope(q.slope.fall_rad, v)),
            again="pace out rise over run across the line",
        ),
        Reading(
            "sunk", "how deep the ball sits", "balls", 0.0, 4.7, 0.2,
            lambda q: q.lie.sunk, _lie("sunk"), lambda q: q.lie.cover.height_m > 0.0,
            "hold the ball's depth against the drawn pictures",
        ),
        Reading(
            "density", "how thick the grass is", "", 0.0, 1.5, 0.15,
            lambda q: q.lie.read_density, _lie("density"), lambda q: q.lie.cover.group == "grass" and q.lie.sunk > 0.0,
            "make the swish beside the ball",
        ),
        Reading(
            "give", "give of the ground", "", 0.0, 1.0, 0.12,
            lambda q: q.lie.softness, _lie("give"), lambda q: not q.lie.in_sand, "push a tee in",
        ),
        Reading(
            "wet", "how wet the ball and face are", "", 0.0, 1.0, 0.25,
            lambda q: q.lie.wet, _lie("wet"), again="wipe the face and look again",
        ),
        Reading(
            "flag", "distance to the flag", "m", 2.0, 230.0, 0.0,
            lambda q: q.line.flag_m, _move_flag, again="pace it",
        ),
        Reading(
            "rise", "height of the green", "m", -60.0, 60.0, 0.5,
            lambda q: q.line.landing.rise_m, _landing("rise_m"), lambda q: q.line.flag_m > 20.0,
            "look at it level with the flag's foot",
        ),
        Reading(
            "firmness", "firmness of the green", "", 0.0, 1.0, 0.12,
            lambda q: q.line.landing.firmness, _landing("firmness"), again="drop a ball on it, or press a heel in",
        ),
        Reading(
            "speed", "speed of the green", "ft", 4.0, 16.0, 1.0,
            lambda q: q.line.landing.green_speed_ft, _landing("green_speed_ft"), again="roll two balls across it",
        ),
        Reading(
            "tilt", "fall of the green along the line", "deg", -12.0 * DEG, 12.0 * DEG, 1.0 * DEG,
            lambda q: q.line.landing.fall_rad, _landing("fall_rad"), again="walk round and look from the side",
        ),
        Reading(
            "wind", "wind along the line", "m/s", -20.0, 20.0, 1.0,
            lambda q: -q.wind.x_m_s, _along, lambda q: q.line.flag_m > 20.0, "throw some grass, look at the flag",
        ),
        Reading(
            "cross", "wind across the line", "m/s", -20.0, 20.0, 1.0,
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
    if name not in READINGS:
        raise UnknownNameError("reading", name, list(READINGS))
    return READINGS[name]


def doubt_of(reading: Reading, question: Question) -> float:
    """How far this reading is usually off: as measured, else by eye."""
    told = dict(question.doubts).get(reading.name)
    if told is not None:
        return told
    if reading.name == "flag":
        return FLAG_DOUBT_M + FLAG_DOUBT_SHARE * question.line.flag_m
    return reading.doubt
