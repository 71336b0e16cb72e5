"""A question of the core as the contract says it: what opens a card's cell, or a drill's station, on the Bench."""

from __future__ import annotations

import math
from collections.abc import Mapping

from veltrin.core.air import EXPOSURES, PEAK, Air, Wind
from veltrin.core.ground import Lie, Slope
from veltrin.core.plan import Question
from veltrin.service.house.border import deg
from veltrin.service.shot.contracts.plan import DoubtsIn, LieIn, PlanRequest
from veltrin.service.shot.contracts.world import AirIn, WindIn
from veltrin.service.shot.translate import DOUBTS_OF_THE_LIE
from veltrin.service.shot.translate_line import line_out

HAND_M = 2.0
"""Winds are told as read by hand: a reading of the line itself, which nothing brings down again."""


def wind_out(wind: Wind) -> WindIn:
    """A wind told along the line; calm where nothing moves."""
    if wind.is_calm:
        return WindIn()
    along, left = wind.at(HAND_M)
    speed = math.hypot(along, left)
    return WindIn(
        speed_m_s=speed,
        gust_m_s=speed * (1.0 + PEAK * wind.spread_m_s / wind.speed_m_s),
        from_deg=math.degrees(math.atan2(left, -along)) + 0.0,
        height_m=HAND_M,
        exposure=next((name for name, (_, rough) in EXPOSURES.items() if rough == wind.roughness_m), "open"),
    )


def air_out(air: Air) -> AirIn:
    """Air of the day, its pressure where it was given."""
    pressure = None if air.pressure_pa is None else air.pressure_pa / 100.0
    return AirIn(
        temperature_c=air.temperature_c,
        altitude_m=air.altitude_m,
        humidity_pct=air.humidity_pct,
        pressure_hpa=pressure,
    )


def doubts_out(doubts: Mapping[str, float]) -> DoubtsIn:
    """How far readings of the lie are off, as measured, from the core's units."""
    told = {field: doubts[name] / unit for name, field, unit in DOUBTS_OF_THE_LIE if name in doubts}
    return DoubtsIn(**told)


def lie_out(lie: Lie, slope: Slope, doubts: Mapping[str, float]) -> LieIn:
    """Slope and lie, as they would be read."""
    return LieIn(
        fall_deg=round(deg(slope.fall_rad), 2) + 0.0,
        side_deg=round(deg(slope.side_rad), 2) + 0.0,
        cover=lie.cover.name,
        sunk=round(lie.sunk, 3),
        wet=lie.wet,
        grass_mm=None if lie.height_m is None else max(round(1000 * lie.height_m, 1), 2.0),
        density=lie.density,
        growth=lie.growth,
        give=lie.give,
        sand_mm=round(1000 * lie.sand_m, 1),
        lip_m=lie.lip_m,
        lip_at_m=lie.lip_at_m,
        doubts=doubts_out(doubts),
    )


def request_out(player_id: str, question: Question) -> PlanRequest:
    """What a client would ask to get the same answer."""
    landing, air, doubts = question.line.landing, question.air, dict(question.doubts)
    told = {
        "green_wet": landing.wet,
        "ground_firmness": None if landing.ground_firmness is None else round(landing.ground_firmness, 3),
    }
    return PlanRequest(
        player_id=player_id,
        lie=lie_out(question.lie, question.slope, doubts),
        line=line_out(question.line).model_copy(update=told),
        air=air_out(air),
        wind=wind_out(question.wind).model_copy(update={"doubt_m_s": doubts.get("wind")}),
        ball_c=None if question.ball_c == air.temperature_c else question.ball_c,
        layers=question.layers,
        rain=question.weather.rain,
        preferred=question.weather.preferred,
        kept_club_id=question.kept_club_id,
        mood=question.mood,
    )
