"""The field book: shots as they are booked, listed, summed up and learnt from. Right is positive out here."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal, Self

from pydantic import Field, model_validator

from veltrin.core.learn import Decides, Miss
from veltrin.service.house.contracts.base import Contract, Moment
from veltrin.service.shot.contracts.plan import PlanRequest, Points
from veltrin.service.shot.contracts.world import AirIn

Purpose = Literal["shot", "stock", "trial", "practice"]
Source = Literal["hand", "monitor", "import"]

BookingId = Annotated[str, Field(pattern=r"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$", description="A UUID.")]


CARRY_M = (0.0, 350.0)
SIDE_M = (-150.0, 150.0)
PAST_M = (-350.0, 350.0)
BALL_SPEED_M_S = (0.5, 110.0)
LAUNCH_DEG = (-10.0, 80.0)
SPIN_RPM = (0.0, 20000.0)
DESCENT_DEG = (0.0, 90.0)
HEEL_MM = (-60.0, 60.0)
UP_MM = (-10.0, 70.0)
TURF_CM = (-30.0, 30.0)
"""What may be booked, and so what is stored, exported and read."""


def within(bounds: tuple[float, float], default: Any = ..., description: str | None = None, factor: float = 1.0) -> Any:
    """A number between bounds; `factor` takes them to another unit."""
    return Field(default, ge=bounds[0] * factor, le=bounds[1] * factor, description=description)


class MeasuredIn(Contract):
    """What was measured in flight; nothing that wasn't."""

    ball_speed_m_s: float | None = within(BALL_SPEED_M_S, None)
    launch_deg: float | None = within(LAUNCH_DEG, None)
    spin_rpm: float | None = within(SPIN_RPM, None)
    descent_deg: float | None = within(DESCENT_DEG, None)


class BookingIn(Contract):
    """A struck shot: what was meant, and what was seen of it. What wasn't looked at is left out.

    A shot: `request` and `call_id`. A stock shot: `club_id`, and the air if it was measured outdoors. A trial's ball:
    `trial_id` and `arm`. A ball of a session that has begun: `practice_id`, `part`, `station`, and whether it was a
    `hit`.
    """

    player_id: str = Field(min_length=1, max_length=40)
    booked_at: Moment | None = Field(None, description="When it was struck; default: now.")
    source: Source = "hand"
    purpose: Purpose = "shot"
    request: PlanRequest | None = None
    call_id: str | None = Field(None, max_length=60)
    club_id: str | None = Field(None, max_length=24)
    air: AirIn = AirIn()
    trial_id: BookingId | None = None
    arm: Literal["a", "b"] | None = None
    practice_id: BookingId | None = None
    part: int | None = Field(None, ge=0, le=99, description="Which drill of the session, from 0.")
    station: int | None = Field(None, ge=0, le=99, description="Which station of the drill, from 0.")
    hit: bool | None = Field(None, description="Whether it was within the station's mark.")
    carry_m: float | None = within(CARRY_M, None, "Where it landed, along the line to its target.")
    carry_side_m: float | None = within(SIDE_M, None, "How far right of that line it landed.")
    past_m: float | None = within(
        PAST_M, None, "Where it finished, past the target of the call (short of it negative)."
    )
    side_m: float | None = within(SIDE_M, None, "How far right of the line it finished.")
    measured: MeasuredIn = MeasuredIn()
    heel_mm: float | None = within(HEEL_MM, None, "Where the face met it: towards the heel.")
    up_mm: float | None = within(UP_MM, None, "And up from the lowest groove.")
    turf_cm: float | None = within(TURF_CM, None, "Where the turf was met, ahead of the ball.")
    misses: list[Miss] = Field(default_factory=list, max_length=5)
    note: str = Field("", max_length=500)
    holed: bool = False
    putts: int | None = Field(None, ge=0, le=9, description="Putts it took from where it finished.")
    chipped_again: bool | None = Field(None, description="The next one was a chip again.")
    counts: bool = Field(True, description="Whether it may be learnt from; false: it is only measured.")
    former_lie: bool = Field(
        False,
        description="The call was made for an earlier lie, as nobody answered for this one. What was to be expected "
        "of it is worked out again; where it can't be played from this lie the shot is booked as only measured.",
    )
    photographs: list[BookingId] = Field(
        default_factory=list, max_length=4, description="Photographs of its lie that are kept already."
    )

    @model_validator(mode="after")
    def _whole(self) -> Self:
        wanted = {
            "shot": ("request", "call_id"),
            "stock": ("club_id",),
            "trial": ("trial_id", "arm"),
            "practice": ("practice_id", "part", "station", "hit"),
        }[self.purpose]
        for name in wanted:
            if getattr(self, name) is None:
                raise ValueError(f"A {self.purpose} is booked with {' and '.join(wanted)}; {name} is missing.")
        if self.request is not None and self.request.player_id != self.player_id:
            raise ValueError("request.player_id must be the player_id of the booking.")
        return self


class BookingOut(Contract):
    """A booked shot, as planned and as seen."""

    id: str
    player_id: str
    booked_at: datetime
    source: Source
    purpose: Purpose
    trial_id: str | None
    arm: Literal["a", "b"] | None
    practice_id: str | None
    drill_name: str | None = Field(description="Of a ball of a practice session.")
    hit: bool | None
    club_id: str
    club_name: str
    cover: str
    slope: str = Field(description="level, or down, up, above and below the feet.")
    lie_words: str
    method_id: str
    method_name: str
    call_id: str
    target_m: float
    expected_carry_m: float
    expected_total_m: float
    carry_m: float | None
    carry_side_m: float | None
    total_m: float | None
    past_m: float | None
    side_m: float | None
    measured: MeasuredIn
    heel_mm: float | None
    up_mm: float | None
    turf_cm: float | None
    misses: list[Miss]
    note: str
    holed: bool
    putts: int | None
    chipped_again: bool | None
    end_words: str | None = Field(description="The ground it ended on.")
    lost: float | None = Field(description="Strokes it cost more than the plan expected.")
    counts: bool = Field(description="Whether it is learnt from.")
    far_off: bool = Field(description="So far from what was expected that it doesn't count until you say so.")
    former_lie: bool = Field(
        description="Whether the call was made for an earlier lie than the one it was struck from."
    )
    course: str = Field(description="What the course is called that it was struck on; empty: none is known.")
    hole: str
    from_east_m: float | None = Field(description="Where it was struck from, of the course's middle.")
    from_north_m: float | None
    end_east_m: float | None = Field(description="Where it finished.")
    end_north_m: float | None
    has_question: bool = Field(description="Whether the question it was planned by is kept: it can be opened again.")


class CountsIn(Contract):
    """Whether a booked shot is learnt from."""

    counts: bool


class BookPage(Contract):
    """Some of a player's booked shots, newest first."""

    total: int
    rows: list[BookingOut]


class RateOut(Contract):
    """So many of so many, and the interval that holds the true rate eight times in ten."""

    hits: int
    of: int
    low_pct: float
    high_pct: float


class LieRateOut(Contract):
    """What the shots from one kind of lie come to."""

    cover: str
    slope: str
    words: str
    shots: int
    on: RateOut = Field(description="On the green at the first try.")
    on_and_two: RateOut = Field(description="On, and two putts or better.")
    again: RateOut = Field(description="Chipped twice: should be never.")
    up_and_down: RateOut
    lost: float | None = Field(description="Strokes lost against the plan, a shot.")
    lost_within: float | None = Field(description="Half the interval that holds the true mean eight times in ten.")


class PointOut(Contract):
    """One shot for the drawings (m)."""

    id: str
    cover: str
    expected_carry_m: float
    expected_total_m: float
    carry_m: float | None
    total_m: float | None
    past_m: float | None
    side_m: float | None


class StretchOut(Contract):
    """A stretch of the trend."""

    first: datetime
    last: datetime
    shots: int
    lost: float | None
    length_pct: float | None = Field(description="Length against what was expected.")


class KindOut(Contract):
    """Something to filter by."""

    id: str
    words: str


class HoleKindOut(Contract):
    """A hole to filter by."""

    course: str
    hole: str


class BookSummary(Contract):
    """Predicted against actual, by kind of lie, over time."""

    total: int
    covers: list[KindOut]
    methods: list[KindOut]
    clubs: list[KindOut]
    holes: list[HoleKindOut] = Field(description="That shots were booked on.")
    lies: list[LieRateOut]
    points: list[PointOut]
    along_sd_m: float | None = Field(description="Expected spread along the line, of the middle one of these shots.")
    across_sd_m: float | None
    trend: list[StretchOut]


class BallIn(Contract):
    """What was seen of one ball."""

    misses: list[Miss] = Field(default_factory=list, max_length=5)
    heel_mm: float | None = within(HEEL_MM, None)
    turf_cm: float | None = within(TURF_CM, None)
    past_m: float | None = within(PAST_M, None)
    side_m: float | None = within(SIDE_M, None)
    carry_m: float | None = within(CARRY_M, None)


class FaultRequest(Contract):
    """A call, and what was seen of it, ball by ball."""

    request: PlanRequest
    call_id: str = Field(min_length=1, max_length=60)
    balls: list[BallIn] = Field(min_length=1, max_length=10)

    @model_validator(mode="after")
    def _something_seen(self) -> Self:
        told = ("heel_mm", "turf_cm", "past_m", "side_m", "carry_m")
        if not any(b.misses or any(getattr(b, name) is not None for name in told) for b in self.balls):
            raise ValueError("Say what was seen: a miss, where it finished, or where face or turf was met.")
        return self


class ShapeOut(Contract):
    """What one stroke with an error, and no scatter, looks like: flight, run, and the head in section."""

    flight: Points
    run: Points
    low_point_m: float = Field(description="Lowest point of the arc, ahead of the ball.")
    edge_m: float = Field(description="Leading edge above the ball's bottom as it reaches the ball.")
    early_m: float = Field(description="In the ground so far behind the ball.")
    entry_m: float = Field(description="Splash: goes in so far behind the ball.")
    mark_m: float
    mark_depth_m: float
    heel_m: float = Field(description="Met so far towards the heel.")


class CauseOut(Contract):
    """A likely cause: how likely, the sign to look for, the cure, what it looks like."""

    id: str
    words: str
    sign: str
    cure: str
    share_pct: float
    shape: ShapeOut


class FaultResponse(Contract):
    """Causes, likeliest first. `chance_pct`: how likely it was an ordinary miss with nothing to cure."""

    causes: list[CauseOut]
    chance_pct: float
    planned: ShapeOut
    meant_m: float = Field(description="Where the stroke is meant to finish.")
    long_m: float = Field(description="So far past or short of it counts as long or short.")
    wide_m: float = Field(description="So far beside the target counts as left or right.")


class TrialNew(Contract):
    """Two calls for one shot, so many balls each."""

    name: str = Field("", max_length=80)
    request: PlanRequest
    a_call: str = Field(min_length=1, max_length=60)
    b_call: str = Field(min_length=1, max_length=60)
    balls_each: int = Field(12, ge=2, le=60)
    decides: Decides = Field("strokes", description="The measure that names a winner; all others describe.")


class TrialSize(Contract):
    """What a trial of so many balls each can tell, by the spread that the model gives both ways."""

    unit: str
    matters: float = Field(description="The smallest difference worth having.")
    tells: float = Field(description="The smallest that so many balls find four times in five.")
    needed: int | None = Field(description="Balls each that find what matters four times in five; None: too many.")
    words: str


class MeasureOut(Contract):
    """One measure of both ways; `decides`: it is the one that names a winner."""

    name: str
    unit: str
    shots_a: int
    shots_b: int
    mean_a: float
    mean_b: float
    sd_a: float
    sd_b: float
    difference: float = Field(description="b less a.")
    low: float
    high: float
    decides: bool


class FinishedOut(Contract):
    """Where a ball of a trial finished against the target, m: past it and right of it positive."""

    arm: Literal["a", "b"]
    past_m: float
    side_m: float


class CloudOut(Contract):
    """The mean finish of one way, m, and within how much of it the true mean lies nine times of ten."""

    arm: Literal["a", "b"]
    past_m: float
    past_within_m: float
    side_m: float
    side_within_m: float


class TrialOut(Contract):
    """A trial with what it has shown so far."""

    id: BookingId
    player_id: str
    name: str
    made_at: datetime
    a_call: str
    b_call: str
    a_words: str
    b_words: str
    order: list[Literal["a", "b"]]
    decides: Decides
    struck: int
    next_arm: Literal["a", "b"] | None
    verdict: Literal["a", "b", "same", "open"] = Field(
        description="By the deciding measure, at a look that was planned."
    )
    fell_at: int | None = Field(description="Balls each after which it fell; None: it hasn't.")
    next_look: int | None = Field(description="Balls each at which it is looked at next.")
    words: str = Field(description="What can be said, and when more can be.")
    measures: list[MeasureOut]
    balls: list[FinishedOut] = Field(description="Where its balls finished, in the order struck.")
    clouds: list[CloudOut] = Field(description="Of each way with two balls or more.")
    request: PlanRequest | None = Field(description="None: it can't be opened, and `problem` says why.")
    problem: str = ""
