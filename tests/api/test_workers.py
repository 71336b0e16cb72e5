"""Many processes on one database: what only one may do is done once, whichever of them is asked."""

from __future__ import annotations

import itertools
import json
import os
import signal
import uuid
from collections.abc import Iterator, Sequence
from pathlib import Path

import httpx
import pytest

from tests.many import Served, served
from tests.postgres import Cluster
from tests.signing import MAREN, OTTO
from tests.waiting import until
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.house.store import Store, open_store

HOST = "127.0.0.2"
"""An address of this machine that isn't the one nobody signs in to."""

CSV = "club,carry\n" + "7-iron,121\n" * 3
SHOT = {"player_id": "tove", "purpose": "stock", "club_id": "7-iron", "carry_m": 121}


@pytest.fixture
def academy(demo_store: Store, tmp_path: Path) -> Iterator[Served]:
    """The demo served by two processes, with two coaches."""
    add_coach(demo_store, **MAREN)
    add_coach(demo_store, **OTTO)
    with served(demo_store, tmp_path / "log", "--workers", "2", "--host", HOST, "--log") as server:
        yield server


class ByTurns(httpx.BaseTransport):
    """Sends each request to the next of many servers, as a proxy before them does."""

    def __init__(self, servers: Sequence[Served]) -> None:
        self._inner = httpx.HTTPTransport(limits=httpx.Limits(max_keepalive_connections=0))
        self._urls = itertools.cycle(httpx.URL(server.url) for server in servers)

    def handle_request(self, request: httpx.Request) -> httpx.Response:
        url = next(self._urls)
        request.url = request.url.copy_with(host=url.host, port=url.port)
        request.headers["host"] = f"{url.host}:{url.port}"
        return self._inner.handle_request(request)


def ask(*servers: Served) -> httpx.Client:
    """A client that comes by a new connection each time: any of the processes may get it."""
    return httpx.Client(base_url=servers[0].url, timeout=300, transport=ByTurns(servers))


def answers(client: httpx.Client) -> bool:
    try:
        return client.get("/api/mast").status_code == 200
    except httpx.TransportError:
        return False


def children(server: Served) -> set[int]:
    told = Path(f"/proc/{server.process.pid}/task/{server.process.pid}/children").read_text().split()
    # One of them only tracks what the processes share.
    return {int(p) for p in told if b"spawn_main" in _command(p)}


def _command(process: str) -> bytes:
    """What a process was started as; nothing of one that has ended since it was listed."""
    try:
        return Path(f"/proc/{process}/cmdline").read_bytes()
    except (FileNotFoundError, ProcessLookupError):
        return b""


def test_many_processes_are_one_server(academy: Served, tmp_path: Path) -> None:
    are_one_server(academy)
    lines = [json.loads(line) for line in (tmp_path / "log").read_text().splitlines() if line.startswith("{")]
    asked = [line for line in lines if line["event"] == "request"]
    assert {line["coach"] for line in asked} == {None, 1}
    assert not any("Maren" in json.dumps(line) or "maren" in json.dumps(line) for line in asked)
    assert len({line["id"] for line in asked}) == len(asked)


@pytest.fixture
def two_machines(postgresql: Cluster, filled_on_server: str, tmp_path: Path) -> Iterator[tuple[Served, Served]]:
    """The demo on one PostgreSQL, served twice over, as by two machines."""
    name = postgresql.made(like=filled_on_server)
    store = open_store(postgresql.url(name))
    add_coach(store, **MAREN)
    add_coach(store, **OTTO)
    how = ("--host", HOST)
    with served(store, tmp_path / "one", *how) as one, served(store, tmp_path / "other", *how) as other:
        yield one, other
    postgresql.drop(name)


def test_two_machines_on_one_database_are_one_server(two_machines: tuple[Served, Served]) -> None:
    one, other = two_machines
    are_one_server(one, other)
    one.process.kill()
    with ask(other) as client:
        assert client.post("/api/session", json=MAREN).status_code == 200
        # Whichever of them listened to the mast, the other goes on.
        assert client.get("/api/mast").json()["state"] != "off"


def are_one_server(*servers: Served) -> None:
    """Hold that what one process is told all of them know."""
    with ask(*servers) as client:
        assert client.post("/api/session", json=MAREN).status_code == 200
        # Signed in with one, known to all; booked with one, read by all.
        booked = [str(uuid.uuid4()) for _ in range(6)]
        for one in booked:
            assert client.put(f"/api/book/{one}", json=SHOT).status_code == 200
        for _ in range(8):
            rows = client.get("/api/book", params={"player_id": "tove", "limit": 10}).json()["rows"]
            assert {row["id"] for row in rows[:6]} == set(booked)
        # A device is listened to by one process, anyone who asks.
        followed = client.put("/api/mast", json={"on": True, "port": None})
        assert followed.status_code == 200, followed.text
        assert {client.get("/api/mast").json()["state"] for _ in range(8)} != {"off"}
        assert "off" not in {client.get("/api/mast").json()["state"] for _ in range(8)}
        # A file is read by one process, its progress told by all.
        matched = {"columns": {"club": "club", "carry": "carry"}, "clubs": {"7-iron": "7-iron"}, "distance": "m"}
        begun = client.post("/api/imports", json={"player_id": "tove", "text": CSV, "matched": matched})
        assert begun.status_code in (200, 201, 202), begun.text
        address = f"/api/imports/{begun.json()['id']}"
        until(lambda: client.get(address).json()["state"] in ("done", "refused"), "the end of the import")
    with ask(*servers) as stranger:
        # Wrong guesses are counted together: the fourth has to wait, whichever process hears it, and whatever the
        # request itself says of where it comes from.
        guess = {**OTTO, "passphrase": "guess"}
        forged = [{"x-forwarded-for": f"10.0.0.{n}", "x-real-ip": f"10.0.0.{n}"} for n in range(12)]
        told = [stranger.post("/api/session", json=guess, headers=one).status_code for one in forged]
        assert told[:3] == [401] * 3
        assert 429 in told
    with ask(*servers) as client:
        assert client.post("/api/session", json=MAREN).status_code == 200
        seen = {event["address"] for event in client.get("/api/events").json()}
        assert not any(address.startswith("10.") for address in seen), "nobody writes another address into the record"
        # Nobody else is held up by it, and no address that isn't one is a failure.
        assert client.get("/api/imports/%0a").status_code == 422


@pytest.mark.file
def test_where_one_process_dies_another_takes_over(demo_store: Store, tmp_path: Path) -> None:
    with served(demo_store, tmp_path / "log", "--workers", "2") as server, ask(server) as client:
        assert client.get("/api/copies").status_code == 200
        before = children(server)
        assert len(before) == 2
        # One after the other, so that the one that made the copy of the day is among them.
        for process in before:
            os.kill(process, signal.SIGKILL)
            until(lambda gone=process: len(children(server) - {gone}) >= 2, "a new process")
        until(lambda: answers(client), "an answer of a new one")
        assert client.post("/api/copies").status_code in (200, 201)
    # Whichever makes it: one daily copy and the one that was asked for at most.
    assert 1 <= len(list((Path(str(demo_store.place)).parent / "copies").glob("veltrin-*.sqlite3"))) <= 2
