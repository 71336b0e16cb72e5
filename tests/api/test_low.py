"""Small ways to trip a server: each is told in words."""

from __future__ import annotations

import json
import sqlite3
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient

from tests.signing import MAREN, sign_in
from veltrin.api.guard import Guard
from veltrin.commands.serving import _tell
from veltrin.exchange.shots_csv import read_sheet
from veltrin.service.accounts.tries import FREE_TRIES
from veltrin.service.house.store import Store


@pytest.mark.file
def test_a_file_that_goes_while_one_is_signed_in_is_told(guarded: TestClient, demo_store: Store) -> None:
    sign_in(guarded, MAREN)
    demo_store.path.rename(demo_store.path.with_suffix(".gone"))
    answer = guarded.get("/api/players")
    assert answer.status_code == 503
    assert "gone" in answer.json()["errors"][0]["problem"]


@pytest.mark.file
def test_a_page_that_is_damaged_while_served_is_told_and_health_says_so(client: TestClient, demo_store: Store) -> None:
    assert client.get("/api/export").status_code == 200
    with demo_store.engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    demo_store.engine.dispose()
    with sqlite3.connect(demo_store.path) as database:
        root = database.execute("SELECT rootpage FROM sqlite_master WHERE name = 'bookings'").fetchone()[0]
        size = database.execute("PRAGMA page_size").fetchone()[0]
    with demo_store.path.open("r+b") as file:
        file.seek((root - 1) * size)
        file.write(b"\xff" * size)
    answer = client.get("/api/book", params={"player_id": "tove"})
    assert answer.status_code == 503, answer.text
    assert "damaged" in answer.json()["errors"][0]["problem"]
    app: FastAPI = client.app  # type: ignore[assignment]
    app.state.health = app.state.health.model_copy(update={"status": "ready"})
    told = client.get("/api/health").json()
    assert (told["status"], "damaged" in told["detail"]) == ("degraded", True)


def test_wrong_links_are_slowed_down(guarded: TestClient) -> None:
    told = [
        guarded.get("/api/take", headers={"authorization": f"Bearer {n}"}).status_code for n in range(FREE_TRIES + 1)
    ]
    assert told == [401] * FREE_TRIES + [429]
    # A right one comes in all the same.
    sign_in(guarded, MAREN)
    ends = (datetime.now(UTC) + timedelta(days=9)).isoformat()
    link = guarded.post("/api/players/tove/links", json={"ends_on": ends}).json()
    assert guarded.get("/api/take", headers={"authorization": f"Bearer {link['token']}"}).status_code == 200


def test_by_tls_a_browser_is_told_to_stay_with_it(guarded_app: FastAPI, demo_store: Store) -> None:
    guarded_app.state.store = demo_store
    for scheme, expected in (("https", True), ("http", False)):
        client = TestClient(guarded_app, base_url=f"{scheme}://range.local")
        assert ("strict-transport-security" in client.get("/api/health").headers) is expected


class Listening:
    def getsockname(self) -> tuple[str, int]:
        return "0.0.0.0", 8710


def test_the_address_that_is_told_can_be_opened(capsys: pytest.CaptureFixture[str]) -> None:
    _tell(Listening(), Guard(("127.0.0.1", "localhost", "192.168.7.4", "range.local")))  # type: ignore[arg-type]
    assert "http://192.168.7.4:8710" in capsys.readouterr().out


@pytest.mark.parametrize(
    "text", ["sep=;\nclub;carry\n7i;121,5\n", "SEP=,\nclub,carry\n7i,121.5\n", "sep=\t\nclub\tcarry\n7i\t9\n"]
)
def test_a_line_that_says_what_parts_the_cells_is_read_as_that(text: str) -> None:
    sheet = read_sheet(text)
    assert sheet.columns == ("club", "carry")
    assert [line for line, _ in sheet.rows] == [3]


def test_lines_that_are_on_no_picture_are_refused(client: TestClient) -> None:
    (row, *_) = client.get("/api/photographs", params={"player_id": "corwin"}).json()
    far = {"view": "behind", "horizon": [[0.1, 0.4], [1e308, 0.4]], "ground": [[0.1, 0.6], [0.9, 0.65]]}
    answer = client.put(f"/api/photographs/{row['id']}/slope", json=far)
    assert answer.status_code == 422
    assert "horizon" in answer.json()["errors"][0]["field"]


def test_a_slow_body_is_waited_for_only_so_long(
    client: TestClient, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    from veltrin.api import limits

    # No time at all to begin with: whatever comes must come at once, at ten kilobytes a second.
    monkeypatch.setattr(limits, "BODY_WITHIN_S", 0.0)
    answer = client.post("/api/players", content=json.dumps({"name": "Ida"}).encode())
    assert answer.status_code == 408


@pytest.mark.file
@pytest.mark.parametrize("carry_m", [30, 180])
def test_the_shortest_and_the_longest_bag_have_their_cards(client: TestClient, carry_m: float) -> None:
    """A driver of 263 m, and one of 44 m: every card that asks for a distance of the bag's own."""
    made = client.post("/api/players", json={"name": "Bag", "seven_iron_carry_m": carry_m})
    assert made.status_code == 201
    asked = {"player_id": made.json()["id"], "kinds": ["slope", "wind"]}
    answer = client.post("/api/cards", json=asked)
    assert answer.status_code == 200, answer.text
    assert [card["kind"] for card in answer.json()] == ["slope", "wind"]
