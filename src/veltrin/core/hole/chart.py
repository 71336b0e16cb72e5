"""The hole from above as compiled functions take it: what ground a ball lies on, and what it still costs from there.

Outlines are lists of sides, looked at one by one: a place is inside where a line from it crosses an odd number of them.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import NamedTuple

import numpy as np
import shapely
from numpy.typing import NDArray

from veltrin.core.geometry import Index, Mask, Vec
from veltrin.core.hole.areas import KINDS, RAYS, Area, AreaKindName
from veltrin.core.hole.baseline import ABOVE_PER_DEG, TILT_PER_DEG, putts_table, strokes_table
from veltrin.core.kernels import LOOSE, kernel
from veltrin.core.units import METRES_PER_FOOT, METRES_PER_YARD

DROP_BEHIND_M = 2.0
"""How far before the edge where its straight way met the water a ball is dropped. Judgement."""

STUCK_M = 0.6
"""A ball that has moved less lies in its old hole. Judgement."""

KIND_LIST = tuple(KINDS.values())
KIND_NUMBER = {kind.name: i for i, kind in enumerate(KIND_LIST)}

_LIES = ("fairway", "rough", "sand", "recovery")
ROUGH, RECOVERY = _LIES.index("rough"), _LIES.index("recovery")
ON_GREEN = -1

COLUMN, BETWEEN, EXTRA, PENALTY, AGAIN, ENDS_HERE = range(6)
"""Columns of what a kind of ground costs: see AreaKind."""

KIND_ROWS = np.array(
    [
        (
            ON_GREEN if kind.lie == "green" else _LIES.index(kind.lie),
            kind.between,
            kind.extra,
            kind.penalty,
            kind.again,
            kind.ends_here,
        )
        for kind in KIND_LIST
    ]
)

FAR_M = 1e9
"""Where a green without an end ends after all."""

CELLS = 128
"""Cells of the grid to each side. Most places lie in one that no side passes, and need no look at sides."""

NO_PIECE, MIXED = -1, -2


class Numbers(NamedTuple):
    """What of a hole is one number, see Hole. Tangents of the green's tilt, along, across and in all; feet that a metre
    of putt plays, and more of them straight above the hole; corner of the grid and size of its cells in x and y (m);
    lengths of the tables by feet and by yards.
    """

    flag_m: float
    around: int
    stuck_strokes: float
    start_strokes: float
    fall: float
    side: float
    steep: float
    above: float
    plays: float
    grid_x: float
    grid_y: float
    cell_x: float
    cell_y: float
    by_feet: int
    by_yards: int


KIND, FIRST, LAST, LEFT, LOW, RIGHT, HIGH, AHEAD, FIRST_RAY, RAY_STEP, RAY_AT = range(11)
"""Columns of a piece: its kind, where its sides begin and end, the box around it; of one where a ball is lost, the
bearing of its middle, of the first ray from there and from ray to ray (rad), and how far along each it begins (m)."""

FEET, PUTTS, BY_YARDS, FROM = 0, 1, 2, 3
"""Rows of the tables: places in feet, strokes there; places in yards, strokes there from each lie."""


class Pieces(NamedTuple):
    """Outlines over each other: the uppermost piece in each cell of a grid, NO_PIECE or, where a side passes, MIXED;
    a row a piece, bottom first; their sides (x, y, x, y); the grid's corner and cell (m).
    """

    cells: NDArray[np.int16]
    rows: Vec
    sides: Vec
    grid: Vec


class Chart(NamedTuple):
    """A hole for kernels: numbers, and arrays that are handed on one by one (an array in a tuple is counted at every
    look). `screens`: boxes that hide the flag, (x0, x1, y0, y1, reach).
    """

    numbers: Numbers
    cells: NDArray[np.int16]
    pieces: Vec
    sides: Vec
    tables: Vec
    screens: Vec


def _sides_of(shape: shapely.Geometry) -> Vec:
    """Every side of a shape's polygons, holes too, (n, 4)."""
    # An outline that was put right may be a collection of lines and of polygons that are a collection again.
    polygons = shapely.get_parts(shapely.get_parts(shape))
    rings = [shapely.get_coordinates(ring) for ring in shapely.get_rings(polygons)]
    return np.concatenate([np.hstack([ring[:-1], ring[1:]]) for ring in rings] or [np.zeros((0, 4))])


def _grid_over(edges: Vec) -> Vec:
    """Corner and size of the cells of a grid over all sides that have an end."""
    near = edges[np.abs(edges).max(axis=1, initial=0.0) < FAR_M]
    if not len(near):
        return np.array([0.0, 0.0, 1.0, 1.0])
    x, y = near[:, [0, 2]], near[:, [1, 3]]
    return np.array([x.min(), y.min(), np.ptp(x) / CELLS + 1e-9, np.ptp(y) / CELLS + 1e-9])


@kernel(fastmath=LOOSE)
def _sort(values: Vec, count: int) -> None:
    """Sort the first few values in place. The library's own sorting takes the compiler longer than this ever runs."""
    for i in range(1, count):
        value, k = values[i], i
        while k > 0 and values[k - 1] > value:
            values[k] = values[k - 1]
            k -= 1
        values[k] = value


@kernel(fastmath=LOOSE)
def _lay(edges: Vec, starts: Index, grid: Vec, cells: Index) -> None:
    """Lay pieces on the cells of a grid, row by row between the sides they cross; then mark where a side passes."""
    count, crossed = cells.shape[0], np.empty(edges.shape[0])
    for i in range(count):
        y = grid[1] + (i + 0.5) * grid[3]
        for k in range(starts.shape[0] - 1):
            found = 0
            for s in range(starts[k], starts[k + 1]):
                x0, y0, x1, y1 = edges[s, 0], edges[s, 1], edges[s, 2], edges[s, 3]
                if (y0 > y) != (y1 > y):
                    crossed[found] = x0 + (y - y0) / (y1 - y0) * (x1 - x0)
                    found += 1
            _sort(crossed, found)
            for pair in range(0, found - 1, 2):
                first = max(math.ceil((crossed[pair] - grid[0]) / grid[2] - 0.5), 0.0)
                last = min(math.floor((crossed[pair + 1] - grid[0]) / grid[2] - 0.5), count - 1.0)
                for j in range(int(first), int(last) + 1):
                    cells[i, j] = k
    for s in range(edges.shape[0]):
        _mark(edges[s], grid, cells)


@kernel(fastmath=LOOSE)
def _mark(edge: Vec, grid: Vec, cells: Index) -> None:
    """Mark every cell that a side passes, and its neighbours."""
    count = cells.shape[0]
    x0, y0 = (edge[0] - grid[0]) / grid[2], (edge[1] - grid[1]) / grid[3]
    x1, y1 = (edge[2] - grid[0]) / grid[2], (edge[3] - grid[1]) / grid[3]
    low, high = max(min(x0, x1), -2.0), min(max(x0, x1), count + 2.0)
    if low > high:
        return
    for j in range(math.floor(low), math.floor(high) + 1):
        # Where the side is over this column of cells; all of its height where it runs along the column.
        from_x, to_x = max(j - 0.01, min(x0, x1)), min(j + 1.01, max(x0, x1))
        steep = abs(x1 - x0) < 1e-6
        a = y0 if steep else y0 + (from_x - x0) / (x1 - x0) * (y1 - y0)
        b = y1 if steep else y0 + (to_x - x0) / (x1 - x0) * (y1 - y0)
        first, last = max(min(a, b) - 0.01, -1.0), min(max(a, b) + 0.01, count + 1.0)
        for i in range(math.floor(first), math.floor(last) + 1):
            if 0 <= i < count and 0 <= j < count:
                cells[i, j] = MIXED


def pieces_of(outlines: Sequence[tuple[AreaKindName, shapely.Geometry, Area | None]]) -> Pieces:
    """Lay outlines over each other, bottom first: name of the kind, shape, and the area it is of where it is one."""
    shapes = [_sides_of(shape) for _, shape, _ in outlines]
    sides, starts = np.concatenate([np.zeros((0, 4)), *shapes]), np.cumsum([0, *map(len, shapes)], dtype=np.int64)
    rows = np.zeros((len(outlines), RAY_AT + RAYS))
    for k, (name, shape, area) in enumerate(outlines):
        rows[k, : HIGH + 1] = KIND_NUMBER[name], starts[k], starts[k + 1], *shapely.bounds(shape)
        if area is not None and area.kind.ends_here:
            ahead, angles, begins = area.rays
            rows[k, AHEAD:] = [ahead, angles[0], angles[1] - angles[0], *begins]
    grid, cells = _grid_over(sides), np.full((CELLS, CELLS), NO_PIECE, dtype=np.int16)
    _lay(sides, starts, grid, cells)
    return Pieces(cells, rows, sides, grid)


def strip_shape(front_m: float, back_m: float) -> shapely.Geometry:
    """A green as wide as the world."""
    return shapely.box(max(front_m, -FAR_M), -FAR_M, min(back_m, FAR_M), FAR_M)


@lru_cache(maxsize=64)
def tables(handicap: float) -> tuple[Vec, int, int]:
    """Strokes on the green and off it, in rows that are filled up, and how many by feet and by yards there are."""
    putting = putts_table(handicap)
    off = [strokes_table(lie, handicap) for lie in _LIES]
    told = (*putting, off[0][0], *(strokes for _, strokes in off))
    made = np.zeros((len(told), max(map(len, told))))
    for row, values in zip(made, told, strict=True):
        row[: len(values)] = values
    return made, len(putting[0]), len(off[0][0])


def putting(tilt_deg: float, quick: float) -> tuple[float, float]:
    """How many feet more a metre of putt plays straight above the hole, and everywhere."""
    feet = quick / METRES_PER_FOOT
    return feet * ABOVE_PER_DEG * tilt_deg, feet * (1.0 + TILT_PER_DEG * tilt_deg)


@kernel(forceinline=True, fastmath=LOOSE)
def _read(at: float, tables: Vec, places: int, values: int, count: int) -> float:
    """Read a table, straight between its places, held beyond them."""
    if at <= tables[places, 0]:
        return float(tables[values, 0])
    if at >= tables[places, count - 1]:
        return float(tables[values, count - 1])
    low, high = 0, count - 1
    while high - low > 1:
        middle = (low + high) // 2
        if tables[places, middle] <= at:
            low = middle
        else:
            high = middle
    share = (at - tables[places, low]) / (tables[places, high] - tables[places, low])
    return float(tables[values, low] + share * (tables[values, high] - tables[values, low]))


@kernel(forceinline=True, fastmath=LOOSE)
def _holds(k: int, x: float, y: float, pieces: Vec, sides: Vec) -> bool:
    """Whether a piece holds a place: a line from it crosses an odd number of its sides."""
    if x < pieces[k, LEFT] or y < pieces[k, LOW] or x > pieces[k, RIGHT] or y > pieces[k, HIGH]:
        return False
    inside = False
    for s in range(int(pieces[k, FIRST]), int(pieces[k, LAST])):
        x0, y0, x1, y1 = sides[s, 0], sides[s, 1], sides[s, 2], sides[s, 3]
        if (y0 > y) != (y1 > y) and x < x0 + (y - y0) / (y1 - y0) * (x1 - x0):
            inside = not inside
    return inside


@kernel(forceinline=True, fastmath=LOOSE)
def _piece_at(x: float, y: float, n: Numbers, cells: Index, pieces: Vec, sides: Vec) -> int:
    """The uppermost piece of ground that a place lies in, NO_PIECE where it lies in none."""
    at_x, at_y = (x - n.grid_x) / n.cell_x, (y - n.grid_y) / n.cell_y
    if 0.0 <= at_x < CELLS and 0.0 <= at_y < CELLS:
        found = int(cells[int(at_y), int(at_x)])
        if found != MIXED:
            return found
    for k in range(pieces.shape[0] - 1, -1, -1):
        if _holds(k, x, y, pieces, sides):
            return k
    return NO_PIECE


@kernel(forceinline=True, fastmath=LOOSE)
def _hides(x: float, y: float, flag_m: float, screens: Vec, s: int) -> bool:
    """Whether a ball lies close behind a box as seen on the way to the flag."""
    enter, leave = 0.0, 1.0
    for axis in range(2):
        place, step = (x, flag_m - x) if axis == 0 else (y, -y)
        low, high = screens[s, 2 * axis], screens[s, 2 * axis + 1]
        if abs(step) < 1e-9:
            if not low < place < high:
                return False
            continue
        one, other = (low - place) / step, (high - place) / step
        enter, leave = max(enter, min(one, other)), min(leave, max(one, other))
    return enter < leave and enter * math.hypot(flag_m - x, y) < screens[s, 4]


@kernel(forceinline=True, fastmath=LOOSE)
def _off_green(column: int, x: float, y: float, n: Numbers, tables: Vec) -> float:
    yards = math.sqrt((x - n.flag_m) ** 2 + y * y) / METRES_PER_YARD
    return _read(yards, tables, BY_YARDS, FROM + column, n.by_yards)


@kernel(forceinline=True, fastmath=LOOSE)
def _dropped(k: int, x: float, y: float, n: Numbers, pieces: Vec, tables: Vec) -> float:
    """What a ball costs that is dropped where its straight way to (x, y) met a piece of ground first."""
    turn = (math.atan2(y, x) - pieces[k, AHEAD] + math.pi) % (2.0 * math.pi) - math.pi
    at = min(max((turn - pieces[k, FIRST_RAY]) / pieces[k, RAY_STEP], 0.0), RAYS - 1.0)
    low, away = min(int(at), RAYS - 2), math.sqrt(x * x + y * y)
    begins, then = pieces[k, RAY_AT + low], pieces[k, RAY_AT + low + 1]
    entry = min(begins + (at - low) * (then - begins), away)
    share = max(entry - DROP_BEHIND_M, 0.0) / max(away, 1e-9)
    return _off_green(int(KIND_ROWS[int(pieces[k, KIND]), COLUMN]), share * x, share * y, n, tables)


@kernel(forceinline=True, fastmath=LOOSE)
def on_ground(kind: int, x: float, y: float, n: Numbers, tables: Vec) -> float:
    """Strokes from a place on ground of a kind, without what holds it there."""
    if KIND_ROWS[kind, AGAIN] > 0.0:
        return float(KIND_ROWS[kind, PENALTY] + n.start_strokes)
    column = int(KIND_ROWS[kind, COLUMN])
    if column == ON_GREEN:
        away = math.sqrt((x - n.flag_m) ** 2 + y * y)
        # The ball is above the hole where the ground falls from it to the flag.
        drop = (n.flag_m - x) * n.fall - y * n.side
        above = max(drop / max(away * n.steep, 1e-9), 0.0) if n.steep > 0.0 else 0.0
        return _read(away * (n.plays + n.above * above), tables, FEET, PUTTS, n.by_feet)
    strokes, between = _off_green(column, x, y, n, tables), KIND_ROWS[kind, BETWEEN]
    if between > 0.0:
        strokes = (1.0 - between) * strokes + between * _off_green(ROUGH, x, y, n, tables)
    return float(strokes + KIND_ROWS[kind, EXTRA] + KIND_ROWS[kind, PENALTY])


@kernel(forceinline=True, fastmath=LOOSE)
def cost_at(
    x: float,
    y: float,
    is_held: bool,
    n: Numbers,
    cells: Index,
    pieces: Vec,
    sides: Vec,
    tables: Vec,
    screens: Vec,
) -> tuple[int, float]:
    """Kind of ground at a place, and strokes still to come; `is_held`: it lies against something."""
    k = _piece_at(x, y, n, cells, pieces, sides)
    kind = int(pieces[k, KIND]) if k >= 0 else n.around
    if k >= 0 and KIND_ROWS[kind, ENDS_HERE] > 0.0:
        strokes = KIND_ROWS[kind, PENALTY] + _dropped(k, x, y, n, pieces, tables)
    else:
        strokes = on_ground(kind, x, y, n, tables)
    if n.stuck_strokes > 0.0 and x * x + y * y < STUCK_M * STUCK_M:
        strokes = max(strokes, n.stuck_strokes)
    for s in range(screens.shape[0]):
        is_held = is_held or _hides(x, y, n.flag_m, screens, s)
    if is_held:
        strokes = max(strokes, _off_green(RECOVERY, x, y, n, tables))
    return kind, strokes


@kernel(nogil=True, fastmath=LOOSE)
def kinds_at(x: Vec, y: Vec, out: Index, n: Numbers, cells: Index, pieces: Vec, sides: Vec) -> None:
    """Number of the kind of ground at each place."""
    for i in range(x.shape[0]):
        k = _piece_at(x[i], y[i], n, cells, pieces, sides)
        out[i] = int(pieces[k, KIND]) if k >= 0 else n.around


@kernel(nogil=True, fastmath=LOOSE)
def costs_at(
    x: Vec,
    y: Vec,
    held: Mask,
    kinds: Index,
    strokes: Vec,
    n: Numbers,
    cells: Index,
    pieces: Vec,
    sides: Vec,
    tables: Vec,
    screens: Vec,
) -> None:
    """Kind and strokes of each place; the last six are a chart's."""
    for i in range(x.shape[0]):
        kinds[i], strokes[i] = cost_at(x[i], y[i], held[i], n, cells, pieces, sides, tables, screens)
