"""What every picture of a scene is painted with: where a person stands, the paints, and shapes seen by a camera.

Everything is placed in the world in metres; nothing is drawn on the picture itself.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np

from veltrin.core.eye.camera import Camera
from veltrin.core.eye.scene import Scene
from veltrin.core.geometry import Index, Vec

View = Literal["behind", "beside", "flag", "close"]
VIEWS: tuple[View, ...] = get_args(View)

Paint = Literal[
    "sky", "ridge", "mown-light", "mown-dark", "rough-light", "rough-dark", "green-light", "green-dark", "sand",
    "sand-dark", "trunk", "crown", "pole", "flag", "ball", "shade", "shoe", "blade", "blade-dark", "soil", "print",
    "water", "crack", "thrown",
]  # fmt: skip
"""What a shape is made of; the page has the colours, by day and at dusk."""
PAINTS: tuple[Paint, ...] = get_args(Paint)

WIDTH_PX, HEIGHT_PX = 800.0, 540.0
FOCAL_PX = 560.0
RESOLVES, TALLEST_PX = 7.5, 210.0
"""A pixel of the picture is about six minutes of arc, the eye resolves one (common practice): a part of the picture is
shown so many times larger, but no flag taller than so many pixels."""

EYE_M = 1.62
"""Height of the eyes of a person of middle height. Common practice."""

FLAG_POLE_M = 2.13
"""A flagstick is seven feet. Common practice."""

HAZE_M, MOST_FADE = 260.0, 0.9

NEAR_GROUND_M = 6.0
"""Ground nearer than this hides nothing that stands on it."""


@dataclass(frozen=True)
class Shape:
    """Outlines (k, 2) in pixels, filled with one paint. `fade`: 0 near .. 1 lost in the haze."""

    paint: Paint
    outlines: tuple[Vec, ...]
    fade: float = 0.0


@dataclass(frozen=True)
class Picture:
    """One view of a scene, painted in order."""

    view: View
    width_px: float
    height_px: float
    shapes: tuple[Shape, ...]


def camera_for(scene: Scene, view: View) -> Camera:
    """Where a person stands for a view, on the ground of the scene."""

    def on(x: float, y: float, up: float) -> tuple[float, float, float]:
        return (x, y, float(scene.height(np.array([x]), np.array([y]))[0]) + up)

    size = (WIDTH_PX, HEIGHT_PX)
    behind = on(-2.6, 0.0, EYE_M)
    if view == "behind":
        return Camera(behind, 0.0, math.radians(-14.0), FOCAL_PX, *size)
    if view == "beside":
        return Camera(on(0.0, -3.4, EYE_M), 0.5 * math.pi, math.radians(-17.0), FOCAL_PX, *size)
    if view == "flag":
        # As the eye resolves it, which is finer than a picture: further off than forty metres it is ever smaller.
        at = on(scene.flag_m, 0.0, 0.8)
        way = scene.flag_m + 2.6
        focal = min(TALLEST_PX * way / FLAG_POLE_M, RESOLVES * FOCAL_PX)
        return Camera(behind, 0.0, math.atan2(at[2] - behind[2], way), focal, *size)
    return Camera(on(-0.42, -0.16, 0.40), math.radians(21.0), math.radians(-42.0), 760.0, *size)


Placed = tuple[float, Shape]
"""A shape and how far on it stands (m along the way one looks)."""

ROUND = np.linspace(0.0, 2.0 * math.pi, 24, endpoint=False)


def bands_of(key: Vec, count: int) -> Index:
    """In which of so many bands of equal numbers each lies, furthest first."""
    place = np.argsort(np.argsort(-key, kind="stable"), kind="stable")
    return np.asarray(place * count // max(len(key), 1))


class Easel:
    """A scene in one view, and what puts points and polygons of the world into it."""

    def __init__(self, scene: Scene, view: View) -> None:
        self.scene, self.view = scene, view
        self.camera = camera_for(scene, view)
        self.rng = np.random.default_rng([scene.key.seed, scene.key.level, 7])
        turn = self.camera.turn_rad
        self.way = np.array([math.cos(turn), math.sin(turn), 0.0])
        self.right = self.camera.axes[0]

    def on(self, x: Vec, y: Vec, up: float | Vec = 0.0) -> Vec:
        """Points on the ground (..., 3)."""
        x, y = np.asarray(x, float), np.asarray(y, float)
        return np.stack([x, y, self.scene.height(x, y) + up], axis=-1)

    def at(self, x: float, y: float, up: float = 0.0) -> Vec:
        """A single point on the ground (3,)."""
        return np.asarray(self.on(np.array([x]), np.array([y]), up)[0])

    def shape(self, paint: Paint, polygons: Vec, on: float | None = None, fade: float = 0.0) -> Iterator[Placed]:
        """Polygons (n, k, 3) in one paint, none where nothing of them is seen; `on`: how far on, else their middle."""
        outlines = tuple(o for o in self.camera.outlines(polygons) if o is not None)
        if outlines:
            where = float(np.mean(polygons.reshape(-1, 3) @ self.way)) if on is None else on
            yield where, Shape(paint, outlines, min(max(fade, 0.0), MOST_FADE))

    def bands(self, polygons: Vec, paints: Sequence[Paint], band: Index, on: Vec, fade: Vec) -> Iterator[Placed]:
        """Many polygons, each of a paint and in a band; a band is painted at once, `on` so far on and faded alike."""
        groups: dict[tuple[int, Paint], list[Vec]] = {}
        for outline, paint, k in zip(self.camera.outlines(polygons), paints, band.tolist(), strict=True):
            if outline is not None:
                groups.setdefault((k, paint), []).append(outline)
        for (k, paint), outlines in groups.items():
            yield float(on[k]), Shape(paint, tuple(outlines), min(max(float(fade[k]), 0.0), MOST_FADE))

    def patch(
        self,
        paint: Paint,
        centre: tuple[float, float],
        radii: tuple[float, float],
        up: float,
        on: float,
        fade: float = 0.0,
    ) -> Iterator[Placed]:
        """An oval that lies on the ground."""
        x, y = centre[0] + radii[0] * np.cos(ROUND), centre[1] + radii[1] * np.sin(ROUND)
        yield from self.shape(paint, self.on(x, y, up)[None], on, fade)
