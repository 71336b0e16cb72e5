"""A book of fifty thousand shots: list, filter, charts, learning."""

from __future__ import annotations

import statistics
import tempfile
import time
import uuid
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path

import numpy as np
from fastapi.testclient import TestClient

from tests.bench.clock import clock
from tests.bench.practice import bench_practice
from veltrin.api.app import create_app
from veltrin.demo import fill
from veltrin.service.house.store import Store, open_store
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.store.repositories import book
from veltrin.store.repositories.book import Which

SHOTS = 50_000
WHO = {"player_id": "corwin"}


def fill_book(store: Store) -> None:
    """The demo's shots over and over, an hour apart."""
    rng = np.random.default_rng(1)
    with store.session() as session:
        shots = [b for who in ("tove", "corwin") for b in book.every(session, Which(who))]
        known = [book.columns_of(shot) for shot in shots]
        fresh = []
        for i in range(SHOTS):
            own = {
                "id": str(uuid.UUID(bytes=rng.bytes(16), version=4)),
                "player_id": "corwin",
                "booked_at": datetime(2020, 1, 1, tzinfo=UTC) + timedelta(hours=i),
            }
            fresh.append({**known[i % len(known)], **own})
        book.add_many(session, fresh)


def import_ten_thousand(client: TestClient) -> float:
    """Seconds from handing over the file to the last shot stored."""
    rng = np.random.default_rng(2)
    rows = (f"7-iron,{rng.normal(138, 4):.3f},{rng.normal(0, 5):.2f},{rng.normal(46, 1):.3f}" for _ in range(10_000))
    text = "club,carry,side,ball speed\n" + "\n".join(rows)
    start = time.perf_counter()
    seen = client.post("/api/imports/preview", json={"player_id": "brisa", "text": text}).json()
    body = {"player_id": "brisa", "text": text, "matched": seen["matched"]}
    job = client.post("/api/imports", json=body).json()
    while job["state"] == "reading":
        time.sleep(0.01)
        job = client.get(f"/api/imports/{job['id']}").json()
    assert job["stored"] == 10_000
    return time.perf_counter() - start


def bench_book() -> dict[str, float]:
    """Median milliseconds of what the field book asks for, beside an empty request of the same run."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "bench.sqlite3")
        fill(store)
        fill_book(store)
        player = find_stored(store, "corwin")
        with TestClient(create_app(store, Path(folder)), base_url="http://127.0.0.1") as client:

            def asked(path: str, **query: str) -> Callable[[], object]:
                return lambda: client.get(path, params={**WHO, **query})

            def after_one_more() -> None:
                body = {**WHO, "purpose": "stock", "club_id": "7-iron", "carry_m": 140}
                assert client.put(f"/api/book/{uuid.uuid4()}", json=body).status_code == 200

            def update() -> float:
                after_one_more()
                return clock(lambda: habits_of(store, player), 1)[0]

            first = clock(lambda: habits_of(store, player), 1)[0]
            found = {
                "list": clock(asked("/api/book"), 9),
                "list, last page": clock(asked("/api/book", offset="40000"), 9),
                "list, one lie": clock(asked("/api/book", cover="rough"), 9),
                "charts": clock(asked("/api/book/summary"), 9),
                "charts, one lie": clock(asked("/api/book/summary", cover="rough"), 9),
                "stock carries": clock(lambda: client.get("/api/players/corwin/stock"), 9),
                "learning after one more": [update() for _ in range(9)],
                "import of 10,000 shots": [import_ten_thousand(client)],
                **bench_practice(store, client),
                "empty request": clock(lambda: client.get("/api/health"), 30),
            }
        store.close()
    told = {f"{name}, ms": 1000 * statistics.median(times) for name, times in found.items()}
    return {**told, "learning from nothing, ms": 1000 * first}
