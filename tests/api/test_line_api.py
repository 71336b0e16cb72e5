"""Lines, risk, advice and cards at the API."""

from __future__ import annotations

import json
import math

import pytest
from fastapi.testclient import TestClient
from pyproj import Geod

from tests.questions import plan_request

BUNKER = {"kind": "sand", "points": [{"x_m": x, "y_m": y} for x, y in ((8, -5), (15, -5), (15, 5), (8, 5))]}
POND = {"kind": "water", "points": [{"x_m": x, "y_m": y} for x, y in ((4, 6), (20, 6), (20, 20), (4, 20))]}
WALL = {"kind": "wall", "at_m": 6, "high_m": 0.8, "deep_m": 0.4, "left_m": -8, "right_m": 8}
LINE = {
    "flag_m": 20, "green_front_m": 15.5, "green_back_m": 34, "green_width_m": 17, "fall_deg": -2, "side_deg": 1,
    "rise_m": 0.5, "areas": [BUNKER, POND], "obstacles": [WALL],
}  # fmt: skip


def asked(**more: object) -> dict[str, object]:
    return plan_request(**{"player_id": "brisa", "lie": {"fall_deg": 0, "side_deg": 0}, "line": LINE, **more})


def test_a_drawn_line_is_planned_with_its_risk(client: TestClient) -> None:
    body = client.post("/api/plan", json=asked()).json()
    first = body["calls"][0]
    spread = first["spread"]
    assert body["has_risk"]
    assert first["strokes"] > 2.0
    assert sum(s["pct"] for s in spread["shares"]) == pytest.approx(100)
    assert {s["kind"] for s in spread["shares"]} <= {"green", "sand", "water", "fringe", "fairway"}
    assert len(first["detail"]["outline"]) > 3
    assert body["safe_id"] in {c["id"] for c in body["calls"]}
    assert first["club_speed_m_s"] <= first["full_speed_m_s"] * 1.001


def test_the_fast_answer_keeps_the_moved_finish(client: TestClient) -> None:
    whole = client.post("/api/plan", json=asked()).json()
    fast = client.post("/api/plan", json=asked(only=[whole["first_id"]])).json()["calls"][0]
    assert fast["past_m"] == pytest.approx(whole["calls"][0]["past_m"], abs=0.02)
    assert fast["aim_deg"] == pytest.approx(whole["calls"][0]["aim_deg"], abs=0.05)
    assert fast["strokes"] == pytest.approx(whole["calls"][0]["strokes"], abs=1e-6)


@pytest.mark.anew
def test_a_plan_streams_the_calls_first_and_the_risk_second(client: TestClient) -> None:
    with client.stream("POST", "/api/plan/stream", json=asked()) as answer:
        assert answer.headers["content-type"].startswith("application/x-ndjson")
        stages = [json.loads(line) for line in answer.iter_lines()]
    assert [s["has_risk"] for s in stages] == [False, True]
    assert stages[1] == client.post("/api/plan", json=asked()).json()
    refused = client.post("/api/plan/stream", json=asked(player_id="nobody"))
    assert refused.status_code == 404
    assert "errors" in refused.json()


@pytest.mark.parametrize(
    ("change", "field", "words"),
    [
        ({"areas": [{"kind": "sand", "points": BUNKER["points"][:2]}]}, "line.areas", "at least 3"),
        ({"areas": [{**BUNKER, "kind": "lava"}]}, "line.areas", "sand"),
        ({"obstacles": [{**WALL, "left_m": 9}]}, "line.obstacles", "Swap the ends"),
        ({"obstacles": [{**WALL, "low_m": 3}]}, "line.obstacles", "lower foot"),
        ({"land_m": 80}, "line", "Bring the landing place nearer"),
        ({"areas": [{**POND, "points": [{"x_m": p["x_m"] - 9, "y_m": p["y_m"] - 9} for p in POND["points"]]}]},
         "line.areas", "Move that area"),
    ],
)  # fmt: skip
def test_a_bad_line_is_told_by_field_and_fix(client: TestClient, change: dict, field: str, words: str) -> None:
    answer = client.post("/api/plan", json=asked(line={**LINE, **change}))
    assert answer.status_code == 422
    (error, *_) = answer.json()["errors"]
    assert field in error["field"]
    assert words in error["problem"] + error["fix"]


def test_lines_are_saved_replaced_and_dropped(client: TestClient) -> None:
    saved = client.post("/api/lines", json={"name": "4th, left", "line": LINE}).json()
    again = client.post(
        "/api/lines", json={"name": "4th, left", "line": {**LINE, "flag_m": 24}, "version": saved["version"]}
    ).json()
    assert again["id"] == saved["id"]
    (row,) = [r for r in client.get("/api/lines").json() if r["name"] == "4th, left"]
    assert row["line"]["flag_m"] == 24
    assert row["line"]["areas"][0]["kind"] == "sand"
    assert client.delete(f"/api/lines/{row['id']}").status_code == 204
    assert client.delete(f"/api/lines/{row['id']}").status_code == 404


@pytest.mark.parametrize("origin", [None, {"longitude": -3.1, "latitude": 56.2, "bearing_deg": 40}])
def test_a_line_goes_through_geojson_and_back(client: TestClient, origin: dict | None) -> None:
    line = {**LINE, "land_m": 17}
    document = client.post("/api/lines/geojson", json={"name": "4th", "line": line, "origin": origin}).json()[
        "document"
    ]
    back = client.post("/api/lines/read", json={"text": json.dumps(document)}).json()
    assert back["name"] == "4th"
    for key, value in line.items():
        if key in ("areas", "obstacles"):
            continue
        assert back["line"][key] == pytest.approx(value, abs=0.011), key
    for told, read in zip(line["areas"], back["line"]["areas"], strict=True):
        assert told["kind"] == read["kind"]
        for a, b in zip(told["points"], read["points"], strict=True):
            assert (b["x_m"], b["y_m"]) == pytest.approx((a["x_m"], a["y_m"]), abs=0.011)
    assert back["line"]["obstacles"][0]["high_m"] == 0.8
    assert back["line"]["obstacles"][0]["at_m"] == pytest.approx(6, abs=6 if origin else 0.02)


def test_geojson_is_where_it_should_be_on_the_earth(client: TestClient) -> None:
    # Source: geodesic on the WGS 84 ellipsoid (GeographicLib's algorithm in PROJ's Geod).
    origin = {"longitude": -3.1, "latitude": 56.2, "bearing_deg": 40}
    body = {"name": "4th", "line": {**LINE, "flag_m": 200, "green_front_m": 190, "green_back_m": 215}, "origin": origin}
    features = client.post("/api/lines/geojson", json=body).json()["document"]["features"]
    flag = next(f["geometry"]["coordinates"] for f in features if f["properties"]["role"] == "flag")
    bearing, _, metres = Geod(ellps="WGS84").inv(-3.1, 56.2, *flag)
    assert metres == pytest.approx(200, abs=0.02)
    assert bearing == pytest.approx(40, abs=0.01)
    pond = next(f for f in features if f["properties"].get("kind") == "water")
    lon, lat = pond["geometry"]["coordinates"][0][0]
    bearing, _, _ = Geod(ellps="WGS84").inv(-3.1, 56.2, lon, lat)
    # 6 m to the right of the line at 4 m on: turned clockwise.
    assert bearing == pytest.approx(40 + math.degrees(math.atan2(6, 4)), abs=0.5)


def test_plain_geojson_of_another_tool_is_read(client: TestClient) -> None:
    def feature(shape: str, coordinates: object, **told: object) -> dict[str, object]:
        return {"type": "Feature", "geometry": {"type": shape, "coordinates": coordinates}, "properties": told}

    lon, lat, _ = Geod(ellps="WGS84").fwd(-3.1, 56.2, 90, 100)
    square = [[-3.0992, 56.2001], [-3.0990, 56.2001], [-3.0990, 56.2002], [-3.0992, 56.2002], [-3.0992, 56.2001]]
    document = {
        "type": "FeatureCollection",
        "features": [
            feature("Point", [-3.1, 56.2], role="ball"),
            feature("Point", [lon, lat], role="flag"),
            feature("Polygon", [square], kind="sand"),
        ],
    }
    line = client.post("/api/lines/read", json={"text": json.dumps(document)}).json()["line"]
    assert line["flag_m"] == pytest.approx(100, abs=0.05)
    assert all(p["y_m"] < 0 for p in line["areas"][0]["points"])  # to the north of a line that points east: left


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("nonsense", "not JSON"),
        ('{"features": []}', "1 to 80 features"),
        ('{"features": [7]}', "feature 1 has no geometry"),
        ('{"features": [{"geometry": {"type": "LineString", "coordinates": []}}]}', "Only Point and Polygon"),
        ('{"features": [{"geometry": {"type": "Point", "coordinates": ["a", 1]}}]}', "not a number"),
        ('{"frame": {"kind": "local metres"}, "features": [{"geometry": {"type": "Point", "coordinates": [0, 0]},'
         ' "properties": {"role": "ball"}}]}', "role 'flag'"),
    ],
)  # fmt: skip
def test_broken_geojson_is_told_by_feature_and_fix(client: TestClient, text: str, words: str) -> None:
    answer = client.post("/api/lines/read", json={"text": text})
    assert answer.status_code == 422
    (error,) = answer.json()["errors"]
    assert words in f"{error['problem']} {error['fix']}"


def test_readings_are_weighed_and_the_range_in_which_a_call_holds_is_true(client: TestClient) -> None:
    body = asked(lie={"fall_deg": 5, "side_deg": 0})
    first = client.post("/api/plan", json=body).json()["first_id"]
    rows = client.post("/api/sensitivity", json={"request": body, "call_id": first}).json()["rows"]
    costs = [max(r["low"]["keeping_costs"] or 9, r["high"]["keeping_costs"] or 9) for r in rows if r["changes"]]
    assert all(c > 0.03 for c in costs)
    fall = next(r for r in rows if r["reading"] == "fall")
    assert fall["value"] == 5
    assert fall["doubt"] == 1.5
    assert (fall["holds_from"] is None) or fall["holds_from"] <= 5
    assert (fall["holds_to"] is None) or fall["holds_to"] >= 5
    # What was measured well is doubted less.
    sure = asked(lie={"fall_deg": 5, "side_deg": 0, "doubts": {"fall_deg": 0.4}})
    rows = client.post("/api/sensitivity", json={"request": sure, "call_id": first}).json()["rows"]
    assert next(r for r in rows if r["reading"] == "fall")["doubt"] == 0.4


@pytest.mark.parametrize("player", ["brisa", "corwin"])
def test_what_if_follows_one_reading(client: TestClient, player: str) -> None:
    body = asked(player_id=player, line={"flag_m": 90})
    plan = client.post("/api/plan", json=body).json()
    call = plan["calls"][0]
    ask = {"request": body, "call_id": call["id"], "reading": "wind", "low": -4, "high": 4, "count": 5}
    answer = client.post("/api/what-if", json=ask).json()
    finishes = [p["same_total_m"] for p in answer["points"]]
    assert [p["value"] for p in answer["points"]] == [-4, -2, 0, 2, 4]
    assert finishes == sorted(finishes, reverse=True)  # the more it blows against, the shorter
    assert finishes[2] == pytest.approx(call["total_m"], abs=0.05)
    assert answer["points"][2]["aim_deg"] == pytest.approx(call["aim_deg"], abs=0.05)
    across = client.post("/api/what-if", json={**ask, "reading": "cross"}).json()["points"]
    aims = [p["aim_deg"] for p in across if p["aim_deg"] is not None]
    # A wind towards the right is answered with an aim to the left.
    assert aims == sorted(aims, reverse=True)
    wrong = client.post("/api/what-if", json={**ask, "low": -90})
    assert wrong.status_code == 422


def test_who_can_and_who_cannot(client: TestClient) -> None:
    body = asked(lie={"cover": "rough", "sunk": 0.4}, line={"flag_m": 135})
    first = client.post("/api/plan", json=body).json()["first_id"]
    answer = client.post("/api/who", json={"request": body, "call_id": first}).json()
    rows = {r["player_id"]: r for r in answer["rows"]}
    assert answer["not_asked"] == 0
    assert rows["brisa"]["can"]
    assert rows["brisa"]["need_m_s"] <= rows["brisa"]["has_m_s"]
    unable = [r for r in rows.values() if not r["can"]]
    assert unable
    assert all(r["reason"] for r in unable)
    assert all(r["first"] is None or r["strokes"] > 2 for r in rows.values())


def test_a_call_goes_on_the_players_card_and_off_again(client: TestClient) -> None:
    body = asked()
    call = client.post("/api/plan", json=body).json()["first_id"]
    kept = client.post("/api/shots", json={"request": body, "call_id": call, "note": "", "on_card": True}).json()
    assert kept["on_card"]
    assert kept["say"]
    assert client.get(f"/api/shots/{kept['id']}").json()["request"]["line"]["areas"][0]["kind"] == "sand"
    off = client.put(f"/api/shots/{kept['id']}/card", json={"on_card": False}).json()
    assert not off["on_card"]
    assert client.put("/api/shots/999999/card", json={"on_card": True}).status_code == 404
