"""Printed cards: slope, wind, sand, chips, rough, winter."""

from __future__ import annotations

from pydantic import Field

from veltrin.core.cards import WINDS_M_S, CardKind, ColumnKind, Doubt
from veltrin.core.plan import Finish, TargetName
from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.day import DayIn, Step
from veltrin.service.shot.contracts.plan import PlanRequest

EVERY_CARD: list[CardKind] = ["slope", "wind", "sand", "chip", "rough", "winter"]


class CardsRequest(Contract):
    """Whose cards, for which day, and which of them."""

    player_id: str = Field(min_length=1, max_length=40)
    day: DayIn = DayIn()
    winds_m_s: list[Step] = Field(
        list(WINDS_M_S), min_length=1, max_length=8, description="Winds of the wind card, headwind positive."
    )
    kinds: list[CardKind] = Field(EVERY_CARD, min_length=1, max_length=6)


class CardColumnOut(Contract):
    """A column: its number (deg downhill or above the feet, m/s headwind, share of a full swing, m) and words.

    Of a chip `value` is the flag (m) and `second` how far the green falls away (deg).
    """

    kind: ColumnKind
    value: float
    words: str
    second: float


class CardCellOut(Contract):
    """One answer; right positive. `stock_m`: what the row's own club carries there with a full stock swing."""

    call_id: str
    club_id: str
    club_name: str
    method_id: str
    method_name: str
    swing_words: str
    aim_deg: float
    aim_offset_m: float
    ball_back_m: float
    carry_m: float
    total_m: float
    entry_m: float
    mark_m: float
    clean_pct: float
    target: TargetName
    finish: Finish
    short_m: float = Field(description="By how much it falls short of what is asked; 0 where it gets there.")
    doubt: Doubt = Field(description="Why the model isn't sure; empty where it is.")
    stock_m: float | None
    request: PlanRequest = Field(description="The shot, to be opened on the Bench.")


class CardRowOut(Contract):
    """A row: a club with how far it goes from level that day, a seat of the ball, or a shot."""

    words: str
    club_id: str | None
    value_m: float | None
    cells: list[CardCellOut | None]


class CardOut(Contract):
    """A card, worked out."""

    kind: CardKind
    name: str
    about: str
    line: str = Field(
        description="What a player carries in the head. Numbers with a unit stand in braces: {12.5 m}, {3 deg}."
    )
    columns: list[CardColumnOut]
    rows: list[CardRowOut]
    doubts: dict[Doubt, str] = Field(description="What the marks on it mean.")


class CardsStage(Contract):
    """How far a batch of cards is, and the one that has just become whole."""

    done: int
    of: int
    card: CardOut | None
