"""Work whose asker has gone stops, what is stored is done to its end, and nobody holds a connection without asking."""

from __future__ import annotations

import json
import socket
import time
import uuid
from contextlib import closing
from urllib.parse import urlsplit

import httpx
import pytest
from fastapi import FastAPI

from tests.conftest import Running
from tests.waiting import run_apart, until
from veltrin.api import asking
from veltrin.core.plan import play as played
from veltrin.core.wanted import NobodyWaitsError, asked_by, go_on
from veltrin.service.house.store import Store

pytestmark = pytest.mark.anew

QUESTION = {"player_id": "corwin", "lie": {"cover": "rough", "sunk": 0.4}, "line": {"flag_m": 60.0}}


def address(server: Running) -> tuple[str, int]:
    found = urlsplit(server.url)
    return str(found.hostname), int(found.port or 0)


def sent(server: Running, method: str, path: str, body: object) -> socket.socket:
    """A connection on which a whole request was sent, of which nothing was read yet."""
    text = json.dumps(body).encode()
    head = f"{method} /api/{path} HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
    # As browsers do: a packed stream has no head before its first piece.
    head += "Accept-Encoding: gzip\r\n"
    opened = socket.create_connection(address(server))
    opened.sendall(f"{head}Content-Length: {len(text)}\r\n\r\n".encode() + text)
    return opened


class Counted:
    """Counts the strokes played, each made to last."""

    def __init__(self) -> None:
        self.ended = self.begun = 0
        self.is_given_up = False

    def __call__(self) -> None:
        self.begun += 1
        time.sleep(0.02)
        try:
            go_on()
        except NobodyWaitsError:
            self.is_given_up = True
            raise
        self.ended += 1


@pytest.fixture
def counted(monkeypatch: pytest.MonkeyPatch) -> Counted:
    made = Counted()
    monkeypatch.setattr(played, "go_on", made)
    return made


@pytest.mark.parametrize("path", ["plan", "plan/stream"])
def test_a_plan_is_given_up_when_its_asker_hangs_up(running: Running, counted: Counted, path: str) -> None:
    assert httpx.post(f"{running.url}/api/{path}", json=QUESTION, timeout=300).status_code == 200
    whole, counted.begun, counted.ended = counted.ended, 0, 0
    other = {**QUESTION, "line": {"flag_m": 61.0}}
    with closing(sent(running, "POST", path, other)):
        until(lambda: counted.begun)
    until(lambda: counted.is_given_up)
    assert counted.ended < whole


def test_a_booking_is_finished_though_its_sender_has_gone(running: Running, counted: Counted) -> None:
    call = httpx.post(f"{running.url}/api/plan", json=QUESTION, timeout=300).json()["first_id"]
    booking = {"player_id": "corwin", "request": QUESTION, "call_id": call, "past_m": 2, "side_m": 1}
    shot, counted.begun = uuid.uuid4(), 0
    with closing(sent(running, "PUT", f"book/{shot}", booking)):
        until(lambda: counted.begun)
    booked = f"{running.url}/api/book"
    until(lambda: str(shot) in httpx.get(booked, params={"player_id": "corwin"}, timeout=300).text)


def test_who_does_not_ask_is_cut_off_and_who_does_is_not(running: Running, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(asking, "HEAD_WITHIN_S", 0.4)
    for words in (b"", b"GET /api/health HTTP/1.1\r\nHost: 127", b"POST /api/plan HTTP/1.1\r\n"):
        with closing(socket.create_connection(address(running))) as slow:
            slow.sendall(words)
            assert slow.recv(1000) == b""
    with httpx.Client(base_url=running.url, timeout=300) as prompt:
        assert prompt.get("/api/health").status_code == 200
        time.sleep(0.6)
        assert prompt.get("/api/health").status_code == 200
        # An answer may take longer than a head.
        assert prompt.post("/api/plan", json=QUESTION, timeout=300).status_code == 200


@pytest.mark.parametrize("path", ["/", "/mark.svg", "/api/health", "/api/players"])
def test_whoever_leaves_at_once_has_broken_nothing(app: FastAPI, demo_store: Store, path: str) -> None:
    """Each page that is closed leaves some such behind: a log full of failures hides the one that is."""
    app.state.store = demo_store
    scope = {
        "type": "http", "http_version": "1.1", "asgi": {"version": "3.0", "spec_version": "2.3"}, "method": "GET",
        "scheme": "http", "path": path, "raw_path": path.encode(), "query_string": b"", "root_path": "",
        "headers": [(b"host", b"127.0.0.1")], "client": ("127.0.0.1", 1), "server": ("127.0.0.1", 80),
    }  # fmt: skip

    async def gone() -> dict[str, str]:
        return {"type": "http.disconnect"}

    async def unheard(_: object) -> None:
        return None

    run_apart(lambda: app(scope, gone, unheard))


def test_work_without_an_asker_goes_on() -> None:
    go_on()
    with asked_by(lambda: False):
        go_on()
    with asked_by(lambda: True), pytest.raises(NobodyWaitsError):
        go_on()
