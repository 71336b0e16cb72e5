"""Use cases: saved days, one shot on two days, the day sheet, and the tables of the day."""

from __future__ import annotations

import math

from veltrin.core.air import BEAUFORT, EXPOSURES, Exposure, Wind, beaufort_speed
from veltrin.core.care import RAINS, Weather
from veltrin.core.day import GROWTHS, SAND_STATES, SEASONS, Day, Season, give_on, grown, wet_of
from veltrin.core.ground import COVERS
from veltrin.core.plan import CarriedOver, DayPlan, day_sheet, two_days
from veltrin.core.run import FIRMNESS
from veltrin.service.house.border import tell
from veltrin.service.house.errors import NotFoundError
from veltrin.service.house.turns import TURNS
from veltrin.service.players.players import find_stored
from veltrin.service.shot.contracts.day import (
    CarriedOut,
    CellOut,
    DayIn,
    DayOut,
    DaySheetRequest,
    DaySheetResponse,
    OnDayOut,
    SheetRowOut,
    TwoDaysRequest,
    TwoDaysResponse,
)
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.contracts.tables import AloftOut, DayTables, ExposureOut, ForceOut, GrassOut, SeasonOut
from veltrin.service.shot.contracts.world import AirIn, WindIn
from veltrin.service.shot.forms import DAY
from veltrin.service.shot.plan import question_of
from veltrin.service.shot.translate_plan import call_out, rows_out
from veltrin.service.shot.translate_question import lie_out
from veltrin.service.shot.translate_world import air_in, wind_in
from veltrin.store.engine import Store
from veltrin.store.repositories import days as day_rows
from veltrin.store.tables import DayRow

CALLS_SHOWN = 3

ALOFT_M = (0.0, 0.5, 1.0, 2.0, 3.0, 5.0, 7.0, 10.0, 15.0, 20.0, 30.0, 40.0)
"""Heights at which screens draw the wind."""


def day_in(day: DayIn, wind: WindIn | None = None) -> Day:
    """Contract to core; `wind` replaces the day's own."""
    return Day(
        name=day.name,
        air=air_in(day.air),
        wind=wind_in(day.wind if wind is None else wind),
        ball_c=day.ball_c,
        layers=day.layers,
        weather=Weather(day.rain, day.preferred),
        ground=day.ground,
        greens=day.greens,
        green_speed_ft=day.green_speed_ft,
        growth=day.growth,
        sand=day.sand,
    )


def _out(stored: DayRow) -> DayOut:
    day = DAY.open(stored.day_json)
    return DayOut(id=stored.id, saved_at=stored.saved_at, name=stored.name, day=day.value, problem=day.problem)


def list_days(store: Store) -> list[DayOut]:
    """Saved days by name."""
    with store.session() as session:
        return [_out(row) for row in day_rows.load_all(session)]


def save_day(store: Store, body: DayIn) -> DayOut:
    """Save a day; what the core would refuse is refused here."""
    day_in(body)
    with store.session() as session:
        return _out(day_rows.save(session, body.name, DAY.keep(body)))


def drop_day(store: Store, day_id: int) -> None:
    """Delete a saved day."""
    with store.session() as session:
        if not day_rows.delete(session, day_id):
            raise NotFoundError("day_id", f"There is no saved day {day_id}.", "Choose one from /api/days.")


def _carried(carried: CarriedOver | None) -> CarriedOut | None:
    return None if carried is None else tell(CarriedOut, carried, rows=rows_out(carried.rows))


def _request_on(request: PlanRequest, day: DayIn, wind: WindIn, there: DayPlan) -> PlanRequest:
    """The question of that day as a client would ask it."""
    lie, slope = there.question.lie, there.question.slope
    told = lie_out(lie, slope, {}).model_dump(include={"cover", "sunk", "wet", "give", "density", "grass_mm"})
    line = {
        "firmness": day.greens,
        "ground_firmness": day.ground,
        "green_speed_ft": day.green_speed_ft,
        "green_wet": there.question.line.landing.wet,
    }
    return request.model_copy(
        update={
            "lie": request.lie.model_copy(update=told),
            "line": request.line.model_copy(update=line),
            "air": day.air,
            "wind": wind,
            "ball_c": day.ball_c,
            "layers": day.layers,
            "rain": day.rain,
            "preferred": day.preferred,
        }
    )


@TURNS.taken()
def on_two_days(store: Store, body: TwoDaysRequest) -> TwoDaysResponse:
    """Plan one shot on two days, and strike each day's first call on the other."""
    question = question_of(store, body.request)
    bearing = body.request.wind.bearing_deg
    winds = [d.wind.model_copy(update={"bearing_deg": bearing}) for d in body.days]
    found = two_days(question, [day_in(d, w) for d, w in zip(body.days, winds, strict=True)])
    return TwoDaysResponse(
        days=[
            OnDayOut(
                name=day.name,
                request=_request_on(body.request, day, wind, there),
                calls=[call_out(c) for c in there.plan.calls[:CALLS_SHOWN]],
                carried=_carried(there.carried),
            )
            for day, wind, there in zip(body.days, winds, found, strict=True)
        ]
    )


@TURNS.taken()
def sheet_of(store: Store, body: DaySheetRequest) -> DaySheetResponse:
    """How far each club carries on that day."""
    player = find_stored(store, body.player_id).player
    read = body.day.wind
    winds = [
        Wind.from_direction(abs(v), 0.0 if v >= 0 else math.pi, read.height_m, read.exposure) for v in body.winds_m_s
    ]
    rows = day_sheet(player, day_in(body.day), winds, [math.radians(f) for f in body.falls_deg])
    return DaySheetResponse(
        winds_m_s=body.winds_m_s,
        falls_deg=body.falls_deg,
        rows=[
            SheetRowOut(
                club_id=row.club.id,
                club_name=row.club.name,
                stock_m=row.club.stock_carry_m,
                today=tell(CellOut, row.today),
                winds=[tell(CellOut, c) for c in row.winds],
                falls=[tell(CellOut, c) for c in row.slopes],
            )
            for row in rows
        ],
    )


def _season(name: str, season: Season) -> SeasonOut:
    day, air = season.day, season.day.air
    return SeasonOut(
        id=name,
        day=DayIn(
            name=day.name,
            air=AirIn(temperature_c=air.temperature_c, altitude_m=air.altitude_m, humidity_pct=air.humidity_pct),
            wind=WindIn(
                speed_m_s=season.wind_m_s, from_deg=season.wind_from_deg, by="compass", height_m=10.0, gust_m_s=None
            ),
            layers=day.layers,
            rain=day.weather.rain,
            preferred=day.weather.preferred,
            ground=day.ground,
            greens=day.greens,
            green_speed_ft=day.green_speed_ft,
            growth=day.growth,
            sand=day.sand,
        ),
    )


def _aloft(reading_height_m: float, exposure: Exposure) -> list[AloftOut]:
    read = Wind.from_direction(1.0, math.pi, reading_height_m, exposure)
    return [AloftOut(at_m=z, factor=round(read.at(z)[0], 3)) for z in ALOFT_M]


def day_tables() -> DayTables:
    """What screens look up about days: scales, words, and what ground and growth make of each cover."""
    grass = {
        growth: {
            c.name: GrassOut(mm=round(1000 * grown(c, growth)[0], 1), density=round(grown(c, growth)[1], 3))
            for c in COVERS.values()
        }
        for growth in GROWTHS
    }
    return DayTables(
        beaufort=[
            ForceOut(
                number=f.number,
                words=f.words,
                low_m_s=f.low_m_s,
                high_m_s=f.high_m_s,
                stands_for_m_s=round(beaufort_speed(f.number), 1),
                on_land=f.on_land,
                on_course=f.on_course,
            )
            for f in BEAUFORT
        ],
        exposures=[
            ExposureOut(name=n, words=w, roughness_m=z, hand=_aloft(2.0, n), mast=_aloft(10.0, n))
            for n, (w, z) in EXPOSURES.items()
        ],
        sands=list(SAND_STATES),
        give={ground: {c.name: round(give_on(c, ground), 3) for c in COVERS.values()} for ground in FIRMNESS},
        grass=grass,
        wet={rain: {ground: wet_of(rain, ground) for ground in FIRMNESS} for rain in RAINS},
        seasons=[_season(name, s) for name, s in SEASONS.items()],
    )
