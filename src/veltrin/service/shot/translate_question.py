"""A question of the core as the contract says it: what opens a card's cell, or a drill's station, on the Bench."""

from __future__ import annotations

import math
from collections.abc import Mapping

from veltrin.core.air import EXPOSURES, PEAK, Air, Wind
from veltrin.core.air.wind import FORECAST_FROM_M, usual_gust_ratio
from veltrin.core.ground import KnownGround, Lie, Slope
from veltrin.core.plan import Question
from veltrin.service.house.border import deg, neat
from veltrin.service.shot.contracts.plan import DoubtsIn, GroundMeasured, LieIn, PlanRequest
from veltrin.service.shot.contracts.world import AirIn, WindIn
from veltrin.service.shot.translate import DOUBTS_OF_THE_LIE
from veltrin.service.shot.translate_line import line_out

HAND_M = 2.0
"""A wind that was read high up is told as read by hand: a reading of the line itself, which nothing brings down again.
"""


def wind_out(wind: Wind) -> WindIn:
    """A wind told along the line; calm where nothing moves."""
    if wind.is_calm:
        return WindIn()
    height = wind.height_m if wind.height_m < FORECAST_FROM_M else HAND_M
    along, left = wind.at(height)
    speed = math.hypot(along, left)
    gust = speed * (1.0 + PEAK * wind.spread_m_s / wind.speed_m_s)
    is_usual = math.isclose(gust, speed * usual_gust_ratio(height, wind.roughness_m), rel_tol=1e-13)
    return WindIn(
        speed_m_s=speed,
        gust_m_s=None if is_usual else gust,
        from_deg=neat(deg(math.atan2(left, -along))),
        height_m=height,
        exposure=next((name for name, (_, rough) in EXPOSURES.items() if rough == wind.roughness_m), "open"),
    )


def air_out(air: Air) -> AirIn:
    """Air of the day, its pressure where it was given."""
    pressure = None if air.pressure_pa is None else neat(air.pressure_pa / 100.0)
    return AirIn(
        temperature_c=air.temperature_c,
        altitude_m=air.altitude_m,
        humidity_pct=air.humidity_pct,
        pressure_hpa=pressure,
    )


def doubts_out(doubts: Mapping[str, float]) -> DoubtsIn:
    """How far readings of the lie are off, as measured, from the core's units."""
    told = {field: neat(doubts[name] / unit) for name, field, unit in DOUBTS_OF_THE_LIE if name in doubts}
    return DoubtsIn(**told)


def _measured(known: KnownGround | None) -> GroundMeasured | None:
    if known is None or known.on is None:
        return None
    return GroundMeasured(shares=list(known.shares), balls=known.balls, on=known.on)


def lie_out(lie: Lie, slope: Slope, doubts: Mapping[str, float]) -> LieIn:
    """Slope and lie, as they would be read."""
    return LieIn(
        fall_deg=neat(deg(slope.fall_rad)),
        side_deg=neat(deg(slope.side_rad)),
        cover=lie.cover.name,
        sunk=lie.sunk,
        wet=lie.wet,
        grass_mm=None if lie.height_m is None else neat(1000.0 * lie.height_m),
        density=lie.density,
        growth=lie.growth,
        give=lie.give,
        sand_mm=neat(1000.0 * lie.sand_m),
        lip_m=lie.lip_m,
        lip_at_m=lie.lip_at_m,
        measured=_measured(lie.known),
        doubts=doubts_out(doubts),
    )


def request_out(player_id: str, question: Question) -> PlanRequest:
    """What a client would ask to get the same answer; what the page looks at besides is left out."""
    air, doubts = question.air, dict(question.doubts)
    return PlanRequest(
        player_id=player_id,
        lie=lie_out(question.lie, question.slope, doubts),
        line=line_out(question.line).model_copy(update={"flag_doubt_m": doubts.get("flag")}),
        air=air_out(air),
        wind=wind_out(question.wind).model_copy(update={"doubt_m_s": doubts.get("wind")}),
        ball_c=None if question.ball_c == air.temperature_c else question.ball_c,
        layers=question.layers,
        rain=question.weather.rain,
        preferred=question.weather.preferred,
        kept_club_id=question.kept_club_id,
        mood=question.mood,
    )
