"""Balls that go in: how much of the hole a ball at a given pace can use, and how often one of many finds it."""

from __future__ import annotations

import math

from veltrin.core.kernels import LOOSE, kernel

HOLE_RADIUS_M = 0.054
"""Half the diameter the rules give the hole, 108 mm (R&A/USGA definitions, from memory)."""

CAPTURE_M_S = 1.63
"""Speed over the middle of the hole at which a ball is no longer held. Source: Holmes, Am. J. Phys. 59 (1991) 129, from
memory."""

LEAST_SPREAD_M = 0.02
"""Nobody is surer of the line than this. Judgement."""


@kernel(forceinline=True, fastmath=LOOSE)
def capture_radius(past_m: float, brake_m_s2: float) -> float:
    """How far off the middle of the hole a ball may pass and still drop (m).

    `past_m`: how far past the hole it would stop on a green that brakes it so; it falls off with the square of the
    speed over the hole, none is left at CAPTURE_M_S (Holmes 1991, from memory). A ball that stops short can't drop.
    """
    if past_m < 0.0:
        return 0.0
    return HOLE_RADIUS_M * max(1.0 - 2.0 * brake_m_s2 * past_m / CAPTURE_M_S**2, 0.0)


@kernel(forceinline=True, fastmath=LOOSE)
def holed_share(past_m: float, middle_m: float, spread_m: float, brake_m_s2: float) -> float:
    """Chance of a strike to drop that would stop `past_m` past the hole, of many that pass it so far to the side.

    Their sides are taken for normal, with this middle and spread: few of four hundred strikes hit a hole, and counting
    them would be all noise.
    """
    radius = capture_radius(past_m, brake_m_s2)
    if radius == 0.0:
        return 0.0
    wide = max(spread_m, LEAST_SPREAD_M) * math.sqrt(2.0)
    return 0.5 * (math.erf((radius - middle_m) / wide) - math.erf((-radius - middle_m) / wide))
