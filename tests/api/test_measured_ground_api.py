"""Ground measured by balls over the network: told, kept with a course, used by its lines and plans, switched off."""

from __future__ import annotations

import json
from datetime import UTC, datetime, timedelta
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


def test_greens_that_were_read_go_into_every_line_there_while_they_hold(client: TestClient) -> None:
    row = kept(client)
    address = f"/api/courses/{row['id']}"
    ask = {"ball": {"east_m": 60, "north_m": 180}, "flag": {"east_m": 45, "north_m": 368}}

    def line() -> tuple[float, object, bool]:
        told = client.post(f"{address}/line", json=ask).json()
        return told["line"]["green_speed_ft"], told["line"]["firmness"], "greens" in told["known"]

    usual = line()
    assert usual == (9.5, "medium", False)
    read = {"green_speed_ft": 11.5, "firmness": "firm"}
    told = client.put(f"{address}/greens", json={**read, "version": 1})
    assert told.status_code == 200, told.text
    assert line() == (11.5, "firm", True)
    told_of = client.get(address).json()["greens"]
    today = datetime.now(UTC).date()
    assert told_of == {**read, "read_on": str(today), "is_used": True, "holds": True}
    # Drawn anew, or on its way through a file, they stay.
    drawn = client.get(f"{address}/drawn").json()
    assert client.put(f"{address}/drawn", json=drawn).status_code == 200
    document = client.get(f"{address}/geojson").json()["document"]
    other = client.post("/api/courses", json={"text": json.dumps(document), "name": "Copy"}).json()
    assert client.get(f"/api/courses/{other['id']}").json()["greens"] == told_of
    # Switched off, and aged: a week later mowing and weather have changed them.
    off = {**read, "read_on": str(today), "is_used": False, "version": 3}
    assert client.put(f"{address}/greens", json=off).status_code == 200
    assert line() == usual
    for days, is_in in ((7, True), (8, False)):
        old = {**read, "read_on": str(today - timedelta(days=days)), "version": client.get(address).json()["version"]}
        assert client.put(f"{address}/greens", json=old).status_code == 200
        assert line()[2] is is_in
        assert client.get(address).json()["greens"]["holds"] is is_in
    version = client.get(address).json()["version"]
    assert client.delete(f"{address}/greens", params={"version": version}).status_code == 200
    assert client.get(address).json()["greens"] is None


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"green_speed_ft": 40.0}, "green_speed_ft"),
        ({"firmness": 2.0}, "firmness"),
        ({"read_on": "2999-01-01"}, "read_on"),
    ],
)
def test_greens_that_can_t_be_are_told(client: TestClient, change: dict[str, object], field: str) -> None:
    row = kept(client)
    body = {"version": 1, "green_speed_ft": 10.0, "firmness": "soft", **change}
    answer = client.put(f"/api/courses/{row['id']}/greens", json=body)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"].startswith(field)
    assert client.get(f"/api/courses/{row['id']}").json()["greens"] is None
