"""Courses over the network: kept, drawn, shared by a switch, and nobody's players with them."""

from __future__ import annotations

import json
import math

import numpy as np
import pytest
from fastapi.testclient import TestClient
from pyproj import Transformer

from tests.questions import plan_request
from tests.signing import MAREN, OTTO, sign_in
from tests.tiffs import by_hand
from veltrin.demo.nine_holes import FILE
from veltrin.service.house.store import Store
from veltrin.service.many import academies

TEXT = FILE.read_text()
BINARY = {"content-type": "application/octet-stream"}


def kept(client: TestClient, name: str = "Fell") -> dict[str, object]:
    answer = client.post("/api/courses", json={"text": TEXT, "name": name})
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def colleagues(store: Store) -> None:
    """Make Maren and Otto coaches of one academy."""
    academies.begin(store, "Fell Academy")
    for who in (MAREN, OTTO):
        academies.add_member(store, "Fell Academy", who["name"])


def test_a_file_is_looked_into_kept_drawn_and_given_back(client: TestClient) -> None:
    seen = client.post("/api/courses/read", json={"text": TEXT}).json()
    assert (seen["name"], seen["holes"], seen["troubles"], seen["has_heights"]) == ("Skarvan Fell", 9, [], True)
    assert {one["ground"] for one in seen["grounds"]} >= {"green", "bunker", "water", "wood", "heath"}
    row = kept(client)
    drawn = client.get(f"/api/courses/{row['id']}").json()
    assert len(drawn["hole_list"]) == 9
    assert drawn["lies"][0]["ground"] == "rough"
    assert drawn["east_m"] - drawn["west_m"] > 500
    document = client.get(f"/api/courses/{row['id']}/geojson").json()["document"]
    assert document["name"] == "Fell"
    again = client.post("/api/courses/read", json={"text": json.dumps(document)}).json()
    assert again["grounds"] == seen["grounds"]
    # The same once more is nothing new; another of that name has to be known of.
    assert kept(client) == row
    other = client.post("/api/courses", json={"text": TEXT.replace('"par":4', '"par":5'), "name": "Fell"})
    assert other.status_code == 409
    told = client.post(
        "/api/courses", json={"text": TEXT.replace('"par":4', '"par":5'), "name": "Fell", "version": row["version"]}
    )
    assert told.status_code == 201
    assert client.delete(f"/api/courses/{row['id']}").status_code == 204
    assert client.get(f"/api/courses/{row['id']}").status_code == 404


def test_the_line_by_the_map_is_planned_as_it_is(client: TestClient) -> None:
    row = kept(client)
    drawn = client.get(f"/api/courses/{row['id']}").json()
    hole = drawn["hole_list"][0]
    ball, flag = hole["way"][1], hole["flag"]
    ask = {"ball": {"east_m": ball[0], "north_m": ball[1]}, "flag": {"east_m": flag[0], "north_m": flag[1]}}
    told = client.post(f"/api/courses/{row['id']}/line", json=ask).json()
    assert told["cover"] == "fairway"
    assert {"flag", "edges", "rise", "tilt", "areas", "cover"} <= set(told["known"])
    assert 0.0 <= told["bearing_deg"] < 360.0
    answer = client.post("/api/plan", json=plan_request(line=told["line"]))
    assert answer.status_code == 200, answer.text
    assert answer.json()["first_id"]
    # By longitude and latitude it is the same place.
    where = {"longitude": drawn["longitude"], "latitude": drawn["latitude"]}
    there = client.post(f"/api/courses/{row['id']}/line", json={"ball": where, "flag": ask["flag"]}).json()
    assert there["ball"] == [0.0, 0.0]


def test_the_line_lies_between_the_places_that_are_told_of_it(client: TestClient) -> None:
    """The page holds a shot to its place on the course as long as its flag is where the map has it, to 6 cm."""
    row = kept(client)
    draw = np.random.default_rng(5)
    for east, north in draw.uniform([20.0, 60.0], [60.0, 200.0], size=(40, 2)).tolist():
        ask = {"ball": {"east_m": east, "north_m": north}, "flag": {"east_m": 45.333, "north_m": 368.017}}
        told = client.post(f"/api/courses/{row['id']}/line", json=ask).json()
        assert abs(math.dist(told["ball"], told["flag"]) - told["line"]["flag_m"]) < 0.06


def test_a_survey_s_heights_are_laid_on_a_course(client: TestClient) -> None:
    bare = json.loads(TEXT)
    del bare["heights"]
    for feature in bare["features"]:
        # Places without the heights that stand beside each.
        feature["geometry"] = json.loads(json.dumps(feature["geometry"]), parse_float=float)
    row = client.post("/api/courses", json={"text": json.dumps(bare), "name": "Bare"}).json()
    assert row["has_grid"] is False
    address = f"/api/courses/{row['id']}"
    west, south, cell = 2.59, 64.795, 0.0002
    values = "\n".join(" ".join(f"{600 + 0.1 * c:.1f}" for c in range(120)) for _ in range(60))
    grid = f"ncols 120\nnrows 60\nxllcorner {west}\nyllcorner {south}\ncellsize {cell}\n{values}\n"
    told = client.put(f"{address}/heights", json={"version": row["version"], "text": grid})
    assert told.status_code == 200, told.text
    assert told.json()["has_grid"] is True
    assert client.put(f"{address}/heights", json={"version": row["version"], "text": grid}).status_code == 409
    ask = {"ball": {"east_m": 60, "north_m": 180}, "flag": {"east_m": 45, "north_m": 368}}
    line = client.post(f"{address}/line", json=ask).json()
    assert line["slope"] is not None
    wrong = client.put(f"{address}/heights", json={"version": 2, "text": "no grid"})
    assert (wrong.status_code, wrong.json()["errors"][0]["field"]) == (422, "heights")


def test_a_survey_as_geotiff_is_laid_on_a_course(client: TestClient) -> None:
    row = kept(client)
    address = f"/api/courses/{row['id']}"
    to_utm = Transformer.from_crs("EPSG:4326", "EPSG:32631", always_xy=True)
    course = client.get(address).json()
    east, north = to_utm.transform(course["longitude"], course["latitude"])
    survey = by_hand(east - 750.0, north + 750.0, epsg=32631)
    asked = {"content": survey, "params": {"version": row["version"]}, "headers": BINARY}
    told = client.put(f"{address}/heights/tiff", **asked)  # type: ignore[arg-type]
    assert told.status_code == 200, told.text
    assert (told.json()["has_grid"], told.json()["version"]) == (True, 2)
    ask = {"ball": {"east_m": 60, "north_m": 180}, "flag": {"east_m": 45, "north_m": 368}}
    line = client.post(f"{address}/line", json=ask).json()
    assert (line["line"]["rise_m"], line["slope"]["fall_deg"]) == (0.0, 0.0), "the survey is of flat land"
    # As it was looked at it is no more; and what is no survey changes nothing.
    assert client.put(f"{address}/heights/tiff", **asked).status_code == 409  # type: ignore[arg-type]
    broken = client.put(f"{address}/heights/tiff", content=b"nothing", params={"version": 2}, headers=BINARY)
    assert (broken.status_code, broken.json()["errors"][0]["field"]) == (422, "heights")
    assert client.get(address).json()["version"] == 2


@pytest.mark.parametrize(
    ("ball", "field"),
    [
        ({}, "ball"),
        ({"longitude": 10.0, "latitude": 10.0}, "ball"),
        ({"east_m": 99_999.0, "north_m": 0.0}, "ball.east_m"),
    ],
)
def test_a_ball_that_is_nowhere_is_told(client: TestClient, ball: dict[str, float], field: str) -> None:
    row = kept(client)
    answer = client.post(f"/api/courses/{row['id']}/line", json={"ball": ball, "flag": {"east_m": 0, "north_m": 0}})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == field


def test_a_course_is_shared_by_a_switch_and_changed_by_its_coach_alone(guarded: TestClient, demo_store: Store) -> None:
    sign_in(guarded, MAREN)
    row = kept(guarded, "Maren's")
    address = f"/api/courses/{row['id']}"
    sign_in(guarded, OTTO)
    assert guarded.get(address).status_code == 404
    assert "Maren's" not in {one["name"] for one in guarded.get("/api/courses").json()}
    sign_in(guarded, MAREN)
    shared = {"version": row["version"], "name": "Maren's", "is_shared": True}
    assert guarded.put(address, json=shared).status_code == 200
    assert guarded.put(address, json=shared).status_code == 409, "it was changed in the meantime"
    sign_in(guarded, OTTO)
    assert guarded.get(address).status_code == 404, "they are in no academy together"
    colleagues(demo_store)
    seen = next(one for one in guarded.get("/api/courses").json() if one["name"] == "Maren's")
    assert (seen["is_mine"], seen["is_shared"]) == (False, True)
    assert guarded.get(address).status_code == 200
    ask = {"ball": {"east_m": 40, "north_m": 100}, "flag": {"east_m": 45, "north_m": 368}}
    assert guarded.post(f"{address}/line", json=ask).status_code == 200
    # Played on, not changed; and a name is one's own.
    assert guarded.put(address, json={**shared, "version": 2}).status_code == 404
    assert guarded.delete(address).status_code == 404
    assert kept(guarded, "Maren's")["id"] != row["id"]
    # Nobody's players come with it.
    assert guarded.get("/api/players").json() == []
    sign_in(guarded, MAREN)
    assert guarded.put(address, json={"version": 2, "name": "Maren's", "is_shared": False}).status_code == 200
    sign_in(guarded, OTTO)
    assert guarded.get(address).status_code == 404
