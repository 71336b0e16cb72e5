"""Practice sessions that are kept: planned, run at the stations, looked back on; a season of them."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from veltrin.core.ground import CoverName
from veltrin.core.learn import Miss
from veltrin.core.practice import Answer, Family, Need, Phase, Score
from veltrin.service.book.contracts.book import RateOut
from veltrin.service.house.contracts.base import Contract, Moment
from veltrin.service.practice.contracts.practice import LayMeasureOut, MarkOut
from veltrin.service.shot.contracts.plan import PlanRequest

State = Literal["planned", "begun", "done"]

MOST_PARTS = 20
PART_BALLS = (2, 80)


class PartIn(Contract):
    """One drill of a session. `balls`: over all its stations; default as the drill says."""

    drill_id: str = Field(min_length=1, max_length=40)
    phase: Phase = "blocked"
    balls: int | None = Field(None, ge=PART_BALLS[0], le=PART_BALLS[1])


LocalTime = Annotated[
    str, Field(pattern=r"^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$", description="By the clock of the place.")
]
ZoneName = Annotated[str, Field(min_length=1, max_length=60, description="IANA name of the place's time zone.")]


class When(Contract):
    """When a session is meant to be: by the clock of a place, or a moment; default: not said."""

    planned_local: LocalTime | None = None
    zone: ZoneName | None = None
    planned_for: Moment | None = Field(None, description="The moment, where the place isn't known.")

    @model_validator(mode="after")
    def _of_a_place(self) -> Self:
        if (self.planned_local is None) != (self.zone is None):
            raise ValueError("planned_local and zone go together. Give both, or neither.")
        if self.planned_local is not None and self.planned_for is not None:
            raise ValueError("Give planned_local with its zone, or planned_for, not both.")
        return self


class PracticeKeep(When):
    """A session to keep: its drills in order, and when it is meant to be.

    `version`: the one that was read, where it was kept before; who else has changed it in the meantime is not
    overwritten.
    """

    player_id: str = Field(min_length=1, max_length=40)
    version: int | None = Field(None, ge=1, le=2**31 - 1)
    parts: list[PartIn] = Field(min_length=1, max_length=MOST_PARTS)


class StationRun(Contract):
    """A station as it is played: the call, what passes, how it is laid out. Kept as it stood when the session began."""

    words: str
    balls: int
    flag_m: float
    fall_deg: float
    side_deg: float
    cover: CoverName
    call_id: str | None = Field(description="None: nothing of it can be played with this bag.")
    call_words: str
    mark: MarkOut | None
    measures: list[LayMeasureOut]
    request: PlanRequest


class PlayedOut(Contract):
    """A ball of a session."""

    id: str
    part: int
    station: int
    hit: bool
    misses: list[Miss]


class SessionPartOut(Contract):
    """One drill of a kept session; stations, order and level are told once it has begun."""

    drill_id: str
    name: str
    phase: Phase
    family: Family
    score: Score
    balls: int
    minutes: float
    ground: Need
    level: int
    mark: MarkOut | None = Field(description="Of the whole drill: what passes; none until it has begun.")
    stations: list[StationRun]
    order: list[int] = Field(description="Which station each ball is played from.")
    hits: int | None = Field(description="From here on: when it was played to its end.")
    asked: int | None
    passed: bool | None
    level_after: int | None


class KeptPracticeOut(Contract):
    """A session that is kept."""

    id: str
    player_id: str
    made_at: datetime
    planned_for: datetime | None
    planned_local: str | None = Field(description="The same by the clock of its place, where that is known.")
    zone: str | None
    version: int
    built_at: datetime | None = Field(description="Of a season: from the book as it was then; none: on its own.")
    state: State
    began_at: datetime | None
    done_at: datetime | None
    parts: list[SessionPartOut]
    minutes: float
    balls: int
    words: str = Field(description="The line for the player, once it is done.")
    next_words: list[str] = Field(description="What to do next time, once it is done.")
    played: list[PlayedOut] = Field(description="Balls that are in the book; left out in lists.")


class PracticePage(Contract):
    """Some of a player's sessions, what comes or came last first."""

    total: int
    rows: list[KeptPracticeOut]


class WhenIn(When):
    """When a session is meant to be. `version`: the one that was read."""

    version: int | None = Field(None, ge=1, le=2**31 - 1)


class BuiltFor(Contract):
    """How a session of a season was built: for how long, without what, and from the book as it was when."""

    minutes: float
    missing: list[Need] = Field(max_length=20)
    built_at: Moment


class SeasonRenewIn(Contract):
    """Whose season is planned again from the book, from now on."""

    player_id: str = Field(min_length=1, max_length=40)


class SeasonIn(Contract):
    """A season: so many hours a week on these weekdays, each session built by what costs most then."""

    player_id: str = Field(min_length=1, max_length=40)
    first: date
    weeks: int = Field(6, description="1 to 26.")
    hours: float = Field(2.0, description="A week, 0.5 to 20.")
    weekdays: list[Annotated[int, Field(ge=0, le=6)]] = Field(
        default_factory=lambda: [1, 5], max_length=7, description="0: Monday."
    )
    peak: date | None = Field(
        None, description="The date it is for: little in the week before, nothing from it on; default: none."
    )
    starts: str = Field("17:00", pattern=r"^([01]\d|2[0-3]):[0-5]\d$", description="By the clock of the place.")
    zone: ZoneName = "UTC"
    missing: list[Need] = Field(default_factory=list, max_length=20)


class WentOut(Contract):
    """How one drill went once: hits of balls with the interval of the true rate (eight in ten)."""

    at: datetime
    phase: Phase
    rate: RateOut
    expected_pct: float = Field(description="What was expected of the player of that day.")
    passed: bool
    level: int
    level_after: int


class DrillProgressOut(Contract):
    """A drill over time, oldest first; the level it is at now.

    `evidence`: how many times likelier its hits at this level are for a better player than for one as expected. At ten
    times it goes a level up.
    """

    drill_id: str
    name: str
    level: int
    evidence: float
    went: list[WentOut]


class KindProgressOut(Contract):
    """All drills about a kind of lie together, session by session, oldest first."""

    name: str
    went: list[WentOut]


class HelpedOut(Contract):
    """What practice did to shots of a kind of lie on the course, told by all kinds together.

    `before_lost` is drawn towards the mean of kinds; `difference`: what practice did, with the interval it lies in nine
    times of ten.
    """

    kind: str
    sessions: int
    since: datetime
    answer: Answer
    before: int
    after: int
    before_lost: float | None = Field(description="Strokes lost a shot.")
    after_lost: float | None
    difference: float | None
    low: float | None
    high: float | None
    words: str


class ProgressOut(Contract):
    """What practice came to."""

    player_id: str
    sessions: int
    balls: int
    drills: list[DrillProgressOut]
    kinds: list[KindProgressOut]
    helped: list[HelpedOut]
