"""Ground that is measured by balls from it, and what was measured on a course."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from veltrin.core.course import GREENS_HOLD_DAYS
from veltrin.core.ground import CoverName
from veltrin.core.learn import FEWEST_BALLS, MOST_BALLS
from veltrin.core.run import Firmness
from veltrin.service.house.contracts.base import Contract, bounded
from veltrin.service.shot.contracts.plan import GroundMeasured, PlanRequest
from veltrin.service.shot.contracts.world import FirmnessShare


class StruckBallIn(Contract):
    """What was measured of a ball. Where its speed was, its carry adds nothing."""

    carry_m: float | None = Field(None, ge=1, le=350)
    ball_speed_m_s: float | None = Field(None, ge=1, le=100)
    spin_rpm: float | None = Field(None, ge=50, le=15_000)


class MeasureGround(Contract):
    """Balls struck with one call from one lie, those that failed (heavy, thin) left out."""

    request: PlanRequest = Field(description="The shot as it stands on the Bench: its lie is what is measured.")
    call_id: str = Field(max_length=120, description="The call that was played.")
    balls: list[StruckBallIn] = Field(min_length=FEWEST_BALLS, max_length=MOST_BALLS)


class MeasuredGroundOut(Contract):
    """What balls told of a ground. Changes of the carry are against such ground in general, for this stroke."""

    cover: CoverName
    words: str
    balls: int
    carry_pct: float = Field(description="How much further a ball carries; negative: shorter.")
    low_pct: float = Field(description="Eight in ten lie between this and `high_pct`.")
    high_pct: float
    takes_pct: float | None = Field(
        description="How much more such ground takes of a carry than in general; None where that is next to nothing."
    )


class GroundRead(MeasuredGroundOut):
    """What was just measured; nothing is kept yet. `counts`: by how much each ball counts, 1 an ordinary one."""

    counts: list[float]
    usual_m: float = Field(description="What clean balls of this call carry from such ground in general.")
    measured: GroundMeasured = Field(description="What a lie is asked with, to try it before it is kept.")


class CourseGroundOut(MeasuredGroundOut):
    """What is kept of a course."""

    measured_on: date
    is_used: bool
    holds_pct: float = Field(description="What of it still holds today: it goes back to the usual, half in 90 days.")


class KnownGroundOut(Contract):
    """What a lie in this cover is asked with today."""

    cover: CoverName
    measured: GroundMeasured


class KeepGround(Contract):
    """What is kept with a course: it replaces what was measured of that cover before."""

    version: int = Field(ge=1, le=2**31 - 1)
    measure: MeasureGround
    measured_on: date | None = Field(None, description="Default: today.")


class UseGround(Contract):
    """Whether plans on this course go by what was measured."""

    version: int = Field(ge=1, le=2**31 - 1)
    is_used: bool


class KeepGreens(Contract):
    """How the greens of a course were read: it replaces what was known of them before."""

    version: int = Field(ge=1, le=2**31 - 1)
    green_speed_ft: float = bounded("line.green_speed_ft")
    firmness: Firmness | FirmnessShare
    read_on: date | None = Field(None, description="Default: today.")
    is_used: bool = Field(True, description="Whether lines on this course go by it.")


class CourseGreensOut(Contract):
    """How the greens of a course were read."""

    green_speed_ft: float
    firmness: Firmness | float
    read_on: date
    is_used: bool
    holds: bool = Field(
        description=f"Whether it is taken to be so today: {GREENS_HOLD_DAYS} days from when it was read."
    )
