"""The slope of the ground, from two lines laid on a photograph of it.

Pinhole camera: a point of the image is a ray through the lens (see any text on photogrammetry; from memory). The level
line says how the camera was rolled and, where it is the horizon itself, how far it looked down; the ground's line is
then the one of all lines in an upright plane square to the view that its rays meet. Held low, the ground shows as an
edge and it matters little how square one stands; looked down on it matters much, and the doubt says so.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from veltrin.core.errors import DomainError
from veltrin.core.geometry import Vec

FILM_WIDTH_MM = 36.0
"""Width of 35 mm film, to which focal lengths are told (ISO 516 speaks of its 24 x 36 mm; from memory)."""

USUAL_FOCAL_MM, FOCAL_DOUBT = 27.0, 0.12
"""A telephone's main camera, and how far one of unknown make is off (share). Common practice."""

HAND_SHARE = 0.003
"""How far off an end of a line is laid with a finger, as a share of the image's width (one deviation). Judgement."""

BENT_RAD = math.radians(0.3)
"""What a lens bends a straight line near the edge of the image. Judgement."""

ASKEW_RAD = math.radians(12.0)
"""How far off square to the slope one stands without measuring (one deviation). Judgement."""

OTHER_RAD = math.radians(4.0)
"""The slope along the view, which a camera off square mixes in (one deviation). Judgement."""

SHORTEST_SHARE = 0.15
"""A line shorter than this share of the image's width says nothing."""

STEEPEST_RAD = math.radians(45.0)


class Spot(NamedTuple):
    """A point of the image in shares of its width: x right, y down from the top left corner."""

    x: float
    y: float


@dataclass(frozen=True)
class MeasuredSlope:
    """A slope that rises to the right of the image (rad), and what it may be off by hand, lens and stand (rad)."""

    rises_right_rad: float
    hand_rad: float
    lens_rad: float
    stand_rad: float

    @property
    def doubt_rad(self) -> float:
        """One deviation of it all."""
        return math.sqrt(self.hand_rad**2 + self.lens_rad**2 + self.stand_rad**2)


def slope_in(
    level: tuple[Spot, Spot],
    ground: tuple[Spot, Spot],
    height_share: float,
    focal_mm: float | None = None,
    *,
    is_horizon: bool = True,
) -> MeasuredSlope:
    """The slope of the ground in a photograph whose height is `height_share` of its width.

    DomainError where a line is too short to say anything, or where the ground would stand steeper than 45 deg.
    """
    for name, line in (("lines.horizon", level), ("lines.ground", ground)):
        if math.dist(*line) < SHORTEST_SHARE:
            raise DomainError(name, "is too short to measure by.", f"Draw it over {SHORTEST_SHARE:.0%} of the width.")
    focal = USUAL_FOCAL_MM if focal_mm is None else focal_mm
    slope, drop = _seen(level, ground, height_share, focal, is_horizon)
    if abs(slope) > STEEPEST_RAD:
        raise DomainError("lines.ground", "stands steeper than 45°.", "Lay it along the ground.")
    hand = _hand(level, ground, height_share, focal, is_horizon)
    lens = BENT_RAD
    if focal_mm is None:
        off = [_slope(level, ground, height_share, focal * (1.0 + s * FOCAL_DOUBT), is_horizon) for s in (-1.0, 1.0)]
        lens = math.hypot(lens, 0.5 * (off[1] - off[0]))
    # Off square by a: the slope shows over cos a as steep, the one along the view comes in by sin a, and a line that is
    # looked down on runs away from the eye, which tilts it by its drop times tan a.
    parts = (
        slope * (1.0 / math.cos(ASKEW_RAD) - 1.0),
        OTHER_RAD * math.sin(ASKEW_RAD),
        math.atan(drop * math.tan(ASKEW_RAD)),
    )
    stand = math.sqrt(sum(part**2 for part in parts))
    return MeasuredSlope(slope, hand, lens, stand)


def _ray(spot: Spot, height_share: float, focal_mm: float) -> Vec:
    """Where a point of the image looks: right, down, ahead in the camera's own frame."""
    return np.array([spot.x - 0.5, spot.y - 0.5 * height_share, focal_mm / FILM_WIDTH_MM])


def _slope(
    level: tuple[Spot, Spot], ground: tuple[Spot, Spot], height_share: float, focal_mm: float, is_horizon: bool
) -> float:
    return _seen(level, ground, height_share, focal_mm, is_horizon)[0]


def _seen(
    level: tuple[Spot, Spot], ground: tuple[Spot, Spot], height_share: float, focal_mm: float, is_horizon: bool
) -> tuple[float, float]:
    """The slope of the ground's line (rad), and how far it lies below the eye over how far it is away."""
    left, right = sorted(level)
    a, b = (_ray(s, height_share, focal_mm) for s in (left, right))
    if is_horizon:
        # Every ray to the horizon is level: what is square to two of them points up.
        up = np.cross(b, a)
        up = up / np.linalg.norm(up)
        up = up if up[1] < 0.0 else -up
    else:
        # Just level: the camera is taken to look straight ahead, only rolled.
        along = b - a
        up = np.array([along[1], -along[0], 0.0]) / math.hypot(along[0], along[1])
    ahead = np.array([0.0, 0.0, 1.0]) - up[2] * up
    ahead = ahead / np.linalg.norm(ahead)
    across = np.cross(up, ahead)
    across = across if across[0] > 0.0 else -across
    ends = []
    for spot in sorted(ground):
        ray = _ray(spot, height_share, focal_mm)
        depth = float(ray @ ahead)
        if depth <= 1e-3:
            raise DomainError("lines.ground", "lies behind the camera.", "Lay it along the ground in the picture.")
        ends.append((float(ray @ across) / depth, float(ray @ up) / depth))
    (x0, z0), (x1, z1) = ends
    return math.atan2(z1 - z0, x1 - x0), -0.5 * (z0 + z1)


def _hand(
    level: tuple[Spot, Spot], ground: tuple[Spot, Spot], height_share: float, focal_mm: float, is_horizon: bool
) -> float:
    """What ends laid a little off make of the slope, each by itself (rad)."""
    at = _slope(level, ground, height_share, focal_mm, is_horizon)
    total = 0.0
    for line in (0, 1):
        for end in (0, 1):
            pair = [list(level), list(ground)]
            spot = pair[line][end]
            pair[line][end] = Spot(spot.x, spot.y + HAND_SHARE)
            moved = _slope((pair[0][0], pair[0][1]), (pair[1][0], pair[1][1]), height_share, focal_mm, is_horizon)
            total += (moved - at) ** 2
    return math.sqrt(total)
