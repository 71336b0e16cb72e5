"""Clients that drive a running server as coaches do: plan, drag, book, list."""

from __future__ import annotations

import gzip
import http.client
import itertools
import json
import random
import re
import statistics
import threading
import time
import uuid
from collections import defaultdict
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

from tests.bench.lies import LIES

PLAYER = "corwin"
FIRST = re.compile(rb'"first_id":"([^"]+)"')
FAST_A_DRAG = 6


@dataclass
class Heard:
    """What all clients met: seconds of each kind of request, and what went wrong."""

    took: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    wrong: list[str] = field(default_factory=list)

    def count(self) -> int:
        """Requests that were answered."""
        return sum(map(len, self.took.values()))

    def told(self, seconds: float) -> dict[str, Any]:
        """Throughput and quantiles (ms) of each kind."""
        found: dict[str, Any] = {"requests_per_s": self.count() / seconds, "errors": len(self.wrong)}
        for kind, took in sorted(self.took.items()):
            cuts = statistics.quantiles(took, n=100) if len(took) > 1 else took * 99
            found[kind] = {
                "per_s": len(took) / seconds,
                **{f"p{p}_ms": 1000 * cuts[p - 1] for p in (50, 95, 99)},
            }
        return found


class Coach:
    """One client with a connection of its own. Every question is a new one."""

    def __init__(self, url: str, number: int, heard: Heard) -> None:
        self._host = urlsplit(url).netloc
        self._heard = heard
        self._random = random.Random(number)
        self._connection = http.client.HTTPConnection(self._host, timeout=120)
        self._acts = itertools.cycle((self.plan, self.drag, self.book, self.browse))

    def _ask(self, kind: str, method: str, path: str, body: Any = None) -> bytes:
        begun = time.perf_counter()
        headers = {"Accept-Encoding": "gzip", "Content-Type": "application/json"}
        try:
            self._connection.request(method, path, None if body is None else json.dumps(body), headers)
            answer = self._connection.getresponse()
            text = answer.read()
        except (OSError, http.client.HTTPException) as error:
            self._heard.wrong.append(f"{method} {path}: {error!r}")
            self._connection.close()
            return b""
        if answer.status >= 400:
            self._heard.wrong.append(f"{method} {path}: {answer.status} {text[:200]!r}")
            return b""
        self._heard.took[kind].append(time.perf_counter() - begun)
        return gzip.decompress(text) if answer.headers.get("content-encoding") == "gzip" else text

    def question(self) -> dict[str, Any]:
        """A shot that nobody has asked for."""
        lie, flag = self._random.choice(list(LIES.values()))
        here = {**lie, "fall_deg": self._random.uniform(-9, 9), "side_deg": self._random.uniform(-6, 6)}
        line = {"flag_m": round(flag * self._random.uniform(0.9, 1.1), 2), "surround": "fringe", "firmness": "firm"}
        return {"player_id": PLAYER, "lie": here, "line": line}

    def plan(self) -> None:
        """A whole plan, by stages as the page asks for it."""
        self.asked = self.question()
        found = FIRST.findall(self._ask("plan", "POST", "/api/plan/stream", self.asked))
        self.call = found[-1].decode() if found else None

    def drag(self) -> None:
        """Fast answers while a hand turns the slope."""
        if self.call is None:
            return
        for k in range(FAST_A_DRAG):
            lie = {**self.asked["lie"], "fall_deg": self.asked["lie"]["fall_deg"] + 0.1 * (k + 1)}
            self._ask("fast", "POST", "/api/plan", {**self.asked, "lie": lie, "only": [self.call]})

    def book(self) -> None:
        """The shot that was planned, and a measured one."""
        if self.call is not None:
            shot = {"player_id": PLAYER, "request": self.asked, "call_id": self.call, "past_m": 1.0, "side_m": -0.5}
            self._ask("book", "PUT", f"/api/book/{uuid.uuid4()}", shot)
        stock = {"player_id": PLAYER, "purpose": "stock", "club_id": "7-iron", "carry_m": 138}
        self._ask("book, measured", "PUT", f"/api/book/{uuid.uuid4()}", stock)

    def browse(self) -> None:
        """What a coach looks at between shots."""
        self._ask("list", "GET", f"/api/book?player_id={PLAYER}")
        self._ask("players", "GET", "/api/players")

    def look_around(self) -> None:
        """All the rest that is asked in a long day."""
        for path in (
            f"/api/book/summary?player_id={PLAYER}", f"/api/players/{PLAYER}/learnt", "/api/shots", "/api/lessons",
            "/api/search?words=tov", f"/api/practices?player_id={PLAYER}", "/api/eye", "/api/days", "/api/settings",
        ):  # fmt: skip
            self._ask("other", "GET", path)

    def act(self) -> None:
        """The next thing a coach does."""
        next(self._acts)()


def drive(url: str, clients: int, until: Callable[[Heard], bool], act: Callable[[Coach], None]) -> tuple[Heard, float]:
    """Let clients act side by side until it is enough; what they met, and how long it took (s)."""
    heard = Heard()

    def go(number: int) -> None:
        coach = Coach(url, number, heard)
        coach.plan()
        while not until(heard):
            act(coach)

    begun = time.perf_counter()
    threads = [threading.Thread(target=go, args=(number,)) for number in range(clients)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return heard, time.perf_counter() - begun


def processes_of(root: int) -> list[int]:
    """A process and all it has begun."""
    found = [root]
    for one in found:
        for task in Path(f"/proc/{one}/task").glob("*/children"):
            found += [int(p) for p in task.read_text().split()]
    return found


def memory_mb(root: int) -> float:
    """What a process and all it has begun hold (MB), what they share counted once."""
    held = 0
    for one in processes_of(root):
        told = Path(f"/proc/{one}/smaps_rollup").read_text()
        held += int(re.search(r"^Pss:\s+(\d+)", told, re.MULTILINE)[1])  # type: ignore[index]
    return held / 1024
