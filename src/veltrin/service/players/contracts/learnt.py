"""What a player's book teaches."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from veltrin.core.learn import Practised
from veltrin.service.house.contracts.base import Contract


class EffectOut(Contract):
    """One learnt effect. speed, friction, scatter: percent against the model; face: deg shut."""

    quantity: Literal["speed", "friction", "face", "scatter"]
    by: Literal["family", "cover", "method"]
    name: str
    words: str
    value: float
    low: float
    high: float
    shots: int


class LearntOut(Contract):
    """What a player's book teaches, each with its interval (eight in ten), and whether it is heard."""

    player_id: str
    learns: bool
    learns_from: datetime | None
    practice: Practised
    shots: int
    effects: list[EffectOut]
