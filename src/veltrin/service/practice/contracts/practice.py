"""Drills, and a drill made ready for a player. Lengths in m; across the line right is positive."""

from __future__ import annotations

from pydantic import Field

from veltrin.core.ground import CoverName
from veltrin.core.practice import Family, Lay, Need, Phase, Score, Shape, Unit
from veltrin.core.run import Firmness
from veltrin.service.house.contracts.base import Contract, bounded
from veltrin.service.shot.contracts.plan import CallOut
from veltrin.service.shot.contracts.world import FirmnessShare


class DrillOut(Contract):
    """A drill as declared."""

    id: str
    name: str
    family: Family
    trains: str
    how: str
    score: Score
    score_words: str = Field(description="What counts as a hit.")
    balls: int
    stations: list[str]
    needs: list[Need]
    say: list[str]
    cures: list[str] = Field(description="Causes of the fault reader it cures, by id.")
    methods: list[str] = Field(description="Ways of playing it serves, by id.")
    covers: list[str] = Field(description="Lies it serves, by cover.")
    lay: list[Lay]
    cautions: list[str]
    easier: str
    harder: str
    source: str


class DrillsOut(Contract):
    """All drills, in the order of the catalogue."""

    drills: list[DrillOut]
    families: list[Family]
    needs: list[Need]


class ItemOut(Contract):
    """A thing laid on the ground: points from the ball, x to the target, y right."""

    shape: Shape
    points: list[tuple[float, float]]
    words: str
    is_near: bool = Field(description="Lies at the ball, else down the line.")
    size_m: float | None = Field(description="Radius, or height.")


class LayMeasureOut(Contract):
    """A number to lay it out by."""

    words: str
    value: float
    unit: Unit


class MarkOut(Contract):
    """How many of so many: by the player's own expected spread today, and by that of the next handicap step."""

    balls: int
    score: Score | None = Field(None, description="What counts; none: as the drill says (written before 0.16).")
    limit: float | None = Field(description="What counts as a hit (m); none where nothing is measured.")
    share_pct: float = Field(description="Hits expected today.")
    level_share_pct: float | None = Field(None, description="Hits expected of the player whose level is asked for.")
    hits: int = Field(description="What is asked: reached every other time at this level, and never all of them.")
    chance_pct: float = Field(description="Chance to reach it today (binomial).")
    aim_handicap: float
    aim_share_pct: float
    aim_hits: int
    aim_chance_pct: float = Field(description="Chance of a player of that handicap to reach it.")
    by_luck_pct: float = Field(description="Chance to reach the aim while playing no better than today.")


class StationOut(Contract):
    """One station of a drill for a player; without a call nothing of it can be played with this bag."""

    words: str
    balls: int
    flag_m: float
    land_m: float | None
    fall_deg: float
    side_deg: float
    cover: CoverName
    sunk: float
    give: float | None
    call: CallOut | None
    mark: MarkOut | None
    items: list[ItemOut]
    measures: list[LayMeasureOut]


class ReadyDrillOut(Contract):
    """A drill made ready for a player."""

    drill: DrillOut
    player_id: str
    mark: MarkOut | None = Field(description="Of the whole drill: what passes.")
    stations: list[StationOut]


class PracticeWish(Contract):
    """What there is for a session: time, balls, what is not there; a family to keep to, or what costs most."""

    player_id: str = Field(min_length=1, max_length=40)
    minutes: float = Field(60.0, description="15 to 240.")
    balls: int | None = Field(None, description="8 to 400; default: enough.")
    missing: list[Need] = Field(default_factory=list, max_length=20)
    theme: Family | None = None
    again: str | None = Field(
        None, max_length=40, description="A test to be taken again; default: the last one that was played to its end."
    )
    firmness: Firmness | FirmnessShare | None = Field(None, description="Of the ground that day: word, or 0 to 1.")
    wind_m_s: float | None = bounded("wind.speed_m_s", None, "Of that day; default: not said.")


class PracticePartOut(Contract):
    """One drill of a session."""

    drill_id: str
    name: str
    phase: Phase
    minutes: float
    balls: int
    ground: Need
    why: str


class PracticeOut(Contract):
    """A session in order, worth most together for what there is."""

    parts: list[PracticePartOut]
    warm_up_minutes: float
    walk_minutes: float = Field(description="A walk from one ground to another.")
    setup_minutes: float = Field(description="To lay a drill out, whatever its balls.")
    minutes: float = Field(description="In all, warm-up and walks counted.")
    balls: int
    needs: list[Need] = Field(description="Everything to bring or to find there.")
    words: str = Field(description="How it was chosen.")
