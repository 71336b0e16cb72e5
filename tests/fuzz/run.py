"""Ask everything anything: no server error, nothing slow, nothing that isn't a number, shares and ledgers that sum.

make fuzz  (python -m tests.fuzz.run REQUESTS SEED)
"""

from __future__ import annotations

import json
import multiprocessing
import random
import resource
import sys
import tempfile
import time
from collections import Counter
from dataclasses import dataclass, field
from functools import partial
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from tests.fuzz.made import Maker, Schema
from tests.postgres import cluster
from veltrin.api.app import create_app, describe
from veltrin.demo import fill
from veltrin.demo.lesson import made_photograph
from veltrin.service.house.store import open_store

SLOW_S = 3.0
"""Of work of its own: who else is on the machine is not the answer's fault."""
FROZEN_S = 20.0
"""From asking to answer, whatever else goes on."""
AFTER_READ = ("/api/players", "/api/lines", "/api/days", "/api/shots", "/api/export", "/api/settings")
"""What must still answer after a book file was read."""
SPOILT = 0.6
LEFT_OUT = {
    *(("/api/who", "post"), ("/api/copies", "post"), ("/api/plan/stream", "post")),
    *(("/api/cards", "post"), ("/api/cards/stream", "post")),
}
"""Plans for every player there is; copies of the disk; a stream of what /plan answers; a hundred plans at once."""

JSON = "application/json"


@dataclass
class Found:
    """What a run has seen."""

    asked: int = 0
    by_status: Counter[int] = field(default_factory=Counter)
    slowest_s: float = 0.0
    slowest: str = ""
    memory_mb: float = 0.0
    wrong: list[str] = field(default_factory=list)

    def add(self, other: Found) -> None:
        """Count another run in."""
        self.asked += other.asked
        self.by_status += other.by_status
        self.wrong += other.wrong
        if other.slowest_s > self.slowest_s:
            self.slowest_s, self.slowest = other.slowest_s, other.slowest
        self.memory_mb = max(self.memory_mb, other.memory_mb)


def _numbers_are_finite(text: str) -> bool:
    found: list[str] = []
    json.loads(text, parse_constant=found.append)
    return not found


def _sums(body: Any) -> str | None:
    """What doesn't sum in a plan; None where all does."""
    for call in body.get("calls", ()) if isinstance(body, dict) else ():
        spread, detail = call.get("spread"), call.get("detail")
        if spread and abs(sum(s["pct"] for s in spread["shares"]) - 100.0) > 0.051 * max(len(spread["shares"]), 2):
            return f"shares of {call['id']}"
        for name, rows in (detail or {}).get("ledgers", {}).items():
            told = 0.0
            for row in rows:
                if row["total"] and abs(row["value"] - told) > 1e-6 * max(abs(told), 1.0):
                    return f"the {name} ledger of {call['id']}: {row['value']} for {told}"
                told = told if row["total"] else told + row["value"]
    return None


class Fuzz:
    """A server of its own, and what has been asked of it."""

    def __init__(self, seed: int, place: Path | str | None = None) -> None:
        self.folder = tempfile.TemporaryDirectory(prefix="veltrin-fuzz-")
        store = open_store(place or Path(self.folder.name) / "fuzz.sqlite3")
        fill(store)
        self.client = TestClient(
            create_app(store, Path(self.folder.name)), base_url="http://127.0.0.1", raise_server_exceptions=False
        )
        described: dict[str, Any] = describe()
        self.maker = Maker(described["components"]["schemas"], seed)
        self.r = random.Random(seed)
        self.routes = [
            (path, method, one)
            for path, methods in described["paths"].items()
            for method, one in methods.items()
            if (path, method) not in LEFT_OUT
        ]
        self.known = {"player_id": ["tove", "corwin", "ansgar", "brisa"], "table": ["players", "bookings"]}
        self.found = Found()

    def close(self) -> None:
        """Let go of the server."""
        self.client.close()
        self.folder.cleanup()

    def _value(self, name: str, schema: Schema) -> Any:
        if name in self.known and self.r.random() < 0.8:
            return self.r.choice(self.known[name])
        return self.maker.make(schema)

    def _content(self, one: dict[str, Any]) -> tuple[bytes, str]:
        """What is sent, and what it says it is."""
        kind, told = next(iter(one["requestBody"]["content"].items()))
        if kind != JSON:
            # A photograph: whole, cut off, or anything.
            whole = made_photograph(width=120, height=90)
            cut = whole[: self.r.randrange(1, len(whole))]
            return self.r.choice((whole, cut, self.r.randbytes(self.r.randrange(1, 2000)))), kind
        content = json.dumps(self._body(told["schema"])).encode()
        if self.r.random() < 0.03:
            content = content[: self.r.randrange(len(content) + 1)] + bytes([self.r.randrange(256)])
        return content, kind

    def _body(self, schema: Schema) -> Any:
        made = self.maker.make(schema)
        if isinstance(made, dict) and "player_id" in made:
            made["player_id"] = self._value("player_id", {"type": "string"})
            if isinstance(made.get("request"), dict):
                made["request"]["player_id"] = made["player_id"]
        for _ in range(self.r.randrange(1, 4) if self.r.random() < SPOILT else 0):
            made = self.maker.spoil(made)
        return made

    def ask(self) -> None:
        """Ask one thing."""
        path, method, one = self.r.choice(self.routes)
        query: dict[str, Any] = {}
        url = path
        for p in one.get("parameters", ()):
            value = self._value(p["name"], p["schema"])
            if self.r.random() < 0.1:
                value = self.maker.spoil(value)
            if p["in"] == "path":
                told = str(value).encode("utf-8", "replace").decode()
                url = url.replace("{" + p["name"] + "}", "".join(f"%{b:02X}" for b in told.encode()) or "%20")
            elif value is not None:
                query[p["name"]] = str(value).encode("utf-8", "replace").decode()
        content, kind = self._content(one) if "requestBody" in one else (None, JSON)
        self._send(method, url, query, content, kind)

    def _send(self, method: str, url: str, query: dict[str, Any], content: bytes | None, kind: str) -> None:
        began, worked = time.perf_counter(), time.process_time()
        answer = self.client.request(method.upper(), url, params=query, content=content, headers={"content-type": kind})
        took, waited = time.process_time() - worked, time.perf_counter() - began
        what = f"{method.upper()} {url} {query} {(content or b'')[:1500]!r}"
        found = self.found
        found.asked += 1
        found.by_status[answer.status_code] += 1
        if took > found.slowest_s:
            found.slowest_s, found.slowest = took, what[:300]
        if answer.status_code >= 500:
            found.wrong.append(f"{answer.status_code}: {what}")
        elif took > SLOW_S or waited > FROZEN_S:
            found.wrong.append(f"{took:.1f} s of work, {waited:.1f} s: {what}")
        if not answer.headers.get("content-type", "").startswith(JSON):
            return
        if answer.status_code == 204:
            return
        if not _numbers_are_finite(answer.text):
            found.wrong.append(f"not a number: {what}")
        if answer.status_code == 200 and url.startswith("/api/plan"):
            missed = _sums(answer.json())
            if missed:
                found.wrong.append(f"{missed}: {what}")
        if answer.status_code == 200 and url == "/api/export/read":
            self._still_answers(what)

    def _still_answers(self, what: str) -> None:
        for page in AFTER_READ:
            if self.client.get(page).status_code != 200:
                self.found.wrong.append(f"{page} after {what}")
        for player in self.client.get("/api/players").json()[-3:]:
            name = player["id"]
            for page in (
                f"/api/book?player_id={name}",
                f"/api/book/summary?player_id={name}",
                f"/api/players/{name}/learnt",
            ):
                if self.client.get(page).status_code != 200:
                    self.found.wrong.append(f"{page} after {what}")


def run(count: int, seed: int) -> Found:
    """Ask so many things of one server: every other one keeps its record on PostgreSQL."""
    if seed % 2:
        with cluster() as server:
            return _asked(Fuzz(seed, server.url(server.made())), count)
    return _asked(Fuzz(seed), count)


def _asked(fuzz: Fuzz, count: int) -> Found:
    try:
        for _ in range(count):
            fuzz.ask()
    finally:
        fuzz.close()
    fuzz.found.memory_mb = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024.0
    return fuzz.found


PART = 500


def main(count: int, seed: int) -> int:
    """Ask `count` things in parts, each of a server of its own; print what was found."""
    total = Found()
    began = time.monotonic()
    # Not the executor of concurrent.futures: told to renew its workers it stops for ever (CPython 3.11, issue 115634).
    with multiprocessing.get_context("spawn").Pool(2, maxtasksperchild=8) as pool:
        for part in pool.imap_unordered(partial(run, PART), range(seed, seed + count // PART)):
            total.add(part)
            if part.wrong:
                print(*part.wrong[:5], sep="\n", flush=True)
    print(f"{total.asked} requests in {time.monotonic() - began:.0f} s: {dict(total.by_status)}")
    print(f"slowest {total.slowest_s:.2f} s: {total.slowest}")
    print(f"most memory {total.memory_mb:.0f} MB; wrong: {len(total.wrong)}")
    return 1 if total.wrong else 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 100_000, int(sys.argv[2]) if len(sys.argv) > 2 else 1))
