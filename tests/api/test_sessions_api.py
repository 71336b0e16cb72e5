"""Practice sessions over HTTP: kept, begun, struck, ended; levels, progress, a season and its calendar."""

from __future__ import annotations

import uuid
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from typing import Any

import icalendar
import pytest
from fastapi.testclient import TestClient

DRILLS = [{"drill_id": "swish-strike", "balls": 4}, {"drill_id": "towel-behind", "phase": "test", "balls": 6}]


def new_id() -> str:
    return str(uuid.uuid4())


def keep(client: TestClient, practice_id: str | None = None, **told: Any) -> Any:
    body = {"player_id": "brisa", "parts": DRILLS, **told}
    return client.put(f"/api/practices/{practice_id or new_id()}", json=body)


def begun(client: TestClient, **told: Any) -> dict[str, Any]:
    kept = keep(client, **told).json()
    return dict(client.post(f"/api/practices/{kept['id']}/begin").json())


def strike(client: TestClient, practice: dict[str, Any], part: int, station: int, **seen: Any) -> Any:
    body = {
        "player_id": practice["player_id"],
        "purpose": "practice",
        "practice_id": practice["id"],
        "part": part,
        "station": station,
        **seen,
    }
    return client.put(f"/api/book/{new_id()}", json=body)


def play(client: TestClient, practice: dict[str, Any], hits: int) -> dict[str, Any]:
    """Strike every ball of every part, the first so many of each a hit."""
    for k, part in enumerate(practice["parts"]):
        for n, station in enumerate(part["order"]):
            assert strike(client, practice, k, station, hit=n < hits).status_code == 200
    return dict(client.post(f"/api/practices/{practice['id']}/finish").json())


def test_a_session_is_planned_begun_struck_and_ended(client: TestClient) -> None:
    kept = keep(client, planned_for="2027-03-06T17:00:00Z")
    assert kept.status_code == 200, kept.text
    plan = kept.json()
    assert (plan["state"], plan["balls"]) == ("planned", 10)
    assert plan["parts"][0]["stations"] == []
    practice = client.post(f"/api/practices/{plan['id']}/begin").json()
    assert practice["state"] == "begun"
    test = practice["parts"][1]
    assert test["stations"][0]["mark"]["balls"] == 6
    assert test["order"] == [0] * 6
    again = client.post(f"/api/practices/{plan['id']}/begin").json()
    assert again == practice, "begun twice it stands as it was"
    done = play(client, practice, hits=9)
    assert done["state"] == "done"
    assert [part["hits"] for part in done["parts"]] == [4, 6]
    assert all(part["passed"] for part in done["parts"])
    assert "2 of 2 passed" in done["words"]
    assert "unlikely to be luck" in done["next_words"][0]
    assert client.post(f"/api/practices/{plan['id']}/finish").json() == done
    # Its balls stand in the book, under their own purpose.
    book = client.get("/api/book", params={"player_id": "brisa", "purpose": "practice"}).json()
    assert book["total"] == 10
    assert {row["drill_name"] for row in book["rows"]} == {"Towel behind the ball", "Swish, then strike"}
    assert all(row["hit"] for row in book["rows"])
    question = client.get(f"/api/book/{book['rows'][0]['id']}/question")
    assert question.status_code == 200


def test_it_is_gone_on_with_elsewhere_and_a_ball_sent_twice_is_struck_once(client: TestClient) -> None:
    practice = begun(client)
    ball = new_id()
    body = {"player_id": "brisa", "purpose": "practice", "practice_id": practice["id"], "part": 0, "station": 0}
    body["hit"] = True
    for _ in range(2):
        assert client.put(f"/api/book/{ball}", json=body).status_code == 200
    seen = client.get(f"/api/practices/{practice['id']}").json()
    assert [(b["id"], b["part"], b["hit"]) for b in seen["played"]] == [(ball, 0, True)]
    # What wasn't played to its end has no result, and no level.
    done = client.post(f"/api/practices/{practice['id']}/finish").json()
    assert done["parts"][0]["passed"] is None
    assert "not finished" in done["next_words"][0]
    client.delete(f"/api/book/{ball}")
    assert client.get(f"/api/practices/{practice['id']}").json()["played"] == []


@pytest.mark.both
def test_hits_that_can_hardly_be_chance_make_the_mark_harder(client: TestClient) -> None:
    parts = [{"drill_id": "glide-or-clip"}]
    first = begun(client, parts=parts)
    told = play(client, first, hits=first["parts"][0]["mark"]["hits"])
    assert (told["parts"][0]["passed"], told["parts"][0]["level_after"]) == (True, 0), "once is every other time"
    for _ in range(2):
        second = begun(client, parts=parts)
        assert second["parts"][0]["level"] == 0
        told = play(client, second, hits=12)
    assert told["parts"][0]["level_after"] == 1
    assert "Next level" in told["next_words"][0]
    third = begun(client, parts=parts)
    marks = [p["parts"][0]["stations"][0]["mark"] for p in (first, third)]
    assert third["parts"][0]["level"] == 1
    assert marks[1]["limit"] < marks[0]["limit"]
    assert third["parts"][0]["mark"]["chance_pct"] < first["parts"][0]["mark"]["chance_pct"]
    progress = client.get("/api/progress", params={"player_id": "brisa"}).json()
    (drill,) = progress["drills"]
    assert (drill["level"], drill["evidence"], len(drill["went"])) == (1, 1.0, 3)
    rate = drill["went"][0]["rate"]
    assert rate["low_pct"] < 100.0 * rate["hits"] / rate["of"] <= rate["high_pct"] <= 100.0


@pytest.mark.parametrize(
    ("part", "station", "field"), [(5, 0, "station"), (0, 7, "station")]
)  # fmt: skip
def test_a_ball_from_nowhere_is_refused(client: TestClient, part: int, station: int, field: str) -> None:
    practice = begun(client)
    answer = strike(client, practice, part, station, hit=True)
    assert answer.status_code == 404
    assert answer.json()["errors"][0]["field"] == field


def test_what_cannot_be_says_why(client: TestClient) -> None:
    planned = keep(client).json()
    early = strike(client, planned, 0, 0, hit=True)
    assert early.status_code == 404
    assert client.post(f"/api/practices/{planned['id']}/finish").status_code == 409
    unknown = keep(client, parts=[{"drill_id": "juggling"}])
    assert unknown.json()["errors"][0]["field"] == "parts.0.drill_id"
    other = keep(client, planned["id"], player_id="tove")
    assert other.status_code == 409
    practice = client.post(f"/api/practices/{planned['id']}/begin").json()
    assert keep(client, practice["id"]).status_code == 409
    assert client.put(f"/api/practices/{practice['id']}/when", json={"planned_for": None}).status_code == 409
    no_hit = strike(client, practice, 0, 0)
    assert no_hit.status_code == 422
    assert client.get(f"/api/practices/{new_id()}").status_code == 404


def test_a_session_is_moved_changed_and_deleted_with_its_balls_kept(client: TestClient) -> None:
    planned = keep(client).json()
    moved = client.put(
        f"/api/practices/{planned['id']}/when",
        json={"planned_for": "2027-04-01T08:00:00Z", "version": planned["version"]},
    ).json()
    assert moved["planned_for"].startswith("2027-04-01T08:00")
    changed = keep(client, planned["id"], parts=DRILLS[:1], version=moved["version"]).json()
    assert len(changed["parts"]) == 1
    practice = client.post(f"/api/practices/{planned['id']}/begin").json()
    strike(client, practice, 0, 0, hit=False, misses=["heavy"])
    assert client.delete(f"/api/practices/{planned['id']}").status_code == 204
    assert client.get("/api/practices", params={"player_id": "brisa"}).json()["total"] == 0
    book = client.get("/api/book", params={"player_id": "brisa", "purpose": "practice"}).json()
    assert (book["total"], book["rows"][0]["practice_id"]) == (1, None)


def learnt(client: TestClient) -> int:
    return int(client.get("/api/players/brisa/learnt").json()["shots"])


def lost_shots(client: TestClient) -> int:
    lies = client.get("/api/book/summary", params={"player_id": "brisa"}).json()["lies"]
    return sum(lie["shots"] for lie in lies)


def test_balls_of_practice_teach_what_the_switch_says(client: TestClient) -> None:
    practice = begun(client)
    for _ in range(3):
        assert strike(client, practice, 0, 0, hit=True, past_m=0.5, side_m=0.2).status_code == 200
    assert (learnt(client), lost_shots(client)) == (3, 0), "scatter and speed yes, strokes lost no"
    client.patch("/api/players/brisa", json={"practice": "all"})
    assert (learnt(client), lost_shots(client)) == (3, 3)
    client.patch("/api/players/brisa", json={"practice": "none"})
    assert (learnt(client), lost_shots(client)) == (0, 0)
    strike(client, practice, 0, 0, hit=True, past_m=0.5, side_m=0.2)
    assert learnt(client) == 0
    assert client.get("/api/players/brisa").json()["practice"] == "none"


@pytest.mark.both
def test_a_season_stands_on_its_days_and_its_calendar_parses(client: TestClient) -> None:
    body = {
        "player_id": "ansgar",
        "first": "2027-03-01",
        "weeks": 3,
        "hours": 1.5,
        "weekdays": [1, 5],
        "missing": ["sand"],
    }
    told = client.post("/api/season", json=body)
    assert told.status_code == 201, told.text
    sessions = told.json()["rows"]
    assert len(sessions) == 6
    assert all(one["minutes"] <= 45.0 * 1.35 for one in sessions), "a third longer at the end at most"
    drills = [part["drill_id"] for one in sessions for part in one["parts"]]
    assert len(set(drills)) > 6, "the season goes round"
    answer = client.get("/api/season.ics", params={"player_id": "ansgar"})
    assert answer.headers["content-type"].startswith("text/calendar")
    events = icalendar.Calendar.from_ical(answer.text).walk("VEVENT")
    assert len(events) == 6
    assert {event.start.isoformat() for event in events} == {
        one["planned_for"].replace("Z", "+00:00") for one in sessions
    }
    (alarm,) = events[0].walk("VALARM")
    assert alarm["trigger"].dt.total_seconds() == -3600
    page = client.get("/api/practices", params={"player_id": "ansgar", "limit": 2, "offset": 5}).json()
    assert (page["total"], len(page["rows"])) == (6, 1)
    refused = client.post("/api/season", json={**body, "hours": 9})
    assert refused.json()["errors"][0]["field"] == "weekdays"


def test_whether_it_helped_is_told_for_the_lies_it_was_about(client: TestClient) -> None:
    request = {"player_id": "brisa", "lie": {"cover": "rough", "sunk": 0.6}, "line": {"flag_m": 40}}

    def shots(count: int, past: float, day: datetime) -> None:
        for n in range(count):
            body = {
                "player_id": "brisa",
                "request": request,
                "call_id": "58~stock-swing",
                "booked_at": (day + timedelta(seconds=n)).isoformat(),
            }
            told = client.put(f"/api/book/{new_id()}", json={**body, "past_m": past + 0.4 * (n % 5), "side_m": 1.0})
            assert told.status_code == 200

    shots(40, -16.0, datetime(2026, 1, 10, 10, tzinfo=UTC))
    play(client, begun(client, parts=[{"drill_id": "worst-grass", "balls": 4}]), hits=4)
    # An hour later, which a clock may be ahead.
    shots(40, -1.0, datetime.now(UTC) + timedelta(hours=1))
    (told,) = client.get("/api/progress", params={"player_id": "brisa"}).json()["helped"]
    assert (told["answer"], told["before"], told["after"]) == ("helped", 40, 40)
    assert told["difference"] < 0 < told["before_lost"]
    assert "Practice helped" in told["words"]


def test_no_drill_is_in_every_session_of_a_season(client: TestClient) -> None:
    body = {"player_id": "tove", "first": "2027-03-02", "weeks": 12, "hours": 2, "weekdays": [1, 4]}
    sessions = client.post("/api/season", json=body).json()["rows"]
    assert len(sessions) == 24
    by_drill: dict[str, list[str]] = {}
    for one in sessions:
        for part in one["parts"]:
            by_drill.setdefault(part["drill_id"], []).append(one["planned_local"][:10])
    # One drill used to be in 22 of 24.
    assert max(len(days) for days in by_drill.values()) <= 12
    for days in by_drill.values():
        dates = sorted(datetime.fromisoformat(day) for day in days)
        gaps = [(b - a).days for a, b in pairwise(dates)]
        assert all(gap >= 8 for gap in gaps[2:]), "spaced: two, then four, then eight days"
    minutes = [one["minutes"] for one in sessions]
    assert sum(minutes[-4:]) > sum(minutes[:4]), "the load rises"


@pytest.mark.both
def test_a_season_is_planned_anew_from_the_book_and_the_past_stays(client: TestClient) -> None:
    body = {"player_id": "brisa", "first": "2149-03-02", "weeks": 3, "hours": 2, "weekdays": [1, 5]}
    before = client.post("/api/season", json=body).json()["rows"]
    assert all(one["built_at"] for one in before)
    begun_id = before[0]["id"]
    client.post(f"/api/practices/{begun_id}/begin")
    # What the coach changed by hand is the coach's.
    own = before[1]
    kept = {"player_id": "brisa", "version": own["version"], "parts": [{"drill_id": "plugged"}]}
    kept |= {"planned_local": own["planned_local"], "zone": own["zone"]}
    assert client.put(f"/api/practices/{own['id']}", json=kept).json()["built_at"] is None
    request = {"player_id": "brisa", "lie": {"cover": "sand", "sunk": 0.1}, "line": {"flag_m": 14}}
    call = client.post("/api/plan", json=request).json()["calls"][0]["id"]
    for n in range(12):
        shot = {"player_id": "brisa", "request": request, "call_id": call, "past_m": 12.0 + n % 3, "side_m": 9.0}
        assert client.put(f"/api/book/{new_id()}", json=shot).status_code == 200
    told = client.post("/api/season/renew", json={"player_id": "brisa"}).json()["rows"]
    assert {one["id"] for one in told} == {one["id"] for one in before[2:]}
    assert [one["planned_for"] for one in told] == [one["planned_for"] for one in before[2:]], "dates stay"
    sandy = {"sand-line", "plugged", "sand-ladder", "fairway-bunker", "roulette", "up-and-down"}
    drilled = [{part["drill_id"] for part in one["parts"]} for one in told]
    assert any(sandy & drills for drills in drilled), "what costs now is drilled"
    every = {one["id"]: one for one in client.get("/api/practices", params={"player_id": "brisa"}).json()["rows"]}
    assert every[begun_id]["state"] == "begun"
    assert [p["drill_id"] for p in every[begun_id]["parts"]] == [p["drill_id"] for p in before[0]["parts"]]
    assert [p["drill_id"] for p in every[own["id"]]["parts"]] == ["plugged"]


def test_a_clinic_has_stations_that_rotate_and_a_mark_for_each(client: TestClient) -> None:
    ids = ["tove", "corwin", "ansgar", "brisa"]
    told = client.post("/api/clinic", json={"player_ids": ids, "minutes": 60}).json()
    assert len(told["stations"]) == len(told["rounds"]) == 2
    for station in told["stations"]:
        assert [m["player_id"] for m in station["marks"]] == ids
        assert all(m["mark"] is None or m["mark"]["hits"] >= 1 for m in station["marks"])
    assert told["rounds"][0][0] == told["rounds"][1][1]
    twice = client.post("/api/clinic", json={"player_ids": ["tove", "tove", "corwin", "ansgar"], "minutes": 60})
    assert twice.json()["errors"][0]["field"] == "player_ids"
