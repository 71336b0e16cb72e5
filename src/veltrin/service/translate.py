"""Questions as contracts have them (degrees, right positive) for the core (radians, left positive)."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date

from veltrin.core.care import Rain, Weather
from veltrin.core.day import rain_film
from veltrin.core.ground import Lie, Slope, cover_named
from veltrin.core.kit import Club, Player, Scatter
from veltrin.core.plan import Question
from veltrin.service.contracts.plan import (
    DoubtsIn,
    LieIn,
    PlanRequest,
)
from veltrin.service.contracts.players import ClubOut, PlayerBase
from veltrin.service.contracts.world import WindIn
from veltrin.service.translate_line import line_in
from veltrin.service.translate_world import air_in, wind_in

deg, rad = math.degrees, math.radians


def club_in(club: ClubOut) -> Club:
    """Contract to core."""
    return Club(
        id=club.id,
        name=club.name,
        kind=club.kind,
        loft_rad=rad(club.loft_deg),
        lie_rad=rad(club.lie_deg),
        bounce_rad=rad(club.bounce_deg),
        sole_width_m=club.sole_mm / 1000.0,
        head_mass_kg=club.head_g / 1000.0,
        length_m=club.length_m,
        stock_carry_m=club.stock_carry_m,
        rounds=club.rounds,
    )


def club_out(club: Club, bought: date | None = None, cleaned: date | None = None) -> ClubOut:
    """Core to contract."""
    return ClubOut(
        id=club.id,
        name=club.name,
        kind=club.kind,
        loft_deg=round(deg(club.loft_rad), 2),
        lie_deg=round(deg(club.lie_rad), 2),
        bounce_deg=round(deg(club.bounce_rad), 2),
        sole_mm=round(club.sole_width_m * 1000, 1),
        head_g=round(club.head_mass_kg * 1000, 1),
        length_m=club.length_m,
        stock_carry_m=club.stock_carry_m,
        rounds=club.rounds,
        bought_on=bought,
        cleaned_on=cleaned,
    )


def player_in(player_id: str, body: PlayerBase, clubs: tuple[Club, ...]) -> Player:
    """Contract to core."""
    return Player(
        id=player_id,
        name=body.name,
        left_handed=body.hand == "left",
        stature_m=body.stature_m,
        handicap=body.handicap,
        bag=clubs,
        mid_iron_lean_rad=None if body.lean_deg is None else rad(body.lean_deg),
        mid_iron_attack_rad=rad(body.attack_deg),
        lead_share=body.lead_pct / 100.0,
        ball=body.ball,
        scatter=Scatter.for_handicap(body.handicap if body.scatter_handicap is None else body.scatter_handicap),
        layer_share=body.layer_pct / 100.0,
    )


def lie_in(lie: LieIn) -> Lie:
    """Contract to core."""
    return Lie(
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
        doubts=(*doubts_in(request.lie.doubts), *wind_doubts(request.wind)),
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


def wind_doubts(wind: WindIn) -> tuple[tuple[str, float], ...]:
    """How far the wind is misread along and across the line, as measured (m/s)."""
    return () if wind.doubt_m_s is None else (("wind", wind.doubt_m_s), ("cross", wind.doubt_m_s))
