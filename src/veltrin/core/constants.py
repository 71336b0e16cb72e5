"""Constants with unit and source."""

from __future__ import annotations

import math

GRAVITY_M_S2 = 9.80665
"""Standard gravity (ISO 80000-3)."""

BALL_MASS_KG = 0.04593
"""Greatest mass the Equipment Rules allow, 45.93 g (R&A/USGA, from memory); balls are made to it."""

BALL_RADIUS_M = 0.04267 / 2
"""Half the least diameter the Equipment Rules allow, 42.67 mm (R&A/USGA, from memory)."""

BALL_M = 2.0 * BALL_RADIUS_M

BALL_AREA_M2 = math.pi * BALL_RADIUS_M**2

INERTIA_FACTOR = 2.0 / 5.0
"""I / (m r^2) of a uniform sphere. Real balls lie between 0.37 and 0.40."""

GREEN_RAMP_SPEED_M_S = 1.83
"""Speed at which the green-speed ramp releases a ball (6.00 ft/s; USGA, from memory)."""

DRIVER_COR_LIMIT = 0.830
"""Greatest coefficient of restitution of a driver (Equipment Rules, from memory)."""

MOLAR_GAS_J_MOL_K = 8.314472
"""Molar gas constant as CIPM-2007 uses it (CODATA 2006)."""
