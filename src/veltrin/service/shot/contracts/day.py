"""A day on the course, one shot on two days, the day sheet."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field

from veltrin.core.care import Rain
from veltrin.core.day import Growth
from veltrin.core.ground import SandName
from veltrin.core.run import Firmness
from veltrin.service.house.contracts.base import Contract, bounded
from veltrin.service.shot.contracts.plan import CallOut, LedgerRowOut, OddsOut, PlanRequest
from veltrin.service.shot.contracts.sky import BallTemperature, Layers
from veltrin.service.shot.contracts.world import AirIn, WindIn


class DayIn(Contract):
    """Weather, ground and greens of one day."""

    name: str = Field("Today", min_length=1, max_length=60, description="What you call it.")
    air: AirIn = AirIn()
    wind: WindIn = WindIn()
    ball_c: BallTemperature = None
    layers: Layers = 0
    rain: Rain = "none"
    preferred: bool = Field(False, description="Preferred lies are in force.")
    ground: Firmness = Field("medium", description="How firm everything but the greens is.")
    greens: Firmness = "medium"
    green_speed_ft: float = bounded("line.green_speed_ft", 9.5, "Green speed when dry, ft.")
    growth: Growth = Field("usual", description="How unmown grass stands.")
    sand: SandName = Field("sand", description="State of the bunkers.")


class DayOut(Contract):
    """A saved day."""

    id: int
    saved_at: datetime
    name: str
    day: DayIn | None = Field(description="None: it can't be opened, and `problem` says why.")
    problem: str = ""


class TwoDaysRequest(Contract):
    """The same lie and line on two days. Winds by compass are turned by the bearing of the request's own wind."""

    request: PlanRequest
    days: list[DayIn] = Field(min_length=2, max_length=2)


class StruckOut(Contract):
    """What one stroke does on one day, m along the way to the target."""

    carry_m: float
    run_m: float
    finish_m: float
    apex_m: float
    spin_rpm: float
    odds: OddsOut


class CarriedOut(Contract):
    """A day's first call struck the very same way on the other day; rows lead from finish to finish."""

    call_id: str
    here: StruckOut
    there: StruckOut
    rows: list[LedgerRowOut]


class OnDayOut(Contract):
    """One of the two days."""

    name: str
    request: PlanRequest = Field(description="The same shot as it is on that day.")
    calls: list[CallOut] = Field(description="The three best calls, best first.")
    carried: CarriedOut | None


class TwoDaysResponse(Contract):
    """Both days, in the order asked."""

    days: list[OnDayOut]


Step = Annotated[float, Field(ge=-20, le=20)]


class DaySheetRequest(Contract):
    """Whose bag, which day, and the steps of wind (m/s, headwind positive) and fall (deg, downhill positive)."""

    player_id: str = Field(max_length=40)
    day: DayIn
    winds_m_s: list[Step] = Field([9.0, 6.0, 3.0, -3.0, -6.0, -9.0], max_length=12)
    falls_deg: list[Step] = Field([10.0, 5.0, -5.0, -10.0], max_length=12)


class CellOut(Contract):
    """Carry of a full stock swing (null: it won't get up, or is blown back), and what this club's stock distance plays
    as (null: beyond the bag).
    """

    carry_m: float | None
    plays_as_m: float | None


class SheetRowOut(Contract):
    """One club."""

    club_id: str
    club_name: str
    stock_m: float
    today: CellOut
    winds: list[CellOut]
    falls: list[CellOut]


class DaySheetResponse(Contract):
    """One row for each club that is swung, in bag order."""

    winds_m_s: list[float]
    falls_deg: list[float]
    rows: list[SheetRowOut]
