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


ANYWAY = 0.03
"""What any drill is worth with an empty book (strokes of a hundred shots): the session goes through the families.
Judgement."""

UNSEEN = 0.02
"""What a drill is worth whose lies the book has never seen, beside a book that tells of others: less than anything that
costs. What is known to cost nothing is worth nothing. Judgement."""


@dataclass(frozen=True)
class LieLoss:
    """What the shots from one kind of lie lost against the plan: how many, and strokes a shot (negative: gained).

    `method`: played that way; empty: any.
    """

    cover: str
    slope: str
    shots: int
    lost: float
    method: str = ""


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


def _share_about(drill: Drill, loss: LieLoss) -> float:
    """Share of a drill's balls that are struck from such a lie."""
    balls = 0
    for station in drill.stations:
        word = slope_word(station.slope)
        kinds = frozenset(word.split()) if word != LEVEL_WORD else frozenset({station.lie.cover.name})
        balls += station.balls if _is_about(loss, kinds) else 0
    return balls / drill.balls


def _told_of(drill: Drill, losses: Sequence[LieLoss]) -> list[LieLoss]:
    """Shots from a drill's lies; where some were played with its methods, those."""
    about = [loss for loss in losses if _is_about(loss, kinds_of(drill))]
    so_played = [loss for loss in about if loss.method in drill.methods]
    return so_played or about


def worth_of(drill: Drill, losses: Sequence[LieLoss], wins: Callable[[Drill], float]) -> Worth:
    """What a better strike from a drill's lies would win this player. `wins`: the share it wins back (see gain).

    Of a drill from several lies each counts by its share of the balls.
    """
    every = sum(loss.shots for loss in losses)
    about = _told_of(drill, losses)
    dear = [loss for loss in about if shrunk(loss) >= LEAST_LOST]
    cost = sum(_share_about(drill, loss) * shrunk(loss) * loss.shots for loss in dear)
    dearest = max(dear, key=lambda loss: shrunk(loss) * loss.shots, default=None)
    share = drill.rehearses * wins(drill) if dear else 0.0
    shots = sum(loss.shots for loss in about)
    return Worth(100.0 * cost * share / every if every else 0.0, dearest, shots, share)


def value_of_drill(worth: Worth, is_empty: bool) -> float:
    """What a drill counts for when a session is built: its worth; with an empty book, or where the book has never seen
    its lies, a little.
    """
    if is_empty:
        return ANYWAY
    return worth.per_hundred if worth.shots else UNSEEN
