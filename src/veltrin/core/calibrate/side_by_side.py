"""The same shots planned by the usual numbers and by measured ones, side by side, for a coach to look at first."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import cache

from veltrin.core.coefficient import LawShare
from veltrin.core.ground import COVERS, CoverName, Lie, Slope
from veltrin.core.kit import Learned, Player, Scatter, build_bag
from veltrin.core.law import Laws
from veltrin.core.plan import Line, Question, plan_shot, taught
from veltrin.core.run import Landing
from veltrin.core.run.terrain import usual_edges, usual_width

LEVELS = ((150.0, 5.0), (125.0, 18.0))
"""Carry of the 7-iron (m) and handicap of the players."""

LIES: tuple[tuple[CoverName, float, float], ...] = (
    ("fairway", 0.0, 0.0),
    ("fairway", 0.0, 0.6),
    ("semi", 0.4, 0.0),
    ("rough", 0.3, 0.0),
    ("rough", 0.6, 0.0),
    ("rough", 0.6, 0.7),
    ("rough", 0.9, 0.0),
    ("deep", 1.0, 0.0),
    ("sand", 0.1, 0.0),
    ("sand", 0.4, 0.0),
)
"""Cover, seat and wetness."""

DISTANCES_M = (15.0, 60.0, 110.0, 150.0)


@dataclass(frozen=True)
class Planned:
    """The first call of a shot: what it is, what it is expected to cost, how often its strike is clean."""

    call: str
    strokes: float
    clean: float


@dataclass(frozen=True)
class Compared:
    """One shot both ways."""

    handicap: float
    cover: CoverName
    sunk: float
    wet: float
    flag_m: float
    usual: Planned
    now: Planned


@cache
def _players() -> tuple[Player, ...]:
    return tuple(
        Player(f"h{handicap:.0f}", "", False, 1.78, handicap, build_bag(carry), scatter=Scatter.for_handicap(handicap))
        for carry, handicap in LEVELS
    )


def questions() -> Iterator[Question]:
    """Eighty shots: two players, ten lies, four distances."""
    for player in _players():
        for cover, sunk, wet in LIES:
            for flag in DISTANCES_M:
                front, back = usual_edges(flag)
                line = Line(flag, Landing(front, back, width_m=usual_width(front, back)))
                yield Question(player, Slope(), line, lie=Lie(COVERS[cover], sunk, wet))


def compare(shares: Sequence[LawShare], tell: Callable[[int, int], None] = lambda _done, _of: None) -> list[Compared]:
    """Plan every one of them both ways."""
    asked, measured = list(questions()), Learned(laws=Laws.calibrated(1, tuple(shares)))
    found = []
    for i, question in enumerate(asked):
        usual, now = _first(question), _first(taught(question, measured))
        if usual is not None and now is not None:
            lie = question.lie
            found.append(
                Compared(question.player.handicap, lie.cover.name, lie.sunk, lie.wet, question.line.flag_m, usual, now)
            )
        tell(i + 1, len(asked))
    return found


def _first(question: Question) -> Planned | None:
    plan = plan_shot(question)
    if not plan.calls:
        return None
    call = plan.calls[0]
    return Planned(f"{call.club_name}, {call.method_name}, {call.swing_words}", call.strokes, call.odds.clean)
