"""The launch monitor: whether it is heard, what is meant, what landed."""

from __future__ import annotations

from pydantic import Field

from veltrin.devices.line_link import LinkState
from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.plan import PlanRequest


class MonitorIn(Contract):
    """Listen to a monitor on a port of this machine, or stop."""

    on: bool
    port: int | None = Field(None, ge=1, le=65535)


class MeantIn(Contract):
    """The stroke that is meant: a call of a question, or a club's stock shot. The monitor is told."""

    player_id: str = Field(min_length=1, max_length=40)
    request: PlanRequest | None = None
    call_id: str | None = Field(None, max_length=60)
    club_id: str | None = Field(None, max_length=24)


class LandedOut(Contract):
    """One shot that the monitor measured; right of the target line is positive."""

    seq: int
    ball_speed_m_s: float
    launch_deg: float
    direction_deg: float
    spin_rpm: float | None
    carry_m: float
    side_m: float
    total_m: float | None
    total_side_m: float | None
    descent_deg: float | None
    heel_mm: float | None


class MonitorOut(Contract):
    """State of the link, and the shots heard after the one asked for."""

    state: LinkState
    port: int
    name: str
    meant: str = Field(description="Club the monitor was told of; empty: nothing yet.")
    shots: list[LandedOut]
    refused: int
    problem: str
