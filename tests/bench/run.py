"""Speed, measured as ratios in the same run. Prints a table and saves results.json beside this file. Asserts nothing.

make bench
"""

from __future__ import annotations

import itertools
import json
import math
import os
import platform
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient
from scipy.integrate import solve_ivp

from tests.bench.book import bench_book
from tests.bench.cards import bench_cards
from tests.bench.clock import clock
from tests.bench.dragging import measure
from tests.bench.lies import LIES
from tests.conftest import Running
from tests.questions import STORED_ONLY, plan_request
from veltrin.api.app import create_app
from veltrin.core.air import Air
from veltrin.core.constants import BALL_AREA_M2, BALL_MASS_KG, BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.course import line_from
from veltrin.core.flight import FLIGHT, drag_coefficient, fly, lift_coefficient
from veltrin.demo import fill, nine_holes
from veltrin.exchange.course_geojson import read_course
from veltrin.service.house.store import open_store

HERE = Path(__file__).parent
AIR = Air()


def launches(n: int) -> tuple[np.ndarray, np.ndarray]:
    """Real shots from chips to drives."""
    rng = np.random.default_rng(7)
    speed = rng.uniform(8, 74, n)
    up = np.radians(np.interp(speed, [8, 74], [40, 11]) * rng.uniform(0.7, 1.2, n))
    spin = np.interp(speed, [8, 74], [4000, 2700]) * rng.uniform(0.6, 1.8, n) * 2 * math.pi / 60
    velocity = np.stack([speed * np.cos(up), 0 * up, speed * np.sin(up)], axis=1)
    return velocity, np.stack([0 * spin, -spin, 0 * spin], axis=1)


def reference(velocity: np.ndarray, spin: np.ndarray, rtol: float) -> float:
    """Carry by solve_ivp (RK45), the usual way to write this."""
    rho, mu = AIR.density, AIR.viscosity
    rate = float(np.linalg.norm(spin))
    axis = spin / rate
    k = 0.5 * rho * BALL_AREA_M2 / BALL_MASS_KG

    def rhs(_t: float, s: np.ndarray) -> np.ndarray:
        v = s[3:6]
        speed = math.sqrt(v @ v)
        ratio, reynolds = BALL_RADIUS_M * s[6] / speed, rho * speed * 2 * BALL_RADIUS_M / mu
        force = (
            k
            * speed
            * (
                -drag_coefficient(reynolds, ratio, FLIGHT) * v
                + lift_coefficient(reynolds, ratio, FLIGHT) * np.cross(axis, v)
            )
        )
        force[2] -= GRAVITY_M_S2
        return np.concatenate([v, force, [-2e-5 * s[6] * speed / BALL_RADIUS_M]])

    def ground(t: float, s: np.ndarray) -> float:
        return s[2] if t > 1e-6 else 1.0

    ground.terminal, ground.direction = True, -1  # type: ignore[attr-defined]
    start = np.concatenate([np.zeros(3), velocity, [rate]])
    return float(solve_ivp(rhs, (0, 20), start, events=ground, rtol=rtol, atol=rtol).y_events[0][0][0])


def bench_flight() -> dict[str, float]:
    """Batched flight against a solve_ivp loop of the same accuracy."""
    velocity, spin = launches(40_000)
    sample = range(40)
    truth = [reference(velocity[i], spin[i], 1e-10) for i in sample]
    # The loosest tolerance at which solve_ivp keeps the carry within 0.05 m: the fairest opponent.
    rtol = next(
        r
        for r in (1e-3, 3e-4, 1e-4, 3e-5, 1e-5, 1e-6)
        if max(abs(reference(velocity[i], spin[i], r) - truth[i]) for i in sample) < 0.05
    )
    loop = clock(lambda: [reference(velocity[i], spin[i], rtol) for i in sample], 3)
    fly(velocity[:200], spin[:200], AIR)
    batch = clock(lambda: fly(velocity, spin, AIR, workers=2), 5)
    ours = fly(velocity[:40], spin[:40], AIR).landing[:, 0]
    per_loop, per_batch = statistics.median(loop) / len(sample), statistics.median(batch) / len(velocity)
    return {
        "solve_ivp_rtol": rtol,
        "carry_error_max_m": float(np.max(np.abs(ours - truth))),
        "flights_per_s": 1 / per_batch,
        "solve_ivp_flights_per_s": 1 / per_loop,
        "ratio_to_solve_ivp": per_loop / per_batch,
    }


def fourteen_clubs(client: TestClient) -> dict[str, Any]:
    """A player with a full bag."""
    body = client.get("/api/players/brisa").json()
    for stored_only in STORED_ONLY:
        body.pop(stored_only)
    assert len(body["clubs"]) == 14
    return body


WIND = {"speed_m_s": 6.0, "from_deg": 40.0}

KINDS = ("sand", "water", "trees", "out", "semi", "rough", "bank", "path", "heather", "deep")


def ten_areas(flag: float) -> list[dict[str, Any]]:
    """Ten areas around a line: on the way, beside it, behind the green."""
    made = []
    for i, kind in enumerate(KINDS):
        x, y = flag * (0.3 + 0.09 * i), (-1) ** i * (3.0 + 1.5 * i)
        corners = [
            (x + 4 * math.cos(a), y + 2.5 * math.sin(a)) for a in np.linspace(0, 2 * math.pi, 12, endpoint=False)
        ]
        made.append({"kind": kind, "points": [{"x_m": round(u, 2), "y_m": round(v, 2)} for u, v in corners]})
    return made


def bench_plan() -> dict[str, float]:
    """POST /api/plan warm: whole plans and fast answers, over lies of every kind, each time a new slope.

    Each lie once with a bare line and once with ten areas drawn.
    """
    whole: dict[str, list[float]] = {}
    windy: list[float] = []
    still: list[float] = []
    fast: dict[str, list[float]] = {}
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "bench.sqlite3")
        fill(store)
        with TestClient(create_app(store, Path(folder)), base_url="http://127.0.0.1") as client:
            player = fourteen_clubs(client)
            falls = iter(np.linspace(3.0, 9.0, 1000))
            for (name, (lie, flag)), drawn_too in itertools.product(LIES.items(), (False, True)):
                name += ", ten areas" if drawn_too else ""
                areas = ten_areas(flag) if drawn_too else []

                def ask(
                    lie: dict[str, Any] = lie, flag: float = flag, areas: list[Any] = areas, **more: Any
                ) -> dict[str, Any]:
                    line = {"flag_m": flag, "surround": "fringe", "firmness": "firm", "areas": areas}
                    here = {**lie, "fall_deg": float(next(falls)), "side_deg": -3}
                    asked = plan_request(player_id=None, player=player, lie=here, line=line, **more)
                    return client.post("/api/plan", json=asked).json()

                body = ask()
                drawn = [i for i in (body["first_id"], body["second_id"]) if i]
                whole[name] = clock(ask, 8)
                if not drawn_too:
                    # Turn about, so that whatever else the machine does weighs on both alike.
                    for _ in range(6):
                        still += clock(ask, 1)
                        windy += clock(lambda ask=ask: ask(wind=WIND), 1)
                fast[name] = clock(lambda ask=ask, drawn=drawn: ask(only=drawn), 12)
            health = clock(lambda: client.get("/api/health"), 60)
        store.close()
    empty = statistics.median(health)
    all_whole = [t for times in whole.values() for t in times]
    with_areas = [t for name, times in whole.items() if "areas" in name for t in times]
    all_fast = [t for times in fast.values() for t in times]
    return {
        "plan_median_ms": 1000 * statistics.median(all_whole),
        "plan_p95_ms": 1000 * statistics.quantiles(all_whole, n=20)[-1],
        "plan_ten_areas_median_ms": 1000 * statistics.median(with_areas),
        "plan_windy_median_ms": 1000 * statistics.median(windy),
        "windy_over_calm": statistics.median(w / c for w, c in zip(windy, still, strict=True)),
        "fast_median_ms": 1000 * statistics.median(all_fast),
        "fast_p95_ms": 1000 * statistics.quantiles(all_fast, n=20)[-1],
        "plan_over_empty_request": statistics.median(all_whole) / empty,
        "fast_over_whole": statistics.median(all_fast) / statistics.median(all_whole),
        **{f"plan_ms, {name}": 1000 * statistics.median(times) for name, times in whole.items()},
    }


def bench_start() -> dict[str, float]:
    """From `veltrin demo` telling its address to the first plan answered, and from the start of the process."""
    begun = time.perf_counter()
    process = subprocess.Popen(
        [sys.executable, "-m", "veltrin", "demo", "--port", "0"],
        stdout=subprocess.PIPE, text=True, env={**os.environ, "PYTHONUNBUFFERED": "1"},
    )  # fmt: skip
    assert process.stdout is not None
    process.stdout.readline()
    url = process.stdout.readline().split()[3]
    told = time.perf_counter()
    request = urllib.request.Request(
        f"{url}/api/plan", json.dumps(plan_request()).encode(), {"content-type": "application/json"}
    )
    with urllib.request.urlopen(request, timeout=60) as answer:
        assert json.load(answer)["calls"]
    answered = time.perf_counter()
    process.terminate()
    process.wait(20)
    return {"address_told_s": told - begun, "first_plan_after_address_s": answered - told}


def bench_course() -> dict[str, float]:
    """A line off a map of some eight hundred features, and reading them."""
    text = nine_holes.FILE.read_text()
    document = json.loads(text)
    spread = [
        {**one, "geometry": json.loads(json.dumps(one["geometry"]))} for k in range(7) for one in document["features"]
    ]
    for k, one in enumerate(spread):
        _moved(one["geometry"]["coordinates"], 0.002 * (k // len(document["features"])))
    whole = json.dumps({**document, "features": spread})
    begun = time.perf_counter()
    course = read_course(whole).course
    took = time.perf_counter() - begun
    hole = course.holes[0]
    assert hole.flag is not None
    ball, flag = hole.way[1], hole.flag
    line_from(course, ball, flag)
    line = statistics.median(clock(lambda: line_from(course, ball, flag), 50))
    return {"features": len(spread), "read_ms": 1000 * took, "line_ms": 1000 * line}


def _moved(coordinates: list[Any], by: float) -> None:
    """Move places to the east by so many degrees, in place."""
    if coordinates and isinstance(coordinates[0], int | float):
        coordinates[0] += by
        return
    for inner in coordinates:
        _moved(inner, by)


def bench_dragging() -> dict[str, float]:
    """What a hand sees in the browser; the demo's own server beside it on the same machine."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "bench.sqlite3")
        fill(store)
        with Running(store) as server:
            return measure(server.url)


def main() -> None:
    """Run all, print, save."""
    results: dict[str, Any] = {
        "machine": f"{os.cpu_count()} cores, {platform.machine()}, Python {platform.python_version()}",
        "flight": bench_flight(),
        "plan": bench_plan(),
        "cards": bench_cards(),
        "book": bench_book(),
        "start": bench_start(),
        "course": bench_course(),
        "dragging": bench_dragging(),
    }
    for group, numbers in results.items():
        if isinstance(numbers, dict):
            for name, value in numbers.items():
                print(f"{group:8} {name:28} {value:12.4g}")
    (HERE / "results.json").write_text(json.dumps(results, indent=2) + "\n")


if __name__ == "__main__":
    main()
