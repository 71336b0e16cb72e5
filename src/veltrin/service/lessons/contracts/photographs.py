"""Photographs of lies, and the slopes that are measured on them."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from veltrin.service.house.contracts.base import Contract

MOST_MB = 12
MOST_BYTES = MOST_MB * 1_000_000

View = Literal["behind", "target-right", "target-left"]
"""Where the camera stood: behind the ball it shows the slope across the line; beside it, with the target to the
right or the left of the picture, the fall along it."""

Share = Annotated[float, Field(ge=-1, le=4, description="In widths of the picture.")]
Spot = tuple[Share, Share]


class SlopeLinesIn(Contract):
    """Two lines laid on a photograph, in shares of its width from its top left corner: x right, y down."""

    view: View
    horizon: tuple[Spot, Spot] = Field(description="Something level, best the horizon itself.")
    ground: tuple[Spot, Spot] = Field(description="The ground at the ball.")
    is_horizon: bool = Field(True, description="The first line is the horizon far off, not just something level.")


class SlopeMeasured(Contract):
    """The slope that the lines tell, as the lie is read, and how far it may be off (one deviation)."""

    reading: Literal["fall", "side"]
    value_deg: float = Field(description="Downhill, or ball above the feet, positive.")
    doubt_deg: float
    hand_deg: float = Field(description="Of the doubt: by laying the lines.")
    lens_deg: float = Field(description="By the lens, and where no focal length is known.")
    stand_deg: float = Field(description="By not standing square to the slope.")
    lines: SlopeLinesIn


class PhotographOut(Contract):
    """A photograph that is kept; the image is at its address."""

    id: str
    player_id: str
    lesson_id: str | None
    booking_id: str | None
    shot_id: int | None
    taken_at: datetime
    width: int
    height: int
    focal_mm: float | None = Field(description="Focal length as on 35 mm film, where the camera said it.")
    measured: SlopeMeasured | None
