"""Balls that go in: how much of the hole a ball at a given pace can use, and how often one of many finds it."""

from __future__ import annotations

import numpy as np
from scipy.special import ndtr

from veltrin.core.geometry import Vec
from veltrin.core.run import green_deceleration

HOLE_RADIUS_M = 0.054
"""Half the diameter the rules give the hole, 108 mm (R&A/USGA definitions, from memory)."""

CAPTURE_M_S = 1.63
"""Speed over the middle of the hole at which a ball is no longer held. Source: Holmes, Am. J. Phys. 59 (1991) 129, from
memory."""

LEAST_SPREAD_M = 0.02
"""Nobody is surer of the line than this. Judgement."""


def capture_radius(past_m: Vec, speed_ft: float) -> Vec:
    """How far off the middle of the hole a ball may pass and still drop (m), (n,).

    `past_m`: how far past the hole it would stop; it falls off with the square of the speed over the hole, none is
    left at CAPTURE_M_S (Holmes 1991, from memory). A ball that stops short can't drop.
    """
    squared = 2.0 * green_deceleration(speed_ft) * np.maximum(past_m, 0.0)
    return np.where(past_m >= 0.0, HOLE_RADIUS_M * np.maximum(1.0 - squared / CAPTURE_M_S**2, 0.0), 0.0)


def holed_share(past_m: Vec, side_m: Vec, speed_ft: float) -> Vec:
    """Chance of each of many strikes of one call to drop; `past_m` (..., n), `side_m` (n,).

    Their sides are taken for normal: few of four hundred strikes hit a hole, and counting them would be all noise.
    """
    middle, spread = float(np.mean(side_m)), max(float(np.std(side_m)), LEAST_SPREAD_M)
    radius = capture_radius(past_m, speed_ft)
    return np.asarray(ndtr((radius - middle) / spread) - ndtr((-radius - middle) / spread))
