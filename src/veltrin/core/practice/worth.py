"""What a drill is worth to a player: the strokes its lies cost by the book, few shots shrunk, that can be won back."""

from __future__ import annotations

from collections.abc import Callable, Sequence
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
    """Strokes that a better strike would win from a drill's lies, of every hundred shots of the book.

    `dearest`: of those lies, None: none lost. `wins`: share of what is lost there that a better strike wins back.
    """

    per_hundred: float
    dearest: LieLoss | None
    shots: int
    wins: float


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


def worth_of(drill: Drill, losses: Sequence[LieLoss], wins: Callable[[Drill], float]) -> Worth:
    """What a better strike from a drill's lies would win this player. `wins`: the share it wins back (see gain)."""
    every = sum(loss.shots for loss in losses)
    about = [loss for loss in losses if _is_about(loss, kinds_of(drill))]
    dear = [loss for loss in about if shrunk(loss) >= LEAST_LOST]
    cost = sum(shrunk(loss) * loss.shots for loss in dear)
    dearest = max(dear, key=lambda loss: shrunk(loss) * loss.shots, default=None)
    share = drill.rehearses * wins(drill) if dear else 0.0
    return Worth(100.0 * cost * share / every if every else 0.0, dearest, sum(loss.shots for loss in about), share)
