"""What a drill is worth to a player: the strokes that the book says its lies cost, few shots shrunk towards nothing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from veltrin.core.methods import slope_word
from veltrin.core.practice.drill import Drill

PRIOR_SHOTS = 12.0
"""So many shots that lost nothing are put to those of a kind of lie. Judgement."""

LEAST_LOST = 0.01
"""Strokes a shot below which nothing is lost that anybody could practise away. Judgement."""

LEVEL_WORD = "level"


@dataclass(frozen=True)
class LieLoss:
    """What the shots from one kind of lie lost against the plan: how many, and strokes a shot (negative: gained)."""

    cover: str
    slope: str
    shots: int
    lost: float


@dataclass(frozen=True)
class Worth:
    """Strokes lost from a drill's lies, of every hundred shots of the book; the dearest of them, None: none lost."""

    per_hundred: float
    dearest: LieLoss | None
    shots: int


def kinds_of(drill: Drill) -> frozenset[str]:
    """Kinds of lie a drill is about: its slopes; where it is level, its covers."""
    kinds: set[str] = set()
    for station in drill.stations:
        word = slope_word(station.slope)
        kinds |= set(word.split()) if word != LEVEL_WORD else {station.lie.cover.name}
    return frozenset(kinds)


def _is_about(loss: LieLoss, kinds: frozenset[str]) -> bool:
    # On a slope it is the slope that is practised; from level ground, the cover.
    return loss.cover in kinds if loss.slope == LEVEL_WORD else bool(kinds & set(loss.slope.split()))


def shrunk(loss: LieLoss) -> float:
    """Strokes lost a shot, few shots drawn towards nothing lost."""
    return loss.lost * loss.shots / (loss.shots + PRIOR_SHOTS)


def worth_of(drill: Drill, losses: Sequence[LieLoss]) -> Worth:
    """What the book says a drill's lies cost this player."""
    every = sum(loss.shots for loss in losses)
    about = [loss for loss in losses if _is_about(loss, kinds_of(drill))]
    dear = [loss for loss in about if shrunk(loss) >= LEAST_LOST]
    cost = sum(shrunk(loss) * loss.shots for loss in dear)
    dearest = max(dear, key=lambda loss: shrunk(loss) * loss.shots, default=None)
    return Worth(100.0 * cost / every if every else 0.0, dearest, sum(loss.shots for loss in about))
