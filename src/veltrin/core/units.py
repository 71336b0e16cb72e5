"""Conversions used at the edges. The core itself computes in SI (m, s, kg, rad, Pa, K)."""

from __future__ import annotations

import math

METRES_PER_FOOT = 0.3048
METRES_PER_YARD = 0.9144
RAD_S_PER_RPM = 2.0 * math.pi / 60.0
KELVIN_AT_0_C = 273.15


def rpm_to_rad_s(rpm: float) -> float:
    """Turn revolutions per minute into rad/s."""
    return rpm * RAD_S_PER_RPM


def feet_to_metres(feet: float) -> float:
    """Turn feet into metres (green speeds are given in feet)."""
    return feet * METRES_PER_FOOT


def celsius_to_kelvin(celsius: float) -> float:
    """Turn degrees Celsius into kelvin."""
    return celsius + KELVIN_AT_0_C


DAYS_A_MONTH = 365.2425 / 12.0
"""Length of a month in the Gregorian calendar, on average."""
