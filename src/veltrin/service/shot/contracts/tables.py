"""Tables of the day that screens look up."""

from __future__ import annotations

from pydantic import Field

from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.day import DayIn


class ForceOut(Contract):
    """One force of the Beaufort scale: mean wind at 10 m over open ground, and its signs."""

    number: int
    words: str
    low_m_s: float
    high_m_s: float
    stands_for_m_s: float = Field(description="The one speed that stands for the force.")
    on_land: str
    on_course: str


class ExposureOut(Contract):
    """What stands about a line."""

    name: str
    words: str
    roughness_m: float
    hand: list[AloftOut] = Field(description="Over a reading at 2 m on the line itself.")
    mast: list[AloftOut] = Field(description="Over a reading at 10 m above open ground.")


class AloftOut(Contract):
    """Wind over the reading at a height above the ground."""

    at_m: float
    factor: float


class GrassOut(Contract):
    """Height and density of a cover's grass."""

    mm: float
    density: float


class SeasonOut(Contract):
    """A day as it often is; the course says how high it lies."""

    id: str
    day: DayIn


class DayTables(Contract):
    """Scales and words, and what each cover is like on each kind of day."""

    beaufort: list[ForceOut]
    exposures: list[ExposureOut]
    sands: list[str]
    give: dict[str, dict[str, float]] = Field(description="By ground, by cover.")
    grass: dict[str, dict[str, GrassOut]] = Field(description="By growth, by cover.")
    wet: dict[str, dict[str, float]] = Field(description="By rain, by ground.")
    seasons: list[SeasonOut]
