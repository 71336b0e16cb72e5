"""The line between contract (right positive, degrees) and core (left positive, radians)."""

from __future__ import annotations

from veltrin.core.hole import Area, Obstacle, kind_named, obstacle_named
from veltrin.core.plan import Line
from veltrin.core.run import FIRMNESS, Firmness, Landing, surface_named, usual_width
from veltrin.service.house.border import deg, neat, rad
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


def firmness_out(share: float) -> Firmness | float:
    """A firmness in its word where it has one."""
    return next((word for word, value in FIRMNESS.items() if abs(value - share) < 1e-6), share)


def line_out(line: Line) -> LineIn:
    """Core to contract."""
    green = line.landing
    return LineIn(
        flag_m=line.flag_m,
        green_front_m=green.front_m,
        green_back_m=green.back_m,
        green_width_m=green.width_m,
        surround=green.surround.name,
        green_speed_ft=green.green_speed_ft,
        firmness=firmness_out(green.firmness),
        ground_firmness=None if green.ground_firmness is None else firmness_out(green.ground_firmness),
        green_wet=green.wet,
        fall_deg=neat(deg(green.fall_rad)),
        side_deg=neat(-deg(green.side_rad)),
        rise_m=green.rise_m,
        land_m=line.land_m,
        areas=[area_out(area) for area in line.areas],
        obstacles=[obstacle_out(obstacle) for obstacle in line.obstacles],
    )


def area_out(area: Area) -> AreaIn:
    """Core to contract."""
    points = [PointIn(x_m=x, y_m=neat(-y)) for x, y in area.ring]
    return AreaIn(
        kind=area.kind.name, points=points, fall_deg=neat(deg(area.fall_rad)), side_deg=neat(-deg(area.side_rad))
    )


def obstacle_out(o: Obstacle) -> ObstacleIn:
    """Core to contract."""
    return ObstacleIn(
        kind=o.kind.name,
        at_m=o.at_m,
        deep_m=o.deep_m,
        high_m=o.high_m,
        low_m=o.low_m,
        left_m=neat(-o.left_m),
        right_m=neat(-o.right_m),
    )
