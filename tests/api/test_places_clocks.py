"""A season by the clock of its place, and who edits what another edits: told, not lost."""

from __future__ import annotations

import uuid
from datetime import UTC, date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import icalendar
import pytest
from fastapi.testclient import TestClient

CHANGES = {
    # Days on which clocks change in 2027. Source: the IANA time zone database.
    "America/Los_Angeles": (date(2027, 3, 14), date(2027, 11, 7)),
    "Australia/Sydney": (date(2027, 4, 4), date(2027, 10, 3)),
    "Europe/London": (date(2027, 3, 28), date(2027, 10, 31)),
}
OVER = [(zone, day) for zone, days in CHANGES.items() for day in days]


@pytest.mark.file
@pytest.mark.parametrize("starts", ["17:00", "08:00", "02:30"])
@pytest.mark.parametrize(("zone", "change"), OVER)
def test_a_season_keeps_its_day_and_hour_over_a_change_of_the_clock(
    client: TestClient, zone: str, change: date, starts: str
) -> None:
    first = change - timedelta(days=8)
    wish = {
        "player_id": "tove", "first": first.isoformat(), "weeks": 3, "hours": 2.0,
        "weekdays": [1, 6], "starts": starts, "zone": zone,
    }  # fmt: skip
    rows = client.post("/api/season", json=wish).json()["rows"]
    assert len(rows) == 6
    for row in rows:
        local = datetime.fromisoformat(row["planned_local"])
        assert (local.weekday() in (1, 6), f"{local:%H:%M}", row["zone"]) == (True, starts, zone)
        moment = datetime.fromisoformat(row["planned_for"])
        assert moment == local.replace(tzinfo=ZoneInfo(zone)).astimezone(UTC)
    calendar = icalendar.Calendar.from_ical(client.get("/api/season.ics", params={"player_id": "tove"}).content)
    assert [str(one["tzid"]) for one in calendar.walk("VTIMEZONE")] == [zone]
    told = [e.start for e in calendar.walk("VEVENT") if e["dtstart"].params.get("tzid") == zone]
    assert {one.astimezone(UTC) for one in told} >= {datetime.fromisoformat(row["planned_for"]) for row in rows}
    if starts != "02:30":
        # An hour that is left out, or comes twice, is read as RFC 5545 has it; all others are what was asked for.
        assert {f"{one:%Y-%m-%dT%H:%M}" for one in told} >= {row["planned_local"] for row in rows}
    assert client.delete(f"/api/practices/{rows[0]['id']}").status_code == 204


@pytest.mark.parametrize(
    "wrong", [{"zone": "Mars/Olympus"}, {"zone": "../etc/passwd"}, {"planned_local": "2027-02-30T17:00"}]
)
def test_a_place_or_a_day_that_is_none_is_refused(client: TestClient, wrong: dict[str, str]) -> None:
    when = {"planned_local": "2027-03-02T17:00", "zone": "Europe/London", **wrong}
    body = {"player_id": "tove", "parts": [{"drill_id": "towel-behind"}], **when}
    answer = client.put(f"/api/practices/{uuid.uuid4()}", json=body)
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == next(iter(wrong))


def clashes(answer: Any) -> bool:
    return answer.status_code == 409 and answer.json()["errors"][0]["field"] == "version"


def test_two_who_edit_one_lesson_are_told(client: TestClient) -> None:
    lesson_id = str(uuid.uuid4())
    body = {"held_on": "2026-11-20T10:00:00Z", "player_ids": ["tove"], "aims": "Ball first"}
    first = client.put(f"/api/lessons/{lesson_id}", json=body).json()
    # Sent again by who didn't hear that it was kept: the same.
    assert client.put(f"/api/lessons/{lesson_id}", json=body).json() == first
    mine = client.put(f"/api/lessons/{lesson_id}", json={**body, "aims": "Mine", "version": first["version"]})
    assert mine.status_code == 200
    for version in (first["version"], None, 99):
        assert clashes(client.put(f"/api/lessons/{lesson_id}", json={**body, "aims": "Late", "version": version}))
    assert client.get(f"/api/lessons/{lesson_id}").json()["aims"] == "Mine"
    things = {"things": [{"title": "Chase it"}], "version": first["version"]}
    where = {"params": {"player_id": "tove"}}
    assert clashes(client.put(f"/api/lessons/{lesson_id}/things", json=things, **where))
    now = {**things, "version": mine.json()["version"]}
    assert client.put(f"/api/lessons/{lesson_id}/things", json=now, **where).status_code == 200


def test_two_who_move_one_session_are_told(client: TestClient) -> None:
    practice_id = str(uuid.uuid4())
    body = {"player_id": "tove", "parts": [{"drill_id": "towel-behind"}]}
    first = client.put(f"/api/practices/{practice_id}", json=body).json()
    assert client.put(f"/api/practices/{practice_id}", json=body).json()["version"] == first["version"]
    when = {"planned_local": "2027-03-02T17:00", "zone": "Europe/London"}
    path = f"/api/practices/{practice_id}/when"
    moved = client.put(path, json={**when, "version": first["version"]})
    assert moved.json()["planned_for"] == "2027-03-02T17:00:00Z"
    assert clashes(client.put(path, json={**when, "planned_local": "2027-03-03T17:00", "version": first["version"]}))
    assert clashes(client.put(f"/api/practices/{practice_id}", json={**body, "version": first["version"]}))


def test_a_line_is_replaced_only_by_who_has_seen_it(client: TestClient) -> None:
    first = client.post("/api/lines", json={"name": "Fourth", "line": {"flag_m": 20}}).json()
    assert client.post("/api/lines", json={"name": "Fourth", "line": {"flag_m": 20}}).status_code == 201
    assert clashes(client.post("/api/lines", json={"name": "Fourth", "line": {"flag_m": 30}}))
    seen = {"name": "Fourth", "line": {"flag_m": 30}, "version": first["version"]}
    assert client.post("/api/lines", json=seen).status_code == 201
    assert clashes(client.post("/api/lines", json={**seen, "line": {"flag_m": 40}}))


def test_settings_are_written_over_by_nobody_who_has_not_read_them(client: TestClient) -> None:
    now = client.get("/api/settings").json()
    assert client.put("/api/settings", json={**now, "distance": "yd"}).status_code == 200
    assert clashes(client.put("/api/settings", json={**now, "small": "in"}))
    newer = client.get("/api/settings").json()
    assert (newer["distance"], newer["small"]) == ("yd", "cm")


def test_a_session_in_a_year_that_no_file_can_hold_is_refused(client: TestClient) -> None:
    """What was planned for the year 2999 could not be exported: the file's moments end with 2150."""
    body = {
        "player_id": "brisa",
        "parts": [{"drill_id": "plugged"}],
        "planned_local": "2999-03-05T17:00",
        "zone": "UTC",
    }
    refused = client.put(f"/api/practices/{uuid.uuid4()}", json=body)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "planned_local"
    season = {"player_id": "brisa", "first": "2999-03-02", "weeks": 1, "hours": 1, "weekdays": [1]}
    assert client.post("/api/season", json=season).status_code == 422
    assert client.get("/api/export").status_code == 200
