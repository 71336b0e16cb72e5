"""A made-up day of wind and rain on the fell, second by second, always the same for one seed."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from veltrin.core.air import standard_pressure
from veltrin.devices.protocol import MastReading

ALTITUDE_M = 620.0
GUSTS_LAST_S, VEERS_LAST_S = 8.0, 60.0
INTENSITY = 0.17
"""Spread of the wind over its mean at 10 m over open grass (as the log law has it)."""

SHOWERS_A_DAY, SHOWER_S = 5, 900.0
DAY_S = 86_400.0


def weather(seed: int, start_s: float = 0.0) -> Iterator[MastReading]:
    """Readings a second apart, without end.

    Mean wind swells over the day, gusts and veering are first-order autoregressive (an Ornstein-Uhlenbeck process read
    each second), showers fall at seeded times.
    """
    rng = np.random.default_rng(seed)
    mean, veer = float(rng.uniform(4.0, 7.0)), float(rng.uniform(200.0, 290.0))
    showers = np.sort(rng.uniform(0.0, DAY_S, SHOWERS_A_DAY))
    keep_gust, keep_veer = math.exp(-1.0 / GUSTS_LAST_S), math.exp(-1.0 / VEERS_LAST_S)
    gust, turn = float(rng.standard_normal()), float(rng.standard_normal())
    t = start_s
    while True:
        day = 2.0 * math.pi * t / DAY_S
        swell = mean * (1.0 + 0.25 * math.sin(day - 2.0))
        wetness = max((math.exp(-((((t % DAY_S) - s) / SHOWER_S) ** 2)) for s in showers), default=0.0)
        yield MastReading(
            t_s=t,
            wind_m_s=round(max(swell * (1.0 + INTENSITY * gust), 0.0), 2),
            from_deg=round((veer + 10.0 * turn) % 360.0, 1),
            temperature_c=round(8.0 + 4.0 * math.sin(day - 2.2) - 1.5 * wetness, 1),
            humidity_pct=round(min(78.0 - 12.0 * math.sin(day - 2.2) + 18.0 * wetness, 100.0), 1),
            pressure_hpa=round(standard_pressure(ALTITUDE_M) / 100.0 + 4.0 * math.sin(day / 2.0), 1),
            rain_mm_h=round(6.0 * wetness if wetness > 0.1 else 0.0, 1),
        )
        gust = keep_gust * gust + math.sqrt(1.0 - keep_gust**2) * float(rng.standard_normal())
        turn = keep_veer * turn + math.sqrt(1.0 - keep_veer**2) * float(rng.standard_normal())
        t += 1.0
