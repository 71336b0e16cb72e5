"""What many books say of the laws' numbers. Shares of 1; `low` to `high` holds it in eight of ten cases."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from veltrin.service.house.contracts.base import Contract


class NumberOut(Contract):
    """One number of a law, as a share of the usual one."""

    id: str
    words: str
    share: float
    low: float
    high: float
    doubt_left: float = Field(description="What part of the doubt there was before is left.")
    is_measured: bool = Field(description="Whether the books measured it; if not, it stays as usual.")


class GroupOut(Contract):
    """Clean balls of one kind."""

    name: str
    balls: int
    off: float = Field(description="How much further than by the usual numbers they went (speed) or spun.")
    moved: float = Field(description="How much of that the measured numbers explain.")
    low: float
    high: float
    left: float = Field(description="What is left with the measured numbers.")


class CleanRateOut(Contract):
    """How often strikes are clean."""

    name: str
    strikes: int
    seen: float
    usual: float
    now: float


class DifferOut(Contract):
    """How far players differ beside what is true of all, one standard deviation."""

    words: str
    share: float


class LeftOutOut(Contract):
    """Players who were left out in turn, and how well their shots were foretold."""

    players: int
    better: int = Field(description="For so many of them carries came nearer.")
    off_usual: float = Field(description="How far carries were off on average with the usual numbers.")
    off_now: float
    helps: bool = Field(description="Whether players who had no part in it are foretold better, beyond luck.")


class PlannedOut(Contract):
    """The first call of a shot."""

    call: str
    strokes: float
    clean: float


class ComparedOut(Contract):
    """One shot planned by the usual and by the measured numbers."""

    words: str
    handicap: float
    flag_m: float
    usual: PlannedOut
    now: PlannedOut


class CalibrationBody(Contract):
    """Everything that is kept of a calibration. It names nobody."""

    coaches: int
    players: int
    shots: int
    balls: int
    numbers: list[NumberOut]
    by_cover: list[GroupOut]
    by_family: list[GroupOut]
    by_wet: list[GroupOut] = Field(description="Of their spin.")
    cleans_by_cover: list[CleanRateOut]
    cleans_by_level: list[CleanRateOut]
    differ: list[DifferOut]
    left_out: LeftOutOut
    picked: list[str] = Field(description="What made books look picked, one entry a player who was left out.")
    compared: list[ComparedOut]
    not_measured: list[str]


class CalibrationRowOut(Contract):
    """A calibration that is offered to the coach who asks."""

    id: int
    made_at: datetime
    academy: str | None = Field(description="None: from this coach's own books.")
    coaches: int
    players: int
    shots: int
    measured: int = Field(description="So many numbers were measured.")
    helps: bool
    is_taken: bool
    is_of_today: bool = Field(description="Measured against the laws of this Veltrin; if not, it can't be used.")


class OfferedOut(Contract):
    """What is offered, newest first; how many booked shots are still to be compared with the numbers in use."""

    calibrations: list[CalibrationRowOut]
    waiting: int


class CalibrationOut(CalibrationRowOut):
    """A calibration in full."""

    body: CalibrationBody


class TakeIn(Contract):
    """Whether one's plans go by it."""

    taken: bool
