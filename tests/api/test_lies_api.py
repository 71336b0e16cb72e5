"""Covers, helps, methods, schools and pins at the API."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient

from tests.lies import BLOWN, REACHED
from tests.questions import STORED_ONLY, plan_request


def asked(method: str, **more: object) -> dict[str, object]:
    fall, side, flag, lie = REACHED[method]
    if method in BLOWN:
        more = {"wind": BLOWN[method], **more}
    return plan_request(
        player_id="corwin", lie={"fall_deg": fall, "side_deg": side, **lie}, line={"flag_m": flag}, **more
    )


def test_ground_lists_every_cover_and_help(client: TestClient) -> None:
    body = client.get("/api/ground").json()
    assert {"tight", "heather", "hard-pan", "mud", "sanded-divot", "collar-behind", "sand-wet-fluffy"} <= {
        c["name"] for c in body["covers"]
    }
    assert {h["sets"] for h in body["helps"]} == {"give", "density", "sunk", "cover"}


@pytest.mark.parametrize("cover", ["heather", "hard-pan", "mud", "divot", "collar-ahead", "sand-wet-hard"])
def test_every_kind_of_cover_is_planned(client: TestClient, cover: str) -> None:
    usual = next(c for c in client.get("/api/ground").json()["covers"] if c["name"] == cover)
    lie = {"cover": cover, "sunk": usual["usual_sunk"]}
    body = client.post("/api/plan", json=plan_request(lie=lie, line={"flag_m": 20})).json()
    first = body["calls"][0]
    assert sum(first["odds"][k] for k in ("clean_pct", "heavy_pct", "thin_pct")) == pytest.approx(100)
    assert first["spread"]["strikes"] == 400
    assert len(first["detail"]["ends"]) == 100
    assert any(note["rule"] == "4.3a" for note in body["care"])


def test_the_fast_answer_says_of_a_call_what_the_whole_plan_says(client: TestClient) -> None:
    whole = client.post("/api/plan", json=asked("quiet-glide")).json()
    only = [whole["first_id"]]
    fast = client.post("/api/plan", json=asked("quiet-glide", only=only)).json()["calls"][0]
    assert fast["spread"]["strokes_error"] == whole["calls"][0]["spread"]["strokes_error"]
    assert fast["strokes"] == pytest.approx(whole["calls"][0]["strokes"], abs=1e-6)
    assert fast["total_m"] == pytest.approx(whole["calls"][0]["total_m"], abs=1e-6)


@pytest.mark.parametrize(
    ("rise", "run", "low", "high"), [(0.1, 1.0, 5.6, 5.8), (-0.2, 1.0, -11.4, -11.2), (0.0, 2.0, -0.01, 0.01)]
)
def test_slope_from_rise_over_run(client: TestClient, rise: float, run: float, low: float, high: float) -> None:
    body = client.post("/api/ground/slope", json={"rise_m": rise, "run_m": run}).json()
    assert low <= body["slope_deg"] <= high
    assert 0 < body["doubt_deg"] < 3


def test_a_rise_over_no_run_is_refused(client: TestClient) -> None:
    response = client.post("/api/ground/slope", json={"rise_m": 0.1, "run_m": 0})
    assert response.status_code == 422
    assert response.json()["errors"][0]["field"] == "run_m"


def test_lies_that_cannot_be_are_refused_with_field_and_fix(client: TestClient) -> None:
    for lie, field in (
        ({"cover": "sand", "grass_mm": 40}, "lie.grass_mm"),
        ({"cover": "tight", "sunk": 2}, "lie.sunk"),
        ({"cover": "carpet"}, "lie.cover"),
        ({"cover": "sand", "lip_m": 9}, "lie.lip_m"),
        ({"give": 1.5}, "lie.give"),
    ):
        response = client.post("/api/plan", json=plan_request(lie=lie))
        assert response.status_code == 422, lie
        error = response.json()["errors"][0]
        assert error["field"] == field
        assert error["fix"]


def test_catalogue_tells_what_each_method_declares(client: TestClient) -> None:
    body = client.get("/api/methods").json()
    assert {m["id"] for m in body["methods"]} == set(REACHED)
    assert all(m["key_words"] and m["faults"] and m["wins_when"] for m in body["methods"])
    known = {m["id"] for m in body["methods"]}
    assert all(set(d["method_ids"]) <= known for d in body["disputes"])


def test_schools_answer_every_method_with_a_call_or_a_reason(client: TestClient) -> None:
    rows = client.post("/api/schools", json=asked("tall-clip")).json()["rows"]
    assert {r["method_id"] for r in rows} == set(REACHED)
    assert all((r["call"] is None) != (r["reason"] is None) for r in rows)
    glide = next(r["call"] for r in rows if r["method_id"] == "quiet-glide")
    assert glide["spread"]["strikes"] == 400
    assert glide["detail"]["ledgers"]["loft"]


def test_pin_leave_out_and_take_back(client: TestClient) -> None:
    plain = client.post("/api/plan", json=asked("low-press")).json()
    path = "/api/players/corwin/methods/low-press"
    assert client.put(path, json={"stand": "pinned"}).json()["pinned"] == ["low-press"]
    pinned = client.post("/api/plan", json=asked("low-press")).json()
    assert pinned["calls"][0]["method_id"] == "low-press"
    assert pinned["calls"][0]["pinned"]
    changed = client.put(path, json={"stand": "excluded"}).json()
    assert (changed["pinned"], changed["excluded"]) == ([], ["low-press"])
    left_out = client.post("/api/plan", json=asked("low-press")).json()
    assert all(c["method_id"] != "low-press" for c in left_out["calls"])
    assert client.put(path, json={"stand": None}).json()["excluded"] == []
    again = client.post("/api/plan", json=asked("low-press")).json()
    assert [c["id"] for c in again["calls"]] == [c["id"] for c in plain["calls"]]


def test_a_pin_names_a_player_and_a_method_there_are(client: TestClient) -> None:
    assert client.put("/api/players/nobody/methods/splash", json={"stand": "pinned"}).status_code == 404
    wrong = client.put("/api/players/corwin/methods/hope", json={"stand": "pinned"})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["field"] == "method_id"
    assert client.put("/api/players/corwin/methods/splash", json={"stand": "maybe"}).status_code == 422
    body = client.get("/api/players/corwin").json()
    for stored_only in STORED_ONLY:
        body.pop(stored_only)
    body["pinned"] = ["hope"]
    inline = client.post("/api/plan", json={**asked("splash"), "player_id": None, "player": body})
    assert inline.status_code == 422
    assert inline.json()["errors"][0]["field"] == "player.pinned"


def test_doubts_of_the_reading_are_kept_with_the_shot(client: TestClient) -> None:
    request = asked("quiet-glide")
    request["lie"] = {"cover": "tight", "give": 0.42, "doubts": {"give": 0.1, "fall_deg": 1.2}}
    call = client.post("/api/plan", json=request).json()["first_id"]
    kept = client.post("/api/shots", json={"request": request, "call_id": call, "note": ""}).json()
    doubts = client.get(f"/api/shots/{kept['id']}").json()["request"]["lie"]["doubts"]
    assert (doubts["give"], doubts["fall_deg"], doubts["sunk"]) == (0.1, 1.2, None)
