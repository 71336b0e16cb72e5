"""Lessons over HTTP: planned, begun, gathered into, closed, looked back on; what players take along."""

from __future__ import annotations

import io
import json
import uuid
import zipfile
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from httpx import Response
from PIL import Image

from veltrin.api.app import create_app
from veltrin.service.house.store import open_store
from veltrin.settings import WEB_DIST

CHIP = {"player_id": "tove", "lie": {"fall_deg": 6}, "line": {"flag_m": 16}}


def new_id() -> str:
    return str(uuid.uuid4())


def kept(client: TestClient, lesson_id: str | None = None, **told: Any) -> dict[str, Any]:
    body = {"held_on": "2026-11-20T10:00:00Z", "place": "Third green", "player_ids": ["tove", "corwin"], **told}
    answer = client.put(f"/api/lessons/{lesson_id or new_id()}", json=body)
    assert answer.status_code == 200, answer.text
    return dict(answer.json())


def opened(client: TestClient, **told: Any) -> dict[str, Any]:
    lesson = kept(client, **told)
    return dict(client.post(f"/api/lessons/{lesson['id']}/begin").json())


def shown(client: TestClient, lesson: dict[str, Any]) -> dict[str, Any]:
    return dict(client.get(f"/api/lessons/{lesson['id']}").json())


def first_call(client: TestClient, request: dict[str, Any]) -> str:
    return str(client.post("/api/plan", json=request).json()["first_id"])


def book(client: TestClient, request: dict[str, Any] = CHIP, **seen: Any) -> dict[str, Any]:
    body = {"player_id": request["player_id"], "request": request, "call_id": first_call(client, request), **seen}
    answer = client.put(f"/api/book/{new_id()}", json=body)
    assert answer.status_code == 200, answer.text
    return dict(answer.json())


def photograph(client: TestClient, player_id: str = "tove") -> dict[str, Any]:
    out = io.BytesIO()
    Image.new("RGB", (800, 600), "green").save(out, "JPEG")
    answer = client.put(
        f"/api/photographs/{new_id()}", params={"player_id": player_id}, content=out.getvalue(),
        headers={"content-type": "application/octet-stream"},
    )  # fmt: skip
    assert answer.status_code == 200, answer.text
    return dict(answer.json())


def test_what_is_done_while_it_is_open_joins_it(client: TestClient) -> None:
    before = book(client, past_m=1.0, side_m=0.0)
    lesson = opened(client)
    assert client.get("/api/lessons/open").json()["lesson"]["id"] == lesson["id"]
    shot = book(client, past_m=-2.0, side_m=0.5)
    client.post("/api/shots", json={"request": CHIP, "call_id": first_call(client, CHIP), "note": "again"})
    other = {**CHIP, "player_id": "ansgar"}
    book(client, other, past_m=0.0, side_m=0.0)
    client.post(f"/api/lessons/{lesson['id']}/close")
    book(client, past_m=0.0, side_m=0.0)
    done = shown(client, lesson)["done"]
    # Neither what was before and after, nor what a player did who isn't of the lesson.
    assert (done[0]["kind"], done[0]["ref"]) == ("booking", shot["id"])
    assert [item["kind"] for item in done] == ["booking", "shot"]
    assert before["id"] not in {item["ref"] for item in done}
    # The call as it stood, drawn, and what came of it.
    assert done[0]["call"]["detail"]["flight"]
    assert done[0]["booking"]["past_m"] == -2.0
    assert client.get("/api/lessons/open").json()["lesson"] is None


def test_a_shot_that_was_sent_late_joins_the_lesson_it_was_struck_in(client: TestClient) -> None:
    lesson = opened(client)
    struck = datetime.now(UTC).isoformat()
    client.post(f"/api/lessons/{lesson['id']}/close")
    late = book(client, past_m=1.0, side_m=0.0, booked_at=struck)
    assert [item["ref"] for item in shown(client, lesson)["done"]] == [late["id"]]


def test_trials_and_sessions_join_and_what_is_deleted_leaves(client: TestClient) -> None:
    lesson = opened(client)
    calls = [c["id"] for c in client.post("/api/plan", json=CHIP).json()["calls"][:2]]
    trial = client.post(
        "/api/trials", json={"request": CHIP, "a_call": calls[0], "b_call": calls[1], "balls_each": 3}
    ).json()
    practice_id = new_id()
    session = {"player_id": "tove", "parts": [{"drill_id": "swish-strike", "balls": 4}]}
    client.put(f"/api/practices/{practice_id}", json=session)
    client.post(f"/api/practices/{practice_id}/begin")
    shot = book(client, past_m=1.0, side_m=0.0)
    assert [item["kind"] for item in shown(client, lesson)["done"]] == ["trial", "session", "booking"]
    client.delete(f"/api/trials/{trial['id']}")
    client.delete(f"/api/practices/{practice_id}")
    client.delete(f"/api/book/{shot['id']}")
    assert shown(client, lesson)["done"] == []


def test_what_only_the_page_knows_is_put_and_taken_out(client: TestClient) -> None:
    lesson = opened(client)
    put = f"/api/lessons/{lesson['id']}/items/{new_id()}"
    words = {"kind": "words", "player_id": "tove", "summary": "Down the bank", "words": "Chase it."}
    assert client.put(put, json=words).json()["words"] == "Chase it."
    # The same thing again is written again, not once more.
    assert client.put(put, json={**words, "words": "Chase it down."}).json()["words"] == "Chase it down."
    fault = {"kind": "fault", "player_id": "tove", "summary": "Hung back", "request": CHIP,
             "call_id": first_call(client, CHIP)}  # fmt: skip
    client.put(f"/api/lessons/{lesson['id']}/items/{new_id()}", json=fault)
    drill = {"kind": "drill", "player_id": "corwin", "ref": "three-piles"}
    assert client.put(f"/api/lessons/{lesson['id']}/items/{new_id()}", json=drill).json()["summary"] == "Three piles"
    assert len(shown(client, lesson)["done"]) == 3
    assert client.delete(put).status_code == 204
    assert client.delete(put).status_code == 404
    assert len(shown(client, lesson)["done"]) == 2


@pytest.mark.parametrize(
    ("body", "status", "field"),
    [
        ({"kind": "words", "player_id": "ansgar"}, 409, "player_id"),
        ({"kind": "drill", "player_id": "tove", "ref": "juggling"}, 422, "ref"),
        ({"kind": "shot", "player_id": "tove"}, 422, "body"),
        ({"kind": "shot", "player_id": "tove", "request": CHIP, "call_id": "putter~lob"}, 409, "call_id"),
        ({"kind": "shot", "player_id": "tove", "request": CHIP}, 422, "body"),
        ({"kind": "booking", "player_id": "tove"}, 422, "body"),
    ],
)
def test_what_does_not_belong_is_refused(client: TestClient, body: dict[str, Any], status: int, field: str) -> None:
    lesson = opened(client)
    answer = client.put(f"/api/lessons/{lesson['id']}/items/{new_id()}", json=body)
    assert answer.status_code == status
    assert answer.json()["errors"][0]["field"] == field
    assert shown(client, lesson)["done"] == []


def test_one_lesson_is_open_at_a_time(client: TestClient) -> None:
    first, second = opened(client), kept(client)
    assert client.post(f"/api/lessons/{second['id']}/begin").status_code == 409
    client.post(f"/api/lessons/{first['id']}/close")
    assert client.post(f"/api/lessons/{second['id']}/begin").json()["state"] == "open"
    # And the one before can be opened again once this is closed.
    client.post(f"/api/lessons/{second['id']}/close")
    assert client.post(f"/api/lessons/{first['id']}/begin").json()["state"] == "open"


def test_a_lesson_is_written_anew_without_losing_what_was_done(client: TestClient) -> None:
    lesson = opened(client)
    book(client, past_m=1.0, side_m=0.0)
    again = kept(client, lesson["id"], aims="Ball first", player_ids=["corwin", "tove"], version=lesson["version"])
    assert (again["aims"], again["player_names"]) == ("Ball first", ["Corwin Maddersly", "Tove Aldersyn"])
    assert len(again["done"]) == 1
    # One who did something in it isn't let go, or that would be lost; one who did nothing is.
    without = {"held_on": "2026-11-20T10:00:00Z", "player_ids": ["corwin"], "version": again["version"]}
    refused = client.put(f"/api/lessons/{lesson['id']}", json=without)
    assert refused.status_code == 409
    assert "Tove Aldersyn" in refused.json()["errors"][0]["problem"]
    assert kept(client, lesson["id"], player_ids=["tove"], version=again["version"])["player_ids"] == ["tove"]
    # With its only player a lesson goes, too.
    client.delete("/api/players/tove")
    assert client.get(f"/api/lessons/{lesson['id']}").status_code == 404
    assert client.put(f"/api/lessons/{new_id()}", json={
        "held_on": "2026-11-20T10:00:00Z", "player_ids": ["tove", "tove"]}).status_code == 422  # fmt: skip


def test_a_lesson_is_made_afterwards_from_what_was_booked(client: TestClient) -> None:
    at = datetime(2026, 11, 21, 9, 0, tzinfo=UTC)
    inside = book(client, past_m=1.0, side_m=0.0, booked_at=(at + timedelta(minutes=5)).isoformat())
    book(client, past_m=1.0, side_m=0.0, booked_at=(at + timedelta(hours=4)).isoformat())
    lesson = kept(client, held_on=at.isoformat())
    span = {"since": at.isoformat(), "until": (at + timedelta(hours=1)).isoformat()}
    for _ in range(2):
        done = client.post(f"/api/lessons/{lesson['id']}/gather", json=span).json()["done"]
        assert [item["ref"] for item in done] == [inside["id"]]
    assert done[0]["call"] is not None
    wrong = {"since": span["until"], "until": span["since"]}
    assert client.post(f"/api/lessons/{lesson['id']}/gather", json=wrong).status_code == 422


def test_two_or_three_things_are_taken_along(client: TestClient) -> None:
    lesson = opened(client)
    book(client, past_m=1.0, side_m=0.0)
    item = shown(client, lesson)["done"][0]
    thing = {"item_id": item["id"], "title": "Down the hill", "words": ["Lean with it"], "drill_id": "three-piles"}

    def put(things: list[dict[str, Any]], player_id: str = "tove") -> Response:
        body = {"things": things, "version": shown(client, lesson)["version"]}
        return client.put(f"/api/lessons/{lesson['id']}/things", params={"player_id": player_id}, json=body)

    answer = put([thing])
    (sheet,) = (s for s in answer.json()["sheets"] if s["player_id"] == "tove")
    told = sheet["things"][0]
    assert (told["title"], told["drill_name"]) == ("Down the hill", "Three piles")
    assert told["call"]["id"] == item["call"]["id"]
    # The drill is laid out for the player, with a pass mark.
    assert told["station"]["mark"]["balls"] == 6
    for wrong, status in (
        ([thing] * 4, 422),
        ([{**thing, "item_id": new_id()}], 409),
        ([{**thing, "drill_id": "juggling"}], 422),
        ([{**thing, "title": ""}], 422),
    ):
        assert put(wrong).status_code == status, wrong
    assert len(next(s for s in shown(client, lesson)["sheets"] if s["player_id"] == "tove")["things"]) == 1
    assert put([], "ansgar").status_code == 404


def test_preparing_tells_what_was_left_open(client: TestClient) -> None:
    lesson = opened(client, held_on=datetime.now(UTC).isoformat(), aims="Ball first\nAim off the bank")
    client.post(f"/api/lessons/{lesson['id']}/close")
    told = client.get("/api/prepare", params={"player_id": "tove"}).json()
    aims = [n["words"] for n in told["notices"] if n["kind"] == "aim"]
    assert any(words.endswith("Ball first") for words in aims)
    assert any(words.endswith("Aim off the bank") for words in aims)
    corwin = client.get("/api/prepare", params={"player_id": "corwin"}).json()["notices"]
    # The demo's lob wedge has its rounds behind it.
    assert any(n["kind"] == "grooves" and "Lob wedge 58" in n["words"] for n in corwin)
    assert client.get("/api/prepare", params={"player_id": "nobody"}).status_code == 404


def test_a_photograph_goes_with_the_lesson_and_the_shot(client: TestClient) -> None:
    lesson = opened(client)
    taken = photograph(client)
    assert taken["lesson_id"] == lesson["id"]
    lines = {"view": "target-right", "horizon": [[0.1, 0.3], [0.9, 0.3]], "ground": [[0.2, 0.36], [0.8, 0.42]]}
    measured = client.put(f"/api/photographs/{taken['id']}/slope", json=lines).json()["measured"]
    # It falls to the right, where the target is: downhill.
    assert measured["reading"] == "fall"
    assert 4.0 < measured["value_deg"] < 8.0
    assert measured["doubt_deg"] == pytest.approx(
        (measured["hand_deg"] ** 2 + measured["lens_deg"] ** 2 + measured["stand_deg"] ** 2) ** 0.5, abs=0.02
    )
    shot = book(client, past_m=1.0, side_m=0.0, photographs=[taken["id"]])
    (kept_one,) = shown(client, lesson)["photographs"]
    assert (kept_one["booking_id"], kept_one["measured"]) == (shot["id"], measured)
    image = client.get(f"/api/photographs/{taken['id']}")
    assert (image.headers["content-type"], image.content[:3]) == ("image/jpeg", b"\xff\xd8\xff")
    assert client.delete(f"/api/photographs/{taken['id']}").status_code == 204
    assert client.get(f"/api/photographs/{taken['id']}").status_code == 404


def test_the_slope_from_behind_follows_the_hand(client: TestClient) -> None:
    rising = {"view": "behind", "horizon": [[0.1, 0.3], [0.9, 0.3]], "ground": [[0.2, 0.42], [0.8, 0.36]]}
    told = {}
    for player_id in ("tove", "corwin"):
        taken = photograph(client, player_id)
        told[player_id] = client.put(f"/api/photographs/{taken['id']}/slope", json=rising).json()["measured"]
    # Ground that rises to the right has the ball above a right-hander's feet and below a left-hander's.
    assert told["tove"]["value_deg"] > 4.0
    assert told["corwin"]["value_deg"] == -told["tove"]["value_deg"]


@pytest.mark.parametrize(
    ("body", "status"),
    [(b"not an image", 422), (b"", 422), (b"\xff" * 13_500_000, 413), (b"\xff\xd8\xff" * 4_100_000, 422)],
    ids=["words", "nothing", "too long", "broken"],
)
def test_what_is_no_photograph_is_refused(client: TestClient, body: bytes, status: int) -> None:
    answer = client.put(
        f"/api/photographs/{new_id()}", params={"player_id": "tove"}, content=body,
        headers={"content-type": "application/octet-stream"},
    )  # fmt: skip
    assert answer.status_code == status
    assert answer.json()["errors"][0]["fix"]
    assert client.get("/api/photographs", params={"player_id": "tove"}).json() == []


@pytest.fixture
def elsewhere(tmp_path: Path) -> Iterator[TestClient]:
    with TestClient(create_app(open_store(tmp_path / "other.sqlite3"), WEB_DIST), base_url="http://127.0.0.1") as made:
        yield made


def without_time(file: dict[str, Any]) -> dict[str, Any]:
    """Without what is this database's own: the moment, and numbers of saved shots."""
    told = json.loads(json.dumps({k: v for k, v in file.items() if k != "written_at"}))
    for shot in (one for player in told["players"] for one in player["kept"]):
        shot.pop("id")
    return dict(told)


ZIP = {"content-type": "application/zip"}


def book_in(packed: bytes) -> dict[str, Any]:
    """The book of a zip."""
    with zipfile.ZipFile(io.BytesIO(packed)) as found:
        book: dict[str, Any] = json.loads(found.read("book.json"))
    return book


def test_lessons_and_photographs_go_out_and_come_in_equal(client: TestClient, elsewhere: TestClient) -> None:
    packed = client.get("/api/export.zip").content
    file = book_in(packed)
    assert file["version"] == 4
    assert without_time(client.get("/api/export").json()) == without_time(file)
    assert file["lessons"][0]["items"]
    assert file["lessons"][0]["things"]
    read = elsewhere.post("/api/export/read", content=packed, headers=ZIP)
    assert read.status_code == 200, read.text
    assert (read.json()["lessons"], read.json()["photographs"]) == (1, 1)
    assert without_time(elsewhere.get("/api/export").json()) == without_time(file)
    # The page of the lesson is the same, drawings and all, but for what only the first place knows.
    lesson_id = file["lessons"][0]["id"]
    assert elsewhere.get(f"/api/lessons/{lesson_id}").json() == client.get(f"/api/lessons/{lesson_id}").json()
    taken = next(p["photographs"][0] for p in file["players"] if p["photographs"])
    address = f"/api/photographs/{taken['id']}"
    assert elsewhere.get(address).content == client.get(address).content
    again = elsewhere.post("/api/export/read", content=packed, headers=ZIP).json()
    assert not any(count for name, count in again.items() if name not in ("known", "unreadable"))
    assert again["known"] == sum(len(p["bookings"]) for p in file["players"])


def test_a_players_own_file_holds_nothing_of_the_other(client: TestClient, elsewhere: TestClient) -> None:
    file = client.get("/api/export", params={"player_id": "tove"}).json()
    assert "corwin" not in str({**file, "players": [{**p, "questions": {}} for p in file["players"]]}).lower()
    assert file["lessons"][0]["player_ids"] == ["tove"]
    assert elsewhere.post("/api/export/read", json=file).status_code == 200


def test_an_image_in_a_file_is_looked_at_too(client: TestClient, elsewhere: TestClient) -> None:
    file = client.get("/api/export").json()
    owner = next(p for p in file["players"] if p["photographs"])
    owner["photographs"][0]["image"] = "bm90IGFuIGltYWdl"
    answer = elsewhere.post("/api/export/read", json=file)
    assert answer.status_code == 422
    assert "image" in answer.json()["errors"][0]["field"]
    assert elsewhere.get("/api/players").json() == []


@pytest.mark.file
def test_a_copy_holds_photographs_too(client: TestClient, tmp_path: Path) -> None:
    taken = photograph(client)
    name = client.post("/api/copies").json()["name"]
    copy = open_store(tmp_path / "demo" / "copies" / name)
    with TestClient(create_app(copy, WEB_DIST), base_url="http://127.0.0.1") as restored:
        assert restored.get(f"/api/photographs/{taken['id']}").status_code == 200


WEBM = b"\x1a\x45\xdf\xa3" + bytes(4000)


def test_a_note_is_spoken_in_a_lesson_kept_played_and_deleted(client: TestClient) -> None:
    lesson = str(uuid.uuid4())
    body = {"player_ids": ["tove"], "held_on": "2027-03-06T10:00:00Z"}
    assert client.put(f"/api/lessons/{lesson}", json=body).status_code == 200
    note = str(uuid.uuid4())

    def send(sound: bytes, seconds: float, note_id: str = note) -> Any:
        return client.put(
            f"/api/recordings/{note_id}", params={"lesson_id": lesson, "seconds": seconds}, content=sound,
            headers={"Content-Type": "application/octet-stream"},
        )  # fmt: skip

    assert send(WEBM, 12.5).json()["media"] == "audio/webm"
    assert send(WEBM[:100], 9.0).json()["seconds"] == 12.5, "sent again the first stays"
    (told,) = client.get(f"/api/lessons/{lesson}").json()["recordings"]
    assert told["id"] == note
    sound = client.get(f"/api/recordings/{note}")
    assert sound.content == WEBM
    assert sound.headers["content-type"] == "audio/webm"
    too_long = send(WEBM, 130.0, str(uuid.uuid4()))
    assert too_long.json()["errors"][0]["field"] == "seconds"
    no_sound = send(b"<html>hello</html>", 3.0, str(uuid.uuid4()))
    assert no_sound.json()["errors"][0]["field"] == "body"
    # In the file it goes along, and comes back with it.
    book = client.get("/api/export").json()
    (kept,) = [one for one in book["lessons"] if one["id"] == lesson]
    assert kept["recordings"][0]["id"] == note
    assert client.delete(f"/api/recordings/{note}").status_code == 204
    assert client.get(f"/api/recordings/{note}").status_code == 404


def test_before_a_lesson_a_short_book_says_what_to_ask_and_what_to_watch(client: TestClient) -> None:
    told = client.get("/api/prepare", params={"player_id": "brisa"}).json()["notices"]
    kinds = [one["kind"] for one in told]
    assert kinds.count("ask") == 3
    watched = [one for one in told if one["kind"] == "watch"]
    assert len(watched) == 2
    assert all("handicap" in one["words"] and one["ref"] for one in watched)
    assert "nothing" not in kinds
