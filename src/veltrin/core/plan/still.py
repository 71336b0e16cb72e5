"""The stock shot: level, clean, calm, in the air and the shirt in which stock carries are stated."""

from __future__ import annotations

from dataclasses import replace

from veltrin.core.air import CALM
from veltrin.core.ground import Slope
from veltrin.core.plan.model import REFERENCE_AIR
from veltrin.core.plan.play import Batch, World
from veltrin.core.strike import Change


def stock_world(world: World) -> World:
    """The same green, level and dry, on a still day: what a stock shot meets."""
    return World(Slope(), REFERENCE_AIR, CALM, replace(world.landing.levelled(), wet=0.0), flight=world.flight)


def stock_batch(batch: Batch) -> Batch:
    """The same clubs with the stock set-up, unhindered."""
    return replace(batch.with_change(Change()).unlearnt(), able=1.0)
