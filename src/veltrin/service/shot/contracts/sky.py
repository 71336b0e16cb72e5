"""What the day adds to a shot: the ball's warmth, clothes."""

from __future__ import annotations

from typing import Annotated

from veltrin.service.house.contracts.base import bounded

BallTemperature = Annotated[
    float | None, bounded("ball_c", description="Temperature of the ball, C; default: that of the air.")
]
Layers = Annotated[int, bounded("layers", description="Layers of clothes over a shirt.")]
