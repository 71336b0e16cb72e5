"""Courses from strangers' files: by the open map's tags, in either hemisphere, with what is wrong told by feature."""

from __future__ import annotations

import json
import math
from collections import Counter
from typing import Any

import numpy as np
import pytest
from pyproj import Geod

from veltrin.core.course import line_from
from veltrin.core.errors import DomainError
from veltrin.demo.nine_holes import FILE, height_m, text
from veltrin.exchange.course_geojson import inwards, read_course, write_course

WGS84 = Geod(ellps="WGS84")


def at(origin: tuple[float, float], east: float, north: float, *more: float) -> list[float]:
    """A place so many metres east and north of another, by geodesics: not by the projection that is tested."""
    longitude, latitude, _ = WGS84.fwd(*origin, math.degrees(math.atan2(east, north)), math.hypot(east, north))
    return [longitude, latitude, *more]


def polygon(origin: tuple[float, float], corners: list[tuple[float, float]], **tags: Any) -> dict[str, Any]:
    ring = [at(origin, *corner) for corner in corners]
    return {"type": "Feature", "properties": tags, "geometry": {"type": "Polygon", "coordinates": [[*ring, ring[0]]]}}


def box(
    origin: tuple[float, float], west: float, south: float, east: float, north: float, **tags: Any
) -> dict[str, Any]:
    return polygon(origin, [(west, south), (east, south), (east, north), (west, north)], **tags)


def other(kind: str, coordinates: Any, **tags: Any) -> dict[str, Any]:
    return {"type": "Feature", "properties": tags, "geometry": {"type": kind, "coordinates": coordinates}}


def document(*features: Any, **more: Any) -> str:
    return json.dumps({"type": "FeatureCollection", "features": features, **more})


NORTH, SOUTH = (-3.2, 57.4), (145.3, -38.1)


def hole_at(origin: tuple[float, float]) -> list[dict[str, Any]]:
    return [
        box(origin, -120, -60, 120, 320, golf="rough"),
        box(origin, -18, 60, 18, 230, golf="fairway"),
        box(origin, -12, 240, 12, 268, golf="green"),
        box(origin, -5, -5, 5, 5, golf="tee"),
        box(origin, -24, 236, -14, 250, golf="bunker"),
        other("LineString", [at(origin, 0, 0), at(origin, 3, 140), at(origin, 2, 256)], golf="hole", ref="7", par="4"),
        other("Point", at(origin, 4, 260), golf="pin", ref="7"),
    ]


def test_a_file_of_the_open_map_is_read_with_its_ids_and_what_is_not_of_a_course_is_passed_over() -> None:
    features = [{**one, "id": f"way/{k}"} for k, one in enumerate(hole_at(NORTH), 100)]
    features += [
        other("LineString", [at(NORTH, -90, 0), at(NORTH, -90, 300)], highway="service"),
        box(NORTH, 60, 60, 90, 90, building="yes"),
        other("Point", at(NORTH, 30, 100), natural="tree", height="12 m", diameter_crown="7,5"),
        # Some writers put the tags one level down.
        {**box(NORTH, 40, 100, 70, 200), "properties": {"id": 7, "tags": {"natural": "wood"}}},
        other("Point", at(NORTH, 0, -200), amenity="bench"),
    ]
    read = read_course(document(*features, name="Links"))
    assert read.troubles == []
    assert read.unknown == 2
    course = read.course
    assert course.name == "Links"
    assert Counter(one.ground.name for one in course.lies) == {
        "rough": 1, "fairway": 1, "green": 1, "tee": 1, "bunker": 1, "path": 1, "wood": 1,
    }  # fmt: skip
    (hole,) = course.holes
    assert (hole.number, hole.par) == ("7", 4)
    (tree,) = course.trees
    assert (tree.high_m, tree.crown_m) == (12.0, 7.5)
    assert next(one for one in course.lies if one.ground.name == "green").id == "way/102"


@pytest.mark.parametrize("origin", [NORTH, SOUTH, (179.9, -16.5), (0.0, 70.1)])
def test_lengths_on_a_course_are_those_on_the_earth(origin: tuple[float, float]) -> None:
    """Two kilometres by the map are two kilometres by the geodesic (Karney's, in PROJ) to 5 cm."""
    corners = [(0.0, 0.0), (1400.0, 60.0), (1380.0, 1420.0), (-20.0, 1390.0)]
    read = read_course(document(polygon(origin, corners, golf="fairway"), *hole_at(origin)))
    ring = next(one for one in read.course.lies if one.ground.name == "fairway").ring
    for i, k in ((0, 1), (0, 2), (1, 3), (2, 3)):
        one, two, first, second = corners[i], corners[k], ring[i], ring[k]
        told = WGS84.inv(*at(origin, *one), *at(origin, *two))[2]
        assert math.dist(first, second) == pytest.approx(told, abs=0.05)


@pytest.mark.parametrize("origin", [NORTH, SOUTH])
def test_the_line_off_a_strangers_file_is_the_one_that_was_drawn(origin: tuple[float, float]) -> None:
    course = read_course(document(*hole_at(origin))).course
    ball, flag = inwards(course.origin, *at(origin, -6, 120)), course.holes[0].flag
    assert flag is not None
    found = line_from(course, ball, flag)
    told = WGS84.inv(*at(origin, -6, 120), *at(origin, 4, 260))
    assert found.line.flag_m == pytest.approx(told[2], abs=0.02)
    # Grid north and north differ by less than a tenth of a degree on a course.
    assert math.degrees(found.bearing_rad) == pytest.approx(told[0] % 360.0, abs=0.1)
    assert found.cover == "fairway"
    assert found.line.landing.surround.name == "rough"
    assert "sand" in {a.kind.name for a in found.line.areas}


def test_what_is_wrong_is_told_by_feature_and_the_rest_is_read() -> None:
    good = hole_at(NORTH)
    wrong = [
        {"type": "Feature", "id": "way/9", "properties": {"golf": "bunker"}, "geometry": None},
        other("Polygon", [[[1.0, 2.0], [3.0, 4.0]]], golf="green"),
        other("Polygon", [[["a", 2.0], [3.0, 4.0], [5.0, 6.0]]], golf="green"),
        other("Polygon", [[[57.4, 200.0], [57.5, 200.1], [57.6, 200.0]]], golf="fairway"),
        other("Point", [-3.2, 57.4], golf="fairway"),
        other("GeometryCollection", [1], golf="rough"),
        box(NORTH, 0, 0, 5, 5, ground="lava"),
        other("Point", at(NORTH, 30, 100), natural="tree", height="very tall"),
        "no feature",
    ]
    read = read_course(document(*good, *wrong))
    assert [trouble.feature for trouble in read.troubles] == list(range(8, 8 + len(wrong)))
    assert read.troubles[0].id == "way/9"
    assert all(len(t.problem) > 8 and t.fix.endswith(".") for t in read.troubles)
    assert "longitude first" in read.troubles[3].fix
    assert len(read.course.lies) == 5


@pytest.mark.parametrize(
    ("told", "words"),
    [
        ("{", "not JSON"),
        ("[" * 3000, "not JSON"),
        ("{}", "no features"),
        (document(other("Point", [1.0, 2.0], amenity="pub")), "nothing of a course"),
        (document(*[other("Point", [1.0, 2.0])] * 2001), "at most 2000"),
        (document(*hole_at(NORTH), *hole_at(SOUTH)), "km wide"),
    ],
)
def test_what_is_no_course_is_refused_with_what_to_do(told: str, words: str) -> None:
    with pytest.raises(DomainError, match=words):
        read_course(told)


def test_a_course_goes_out_and_comes_in_the_same() -> None:
    course = read_course(FILE.read_text()).course
    again = read_course(json.dumps(write_course(course))).course
    assert again.origin == course.origin
    assert [one.ground for one in again.lies] == [one.ground for one in course.lies]
    for one, other_one in zip(course.lies, again.lies, strict=True):
        assert np.allclose(one.ring, other_one.ring, atol=0.011)
    assert [h.number for h in again.holes] == [str(n) for n in range(1, 10)]
    assert np.allclose([t.at for t in again.trees], [t.at for t in course.trees], atol=0.011)
    # Kept again it doesn't drift.
    assert write_course(again) == write_course(read_course(json.dumps(write_course(again))).course)


def test_the_course_of_the_demo_is_the_one_that_is_made_and_can_be_played() -> None:
    assert FILE.read_text() == text(), "python -m veltrin.demo.nine_holes writes it"
    course = read_course(FILE.read_text()).course
    assert len(course.holes) == 9
    for hole in course.holes:
        assert hole.flag is not None
        tee, end = np.array(hole.way[0]), np.array(hole.flag)
        from_there = tuple(end + (tee - end) * min(1.0, 120.0 / float(np.hypot(*(tee - end)))))
        found = line_from(course, (float(from_there[0]), float(from_there[1])), hole.flag)
        assert {"edges", "rise", "tilt", "areas", "cover"} <= found.known, hole.number
        assert found.line.landing.front_m < found.line.flag_m < found.line.landing.back_m
        told = height_m(np.array([from_there, hole.flag]))
        # Between the places of the grid the ground is taken for straight.
        assert found.line.landing.rise_m == pytest.approx(told[1] - told[0], abs=0.6)
        assert abs(math.degrees(found.line.landing.fall_rad)) < 6.0
