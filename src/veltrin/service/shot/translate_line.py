"""The line between contract (right positive, degrees) and core (left positive, radians)."""

from __future__ import annotations

from math import degrees as deg
from math import radians as rad

from veltrin.core.hole import Area, Obstacle, kind_named, obstacle_named
from veltrin.core.plan import Line
from veltrin.core.run import FIRMNESS, Landing, surface_named, usual_width
from veltrin.service.shot.contracts.line import AreaIn, LineIn, ObstacleIn, PointIn
from veltrin.service.shot.translate_world import firmness_share


def line_in(line: LineIn) -> Line:
    """Contract to core; missing edges are put around the flag."""
    front, back = line.edges()
    landing = Landing(
        front_m=front,
        back_m=back,
        surround=surface_named(line.surround),
        firmness=firmness_share(line.firmness),
        ground_firmness=None if line.ground_firmness is None else firmness_share(line.ground_firmness),
        wet=line.green_wet,
        green_speed_ft=line.green_speed_ft,
        fall_rad=rad(line.fall_deg),
        side_rad=-rad(line.side_deg),
        width_m=usual_width(front, back) if line.green_width_m is None else line.green_width_m,
        rise_m=line.rise_m,
    )
    return Line(
        line.flag_m,
        landing,
        areas=tuple(area_in(a) for a in line.areas),
        obstacles=tuple(obstacle_in(o) for o in line.obstacles),
        land_m=line.land_m,
    )


def area_in(area: AreaIn) -> Area:
    """Contract to core."""
    ring = tuple((p.x_m, -p.y_m) for p in area.points)
    return Area(kind_named(area.kind), ring, rad(area.fall_deg), -rad(area.side_deg))


def obstacle_in(o: ObstacleIn) -> Obstacle:
    """Contract to core."""
    return Obstacle(obstacle_named(o.kind), o.at_m, o.deep_m, o.high_m, o.low_m, -o.left_m, -o.right_m)


def _plain(value: float, digits: int = 2) -> float:
    return round(value, digits) + 0.0


def line_out(line: Line) -> LineIn:
    """Core to contract, for a line that was imported."""
    green = line.landing
    told = {
        "flag_m": _plain(line.flag_m),
        "green_front_m": _plain(green.front_m),
        "green_back_m": _plain(green.back_m),
        "green_width_m": _plain(green.width_m),
        "surround": green.surround.name,
        "green_speed_ft": _plain(green.green_speed_ft),
        "firmness": next((w for w, v in FIRMNESS.items() if abs(v - green.firmness) < 1e-6), _plain(green.firmness, 3)),
        "fall_deg": _plain(deg(green.fall_rad)),
        "side_deg": _plain(-deg(green.side_rad)),
        "rise_m": _plain(green.rise_m),
        "land_m": None if line.land_m is None else _plain(line.land_m),
        "areas": [
            {
                "kind": a.kind.name,
                "points": [PointIn(x_m=_plain(x), y_m=_plain(-y)) for x, y in a.ring],
                "fall_deg": _plain(deg(a.fall_rad)),
                "side_deg": _plain(-deg(a.side_rad)),
            }
            for a in line.areas
        ],
        "obstacles": [
            {
                "kind": o.kind.name,
                "at_m": _plain(o.at_m),
                "deep_m": _plain(o.deep_m),
                "high_m": _plain(o.high_m),
                "low_m": _plain(o.low_m),
                "left_m": _plain(-o.left_m),
                "right_m": _plain(-o.right_m),
            }
            for o in line.obstacles
        ],
    }
    return LineIn.model_validate(told)
