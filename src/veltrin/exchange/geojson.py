"""Lines as GeoJSON (RFC 7946): in metres in the line's own frame, or in WGS 84 when an origin is given.

Local frame: x to the flag, y to the left. With an origin, longitude and latitude of the ball and the bearing of the
line are known, and places are projected (azimuthal equidistant about the ball, PROJ).
"""

from __future__ import annotations

import json
import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, cast

from pyproj import Geod, Transformer

from veltrin.core.checks import require
from veltrin.core.errors import DomainError
from veltrin.core.hole import Area, Obstacle, kind_named, obstacle_named
from veltrin.core.plan import Line
from veltrin.core.run import Landing, Ring, oval, surface_named, usual_edges, usual_width

MOST_FEATURES = 80
MOST_BYTES = 1_000_000


@dataclass(frozen=True)
class Origin:
    """Where the ball lies on the earth, and where the line points (deg clockwise from north)."""

    longitude: float
    latitude: float
    bearing_deg: float

    def __post_init__(self) -> None:
        require("origin.longitude", self.longitude, -180.0, 180.0, "deg")
        require("origin.latitude", self.latitude, -85.0, 85.0, "deg")
        require("origin.bearing_deg", self.bearing_deg, -360.0, 360.0, "deg")


Place = tuple[float, float]
Move = Callable[[float, float], Place]


def _projection(origin: Origin) -> str:
    return f"+proj=aeqd +lat_0={origin.latitude!r} +lon_0={origin.longitude!r} +datum=WGS84 +units=m"


def _outwards(origin: Origin | None) -> Move:
    """From the line's frame to coordinates as written."""
    if origin is None:
        return lambda x, y: (round(x, 3), round(y, 3))
    to_earth = Transformer.from_crs(_projection(origin), "EPSG:4326", always_xy=True)
    b = math.radians(origin.bearing_deg)

    def move(x: float, y: float) -> Place:
        east, north = x * math.sin(b) - y * math.cos(b), x * math.cos(b) + y * math.sin(b)
        lon, lat = to_earth.transform(east, north)
        return round(lon, 8), round(lat, 8)

    return move


def _inwards(origin: Origin | None) -> Move:
    if origin is None:
        return lambda x, y: (x, y)
    to_local = Transformer.from_crs("EPSG:4326", _projection(origin), always_xy=True)
    b = math.radians(origin.bearing_deg)

    def move(lon: float, lat: float) -> Place:
        east, north = to_local.transform(lon, lat)
        return east * math.sin(b) + north * math.cos(b), -east * math.cos(b) + north * math.sin(b)

    return move


def _point(x: float, move: Move) -> dict[str, Any]:
    return {"type": "Point", "coordinates": list(move(x, 0.0))}


def _polygon(ring: Ring, move: Move) -> dict[str, Any]:
    corners = [list(move(x, y)) for x, y in ring]
    return {"type": "Polygon", "coordinates": [[*corners, corners[0]]]}


def _feature(role: str, geometry: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"type": "Feature", "geometry": geometry, "properties": {"role": role, **more}}


def write_line(line: Line, name: str, origin: Origin | None = None) -> dict[str, Any]:
    """A line as a FeatureCollection: ball, flag, green, areas, things in the way."""
    move, green = _outwards(origin), line.landing
    features = [
        _feature("ball", _point(0.0, move)),
        _feature("flag", _point(line.flag_m, move)),
        _feature(
            "green",
            _polygon(oval(green.front_m, green.back_m, green.width_m), move),
            front_m=green.front_m,
            back_m=green.back_m,
            width_m=green.width_m,
            rise_m=green.rise_m,
            fall_deg=math.degrees(green.fall_rad),
            left_deg=math.degrees(green.side_rad),
            speed_ft=green.green_speed_ft,
            firmness=green.firmness,
            surround=green.surround.name,
        ),
    ]
    features += [
        _feature(
            "area",
            _polygon(a.ring, move),
            kind=a.kind.name,
            fall_deg=math.degrees(a.fall_rad),
            left_deg=math.degrees(a.side_rad),
        )
        for a in line.areas
    ]
    features += [
        _feature("obstacle", _polygon(o.footprint, move), kind=o.kind.name, low_m=o.low_m, high_m=o.high_m)
        for o in line.obstacles
    ]
    if line.land_m is not None:
        features.append(_feature("landing place", _point(line.land_m, move)))
    frame: dict[str, Any] = {"kind": "local metres"}
    if origin is not None:
        frame = {"kind": "WGS 84", "origin": [origin.longitude, origin.latitude], "bearing_deg": origin.bearing_deg}
    return {"type": "FeatureCollection", "name": name, "frame": frame, "features": features}


def _refuse(problem: str, fix: str) -> DomainError:
    return DomainError("geojson", problem, fix)


def _number(value: object, where: str) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not abs(value) < 1e9:
        raise _refuse(f"{where} is not a number.", "Give a finite number.")
    return float(value)


def _place(coordinates: object, where: str) -> Place:
    if not isinstance(coordinates, list) or len(coordinates) < 2:
        raise _refuse(f"{where} has no coordinates.", "Give [x, y] or [longitude, latitude].")
    return _number(coordinates[0], where), _number(coordinates[1], where)


@dataclass(frozen=True)
class _Read:
    """One feature: its number in the file (from 1), role, properties, places."""

    number: int
    role: str
    told: dict[str, Any]
    places: tuple[Place, ...]

    def get(self, name: str, default: float) -> float:
        return _number(self.told.get(name, default), f"feature {self.number}, {name}")


def _read_feature(number: int, raw: object) -> _Read:
    where = f"feature {number}"
    if not isinstance(raw, dict) or not isinstance(raw.get("geometry"), dict):
        raise _refuse(f"{where} has no geometry.", "Give a Point or a Polygon.")
    geometry, told = raw["geometry"], raw.get("properties") or {}
    if not isinstance(told, dict):
        raise _refuse(f"{where}: its properties are not an object.", "Give properties with role and kind.")
    kind, coordinates = geometry.get("type"), geometry.get("coordinates")
    if kind == "Point":
        places: tuple[Place, ...] = (_place(coordinates, where),)
    elif kind == "Polygon" and isinstance(coordinates, list) and coordinates and isinstance(coordinates[0], list):
        ring = [_place(c, where) for c in coordinates[0]]
        places = tuple(ring[:-1] if len(ring) > 1 and ring[0] == ring[-1] else ring)
        if len(places) < 3:
            raise _refuse(f"{where} has fewer than three corners.", "Draw it again.")
    else:
        raise _refuse(f"{where} is a {kind}.", "Only Point and Polygon are read.")
    role = told.get("role") or ("area" if "kind" in told else "")
    return _Read(number, str(role), told, places)


def _origin_of(document: dict[str, Any], found: list[_Read]) -> Origin | None:
    frame = document.get("frame")
    if isinstance(frame, dict) and frame.get("kind") == "local metres":
        return None
    if isinstance(frame, dict) and "origin" in frame:
        lon, lat = _place(frame["origin"], "frame.origin")
        return Origin(lon, lat, _number(frame.get("bearing_deg", 0.0), "frame.bearing_deg"))
    # As the standard has it: longitude and latitude. The line points from the ball to the flag.
    (ball,), (flag,) = _only(found, "ball").places, _only(found, "flag").places
    bearing, _, _ = Geod(ellps="WGS84").inv(*ball, *flag)
    return Origin(*ball, bearing)


def _only(found: list[_Read], role: str) -> _Read:
    having = [f for f in found if f.role == role]
    if len(having) != 1 or len(having[0].places) != 1:
        raise _refuse(
            f"there must be one point with the role '{role}', not {len(having)}.", f"Mark one point as '{role}'."
        )
    return having[0]


def _landing(found: list[_Read], move: Move, flag_m: float) -> Landing:
    greens = [f for f in found if f.role == "green"]
    if not greens:
        edges = usual_edges(flag_m)
        return Landing(*edges, surface_named("fairway"), width_m=usual_width(*edges))
    green = greens[0]
    corners = [move(*p) for p in green.places]
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    return Landing(
        front_m=green.get("front_m", min(xs)),
        back_m=green.get("back_m", max(xs)),
        surround=surface_named(str(green.told.get("surround", "fairway"))),
        firmness=green.get("firmness", 0.5),
        green_speed_ft=green.get("speed_ft", 9.5),
        fall_rad=math.radians(green.get("fall_deg", 0.0)),
        side_rad=math.radians(green.get("left_deg", 0.0)),
        width_m=green.get("width_m", max(max(ys) - min(ys), 1.0)),
        rise_m=green.get("rise_m", 0.0),
    )


def _area(f: _Read, move: Move) -> Area:
    ring = tuple(move(*p) for p in f.places)
    tilt = (math.radians(f.get("fall_deg", 0.0)), math.radians(f.get("left_deg", 0.0)))
    return Area(kind_named(str(f.told.get("kind", ""))), ring, *tilt)


def _obstacle(f: _Read, move: Move) -> Obstacle:
    corners = [move(*p) for p in f.places]
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    kind = obstacle_named(str(f.told.get("kind", "")))
    low, high = f.get("low_m", 0.0), f.get("high_m", 1.0)
    return Obstacle(kind, min(xs), max(max(xs) - min(xs), 0.05), high, low, max(ys), min(ys))


def read_line(text: str) -> tuple[str, Line]:
    """Name and line from a GeoJSON text. DomainError says which feature is wrong and how to put it right.

    Needs one point each with the role ball and flag. Polygons with a `kind` are areas; role green and obstacle as
    written by `write_line`. Without a `frame` coordinates are longitude and latitude, as the standard has it.
    """
    if len(text) > MOST_BYTES:
        raise _refuse("the file is larger than a megabyte.", "Leave out what is not part of the line.")
    try:
        document = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise _refuse(f"this is not JSON: {error}.", "Choose a GeoJSON file.") from error
    raw = document.get("features") if isinstance(document, dict) else None
    if not isinstance(raw, list) or not raw or len(raw) > MOST_FEATURES:
        raise _refuse(f"it must hold 1 to {MOST_FEATURES} features.", "Give a FeatureCollection.")
    document = cast(dict[str, Any], document)
    found = [_read_feature(i, f) for i, f in enumerate(raw, start=1)]
    move = _inwards(_origin_of(document, found))
    x, y = move(*_only(found, "flag").places[0])
    ball_x, ball_y = move(*_only(found, "ball").places[0])
    if math.hypot(ball_x, ball_y) > 0.5 or abs(y) > 0.02 * abs(x) + 0.5:
        raise _refuse("ball and flag are not on the line of the frame.", "Let x run from the ball to the flag.")
    line = Line(
        round(x, 2),
        _landing(found, move, x),
        areas=tuple(_area(f, move) for f in found if f.role == "area"),
        obstacles=tuple(_obstacle(f, move) for f in found if f.role == "obstacle"),
    )
    landing = [f for f in found if f.role == "landing place"]
    if landing:
        line = replace(line, land_m=round(move(*landing[0].places[0])[0], 2))
    return str(document.get("name") or "Imported line")[:60], line
