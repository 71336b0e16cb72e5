"""The HTTP interface: what it answers, and how it refuses."""

from __future__ import annotations

import math
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.questions import FLIGHT, STORED_ONLY, plan_request


def errors(response: Any) -> dict[str, dict[str, str]]:
    return {e["field"]: e for e in response.json()["errors"]}


def test_health_becomes_ready(client: TestClient) -> None:
    assert client.get("/api/health").json()["status"] in ("warming", "ready")


def test_plan_answers_with_calls_ledgers_and_reasons(client: TestClient) -> None:
    body = client.post("/api/plan", json=plan_request()).json()
    assert body["first_id"] == body["calls"][0]["id"]
    # What flies, with the ball below the feet of a right-hander, goes right: aim left.
    first = next(c for c in body["calls"] if c["method_id"] == "stock-swing" and c["detail"] is None)
    first = client.post("/api/plan", json=plan_request(detail_for=[first["id"]])).json()
    first = next(c for c in first["calls"] if c["detail"] and c["method_id"] == "stock-swing")
    assert first["aim_deg"] < 0
    assert first["detail"]["ledgers"]["aim"][-1]["value"] < 0
    assert first["detail"]["flight"][-1][0] == pytest.approx(first["carry_m"], abs=0.01)
    assert body["ruled_out"]


def test_left_hander_of_the_demo_aims_the_other_way(client: TestClient) -> None:
    def aim(player: str) -> float:
        asked = plan_request(player_id=player, lie={"side_deg": 6}, line={"flag_m": 100})
        return client.post("/api/plan", json=asked).json()["calls"][0]["aim_deg"]

    assert aim("brisa") > 1
    assert aim("corwin") < -1


def test_plan_takes_a_player_in_full(client: TestClient) -> None:
    # One without a book: a player given in full has none.
    brisa = client.get("/api/players/brisa").json()
    for stored_only in STORED_ONLY:
        brisa.pop(stored_only)
    inline = client.post("/api/plan", json=plan_request(player_id=None, player=brisa)).json()
    stored = client.post("/api/plan", json=plan_request(player_id="brisa")).json()
    assert [c["id"] for c in inline["calls"]] == [c["id"] for c in stored["calls"]]


def test_flight_answers_and_right_is_positive(client: TestClient) -> None:
    straight = client.post("/api/flight", json=FLIGHT).json()
    assert straight["offline_carry_m"] == pytest.approx(0.0, abs=1e-9)
    assert straight["total_m"] > straight["carry_m"] > 140
    right = client.post("/api/flight", json={**FLIGHT, "start_deg": 3, "spin_tilt_deg": 8}).json()
    assert right["offline_carry_m"] > math.tan(math.radians(3)) * right["carry_m"]
    pushed = client.post("/api/flight", json={**FLIGHT, "wind": {"speed_m_s": 5, "from_deg": 90}}).json()
    assert pushed["offline_carry_m"] < -2  # from the right blows left
    tilted = client.post("/api/flight", json={**FLIGHT, "landing": {"side_deg": 3}}).json()
    assert tilted["offline_total_m"] > 0.05


def test_pressure_given_overrides_the_altitude(client: TestClient) -> None:
    def carry(**air: float) -> float:
        return client.post("/api/flight", json={**FLIGHT, "air": air}).json()["carry_m"]

    # 940.9 hPa is the standard pressure at 620 m (ISO 2533).
    assert carry(pressure_hpa=940.9) == pytest.approx(carry(altitude_m=620), abs=0.02)
    assert carry(pressure_hpa=1040) < carry()


@pytest.mark.parametrize("firmness", ["soft", 0.9])
def test_firmness_is_a_word_or_a_number(client: TestClient, firmness: object) -> None:
    assert client.post("/api/flight", json={**FLIGHT, "landing": {"firmness": firmness}}).status_code == 200


BAD_PLANS = [
    ({"lie": {"fall_deg": 25}}, "lie.fall_deg", "at most 20"),
    ({"lie": {"cover": "fairway", "sunk": 1}}, "lie.sunk", "choose a longer cover"),
    ({"lie": {"cover": "carpet"}}, "lie.cover", "'tight', 'fairway'"),
    ({"line": {"flag_m": 1}}, "line.flag_m", "at least 2"),
    ({"line": {"flag_m": 20, "wat": 1}}, "line.wat", "Remove it"),
    ({"line": {}}, "line.flag_m", "Give line.flag_m"),
    ({"line": {"flag_m": "far"}}, "line.flag_m", "number"),
    ({"line": {"flag_m": 20, "green_front_m": 30, "green_back_m": 25}}, "line", "Move one of the edges"),
    ({"player_id": None}, "body", "Give either player_id"),
    ({"air": {"humidity_pct": 101}}, "air.humidity_pct", "at most 100"),
]


@pytest.mark.parametrize(("change", "field", "fix"), BAD_PLANS, ids=[b[1] + "/" + b[2] for b in BAD_PLANS])
def test_bad_plans_name_field_range_and_fix(client: TestClient, change: dict[str, Any], field: str, fix: str) -> None:
    response = client.post("/api/plan", json=plan_request(**change))
    assert response.status_code == 422
    found = errors(response)
    assert field in found, found
    assert fix in found[field]["fix"]


@pytest.mark.parametrize("text", ["NaN", "Infinity", "-Infinity", "1e999"])
def test_numbers_that_are_none_are_refused(client: TestClient, text: str) -> None:
    raw = f'{{"ball_speed_m_s": 50, "launch_deg": {text}, "spin_rpm": 3000}}'
    response = client.post("/api/flight", content=raw, headers={"content-type": "application/json"})
    assert response.status_code == 422
    assert "launch_deg" in errors(response)


def test_broken_json_and_unknown_places(client: TestClient) -> None:
    broken = client.post("/api/plan", content="{", headers={"content-type": "application/json"})
    assert broken.status_code == 422
    assert "JSON" in broken.json()["errors"][0]["problem"]
    for path in ("/api/nowhere", "/api/shots/999", "/api/players/nobody"):
        assert client.get(path).status_code == 404
        assert client.get(path).json()["errors"][0]["fix"]


def test_unknown_player_and_unknown_club_are_told(client: TestClient) -> None:
    missing = client.post("/api/plan", json=plan_request(player_id="nobody"))
    assert missing.status_code == 404
    club = client.post("/api/plan", json=plan_request(kept_club_id="chipper"))
    assert club.status_code == 422
    assert "Choose one of" in club.json()["errors"][0]["fix"]


def test_shot_is_kept_listed_opened_and_dropped(client: TestClient) -> None:
    asked = plan_request()
    call_id = client.post("/api/plan", json=asked).json()["first_id"]
    kept = client.post("/api/shots", json={"request": asked, "call_id": call_id, "note": "by the wall"})
    assert kept.status_code == 201
    shot = kept.json()
    names = [c["name"] for c in client.get("/api/players/tove").json()["clubs"]]
    assert shot["summary"].startswith(tuple(names))
    assert client.get("/api/shots").json()[0]["id"] == shot["id"]
    again = client.get(f"/api/shots/{shot['id']}").json()
    assert {"fall_deg": 7.0, "side_deg": -3.0, "cover": "fairway", "growth": "across"}.items() <= again["request"][
        "lie"
    ].items()
    assert again["note"] == "by the wall"
    assert client.delete(f"/api/shots/{shot['id']}").status_code == 204
    assert client.delete(f"/api/shots/{shot['id']}").status_code == 404


def test_shot_with_an_impossible_call_is_not_kept(client: TestClient) -> None:
    before = len(client.get("/api/shots").json())
    response = client.post("/api/shots", json={"request": plan_request(), "call_id": "driver~stock-swing", "note": ""})
    assert response.status_code == 409
    tove = client.get("/api/players/tove").json()
    for stored_only in STORED_ONLY:
        tove.pop(stored_only)
    inline = plan_request(player_id=None, player=tove)
    assert client.post("/api/shots", json={"request": inline, "call_id": "54~stock-swing"}).status_code == 409
    assert len(client.get("/api/shots").json()) == before


def test_player_is_added_with_a_bag(client: TestClient) -> None:
    new = {"name": "Ýmir Fjallgarð", "hand": "left", "seven_iron_carry_m": 120, "leave_out": ["driver"]}
    made = client.post("/api/players", json=new)
    assert made.status_code == 201
    body = made.json()
    assert body["id"].isascii()
    assert len(body["clubs"]) == 13
    assert client.post("/api/plan", json=plan_request(player_id=body["id"])).json()["calls"]


def test_player_with_an_unknown_club_is_refused_and_not_stored(client: TestClient) -> None:
    before = len(client.get("/api/players").json())
    bad = client.post("/api/players", json={"name": "X", "seven_iron_carry_m": 120, "leave_out": ["chipper"]})
    assert bad.status_code == 422
    assert len(client.get("/api/players").json()) == before


def test_settings_are_kept(client: TestClient) -> None:
    settings = client.get("/api/settings").json()
    settings["distance"] = "yd"
    assert client.put("/api/settings", json=settings).status_code == 200
    assert client.get("/api/settings").json()["distance"] == "yd"
    settings["distance"] = "furlong"
    assert client.put("/api/settings", json=settings).status_code == 422


def test_answers_carry_security_headers_and_fetch_nothing_outside(client: TestClient) -> None:
    headers = client.get("/api/health").headers
    assert "default-src 'self'" in headers["content-security-policy"]
    assert headers["x-content-type-options"] == "nosniff"
