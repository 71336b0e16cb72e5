"""Shots on a hole: where they were struck and finished on the course, the book by hole."""

from __future__ import annotations

import math
import uuid
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.questions import plan_request

ON = {
    "course": "Skarvan Fell", "hole": "3", "ball_east_m": 100.0, "ball_north_m": 50.0, "flag_east_m": 100.0,
    "flag_north_m": 80.0, "known": ["flag"],
}  # fmt: skip


def booked(client: TestClient, on: dict[str, Any] | None, **more: Any) -> dict[str, Any]:
    request = plan_request(lie={"cover": "fairway"}, line={"flag_m": 30.0}, on_course=on)
    call = client.post("/api/plan", json=request).json()["first_id"]
    body = {"player_id": "tove", "request": request, "call_id": call, "past_m": 2.0, "side_m": 3.0, **more}
    answer = client.put(f"/api/book/{uuid.uuid4()}", json=body)
    assert answer.status_code == 200, answer.text
    return dict(answer.json())


@pytest.mark.parametrize("turned", [0.0, 90.0, 205.0])
def test_the_finish_lies_past_and_right_of_the_flag_as_it_is_played(client: TestClient, turned: float) -> None:
    # Thirty metres to a flag in this direction, clockwise from north; two past and three right of it, by geometry.
    ahead = (math.sin(math.radians(turned)), math.cos(math.radians(turned)))
    right = (ahead[1], -ahead[0])
    on = {**ON, "flag_east_m": 100.0 + 30.0 * ahead[0], "flag_north_m": 50.0 + 30.0 * ahead[1]}
    row = booked(client, on)
    target = row["target_m"]
    assert target == pytest.approx(30.0, abs=0.05), "it goes for the flag"
    along = target + 2.0
    assert row["end_east_m"] == pytest.approx(100.0 + along * ahead[0] + 3.0 * right[0], abs=0.06)
    assert row["end_north_m"] == pytest.approx(50.0 + along * ahead[1] + 3.0 * right[1], abs=0.06)
    assert (row["from_east_m"], row["from_north_m"]) == (100.0, 50.0)


def test_the_book_is_looked_through_by_hole(client: TestClient) -> None:
    on_three, on_none = booked(client, ON), booked(client, None)
    other = booked(client, {**ON, "hole": "12"})
    assert (on_none["course"], on_none["hole"], on_none["end_east_m"]) == ("", "", None)
    asked = {"player_id": "tove", "course": "Skarvan Fell"}

    def ids(**more: str) -> set[str]:
        return {row["id"] for row in client.get("/api/book", params={**asked, **more}).json()["rows"]}

    assert ids(hole="3") == {on_three["id"]}
    assert ids() == {on_three["id"], other["id"]}
    holes = client.get("/api/book/summary", params={"player_id": "tove"}).json()["holes"]
    # As they are counted, not as they are spelt.
    assert [one["hole"] for one in holes] == ["3", "12"]


def test_a_ball_that_was_not_seen_is_struck_from_its_place_and_ends_nowhere(client: TestClient) -> None:
    row = booked(client, ON, past_m=None, side_m=None)
    assert (row["from_east_m"], row["end_east_m"], row["end_north_m"]) == (100.0, None, None)


def test_the_question_of_a_shot_tells_where_it_was(client: TestClient) -> None:
    row = booked(client, ON)
    assert client.get(f"/api/book/{row['id']}/question").json()["on_course"] == ON


@pytest.mark.parametrize("wrong", [{"ball_east_m": 9e9}, {"course": ""}, {"hole": "the long one"}])
def test_a_place_out_of_all_range_is_refused_by_its_field(client: TestClient, wrong: dict[str, Any]) -> None:
    answer = client.post("/api/plan", json=plan_request(on_course={**ON, **wrong}))
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == f"on_course.{next(iter(wrong))}"


def test_a_distance_is_as_doubtful_as_it_was_measured(client: TestClient) -> None:
    def doubt(line: dict[str, float]) -> float:
        answer = client.post("/api/sensitivity", json={"request": plan_request(lie={"cover": "fairway"}, line=line)})
        assert answer.status_code == 200, answer.text
        (row,) = (one for one in answer.json()["rows"] if one["reading"] == "flag")
        return float(row["doubt"])

    # Paced it is off by half a metre and 3 %: 2 m of fifty.
    assert doubt({"flag_m": 50.0}) == pytest.approx(2.0)
    assert doubt({"flag_m": 50.0, "flag_doubt_m": 4.9}) == pytest.approx(4.9)
