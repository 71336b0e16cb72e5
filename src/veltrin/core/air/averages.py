"""Readings of a weather mast averaged as meteorologists do: two-minute means, three-second gusts."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from veltrin.core.air.wind import GUST_S, MEAN_S


@dataclass(frozen=True)
class WindSample:
    """One line of a mast: when (s), wind (m/s) and where it comes from (rad clockwise from north)."""

    at_s: float
    speed_m_s: float
    from_rad: float


@dataclass(frozen=True)
class Averaged:
    """Mean wind and gust (m/s), mean direction (rad from north, 0 to 2 pi), from how many readings over how long."""

    speed_m_s: float
    gust_m_s: float
    from_rad: float
    readings: int
    over_s: float


def averaged(readings: Sequence[WindSample]) -> Averaged | None:
    """Average the readings of the last two minutes; None without any.

    Mean speed is the mean of the speeds, mean direction that of the wind as a vector, the gust the highest mean over
    three seconds. Source: WMO-No. 8, measurement of surface wind, from memory. (Gusts are usually told over ten
    minutes; here over the two that the mean is told for, which is what the ball meets.)
    """
    if not readings:
        return None
    last = max(r.at_s for r in readings)
    kept = sorted((r for r in readings if r.at_s > last - MEAN_S), key=lambda r: r.at_s)
    at = np.array([r.at_s for r in kept])
    speed = np.array([r.speed_m_s for r in kept])
    turn = np.array([r.from_rad for r in kept])
    north, east = float(np.mean(speed * np.cos(turn))), float(np.mean(speed * np.sin(turn)))
    # With no wind at all there is no direction to average: keep the vane's.
    direction = float(turn[-1]) if math.hypot(north, east) < 1e-9 else math.atan2(east, north)
    first = np.searchsorted(at, at - GUST_S, side="right")
    summed = np.concatenate([[0.0], np.cumsum(speed)])
    upto = np.arange(1, len(at) + 1)
    gusts = (summed[upto] - summed[first]) / (upto - first)
    return Averaged(
        float(np.mean(speed)), float(np.max(gusts)), direction % (2.0 * math.pi), len(kept), float(at[-1] - at[0])
    )
