"""Ground measured by balls over the network: told, kept with a course, used by its lines and plans, switched off."""

from __future__ import annotations

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api.test_courses_api import colleagues, kept
from tests.questions import plan_request
from tests.signing import MAREN, OTTO, sign_in
from veltrin.service.house.store import Store

ROUGH = {"cover": "rough", "sunk": 1.0}
LINE = {"flag_m": 60.0}


def asked(client: TestClient, **more: Any) -> dict[str, Any]:
    """A call out of the rough, and balls of it that all come up a fifth shorter than the plan says."""
    request = plan_request(lie=ROUGH, line=LINE, **more)
    plan = client.post("/api/plan", json=request).json()
    call = next(c for c in plan["calls"] if c["id"] == plan["first_id"])
    carries = [round(share * call["carry_m"], 1) for share in (0.76, 0.84, 0.8, 0.72, 0.79, 0.83, 0.88, 0.75)]
    return {"request": request, "call_id": call["id"], "balls": [{"carry_m": carry} for carry in carries]}


def line_on(client: TestClient, course: Any) -> dict[str, Any]:
    ask = {"ball": {"east_m": 0.0, "north_m": 0.0}, "flag": {"east_m": 0.0, "north_m": 60.0}}
    return dict(client.post(f"/api/courses/{course}/line", json=ask).json())


def test_what_was_measured_is_told_kept_used_and_switched_off(client: TestClient) -> None:
    measure = asked(client)
    told = client.post("/api/measured-ground", json=measure).json()
    assert (told["cover"], told["balls"]) == ("rough", 8)
    # All came up short: the ground takes more, yet less than all of it, as players have their days.
    assert -20.0 < told["carry_pct"] < -2.0
    assert told["low_pct"] < told["carry_pct"] < told["high_pct"]
    assert told["takes_pct"] > 0.0
    course = kept(client)
    row = client.put(
        f"/api/courses/{course['id']}/measured-ground", json={"version": course["version"], "measure": measure}
    )
    assert row.status_code == 200, row.text
    drawn = client.get(f"/api/courses/{course['id']}").json()
    (ground,) = drawn["grounds"]
    assert (ground["carry_pct"], ground["holds_pct"], ground["is_used"]) == (told["carry_pct"], 100.0, True)
    (known,) = line_on(client, course["id"])["grounds"]
    assert known["cover"] == "rough"
    usual = client.post("/api/plan", json=measure["request"]).json()
    here = client.post("/api/plan", json=plan_request(lie={**ROUGH, "measured": known["measured"]}, line=LINE)).json()

    def swing(plan: dict[str, Any]) -> float:
        return float(next(c["swing"] for c in plan["calls"] if c["id"] == measure["call_id"]))

    assert swing(here) > swing(usual)
    first = next(c for c in here["calls"] if c["detail"])
    rows = [r["words"] for r in first["detail"]["ledgers"]["distance"]]
    assert "as measured here (8 balls)" in rows
    off = {"version": row.json()["version"], "is_used": False}
    row = client.put(f"/api/courses/{course['id']}/measured-ground/rough", json=off)
    assert line_on(client, course["id"])["grounds"] == []
    assert client.get(f"/api/courses/{course['id']}").json()["grounds"][0]["is_used"] is False
    gone = client.delete(
        f"/api/courses/{course['id']}/measured-ground/rough", params={"version": row.json()["version"]}
    )
    assert gone.status_code == 200
    assert client.get(f"/api/courses/{course['id']}").json()["grounds"] == []
    again = client.delete(
        f"/api/courses/{course['id']}/measured-ground/rough", params={"version": gone.json()["version"]}
    )
    assert again.status_code == 404


def test_ground_goes_with_the_course_and_names_nobody(client: TestClient) -> None:
    measure, course = asked(client), kept(client)
    told = {"version": course["version"], "measure": measure, "measured_on": "2026-06-12"}
    client.put(f"/api/courses/{course['id']}/measured-ground", json=told)
    document = client.get(f"/api/courses/{course['id']}/geojson").json()["document"]
    (ground,) = document["measured_ground"]
    assert ground["on"] == "2026-06-12"
    assert len(ground["balls"]) == 8
    assert "tove" not in str(ground)
    # A later drawing of the same course is the same ground.
    row = client.get("/api/courses").json()[0]
    text = json.dumps({key: value for key, value in document.items() if key != "measured_ground"})
    body = {"text": text.replace('"par": 4', '"par": 5'), "name": "Fell", "version": row["version"]}
    assert client.post("/api/courses", json=body).status_code == 201
    drawn = client.get(f"/api/courses/{course['id']}").json()
    assert [one["cover"] for one in drawn["grounds"]] == ["rough"]
    # Of June little more than a quarter holds in late autumn.
    assert drawn["grounds"][0]["holds_pct"] < 100.0


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"balls": [{"carry_m": 40.0}] * 3}, "balls"),
        ({"balls": [{"carry_m": 40.0}] * 3 + [{}]}, "balls.4"),
        ({"balls": [{"carry_m": 40.0}] * 4 + [{"carry_m": 300.0}]}, "balls.5"),
        ({"call_id": "driver~plain-putt"}, "call_id"),
        ({"request": plan_request(lie={"cover": "divot"}, line=LINE)}, "lie.cover"),
    ],
)
def test_what_tells_nothing_is_refused_by_its_field(client: TestClient, change: dict[str, Any], field: str) -> None:
    answer = client.post("/api/measured-ground", json={**asked(client), **change})
    assert answer.status_code == 422, answer.text
    assert field in {one["field"] for one in answer.json()["errors"]}


def test_ground_of_another_cover_or_shape_is_refused(client: TestClient) -> None:
    known = {"shares": [1.0, 1.0], "balls": 8, "on": "2026-06-12"}
    for lie in ({**ROUGH, "measured": known}, {"cover": "bare", "measured": known}):
        answer = client.post("/api/plan", json=plan_request(lie=lie, line=LINE))
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["field"] == "lie.measured"


def test_a_colleague_uses_what_was_measured_and_changes_nothing(guarded: TestClient, demo_store: Store) -> None:
    colleagues(demo_store)
    sign_in(guarded, MAREN)
    player = guarded.post("/api/players", json={"name": "Una", "seven_iron_carry_m": 120}).json()
    measure, course = asked(guarded, player_id=player["id"]), kept(guarded)
    row = guarded.put(
        f"/api/courses/{course['id']}/measured-ground", json={"version": course["version"], "measure": measure}
    )
    shared = {"version": row.json()["version"], "name": "Fell", "is_shared": True}
    assert guarded.put(f"/api/courses/{course['id']}", json=shared).status_code == 200
    sign_in(guarded, OTTO)
    (known,) = line_on(guarded, course["id"])["grounds"]
    assert known["cover"] == "rough"
    off = guarded.put(f"/api/courses/{course['id']}/measured-ground/rough", json={"version": 3, "is_used": False})
    assert off.status_code == 404
