"""What the day adds to a shot: rain, the ball's warmth, clothes."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

RainName = Literal["none", "dew", "drizzle", "rain", "downpour"]

BallTemperature = Annotated[
    float | None, Field(ge=-20, le=50, description="Temperature of the ball, C; default: that of the air.")
]
Layers = Annotated[int, Field(ge=0, le=4, description="Layers of clothes over a shirt.")]
