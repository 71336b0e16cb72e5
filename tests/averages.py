"""The published averages of two tours, flown: for the tests of the flight and for docs/calibration.md."""

from __future__ import annotations

import math

import numpy as np

from tests.reference.tables import rows
from veltrin.core.air import CALM, Air, Wind
from veltrin.core.flight import Flights, fly
from veltrin.core.units import rpm_to_rad_s

M_S_PER_MPH = 0.44704


def launch(speed: float, up: float, rpm: float, tilt: float = 0.0) -> tuple[np.ndarray, np.ndarray]:
    """Velocity (m/s) and spin (rad/s) of one ball, (1, 3): launched `up` deg, its axis tilted by `tilt` deg."""
    a, t, w = math.radians(up), math.radians(tilt), rpm_to_rad_s(rpm)
    velocity = speed * np.array([[math.cos(a), 0.0, math.sin(a)]])
    return velocity, w * np.array([[0.0, -math.cos(t), -math.sin(t)]])


def named(tour: str, club: str) -> dict[str, str]:
    """One row of the averages."""
    return next(r for r in rows("published_averages") if (r["tour"], r["club"]) == (tour, club))


def flown_as(row: dict[str, str], wind: Wind = CALM, air: Air | None = None) -> Flights:
    """A row of the published averages, at 20 C by the sea."""
    velocity, spin = launch(*(float(row[k]) for k in ("ball_mph", "launch_deg", "spin_rpm")))
    return fly(velocity * M_S_PER_MPH, spin, air or Air(20.0), wind)


def even_wind(along_m_s: float) -> Wind:
    """The same at all heights, within a fortieth: read at 14 m over ground as smooth as none."""
    return Wind(along_m_s, 0.0, 14.0, 1e-12)


def changed(row: dict[str, str], wind: Wind = CALM, air: Air | None = None) -> tuple[float, float]:
    """What a wind or other air changes of carry and peak, as shares."""
    calm, other = flown_as(row), flown_as(row, wind, air)
    return float(other.landing[0, 0] / calm.landing[0, 0] - 1.0), float(other.apex_m[0] / calm.apex_m[0] - 1.0)
