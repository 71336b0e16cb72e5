"""Fit the drag and lift law of core/flight/aero.py to the published averages; prints them.

Every third row has no part in it. Carry, peak and descent are fitted together with what winds the same at all heights
and thin air do: bounds of common practice that cost nothing inside (see tests/core/test_flight.py, which holds the law
to them).

python tools/fit_flight.py
"""

from __future__ import annotations

import csv
import math
from itertools import pairwise
from pathlib import Path

import numpy as np
from scipy.optimize import least_squares

from veltrin.core.flight.aero import FLIGHT, REYNOLDS_MID

ROWS = list(csv.DictReader((Path(__file__).parent.parent / "tests/reference/published_averages.csv").open()))
RADIUS, MASS, GRAVITY = 0.04267 / 2, 0.04593, 9.80665
DENSITY, VISCOSITY = 1.225 * 288.15 / 293.15, 1.81e-5
FITTED = np.array([r["fitted"] == "yes" for r in ROWS])
NAMES = [(r["tour"], r["club"]) for r in ROWS]
MID_IRON = NAMES.index(("men", "7-iron"))
MPH = 0.44704
IRONS = ("5-iron", "6-iron", "7-iron", "8-iron", "9-iron", "pitching wedge")
BY_LOFT = [[NAMES.index((tour, club)) for club in IRONS] for tour in ("men", "women")]
LONG = list(range(9))
"""The men's driver to 7-iron."""

THIN = 0.835
"""Density at 1,500 m and the same temperature, over that at the sea (ISO 2533)."""

BOUNDS = ((0.2005, 0.26), (0.0, 1.2), (0.05, 3.0), (0.2, 0.9), (0.02, 1.0), (-0.15, 0.15))
"""What measurements leave open: of drag, then of lift, as FlightCoefficients names them."""


def column(name: str) -> np.ndarray:
    """One column of the table."""
    return np.array([float(r[name]) for r in ROWS])


SPEED, UP, RATE = column("ball_mph") * MPH, np.radians(column("launch_deg")), column("spin_rpm") * math.pi / 30
CARRY, DOWN, APEX = column("carry_yd") * 0.9144, column("descent_deg"), column("apex_yd") * 0.9144


def law(p: np.ndarray, reynolds: np.ndarray, ratio: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Drag and lift, as aero.py has them."""
    r = (np.clip(reynolds, FLIGHT.reynolds_low, FLIGHT.reynolds_high) - REYNOLDS_MID) / 1e5
    begins, ends = FLIGHT.crisis_begins, FLIGHT.crisis_ends
    slow = ((begins - np.clip(reynolds, ends, begins)) / (begins - ends)) ** 3
    drag = p[0] + p[1] * ratio / (p[2] + ratio)
    lift = p[3] * ratio / (p[4] + ratio) * (1 + p[5] * r)
    return drag + (FLIGHT.subcritical_drag - drag) * slow, lift * (1 - (1 - FLIGHT.subcritical_lift) * slow)


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


def outside(value: np.ndarray | float, low: float, high: float) -> np.ndarray:
    """By how much a value lies outside what the trade says; nothing inside."""
    return np.atleast_1d(np.maximum(low - value, 0.0) + np.maximum(value - high, 0.0))


def residuals(p: np.ndarray) -> np.ndarray:
    """What is off, each in its own tolerance: averages, and what leaves the bounds of the derivatives."""
    every, rows = np.arange(len(ROWS)), np.flatnonzero(FITTED)
    still, against, with_it = (fly(p, every, wind) for wind in (0.0, -20 * MPH, 20 * MPH))
    light, high = fly(p, every, -10 * MPH), fly(p, every, thin=THIN)
    off = still[:, 0] / CARRY - 1
    lost = against[:, 0] / still[:, 0] - 1
    steps = [lost[b] - lost[a] for row in BY_LOFT for a, b in pairwise(row)]
    return np.concatenate(
        [
            off[rows] / 0.018,
            np.maximum(np.abs(off[rows]) - 0.038, 0.0) / 0.0033,
            (still[rows, 1] - DOWN[rows]) / 2.2,
            (still[rows, 2] / APEX[rows] - 1) / 0.06,
            outside(lost[MID_IRON], -0.225, -0.185) / 0.0025,
            outside(light[MID_IRON, 0] / still[MID_IRON, 0] - 1, -0.105, -0.085) / 0.0025,
            outside(with_it[MID_IRON, 0] / still[MID_IRON, 0] - 1, 0.08, 0.125) / 0.0025,
            np.maximum(np.array(steps) - 0.003, 0.0) / 0.001,
            outside(high[LONG, 0] / still[LONG, 0] - 1, 0.042, 0.069) / 0.0011,
        ]
    )


if __name__ == "__main__":
    low, high = np.array(BOUNDS).T
    found = least_squares(residuals, [0.21, 0.4, 0.5, 0.45, 0.15, -0.1], bounds=(low, high)).x
    for name, value in zip(FLIGHT._fields, np.round(found, 4).tolist(), strict=False):
        print(f"{name} = {value}")
    for name, some in (("fitted", FITTED), ("held out", ~FITTED)):
        off = fly(found, np.flatnonzero(some))[:, 0] / CARRY[some] - 1
        print(f"{name}: carry off by {100 * math.sqrt(np.mean(off**2)):.1f} % (root mean square)")
