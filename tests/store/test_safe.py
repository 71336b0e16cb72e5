"""The record is safe: killed while it books, asked by twenty at once."""

from __future__ import annotations

import io
import json
import os
import re
import signal
import sqlite3
import subprocess
import sys
import threading
import urllib.request
import uuid
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.conftest import Running
from tests.waiting import AT_MOST_S
from veltrin.core.law import LAW
from veltrin.core.learn import learn
from veltrin.service.book.book import book_shot, drop_booking
from veltrin.service.book.book_read import list_book
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.files.bookfile import export
from veltrin.service.files.restore import merge
from veltrin.service.house.errors import ConflictError
from veltrin.service.house.store import Store, open_store
from veltrin.service.lessons.privacy import drop_player
from veltrin.service.players.contracts.players import PlayerEdit, PlayerNew
from veltrin.service.players.habits import habits_of, show_learnt
from veltrin.service.players.players import add_player, edit_player, find_stored, show_player
from veltrin.store.repositories import book_sums
from veltrin.store.repositories.book import Which

SHOTS = 80


def put(url: str, body: dict[str, Any]) -> int:
    request = urllib.request.Request(
        url, json.dumps(body).encode(), {"content-type": "application/json"}, method="PUT"
    )  # fmt: skip
    with urllib.request.urlopen(request, timeout=AT_MOST_S) as answer:
        return int(answer.status)


def post(url: str, body: dict[str, Any]) -> dict[str, Any]:
    request = urllib.request.Request(url, json.dumps(body).encode(), {"content-type": "application/json"})
    with urllib.request.urlopen(request, timeout=AT_MOST_S) as answer:
        return dict(json.load(answer))


def test_killed_while_booking_it_loses_nothing_that_was_acknowledged(tmp_path: Path) -> None:
    store = open_store(tmp_path / "veltrin.sqlite3")
    add_player(store, PlayerNew(name="Ida", seven_iron_carry_m=120), "ida")
    store.close()
    server = subprocess.Popen(
        [sys.executable, "-m", "veltrin", "serve", "--port", "0", "--data-dir", str(tmp_path)],
        stdout=subprocess.PIPE, text=True, env={**os.environ, "PYTHONUNBUFFERED": "1"},
    )  # fmt: skip
    assert server.stdout is not None
    url = re.search(r"http://\S+", server.stdout.readline()).group()  # type: ignore[union-attr]
    acknowledged: list[str] = []
    enough = threading.Event()

    def book_all(names: list[str]) -> None:
        for name in names:
            body = {
                "player_id": "ida",
                "purpose": "stock",
                "club_id": "7-iron",
                "carry_m": 118 + len(acknowledged) / 100,
            }
            try:
                if put(f"{url}/api/book/{name}", body) == 200:
                    acknowledged.append(name)
            except OSError:
                return
            if len(acknowledged) >= SHOTS // 2:
                enough.set()

    names = [str(uuid.uuid4()) for _ in range(SHOTS)]
    threads = [threading.Thread(target=book_all, args=(names[k::4],)) for k in range(4)]
    for t in threads:
        t.start()
    assert enough.wait(60)
    server.send_signal(signal.SIGKILL)
    server.wait(10)
    for t in threads:
        t.join()
    assert SHOTS // 2 <= len(acknowledged) < SHOTS
    with sqlite3.connect(tmp_path / "veltrin.sqlite3") as database:
        assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        assert database.execute("PRAGMA foreign_key_check").fetchone() is None
        kept = {row[0] for row in database.execute("SELECT id FROM bookings")}
    assert set(acknowledged) <= kept
    # What was sent and not acknowledged may be there or not; sent again it is there once.
    again = open_store(tmp_path / "veltrin.sqlite3")
    with Running(again) as running:
        for name in names:
            body = {"player_id": "ida", "purpose": "stock", "club_id": "7-iron", "carry_m": 118}
            assert put(f"{running.url}/api/book/{name}", body) == 200
        with urllib.request.urlopen(f"{running.url}/api/book?player_id=ida&limit=1") as answer:
            assert json.load(answer)["total"] == SHOTS


def test_twenty_at_once_plan_and_book_without_an_error(running: Running) -> None:
    failed: list[str] = []
    request = {"player_id": "brisa", "lie": {"cover": "rough", "sunk": 0.6}, "line": {"flag_m": 40}}

    def work(n: int) -> None:
        try:
            asked = {**request, "line": {"flag_m": 36 + n % 5}}
            calls = post(f"{running.url}/api/plan", {**asked, "only": ["58~stock-swing"]})["calls"]
            for _ in range(3):
                body = {
                    "player_id": "brisa",
                    "request": asked,
                    "call_id": calls[0]["id"],
                    "past_m": n / 10,
                    "side_m": 0,
                }
                status = put(f"{running.url}/api/book/{uuid.uuid4()}", body)
                if status != 200:
                    failed.append(f"{n}: {status}")
        except Exception as error:
            failed.append(f"{n}: {error}")

    threads = [threading.Thread(target=work, args=(n,)) for n in range(20)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert failed == []
    with urllib.request.urlopen(f"{running.url}/api/book?player_id=brisa&limit=1") as answer:
        assert json.load(answer)["total"] == 60


@pytest.mark.parametrize("path", ["/api/book", "/api/book/summary"])
def test_a_long_book_is_asked_in_pages(client: TestClient, path: str) -> None:
    answer = client.get(path, params={"player_id": "corwin"}).json()
    assert answer["total"] >= 30
    assert len(answer.get("rows", answer.get("points"))) <= 400


def test_the_same_shot_sent_by_many_at_once_is_booked_once(demo_store: Store) -> None:
    booking_id = str(uuid.uuid4())
    told: list[float | None] = []
    failed: list[Exception] = []

    def send(n: int) -> None:
        try:
            ask = BookingIn(player_id="brisa", purpose="stock", club_id="7-iron", carry_m=130 + n)
            told.append(book_shot(demo_store, booking_id, ask).carry_m)
        except Exception as error:
            failed.append(error)

    threads = [threading.Thread(target=send, args=(n,)) for n in range(8)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert failed == []
    # Everybody is told of the one that was booked.
    assert len(set(told)) == 1
    assert list_book(demo_store, Which("brisa"), 10, 0).total == 1


def test_of_many_who_save_the_same_version_one_is_taken(demo_store: Store) -> None:
    brisa = show_player(demo_store, "brisa")
    fields = brisa.model_dump(include=set(PlayerEdit.model_fields))
    saved: list[str] = []
    refused: list[str] = []

    def save(n: int) -> None:
        try:
            edit_player(demo_store, "brisa", PlayerEdit(**{**fields, "notes": f"tab {n}"}))
            saved.append(f"tab {n}")
        except ConflictError:
            refused.append(f"tab {n}")

    threads = [threading.Thread(target=save, args=(n,)) for n in range(8)]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    assert (len(saved), len(refused)) == (1, 7)
    now = show_player(demo_store, "brisa")
    assert (now.notes, now.version) == (saved[0], brisa.version + 1)
    assert len(now.clubs) == len(brisa.clubs)


def test_a_player_of_the_same_id_does_not_inherit_what_was_learnt(demo_store: Store) -> None:
    assert show_learnt(demo_store, "corwin").shots > 20
    file = export(demo_store, "corwin")
    drop_player(demo_store, "corwin")
    bare = file.model_copy(update={"players": [file.players[0].model_copy(update={"bookings": [], "trials": []})]})
    merge(demo_store, io.BytesIO(bare.model_dump_json().encode()))
    assert show_learnt(demo_store, "corwin").shots == 0


def test_what_is_learnt_bit_by_bit_is_what_is_learnt_at_once(demo_store: Store) -> None:
    find = find_stored(demo_store, "brisa")
    for n in range(6):
        ask = BookingIn(player_id="brisa", purpose="stock", club_id="7-iron", carry_m=134 + n, carry_side_m=n)
        last = book_shot(demo_store, str(uuid.uuid4()), ask)
        step = habits_of(demo_store, find)
    with demo_store.session() as session:
        whole = learn(book_sums.sums(session, "brisa", LAW).cells)
    assert [(e.name, e.shots) for e in step.effects] == [(e.name, e.shots) for e in whole.effects]
    assert [e.value for e in step.effects] == pytest.approx([e.value for e in whole.effects])
    # A shot that is taken back is taken back here too.
    drop_booking(demo_store, last.id)
    assert {e.shots for e in habits_of(demo_store, find).effects} == {5}
