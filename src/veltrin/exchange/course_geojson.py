"""Courses as GeoJSON (RFC 7946), by the tags of the open map: what is read, what can't be, and the way out again.

`golf=green|tee|fairway|bunker|rough|water_hazard|lateral_water_hazard|pin|hole|cartpath`,
`natural=tree|wood|water|heath|scrub`, heights as a third coordinate or `ele`. Places are turned to metres about the
course's middle (transverse Mercator by PROJ: within 2 km of it a length is off by less than a centimetre).
"""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Any, NamedTuple

import numpy as np
from pyproj import Transformer

from veltrin.core.course import GROUND, Course, GroundName, Heights, Hole, Lies, Tree, counted_by
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.core.quantity import QUANTITIES
from veltrin.exchange.course_ground import greens_in, greens_out, ground_in, ground_out

MOST_FEATURES, MOST_BYTES = 2_000, 10_000_000
"""What a course may hold."""

MOST_PLACES = 200_000
MOST_TOLD = 50
"""Problems that are told, the first ones."""

WIDEST_M = 2.0 * QUANTITIES["on_course"].high
"""A course is not wider than this: a file of a whole county is no course."""

TREE_HIGH_M, CROWN_M = 10.0, 6.0
"""A tree whose height and crown aren't mapped. Judgement."""

TREE_HIGH, TREE_CROWN = QUANTITIES["on_course.tree_high_m"], QUANTITIES["on_course.tree_crown_m"]
LOWEST_M, HIGHEST_M = -500.0, 6_000.0
"""Heights above the sea that are believed (m)."""

Tags = dict[str, str]
Spot = tuple[float, float, float]

GROUND_BY_TAG: dict[tuple[str, str], GroundName] = {
    ("golf", "green"): "green",
    ("golf", "tee"): "tee",
    ("golf", "fairway"): "fairway",
    ("golf", "bunker"): "bunker",
    ("golf", "rough"): "rough",
    ("golf", "water_hazard"): "water",
    ("golf", "lateral_water_hazard"): "water",
    ("golf", "out_of_bounds"): "out",
    ("natural", "water"): "water",
    ("natural", "wood"): "wood",
    ("landuse", "forest"): "wood",
    ("natural", "scrub"): "wood",
    ("natural", "heath"): "heath",
    ("natural", "sand"): "bunker",
}
"""What the open map calls it, and what it is here. Source: the open map's published tags, from memory."""

OWN_TAG = "ground"
"""The tag by which kinds of ground are written that the open map has no tag for."""

PATHS = {("golf", "cartpath"), ("golf", "path"), ("highway", "path"), ("highway", "service"), ("highway", "track")}
PATH_WIDE_M = 2.0


class Trouble(NamedTuple):
    """A feature that couldn't be read: its number in the file (from 1), its id, what is wrong, what to do."""

    feature: int
    id: str
    problem: str
    fix: str


@dataclass
class Read:
    """A course as it was read, with what couldn't be."""

    course: Course
    troubles: list[Trouble] = field(default_factory=list)
    unknown: int = 0


class _UnreadableError(ValueError):
    """A feature that can't be read: what is wrong, what to do."""

    def __init__(self, problem: str, fix: str) -> None:
        super().__init__(problem)
        self.fix = fix


def _refuse(problem: str, fix: str) -> DomainError:
    return DomainError("geojson", problem, fix)


def _document(text: str) -> dict[str, Any]:
    """A document with features. DomainError where it is none, or too large."""
    if len(text) > MOST_BYTES:
        raise _refuse(f"the file is larger than {MOST_BYTES // 1_000_000} MB.", "Cut out the course alone.")
    try:
        document = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise _refuse(f"this is not JSON: {error}.", "Choose a GeoJSON file.") from error
    raw = document.get("features") if isinstance(document, dict) else None
    if not isinstance(raw, list) or not raw:
        raise _refuse("it holds no features.", "Give a FeatureCollection.")
    if len(raw) > MOST_FEATURES:
        raise _refuse(f"it holds {len(raw)} features: at most {MOST_FEATURES}.", "Cut out the course alone.")
    return dict(document)


def _tags(raw: dict[str, Any]) -> Tags:
    told = raw.get("properties") or {}
    if not isinstance(told, dict):
        raise _UnreadableError("its properties are not an object.", "Give tags as properties.")
    # Some writers put the tags one level down.
    inner = told.get("tags")
    told = {**told, **inner} if isinstance(inner, dict) else told
    return {str(k): str(v) for k, v in told.items() if isinstance(v, str | int | float) and not isinstance(v, bool)}


def _spot(told: object, ele: float) -> Spot:
    if not isinstance(told, list) or len(told) < 2:
        raise _UnreadableError("a place of it has no longitude and latitude.", "Give [longitude, latitude].")
    numbers = [v for v in told[:3] if isinstance(v, int | float) and not isinstance(v, bool) and math.isfinite(v)]
    if len(numbers) < min(len(told), 3):
        raise _UnreadableError("a place of it is not made of numbers.", "Give [longitude, latitude].")
    longitude, latitude = float(numbers[0]), float(numbers[1])
    if not (-180.0 <= longitude <= 180.0 and -85.0 <= latitude <= 85.0):
        raise _UnreadableError(
            f"({longitude:g}, {latitude:g}) is no place on the earth.",
            "Give longitude first, then latitude, in degrees.",
        )
    high = float(numbers[2]) if len(numbers) == 3 else ele
    return longitude, latitude, high if LOWEST_M <= high <= HIGHEST_M else math.nan


def _number(tags: Tags, name: str, default: float, low: float, high: float) -> float:
    """A number among the tags, also with its unit (12 m). _UnreadableError where it isn't within reason."""
    told = tags.get(name, "").replace(",", ".").removesuffix("m").strip()
    if not told:
        return default
    try:
        value = float(told)
    except ValueError:
        raise _UnreadableError(f"its {name} '{told[:20]}' is not a number.", f"Give {low:g} to {high:g} m.") from None
    if not low <= value <= high:
        raise _UnreadableError(f"its {name} is {value:g} m.", f"Give {low:g} to {high:g} m.")
    return value


class _Shape(NamedTuple):
    """A feature's geometry: kind (Point, LineString, Polygon) and its places."""

    kind: str
    spots: list[Spot]


def _shapes(raw: dict[str, Any], ele: float) -> Iterator[_Shape]:
    """The simple shapes of a feature. What is cut out of one isn't read: what lies there has its own."""
    geometry = raw.get("geometry")
    if not isinstance(geometry, dict):
        raise _UnreadableError("it has no geometry.", "Draw it.")
    kind, told = geometry.get("type"), geometry.get("coordinates")
    if not isinstance(told, list) or not told:
        raise _UnreadableError("it has no coordinates.", "Draw it.")
    many = {"MultiPolygon": "Polygon", "MultiLineString": "LineString", "MultiPoint": "Point"}
    for one in told if kind in many else [told]:
        simple = many.get(str(kind), str(kind))
        if simple == "Point":
            yield _Shape(simple, [_spot(one, ele)])
        elif simple == "LineString" and isinstance(one, list):
            yield _Shape(simple, [_spot(c, ele) for c in one])
        elif simple == "Polygon" and isinstance(one, list) and one and isinstance(one[0], list):
            yield _Shape(simple, [_spot(c, ele) for c in one[0]])
        else:
            raise _UnreadableError(f"it is a {kind}.", "Only points, lines and polygons are read.")


Project = Callable[[list[Spot]], list[tuple[float, float]]]


def projection(origin: tuple[float, float]) -> str:
    """The map's projection about a place (longitude, latitude)."""
    return f"+proj=tmerc +lat_0={origin[1]!r} +lon_0={origin[0]!r} +k=1 +datum=WGS84 +units=m"


def _inwards(origin: tuple[float, float]) -> Project:
    to_local = Transformer.from_crs("EPSG:4326", projection(origin), always_xy=True)

    def move(spots: list[Spot]) -> list[tuple[float, float]]:
        x, y = to_local.transform([s[0] for s in spots], [s[1] for s in spots])
        return [(round(float(a), 3), round(float(b), 3)) for a, b in zip(x, y, strict=True)]

    return move


def inwards(origin: tuple[float, float], longitude: float, latitude: float) -> tuple[float, float]:
    """A place on the earth as m east and north of a course's middle."""
    return _inwards(origin)([(longitude, latitude, math.nan)])[0]


@dataclass
class _Found:
    """What the features gave so far, in degrees."""

    lies: list[tuple[GroundName, list[Spot], str, str]] = field(default_factory=list)
    paths: list[list[Spot]] = field(default_factory=list)
    trees: list[tuple[Spot, float, float]] = field(default_factory=list)
    holes: list[tuple[str, list[Spot], int | None, str]] = field(default_factory=list)
    flags: list[tuple[str, Spot]] = field(default_factory=list)
    places: int = 0


def _take(found: _Found, raw: object, number: int) -> bool:
    """Take a feature in; False where it is none of a course's. _UnreadableError."""
    if not isinstance(raw, dict):
        raise _UnreadableError("it is no feature.", "Give features with geometry and properties.")
    tags = _tags(raw)
    ground = _ground_of(tags)
    is_path = any(tags.get(key) == value for key, value in PATHS)
    golf, natural = tags.get("golf", ""), tags.get("natural", "")
    if not (ground or is_path or golf in ("pin", "hole") or natural == "tree"):
        return False
    ele = _number(tags, "ele", math.nan, LOWEST_M, HIGHEST_M)
    name, feature_id = tags.get("name", "")[:60], str(raw.get("id") or tags.get("@id") or number)[:60]
    for kind, spots in _shapes(raw, ele):
        found.places += len(spots)
        if golf == "pin" and kind == "Point":
            found.flags.append((tags.get("ref", ""), spots[0]))
        elif golf == "hole" and kind == "LineString" and len(spots) > 1:
            found.holes.append((tags.get("ref", "")[:8], spots, _par(tags), name))
        elif natural == "tree" and kind == "Point":
            high = _number(tags, "height", TREE_HIGH_M, TREE_HIGH.low, TREE_HIGH.high)
            crown = _number(tags, "diameter_crown", CROWN_M, TREE_CROWN.low, TREE_CROWN.high)
            found.trees.append((spots[0], high, crown))
        elif ground is not None and kind == "Polygon":
            ring = spots[:-1] if len(spots) > 1 and spots[0][:2] == spots[-1][:2] else spots
            if len(ring) < 3:
                raise _UnreadableError("its outline has fewer than three corners.", "Draw it again.")
            found.lies.append((ground, ring, name, feature_id))
        elif is_path and kind in ("LineString", "Polygon") and len(spots) > 1:
            found.paths.append(spots)
        else:
            raise _UnreadableError(f"a {golf or natural or 'piece of ground'} can't be a {kind}.", "Draw it again.")
    return True


def _ground_of(tags: Tags) -> GroundName | None:
    own = tags.get(OWN_TAG)
    if own is not None:
        known = next((name for name in GROUND if name == own), None)
        if known is None:
            raise _UnreadableError(f"its {OWN_TAG} '{own[:20]}' is unknown.", f"Choose one of {', '.join(GROUND)}.")
        return known
    return next((g for (key, value), g in GROUND_BY_TAG.items() if tags.get(key) == value), None)


def _par(tags: Tags) -> int | None:
    told = tags.get("par", "")
    return int(told) if told in ("3", "4", "5", "6") else None


def read_course(text: str, name: str = "") -> Read:
    """A course from a GeoJSON text, with what couldn't be read of it. DomainError where nothing of a course is in it.

    Features of other things (roads, houses) are passed over and counted.
    """
    document = _document(text)
    found, troubles, unknown = _Found(), [], 0
    for number, one in enumerate(document["features"], start=1):
        try:
            unknown += not _take(found, one, number)
        except _UnreadableError as error:
            feature_id = str(one.get("id") or "")[:60] if isinstance(one, dict) else ""
            troubles.append(Trouble(number, feature_id, str(error), error.fix))
        if found.places > MOST_PLACES:
            raise _refuse(f"it holds more than {MOST_PLACES} places.", "Cut out the course alone, or draw it simpler.")
    if not found.lies and not found.holes:
        first = f" The first problem: feature {troubles[0].feature}, {troubles[0].problem}" if troubles else ""
        raise _refuse(
            f"nothing of a course is in it.{first}", "Give areas tagged golf=green, fairway, bunker and so on."
        )
    course = _course(found, name.strip() or str(document.get("name") or "Course")[:60], document)
    return Read(course, troubles[:MOST_TOLD], unknown)


MOST_HEIGHTS = 500_000
FINEST_M, COARSEST_M = 0.25, 200.0


def _grid(told: object) -> Heights:
    """A grid of heights as `write_course` writes it. DomainError where it is none."""
    broken = _refuse("its heights can't be read.", "Give heights with west_m, south_m, step_m and rows of one length.")
    try:
        grid = dict(told)  # type: ignore[call-overload]
        rows = np.array(grid["rows"], dtype=float)
        west, south, step = (float(grid[key]) for key in ("west_m", "south_m", "step_m"))
    except (TypeError, ValueError, KeyError) as error:
        raise broken from error
    if rows.ndim != 2 or min(rows.shape) < 2 or rows.size > MOST_HEIGHTS or not FINEST_M <= step <= COARSEST_M:
        raise broken
    if not (math.isfinite(west + south) and max(abs(west), abs(south)) <= WIDEST_M):
        raise broken
    return Heights(west, south, step, np.where((rows >= LOWEST_M) & (rows <= HIGHEST_M), rows, np.nan))


def _origin_of(document: dict[str, Any], places: Vec) -> tuple[float, float]:
    """Where a file says that its metres begin, else the middle of all its places."""
    told = document.get("origin")
    if told is not None:
        try:
            longitude, latitude, _ = _spot(told, math.nan)
        except _UnreadableError as error:
            raise _refuse(f"its origin can't be read: {error}", error.fix) from error
        return longitude, latitude
    middle = (places.min(axis=0) + places.max(axis=0)) / 2.0
    return round(float(middle[0]), 6), round(float(middle[1]), 6)


def _course(found: _Found, name: str, document: dict[str, Any]) -> Course:
    spots = [s for _, ring, _, _ in found.lies for s in ring] + [s for _, way, _, _ in found.holes for s in way]
    places = np.array([s[:2] for s in spots])
    origin = _origin_of(document, places)
    move = _inwards(origin)
    far = np.abs(np.array(move([(float(x), float(y), 0.0) for x, y in places]))).max()
    if far > WIDEST_M / 2.0:
        raise _refuse(
            f"it is {2 * far / 1000:.0f} km wide.", f"Cut out the course alone: at most {WIDEST_M / 1000:g} km."
        )
    lies = [Lies(GROUND[ground], tuple(move(ring)), called, known_as) for ground, ring, called, known_as in found.lies]
    lies += [Lies(GROUND["path"], ring) for way in found.paths for ring in _strips(move(way))]
    return Course(
        name=name,
        origin=origin,
        lies=tuple(lies),
        holes=_holes(found, move),
        trees=tuple(Tree(move([at])[0], high, crown) for at, high, crown in found.trees),
        heights=_grid(document["heights"]) if document.get("heights") is not None else None,
        grounds=ground_in(document),
        greens=greens_in(document),
        spots=_heights(spots, move),
    )


def _heights(spots: list[Spot], move: Project) -> Vec:
    """Places whose height is known, (n, 3) m."""
    known = [spot for spot in spots if math.isfinite(spot[2])]
    if not known:
        return np.empty((0, 3))
    return np.column_stack([np.array(move(known)), [spot[2] for spot in known]])


def _strips(way: list[tuple[float, float]]) -> Iterator[tuple[tuple[float, float], ...]]:
    """A path as pieces of ground of a usual width, one for each straight part."""
    for (x0, y0), (x1, y1) in pairwise(way):
        long = math.hypot(x1 - x0, y1 - y0)
        if long > 0.0:
            a, b = 0.5 * PATH_WIDE_M * (y1 - y0) / long, -0.5 * PATH_WIDE_M * (x1 - x0) / long
            yield ((x0 - a, y0 - b), (x1 - a, y1 - b), (x1 + a, y1 + b), (x0 + a, y0 + b))


FLAG_WITHIN_M = 60.0
"""A flag belongs to the hole whose way ends within so far of it."""


def _holes(found: _Found, move: Project) -> tuple[Hole, ...]:
    flags = [(ref, move([spot])[0]) for ref, spot in found.flags]
    holes = []
    for k, (ref, way, par, name) in enumerate(found.holes, start=1):
        line = tuple(move(way))
        end = line[-1]
        near = [(math.dist(at, end), at) for flag_ref, at in flags if flag_ref in ("", ref)]
        off, flag = min(near, default=(math.inf, None))
        holes.append(Hole(ref or str(k), line, flag if off <= FLAG_WITHIN_M else None, par, name))
    return tuple(sorted(holes, key=lambda hole: counted_by(hole.number)))


def write_course(course: Course) -> dict[str, Any]:
    """A course as a FeatureCollection in longitude and latitude, by the same tags.

    What GeoJSON has no place for stands beside the features: `origin` (longitude and latitude of 0, 0), `heights` (a
    grid in metres about it, from the south-west), `measured_ground` and `greens`.
    """
    to_earth = Transformer.from_crs(projection(course.origin), "EPSG:4326", always_xy=True)

    def written(places: Sequence[tuple[float, float]]) -> list[list[float]]:
        at = np.array(places)
        told = np.column_stack([*to_earth.transform(at[:, 0], at[:, 1]), course.height_at(at)]).tolist()
        return [[round(x, 8), round(y, 8), *([round(z, 2)] if math.isfinite(z) else [])] for x, y, z in told]

    def feature(kind: str, coordinates: list[Any], tags: dict[str, Any]) -> dict[str, Any]:
        told = {k: v for k, v in tags.items() if v not in ("", None)}
        return {"type": "Feature", "geometry": {"type": kind, "coordinates": coordinates}, "properties": told}

    tags = {name: {key: value} for (key, value), name in reversed(GROUND_BY_TAG.items())}
    features = []
    for one in course.lies:
        ring = written(one.ring)
        features.append(
            feature(
                "Polygon",
                [[*ring, ring[0]]],
                {**tags.get(one.ground.name, {OWN_TAG: one.ground.name}), "name": one.name},
            )
        )
    for hole in course.holes:
        told: dict[str, Any] = {"golf": "hole", "ref": hole.number, "par": hole.par, "name": hole.name}
        features.append(feature("LineString", written(hole.way), told))
        if hole.flag is not None:
            features.append(feature("Point", written([hole.flag])[0], {"golf": "pin", "ref": hole.number}))
    for tree in course.trees:
        told = {"natural": "tree", "height": f"{tree.high_m:g}", "diameter_crown": f"{tree.crown_m:g}"}
        features.append(feature("Point", written([tree.at])[0], told))
    document: dict[str, Any] = {"type": "FeatureCollection", "name": course.name, "origin": list(course.origin)}
    if course.heights is not None:
        grid = course.heights
        rows = [[round(v, 2) if math.isfinite(v) else None for v in row] for row in grid.values.tolist()]
        document["heights"] = {"west_m": grid.west_m, "south_m": grid.south_m, "step_m": grid.step_m, "rows": rows}
    return {**document, **ground_out(course.grounds), **greens_out(course.greens), "features": features}
