"""A station of a drill as a question that can be planned, booked and opened on the Bench."""

from __future__ import annotations

from veltrin.core.practice import Mark, ReadyStation, Station
from veltrin.core.run import Landing
from veltrin.service.house.border import deg, tell
from veltrin.service.practice.contracts.practice import LayMeasureOut, MarkOut
from veltrin.service.practice.contracts.practice_sessions import StationRun
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import LieIn, PlanRequest
from veltrin.service.shot.summary import summary_of
from veltrin.service.shot.translate_plan import call_out
from veltrin.service.shot.translate_question import wind_out


def request_at(player_id: str, station: Station) -> PlanRequest:
    """The shot of a station: what core's question_at asks, as the contract says it."""
    lie, slope = station.lie, station.slope
    return PlanRequest(
        player_id=player_id,
        lie=LieIn(
            fall_deg=deg(slope.fall_rad),
            side_deg=deg(slope.side_rad),
            cover=lie.cover.name,
            sunk=lie.sunk,
            wet=lie.wet,
            density=lie.density,
            growth=lie.growth,
            give=lie.give,
        ),
        line=LineIn(
            flag_m=station.flag_m,
            land_m=None if station.land_share is None else station.land_share * station.flag_m,
            # As the core has it where nothing is said.
            surround=Landing().surround.name,
        ),
        wind=wind_out(station.wind),
    )


def mark_out(mark: Mark | None) -> MarkOut | None:
    """A pass mark as it is sent; None where nothing can be played."""
    return None if mark is None else tell(MarkOut, mark)


def measures_out(ready: ReadyStation) -> list[LayMeasureOut]:
    """What a station is laid out by, to two digits."""
    return [LayMeasureOut(words=m.words, value=round(m.value, 2), unit=m.unit) for m in ready.measures]


def run_of(player_id: str, ready: ReadyStation) -> StationRun:
    """A ready station as it is played."""
    station, call = ready.station, ready.call
    told = None if call is None else call_out(call)
    return StationRun(
        words=station.words,
        balls=station.balls,
        flag_m=station.flag_m,
        fall_deg=round(deg(station.slope.fall_rad), 1),
        side_deg=round(deg(station.slope.side_rad), 1),
        cover=station.lie.cover.name,
        call_id=None if told is None else told.id,
        call_words="" if told is None else summary_of(told),
        mark=mark_out(ready.mark),
        measures=measures_out(ready),
        request=request_at(player_id, station),
    )
