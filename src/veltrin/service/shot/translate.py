"""Questions as contracts have them (degrees, right positive) for the core (radians, left positive)."""

from __future__ import annotations

from dataclasses import replace

from veltrin.core.care import Rain, Weather
from veltrin.core.day import rain_film
from veltrin.core.ground import KnownGround, Lie, Slope, cover_named
from veltrin.core.kit import Player
from veltrin.core.plan import Question
from veltrin.service.house.border import rad
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import (
    DoubtsIn,
    LieIn,
    PlanRequest,
)
from veltrin.service.shot.contracts.world import WindIn
from veltrin.service.shot.translate_line import line_in
from veltrin.service.shot.translate_world import air_in, wind_in


def lie_in(lie: LieIn) -> Lie:
    """Contract to core."""
    told = lie.measured
    return Lie(
        known=None if told is None else KnownGround(lie.cover, tuple(told.shares), told.balls, told.on),
        cover=cover_named(lie.cover),
        sunk=lie.sunk,
        wet=lie.wet,
        height_m=None if lie.grass_mm is None else lie.grass_mm / 1000.0,
        density=lie.density,
        give=lie.give,
        growth=lie.growth,
        sand_m=lie.sand_mm / 1000.0,
        lip_m=lie.lip_m,
        lip_at_m=lie.lip_at_m,
    )


def rained_on(lie: Lie, rain: Rain) -> Lie:
    """The lie at least as wet as this rain makes ball, face and grass."""
    return replace(lie, wet=max(lie.wet, rain_film(rain)))


def question_in(
    request: PlanRequest, player: Player, pinned: frozenset[str] = frozenset(), excluded: frozenset[str] = frozenset()
) -> Question:
    """Contract to core."""
    return Question(
        player=player,
        slope=Slope(rad(request.lie.fall_deg), rad(request.lie.side_deg)),
        line=line_in(request.line),
        air=air_in(request.air),
        wind=wind_in(request.wind),
        kept_club_id=request.kept_club_id,
        detail_for=tuple(request.detail_for),
        only=tuple(request.only),
        shown_id=request.shown_id,
        lie=rained_on(lie_in(request.lie), request.rain),
        pinned=pinned,
        excluded=excluded,
        mood=request.mood,
        doubts=(*doubts_in(request.lie.doubts), *flag_doubt(request.line), *wind_doubts(request.wind)),
        ball_c=request.air.temperature_c if request.ball_c is None else request.ball_c,
        layers=request.layers,
        weather=Weather(request.rain, request.preferred),
    )


DOUBTS_OF_THE_LIE = (
    ("fall", "fall_deg", rad(1.0)),
    ("side", "side_deg", rad(1.0)),
    ("sunk", "sunk", 1.0),
    ("give", "give", 1.0),
    ("density", "density", 1.0),
)
"""Readings of the lie whose doubt may be measured: in the core, in the contract, and the unit of the latter."""


def doubts_in(doubts: DoubtsIn) -> tuple[tuple[str, float], ...]:
    """How far readings of the lie are off, as measured, in the core's units."""
    told = ((name, getattr(doubts, field), unit) for name, field, unit in DOUBTS_OF_THE_LIE)
    return tuple((name, value * unit) for name, value, unit in told if value is not None)


def flag_doubt(line: LineIn) -> tuple[tuple[str, float], ...]:
    """How far the distance is off, as measured (m)."""
    return () if line.flag_doubt_m is None else (("flag", line.flag_doubt_m),)


def wind_doubts(wind: WindIn) -> tuple[tuple[str, float], ...]:
    """How far the wind is misread along and across the line, as measured (m/s)."""
    return () if wind.doubt_m_s is None else (("wind", wind.doubt_m_s), ("cross", wind.doubt_m_s))
