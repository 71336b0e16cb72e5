"""Scenes to read over HTTP: drawn, scored, kept; the eye's doubts in whether a call holds."""

from __future__ import annotations

import json
import math
import re
import uuid
from datetime import UTC, datetime
from typing import Any

import pytest
from fastapi.testclient import TestClient

from veltrin.core.eye import key_named, scene_of
from veltrin.store.engine import Store
from veltrin.store.repositories import eye as scene_rows
from veltrin.store.tables import SceneRow

SCENE = "41.3.side"


def true_of(client: TestClient, scene: str = SCENE, player: str = "brisa") -> dict[str, float]:
    """What is true, in the units of the page; tests may look."""
    asked = client.get(f"/api/scenes/{scene}", params={"player_id": player}).json()["asked"]
    truth = scene_of(key_named(scene)).truth
    scale = {"deg": 57.29577951308232, "m/s": 1.0}
    told = {one["kind"]: truth[one["kind"]] * scale.get(one["unit"], 1.0) for one in asked}
    return {kind: -value if kind == "cross" else value for kind, value in told.items()}


def score(client: TestClient, scene: str, read: dict[str, float], **more: Any) -> Any:
    body = {"id": str(uuid.uuid4()), "player_id": "brisa", "read": read, **more}
    return client.post(f"/api/scenes/{scene}", json=body)


def test_a_scene_is_drawn_and_does_not_tell_the_truth(client: TestClient) -> None:
    told = client.get(f"/api/scenes/{SCENE}", params={"player_id": "brisa"})
    scene = told.json()
    assert [p["view"] for p in scene["pictures"]] == ["behind", "beside", "flag", "close"]
    assert "truth" not in told.text
    assert {a["kind"] for a in scene["asked"]} >= {"fall", "side", "flag"}
    # A left-hander sees the same scene mirrored.
    other = client.get(f"/api/scenes/{SCENE}", params={"player_id": "corwin"}).json()
    mine, theirs = (
        sorted(int(x) for x in re.findall(r"[ML](-?\d+) ", shape["path"]))
        for p in (scene, other)
        for shape in p["pictures"][0]["shapes"]
        if shape["paint"] == "ball"
    )
    assert sorted(800 - x for x in mine) == theirs


def test_read_right_it_costs_nothing_read_wrong_it_costs(client: TestClient) -> None:
    truth = true_of(client)
    right = score(client, SCENE, truth).json()
    assert right["lost"] == 0.0
    assert all(one["off_words"] == "spot on" for one in right["readings"])
    calls = client.post(f"/api/scenes/{SCENE}/calls", json={"player_id": "brisa", "read": truth}).json()["calls"]
    assert right["read_call_words"] == calls[0]["words"]
    flat = {**truth, "side": 0.3 * truth["side"], "fall": 0.0, "flag": 0.75 * truth["flag"]}
    wrong = score(client, SCENE, flat).json()
    assert wrong["lost"] > 0.02
    side = next(one for one in wrong["readings"] if one["kind"] == "side")
    assert "too flat" in side["off_words"]
    assert len(wrong["best_way"]) > 5


def test_what_is_missing_or_not_asked_is_named(client: TestClient) -> None:
    truth = true_of(client)
    before = client.get("/api/scenes").json()["total"]
    blind = score(client, SCENE, {})
    assert blind.json()["errors"][0]["field"] == "read", "a scene can't be sent blind"
    steep = score(client, SCENE, {**truth, "fall": 80.0})
    assert steep.status_code == 422
    assert steep.json()["errors"][0]["field"] == "read.fall"
    assert "-20" in steep.text
    assert client.get("/api/scenes/41.3.nose", params={"player_id": "brisa"}).status_code == 422
    assert score(client, SCENE, truth, call_id="driver~moonshot").json()["errors"][0]["field"] == "call_id"
    assert client.get("/api/scenes").json()["total"] == before, "nothing of it was kept"


def test_a_reading_is_kept_once_and_a_day_is_ten_scenes(client: TestClient) -> None:
    client.delete("/api/eye")
    day = client.get("/api/eye").json()
    assert len(day["today"]) == 10
    assert not any(one["is_read"] for one in day["today"])
    first = day["today"][0]["scene"]
    body = {"id": str(uuid.uuid4()), "player_id": "brisa", "read": true_of(client, first)}
    for _ in range(2):
        assert client.post(f"/api/scenes/{first}", json=body).status_code == 200
    again = client.get("/api/eye").json()
    assert [one["scene"] for one in again["today"]] == [one["scene"] for one in day["today"]]
    assert sum(one["is_read"] for one in again["today"]) == again["scenes"] == 1
    # A player's eye is their own.
    assert client.get("/api/eye", params={"reader_id": "ansgar"}).json()["scenes"] == 0
    page = client.get("/api/scenes", params={"limit": 1}).json()
    assert page["rows"][0]["scene"] == first
    assert client.delete("/api/eye").status_code == 204
    assert client.get("/api/eye").json()["scenes"] == 0


def held(client: TestClient, **more: Any) -> dict[str, Any]:
    request = {"player_id": "brisa", "lie": {"side_deg": -5, "fall_deg": 4}, "line": {"flag_m": 60}}
    told = client.post("/api/sensitivity", json={"request": request, **more}).json()
    return {row["reading"]: row for row in told["rows"]}


def read_flat(store: Store, scenes: int, by_deg: float) -> None:
    """So many scenes that the coach read with the side slope too flat, as they would be kept."""
    with store.session() as session:
        scene_rows.forget(session, None)
        kept = 0
        for seed in range(1, 400):
            scene = f"{seed}.3.side"
            true = scene_of(key_named(scene)).slope.side_rad
            if abs(true) < 0.07 or kept == scenes:
                continue
            off = math.radians(by_deg) * (0.8 + 0.4 * (kept % 2))
            row = SceneRow(
                id=str(uuid.uuid4()), player_id="brisa", scene=scene, call_id="", read_at=datetime.now(UTC),
                readings_json=json.dumps({"side": (true, true - math.copysign(off, true))}),
            )  # fmt: skip
            scene_rows.add(session, row)
            kept += 1


def test_the_eye_moves_the_doubts_of_a_call_and_can_mend_a_reading(client: TestClient, demo_store: Store) -> None:
    """Side slopes read too flat: the doubt of the side slope is the reader's own."""
    read_flat(demo_store, 14, 3.0)
    eye = {one["kind"]: one for one in client.get("/api/eye").json()["kinds"]}
    assert eye["side"]["is_known"]
    assert eye["side"]["bias"] == pytest.approx(-3.0, abs=0.7)
    assert "too flat" in eye["side"]["says"]
    usual, own = held(client), held(client, eye="doubts")
    assert own["side"]["doubt"] > 1.5 * usual["side"]["doubt"]
    assert own["side"]["by_eye"]
    assert not usual["side"]["by_eye"]
    mended = held(client, eye="corrected")
    assert mended["side"]["doubt"] < own["side"]["doubt"]
    assert mended["side"]["corrected_to"] == pytest.approx(-8.0, abs=0.9)
    # What was measured keeps the doubt of its measuring.
    request = {
        "player_id": "brisa", "line": {"flag_m": 60}, "lie": {"side_deg": -5, "doubts": {"side_deg": 0.5}},
    }  # fmt: skip
    told = client.post("/api/sensitivity", json={"request": request, "eye": "doubts"}).json()
    assert next(row for row in told["rows"] if row["reading"] == "side")["doubt"] == 0.5


def test_only_what_was_set_is_read(client: TestClient) -> None:
    client.delete("/api/eye")
    told = score(client, SCENE, {"side": 0.0}).json()
    assert [one["kind"] for one in told["readings"]] == ["side"]
    kinds = client.get("/api/eye").json()["kinds"]
    assert [one["kind"] for one in kinds] == ["side"], "what was left says nothing of the eye"


def test_a_guess_on_real_ground_calibrates_the_eye(client: TestClient) -> None:
    client.delete("/api/eye")
    for n in range(10):
        true = 4.0 + 0.4 * n
        body = {"id": str(uuid.uuid4()), "kind": "side", "guessed": 0.6 * true, "measured": true}
        told = client.post("/api/guesses", json=body)
        assert told.status_code == 200, told.text
    assert told.json()["is_known"]
    assert "too flat" in told.json()["says"]
    again = client.post("/api/guesses", json=body).json()
    assert again["scenes"] == told.json()["scenes"] == 10, "sent again it is kept once"
    eye = client.get("/api/eye").json()
    assert (eye["level"], eye["scenes"]) == (1, 10)
    assert client.get("/api/scenes").json()["rows"][0]["scene"] == "field"
    refused = client.post("/api/guesses", json={**body, "id": str(uuid.uuid4()), "measured": 80})
    assert refused.json()["errors"][0]["field"] == "measured"
