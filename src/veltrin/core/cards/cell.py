"""What a printed card holds: cells of calls worked out for one player on one day, and the shot behind each."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from veltrin.core.air import CALM, Wind
from veltrin.core.day import Day
from veltrin.core.ground import Lie, Slope, cover_named
from veltrin.core.kit import NOTHING_LEARNED, Club, Learned, Player
from veltrin.core.plan.coefficients import taught
from veltrin.core.plan.days import on_day
from veltrin.core.plan.model import Call, Finish, Line, Question
from veltrin.core.plan.rank import STAYS_WITHIN
from veltrin.core.run import SURFACES, Landing
from veltrin.core.run.terrain import usual_edges, usual_width
from veltrin.core.sides import Sided, SidedName, Unsided, mirrored
from veltrin.core.strike.stroke import TEED_BELOW_RAD

Doubt = Literal["", "close", "strike", "runs", "ground"]

DOUBTS: dict[Doubt, str] = {
    "close": "another club or method is as good",
    "strike": "struck clean only about every second time",
    "runs": "more than a third of the distance is run: the ground decides where it stops",
    "ground": "no measurements of this ground are known: this is the least certain part of the model",
}
"""Why a cell is marked, in words."""

SURELY_CLEAN = 0.55
"""Struck clean less often than this a cell is marked. Judgement."""

RUNS_MOST = 1.0 / 3.0
"""A full stroke that runs a greater share of its way is marked: the ground decides then. Judgement."""

ROUGHEST = frozenset({"grass-splash", "divot-drive"})
"""Methods whose strike is bookkeeping alone (see the limits in the readme)."""

ColumnKind = Literal["fall", "side", "wind", "swing", "chip", "distance", "day"]


@dataclass(frozen=True)
class Column:
    """One column: what it is for, its number (rad, m/s, share of a full swing, m), and words where it has some.

    `fall` downhill, `side` above the feet, `wind` against positive. A chip has its flag (m) and the green's fall (rad)
    as `second`.
    """

    kind: ColumnKind
    value: Unsided
    words: str = ""
    second: Unsided = 0.0


@dataclass(frozen=True)
class Cell:
    """One answer in few numbers, and the question that it answers (None where it is not one shot).

    `short_m`: by how much it falls short of what is asked (m). `stock_m`: what a full stock swing with the row's club
    does there (m), on the wind card. `doubt`: why the model is not sure.
    """

    call_id: SidedName
    club_id: str
    club_name: str
    method_id: str
    method_name: str
    swing_words: str
    aim_rad: Sided
    aim_offset_m: Sided
    ball_back_m: Unsided
    carry_m: Unsided
    total_m: Unsided
    entry_m: Unsided
    mark_m: Unsided
    clean: Unsided
    strokes: Unsided
    target: SidedName
    finish: Finish
    doubt: Doubt
    short_m: Unsided = 0.0
    stock_m: Unsided | None = None
    question: Question | None = None


@dataclass(frozen=True)
class Row:
    """One row: a club (with what it carries today, m), a seat of the ball, or a shot."""

    words: str
    club_id: str | None = None
    value_m: Unsided | None = None


Placed = list[tuple[int, int, Cell]]
"""Cells with their row and column."""

Job = Callable[[], Placed]


@dataclass(frozen=True)
class Frame:
    """A card before it is worked out: rows, columns, and the work in pieces that are free of each other."""

    rows: tuple[Row, ...]
    columns: tuple[Column, ...]
    jobs: tuple[Job, ...]
    note: str = ""


@dataclass(frozen=True)
class Whom:
    """For whom and for which day cards are made; what is pinned or left out for the player."""

    player: Player
    day: Day
    learned: Learned = NOTHING_LEARNED
    pinned: frozenset[str] = frozenset()
    excluded: frozenset[str] = frozenset()

    def shot(
        self, lie: Lie, flag_m: float, slope: Slope | None = None, wind: Wind = CALM, landing: Landing | None = None
    ) -> Question:
        """One shot of that day to a usual green; its wind is the card's, not the day's."""
        green = landing or _usual_green(flag_m)
        asked = Question(
            self.player, slope or Slope(), Line(flag_m, green), lie=lie, pinned=self.pinned, excluded=self.excluded
        )
        return on_day(taught(asked, self.learned), replace(self.day, wind=wind))

    def fairway_shot(self, flag_m: float, slope: Slope) -> Question:
        """One shot from the fairway over fairway to a usual green."""
        green = replace(_usual_green(flag_m), surround=SURFACES["fairway"])
        return self.shot(lie_of("fairway"), flag_m, slope, landing=green)

    @property
    def swung(self) -> list[Club]:
        """Clubs that are swung off the ground, longest first."""
        return [c for c in self.player.bag if c.kind != "putter" and c.loft_rad >= TEED_BELOW_RAD]


def _usual_green(flag_m: float) -> Landing:
    """A green of usual depth and width around a flag (m)."""
    front, back = usual_edges(flag_m)
    return Landing(front, back, width_m=usual_width(front, back))


def lie_of(cover: str, sunk: float = 0.0) -> Lie:
    """A ball on a cover."""
    return Lie(cover_named(cover), sunk)


def for_hand(whom: Whom, cell: Cell) -> Cell:
    """A cell worked out for a right-hander, told for the player's own hand.

    Nothing that a card asks has a left or a right, so that the question is the same for both.
    """
    if not whom.player.left_handed:
        return cell
    return replace(mirrored(replace(cell, question=None)), question=cell.question)


def cell_of(call: Call, others: list[Call], question: Question | None = None) -> Cell:
    """A call as a cell; `others`: what else could be played, for whether one of them is as good."""
    rival = any(o.club_id != call.club_id and o.score <= call.score + STAYS_WITHIN for o in others)
    doubt: Doubt = ""
    if call.method_id in ROUGHEST:
        doubt = "ground"
    elif call.odds.clean < SURELY_CLEAN:
        doubt = "strike"
    elif rival:
        doubt = "close"
    return Cell(
        call_id=call.id,
        club_id=call.club_id,
        club_name=call.club_name,
        method_id=call.method_id,
        method_name=call.method_name,
        swing_words=call.swing_words,
        aim_rad=call.aim_rad,
        aim_offset_m=call.aim_offset_m,
        ball_back_m=call.setup.ball_back_m,
        carry_m=call.carry_m,
        total_m=call.total_m,
        entry_m=call.setup.entry_m,
        mark_m=call.setup.mark_m,
        clean=call.odds.clean,
        strokes=call.strokes,
        target=call.target.name,
        finish=call.finish,
        doubt=doubt,
        short_m=max(-call.past_m, 0.0) if call.finish == "short" else 0.0,
        question=question,
    )
