"""The ground from above as a raster the run can look up: how each spot gives, brakes and tilts, and where it ends.

Areas are polygons; which cells they cover is Shapely's answer. A bounce meets the ground around it, so give,
restitution factor and tilt are averaged over COLLAR_M to every side: an edge is a collar, not a knife. A roll is
braked by what is right below.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from veltrin.core.flight import Contour
from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.quantity import QUANTITIES, within
from veltrin.core.run.coefficients import TURF, TurfCoefficients
from veltrin.core.run.surface import SURFACES, Surface, bounce_numbers
from veltrin.core.sides import Sided

USUAL_FRONT_M, USUAL_FRONT_SHARE, USUAL_BACK_M = 8.0, 0.6, 10.0
USUAL_WIDTH_SHARE, LEAST_USUAL_WIDTH_M = 0.8, 10.0
"""Edges and width of a green that nobody measured: a small one. Judgement."""

COLLAR_M = 1.0
"""Half the width over which one surface turns into the next under a bounce. Judgement."""

STRIP_CELL_M = 0.05
FINEST_CELL_M = 0.25
CELLS_ACROSS = 220
MARGIN_M = 12.0
_ELLIPSE_POINTS = 48

SOLID = 2.0
"""Mark of cells that a ball can't hop across."""

Ring = tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Patch:
    """A piece of ground: what it is made of, its outline (m, x to the target, y left) and its own tilt.

    `ends_here`: a ball that comes down or rolls in goes no further. `is_solid`: neither does one that hops across.
    """

    surface: Surface
    ring: Ring
    fall_rad: float = 0.0
    side_rad: float = 0.0
    ends_here: bool = False
    is_solid: bool = False


@dataclass(frozen=True)
class Landing:
    """Where the ball comes down: green from `front_m` to `back_m` along the line, `surround` outside it.

    `fall_rad` > 0 away from the player, `side_rad` > 0 falls to the left. Infinite bounds make one surface. A green
    with a finite `width_m` is an oval: `patches` lie on it and around it, later ones on top, and its tilt is its own;
    without a width everything tilts alike. `rise_m` is how far the green lies above the ball: the ground climbs evenly
    up to its front edge. `ground_firmness`: of everything but the green, where it differs. `wet`: water on it all, 0
    dry .. 1 soaked. `coefficients`: what bounce and roll are set by, this course's own where they were measured.
    """

    front_m: float = -math.inf
    back_m: float = math.inf
    surround: Surface = SURFACES["fringe"]
    firmness: float = 0.5
    green_speed_ft: float = 9.5
    fall_rad: float = 0.0
    side_rad: Sided = 0.0
    on: Surface = SURFACES["green"]
    width_m: float = math.inf
    rise_m: float = 0.0
    patches: tuple[Patch, ...] = ()
    ground_firmness: float | None = None
    wet: float = 0.0
    coefficients: TurfCoefficients = TURF

    def __post_init__(self) -> None:
        within("line.green_wet", self.wet)
        within("line.fall_deg", self.fall_rad)
        within("line.side_deg", self.side_rad)
        within("line.rise_m", self.rise_m)

    @property
    def is_tilted(self) -> bool:
        """Whether anything here turns a ball aside."""
        return bool(self.fall_rad or self.side_rad) or any(p.fall_rad or p.side_rad for p in self.patches)

    def firmness_of(self, surface: Surface) -> float:
        """Firmness of one of its surfaces: the green's own, or that of the ground around."""
        is_green = surface.speed_ft is None or self.ground_firmness is None
        return self.firmness if is_green else float(self.ground_firmness or 0.0)

    def levelled(self) -> Landing:
        """The same ground without any tilt or rise."""
        flat = tuple(replace(p, fall_rad=0.0, side_rad=0.0) for p in self.patches)
        return replace(self, fall_rad=0.0, side_rad=0.0, rise_m=0.0, patches=flat)

    @property
    def climb_m(self) -> float:
        """Over what distance from the ball the ground climbs to the green (m)."""
        return max(self.front_m, 1.0) if math.isfinite(self.front_m) else 1.0

    @property
    def contour(self) -> Contour:
        """Shape of the ground for the flight. A green without ends is one surface: it is read where the ball lands."""
        if not (math.isfinite(self.front_m) and math.isfinite(self.back_m)):
            return Contour(self.rise_m, self.climb_m)
        half = 0.5 * (self.width_m if math.isfinite(self.width_m) else self.back_m - self.front_m)
        fall, side = math.tan(self.fall_rad), math.tan(self.side_rad)
        return Contour(self.rise_m, self.climb_m, max(self.back_m, self.climb_m), half, fall, side)


def usual_edges(flag_m: float) -> tuple[float, float]:
    """Front and back edge (m) of the green where none are read: 8 m before and 10 m behind the flag.

    From nearer by the front edge lies six tenths of the way before the flag: the ball is beside the green, not on it.
    """
    return flag_m - min(USUAL_FRONT_M, USUAL_FRONT_SHARE * flag_m), flag_m + USUAL_BACK_M


def usual_width(front_m: float, back_m: float) -> float:
    """Width (m) of the green where none is read: four fifths of its depth, 10 m at least, as wide as may be at most."""
    most = QUANTITIES["line.green_width_m"].high
    return min(max(USUAL_WIDTH_SHARE * (back_m - front_m), LEAST_USUAL_WIDTH_M), most)


def oval(front_m: float, back_m: float, width_m: float) -> Ring:
    """Outline of an oval green on the line."""
    turn = np.linspace(0.0, 2.0 * math.pi, _ELLIPSE_POINTS, endpoint=False)
    middle, half = 0.5 * (front_m + back_m), 0.5 * (back_m - front_m)
    return tuple(zip((middle + half * np.cos(turn)).tolist(), (0.5 * width_m * np.sin(turn)).tolist(), strict=True))


class Raster(NamedTuple):
    """Which piece of ground each cell belongs to: corner and size of the cells (m), and the pieces' numbers.

    `free`: how far a ball may roll from anywhere in a cell before another piece begins (m), a cell at least.
    """

    x0: float
    y0: float
    cell: float
    piece: NDArray[np.int64]
    free: Vec


class Frame(NamedTuple):
    """Corner and size of the cells (m), and what is the same all over: the friction of a bounce, whether anything
    tilts or can't be hopped across, and what bounces are set by.
    """

    x0: float
    y0: float
    cell: float
    friction: float
    is_tilted: bool
    has_walls: bool
    coefficients: TurfCoefficients


GIVE, RESTITUTION, SWALLOWS, AWAY, LEFT, BRAKE, FREE = range(7)
"""Layers of the terrain's fields: give, restitution factor, what swallows, tangents of the tilt away and to the left,
brake, and how far from anywhere in a cell the ground is the same to every side (m), a cell at least."""


class Terrain(NamedTuple):
    """What the run's kernel looks up. `fields` (ny, nx, 7): see the layers. `ends` (ny, nx): 1 where a ball goes no
    further, 2 where it can't hop across.
    """

    frame: Frame
    fields: Vec
    ends: Vec


def _pieces(ground: Landing) -> tuple[Patch, ...]:
    """All pieces there are, bottom first. The first covers everything."""
    everywhere = not math.isfinite(ground.width_m)
    tilt = (ground.fall_rad, ground.side_rad)
    base = Patch(ground.surround, (), *(tilt if everywhere else (0.0, 0.0)))
    ring = () if everywhere else oval(ground.front_m, ground.back_m, ground.width_m)
    return (base, Patch(ground.on, ring, *tilt), *ground.patches)


def _extent(rings: list[Ring]) -> tuple[float, float, float]:
    """From where to where along the line, and how far to either side of it, there is anything (m)."""
    points = np.array([point for ring in rings for point in ring] + [(0.0, 0.0)])
    low, high = points[:, 0].min() - MARGIN_M, points[:, 0].max() + MARGIN_M
    return float(low), float(high), float(np.abs(points[:, 1]).max()) + MARGIN_M


TERRAINS_KEPT = 8
"""A question runs over its ground as read, softer and firmer, in two threads at most; 4 MB each."""


@lru_cache(maxsize=TERRAINS_KEPT)
def _raster(front_m: float, back_m: float, width_m: float, pieces: tuple[tuple[Ring, bool], ...]) -> Raster:
    """Lay outlines on a raster, later ones on top; solid ones are widened so that no cell steps over them."""
    if not math.isfinite(width_m):
        return _strip(front_m, back_m)
    green = oval(front_m, back_m, width_m)
    x0, x1, half = _extent([green, *(ring for ring, _ in pieces)])
    cell = max(FINEST_CELL_M, max(x1 - x0, 2.0 * half) / CELLS_ACROSS)
    # Rows lie evenly to both sides of the line: mirrored ground gives a mirrored raster.
    rows = math.ceil(half / cell)
    y0 = -rows * cell
    xs, ys = np.arange(x0 + 0.5 * cell, x1, cell), y0 + cell * (np.arange(2 * rows) + 0.5)
    piece = np.zeros((len(ys), len(xs)), dtype=np.int64)
    for number, (ring, is_solid) in enumerate(((green, False), *pieces), start=1):
        shape = shapely.make_valid(shapely.Polygon(ring)).buffer(0.6 * cell if is_solid else 0.0)
        shapely.prepare(shape)
        # Only the cells of the box around it are asked for.
        left, low, right, high = shape.bounds
        across, along = slice(*np.searchsorted(ys, (low, high))), slice(*np.searchsorted(xs, (left, right)))
        piece[across, along][shapely.contains_xy(shape, *np.meshgrid(xs[along], ys[across]))] = number
    return Raster(x0, y0, cell, piece, _free(piece, cell))


def _strip(front_m: float, back_m: float) -> Raster:
    """Green between two edges, as wide as the world; one cell where there is no edge at all."""
    edges = [e for e in (front_m, back_m) if math.isfinite(e)]
    if not edges:
        return Raster(0.0, 0.0, math.inf, np.ones((1, 1), dtype=np.int64), np.full((1, 1), math.inf))
    x0 = min(edges) - 2.0 * COLLAR_M
    count = int((max(edges) + 2.0 * COLLAR_M - x0) / STRIP_CELL_M)
    middle = x0 + STRIP_CELL_M * (np.arange(count) + 0.5)
    piece = ((middle >= front_m) & (middle <= back_m)).astype(np.int64)[None, :]
    return Raster(x0, 0.0, STRIP_CELL_M, piece, _free(piece, STRIP_CELL_M))


def _free(piece: NDArray[np.int64], cell: float) -> Vec:
    """How far it is from anywhere in a cell to another piece of ground (m), a cell at least."""
    is_inner = np.ones(piece.shape, dtype=bool)
    across, along = piece[1:] != piece[:-1], piece[:, 1:] != piece[:, :-1]
    is_inner[1:] &= ~across
    is_inner[:-1] &= ~across
    is_inner[:, 1:] &= ~along
    is_inner[:, :-1] &= ~along
    if is_inner.all():
        return np.full(piece.shape, np.inf)
    # Imported here: most questions have one piece of ground, and it takes as long to load as the compiler.
    from scipy.ndimage import distance_transform_cdt

    # Between a cell and the nearest at an edge, k cells away, lie k - 1 whole ones.
    inner = distance_transform_cdt(is_inner, metric="chessboard")
    return np.asarray(cell * np.maximum(inner - 1, 1), float)


@kernel(nogil=True, fastmath=LOOSE)
def _lay(piece: Index, table: Vec, climb: Vec, free: Vec, cells: int, fields: Vec) -> None:
    """Fill in the fields, (ny, nx, 7): those that a bounce meets as means over `cells` to every side, edges held.

    `table`: the layers of each piece; `climb`: what is taken off the tilt away in each column of cells, but on the
    green. Running sums, along the rows and then down them: each mean costs two additions, however wide.
    """
    ny, nx, wide = piece.shape[0], piece.shape[1], 2 * cells + 1
    rows, sums, most = np.empty((ny, nx)), np.empty(nx), 0.0
    for j in range(nx):
        most = max(most, abs(climb[j]))
    for k in range(BRAKE):
        is_plain = k != AWAY or most == 0.0
        for p in range(1, table.shape[0]):
            is_plain = is_plain and table[p, k] == table[0, k]
        if is_plain:
            for i in range(ny):
                for j in range(nx):
                    fields[i, j, k] = table[0, k]
            continue
        for i in range(ny):
            for j in range(nx):
                fields[i, j, k] = table[piece[i, j], k] - (climb[j] if k == AWAY and piece[i, j] != 1 else 0.0)
            total = 0.0
            for j in range(-cells, cells + 1):
                total += fields[i, min(max(j, 0), nx - 1), k]
            for j in range(nx):
                rows[i, j] = total / wide
                total += fields[i, min(j + cells + 1, nx - 1), k] - fields[i, max(j - cells, 0), k]
        for j in range(nx):
            sums[j] = 0.0
            for i in range(-cells, cells + 1):
                sums[j] += rows[min(max(i, 0), ny - 1), j]
        for i in range(ny):
            after, before = min(i + cells + 1, ny - 1), max(i - cells, 0)
            for j in range(nx):
                fields[i, j, k] = sums[j] / wide
                sums[j] += rows[after, j] - rows[before, j]
    for i in range(ny):
        for j in range(nx):
            fields[i, j, BRAKE], fields[i, j, FREE] = table[piece[i, j], BRAKE], free[i, j]


@lru_cache(maxsize=TERRAINS_KEPT)
def terrain_of(ground: Landing) -> Terrain:
    """Lay the pieces of ground on a raster."""
    pieces = _pieces(ground)
    raster = _raster(ground.front_m, ground.back_m, ground.width_m, tuple((p.ring, p.is_solid) for p in ground.patches))
    numbers = [
        bounce_numbers(p.surface, ground.firmness_of(p.surface), ground.green_speed_ft, ground.wet, ground.coefficients)
        for p in pieces
    ]
    tilts = [(math.tan(p.fall_rad), math.tan(p.side_rad)) for p in pieces]
    bounces, brakes = np.split(np.array(numbers), [AWAY], axis=1)
    table = np.hstack([bounces, np.array(tilts), brakes])
    ends = np.array([SOLID if p.is_solid else 1.0 if p.ends_here else 0.0 for p in pieces])[raster.piece]
    climb = np.zeros(raster.piece.shape[1])
    if ground.rise_m != 0.0 and math.isfinite(ground.width_m):
        x = raster.x0 + raster.cell * (np.arange(len(climb)) + 0.5)
        climb[(x > 0.0) & (x < ground.climb_m)] = ground.rise_m / ground.climb_m
    cells = round(COLLAR_M / raster.cell) if math.isfinite(raster.cell) else 0
    fields = np.empty((*raster.piece.shape, FREE + 1))
    _lay(raster.piece, table, climb, raster.free, cells, fields)
    c = ground.coefficients
    friction = c.friction * (1.0 - c.wet_slip * ground.wet)
    is_tilted = bool(table[:, (AWAY, LEFT)].any() or climb.any())
    frame = Frame(
        float(raster.x0), float(raster.y0), float(raster.cell), friction, is_tilted, bool((ends == SOLID).any()), c
    )
    return Terrain(frame, fields, ends)


def _ends_at(ground: Landing, places: Vec) -> Vec:
    terrain = terrain_of(ground)
    x0, y0, cell = terrain.frame[:3]
    rows, columns = terrain.ends.shape
    i = np.clip(np.floor((places[:, 1] - y0) / cell), 0, rows - 1).astype(int)
    j = np.clip(np.floor((places[:, 0] - x0) / cell), 0, columns - 1).astype(int)
    return np.asarray(terrain.ends[i, j])


def ended(ground: Landing, places: Vec) -> Mask:
    """Whether balls at rest at `places` (n, 2 or 3) lie where a ball goes no further, (n,)."""
    return np.asarray(_ends_at(ground, places) > 0.0)


def stopped(ground: Landing, places: Vec) -> Mask:
    """Whether balls at rest at `places` (n, 2 or 3) lie against something solid, as finely as the ground is laid."""
    return np.asarray(_ends_at(ground, places) == SOLID)
