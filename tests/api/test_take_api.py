"""A player's own page behind a link: what it shows, what it refuses, and when it lets nobody in any more."""

from __future__ import annotations

import re
import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import update

from tests.signing import MAREN, OTTO, sign_in
from veltrin.service.house.store import Store
from veltrin.store.tables import LinkRow

SOON = (datetime.now(UTC) + timedelta(days=20)).isoformat()


def linked(client: TestClient, player_id: str = "tove", ends_on: str = SOON) -> dict[str, Any]:
    sign_in(client, MAREN)
    answer = client.post(f"/api/players/{player_id}/links", json={"ends_on": ends_on})
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def by(link: dict[str, Any]) -> dict[str, str]:
    return {"authorization": f"Bearer {link['token']}"}


@pytest.fixture
def link(guarded: TestClient) -> dict[str, Any]:
    made = linked(guarded)
    guarded.cookies.clear()
    return made


def test_the_page_shows_what_was_taken_along_and_no_more(guarded: TestClient, link: dict[str, Any]) -> None:
    page = guarded.get("/api/take", headers=by(link))
    assert page.status_code == 200, page.text
    told = page.json()
    assert (told["player_id"], told["player_name"]) == ("tove", "Tove Aldersyn")
    assert told["lessons"][0]["sheet"]["things"][0]["title"]
    # Nothing of the other player of that lesson, nor of what the coach noted.
    assert "orwin" not in page.text
    assert "hurries" not in page.text
    assert "handicap" not in told


def test_a_link_leads_nowhere_else(guarded: TestClient, link: dict[str, Any]) -> None:
    may = {"/api/take", "/api/drills", "/api/health", "/api/practices"}
    described = guarded.get("/openapi.json").json()["paths"]
    for path, methods in described.items():
        for method in methods:
            if path in may or path.startswith("/api/practices/{") or path == "/api/book/{booking_id}":
                continue
            filled = re.sub(r"\{[^}]+\}", str(uuid.uuid4()), path)
            answer = guarded.request(method.upper(), filled, json={}, headers=by(link))
            assert answer.status_code == 403, (method, path, answer.status_code)


def test_nobody_elses_data_is_there_to_be_seen(guarded: TestClient, link: dict[str, Any]) -> None:
    for path in ("/api/practices?player_id=corwin", "/api/practices?player_id=nobody"):
        assert guarded.get(path, headers=by(link)).status_code == 404, path
    sign_in(guarded, MAREN)
    theirs = guarded.get("/api/practices", params={"player_id": "corwin"}).json()["rows"][0]["id"]
    shot = guarded.get("/api/book", params={"player_id": "corwin"}).json()["rows"][0]["id"]
    guarded.cookies.clear()
    assert guarded.get(f"/api/practices/{theirs}", headers=by(link)).status_code == 404
    assert guarded.post(f"/api/practices/{theirs}/begin", headers=by(link)).status_code == 404
    assert guarded.delete(f"/api/book/{shot}", headers=by(link)).status_code == 404


def test_a_session_is_run_by_the_link(guarded: TestClient, link: dict[str, Any]) -> None:
    sign_in(guarded, MAREN)
    practice_id = str(uuid.uuid4())
    session = {"player_id": "tove", "parts": [{"drill_id": "swish-strike", "balls": 2}]}
    guarded.put(f"/api/practices/{practice_id}", json=session)
    shot = guarded.get("/api/book", params={"player_id": "tove", "purpose": "shot"}).json()["rows"][0]["id"]
    guarded.cookies.clear()
    own = by(link)
    assert guarded.get("/api/drills", headers=own).status_code == 200
    assert guarded.post(f"/api/practices/{practice_id}/begin", headers=own).json()["state"] == "begun"
    ball = {
        "player_id": "tove",
        "purpose": "practice",
        "practice_id": practice_id,
        "part": 0,
        "station": 0,
        "hit": True,
    }
    balls = [str(uuid.uuid4()) for _ in range(3)]
    for one in balls:
        assert guarded.put(f"/api/book/{one}", json=ball, headers=own).status_code == 200
    assert guarded.delete(f"/api/book/{balls[2]}", headers=own).status_code == 204
    # Of now, not of another day.
    for moment in ("1999-05-05T10:00:00Z", (datetime.now(UTC) - timedelta(hours=2)).isoformat()):
        told = guarded.put(f"/api/book/{uuid.uuid4()}", json={**ball, "booked_at": moment}, headers=own)
        assert (told.status_code, told.json()["errors"][0]["field"]) == (422, "booked_at")
    assert guarded.post(f"/api/practices/{practice_id}/finish", headers=own).json()["state"] == "done"
    # A session that is over stays as it was: nothing is added, nothing taken out.
    assert guarded.put(f"/api/book/{uuid.uuid4()}", json=ball, headers=own).status_code == 409
    assert guarded.delete(f"/api/book/{balls[0]}", headers=own).status_code == 409
    # Only balls of practice: the player writes nothing into the coach's book, and takes nothing out of it.
    request = {"player_id": "tove", "line": {"flag_m": 90}}
    other = {"player_id": "tove", "purpose": "shot", "request": request, "call_id": "7-iron~stock-swing"}
    assert guarded.put(f"/api/book/{uuid.uuid4()}", json=other, headers=own).status_code == 403
    assert guarded.delete(f"/api/book/{shot}", headers=own).status_code == 403


def test_a_link_that_was_revoked_lets_nobody_in(guarded: TestClient, link: dict[str, Any]) -> None:
    sign_in(guarded, MAREN)
    listed = guarded.get("/api/players/tove/links").json()
    assert [(one["id"], one["token"]) for one in listed] == [(link["id"], None)]
    assert guarded.delete(f"/api/links/{link['id']}").status_code == 204
    guarded.cookies.clear()
    assert guarded.get("/api/take", headers=by(link)).status_code == 401


def test_a_link_that_is_over_lets_nobody_in(
    guarded: TestClient,
    link: dict[str, Any],
    demo_store: Store,
) -> None:
    with demo_store.session() as session:
        session.execute(update(LinkRow).values(ends_on=datetime.now(UTC) - timedelta(seconds=1)))
    assert guarded.get("/api/take", headers=by(link)).status_code == 401
    sign_in(guarded, MAREN)
    assert guarded.get("/api/players/tove/links").json() == []


@pytest.mark.parametrize("token", ["", "x", "a" * 43, "ø"])
def test_a_link_that_never_was_lets_nobody_in(guarded: TestClient, token: str) -> None:
    answer = guarded.get("/api/take", headers={"authorization": f"Bearer {token}".encode()})
    assert answer.status_code == 401
    # Nor does it help anyone who is signed in: the link decides.
    sign_in(guarded, MAREN)
    assert guarded.get("/api/players", headers={"authorization": "Bearer nonsense"}).status_code == 401


def test_links_are_the_coachs_own(guarded: TestClient, link: dict[str, Any]) -> None:
    sign_in(guarded, OTTO)
    assert guarded.get("/api/players/tove/links").status_code == 404
    assert guarded.post("/api/players/tove/links", json={"ends_on": SOON}).status_code == 404
    assert guarded.delete(f"/api/links/{link['id']}").status_code == 404


@pytest.mark.parametrize("ends_on", ["2020-01-01T00:00:00Z", "2090-01-01T00:00:00Z"])
def test_a_link_ends_within_a_year(guarded: TestClient, ends_on: str) -> None:
    sign_in(guarded, MAREN)
    answer = guarded.post("/api/players/tove/links", json={"ends_on": ends_on})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "ends_on"


def test_on_one_machine_alone_there_is_no_link(client: TestClient) -> None:
    answer = client.post("/api/players/tove/links", json={"ends_on": SOON})
    assert answer.status_code == 403
    assert "network" in answer.json()["errors"][0]["fix"]


@pytest.mark.file
def test_what_a_link_holds_is_kept_as_a_hash(guarded: TestClient, link: dict[str, Any], demo_store: Store) -> None:
    assert str(link["token"]).encode() not in demo_store.path.read_bytes()
