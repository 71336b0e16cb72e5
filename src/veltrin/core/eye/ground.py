"""What a person sees of the ground of a scene: hills far away, mown and rough grass, the green, a bunker."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import pairwise

import numpy as np
from shapely import Polygon, box, get_parts, intersection, segmentize

from veltrin.core.eye.easel import HAZE_M, NEAR_GROUND_M, ROUND, Easel, Paint, Placed, Shape, bands_of
from veltrin.core.geometry import Mask, Vec

STRIPE_M, MOWN_HALF_M = 2.5, 15.0
SHORT_M = 0.02
"""Shorter grass hides its soil. Judgement."""


class Ground(Easel):
    """The ground, from the horizon to the feet."""

    # --- far away ---

    def sky(self) -> Iterator[Placed]:
        """The sky, and a ridge of hills that leans."""
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

    def _mown_middle(self) -> float:
        """Where across the line the middle of the ground that is cut short lies (m): a ball in grass lies beside it."""
        cover = self.scene.lie.cover
        return -18.0 if cover.group == "grass" and not cover.mown else 0.0

    def _is_mown(self, y: Vec) -> Mask:
        """Which ground is cut short, by its place across the line."""
        return np.asarray(np.abs(y - self._mown_middle()) < 0.8 * MOWN_HALF_M)

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

    def _laid(self, lane: Polygon, up: float) -> Vec:
        """A lane as it lies on the ground, (1, k, 3)."""
        ring = np.asarray(segmentize(lane, 3.0).exterior.coords)[:-1]
        return self.on(ring[:, 0], ring[:, 1], up)[None]

    def _mower_turn(self) -> float:
        """Which way the greenkeeper went: in straight lanes that have nothing to do with anybody's line."""
        rng = np.random.default_rng([self.scene.key.seed, 9])
        return math.radians(float(rng.uniform(22.0, 68.0)) * float(rng.choice([-1.0, 1.0])))

    def lanes(self) -> Iterator[Placed]:
        """The darker lanes of mown ground, band by band as the ground under them is painted."""
        if self.view == "close":
            return
        into, across = self._grid()
        middle = self._mown_middle()
        low, high = middle - 0.8 * MOWN_HALF_M, middle + 0.8 * MOWN_HALF_M
        turn, beside = self._mower_turn(), self.view == "beside"
        for near, far in pairwise(into.tolist()):
            piece = box(across[0], max(near, low), across[-1], min(far, high)) if beside else box(near, low, far, high)
            if piece.is_empty or (beside and max(near, low) >= min(far, high)):
                continue
            for lane in self._lanes(piece, STRIPE_M, turn):
                # Just after the ground of its band.
                yield from self.shape(
                    "mown-dark", self._laid(lane, 0.01), max(far, NEAR_GROUND_M) - 1e-3, (far + 3.0) / HAZE_M
                )

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
            along, beside = size[k] * np.cos(ROUND), size[k] * flat[k] * np.sin(ROUND)
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
        band = bands_of(foot @ self.way, 10)
        distances = np.array([np.mean((foot @ self.way)[band == k]) for k in range(10)])
        yield from self.bands(blades, ["blade-dark"] * len(blades), band, distances, (distances + 3.0) / HAZE_M)

    def green(self) -> Iterator[Placed]:
        """The green in the mower's lanes: they lie as it tilts."""
        if self.view == "beside":
            return
        half, flag = min(11.0, 0.45 * self.scene.flag_m), self.scene.flag_m
        x, y = flag + half * np.cos(ROUND), half * np.sin(ROUND)
        yield from self.shape("green-light", self.on(x, y, 0.02)[None], flag + half + 0.5, flag / HAZE_M)
        for lane in self._lanes(Polygon(np.stack([x, y], axis=1)), half / 5.0, -self._mower_turn()):
            yield from self.shape("green-dark", self._laid(lane, 0.02), flag + half + 0.49, flag / HAZE_M)

    def bunker(self) -> Iterator[Placed]:
        """The sand that the ball lies in."""
        if self.scene.lie.in_sand and self.view in ("behind", "beside"):
            yield from self.patch("sand", (0.6, 0.2), (3.4, 2.6), 0.004, NEAR_GROUND_M)
