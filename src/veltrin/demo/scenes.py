"""Makes the scenes that the coach of Skarvan Fell and a player read: python -m veltrin.demo.scenes."""

from __future__ import annotations

import json
import math
import uuid
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import numpy as np

from veltrin.core.eye import (
    EYE_KINDS,
    SHARES,
    SIGNED,
    EyeKind,
    Key,
    as_read,
    asked_of,
    cost_of,
    question_for,
    scene_of,
)
from veltrin.core.kit import Player
from veltrin.core.plan import READINGS, Question
from veltrin.demo.skarvan_fell import PLAYERS
from veltrin.service.players.players import bag_of, made_of
from veltrin.service.players.translate_player import club_out

FIRST = datetime(2026, 10, 1, 18, 0, tzinfo=UTC)
DEG = math.radians(1.0)

Habit = dict[EyeKind, tuple[float, float]]
"""Bias and spread of a reader by kind; a distance as a share."""

COACH: Habit = {
    "fall": (-0.4 * DEG, 1.2 * DEG), "side": (-1.7 * DEG, 1.3 * DEG), "sunk": (0.05, 0.15), "give": (0.0, 0.1),
    "flag": (-0.03, 0.06), "wind": (-0.3, 1.2), "cross": (-0.6, 1.2),
}  # fmt: skip
TOVE: Habit = {kind: (1.6 * bias, 1.5 * spread) for kind, (bias, spread) in COACH.items()}
READERS: dict[str, tuple[Habit, int]] = {"": (COACH, 46), "tove": (TOVE, 16)}
"""By reader ("": the coach): their habits, and how many scenes they read."""


def read_of(
    truth: Question, true: dict[EyeKind, float], habit: Habit, rng: np.random.Generator
) -> dict[EyeKind, float]:
    """What a reader of these habits reads; as far as one can say it."""
    told: dict[EyeKind, float] = {}
    for kind in asked_of(truth):
        bias, spread = habit[kind]
        off, value = float(rng.normal(0.0, spread)), true[kind]
        side = math.copysign(1.0, value) if kind in SIGNED else 1.0
        value = value * math.exp(bias + off) if kind in SHARES else value + off + (side * bias if value else 0.0)
        told[kind] = READINGS[kind].within(value, truth)
    return told


def scenes_of(reader: str, count: int | None = None) -> Iterator[dict[str, Any]]:
    """Scenes of a reader, each priced; the first `count` of them."""
    (habit, every), player = READERS[reader], read_for()
    rng = np.random.default_rng([len(reader), 46])
    for n in range(every if count is None else min(count, every)):
        key = Key(int(rng.integers(1, 10**6)), 1 + min(n // 16, 2), EYE_KINDS[n % len(EYE_KINDS)])
        truth, true = question_for(scene_of(key), player), scene_of(key).truth
        read = read_of(truth, true, habit, rng)
        as_read(truth, read)
        cost = cost_of(truth, read)
        yield {
            "id": str(uuid.UUID(bytes=rng.bytes(16), version=4)),
            "player_id": "tove",
            "read_at": (FIRST + timedelta(days=n // 3, minutes=n % 3)).isoformat(),
            "scene": str(key),
            "readings": {kind: (round(true[kind], 6), round(read[kind], 6)) for kind in read},
            "call_id": cost.read_call.id,
            "lost": round(cost.lost, 4),
        }


def read_for() -> Player:
    """The player whose shots the scenes are."""
    body = PLAYERS["tove"]
    return made_of("tove", body, [club_out(club) for club in bag_of(body)]).player


def main() -> None:
    """Write the file again."""
    told = {reader: list(scenes_of(reader)) for reader in READERS}
    Path(__file__).with_name("scenes.json").write_text(json.dumps(told, indent=1) + "\n")


if __name__ == "__main__":
    main()
