"""What a person sees of a scene: from behind the ball, from beside it, the flag, and the ball close by from above.

Everything is placed in the world in metres and goes through the camera; nothing is drawn on the picture itself. What
is further along the way one looks is painted first.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from functools import lru_cache

import numpy as np

from veltrin.core.constants import BALL_RADIUS_M
from veltrin.core.eye.easel import (
    FLAG_POLE_M,
    HAZE_M,
    HEIGHT_PX,
    ROUND,
    WIDTH_PX,
    Paint,
    Picture,
    Placed,
    Shape,
    View,
    bands_of,
)
from veltrin.core.eye.ground import Ground
from veltrin.core.eye.scene import Key, scene_of
from veltrin.core.geometry import Vec

STANDS_OUT_M_S = 11.0
"""Wind in which a flag stands straight out. Judgement by the Beaufort words: force 3 extends a light flag, force 5 is
felt by small trees."""

THROWN_FROM_M, THROWN_FALLS_M_S = 1.5, 1.4
"""Grass is let go at chest height and sinks about so fast. Judgement."""

CLOTH_M = (0.5, 0.36)
"""The cloth of a flag is about 20 by 14 inches. Common practice."""

SHADE_M = np.array([0.004, -0.008, -0.008])

SHOE_M = (0.29, 0.10)
UP = np.array([0.0, 0.0, 1.0])


class _Painter(Ground):
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
        wide = 0.25 * high[:, None] * (1.0 + 0.13 * rng.normal(size=(count, len(ROUND))))
        for foot, tall, spread in zip(self.on(x, y), high.tolist(), wide, strict=True):
            fade = math.hypot(foot[0], foot[1]) / HAZE_M
            yield from self.shape("trunk", self._board(foot, 0.05 * tall, 0.0, 0.42 * tall)[None], None, fade)
            crown = foot + np.outer(spread * np.cos(ROUND), self.right)
            crown[:, 2] += 0.64 * tall + 1.35 * spread * np.sin(ROUND)
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
            shoe = self.on(x + 0.5 * SHOE_M[1] * np.cos(ROUND), 0.72 + 0.5 * SHOE_M[0] * np.sin(ROUND), 0.02)
            yield from self.shape("shoe", shoe[None])

    # --- the ball and what it lies in ---

    def _ball_centre(self) -> Vec:
        lie = self.scene.lie
        bottom = -lie.over_m if lie.in_sand else lie.top_m - lie.over_m
        return self.at(0.0, 0.0, bottom + BALL_RADIUS_M)

    def _disc(self, centre: Vec, radius: float) -> Vec:
        """A ball's outline: a circle that faces the eye."""
        down = self.camera.axes[1]
        return np.asarray(centre + radius * (np.outer(np.cos(ROUND), self.right) + np.outer(np.sin(ROUND), down)))

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
        band = np.where(where > 0.0, bands_of(where, 8), 8 + bands_of(where, 8))
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
            yield from self.patch("print", (-0.02, 0.14), (size, 1.2 * size), up, 0.15, 0.85 - 0.85 * give)
            yield from self.patch("soil", (-0.026, 0.135), (0.8 * size, size), up, 0.14, 0.9 - 0.8 * give)
        if give > 0.65:
            full = 0.55 + 0.4 * (give - 0.65) / 0.35
            yield from self.patch("water", (-0.026, 0.135), (full * size, 1.2 * full * size), up, 0.13)
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
            yield from self.patch("sand-dark", (0.0, 0.0), (1.3 * size, 1.3 * size), 0.006, 0.3)
            yield from self.patch("sand", (-0.004, 0.004), (size, size), 0.007, 0.29)
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
