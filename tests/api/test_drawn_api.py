"""Courses that are drawn by hand: kept, opened again corner by corner, changed, refused with a reason."""

from __future__ import annotations

import math
from itertools import pairwise
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pyproj import Geod

from tests.signing import MAREN, OTTO, sign_in
from veltrin.demo.nine_holes import FILE
from veltrin.service.house.store import Store
from veltrin.service.many import academies

GREEN = [[90.0, 180.0], [110.0, 180.0], [112.0, 205.0], [88.0, 205.0]]
WAY = [[0.0, 0.0], [60.0, 100.0], [100.0, 192.0]]
HOLE = {
    "number": "1",
    "name": "First",
    "par": 4,
    "way": [[0.0, 0.0], [60.0, 100.0], [100.0, 192.0]],
    "flag": [101, 195],
}


def drawing(**more: object) -> dict[str, Any]:
    return {
        "name": "By hand",
        "longitude": 2.6,
        "latitude": 64.8,
        "lies": [
            {"ground": "rough", "ring": [[-50.0, -50.0], [200.0, -50.0], [200.0, 300.0], [-50.0, 300.0]]},
            {"ground": "green", "name": "The first", "ring": GREEN},
        ],
        "holes": [HOLE],
        "trees": [{"at": [40.0, 120.0], "high_m": 12.0, "crown_m": 5.0}],
        **more,
    }


def kept(client: TestClient, **more: object) -> dict[str, Any]:
    answer = client.post("/api/courses/drawn", json=drawing(**more))
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def test_what_was_drawn_is_opened_again_to_the_centimetre(client: TestClient) -> None:
    row = kept(client)
    assert (row["name"], row["holes"], row["pieces"], row["is_mine"]) == ("By hand", 1, 2, True)
    again = client.get(f"/api/courses/{row['id']}/drawn").json()
    told = drawing()
    assert again["version"] == row["version"]
    assert [one["ground"] for one in again["lies"]] == ["rough", "green"]
    for before, after in zip(told["lies"], again["lies"], strict=True):
        assert all(math.dist(a, b) <= 0.01 for a, b in zip(before["ring"], after["ring"], strict=True))
    assert again["lies"][1]["name"] == "The first"
    assert (again["holes"][0]["par"], again["holes"][0]["name"], again["trees"]) == (4, "First", told["trees"])
    assert math.dist(again["holes"][0]["flag"], HOLE["flag"]) <= 0.01  # type: ignore[arg-type]


def test_a_drawn_metre_is_a_metre_on_the_earth(client: TestClient) -> None:
    row = kept(client)
    document = client.get(f"/api/courses/{row['id']}/geojson").json()["document"]
    way = next(one for one in document["features"] if one["properties"].get("golf") == "hole")["geometry"][
        "coordinates"
    ]
    # Geodesics on the WGS 84 ellipsoid by GeographicLib (through pyproj's Geod): another way than the map's projection.
    earth = Geod(ellps="WGS84")
    for (a, b), (p, q) in zip(pairwise(way), pairwise(WAY), strict=True):
        assert earth.inv(a[0], a[1], b[0], b[1])[2] == pytest.approx(math.dist(p, q), abs=0.02)


def test_a_line_is_made_of_what_was_drawn(client: TestClient) -> None:
    row = kept(client)
    ask = {"ball": {"east_m": 60.0, "north_m": 100.0}, "flag": {"east_m": 101.0, "north_m": 195.0}}
    told = client.post(f"/api/courses/{row['id']}/line", json=ask).json()
    assert told["cover"] == "rough"
    assert told["line"]["flag_m"] == pytest.approx(math.dist((60, 100), (101, 195)), abs=0.06)
    assert {"flag", "edges", "areas"} <= set(told["known"])


def test_a_course_of_a_file_is_changed_by_hand_and_keeps_its_heights(client: TestClient) -> None:
    file = client.post("/api/courses", json={"text": FILE.read_text(), "name": "Fell"}).json()
    address = f"/api/courses/{file['id']}"
    drawn = client.get(f"{address}/drawn").json()
    ask = {"ball": {"east_m": 60, "north_m": 180}, "flag": {"east_m": 45, "north_m": 368}}
    before = client.post(f"{address}/line", json=ask).json()
    drawn["name"] = "Fell, altered"
    drawn["lies"].append({"ground": "bunker", "ring": [[58, 178], [62, 178], [62, 182], [58, 182]]})
    told = client.put(f"{address}/drawn", json=drawn)
    assert told.status_code == 200, told.text
    assert (told.json()["name"], told.json()["pieces"]) == ("Fell, altered", file["pieces"] + 1)
    assert told.json()["has_grid"] is True
    after = client.post(f"{address}/line", json=ask).json()
    assert (before["cover"], after["cover"]) == ("fairway", "sand")
    assert after["slope"] == before["slope"]
    assert after["line"]["rise_m"] == pytest.approx(before["line"]["rise_m"], abs=0.11)
    # As it was looked at first it is no more.
    assert client.put(f"{address}/drawn", json=drawn).status_code == 409


def test_opened_and_kept_unchanged_nothing_moves(client: TestClient) -> None:
    row = client.post("/api/courses", json={"text": FILE.read_text(), "name": "Fell"}).json()
    address = f"/api/courses/{row['id']}"
    first = client.get(f"{address}/drawn").json()
    drawn = first
    for _ in range(3):
        assert client.put(f"{address}/drawn", json=drawn).status_code == 200
        drawn = client.get(f"{address}/drawn").json()
    assert {**drawn, "version": 0} == {**first, "version": 0}


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"lies": [], "holes": []}, "lies"),
        ({"holes": [HOLE, HOLE]}, "holes.1.number"),
        ({"holes": [{**HOLE, "flag": [0.0, 0.0]}]}, "holes.0.flag"),
        ({"holes": [{**HOLE, "way": [[0.0, 0.0]]}]}, "holes.0.way"),
        ({"lies": [{"ground": "green", "ring": GREEN[:2]}]}, "lies.0.ring"),
        ({"lies": [{"ground": "lava", "ring": GREEN}]}, "lies.0.ground"),
        ({"lies": [{"ground": "green", "ring": [[0.0, 0.0, 3.0], *GREEN]}]}, "lies.0.ring.0"),
        ({"lies": [{"ground": "green", "ring": [[9e9, 0.0], *GREEN]}]}, "lies.0.ring.0.0"),
        ({"trees": [{"at": [0.0, 0.0], "high_m": 400.0, "crown_m": 5.0}]}, "trees.0.high_m"),
        ({"name": " "}, "name"),
        ({"latitude": 91.0}, "latitude"),
    ],
)
def test_what_is_no_course_is_told_and_nothing_is_kept(
    client: TestClient, change: dict[str, object], field: str
) -> None:
    before = client.get("/api/courses").json()
    answer = client.post("/api/courses/drawn", json=drawing(**change))
    assert answer.status_code == 422, answer.text
    assert [one["field"] for one in answer.json()["errors"]] == [field]
    assert client.get("/api/courses").json() == before


def test_a_name_is_one_course_s(client: TestClient) -> None:
    kept(client)
    assert client.post("/api/courses/drawn", json=drawing()).status_code == 409
    other = kept(client, name="Another")
    drawn = client.get(f"/api/courses/{other['id']}/drawn").json()
    taken = client.put(f"/api/courses/{other['id']}/drawn", json={**drawn, "name": "By hand"})
    assert (taken.status_code, taken.json()["errors"][0]["field"]) == (409, "name")


def test_a_shared_course_is_changed_by_its_coach_alone(guarded: TestClient, demo_store: Store) -> None:
    sign_in(guarded, MAREN)
    row = kept(guarded)
    address = f"/api/courses/{row['id']}"
    assert guarded.put(address, json={"version": 1, "name": "By hand", "is_shared": True}).status_code == 200
    academies.begin(demo_store, "Fell Academy")
    for who in (MAREN, OTTO):
        academies.add_member(demo_store, "Fell Academy", who["name"])
    sign_in(guarded, OTTO)
    drawn = guarded.get(f"{address}/drawn").json()
    assert guarded.put(f"{address}/drawn", json=drawn).status_code == 404
    # Under one's own name it is one's own.
    del drawn["version"]
    assert guarded.post("/api/courses/drawn", json=drawn).status_code == 201
