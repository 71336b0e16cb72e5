"""Heights from a GeoTIFF, in the coordinates it tells of itself, laid on a course in metres (read by rasterio)."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import TYPE_CHECKING

import numpy as np

from veltrin.core.course import Course, Heights
from veltrin.core.errors import DomainError
from veltrin.exchange.course_geojson import HIGHEST_M, LOWEST_M, MOST_HEIGHTS, projection
from veltrin.exchange.height_grid import LEAST_STEP_M, coordinates_of, reach

if TYPE_CHECKING:
    from rasterio.crs import CRS
    from rasterio.io import DatasetReader

FEET_M = {"foot": 0.3048, "ft": 0.3048, "us survey foot": 1200.0 / 3937.0, "us-ft": 1200.0 / 3937.0}
"""Feet by what a file calls them (m). International foot: exact; US survey foot: 1200/3937 m (NIST SP 811)."""

UNKNOWN = -1e9
"""What stands where a file knows no height."""

LARGEST_BLOCK = 16_000_000
"""A block is read as a whole: a file that unpacks to more cells at once than this is refused."""


def _refuse(problem: str, fix: str) -> DomainError:
    return DomainError("heights", problem, fix)


def with_tiff(course: Course, data: bytes, epsg: int | None = None) -> Course:
    """The course with the heights of a GeoTIFF's first band; those it had go.

    `epsg`: its coordinates where the file doesn't tell them. DomainError where it is none, tells no coordinates, or
    lies elsewhere.
    """
    # A heavy package, and seldom wanted.
    from rasterio._err import CPLE_BaseError
    from rasterio.errors import RasterioError
    from rasterio.io import MemoryFile

    try:
        with MemoryFile(data) as memory, memory.open(driver="GTiff") as file:
            return replace(course, heights=_laid(course, file, epsg))
    except (RasterioError, CPLE_BaseError) as error:
        raise _refuse(f"it can't be read as a GeoTIFF ({str(error)[:80]}).", "Export it again, as GeoTIFF.") from error


def _coordinates(file: DatasetReader, epsg: int | None) -> CRS:
    from rasterio.crs import CRS

    told = file.crs
    # Files that don't say what their coordinates are count them from nowhere.
    if told is not None and (told.is_geographic or told.is_projected):
        return told
    if epsg is None:
        raise DomainError(
            "epsg", "isn't told, and the file doesn't tell it.", "Give the EPSG number of its coordinates."
        )
    return CRS.from_wkt(coordinates_of(epsg).to_wkt())


def _laid(course: Course, file: DatasetReader, epsg: int | None) -> Heights:
    from rasterio import Affine
    from rasterio.crs import CRS
    from rasterio.vrt import WarpedVRT
    from rasterio.warp import Resampling, transform_bounds

    there, here = _coordinates(file, epsg), CRS.from_proj4(projection(course.origin))
    if file.transform.is_identity:
        raise _refuse("it doesn't say where it lies.", "Give a GeoTIFF of heights around the course.")
    if math.prod(file.block_shapes[0]) > LARGEST_BLOCK:
        raise _refuse("it can only be read whole, which is too much.", "Export it in tiles, or cut out the course.")
    west, south, east, north = reach(course)
    # As fine as the file is where the course lies.
    left, bottom, right, top = transform_bounds(here, there, west, south, east, north)
    cell = max(
        abs(file.transform.a) / (right - left) * (east - west), abs(file.transform.e) / (top - bottom) * (north - south)
    )
    step = max(cell, LEAST_STEP_M, math.sqrt((east - west) * (north - south) / MOST_HEIGHTS))
    columns, rows = math.ceil((east - west) / step) + 1, math.ceil((north - south) / step) + 1
    with WarpedVRT(
        file, src_crs=there, crs=here, resampling=Resampling.bilinear, dtype="float64", nodata=UNKNOWN,
        width=columns, height=rows,
        transform=Affine(step, 0.0, west - 0.5 * step, 0.0, -step, south + (rows - 0.5) * step),
    ) as laid:  # fmt: skip
        values = laid.read(1)[::-1]
    values = values * FEET_M.get(str(file.units[0] or "").strip().lower(), 1.0)
    values = np.where((values >= LOWEST_M) & (values <= HIGHEST_M), values, np.nan)
    if not np.isfinite(values).any():
        raise _refuse("it holds no height of this course.", "Choose the survey of this place.")
    return Heights(west, south, step, values)
