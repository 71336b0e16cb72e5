"""Book files of any size and kind: whole or not at all, twice as once, and nobody else waits for them."""

from __future__ import annotations

import io
import json
import threading
import uuid
import zipfile
from collections.abc import Iterator
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import httpx
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import func, select

from tests.conftest import Running
from tests.raw import all_rows
from tests.signing import MAREN, OTTO, sign_in
from tests.waiting import AT_MOST_S
from veltrin.api.app import create_app
from veltrin.demo.lesson import made_photograph
from veltrin.service.files import restore
from veltrin.service.house.longjson import MOST_ITEMS
from veltrin.service.house.store import Store, open_store
from veltrin.settings import WEB_DIST
from veltrin.store.repositories import arrivals
from veltrin.store.tables import BookingRow, CoachRow, LessonRow, PhotographRow, PlayerRow

ZIP = {"content-type": "application/zip"}


@pytest.fixture
def elsewhere(tmp_path: Path) -> Iterator[TestClient]:
    """Another installation, empty."""
    store = open_store(tmp_path / "elsewhere.sqlite3")
    app = create_app(store, WEB_DIST)
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as made:
        made.app_store = store  # type: ignore[attr-defined]
        yield made
    store.close()


def counts(store: Store) -> dict[str, int]:
    """Rows of all coaches."""
    with all_rows(store) as connection:
        return {
            row.__tablename__: connection.scalar(select(func.count()).select_from(row)) or 0
            for row in (PlayerRow, BookingRow, LessonRow, PhotographRow, CoachRow)
        }


def many_photographs(store: Store, count: int) -> None:
    image = made_photograph(width=400, height=300)
    with store.session() as session:
        session.add_all(
            PhotographRow(
                id=str(uuid.uuid4()), player_id="tove", taken_at=datetime.now(UTC), width=400, height=300, image=image
            )
            for _ in range(count)
        )


@pytest.mark.file
def test_four_hundred_photographs_go_out_and_come_in(
    client: TestClient, demo_store: Store, elsewhere: TestClient
) -> None:
    many_photographs(demo_store, 400)
    packed = client.get("/api/export.zip").content
    assert len(client.get("/api/export").content) < 2_000_000, "the book alone holds no image"
    stages = [
        json.loads(line)
        for line in elsewhere.post("/api/export/read/stream", content=packed, headers=ZIP).text.splitlines()
    ]
    assert stages[-1]["stage"] == "done"
    assert stages[-1]["merged"]["photographs"] == 401
    shown = [s["done"] for s in stages if s["stage"] == "photographs"]
    assert shown == list(range(1, 402))
    again = elsewhere.post("/api/export/read", content=packed, headers=ZIP).json()
    assert (again["photographs"], again["bookings"], again["lessons"]) == (0, 0, 0)
    (row, *_) = client.get("/api/photographs", params={"player_id": "tove"}).json()
    address = f"/api/photographs/{row['id']}"
    assert elsewhere.get(address).content == client.get(address).content


def test_a_file_whose_ids_are_another_coachs_is_read_once_however_often(guarded: TestClient, demo_store: Store) -> None:
    sign_in(guarded, MAREN)
    packed = guarded.get("/api/export.zip").content
    sign_in(guarded, OTTO)
    first = guarded.post("/api/export/read", content=packed, headers=ZIP).json()
    assert (first["players"], first["renamed"]) == (4, 4)
    assert first["bookings"] > 60
    after = counts(demo_store)
    for _ in range(2):
        again = guarded.post("/api/export/read", content=packed, headers=ZIP).json()
        assert {k: v for k, v in again.items() if v} == {"known": first["bookings"]}
        assert counts(demo_store) == after
    mine = guarded.get("/api/export").json()
    sign_in(guarded, MAREN)
    theirs = guarded.get("/api/export").json()
    told = [
        sorted((p["name"], len(p["bookings"]), len(p["practices"]), len(p["photographs"])) for p in book["players"])
        for book in (mine, theirs)
    ]
    assert told[0] == told[1]
    assert [len(one["items"]) for one in mine["lessons"]] == [len(one["items"]) for one in theirs["lessons"]]
    # What was booked in the lesson leads to the shot, under the id it has here.
    ours = {b["id"] for p in mine["players"] for b in p["bookings"]}
    booked = [i["ref"] for one in mine["lessons"] for i in one["items"] if i["kind"] == "booking"]
    assert booked
    assert set(booked) <= ours


@pytest.mark.file
def test_shots_that_are_new_in_a_file_join_a_player_who_is_here(client: TestClient, elsewhere: TestClient) -> None:
    before = client.get("/api/export").json()
    assert elsewhere.post("/api/export/read", json=before).status_code == 200
    shot = {"player_id": "tove", "purpose": "stock", "club_id": "7-iron", "carry_m": 88}
    for _ in range(3):
        assert client.put(f"/api/book/{uuid.uuid4()}", json=shot).status_code == 200
    told = elsewhere.post("/api/export/read", json=client.get("/api/export").json()).json()
    assert (told["players"], told["bookings"]) == (0, 3)
    # What is learnt is learnt from all of them.
    learnt = [c.get("/api/players/tove/learnt").json()["effects"] for c in (client, elsewhere)]
    assert learnt[0] == learnt[1]
    assert elsewhere.put(f"/api/book/{uuid.uuid4()}", json=shot).status_code == 200


@pytest.mark.file
@pytest.mark.parametrize("twice", ["players", "lessons", "items", "things", "bookings", "player_ids"])
def test_what_a_file_tells_twice_is_refused_in_words(client: TestClient, elsewhere: TestClient, twice: str) -> None:
    file = client.get("/api/export").json()
    lesson = file["lessons"][0]
    where = {"players": file, "lessons": file, "bookings": file["players"][-1]}.get(twice, lesson)
    where[twice] = [*where[twice], where[twice][0]]
    answer = elsewhere.post("/api/export/read", json=file)
    assert answer.status_code == 422, answer.text
    assert "twice" in answer.json()["errors"][0]["problem"]
    assert elsewhere.get("/api/players").json() == []


@pytest.mark.file
def test_a_club_that_no_rule_takes_is_refused_before_anything_is_told(
    client: TestClient, elsewhere: TestClient
) -> None:
    book = client.get("/api/export").json()
    bag = book["players"][1]["clubs"]
    next(club for club in bag if club["kind"] == "putter")["stock_carry_m"] = 41
    for address in ("/api/export/read", "/api/export/read/stream"):
        answer = elsewhere.post(address, json=book)
        assert answer.status_code == 422, answer.text
        assert answer.json()["errors"][0]["field"] == "players.1.club.stock_carry"
    assert elsewhere.get("/api/players").json() == []


def zipped(book: bytes, **more: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("book.json", book)
        for name, body in more.items():
            packed.writestr(f"photographs/{name}.jpg", body)
    return out.getvalue()


WRONG = {
    "no zip": b"PK\x03\x04 and nothing",
    "a zip without a book": zipped(b"")[:40] + b"\0" * 40,
    "no json": b"{",
    "a list": b"[]",
    "nested": b"[" * 100_000,
    "a zip that is nested": zipped(b'{"a":' * 50_000),
    "a zip that unpacks to much": zipped(b" " * 130_000_000),
    "many members": zipped(b"[" + b"[]," * (MOST_ITEMS // 2) + b"[]]"),
}


@pytest.mark.file
@pytest.mark.parametrize("body", WRONG.values(), ids=WRONG)
def test_what_is_no_book_is_refused_in_words(elsewhere: TestClient, body: bytes) -> None:
    for path in ("read", "read/stream"):
        answer = elsewhere.post(f"/api/export/{path}", content=body, headers=ZIP)
        assert answer.status_code == 422, answer.text
        assert answer.json()["errors"][0]["fix"]


@pytest.mark.file
def test_nobody_waits_while_a_long_body_is_read(running: Running) -> None:
    """Thirty million members, sent to stop a server for a minute: they are refused, and all others get answers."""
    body = b"[" + b"[]," * 9_000_000 + b"[]]"
    answers: list[httpx.Response] = []
    sending = threading.Thread(
        target=lambda: answers.append(httpx.post(f"{running.url}/api/export/read", content=body, timeout=AT_MOST_S))
    )
    took, asked = [], 0
    with httpx.Client(base_url=running.url, timeout=AT_MOST_S) as prompt:
        prompt.get("/api/health")
        sending.start()
        while sending.is_alive() or asked == 0:
            took.append(prompt.get("/api/health").elapsed)
            asked += 1
    sending.join()
    assert answers[0].status_code == 422
    assert "million members" in answers[0].text
    # Not a clock to pass by: before, the longest took as long as the whole body.
    assert max(took) < timedelta(seconds=10)


@pytest.mark.file
@pytest.mark.parametrize("where", ["of_players", "lessons", "photographs", "finish"])
def test_what_is_cut_off_leaves_nothing_and_can_be_read_again(
    client: TestClient, demo_store: Store, elsewhere: TestClient, monkeypatch: pytest.MonkeyPatch, where: str
) -> None:
    file = client.get("/api/export.zip").content
    store: Store = elsewhere.app_store  # type: ignore[attr-defined]
    before = counts(store)

    def cut_off(*_: object) -> Iterator[Any]:
        raise OSError("cut off")

    with monkeypatch.context() as patch:
        patch.setattr(restore if where in ("lessons", "photographs") else restore._Reading, where, cut_off)
        assert elsewhere.post("/api/export/read", content=file, headers=ZIP).status_code == 500
    assert counts(store) == before
    assert elsewhere.post("/api/export/read", content=file, headers=ZIP).json()["players"] == 4


@pytest.mark.file
def test_who_stops_listening_stops_it_and_a_dead_one_is_tidied_away(client: TestClient, elsewhere: TestClient) -> None:
    store: Store = elsewhere.app_store  # type: ignore[attr-defined]
    packed = client.get("/api/export.zip").content
    empty = counts(store)
    stages = restore.read_by_stages(store, io.BytesIO(packed))
    with closing(stages):
        assert [next(stages).stage for _ in range(3)][-1] == "writing"
        # While it goes on nothing of it is seen, and no other one begins.
        assert elsewhere.get("/api/players").json() == []
        assert elsewhere.post("/api/export/read", content=packed, headers=ZIP).status_code == 409
        assert counts(store)["players"] > 0
    assert counts(store) == empty
    # One whose process was killed: its rows are never seen, and go with the next reading.
    killed = restore.read_by_stages(store, io.BytesIO(packed))
    for _ in range(4):
        next(killed)
    with store.session() as session:
        for row in session.scalars(select(CoachRow).where(CoachRow.arrives_for.is_not(None))):
            row.made_at -= arrivals.DEAD_AFTER * 2
    assert elsewhere.get("/api/players").json() == []
    assert elsewhere.post("/api/export/read", content=packed, headers=ZIP).json()["players"] == 4
    assert len(elsewhere.get("/api/players").json()) == 4
    assert counts(store)["coaches"] == 1
    found = elsewhere.get("/api/search", params={"q": "tove"}).json()
    assert found


@pytest.mark.file
def test_a_piece_that_cannot_be_opened_is_kept_and_told(client: TestClient, elsewhere: TestClient) -> None:
    file = client.get("/api/export").json()
    kept = next(p for p in file["players"] if p["kept"])["kept"][0]
    kept["request"]["json"]["lie"] = {"cover": "of tomorrow"}
    told = elsewhere.post("/api/export/read", json=file).json()
    assert told["unreadable"] == 1
    shots = elsewhere.get("/api/shots").json()
    assert sum(bool(one["problem"]) for one in shots) == 1
    assert "of tomorrow" in elsewhere.get("/api/export").text
