"""What is read, typed or told as a number: limits, unit and step, once for core, contracts, page, docs."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from veltrin.core.checks import require

Unit = Literal["deg", "m", "mm", "m/s", "ft", "C", "%", "hPa", "balls", "layers", ""]

SCALES: dict[Unit, float] = {"deg": math.radians(1.0), "mm": 1e-3, "hPa": 100.0}
"""What one of a unit is in the core's own (rad, m, Pa); 1 where it isn't listed."""


@dataclass(frozen=True)
class Quantity:
    """A number that is asked for, by the path of its field in a contract. Limits and step in `unit`.

    `step`: how finely it is read at best by eye; pages move it by so much.
    """

    path: str
    words: str
    unit: Unit
    low: float
    high: float
    step: float

    @property
    def scale(self) -> float:
        """What one `unit` is in the core's own."""
        return SCALES.get(self.unit, 1.0)

    def require(self, value: float, field: str | None = None) -> float:
        """The value, in the core's own unit, if it is within the limits; else OutOfRangeError in the field's unit."""
        require(field or self.path, value / self.scale, self.low, self.high, self.unit)
        return value


QUANTITIES = {
    q.path: q
    for q in (
        Quantity("lie.fall_deg", "Fall", "deg", -20.0, 20.0, 0.5),
        Quantity("lie.side_deg", "Side slope", "deg", -20.0, 20.0, 0.5),
        Quantity("lie.sunk", "Depth of the ball", "balls", 0.0, 4.7, 0.05),
        Quantity("lie.wet", "Water on the ball", "", 0.0, 1.0, 0.1),
        Quantity("lie.grass_mm", "Height of the grass", "mm", 2.0, 200.0, 1.0),
        Quantity("lie.density", "Density of the grass", "", 0.0, 1.5, 0.05),
        Quantity("lie.give", "Softness of the ground", "", 0.0, 1.0, 0.01),
        Quantity("lie.sand_mm", "Depth of the sand", "mm", 5.0, 600.0, 5.0),
        Quantity("lie.lip_m", "Height of the lip", "m", 0.0, 5.0, 0.1),
        Quantity("lie.lip_at_m", "Distance to the lip", "m", 0.3, 30.0, 0.1),
        Quantity("lie.doubts.fall_deg", "Doubt of the fall", "deg", 0.0, 10.0, 0.1),
        Quantity("lie.doubts.side_deg", "Doubt of the side slope", "deg", 0.0, 10.0, 0.1),
        Quantity("lie.doubts.sunk", "Doubt of the depth", "balls", 0.0, 2.0, 0.05),
        Quantity("lie.doubts.give", "Doubt of the give", "", 0.0, 0.5, 0.01),
        Quantity("lie.doubts.density", "Doubt of the density", "", 0.0, 1.0, 0.05),
        Quantity("lie.measured.shares", "What was measured, over the usual", "", 0.2, 5.0, 0.01),
        Quantity("lie.measured.balls", "Balls that measured it", "", 1.0, 20.0, 1.0),
        Quantity("on_course", "Place on a course", "m", -5000.0, 5000.0, 0.1),
        Quantity("on_course.tree_high_m", "Height of a tree", "m", 0.3, 45.0, 0.5),
        Quantity("on_course.tree_crown_m", "Width of a tree's crown", "m", 0.3, 30.0, 0.5),
        Quantity("line.flag_m", "Flag", "m", 2.0, 400.0, 0.5),
        Quantity("line.flag_doubt_m", "Doubt of the distance", "m", 0.0, 100.0, 0.1),
        Quantity("line.green_front_m", "Front edge", "m", -50.0, 430.0, 0.5),
        Quantity("line.green_back_m", "Back edge", "m", 0.0, 460.0, 0.5),
        Quantity("line.green_width_m", "Width of the green", "m", 1.0, 120.0, 0.5),
        Quantity("line.green_speed_ft", "Green speed", "ft", 4.0, 16.0, 0.5),
        Quantity("line.green_wet", "Water on the green", "", 0.0, 1.0, 0.1),
        Quantity("line.firmness", "Firmness", "", 0.0, 1.0, 0.05),
        Quantity("line.fall_deg", "Green fall", "deg", -12.0, 12.0, 0.5),
        Quantity("line.side_deg", "Green side tilt", "deg", -12.0, 12.0, 0.5),
        Quantity("line.rise_m", "Height of the green", "m", -60.0, 60.0, 0.25),
        Quantity("line.land_m", "Landing place", "m", 1.0, 420.0, 0.5),
        Quantity("line.areas.points", "Corner of an area", "m", -400.0, 400.0, 0.5),
        Quantity("line.areas.fall_deg", "Fall of an area", "deg", -30.0, 30.0, 0.5),
        Quantity("line.areas.side_deg", "Side tilt of an area", "deg", -30.0, 30.0, 0.5),
        Quantity("line.obstacles.at_m", "Distance", "m", 0.3, 400.0, 0.5),
        Quantity("line.obstacles.deep_m", "Depth", "m", 0.05, 60.0, 0.5),
        Quantity("line.obstacles.high_m", "Top", "m", 0.05, 45.0, 0.1),
        Quantity("line.obstacles.low_m", "Foot", "m", -5.0, 40.0, 0.1),
        Quantity("line.obstacles.left_m", "Left end", "m", -200.0, 200.0, 0.5),
        Quantity("line.obstacles.right_m", "Right end", "m", -200.0, 200.0, 0.5),
        Quantity("air.temperature_c", "Temperature", "C", -20.0, 50.0, 1.0),
        Quantity("air.altitude_m", "Altitude", "m", -500.0, 5000.0, 10.0),
        Quantity("air.humidity_pct", "Humidity", "%", 0.0, 100.0, 5.0),
        Quantity("air.pressure_hpa", "Pressure", "hPa", 500.0, 1100.0, 1.0),
        Quantity("wind.speed_m_s", "Wind", "m/s", 0.0, 40.0, 0.5),
        Quantity("wind.gust_m_s", "Gusts", "m/s", 0.0, 70.0, 0.5),
        Quantity("wind.from_deg", "Direction of the wind", "deg", -360.0, 360.0, 5.0),
        Quantity("wind.bearing_deg", "Bearing of the line", "deg", -360.0, 360.0, 5.0),
        Quantity("wind.height_m", "Height of the wind reading", "m", 0.5, 50.0, 0.5),
        Quantity("wind.doubt_m_s", "Doubt of the wind", "m/s", 0.0, 10.0, 0.1),
        Quantity("ball_c", "Temperature of the ball", "C", -20.0, 50.0, 1.0),
        Quantity("layers", "Layers of clothes", "layers", 0.0, 4.0, 1.0),
    )
}
"""Every number of a question. What a player, a club or a booking is asked for stands in its contract."""


def within(path: str, value: float, field: str | None = None) -> float:
    """`value` (in the core's own unit) if the quantity at `path` may have it, else OutOfRangeError.

    `field`: what it was asked as, where that isn't the path.
    """
    return QUANTITIES[path].require(value, field)
