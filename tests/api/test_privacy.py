"""What is kept of a player is told, and goes whole; a minor's links and photographs need a guardian's word."""

from __future__ import annotations

import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import String, Text, cast, func, select

from tests.raw import all_rows
from tests.signing import MAREN, sign_in
from veltrin.demo.lesson import made_photograph
from veltrin.service.house.store import Store
from veltrin.store.tables import Base

SOON = (datetime.now(UTC) + timedelta(days=20)).isoformat()
THIS_YEAR = datetime.now(UTC).year


def mentions(store: Store, word: str) -> dict[str, int]:
    """Rows of any table in which a word stands, whatever the column."""
    told: dict[str, int] = {}
    with all_rows(store) as connection:
        for table in Base.metadata.sorted_tables:
            texts = [c for c in table.columns if isinstance(c.type, String | Text)]
            for column in texts:
                found = select(func.count()).select_from(table).where(func.lower(cast(column, Text)).contains(word))
                count = connection.scalar(found) or 0
                if count:
                    told[f"{table.name}.{column.name}"] = count
        in_search = connection.exec_driver_sql("select count(*) from search where ref = 'tove'").scalar()
        if in_search:
            told["search"] = int(in_search)
    return told


def test_a_player_who_is_deleted_is_gone_whole(client: TestClient, demo_store: Store) -> None:
    client.put(f"/api/photographs/{uuid.uuid4()}", params={"player_id": "tove"}, content=made_photograph(320, 240),
               headers={"content-type": "application/octet-stream"})  # fmt: skip
    read = {"fall": 3, "side": 0, "flag": 30, "give": 0.4, "wind": 0, "cross": 0}
    scene = {"id": str(uuid.uuid4()), "player_id": "tove", "read": read}
    assert client.post("/api/scenes/3.1.fall", json=scene).status_code == 200
    held = client.get("/api/players/tove/held").json()
    assert all(held[kind] > 0 for kind in ("shots", "saved_shots", "sessions", "photographs", "lessons", "scenes"))
    assert client.delete("/api/players/tove").status_code == 204
    # Nowhere her id, in no question, no drawing, no lesson of hers; what the coach wrote by hand is the coach's.
    left = mentions(demo_store, '"tove"') | mentions(demo_store, "tove")
    by_hand = {"lessons.notes", "lessons.aims", "lesson_items.words", "lesson_items.summary"}
    assert set(left) <= by_hand, left
    assert client.get("/api/settings").json()["last_player_id"] is None
    assert client.get("/api/players/tove/held").status_code == 404
    # Everybody else's is as it was.
    assert client.get("/api/players/corwin/held").json()["shots"] > 0


def test_one_players_data_are_a_file_for_them(client: TestClient) -> None:
    answer = client.get("/api/export.zip", params={"player_id": "tove"})
    assert answer.headers["content-type"] == "application/zip"
    assert "veltrin-tove.zip" in answer.headers["content-disposition"]


def minor(client: TestClient, **more: Any) -> str:
    body = {"name": "Ida", "seven_iron_carry_m": 90, "birth_year": THIS_YEAR - 12, **more}
    made = client.post("/api/players", json=body)
    assert made.status_code == 201, made.text
    return str(made.json()["id"])


def photograph(client: TestClient, player_id: str) -> int:
    return client.put(
        f"/api/photographs/{uuid.uuid4()}",
        params={"player_id": player_id},
        content=made_photograph(320, 240),
        headers={"content-type": "application/octet-stream"},
    ).status_code


@pytest.mark.parametrize(
    ("born", "is_minor"), [(None, False), (THIS_YEAR - 40, False), (THIS_YEAR - 18, True), (THIS_YEAR - 19, False)]
)
def test_who_may_be_under_eighteen_is_a_minor(client: TestClient, born: int | None, is_minor: bool) -> None:
    assert client.get(f"/api/players/{minor(client, birth_year=born)}").json()["is_minor"] is is_minor


def test_a_minors_links_and_photographs_wait_for_a_guardian(guarded: TestClient) -> None:
    sign_in(guarded, MAREN)
    ida = minor(guarded)
    linked = {"ends_on": SOON}
    refused = guarded.post(f"/api/players/{ida}/links", json=linked)
    assert (refused.status_code, refused.json()["errors"][0]["field"]) == (409, "guardian")
    assert photograph(guarded, ida) == 409
    agreed = {"name": "Runa Vestby", "on": datetime.now(UTC).date().isoformat()}
    told = guarded.put(f"/api/players/{ida}/guardian", json=agreed).json()
    assert (told["guardian"], told["guardian_on"]) == (agreed["name"], agreed["on"])
    link = guarded.post(f"/api/players/{ida}/links", json=linked)
    assert link.status_code == 201
    assert photograph(guarded, ida) == 200
    # It goes along in the file, and an edit of the player leaves it.
    file = guarded.get("/api/export", params={"player_id": ida}).json()["players"][0]
    assert (file["birth_year"], file["guardian"]) == (THIS_YEAR - 12, "Runa Vestby")
    # Taken back: links end at once, and there are no new ones.
    assert guarded.delete(f"/api/players/{ida}/guardian").json()["guardian"] == ""
    assert guarded.get(f"/api/players/{ida}/links").json() == []
    assert guarded.post(f"/api/players/{ida}/links", json=linked).status_code == 409
    assert photograph(guarded, ida) == 409


@pytest.mark.parametrize("on", ["1890-01-01", "2190-01-01", "soon"])
def test_a_word_given_on_no_day_is_none(client: TestClient, on: str) -> None:
    ida = minor(client)
    assert client.put(f"/api/players/{ida}/guardian", json={"name": "Runa", "on": on}).status_code == 422
