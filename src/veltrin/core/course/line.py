"""The line that a course makes for a ball and a flag: distance, green, rise, tilt, ground beside it, trees.

The line's frame: x from the ball to the flag, y to the left (m). What the map doesn't tell stays as it usually is and
is not among what is known.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal, NamedTuple

import numpy as np
import shapely

from veltrin.core.counted import counted
from veltrin.core.course.course import GROUND, Course, Lies, Place, Tree
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.core.ground import CoverName, Slope
from veltrin.core.hole import KINDS, OBSTACLES, Area, Obstacle
from veltrin.core.plan import MOST_AREAS, MOST_CORNERS, MOST_OBSTACLES, Line
from veltrin.core.quantity import QUANTITIES
from veltrin.core.run import Landing, Ring, SurroundName, surface_named, usual_edges, usual_width

Known = Literal["flag", "edges", "tilt", "rise", "surround", "areas", "trees", "cover", "slope", "greens"]
"""What a map may tell of a line."""

BEHIND_M, BEYOND_M = 20.0, 50.0
"""How far behind the ball and beyond the flag the ground is looked at."""

BESIDE_LEAST_M, BESIDE_MOST_M, BESIDE_SHARE = 30.0, 80.0, 0.3
"""How far to each side, and its share of the way to the flag. Judgement: farther off hardly a ball ends."""

GREEN_WITHIN_M = 25.0
"""A green farther from the flag than this is another hole's. Judgement."""

SIMPLER_BY_M = (0.2, 0.5, 1.0, 2.0, 4.0, 8.0)
"""How far an outline may be moved so that all of a line have few enough corners."""

LEAST_AREA_M2 = 1.0

TREE_BESIDE_M, WOOD_BESIDE_M = 30.0, 12.0
"""How far from the line a tree, and a wood, stand in the way of anybody's ball. Judgement."""

WOOD_HIGH_M = 12.0
"""How high a wood is whose height isn't mapped. Judgement."""

LEAST_AT_M = 0.3

DIFFERENCE_DOUBT_M = 0.05
"""How far heights of neighbouring cells are off against each other. Judgement, after surveys from the air."""

RELIEF_PER_M = math.radians(0.4)
"""What the ground under two feet differs from a slope over so many metres, a metre. Judgement."""

LEAST_STEP_M = 1.0


class _Frame(NamedTuple):
    """The line's frame: the ball, and the ways ahead and to the left."""

    ball: Place
    ahead: Place
    left: Place

    def inwards(self, places: Vec) -> Vec:
        """From the course's metres to the line's, (n, 2) each."""
        off = places - np.array(self.ball)
        return np.column_stack([off @ np.array(self.ahead), off @ np.array(self.left)])

    def outwards(self, places: Vec) -> Vec:
        """The way back."""
        along = places[:, :1] * np.array(self.ahead) + places[:, 1:] * np.array(self.left)
        return np.asarray(along + np.array(self.ball))


@dataclass(frozen=True)
class MappedLine:
    """A line as a map tells it. `bearing_rad`: where it points, clockwise from north. `cover`: what the ball lies in,
    None where nothing is played from there. `slope` under the ball with its doubt (rad), None where no grid tells it.
    `known`: what the map told; `notes`: what it left open, in words.
    """

    line: Line
    bearing_rad: float
    ground: str
    cover: CoverName | None
    slope: Slope | None
    slope_doubt_rad: float
    known: frozenset[Known]
    notes: tuple[str, ...]


def line_from(course: Course, ball: Place, flag: Place, day: date | None = None) -> MappedLine:
    """The line from a ball to a flag, both m east and north on the course. DomainError where it is no line.

    `day`: greens that were read go into it, if they still hold then.
    """
    east, north = flag[0] - ball[0], flag[1] - ball[1]
    way = math.hypot(east, north)
    shortest, longest = QUANTITIES["line.flag_m"].low, QUANTITIES["line.flag_m"].high
    if not shortest <= way <= longest:
        raise DomainError(
            "flag", f"is {way:.0f} m from the ball: {shortest:g} to {longest:g} m make a line.",
            "Choose a nearer place to aim at, or the place of the ball again.",
        )  # fmt: skip
    ahead = (east / way, north / way)
    frame = _Frame(ball, ahead, (-ahead[1], ahead[0]))
    under = course.under(ball)
    if under is not None and KINDS[under.ground.kind].penalty:
        raise DomainError(
            "ball",
            f"lies in ground from which nothing is played ({under.ground.words}).",
            "Move it to where it is dropped.",
        )
    known: set[Known] = {"flag"}
    notes: list[str] = []
    landing = _landing(course, frame, way, known, notes)
    greens = course.greens
    if greens is not None and greens.is_used and day is not None and greens.hold(day):
        landing = replace(landing, green_speed_ft=greens.speed_ft, firmness=greens.firmness)
        known.add("greens")
    areas = _areas(course, frame, way, landing, notes)
    obstacles = _obstacles(course, frame, way, under, notes)
    known |= {name for name, there in (("areas", areas), ("trees", obstacles), ("cover", under)) if there}  # type: ignore[misc]
    slope, doubt = _slope(course, frame)
    if slope is not None:
        known.add("slope")
    cover: CoverName | None = "rough" if under is None else under.ground.cover
    if under is not None and under.ground.name == "green":
        notes.append("The ball lies on the green: nothing but a putt is played from there.")
    if under is None:
        notes.append("Nothing is mapped where the ball lies: rough is taken.")
    return MappedLine(
        line=Line(way, landing, areas=areas, obstacles=obstacles),
        bearing_rad=math.atan2(east, north) % math.tau,
        ground="rough" if under is None else under.ground.words,
        cover=cover,
        slope=slope,
        slope_doubt_rad=doubt,
        known=frozenset(known),
        notes=tuple(notes),
    )


def _ring_in(frame: _Frame, shape: shapely.Geometry) -> shapely.Geometry:
    return shapely.transform(shape, frame.inwards)


def _green_of(course: Course, flag: Place) -> Lies | None:
    """The green that holds the flag, or the nearest one within reach."""
    at = shapely.Point(flag)
    greens = [one for one in course.near(at.buffer(GREEN_WITHIN_M)) if one.ground.name == "green"]
    return min(greens, key=lambda one: float(shapely.distance(one.shape, at)), default=None)


def _landing(course: Course, frame: _Frame, way: float, known: set[Known], notes: list[str]) -> Landing:
    """The green by its outline: edges along the line, an oval that lies within it, tilt and rise by heights."""
    flag = tuple(frame.outwards(np.array([[way, 0.0]]))[0])
    heights = course.height_at(np.array([frame.ball, flag]))
    rise = float(heights[1] - heights[0])
    if math.isfinite(rise) and abs(rise) <= QUANTITIES["line.rise_m"].high:
        known.add("rise")
    else:
        rise = 0.0
    green = _green_of(course, flag)
    if green is None:
        edges = usual_edges(way)
        notes.append("No green is mapped at the flag: its edges are where they usually are.")
        return Landing(*edges, surface_named("fairway"), width_m=usual_width(*edges), rise_m=round(rise, 2))
    shape = _ring_in(frame, green.shape)
    front, back = _edges(shape, way)
    surround = _surround(course, green)
    fall, side = _tilt(course, frame, green, known)
    known |= {"edges", "surround"}
    return Landing(
        front_m=front, back_m=back, surround=surface_named(surround), fall_rad=fall, side_rad=side,
        width_m=_width(shape, front, back), rise_m=round(rise, 2),
    )  # fmt: skip


def _edges(shape: shapely.Geometry, way: float) -> tuple[float, float]:
    """Where the line enters the green that holds the flag and where it leaves it (m); of parts, the flag's own."""
    line = shapely.LineString([(-BEHIND_M, 0.0), (way + 2.0 * BEYOND_M, 0.0)])
    parts = [shapely.bounds(part) for part in shapely.get_parts(shapely.intersection(line, shape))]
    spans = [(float(b[0]), float(b[2])) for b in parts if b[2] - b[0] > 0.5]
    if not spans:
        # The line passes it by: its own ends along the line.
        x0, _, x1, _ = shapely.bounds(shape)
        return round(float(x0), 1), round(float(x1), 1)
    front, back = min(spans, key=lambda s: max(s[0] - way, way - s[1], 0.0))
    return round(front, 1), round(back, 1)


def _width(shape: shapely.Geometry, front: float, back: float) -> float:
    """Width of an oval about the line that lies within the green; its outline itself is drawn on top."""
    middle = 0.5 * (front + back)
    across = shapely.intersection(shapely.LineString([(middle, -200.0), (middle, 200.0)]), shape)
    if shapely.is_empty(across):
        return QUANTITIES["line.green_width_m"].low
    _, right, _, left = shapely.bounds(across)
    narrow = 2.0 * min(max(left, 0.0), max(-right, 0.0))
    limits = QUANTITIES["line.green_width_m"]
    return round(float(min(max(narrow, limits.low), limits.high)), 1)


SURROUNDS: dict[str, SurroundName] = {"fringe": "fringe", "fairway": "fairway", "semi": "semi"}
AROUND_M, LOOKS = 3.0, 24


def _surround(course: Course, green: Lies) -> SurroundName:
    """What mostly lies around a green: rough where nothing else is mapped."""
    ring = shapely.get_parts(shapely.boundary(shapely.buffer(green.shape, AROUND_M)))[0]
    seen: Counter[SurroundName] = Counter()
    for share in np.linspace(0.0, 1.0, LOOKS, endpoint=False):
        at = shapely.line_interpolate_point(ring, share, normalized=True)
        under = course.under((float(shapely.get_x(at)), float(shapely.get_y(at))))
        seen[SURROUNDS.get(under.ground.name, "rough") if under else "rough"] += 1
    return seen.most_common(1)[0][0]


FEWEST_HEIGHTS = 4


def _tilt(course: Course, frame: _Frame, green: Lies, known: set[Known]) -> tuple[float, float]:
    """Fall away from the player and to the left (rad): the plane through the green's heights, by least squares."""
    corners = shapely.get_coordinates(green.shape)
    heights = course.height_at(corners)
    is_known = np.isfinite(heights)
    if is_known.sum() < FEWEST_HEIGHTS:
        return 0.0, 0.0
    places = frame.inwards(corners[is_known])
    columns = np.column_stack([places - places.mean(axis=0), np.ones(len(places))])
    (along, across, _), *_ = np.linalg.lstsq(columns, heights[is_known], rcond=None)
    fall, side = math.atan(-along), math.atan(-across)
    limit = math.radians(QUANTITIES["line.fall_deg"].high)
    if max(abs(fall), abs(side)) > limit:
        return 0.0, 0.0
    known.add("tilt")
    return fall, side


def _window(way: float) -> shapely.Geometry:
    beside = min(max(BESIDE_SHARE * way, BESIDE_LEAST_M), BESIDE_MOST_M)
    beyond = min(way + BEYOND_M, QUANTITIES["line.areas.points"].high)
    return shapely.box(-BEHIND_M, -beside, beyond, beside)


def _parts(shape: shapely.Geometry) -> list[shapely.Geometry]:
    """Polygons of a shape that are large enough to matter."""
    parts = shapely.get_parts(shapely.get_parts(shape))
    return [p for p in parts if shapely.get_dimensions(p) == 2 and shapely.area(p) >= LEAST_AREA_M2]


class _Piece(NamedTuple):
    lies: Lies
    shape: shapely.Geometry
    off_m: float


def _areas(course: Course, frame: _Frame, way: float, landing: Landing, notes: list[str]) -> tuple[Area, ...]:
    """What lies beside the line, cut to what a ball may reach and drawn with as few corners as a line may hold."""
    window = _window(way)
    line = shapely.LineString([(0.0, 0.0), (way, 0.0)])
    pieces: list[_Piece] = []
    for one in course.near(shapely.transform(window, frame.outwards)):
        if KINDS[one.ground.kind].penalty and shapely.contains_xy(one.shape, *frame.ball):
            # The ball lies on something above it, such as a bridge.
            continue
        cut = shapely.intersection(_ring_in(frame, one.shape), window)
        pieces += [_Piece(one, part, float(shapely.distance(part, line))) for part in _parts(cut)]
    left_out = len(pieces) - MOST_AREAS
    if left_out > 0:
        nearest = sorted(range(len(pieces)), key=lambda k: pieces[k].off_m)[:MOST_AREAS]
        pieces = [pieces[k] for k in sorted(nearest)]
        notes.append(f"{counted(left_out, 'piece')} of ground farthest from the line are left out.")
    rings: list[Ring] = []
    for moved in SIMPLER_BY_M:
        rings = [_ring(shapely.simplify(piece.shape, moved)) for piece in pieces]
        if sum(map(len, rings)) <= MOST_CORNERS:
            break
    areas = []
    for piece, ring in zip(pieces, rings, strict=True):
        tilt = (landing.fall_rad, landing.side_rad) if piece.lies.ground.name == "green" else (0.0, 0.0)
        areas.append(Area(KINDS[piece.lies.ground.kind], ring, *tilt))
    return tuple(areas)


def _ring(shape: shapely.Geometry) -> Ring:
    corners = shapely.get_coordinates(shapely.get_exterior_ring(shape))[:-1]
    return tuple((round(float(x), 2), round(float(y), 2)) for x, y in corners)


def _obstacles(course: Course, frame: _Frame, way: float, under: Lies | None, notes: list[str]) -> tuple[Obstacle, ...]:
    """Trees and woods that stand in the way, those nearest the line first."""
    found: list[tuple[float, Obstacle]] = []
    if course.trees:
        places = frame.inwards(np.array([tree.at for tree in course.trees]))
        for tree, (x, y) in zip(course.trees, places, strict=True):
            if abs(y) <= TREE_BESIDE_M and x - 0.5 * tree.crown_m >= LEAST_AT_M and x < way:
                found.append((abs(float(y)), _box(tree, float(x), float(y))))
    corridor = shapely.box(LEAST_AT_M, -WOOD_BESIDE_M, way, WOOD_BESIDE_M)
    for one in course.near(shapely.transform(corridor, frame.outwards)):
        if one.ground is not GROUND["wood"]:
            continue
        if one is under:
            notes.append("The ball lies among trees: draw in those that stand in the way.")
            continue
        for part in _parts(shapely.intersection(_ring_in(frame, one.shape), corridor)):
            x0, y0, x1, y1 = (float(v) for v in shapely.bounds(part))
            deep = min(max(x1 - x0, 0.05), QUANTITIES["line.obstacles.deep_m"].high)
            off = 0.0 if y0 <= 0.0 <= y1 else min(abs(y0), abs(y1))
            box = Obstacle(
                OBSTACLES["tree"], round(x0, 1), round(deep, 1), WOOD_HIGH_M, 0.0, round(y1, 1), round(y0, 1)
            )
            found.append((off, box))
    found.sort(key=lambda one: one[0])
    if len(found) > MOST_OBSTACLES:
        notes.append(f"{counted(len(found) - MOST_OBSTACLES, 'tree')} farthest from the line are left out.")
    return tuple(box for _, box in found[:MOST_OBSTACLES])


def _box(tree: Tree, x: float, y: float) -> Obstacle:
    half = 0.5 * tree.crown_m
    return Obstacle(
        OBSTACLES["tree"], round(x - half, 1), round(tree.crown_m, 1), tree.high_m, 0.0, round(y + half, 1),
        round(y - half, 1),
    )  # fmt: skip


def _slope(course: Course, frame: _Frame) -> tuple[Slope | None, float]:
    """The slope under the ball by the grid of heights, and how far it may be off: by the heights, and by what a grid
    can't see between its places.
    """
    if course.heights is None:
        return None, 0.0
    step = max(course.heights.step_m, LEAST_STEP_M)
    around: Sequence[Place] = ((step, 0.0), (-step, 0.0), (0.0, step), (0.0, -step))
    ahead, behind, left, right = course.heights.at(frame.outwards(np.array(around)))
    fall, side = math.atan((behind - ahead) / (2.0 * step)), math.atan((right - left) / (2.0 * step))
    limit = math.radians(QUANTITIES["lie.fall_deg"].high)
    if not (math.isfinite(fall + side) and max(abs(fall), abs(side)) <= limit):
        return None, 0.0
    by_heights = math.sqrt(2.0) * DIFFERENCE_DOUBT_M / (2.0 * step)
    return Slope(fall, side), math.hypot(by_heights, RELIEF_PER_M * step)
