"""Heights from GeoTIFFs: laid where they belong, in any coordinates, and refused with a reason where they can't be."""

from __future__ import annotations

import io
import json
from typing import Any

import numpy as np
import pytest
from numpy.typing import NDArray
from PIL import Image
from pyproj import Transformer
from rasterio import Affine
from rasterio.io import MemoryFile

from tests.tiffs import by_hand
from veltrin.core.course import Course
from veltrin.core.errors import DomainError
from veltrin.demo.nine_holes import FILE
from veltrin.exchange.course_geojson import projection, read_course, write_course
from veltrin.exchange.height_tiff import with_tiff

FELL = read_course(FILE.read_text()).course
PLACES = np.array([[-100.0, -50.0], [0.0, 0.0], [60.0, 180.0], [45.0, 368.0]])
UTM = 32631
"""UTM zone 31 north, where Skarvan Fell's made-up longitude lies."""


def where(course: Course, epsg: int) -> NDArray[np.float64]:
    """The places in a file's coordinates, by PROJ alone."""
    move = Transformer.from_crs(projection(course.origin), f"EPSG:{epsg}", always_xy=True)
    return np.column_stack(move.transform(PLACES[:, 0], PLACES[:, 1]))


def ground(x: NDArray[np.float64], y: NDArray[np.float64], middle: NDArray[np.float64], cell: float) -> Any:
    """A tilted plane: what lies between the places of a grid is exact on it."""
    return 620.0 + 0.4 * (x - middle[0]) / cell - 0.25 * (y - middle[1]) / cell


def written(epsg: int, cell: float, *, side: int = 700, **profile: object) -> bytes:
    """A GeoTIFF of the plane around the course, by rasterio."""
    middle = where(FELL, epsg).mean(axis=0)
    west, north = middle[0] - 0.5 * side * cell, middle[1] + 0.5 * side * cell
    x, y = np.meshgrid(west + cell * (np.arange(side) + 0.5), north - cell * (np.arange(side) + 0.5))
    values = ground(x, y, middle, cell)
    told: dict[str, Any] = {
        "dtype": "float32",
        "crs": f"EPSG:{epsg}",
        "transform": Affine(cell, 0, west, 0, -cell, north),
    }
    told.update(profile)
    with MemoryFile() as memory:
        with memory.open(driver="GTiff", width=side, height=side, count=1, **told) as file:
            file.write(values.astype(told["dtype"]), 1)
        return bytes(memory.read())


@pytest.mark.parametrize(
    ("epsg", "cell", "profile"),
    [
        (UTM, 2.0, {}),
        (UTM, 2.0, {"compress": "deflate", "predictor": 3, "tiled": True, "blockxsize": 128, "blockysize": 128}),
        (UTM, 2.0, {"dtype": "float64", "compress": "lzw"}),
        (4326, 0.00002, {}),
        # The next zone over: the grid lies askew to the course.
        (32632, 2.0, {}),
    ],
)
def test_heights_lie_where_they_belong(epsg: int, cell: float, profile: dict[str, object]) -> None:
    laid = with_tiff(FELL, written(epsg, cell, **profile))
    at = where(FELL, epsg)
    expected = ground(at[:, 0], at[:, 1], at.mean(axis=0), cell)
    # A plane's height by its own formula at the place by PROJ. Within a tenth of what one cell rises.
    assert laid.height_at(PLACES) == pytest.approx(expected, abs=0.05)
    again = read_course(json.dumps(write_course(laid))).course
    assert again.height_at(PLACES) == pytest.approx(expected, abs=0.06)


def test_heights_in_feet_are_heights_in_metres() -> None:
    middle = where(FELL, UTM).mean(axis=0)
    with MemoryFile() as memory:
        told = {
            "dtype": "float32",
            "crs": f"EPSG:{UTM}",
            "transform": Affine(2, 0, middle[0] - 700, 0, -2, middle[1] + 700),
        }
        with memory.open(driver="GTiff", width=700, height=700, count=1, **told) as file:
            file.write(np.full((700, 700), 2000.0, dtype="float32"), 1)
            file.units = ("US survey foot",)
        data = bytes(memory.read())
    # 1 US survey foot is 1200/3937 m: NIST Special Publication 811, appendix B.
    assert with_tiff(FELL, data).height_at(PLACES) == pytest.approx(np.full(4, 2000 * 1200 / 3937), abs=0.001)


def test_what_isn_t_known_stays_unknown() -> None:
    data = written(UTM, 2.0, nodata=-9999.0)
    with MemoryFile(data) as memory, memory.open() as file:
        values, profile = file.read(1), file.profile
        values[:, :350] = -9999.0
    with MemoryFile() as memory:
        with memory.open(**profile) as file:
            file.write(values, 1)
        data = bytes(memory.read())
    heights = with_tiff(FELL, data).height_at(PLACES)
    assert np.isnan(heights[0])
    assert np.isfinite(heights[2])
    assert np.nanmin(heights) > 0.0, "nothing of what stands for 'not known' is mixed in"


def test_a_file_of_another_writer_is_read() -> None:
    middle = where(FELL, UTM).mean(axis=0)
    data = by_hand(middle[0] - 750.0, middle[1] + 750.0, epsg=UTM)
    assert with_tiff(FELL, data).height_at(PLACES) == pytest.approx(np.full(4, 612.5), abs=0.001)


def test_coordinates_that_a_file_doesn_t_tell_are_asked_for() -> None:
    middle = where(FELL, UTM).mean(axis=0)
    data = by_hand(middle[0] - 750.0, middle[1] + 750.0, epsg=None)
    with pytest.raises(DomainError, match="isn't told"):
        with_tiff(FELL, data)
    assert with_tiff(FELL, data, UTM).height_at(PLACES) == pytest.approx(np.full(4, 612.5), abs=0.001)


def plain() -> bytes:
    out = io.BytesIO()
    Image.new("F", (50, 50), 3.0).save(out, "TIFF")
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "epsg", "problem"),
    [
        (b"no picture", UTM, "can't be read as a GeoTIFF"),
        (b"II*\x00\xff\xff\xff\xff", UTM, "can't be read as a GeoTIFF"),
        (plain(), UTM, "doesn't say where it lies"),
        (by_hand(500_000.0, 100_000.0, epsg=UTM), None, "holds no height of this course"),
        (by_hand(0.0, 0.0, epsg=None), 998_999, "is no coordinate system"),
        (written(UTM, 2.0)[:200_000], None, "can't be read"),
    ],
    ids=["text", "head", "plain", "elsewhere", "number", "cut"],
)
def test_what_is_no_survey_of_the_course_is_told(data: bytes, epsg: int | None, problem: str) -> None:
    with pytest.raises(DomainError, match=problem) as refused:
        with_tiff(FELL, data, epsg)
    assert refused.value.fix
