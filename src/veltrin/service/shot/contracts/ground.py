"""Covers and measuring helps."""

from __future__ import annotations

from pydantic import Field

from veltrin.core.course import GroundName
from veltrin.core.ground import CoverGroup, HelpField
from veltrin.core.hole import AreaKindName
from veltrin.service.house.contracts.base import Contract


class CoverOut(Contract):
    """What the ball may lie in or on."""

    name: str
    words: str
    group: CoverGroup
    mm: float = Field(description="Height of tips or rim, or how deep a ball can lie, mm.")
    density: float
    give: float
    usual_sunk: float


class TestStepOut(Contract):
    """One answer to a test, the value it stands for, and how far that is usually off."""

    words: str
    value: float | str
    doubt: float


class HelpOut(Contract):
    """A test on the spot."""

    id: str
    name: str
    how: str
    sets: HelpField
    steps: list[TestStepOut]


class PieceOut(Contract):
    """A kind of ground that a course is drawn of, and what it is on a line."""

    name: GroundName
    words: str
    kind: AreaKindName


class GroundOut(Contract):
    """All covers, the helps to read a lie with, and what a course is drawn of, from the bottom to the top."""

    covers: list[CoverOut]
    helps: list[HelpOut]
    pieces: list[PieceOut]


class RiseIn(Contract):
    """A rise held against a run."""

    rise_m: float = Field(ge=-18, le=18, description="Rise over the run, m; negative falls.")
    run_m: float = Field(ge=0.2, le=50, description="Length along the level, m.")


class SlopeOut(Contract):
    """A slope, and how far it is usually off."""

    slope_deg: float
    doubt_deg: float
