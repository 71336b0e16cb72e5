"""Days over HTTP: wind by line and compass, saved days, two days, the day sheet, the mast, clothes."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.questions import plan_request
from tests.waiting import until
from veltrin.devices.mast import StandInMast

SCHEMA = Path(__file__).parents[2] / "docs" / "schema"
TABLES = json.loads((SCHEMA / "day.json").read_text())
SEASONS = {s["id"]: s["day"] for s in TABLES["seasons"]}
FAR = {"flag_m": 120}
LEVEL = {"fall_deg": 0, "side_deg": 0}


def far(**changes: Any) -> dict[str, Any]:
    return plan_request(lie=LEVEL, line=FAR, player_id="corwin", **changes)


def first(client: TestClient, body: dict[str, Any]) -> dict[str, Any]:
    answer = client.post("/api/plan", json=body)
    assert answer.status_code == 200, answer.text
    return answer.json()["calls"][0]


def test_wind_by_compass_is_turned_by_the_bearing(client: TestClient) -> None:
    # The line points west, the wind comes from the north: from the right.
    by_compass = {"speed_m_s": 6, "from_deg": 0, "by": "compass", "bearing_deg": 270}
    by_line = {"speed_m_s": 6, "from_deg": 90}
    one, two = (first(client, far(wind=w)) for w in (by_compass, by_line))
    assert one["id"] == two["id"]
    assert one["drift_m"] == pytest.approx(two["drift_m"])
    assert one["drift_m"] < -3
    assert one["aim_deg"] > 0.5


def test_a_gust_below_the_mean_is_refused_with_its_field(client: TestClient) -> None:
    answer = client.post("/api/plan", json=far(wind={"speed_m_s": 6, "gust_m_s": 4}))
    assert answer.status_code == 422
    told = answer.json()["errors"][0]
    assert told["field"] == "wind"
    assert "gust_m_s (4) must be at least speed_m_s (6). Leave it out" in told["fix"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"layers": 7}, "layers"),
        ({"rain": "frogs"}, "rain"),
        ({"ball_c": 90}, "ball_c"),
        ({"wind": {"exposure": "moon"}}, "exposure"),
    ],
)
def test_what_cannot_be_is_refused(client: TestClient, change: dict[str, Any], field: str) -> None:
    answer = client.post("/api/plan", json=far(**change))
    assert answer.status_code == 422
    assert field in answer.json()["errors"][0]["field"]


def test_plays_as_stands_on_every_call_and_harder_into_the_wind(client: TestClient) -> None:
    body = client.post("/api/plan", json=far(wind={"speed_m_s": 6})).json()
    for call in body["calls"]:
        assert call["plays_as_m"] > 0
        assert {"drift_m", "blown_m", "flight_s"} <= set(call)
    assert body["harder"]["spin_rpm"] > 0
    assert client.post("/api/plan", json=far()).json()["harder"] is None


def test_a_ball_that_is_not_told_is_as_cold_as_the_air(client: TestClient) -> None:
    cold = {"temperature_c": 0, "altitude_m": 620, "humidity_pct": 70}
    told, untold, pocket = (first(client, far(air=cold, **b)) for b in ({"ball_c": 0}, {}, {"ball_c": 20}))
    assert told["plays_as_m"] == pytest.approx(untold["plays_as_m"])
    assert pocket["plays_as_m"] < told["plays_as_m"]


def test_the_doubt_of_a_measured_wind_is_taken_up(client: TestClient) -> None:
    def doubt(wind: dict[str, Any]) -> float:
        rows = client.post("/api/sensitivity", json={"request": far(wind=wind)}).json()["rows"]
        return next(r["doubt"] for r in rows if r["reading"] == "wind")

    assert doubt({"speed_m_s": 5}) == pytest.approx(1.0)
    assert doubt({"speed_m_s": 5, "doubt_m_s": 0.4}) == pytest.approx(0.4)


def test_days_are_saved_replaced_and_dropped(client: TestClient) -> None:
    day = {**SEASONS["december"], "name": "Open day"}
    saved = client.post("/api/days", json=day)
    assert saved.status_code == 201
    again = client.post("/api/days", json={**day, "layers": 3}).json()
    assert again["id"] == saved.json()["id"]
    listed = client.get("/api/days").json()
    assert [d["day"]["name"] for d in listed] == ["Open day"]
    assert listed[0]["day"]["layers"] == 3
    assert client.delete(f"/api/days/{again['id']}").status_code == 204
    gone = client.delete(f"/api/days/{again['id']}")
    assert gone.status_code == 404
    assert gone.json()["errors"][0]["field"] == "day_id"
    assert client.post("/api/days", json={**day, "sand": "quicksand"}).status_code == 422


CHIP = plan_request(
    player_id="corwin",
    lie=LEVEL,
    line={"flag_m": 15, "green_front_m": 8.5, "green_back_m": 25.5, "green_width_m": 16, "surround": "fairway"},
)


def test_two_days_tell_the_calls_and_why(client: TestClient) -> None:
    days = [SEASONS["june"], SEASONS["december"]]
    body = client.post("/api/two-days", json={"request": CHIP, "days": days}).json()
    june, december = body["days"]
    assert (june["name"], december["name"]) == ("Dry June", "Soaked December")
    # The same chip, two seasons: another stroke or another landing place.
    before, after = june["calls"][0], december["calls"][0]
    assert before["id"] != after["id"] or abs(before["carry_m"] - after["carry_m"]) > 0.5
    rows = december["carried"]["rows"]
    assert rows[-1]["total"]
    assert sum(r["value"] for r in rows if not r["total"]) == pytest.approx(rows[-1]["value"], abs=1e-6)
    assert december["carried"]["there"]["finish_m"] > december["carried"]["here"]["finish_m"] + 2
    # Asking the day's own question gives the day's own call.
    for day in (june, december):
        assert first(client, day["request"])["id"] == day["calls"][0]["id"]


def test_two_days_turn_both_winds_by_the_bearing_of_the_line(client: TestClient) -> None:
    blow = {"speed_m_s": 8, "from_deg": 250, "by": "compass", "height_m": 10}
    request = far(wind={"by": "compass", "bearing_deg": 250})
    body = client.post(
        "/api/two-days",
        json={
            "request": request,
            "days": [{"name": "into", "wind": blow}, {"name": "down", "wind": {**blow, "from_deg": 70}}],
        },
    ).json()
    assert body["days"][0]["calls"][0]["blown_m"] < 0 < body["days"][1]["calls"][0]["blown_m"]
    assert client.post("/api/two-days", json={"request": request, "days": [{"name": "one"}]}).status_code == 422


def test_where_only_relief_is_left_nothing_is_struck_on_the_other_day(client: TestClient) -> None:
    putter = {"id": "putter", "name": "Putter", "kind": "putter", "loft_deg": 3, "lie_deg": 70, "stock_carry_m": 0}
    putter |= {"bounce_deg": 0, "sole_mm": 20, "head_g": 350, "length_m": 0.86}
    trees = [{"x_m": x, "y_m": y} for x, y in ((-10, -10), (-10, 10), (10, 10), (10, -10))]
    far_off = {"flag_m": 200, "areas": [{"kind": "trees", "points": trees}]}
    request = plan_request(
        lie=LEVEL, line=far_off, player_id=None, player={"name": "Rask", "handicap": 4, "clubs": [putter]}
    )
    answer = client.post("/api/two-days", json={"request": request, "days": [{"name": "one"}, {"name": "two"}]})
    assert answer.status_code == 200, answer.text
    for day in answer.json()["days"]:
        assert day["calls"][0]["method_id"] == "relief"
        assert day["carried"] is None


def test_day_sheet_has_a_row_for_each_club_that_is_swung(client: TestClient) -> None:
    asked = {"player_id": "tove", "day": SEASONS["december"], "winds_m_s": [6, -6], "falls_deg": [10, -10]}
    body = client.post("/api/day-sheet", json=asked).json()
    clubs = [c for c in client.get("/api/players/tove").json()["clubs"] if c["kind"] != "putter"]
    assert [r["club_id"] for r in body["rows"]] == [c["id"] for c in clubs]
    for row in body["rows"]:
        assert row["today"]["carry_m"] < row["stock_m"]
        assert row["winds"][0]["carry_m"] < row["today"]["carry_m"]
        # Down the wind a slow long iron comes down early and runs: only lofted clubs are sure to carry further.
        if row["club_id"] in ("9-iron", "pw", "50", "54"):
            assert row["winds"][1]["carry_m"] > row["today"]["carry_m"]
        assert len(row["falls"]) == 2
    assert client.post("/api/day-sheet", json={**asked, "player_id": "nobody"}).status_code == 404
    bad = client.post("/api/day-sheet", json={**asked, "winds_m_s": [99]})
    assert bad.status_code == 422
    assert "winds_m_s" in bad.json()["errors"][0]["field"]


def test_clothes_take_what_the_player_says(client: TestClient) -> None:
    def today() -> float:
        day = {"name": "cold", "layers": 3}
        body = client.post("/api/day-sheet", json={"player_id": "corwin", "day": day}).json()
        return float(body["rows"][5]["today"]["carry_m"])

    usual = today()
    assert client.patch("/api/players/corwin", json={"layer_pct": 3}).json()["layer_pct"] == 3
    assert today() < usual - 2
    assert client.patch("/api/players/corwin", json={"layer_pct": 30}).status_code == 422
    assert client.patch("/api/players/nobody", json={"layer_pct": 3}).status_code == 404


def test_the_mast_is_followed_and_let_go(client: TestClient) -> None:
    assert client.get("/api/mast").json()["state"] == "off"
    mast = StandInMast(0, rate=50.0)
    try:
        client.put("/api/mast", json={"on": True, "port": mast.port})

        def heard() -> dict[str, Any] | None:
            told = client.get("/api/mast").json()
            return told if told["state"] == "live" and told["mean"]["readings"] > 20 else None

        told = until(heard, "a minute of wind")
        assert told is not None
        assert told["state"] == "live"
        assert told["mean"]["gust_m_s"] >= told["mean"]["speed_m_s"]
        assert 0 <= told["mean"]["from_deg"] < 360
        assert 900 < told["air"]["pressure_hpa"] < 990
    finally:
        mast.stop()
        off = client.put("/api/mast", json={"on": False}).json()
    assert off["state"] == "off"
    assert off["mean"] is not None
    assert client.put("/api/mast", json={"on": True, "port": 0}).status_code == 422


def test_the_tables_agree_with_what_the_bench_uses() -> None:
    covers = {
        c["name"]: c for c in json.loads((Path(__file__).parents[2] / "docs/schema/ground.json").read_text())["covers"]
    }
    for name, cover in covers.items():
        assert TABLES["give"]["medium"][name] == pytest.approx(cover["give"], abs=1e-3)
        assert TABLES["grass"]["usual"][name] == {"mm": cover["mm"], "density": cover["density"]}
    assert len(TABLES["beaufort"]) == 13
    assert set(TABLES["wet"]) == {"none", "dew", "drizzle", "rain", "downpour"}
