"""Heights from a grid file (ESRI ASCII), in any coordinates that PROJ knows, laid on a course in metres."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from pyproj import CRS, Transformer
from pyproj.exceptions import CRSError

from veltrin.core.course import Course, Heights
from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec
from veltrin.exchange.course_geojson import HIGHEST_M, LOWEST_M, MOST_HEIGHTS, projection

DEGREES = 4326
"""The EPSG code of longitude and latitude (WGS 84)."""

MOST_CELLS = 4_000_000
AROUND_M = 30.0
"""How far beyond the outermost ground of a course heights are kept."""

LEAST_STEP_M = 1.0


class Grid(NamedTuple):
    """Heights (m) by row from the north, at places a cell apart; `west`, `north`: the middle of the first one."""

    west: float
    north: float
    cell: float
    values: NDArray[np.float64]


def _refuse(problem: str, fix: str) -> DomainError:
    return DomainError("heights", problem, fix)


def read_ascii(text: str) -> Grid:
    """A grid from ESRI ASCII text. DomainError where it is none."""
    head: dict[str, float] = {}
    lines = text.splitlines()
    at = 0
    for at, line in enumerate(lines):
        words = line.split()
        if len(words) != 2 or not words[0][0].isalpha():
            break
        try:
            head[words[0].lower()] = float(words[1].replace(",", "."))
        except ValueError:
            raise _refuse(f"line {at + 1}: '{words[1][:20]}' is not a number.", "Export the grid again.") from None
    missing = [name for name in ("ncols", "nrows", "cellsize") if name not in head]
    corner = next((kind for kind in ("corner", "center") if f"xll{kind}" in head and f"yll{kind}" in head), None)
    if missing or corner is None:
        name = missing[0] if missing else "xllcorner"
        raise _refuse(f"it has no {name}.", "Give an ESRI ASCII grid, with xllcorner, yllcorner, cellsize.")
    columns, rows, cell = int(head["ncols"]), int(head["nrows"]), head["cellsize"]
    if not (columns >= 2 and rows >= 2 and columns * rows <= MOST_CELLS and cell > 0.0):
        raise _refuse(f"it has {columns} by {rows} cells.", f"Cut out the course: at most {MOST_CELLS} cells.")
    try:
        values = np.array(" ".join(lines[at:]).split(), dtype=float)
    except ValueError as error:
        raise _refuse(f"it holds something that is no number ({error}).", "Export the grid again.") from error
    if values.size != columns * rows:
        raise _refuse(f"it has {values.size} heights, not {columns * rows}.", "Export the grid again.")
    values = values.reshape(rows, columns)
    is_known = (values >= LOWEST_M) & (values <= HIGHEST_M) & (values != head.get("nodata_value", math.inf))
    half = 0.5 * cell if corner == "corner" else 0.0
    west, south = head[f"xll{corner}"] + half, head[f"yll{corner}"] + half
    return Grid(west, south + cell * (rows - 1), cell, np.where(is_known, values, np.nan))


def on_course(course: Course, grid: Grid, epsg: int = DEGREES) -> Course:
    """The course with the heights of a grid in coordinates of that EPSG code. DomainError where it lies elsewhere."""
    there = Transformer.from_crs(projection(course.origin), coordinates_of(epsg), always_xy=True)
    west, south, east, north = reach(course)
    step = max(_metres(there, grid.cell), LEAST_STEP_M)
    step = max(step, math.sqrt((east - west) * (north - south) / MOST_HEIGHTS))
    x, y = np.meshgrid(np.arange(west, east + step, step), np.arange(south, north + step, step))
    values = _at(grid, np.column_stack(there.transform(x.ravel(), y.ravel()))).reshape(x.shape)
    if not np.isfinite(values).any():
        raise _refuse("it holds no height of this course.", "Choose the grid of this place, and give its EPSG number.")
    return replace(course, heights=Heights(west, south, step, values))


def coordinates_of(epsg: int) -> CRS:
    """Coordinates by their EPSG code. DomainError where there are none."""
    try:
        return CRS.from_epsg(epsg)
    except CRSError:
        raise DomainError("epsg", f"{epsg} is no coordinate system.", "Give its EPSG number.") from None


def reach(course: Course) -> tuple[float, float, float, float]:
    """West, south, east and north end of the ground whose heights are kept with a course (m)."""
    (west, south), (east, north) = course.corners.min(axis=0) - AROUND_M, course.corners.max(axis=0) + AROUND_M
    return float(west), float(south), float(east), float(north)


def _metres(there: Transformer, cell: float) -> float:
    """How long a cell is on the ground (m): from its length in the grid's own coordinates, at the course's middle."""
    places = np.array(there.transform([0.0, 10.0, 0.0], [0.0, 0.0, 10.0])).T
    along, across = np.hypot(*(places[1] - places[0])), np.hypot(*(places[2] - places[0]))
    return cell / (max(float(along), float(across)) / 10.0)


def _at(grid: Grid, places: Vec) -> Vec:
    """Heights at places in the grid's coordinates, (n, 2); not a number outside. Bilinear."""
    rows, columns = grid.values.shape
    flipped = Heights(grid.west, grid.north - grid.cell * (rows - 1), grid.cell, grid.values[::-1])
    assert columns >= 2, "a grid has two columns (read_ascii)"
    return flipped.at(places)
