"""Speed, measured as ratios in the same run. Prints a table and saves results.json beside this file. Asserts nothing.

make bench
"""

from __future__ import annotations

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
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
from fastapi.testclient import TestClient
from scipy.integrate import solve_ivp

from tests.questions import plan_request
from veltrin.api.app import create_app
from veltrin.core.air import Air
from veltrin.core.constants import BALL_AREA_M2, BALL_MASS_KG, BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.flight import drag_coefficient, fly, lift_coefficient
from veltrin.demo import fill
from veltrin.service.store import open_store

HERE = Path(__file__).parent
AIR = Air()


def clock(call: Callable[[], Any], times: int) -> list[float]:
    """Seconds of each call."""
    took = []
    for _ in range(times):
        start = time.perf_counter()
        call()
        took.append(time.perf_counter() - start)
    return took


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
            k * speed * (-drag_coefficient(reynolds, ratio) * v + lift_coefficient(reynolds, ratio) * np.cross(axis, v))
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
    """A player whose bag holds fourteen clubs to swing."""
    body = client.get("/api/players/brisa").json()
    body.pop("id")
    lob = {**body["clubs"][-1], "id": "60", "name": "Lob wedge 60", "loft_deg": 60, "bounce_deg": 6}
    body["clubs"].append({**lob, "stock_carry_m": round(lob["stock_carry_m"] * 0.94, 1)})
    assert len(body["clubs"]) == 14
    return body


def bench_plan() -> dict[str, float]:
    """POST /api/plan warm: whole plans, and the fast answer while dragging, each with a new slope."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "bench.sqlite3")
        fill(store)
        with TestClient(create_app(store, Path(folder))) as client:
            player = fourteen_clubs(client)
            falls = iter(np.linspace(3.0, 9.0, 400))

            def ask(**more: Any) -> dict[str, Any]:
                lie = {"fall_deg": float(next(falls)), "side_deg": -3}
                asked = plan_request(player_id=None, player=player, lie=lie, **more)
                return client.post("/api/plan", json=asked).json()

            body = ask()
            drawn = [body["first_id"], body["second_id"]]
            whole, fast = clock(ask, 40), clock(lambda: ask(only=drawn), 60)
            health = clock(lambda: client.get("/api/health"), 60)
        store.close()
    empty = statistics.median(health)
    return {
        "plan_median_ms": 1000 * statistics.median(whole),
        "plan_p95_ms": 1000 * statistics.quantiles(whole, n=20)[-1],
        "fast_median_ms": 1000 * statistics.median(fast),
        "fast_p95_ms": 1000 * statistics.quantiles(fast, n=20)[-1],
        "plan_over_empty_request": statistics.median(whole) / empty,
        "fast_over_whole": statistics.median(fast) / statistics.median(whole),
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


def main() -> None:
    """Run all, print, save."""
    results: dict[str, Any] = {
        "machine": f"{os.cpu_count()} cores, {platform.machine()}, Python {platform.python_version()}",
        "flight": bench_flight(),
        "plan": bench_plan(),
        "start": bench_start(),
    }
    for group, numbers in results.items():
        if isinstance(numbers, dict):
            for name, value in numbers.items():
                print(f"{group:8} {name:28} {value:12.4g}")
    (HERE / "results.json").write_text(json.dumps(results, indent=2) + "\n")


if __name__ == "__main__":
    main()
