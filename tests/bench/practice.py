"""Practice beside a book of fifty thousand shots: a session built, progress, scenes drawn and scored, each new."""

from __future__ import annotations

import itertools
import uuid

from fastapi.testclient import TestClient

from tests.bench.clock import clock
from veltrin.core.eye import EYE_KINDS, asked_of, key_named, question_for, scene_of
from veltrin.core.plan import READINGS
from veltrin.service.eye.eye import show_scene
from veltrin.service.house.store import Store
from veltrin.service.players.players import find_stored

WHO = {"player_id": "corwin"}
TIMES = 9


def bench_practice(store: Store, client: TestClient) -> dict[str, list[float]]:
    """Seconds of each."""
    player = find_stored(store, WHO["player_id"]).player
    names = (f"{seed}.{1 + seed % 4}.{EYE_KINDS[seed % 7]}" for seed in itertools.count(1))

    def read_of(name: str) -> dict[str, float]:
        """The distance is misread: what was read is another question than the truth."""
        question = question_for(scene_of(key_named(name)), player)
        read: dict[str, float] = {}
        for kind in asked_of(question):
            reading = READINGS[kind]
            read[kind] = (-1.0 if kind == "cross" else 1.0) * reading.get(question) / reading.quantity.scale
        return {**read, "flag": 0.93 * read["flag"]}

    def build() -> None:
        assert client.post("/api/practice", json={**WHO, "minutes": 60}).status_code == 200

    def look(name: str) -> None:
        assert client.get(f"/api/scenes/{name}", params=WHO).status_code == 200

    def offer(name: str) -> None:
        assert client.post(f"/api/scenes/{name}/calls", json={**WHO, "read": read_of(name)}).status_code == 200

    def score(name: str) -> None:
        body = {**WHO, "read": read_of(name), "id": str(uuid.uuid4())}
        assert client.post(f"/api/scenes/{name}", json=body).status_code == 200

    def after(name: str) -> float:
        """As on the page: looked at, calls offered, then struck."""
        look(name)
        offer(name)
        return clock(lambda: score(name), 1)[0]

    return {
        "session built, first time": clock(build, 1),
        "session built": clock(build, TIMES),
        "progress": clock(lambda: client.get("/api/progress", params=WHO), TIMES),
        "calls for what was read, new": clock(lambda: offer(next(names)), TIMES),
        "scored scene, looked at before": [after(next(names)) for _ in range(TIMES)],
        "scored scene, out of the blue": clock(lambda: score(next(names)), TIMES),
        "scene, four views, new": clock(lambda: show_scene(store, next(names), WHO["player_id"]), TIMES),
    }
