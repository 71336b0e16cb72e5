"""Fit the drag and lift law of core/flight/aero.py to the published averages; prints DRAG and LIFT.

Every third row has no part in it. Besides the rows: what winds the same at all heights cost (common practice: a mid
iron a fifth at 20 mph against, a driver an eighth, half of that from behind), and 6.5 % more carry in air 15 % thinner.

python tools/fit_flight.py
"""

from __future__ import annotations

import csv
import math
from pathlib import Path

import numpy as np
from scipy.optimize import least_squares

ROWS = list(csv.DictReader((Path(__file__).parent.parent / "tests/reference/published_averages.csv").open()))
RADIUS, MASS, GRAVITY = 0.04267 / 2, 0.04593, 9.80665
DENSITY, VISCOSITY = 1.225 * 288.15 / 293.15, 1.81e-5
FITTED = np.array([r["fitted"] == "yes" for r in ROWS])
IRONS, DRIVERS = ([i for i, r in enumerate(ROWS) if r["club"] == club] for club in ("7-iron", "driver"))
WINDS = (
    (IRONS, ((-8.94, -0.20), (-4.47, -0.10), (8.94, 0.10), (4.47, 0.05)), 0.015),
    (DRIVERS, ((-8.94, -0.13), (-4.47, -0.06), (8.94, 0.07), (4.47, 0.04)), 0.012),
)
THIN, THIN_GAINS = 0.85, 0.065


def column(name: str) -> np.ndarray:
    """One column of the table."""
    return np.array([float(r[name]) for r in ROWS])


SPEED, UP, RATE = column("ball_mph") * 0.44704, np.radians(column("launch_deg")), column("spin_rpm") * math.pi / 30
CARRY, DOWN, APEX = column("carry_yd") * 0.9144, column("descent_deg"), column("apex_yd") * 0.9144


def law(p: np.ndarray, reynolds: np.ndarray, ratio: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Drag and lift, as aero.py has them."""
    r, w = np.clip((reynolds - 1.4e5) / 1e5, -0.7, 0.75), np.minimum(ratio, 0.55)
    drag = p[0] + p[1] * w + p[2] * w * w + p[3] * r + p[4] * r * r
    lift = p[5] * np.minimum(ratio, 1.3) / (p[6] + np.minimum(ratio, 1.3)) * (1 + p[7] * r + p[8] * r * r)
    t = np.clip((7e4 - reynolds) / 3e4, 0, 1)
    slow = t * t * (3 - 2 * t)
    return drag + (0.45 - drag) * slow, lift * (1 - 0.5 * slow)


def fly(p: np.ndarray, rows: np.ndarray, wind: float = 0.0, thin: float = 1.0) -> np.ndarray:
    """Carry (m), descent (deg) and apex (m) of some rows, (n, 3), by the midpoint rule."""
    step, rate = 0.02, RATE[rows].copy()
    x, z = np.zeros(len(rate)), np.zeros(len(rate))
    u, w = SPEED[rows] * np.cos(UP[rows]), SPEED[rows] * np.sin(UP[rows])
    out, apex, down = np.zeros((len(rate), 3)), np.zeros(len(rate)), np.zeros(len(rate), dtype=bool)
    area = math.pi * RADIUS**2

    def pull(u: np.ndarray, w: np.ndarray) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
        along = u - wind
        speed = np.hypot(along, w)
        drag, lift = law(p, thin * DENSITY * speed * 2 * RADIUS / VISCOSITY, RADIUS * rate / speed)
        k = 0.5 * thin * DENSITY * area / MASS * speed
        return -k * drag * along - k * lift * w, -k * drag * w + k * lift * along - GRAVITY, speed

    for i in range(int(12 / step)):
        a, b, speed = pull(u, w)
        c, d, _ = pull(u + 0.5 * step * a, w + 0.5 * step * b)
        nx, nz = x + step * (u + 0.5 * step * a), z + step * (w + 0.5 * step * b)
        lands = (nz < 0) & ~down & (i > 2)
        t = z / np.where(np.abs(z - nz) > 1e-12, z - nz, 1.0)
        angle = np.degrees(np.arctan2(-(w + t * step * d), u + t * step * c))
        out[lands] = np.stack([x + t * (nx - x), angle, apex], axis=1)[lands]
        down |= lands
        x, z, u, w = nx, nz, u + step * c, w + step * d
        rate, apex = rate * (1 - step * 2e-5 * speed / RADIUS), np.maximum(apex, z)
    return out


def residuals(p: np.ndarray) -> np.ndarray:
    """What is off, each in its own tolerance; the Reynolds terms are kept small."""
    rows = np.flatnonzero(FITTED)
    flown = fly(p, rows)
    off = [
        (flown[:, 0] / CARRY[rows] - 1) / 0.015,
        (flown[:, 1] - DOWN[rows]) / 1.2,
        (flown[:, 2] / APEX[rows] - 1) / 0.6,
    ]
    for of, told, tolerance in WINDS:
        still = fly(p, np.array(of))[:, 0]
        off += [(fly(p, np.array(of), wind)[:, 0] / still - 1 - costs) / tolerance for wind, costs in told]
        off.append((fly(p, np.array(of), thin=THIN)[:, 0] / still - 1 - THIN_GAINS) / 0.010)
    return np.concatenate([*off, 2.0 * p[[4, 7, 8]]])


if __name__ == "__main__":
    found = least_squares(residuals, [0.18, 0.55, -0.6, -0.05, 0.0, 0.6, 0.2, -0.3, -1.0]).x
    print("DRAG =", tuple(np.round(found[:5], 4).tolist()))
    print("LIFT =", tuple(np.round(found[5:], 4).tolist()))
    for name, some in (("fitted", FITTED), ("held out", ~FITTED)):
        off = fly(found, np.flatnonzero(some))[:, 0] / CARRY[some] - 1
        print(f"{name}: carry off by {100 * math.sqrt(np.mean(off**2)):.1f} % (root mean square)")
