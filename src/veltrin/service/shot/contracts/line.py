"""The line from the ball to the flag, and what is drawn on it. Right is positive; lengths in m."""

from __future__ import annotations

from typing import Self

from pydantic import Field, model_validator

from veltrin.core.hole import AreaKindName, ObstacleName
from veltrin.core.plan import MOST_AREAS, MOST_CORNERS, MOST_OBSTACLES
from veltrin.core.run import Firmness, SurroundName, usual_edges
from veltrin.service.house.contracts.base import Contract, bounded
from veltrin.service.shot.contracts.world import FirmnessShare


class PointIn(Contract):
    """A place on the plan, m."""

    x_m: float = bounded("line.areas.points", description="Towards the flag.")
    y_m: float = bounded("line.areas.points", description="To the right of the line.")


class AreaIn(Contract):
    """A piece of ground drawn on the plan. Later ones lie on top."""

    kind: AreaKindName
    points: list[PointIn] = Field(min_length=3, max_length=200, description="Corners, in order.")
    fall_deg: float = bounded("line.areas.fall_deg", 0.0, "Its own tilt; positive falls away from the player.")
    side_deg: float = bounded("line.areas.side_deg", 0.0, "Positive falls to the right.")


class ObstacleIn(Contract):
    """Something that stands in the way: a box across the line, m from the ball and above the ground it stands on."""

    kind: ObstacleName
    at_m: float = bounded("line.obstacles.at_m", description="Distance of its near side.")
    deep_m: float = bounded("line.obstacles.deep_m", 1.0, "How far it reaches along the line.")
    high_m: float = bounded("line.obstacles.high_m", description="Its top.")
    low_m: float = bounded("line.obstacles.low_m", 0.0, "Its foot; above 0.3 m a rolling ball passes below.")
    left_m: float = bounded("line.obstacles.left_m", -200.0, "Its left end, m right of the line.")
    right_m: float = bounded("line.obstacles.right_m", 200.0, "Its right end.")

    @model_validator(mode="after")
    def _ends_in_order(self) -> Self:
        if self.left_m >= self.right_m:
            raise ValueError(f"left_m ({self.left_m:g}) must be less than right_m ({self.right_m:g}). Swap the ends.")
        if self.low_m >= self.high_m:
            raise ValueError(f"low_m ({self.low_m:g}) must be less than high_m ({self.high_m:g}). Give a lower foot.")
        return self


class LineIn(Contract):
    """From the ball to the flag and the green around it."""

    flag_m: float = bounded("line.flag_m", description="Distance to the flag, m.")
    flag_doubt_m: float | None = bounded(
        "line.flag_doubt_m", None, "How far that is usually off, by the way it was measured; default: as it is paced."
    )
    green_front_m: float | None = bounded(
        "line.green_front_m", None, "Front edge; default 8 m before the flag, from near by 0.6 of the way."
    )
    green_back_m: float | None = bounded("line.green_back_m", None, "Back edge; default 10 m behind the flag.")
    surround: SurroundName = Field("fairway", description="Around the green.")
    green_speed_ft: float = bounded("line.green_speed_ft", 9.5, "Green speed, ft.")
    firmness: Firmness | FirmnessShare = Field("medium", description="A word, or 0 (sodden) to 1 (hard).")
    ground_firmness: Firmness | FirmnessShare | None = Field(
        None, description="Firmness of everything but the green; default: as the green."
    )
    green_wet: float = bounded("line.green_wet", 0.0, "Water on green and ground: 0 dry to 1 soaked.")
    fall_deg: float = bounded("line.fall_deg", 0.0, "Tilt of the green; positive falls away from the player.")
    side_deg: float = bounded("line.side_deg", 0.0, "Tilt of the green; positive falls to the right.")
    green_width_m: float | None = bounded(
        "line.green_width_m", None, "Width of the green; default four fifths of its depth, 10 m at least."
    )
    rise_m: float = bounded("line.rise_m", 0.0, "Green above the ball; negative: below it.")
    land_m: float | None = bounded(
        "line.land_m", None, "Where it is to land; default: worked out, to finish at the flag."
    )
    areas: list[AreaIn] = Field(default_factory=list, max_length=MOST_AREAS)
    obstacles: list[ObstacleIn] = Field(default_factory=list, max_length=MOST_OBSTACLES)

    def edges(self) -> tuple[float, float]:
        """Front and back edge of the green (m); one that was not read is where it usually is around the flag."""
        front, back = usual_edges(self.flag_m)
        return (
            front if self.green_front_m is None else self.green_front_m,
            back if self.green_back_m is None else self.green_back_m,
        )

    @model_validator(mode="after")
    def _edges_in_order(self) -> Self:
        front, back = self.edges()
        if front >= back:
            raise ValueError(
                f"green_back_m ({back:g} m) must lie beyond green_front_m ({front:g} m). Move one of the edges."
            )
        corners = sum(len(area.points) for area in self.areas)
        if corners > MOST_CORNERS:
            raise ValueError(f"areas have {corners} corners: at most {MOST_CORNERS} in all. Draw them with fewer.")
        if self.land_m is not None and self.land_m > self.flag_m + 20:
            raise ValueError(
                f"land_m ({self.land_m:g} m) lies more than 20 m beyond the flag. Bring the landing place nearer."
            )
        return self
