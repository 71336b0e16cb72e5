"""What a person sees of a scene: from behind the ball, from beside it, the flag, and the ball close by from above.

Everything is placed in the world in metres and goes through the camera; nothing is drawn on the picture itself. What
is further along the way one looks is painted first.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Literal, get_args

import numpy as np
from shapely import Polygon, box, get_parts, intersection, segmentize

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.eye.camera import Camera
from veltrin.core.eye.scene import Key, Scene, scene_of
from veltrin.core.geometry import Index, Mask, Vec

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

STRIPE_M, MOWN_HALF_M = 2.5, 15.0
FLAG_POLE_M, CLOTH_M = 2.13, (0.5, 0.36)
"""A flagstick is seven feet, its cloth about 20 by 14 inches. Common practice."""

STANDS_OUT_M_S = 11.0
"""Wind in which a flag stands straight out. Judgement by the Beaufort words: force 3 extends a light flag, force 5 is
felt by small trees."""

THROWN_FROM_M, THROWN_FALLS_M_S = 1.5, 1.4
"""Grass is let go at chest height and sinks about so fast. Judgement."""

SHADE_M = np.array([0.004, -0.008, -0.008])

SHOE_M = (0.29, 0.10)
HAZE_M, MOST_FADE = 260.0, 0.9
NEAR_GROUND_M = 6.0
"""Ground nearer than this hides nothing that stands on it."""
SHORT_M = 0.02
"""Shorter grass hides its soil. Judgement."""


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

UP = np.array([0.0, 0.0, 1.0])
_ROUND = np.linspace(0.0, 2.0 * math.pi, 24, endpoint=False)


def _bands(key: Vec, count: int) -> Index:
    """In which of so many bands of equal numbers each lies, furthest first."""
    place = np.argsort(np.argsort(-key, kind="stable"), kind="stable")
    return np.asarray(place * count // max(len(key), 1))


class _Painter:
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

    # --- far away ---

    def sky(self) -> Iterator[Placed]:
        w, h = self.camera.width_px, self.camera.height_px
        yield 1e9, Shape("sky", (np.array([[0.0, 0.0], [w, 0.0], [w, h], [0.0, h]]),))
        # Hills a kilometre off; they lean as hills do, which is what deceives.
        far, across = 900.0, np.linspace(-1.1, 1.1, 45)
        rng = np.random.default_rng([self.scene.key.seed, 3])
        rolls = np.zeros_like(across)
        for high, wave in ((9.0, 5.0), (5.0, 11.5), (3.0, 20.5)):
            rolls += high * np.sin(wave * across + rng.uniform(0.0, 6.28))
        top = np.maximum(26.0 + rolls + far * math.tan(self.scene.skyline_rad) * across * 0.5, 2.0)
        base = far * (self.way + np.outer(across, self.right))
        ridge, foot = base.copy(), base[::-1].copy()
        ridge[:, 2], foot[:, 2] = top, -60.0
        yield from self.shape("ridge", np.concatenate([ridge, foot])[None], 1e8, 0.7)

    # --- the ground ---

    def _grid(self) -> tuple[Vec, Vec]:
        """How far on, and how far across the way one looks, the corners of the ground lie (m)."""
        inner = np.arange(-MOWN_HALF_M, MOWN_HALF_M + 0.1, STRIPE_M)
        outer = np.array([18.0, 24.0, 34.0, 50.0, 80.0])
        across = np.concatenate([-outer[::-1], inner, outer])
        if self.view == "beside":
            return np.concatenate([np.arange(-3.2, 6.0, 0.9), np.geomspace(6.0, 150.0, 12)]), across
        far = self.scene.flag_m + 60.0
        return np.concatenate([np.arange(-2.4, 6.0, 1.0), np.geomspace(6.0, far, 22)]), across

    def _is_mown(self, y: Vec) -> Mask:
        """Which ground is cut short, by its place across the line: a ball in grass lies to the side of it."""
        cover = self.scene.lie.cover
        shift = 18.0 if cover.group == "grass" and not cover.mown else 0.0
        return np.asarray(np.abs(y + shift) < 0.8 * MOWN_HALF_M)

    def grass(self) -> Iterator[Placed]:
        """Bands across the way one looks, each in patches; close by, one ground between the blades."""
        if self.view == "close":
            lie = self.scene.lie
            x, y = np.array([-0.6, 2.6, 2.6, -0.6]), np.array([-1.8, -1.8, 1.8, 1.8])
            paint: Paint = "sand" if lie.in_sand else "mown-light" if lie.top_m < SHORT_M else "soil"
            yield from self.shape(paint, self.on(x, y)[None], 1e3)
            return
        into, across = self._grid()
        grid_a, grid_b = np.meshgrid(into, across, indexing="ij")
        x, y = (grid_b, grid_a) if self.view == "beside" else (grid_a, grid_b)
        world = self.on(x, y)
        quads = np.stack([world[:-1, :-1], world[:-1, 1:], world[1:, 1:], world[1:, :-1]], axis=2)
        middle = quads.mean(axis=2)
        mown = self._is_mown(middle[:, :, 1])
        rows = np.indices(mown.shape)[0]
        kinds: list[Paint] = ["mown-light" if is_mown else "rough-dark" for is_mown in mown[::-1].ravel().tolist()]
        further = len(into) - 2 - rows
        ends = into[1:][::-1]
        yield from self.bands(
            quads[::-1].reshape(-1, 4, 3),
            kinds,
            further[::-1].ravel(),
            np.maximum(ends, NEAR_GROUND_M),
            (ends + 3.0) / HAZE_M,
        )

    def _lanes(self, inside: Polygon, wide: float, turn: float) -> list[Polygon]:
        """Every other lane of a mower that went so wide over a piece of ground, turned against the line."""
        reach = float(np.max(np.hypot(*np.asarray(inside.exterior.coords).T))) + wide
        along, across = np.array([math.cos(turn), math.sin(turn)]), np.array([-math.sin(turn), math.cos(turn)])
        lanes = []
        for k in range(-math.ceil(reach / wide / 2.0), math.ceil(reach / wide / 2.0)):
            low, high = 2.0 * k * wide * across, (2.0 * k + 1.0) * wide * across
            lanes.append(
                Polygon([low - reach * along, low + reach * along, high + reach * along, high - reach * along])
            )
        cut = intersection(np.array(lanes), inside)
        return [one for one in get_parts(cut) if isinstance(one, Polygon) and one.area > 0.01]

    def _mower_turn(self) -> float:
        """Which way the greenkeeper went: in straight lanes that have nothing to do with anybody's line."""
        rng = np.random.default_rng([self.scene.key.seed, 9])
        return math.radians(float(rng.uniform(22.0, 68.0)) * float(rng.choice([-1.0, 1.0])))

    def lanes(self) -> Iterator[Placed]:
        """The darker lanes of mown ground, band by band as the ground under them is painted."""
        if self.view == "close":
            return
        into, across = self._grid()
        shift = 18.0 if self.scene.lie.cover.group == "grass" and not self.scene.lie.cover.mown else 0.0
        low, high = -0.8 * MOWN_HALF_M - shift, 0.8 * MOWN_HALF_M - shift
        turn, beside = self._mower_turn(), self.view == "beside"
        for near, far in pairwise(into.tolist()):
            piece = box(across[0], max(near, low), across[-1], min(far, high)) if beside else box(near, low, far, high)
            if piece.is_empty or (beside and max(near, low) >= min(far, high)):
                continue
            for lane in self._lanes(piece, STRIPE_M, turn):
                ring = np.asarray(segmentize(lane, 3.0).exterior.coords)[:-1]
                polygon = self.on(ring[:, 0], ring[:, 1], 0.01)[None]
                # Just after the ground of its band.
                yield from self.shape("mown-dark", polygon, max(far, NEAR_GROUND_M) - 1e-3, (far + 3.0) / HAZE_M)

    def patches(self) -> Iterator[Placed]:
        """Lighter patches in grass that isn't mown, strewn as they grow: nothing in them runs along the line."""
        if self.view == "close":
            return
        rng = np.random.default_rng([self.scene.key.seed, 11])
        count = 120
        on = np.exp(rng.uniform(math.log(1.0), math.log(120.0), count))
        across = rng.uniform(-0.9, 0.9, count) * (on + 3.0)
        x, y = (across, on - 2.6) if self.view == "beside" else (on - 1.8, across)
        size = rng.uniform(0.25, 0.9, count) * (0.4 + 0.08 * on)
        turn, flat = rng.uniform(0.0, math.pi, count), rng.uniform(0.35, 0.9, count)
        into, _ = self._grid()
        for k in np.flatnonzero(~self._is_mown(y) & ~self._is_mown(y - size) & ~self._is_mown(y + size)).tolist():
            along, beside = size[k] * np.cos(_ROUND), size[k] * flat[k] * np.sin(_ROUND)
            c, s = math.cos(turn[k]), math.sin(turn[k])
            ring = self.on(x[k] + c * along - s * beside, y[k] + s * along + c * beside, 0.005)
            # Just after the ground of the band it lies in.
            far = float(np.max(ring @ self.way))
            band = float(into[min(int(np.searchsorted(into, far)), len(into) - 1)])
            yield from self.shape("rough-light", ring[None], max(band, NEAR_GROUND_M) - 2e-3, (far + 3.0) / HAZE_M)

    def tufts(self) -> Iterator[Placed]:
        """Longer grass stands up where it isn't mown: it shows which way the ground goes."""
        if self.view in ("close", "flag"):
            return
        count, cover = 260, self.scene.lie.cover
        on = np.exp(self.rng.uniform(math.log(1.2), math.log(70.0), count))
        across = self.rng.uniform(-0.75, 0.75, count) * (on + 2.0)
        x, y = (across, on - 2.4) if self.view == "beside" else (on - 1.6, across)
        keep = ~self._is_mown(y)
        tall = max(cover.height_m, 0.05) * self.rng.uniform(1.0, 2.2, count)
        x, y, tall, on = x[keep], y[keep], tall[keep], on[keep]
        foot = self.on(x, y)
        tip = foot + np.stack([self.rng.normal(0.0, 0.02, len(x)), self.rng.normal(0.0, 0.02, len(x)), tall], axis=1)
        wide = self.right * 0.035
        blades = np.stack([foot - wide, foot + wide, tip], axis=1)
        band = _bands(foot @ self.way, 10)
        distances = np.array([np.mean((foot @ self.way)[band == k]) for k in range(10)])
        yield from self.bands(blades, ["blade-dark"] * len(blades), band, distances, (distances + 3.0) / HAZE_M)

    def _patch(
        self,
        paint: Paint,
        centre: tuple[float, float],
        radii: tuple[float, float],
        up: float,
        on: float,
        fade: float = 0.0,
    ) -> Iterator[Placed]:
        x, y = centre[0] + radii[0] * np.cos(_ROUND), centre[1] + radii[1] * np.sin(_ROUND)
        yield from self.shape(paint, self.on(x, y, up)[None], on, fade)

    def green(self) -> Iterator[Placed]:
        """The green in the mower's lanes: they lie as it tilts."""
        if self.view == "beside":
            return
        half, flag = min(11.0, 0.45 * self.scene.flag_m), self.scene.flag_m
        x, y = flag + half * np.cos(_ROUND), half * np.sin(_ROUND)
        yield from self.shape("green-light", self.on(x, y, 0.02)[None], flag + half + 0.5, flag / HAZE_M)
        for lane in self._lanes(Polygon(np.stack([x, y], axis=1)), half / 5.0, -self._mower_turn()):
            ring = np.asarray(segmentize(lane, 3.0).exterior.coords)[:-1]
            polygon = self.on(ring[:, 0], ring[:, 1], 0.02)[None]
            yield from self.shape("green-dark", polygon, flag + half + 0.49, flag / HAZE_M)

    def bunker(self) -> Iterator[Placed]:
        if self.scene.lie.in_sand and self.view in ("behind", "beside"):
            yield from self._patch("sand", (0.6, 0.2), (3.4, 2.6), 0.004, NEAR_GROUND_M)

    # --- what stands about: plumb, whatever the ground does ---

    def _board(self, foot: Vec, wide: float, low: float, high: float) -> Vec:
        half = self.right * wide / 2.0
        below, above = low * UP, high * UP
        return np.array([foot - half + below, foot + half + below, foot + half + above, foot - half + above])

    def trees(self) -> Iterator[Placed]:
        if self.view in ("flag", "close"):
            return
        count, beside = 9, self.view == "beside"
        rng = np.random.default_rng([self.scene.key.seed, 5, beside])
        out, high = rng.uniform(14.0, 48.0, count), rng.uniform(5.0, 11.0, count)
        x = rng.uniform(-60.0, 60.0, count) if beside else rng.uniform(12.0, self.scene.flag_m + 50.0, count)
        y = out + 12.0 if beside else out * rng.choice([-1.0, 1.0], count)
        wide = 0.25 * high[:, None] * (1.0 + 0.13 * rng.normal(size=(count, len(_ROUND))))
        for foot, tall, spread in zip(self.on(x, y), high.tolist(), wide, strict=True):
            fade = math.hypot(foot[0], foot[1]) / HAZE_M
            yield from self.shape("trunk", self._board(foot, 0.05 * tall, 0.0, 0.42 * tall)[None], None, fade)
            crown = foot + np.outer(spread * np.cos(_ROUND), self.right)
            crown[:, 2] += 0.64 * tall + 1.35 * spread * np.sin(_ROUND)
            yield from self.shape("crown", crown[None], None, fade)

    def flag(self) -> Iterator[Placed]:
        """The flagstick, and the cloth as the wind holds it."""
        if self.view == "beside":
            return
        foot = self.at(self.scene.flag_m, 0.0)
        wide = 0.03 if self.view == "flag" else max(0.03, 0.0016 * self.scene.flag_m)
        yield from self.shape("pole", self._board(foot, wide, 0.0, FLAG_POLE_M)[None])
        wind = self.scene.wind
        out = min(wind.speed_m_s / STANDS_OUT_M_S, 1.0) ** 0.6 * 0.5 * math.pi
        way = np.array([wind.x_m_s, wind.y_m_s, 0.0]) / max(wind.speed_m_s, 0.05)
        along, down = math.sin(out) * CLOTH_M[0], -math.cos(out) * CLOTH_M[0]
        # Hanging it folds to a strip.
        fold = self.right * 0.10 * math.cos(out)
        top = foot + FLAG_POLE_M * UP
        hoist = foot + (FLAG_POLE_M - CLOTH_M[1]) * UP
        fly = way * along + down * UP
        middle = 0.5 * fly + 0.06 * math.sin(out) * UP
        cloth = np.array([top, top + middle + fold, top + fly + fold, hoist + fly, hoist + middle, hoist])
        yield from self.shape("flag", cloth[None], self.scene.flag_m - 0.2)

    def thrown(self) -> Iterator[Placed]:
        """Grass thrown up beside the ball, at moments of its fall: how far it drifts tells the wind."""
        wind = self.scene.wind
        if wind.is_calm or self.view not in ("behind", "beside"):
            return
        count = 14
        t = np.linspace(0.05, 0.97, count) * THROWN_FROM_M / THROWN_FALLS_M_S
        at = self.at(0.5, -0.9, THROWN_FROM_M) + np.outer(t, [wind.x_m_s, wind.y_m_s, -THROWN_FALLS_M_S])
        at = at + 0.05 * self.rng.normal(size=(count, 3))
        thick, lean = self.right * 0.009, self.rng.normal(size=(count, 3)) * 0.03 + [0.0, 0.0, 0.05]
        yield from self.shape("thrown", np.stack([at - thick, at + thick, at + lean], axis=1), -3.0)

    def feet(self) -> Iterator[Placed]:
        if self.view not in ("behind", "beside"):
            return
        for x in (-0.2, 0.2):
            shoe = self.on(x + 0.5 * SHOE_M[1] * np.cos(_ROUND), 0.72 + 0.5 * SHOE_M[0] * np.sin(_ROUND), 0.02)
            yield from self.shape("shoe", shoe[None])

    # --- the ball and what it lies in ---

    def _ball_centre(self) -> Vec:
        lie = self.scene.lie
        bottom = -lie.over_m if lie.in_sand else lie.top_m - lie.over_m
        return self.at(0.0, 0.0, bottom + BALL_RADIUS_M)

    def _disc(self, centre: Vec, radius: float) -> Vec:
        """A ball's outline: a circle that faces the eye."""
        down = self.camera.axes[1]
        return np.asarray(centre + radius * (np.outer(np.cos(_ROUND), self.right) + np.outer(np.sin(_ROUND), down)))

    def ball(self) -> Iterator[Placed]:
        if self.view == "flag":
            return
        # From afar it is drawn no smaller than it catches the eye.
        centre, radius = self._ball_centre(), BALL_RADIUS_M * (1.0 if self.view == "close" else 1.4)
        yield from self.shape("shade", self._disc(centre + SHADE_M, radius)[None], 0.0)
        yield from self.shape("ball", self._disc(centre, radius)[None], 0.0)

    def blades(self) -> Iterator[Placed]:
        """Grass about the ball, each blade where it grows: those in front hide of the ball what they do."""
        lie = self.scene.lie
        if self.view != "close" or lie.in_sand or lie.top_m <= 0.0:
            return
        tall, dense = lie.top_m, max(lie.read_density, 0.2)
        count = int(800 + 700 * min(dense, 1.0))
        x, y = self.rng.uniform(-0.42, 0.62, count), self.rng.uniform(-0.44, 0.44, count)
        # Around the ball every blade counts.
        close = slice(0, count // 3)
        x[close], y[close] = self.rng.normal(0.0, 0.075, (2, count // 3))
        keep = np.hypot(x, y) > 0.85 * BALL_RADIUS_M
        x, y = x[keep], y[keep]
        high = tall * self.rng.uniform(0.65, 1.08, len(x))
        foot = self.on(x, y)
        tip = foot + np.stack([*(self.rng.normal(size=(2, len(x))) * 0.32 * high), high], axis=1)
        thick = self.right * (0.0028 + 0.020 * tall)
        blades = np.stack([foot - thick, foot + thick, tip], axis=1)
        dark = self.rng.random(len(x)) < 0.45
        # The ball stands at zero: a band lies wholly before it or wholly behind.
        where = foot @ self.way
        band = np.where(where > 0.0, _bands(where, 8), 8 + _bands(where, 8))
        on = np.array([np.mean(where[band == k]) if np.any(band == k) else 0.0 for k in range(16)])
        paints: list[Paint] = ["blade-dark" if d else "blade" for d in dark.tolist()]
        yield from self.bands(blades, paints, band, on, np.zeros(16))

    def signs(self) -> Iterator[Placed]:
        """What tells how hard the ground is: a heel's print, water in it, cracks."""
        lie = self.scene.lie
        if self.view != "close":
            return
        if lie.in_sand:
            yield from self._raked()
            return
        give = lie.softness
        # Pressed in by a body's weight: deeper and wider where the ground gives.
        size, up = 0.026 + 0.034 * give, 0.55 * lie.top_m
        if give > 0.08:
            yield from self._patch("print", (-0.02, 0.14), (size, 1.2 * size), up, 0.15, 0.85 - 0.85 * give)
            yield from self._patch("soil", (-0.026, 0.135), (0.8 * size, size), up, 0.14, 0.9 - 0.8 * give)
        if give > 0.65:
            full = 0.55 + 0.4 * (give - 0.65) / 0.35
            yield from self._patch("water", (-0.026, 0.135), (full * size, 1.2 * full * size), up, 0.13)
        for _ in range(int(30 * max(0.3 - give, 0.0))):
            turn = float(self.rng.uniform(0.0, math.pi)) + np.cumsum(self.rng.normal(0.0, 0.5, 4))
            x = float(self.rng.uniform(-0.25, 0.3)) + np.cumsum(0.045 * np.cos(turn))
            y = float(self.rng.uniform(-0.25, 0.25)) + np.cumsum(0.045 * np.sin(turn))
            there, back = self.on(x, y, up), self.on(x[::-1], y[::-1] + 0.0035, up)
            yield from self.shape("crack", np.concatenate([there, back])[None], 0.2)

    def _raked(self) -> Iterator[Placed]:
        """Sand: furrows of the rake, and the ring that a ball pressed in when it fell."""
        x = np.linspace(-0.45, 1.2, 14)
        furrows = []
        for y in np.arange(-0.7, 0.9, 0.06):
            wave = y + 0.007 * np.sin(9.0 * x + 3.0 * y)
            furrows.append(np.concatenate([self.on(x, wave, 0.005), self.on(x[::-1], wave[::-1] + 0.016, 0.005)]))
        yield from self.shape("sand-dark", np.array(furrows), 2.0, 0.35)
        sunk = self.scene.lie.sunk
        size = BALL_RADIUS_M * (1.0 + 1.6 * sunk)
        if sunk > 0.05:
            yield from self._patch("sand-dark", (0.0, 0.0), (1.3 * size, 1.3 * size), 0.006, 0.3)
            yield from self._patch("sand", (-0.004, 0.004), (size, size), 0.007, 0.29)
            # The side of the ring that is nearer hides the foot of the ball.
            near = self._ball_centre() * [0.0, 0.0, 1.0]
            turn = np.linspace(0.0, math.pi, 14)
            down = self.camera.axes[1]
            floor = BALL_RADIUS_M - 2.0 * BALL_RADIUS_M * sunk
            low = near + 1.08 * BALL_RADIUS_M * (np.outer(np.cos(turn), self.right) + np.outer(np.sin(turn), down))
            rim = near + 1.08 * BALL_RADIUS_M * np.outer(np.cos(turn[::-1]), self.right)
            rim = rim + np.outer(np.maximum(floor, -BALL_RADIUS_M) + 0.2 * BALL_RADIUS_M * np.sin(turn), down)
            yield from self.shape("sand", np.concatenate([low, rim])[None], -0.01)

    def all(self) -> tuple[Shape, ...]:
        parts = (
            self.sky(), self.grass(), self.lanes(), self.patches(), self.bunker(), self.green(), self.trees(),
            self.flag(), self.tufts(), self.feet(), self.signs(), self.ball(), self.blades(), self.thrown(),
        )  # fmt: skip
        placed = [one for part in parts for one in part]
        # What is equally far stays in this order.
        return tuple(shape for _, shape in sorted(placed, key=lambda one: -one[0]))


@lru_cache(maxsize=64)
def draw(key: Key, view: View) -> Picture:
    """One view of a scene."""
    return Picture(view, WIDTH_PX, HEIGHT_PX, _Painter(scene_of(key), view).all())
