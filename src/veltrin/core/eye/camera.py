"""A pinhole camera: what a person sees from where they stand.

The world: x to the target, y left, z up (m); the picture: pixels to the right and down.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from veltrin.core.geometry import Vec

NEAR_M = 0.05
"""Nothing nearer than this is drawn."""


@dataclass(frozen=True)
class Camera:
    """Where the eye is (m), where it looks (`turn_rad` to the left of the target, `tilt_rad` up), and the picture.

    `focal_px`: distance of the picture plane in pixels; the middle of the picture is (width/2, height/2).
    """

    at: tuple[float, float, float]
    turn_rad: float
    tilt_rad: float
    focal_px: float
    width_px: float
    height_px: float

    @property
    def axes(self) -> Vec:
        """Rows: the picture's right, its down, and into it, as unit vectors of the world (3, 3)."""
        c, s = math.cos(self.turn_rad), math.sin(self.turn_rad)
        ct, st = math.cos(self.tilt_rad), math.sin(self.tilt_rad)
        into = [ct * c, ct * s, st]
        right = [s, -c, 0.0]
        down = [st * c, st * s, -ct]
        return np.array([right, down, into])

    def seen(self, points: Vec) -> Vec:
        """World points (n, 3) in the camera's frame: right, down, depth (n, 3)."""
        return np.asarray((np.asarray(points, float) - np.array(self.at)) @ self.axes.T)

    def project(self, points: Vec) -> Vec:
        """Pixels of world points (n, 2). Only points in front of the eye have any: else ValueError."""
        seen = self.seen(points)
        if np.any(seen[:, 2] < NEAR_M):
            raise ValueError("points: behind the eye. Clip first (see outline).")
        return self._pixels(seen)

    def _pixels(self, seen: Vec) -> Vec:
        """Pixels of points in the camera's frame (..., 2); what is behind the near plane is drawn in it."""
        middle = np.array([self.width_px / 2.0, self.height_px / 2.0])
        return np.asarray(middle + self.focal_px * seen[..., :2] / np.maximum(seen[..., 2:3], NEAR_M))

    def outline(self, points: Vec) -> Vec:
        """Pixels of a polygon (k, 3), cut off at the near plane (m, 2); none of it in front: (0, 2)."""
        seen = self.seen(points)
        kept: list[Vec] = []
        for a, b in zip(seen, np.roll(seen, -1, axis=0), strict=True):
            a_in, b_in = a[2] >= NEAR_M, b[2] >= NEAR_M
            if a_in:
                kept.append(a)
            if a_in != b_in:
                kept.append(a + (b - a) * ((NEAR_M - a[2]) / (b[2] - a[2])))
        if len(kept) < 3:
            return np.zeros((0, 2))
        return self._pixels(np.array(kept))

    def outlines(self, polygons: Vec) -> list[Vec | None]:
        """Pixels of many polygons of as many corners (n, k, 3), cut at the near plane; None: not in the picture."""
        n, k = polygons.shape[:2]
        seen = self.seen(polygons.reshape(-1, 3)).reshape(n, k, 3)
        depth = seen[:, :, 2]
        nearest = depth.min(axis=1)
        flat = self._pixels(seen)
        low, high = flat.min(axis=1), flat.max(axis=1)
        shown = (high.min(axis=1) > 0.0) & (low[:, 0] < self.width_px) & (low[:, 1] < self.height_px)
        told: list[Vec | None] = [None] * n
        for i in np.flatnonzero((nearest >= NEAR_M) & shown):
            told[i] = flat[i]
        for i in np.flatnonzero((nearest < NEAR_M) & (depth.max(axis=1) >= NEAR_M)):
            cut = self.outline(polygons[i])
            told[i] = cut if len(cut) else None
        return told
