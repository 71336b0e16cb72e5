"""Practice over HTTP: the drills, and one made ready for a player."""

from __future__ import annotations

import uuid

from fastapi.testclient import TestClient

from veltrin.core.practice import DRILLS


def test_the_catalogue_is_told_whole(client: TestClient) -> None:
    told = client.get("/api/drills").json()
    assert [drill["id"] for drill in told["drills"]] == list(DRILLS)
    board = next(drill for drill in told["drills"] if drill["id"] == "board-down")
    assert "upright" in board["cures"]
    assert board["cautions"][-1].startswith("Pain")


def test_a_drill_is_laid_out_for_the_player(client: TestClient) -> None:
    told = client.get("/api/drills/opened-rods", params={"player_id": "brisa"}).json()
    (station,) = told["stations"]
    assert station["cover"] == "rough"
    feet = next(item for item in station["items"] if item["words"] == "along the toes")
    # Right is positive here: a right-hander stands to the left of the line.
    assert all(y < 0 for _, y in feet["points"])
    assert 1 <= station["mark"]["hits"] <= station["mark"]["balls"] == 8
    assert 0 < station["mark"]["by_luck_pct"] <= 100
    assert station["call"]["method_id"] in told["drill"]["methods"]


def test_what_is_unknown_says_so(client: TestClient) -> None:
    gone = client.get("/api/drills/opened-rods", params={"player_id": "nobody"})
    assert gone.status_code == 404
    unknown = client.get("/api/drills/juggling", params={"player_id": "brisa"})
    assert unknown.status_code == 422
    assert unknown.json()["errors"][0]["field"] == "drill_id"


def test_a_session_is_built_for_who_loses_from_rough(client: TestClient) -> None:
    request = {
        "player_id": "brisa",
        "lie": {"cover": "rough", "sunk": 0.6},
        "line": {"flag_m": 40, "green_front_m": 32, "green_back_m": 52},
    }
    for _ in range(14):
        body = {"player_id": "brisa", "request": request, "call_id": "58~stock-swing", "past_m": -15, "side_m": 6}
        assert client.put(f"/api/book/{uuid.uuid4()}", json={**body, "chipped_again": True}).status_code == 200
    told = client.post("/api/practice", json={"player_id": "brisa", "minutes": 50, "missing": ["sand"]}).json()
    assert told["minutes"] <= 50
    calm = {"player_id": "brisa", "minutes": 60, "theme": "flight", "firmness": "hard", "wind_m_s": 0}
    still = client.post("/api/practice", json=calm).json()
    assert "no soft ground and no wind" in still["words"]
    assert not {"into-and-with", "across-wind"} & {part["drill_id"] for part in still["parts"]}
    assert "sand" not in told["needs"]
    assert any("rough" in part["why"] for part in told["parts"])
    assert told["parts"][-1]["phase"] == "test"
    assert "14 booked shots" in told["words"]


def test_a_session_of_nothing_is_refused_with_a_way_out(client: TestClient) -> None:
    short = client.post("/api/practice", json={"player_id": "brisa", "minutes": 5})
    assert short.status_code == 422
    error = short.json()["errors"][0]
    assert error["field"] == "minutes"
    assert "15" in error["problem"] + error["fix"]
    unknown = client.post("/api/practice", json={"player_id": "brisa", "again": "juggling"})
    assert unknown.json()["errors"][0]["field"] == "again"
