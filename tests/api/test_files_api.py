"""Everything out and in again; ten thousand measured shots, all or none."""

from __future__ import annotations

import json
import time
import uuid
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import jsonschema
import numpy as np
import pytest
from fastapi.testclient import TestClient

from tests.raw import asked
from veltrin.api.app import create_app
from veltrin.service.files.bookfile import export
from veltrin.service.files.contracts.exchange import BookFile
from veltrin.service.house.store import open_store
from veltrin.settings import WEB_DIST

SCHEMA = Path(__file__).parents[2] / "docs" / "schema" / "book-file.schema.json"


@pytest.fixture
def other(tmp_path: Path) -> Iterator[TestClient]:
    """Another installation, empty."""
    store = open_store(tmp_path / "other.sqlite3")
    with TestClient(create_app(store, WEB_DIST), base_url="http://127.0.0.1") as made:
        yield made
    store.close()


def whole(client: TestClient, **query: str) -> dict[str, Any]:
    told = client.get("/api/export", params=query).json()
    told.pop("written_at")
    # A saved shot's number is this database's own; images come with the zip (test_round_trip).
    for player in told["players"]:
        player.pop("photographs")
        for shot in player["kept"]:
            shot.pop("id")
    return told


def a_season_of_practice(client: TestClient) -> None:
    """A session with a ball, and a scene that the coach read, one that a player did."""
    practice = client.put(
        f"/api/practices/{uuid.uuid4()}",
        json={"player_id": "brisa", "parts": [{"drill_id": "towel-behind", "balls": 2}]},
    ).json()
    client.post(f"/api/practices/{practice['id']}/begin")
    ball = {
        "player_id": "brisa",
        "purpose": "practice",
        "practice_id": practice["id"],
        "part": 0,
        "station": 0,
        "hit": True,
    }
    assert client.put(f"/api/book/{uuid.uuid4()}", json=ball).status_code == 200
    for reader in (None, "tove"):
        scene = {"id": str(uuid.uuid4()), "player_id": "brisa", "reader_id": reader}
        told = client.post(
            "/api/scenes/3.1.fall",
            json={**scene, "read": {"fall": 3, "side": 0, "flag": 30, "give": 0.4, "wind": 0, "cross": 0}},
        )
        kinds = [e["field"] for e in told.json().get("errors", [])]
        assert told.status_code == 200, kinds


def test_export_into_an_empty_install_gives_equal_data(client: TestClient, other: TestClient) -> None:
    a_season_of_practice(client)
    trial = {
        "request": {"player_id": "brisa", "line": {"flag_m": 40}}, "a_call": "58~stock-swing",
        "b_call": "54~stock-swing",
    }  # fmt: skip
    assert client.post("/api/trials", json=trial).status_code == 201
    client.post("/api/lines", json={"name": "Fourth", "line": {"flag_m": 20}})
    client.post("/api/days", json={"name": "Soaked"})
    client.put("/api/players/brisa/methods/splash", json={"stand": "pinned"})
    before = client.get("/api/export").json()
    jsonschema.validate(before, json.loads(SCHEMA.read_text()))
    told = other.post("/api/export/read", json=before).json()
    assert (told["players"], told["renamed"], told["lines"], told["days"]) == (4, 0, 1, 1)
    assert told["bookings"] > 60
    assert whole(other) == whole(client)
    # Reading it again adds nothing.
    again = other.post("/api/export/read", json=before).json()
    assert (again["players"], again["bookings"], again["known"]) == (0, 0, told["bookings"])
    assert whole(other) == whole(client)


def test_a_players_file_moves_between_coaches(client: TestClient, other: TestClient) -> None:
    file = client.get("/api/export", params={"player_id": "corwin"}).json()
    assert [p["id"] for p in file["players"]] == ["corwin"]
    assert file["settings"] is None
    other.post("/api/export/read", json=file)
    (player,) = other.get("/api/players").json()
    assert player["name"] == "Corwin Maddersly"
    here, there = (c.get("/api/players/corwin/learnt").json()["effects"] for c in (client, other))
    assert here == there
    assert client.get("/api/export", params={"player_id": "nobody"}).status_code == 404


def test_a_file_with_one_bad_shot_is_refused_whole(client: TestClient, other: TestClient) -> None:
    file = client.get("/api/export").json()
    file["players"][0]["bookings"][-1]["putts"] = -3
    assert other.post("/api/export/read", json=file).status_code == 422
    assert other.get("/api/players").json() == []
    # The last one is the first shot told twice.
    for wrong in (
        {"booked_at": "0001-01-01T00:00:00+14:00"}, {"fault": "wobbly"}, {"end_kind": "moon"}, {"speed_y": 40.0},
        {},
    ):  # fmt: skip
        file = client.get("/api/export", params={"player_id": "corwin"}).json()
        file["players"][0]["bookings"].append({**file["players"][0]["bookings"][0], **wrong})
        assert other.post("/api/export/read", json=file).status_code == 422, wrong
    file = client.get("/api/export").json()
    file["version"] = 5
    assert other.post("/api/export/read", json=file).status_code == 422


def test_a_file_from_before_there_was_practice_is_read(client: TestClient, other: TestClient) -> None:
    file = client.get("/api/export").json()
    file["version"] = 1
    del file["scenes"]
    for player in file["players"]:
        for name in ("practice", "practices", "scenes"):
            del player[name]
        for shot in player["bookings"]:
            for name in ("practice_id", "drill_id", "part", "station", "hit"):
                del shot[name]
    told = other.post("/api/export/read", json=file)
    assert told.status_code == 200, told.text
    assert told.json()["bookings"] > 60


@pytest.mark.parametrize("table", ["players", "clubs", "bookings", "trials", "practices", "scenes"])
def test_each_table_as_csv(client: TestClient, table: str) -> None:
    answer = client.get(f"/api/export/{table}.csv")
    assert answer.headers["content-type"].startswith("text/csv")
    header, *rows = answer.text.splitlines()
    assert "id" in header.split(",") or table in ("trials", "practices", "scenes")
    counts = {"players": 4, "clubs": sum(len(p["clubs"]) for p in client.get("/api/players").json())}
    if table in counts:
        assert len(rows) == counts[table]
    assert client.get("/api/export/secrets.csv").status_code == 422


# --- CSV of a launch monitor ---


def csv(rows: int, broken: int | None = None) -> str:
    rng = np.random.default_rng(9)
    lines = ["Club,Carry (yd),Side,Ball Speed (mph),Spin Rate,Date"]
    for n in range(rows):
        carry = "far" if n == broken else f"{rng.normal(151, 4):.3f}"
        lines.append(
            f"7 Iron,{carry},{abs(rng.normal(0, 5)):.2f} L,{rng.normal(104, 2):.2f},{6300 + n},2026-11-20 10:00"
        )
    return "\n".join(lines) + "\n"


def read(client: TestClient, text: str, **more: Any) -> dict[str, Any]:
    seen = client.post("/api/imports/preview", json={"player_id": "brisa", "text": text}).json()
    body = {"player_id": "brisa", "text": text, "matched": seen["matched"], **more}
    job = client.post("/api/imports", json=body)
    assert job.status_code == 202, job.text
    told = job.json()
    while told["state"] == "reading":
        time.sleep(0.02)
        told = client.get(f"/api/imports/{told['id']}").json()
    return told


def booked(client: TestClient) -> int:
    return int(client.get("/api/book", params={"player_id": "brisa"}).json()["total"])


def test_ten_thousand_shots_are_read_with_progress(client: TestClient) -> None:
    seen = client.post("/api/imports/preview", json={"player_id": "brisa", "text": csv(3)}).json()
    assert seen["matched"]["clubs"] == {"7 Iron": "7-iron"}
    assert (seen["matched"]["distance"], seen["matched"]["speed"], seen["rows"]) == ("yd", "mph", 3)
    done = read(client, csv(10_000))
    assert (done["state"], done["read"], done["stored"]) == ("done", 10_000, 10_000)
    assert booked(client) == 10_000
    # The same file again: every row is known.
    again = read(client, csv(10_000))
    assert (again["stored"], again["doubles"]) == (0, 10_000)
    refused = read(client, csv(20), leave_out_doubles=False)
    assert refused["state"] == "refused"
    assert booked(client) == 10_000


def test_who_asks_how_far_an_import_is_writes_nothing(client: TestClient) -> None:
    # A write would wait for the lock of the import itself, on a file of SQLite's.
    told = read(client, csv(3))
    with asked(client.app.state.store.engine) as said:  # type: ignore[attr-defined]
        assert client.get(f"/api/imports/{told['id']}").json()["state"] == "done"
    does = {one.split(" ", 1)[0].upper() for one in said}
    assert "SELECT" in does
    assert not {"UPDATE", "INSERT", "DELETE"} & does


def test_equal_carries_are_two_shots_and_the_same_measured_shot_twice_is_one(client: TestClient) -> None:
    typed = "club,carry\n7 iron,140\n7 iron,140\n7 iron,139\n"
    assert read(client, typed)["stored"] == 3
    # The same file again, with one shot more.
    again = read(client, typed + "7 iron,140\n")
    assert (again["stored"], again["doubles"]) == (1, 3)
    measured = "club,carry,ball speed\n" + "7 iron,150.25,46.13\n" * 2
    told = read(client, measured)
    assert (told["stored"], told["doubles"]) == (1, 1)


def test_a_broken_row_leaves_the_database_as_it_was(client: TestClient) -> None:
    before = whole(client)
    told = read(client, csv(10_000, broken=9_997))
    assert told["state"] == "refused"
    assert told["problems"] == [{"line": 9_999, "column": "Carry (yd)", "problem": "'far' is not a number."}]
    assert whole(client) == before


def test_an_import_can_be_stopped(client: TestClient) -> None:
    text = csv(40_000)
    seen = client.post("/api/imports/preview", json={"player_id": "brisa", "text": text}).json()
    job = client.post("/api/imports", json={"player_id": "brisa", "text": text, "matched": seen["matched"]}).json()
    client.delete(f"/api/imports/{job['id']}")
    while (told := client.get(f"/api/imports/{job['id']}").json())["state"] == "reading":
        time.sleep(0.02)
    assert told["state"] == "cancelled"
    assert booked(client) == 0
    assert client.get(f"/api/imports/{uuid.uuid4()}").status_code == 404


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"columns": {"club": "Club"}}, "columns.carry"),
        ({"columns": {"club": "Club", "carry": "Nowhere"}}, "no column"),
        ({"clubs": {"7 Iron": "putter"}}, "putter"),
        ({"clubs": {"7 Iron": "1-iron"}}, "Choose one of"),
    ],
)
def test_a_wrong_matching_is_refused_at_once(client: TestClient, change: dict[str, Any], words: str) -> None:
    text = csv(3)
    matched = client.post("/api/imports/preview", json={"player_id": "brisa", "text": text}).json()["matched"]
    answer = client.post("/api/imports", json={"player_id": "brisa", "text": text, "matched": {**matched, **change}})
    assert answer.status_code == 422
    assert words in answer.text


def test_an_unmatched_club_is_told_by_its_lines(client: TestClient) -> None:
    text = csv(2) + "Chipper,100,0,80,4000,\n"
    matched = client.post("/api/imports/preview", json={"player_id": "brisa", "text": text}).json()["matched"]
    assert "Chipper" not in matched["clubs"]
    told = read(client, text)
    assert told["state"] == "refused"
    assert told["problems"][0]["problem"] == "'Chipper' is not matched."


@pytest.mark.file
def test_a_copy_is_made_with_one_press(client: TestClient) -> None:
    made = client.post("/api/copies").json()
    assert made["bytes"] > 10_000
    assert [c["name"] for c in client.get("/api/copies").json()] == [made["name"]]


def test_the_schema_is_the_one_that_is_served(demo_store) -> None:
    assert BookFile.model_validate_json(export(demo_store).model_dump_json()).format == "veltrin-book"
