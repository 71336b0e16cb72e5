"""Heights from a survey's grid: laid on the course by its coordinates, whatever they are."""

from __future__ import annotations

import numpy as np
import pytest
from pyproj import Transformer

from veltrin.core.course import line_from
from veltrin.core.errors import DomainError
from veltrin.demo.nine_holes import FILE
from veltrin.exchange.course_geojson import projection, read_course
from veltrin.exchange.height_grid import on_course, read_ascii

COURSE = read_course(FILE.read_text()).course
UTM, DEGREES = 32631, 4326
"""The course lies in zone 31 of the northern UTM (EPSG's own list)."""


def plane(x: np.ndarray, y: np.ndarray) -> np.ndarray:
    return 600.0 + 0.05 * x - 0.03 * y


def text_of(epsg: int, cell: float, corner: str = "corner") -> str:
    """A plane in the course's own metres, as a grid in other coordinates."""
    back = Transformer.from_crs(epsg, projection(COURSE.origin), always_xy=True)
    there = Transformer.from_crs(projection(COURSE.origin), epsg, always_xy=True)
    xs, ys = there.transform([-300.0, 1000.0, -300.0, 1000.0], [-400.0, -400.0, 800.0, 800.0])
    west, south = min(xs), min(ys)
    columns, rows = int((max(xs) - west) / cell), int((max(ys) - south) / cell)
    x, y = np.meshgrid(west + cell * (np.arange(columns) + 0.5), south + cell * (np.arange(rows)[::-1] + 0.5))
    values = plane(*back.transform(x, y))
    off = 0.5 * cell if corner == "center" else 0.0
    head = f"ncols {columns}\nnrows {rows}\nxll{corner} {west + off}\nyll{corner} {south + off}\ncellsize {cell}\n"
    return head + "NODATA_value -9999\n" + "\n".join(" ".join(f"{v:.3f}" for v in row) for row in values)


@pytest.mark.parametrize(
    ("epsg", "cell", "corner"), [(UTM, 5.0, "corner"), (UTM, 2.5, "center"), (DEGREES, 0.0001, "corner")]
)
def test_a_grid_in_any_coordinates_gives_the_heights_where_they_are(epsg: int, cell: float, corner: str) -> None:
    course = on_course(COURSE, read_ascii(text_of(epsg, cell, corner)), epsg)
    rng = np.random.default_rng(1)
    places = np.column_stack([rng.uniform(-60, 700, 200), rng.uniform(-120, 470, 200)])
    assert np.allclose(course.height_at(places), plane(places[:, 0], places[:, 1]), atol=0.02)
    # The slope under a ball is the plane's, whichever way the line goes.
    ball, flag = (60.0, 180.0), COURSE.holes[0].flag
    assert flag is not None
    found = line_from(course, ball, flag)
    assert found.slope is not None
    ahead = np.array(flag) - np.array(ball)
    ahead /= np.hypot(*ahead)
    assert np.tan(found.slope.fall_rad) == pytest.approx(-(0.05 * ahead[0] - 0.03 * ahead[1]), abs=2e-3)


@pytest.mark.parametrize(
    ("told", "epsg", "words"),
    [
        ("a picture, no grid", UTM, "it has no ncols"),
        ("ncols many", UTM, "not a number"),
        ("ncols 2\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 1\n1 2 3", UTM, "3 heights, not 4"),
        ("ncols 2\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 1\n1 2 3 x", UTM, "no number"),
        ("ncols 9999\nnrows 9999\nxllcorner 0\nyllcorner 0\ncellsize 1\n1", UTM, "at most"),
        ("ncols 2\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 1\n1 2 3 4", UTM, "no height of this course"),
        (text_of(UTM, 50.0), 99_999, "no coordinate system"),
    ],
)
def test_what_is_no_grid_of_this_course_is_refused(told: str, epsg: int, words: str) -> None:
    with pytest.raises(DomainError, match=words):
        on_course(COURSE, read_ascii(told), epsg)
