"""Floods beside a coach who books: of sign-ins, of pictures that unpack to much, of long and of slow bodies.

What is told: how long the coach waits for a booking (p95), and how much memory all processes of the server took.
Everything goes to a server that is started here, on an address of this machine's own.
"""

from __future__ import annotations

import http.client
import json
import os
import socket
import statistics
import tempfile
import threading
import time
import uuid
import zlib
from collections.abc import Callable
from pathlib import Path
from struct import pack
from urllib.parse import urlsplit

import httpx

from tests.many import Served, served
from tests.signing import MAREN, OTTO
from veltrin.demo import put_demo
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.house.store import DATABASE, open_store

HOST = "127.0.0.2"
SHOT = {"player_id": "tove", "purpose": "stock", "club_id": "7-iron", "carry_m": 88}
LASTS_S = 12.0
SIGN_INS, BOMBS = 60, 8


def bomb() -> bytes:
    """A PNG of 622 kB that claims 80 million pixels of 16 bits."""

    def chunk(kind: bytes, body: bytes) -> bytes:
        return pack(">I", len(body)) + kind + body + pack(">I", zlib.crc32(kind + body))

    side = 8944
    rows = zlib.compress(b"\0" * (side * 2 + 1) * side, 1)
    head = pack(">IIBBBBB", side, side, 16, 0, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", rows) + chunk(b"IEND", b"")


def _memory_mb(pid: int) -> float:
    """Of a process and all its children."""
    total, waiting = 0.0, [pid]
    while waiting:
        one = waiting.pop()
        try:
            lines = Path(f"/proc/{one}/smaps_rollup").read_text().splitlines()
            children = Path(f"/proc/{one}/task/{one}/children").read_text().split()
        except OSError:
            continue
        total += sum(float(line.split()[1]) / 1024.0 for line in lines if line.startswith("Pss:"))
        waiting += [int(child) for child in children]
    return total


def guesses(server: Served, _cookie: str) -> None:
    """Sixty guesses at once, each of another connection."""

    def guess() -> None:
        body = {**OTTO, "passphrase": f"guess {uuid.uuid4()}"}
        # Not by httpx: what it makes ready for each connection keeps the machine busier than the guess.
        found = urlsplit(server.url)
        connection = http.client.HTTPConnection(str(found.hostname), found.port, timeout=120)
        forged = {"x-forwarded-for": f"10.1.1.{os.urandom(1)[0]}"}
        headers = {**forged, "Content-Type": "application/json"}
        connection.request("POST", "/api/session", json.dumps(body), headers)
        connection.getresponse().read()
        connection.close()

    threads = [threading.Thread(target=guess) for _ in range(SIGN_INS)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


def bombs(server: Served, cookie: str) -> None:
    """Eight pictures at once."""
    body = bomb()

    def put() -> None:
        httpx.put(
            f"{server.url}/api/photographs/{uuid.uuid4()}", params={"player_id": "tove"}, content=body, timeout=120,
            headers={"content-type": "application/octet-stream", "cookie": cookie},
        )  # fmt: skip

    threads = [threading.Thread(target=put) for _ in range(BOMBS)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


def long_bodies(server: Served, cookie: str) -> None:
    """A book file of thirty million empty lists."""
    body = b"[" + b"[]," * 29_000_000 + b"[]]"
    httpx.post(f"{server.url}/api/export/read", content=body, headers={"cookie": cookie}, timeout=120)


def slow_bodies(server: Served, cookie: str) -> None:
    """Forty that send a byte a second."""
    found = urlsplit(server.url)
    address = str(found.hostname), int(found.port or 0)
    opened = [socket.create_connection(address) for _ in range(40)]
    head = f"POST /api/players HTTP/1.1\r\nHost: {HOST}\r\nCookie: {cookie}\r\nContent-Length: 900000\r\n\r\n"
    for one in opened:
        one.sendall(head.encode())
    for _ in range(5):
        time.sleep(1.0)
        for one in opened:
            try:
                one.sendall(b" ")
            except OSError:
                continue
    for one in opened:
        one.close()


FLOODS: tuple[Callable[[Served, str], None], ...] = (guesses, bombs, long_bodies, slow_bodies)


def beside(server: Served, flood: Callable[[Served, str], None], cookie: str) -> tuple[float, float, int]:
    """While a flood goes on: p95 of booking (s), the most memory (MB), and how often it was tried."""
    over, took, most = threading.Event(), [], 0.0

    def go_on() -> None:
        end = time.monotonic() + LASTS_S
        while time.monotonic() < end:
            flood(server, cookie)
        over.set()

    flooding = threading.Thread(target=go_on)
    flooding.start()
    with httpx.Client(base_url=server.url, headers={"cookie": cookie}, timeout=120) as coach:
        while not over.is_set():
            began = time.monotonic()
            answer = coach.put(f"/api/book/{uuid.uuid4()}", json=SHOT)
            assert answer.status_code == 200, answer.text
            took.append(time.monotonic() - began)
            most = max(most, _memory_mb(server.process.pid))
    flooding.join()
    return statistics.quantiles(took, n=20)[-1] if len(took) > 1 else took[0], most, len(took)


def main() -> None:
    """Every flood once."""
    with tempfile.TemporaryDirectory(prefix="veltrin-flood-") as folder:
        path = Path(folder) / DATABASE
        put_demo(path)
        store = open_store(path)
        add_coach(store, **MAREN)
        add_coach(store, **OTTO)
        with served(store, Path(folder) / "log", "--host", HOST) as server:
            answer = httpx.post(f"{server.url}/api/session", json=MAREN, timeout=120)
            cookie = answer.headers["set-cookie"].split(";")[0]
            for flood in FLOODS:
                p95_s, most_mb, count = beside(server, flood, cookie)
                print(
                    f"{flood.__name__}: booking p95 {1000 * p95_s:.0f} ms of {count}, most memory {most_mb:.0f} MB",
                    flush=True,
                )
        assert "Traceback" not in (Path(folder) / "log").read_text()


if __name__ == "__main__":
    main()
