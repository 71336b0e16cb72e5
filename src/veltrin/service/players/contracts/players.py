"""Players and their bags."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import Field, model_validator

from veltrin.core.kit import SPEEDS_M_S, BallCover, ClubKind, GrooveState, StepKind
from veltrin.core.learn import Practised
from veltrin.service.house.contracts.base import Contract

Hand = Literal["right", "left"]


BirthYear = Annotated[
    int | None, Field(ge=1900, le=2100, description="Year of birth, where it matters: a minor's guardian agrees first.")
]


class ClubOut(Contract):
    """One club in a bag."""

    id: str = Field(min_length=1, max_length=24, pattern=r"^[a-z0-9-]+$")
    name: str = Field(min_length=1, max_length=40)
    kind: ClubKind
    loft_deg: float = Field(ge=0, le=70, description="7 to 70; a putter 0 to 8.")
    lie_deg: float = Field(ge=50, le=80)
    bounce_deg: float = Field(ge=-2, le=18)
    sole_mm: float = Field(ge=5, le=80)
    head_g: float = Field(ge=150, le=400)
    length_m: float = Field(ge=0.6, le=1.22)
    stock_carry_m: float = Field(ge=0, le=330, description="5 to 330; 0 for a putter.")
    rounds: float = Field(0.0, ge=0, le=5000, description="Rounds played with these grooves, practice counted in.")
    bought_on: date | None = None
    cleaned_on: date | None = None


class PlayerBase(Contract):
    """Who swings."""

    name: str = Field(min_length=1, max_length=60, description="What you call the player.")
    hand: Hand = "right"
    stature_m: float = Field(1.78, ge=1.0, le=2.2, description="Height of the player, m.")
    handicap: float = Field(18.0, ge=-6, le=54, description="Handicap index; sets the scatter until shots are booked.")
    note: str = Field("", max_length=120)
    layer_pct: float = Field(
        1.5, ge=0, le=10, description="Share of full swing speed that each layer of clothes takes, percent."
    )
    ball: BallCover = Field("soft", description="Cover of the ball that is played.")
    scatter_handicap: float | None = Field(
        None, ge=-6, le=54, description="Handicap whose scatter the player has; default: their own."
    )
    lean_deg: float | None = Field(
        None, ge=-5, le=14, description="Stock shaft lean with a mid iron; default: told from how far it is carried."
    )
    attack_deg: float = Field(-4.0, ge=-9, le=3, description="Stock attack angle with a mid iron.")
    lead_pct: float = Field(52.0, ge=30, le=80, description="Stock pressure on the lead side, full swing, percent.")
    ball_place_m: float | None = Field(
        None, ge=-0.1, le=0.5, description="Stock place of the ball with a mid iron, inside the lead heel."
    )
    notes: str = Field("", max_length=4000, description="What the coach wants to remember.")
    units: Literal["", "metric", "yards"] = Field("", description="Of the player's card; empty: the coach's.")


class PlayerNew(PlayerBase):
    """A new player. The bag is worked out from one thing that is known: a carry, a speed, or that it is a junior's."""

    birth_year: BirthYear = None
    seven_iron_carry_m: float | None = Field(
        None, ge=30, le=180, description="Carry of a full 7-iron from level ground, m."
    )
    driver_speed_m_s: float | None = Field(
        None, ge=SPEEDS_M_S[0], le=SPEEDS_M_S[1], description="Head speed of a full swing with the driver, m/s."
    )
    junior_set: bool = Field(False, description="A junior's set of six clubs, worked out from the height.")
    clubs: list[ClubOut] | None = Field(
        None, min_length=1, max_length=20, description="The bag itself, such as one that was worked out and changed."
    )
    leave_out: list[str] = Field(
        default_factory=list, max_length=13, description="Clubs of the usual bag to leave out."
    )

    @model_validator(mode="after")
    def _has_one_source(self) -> PlayerNew:
        given = [self.seven_iron_carry_m, self.driver_speed_m_s, self.junior_set or None, self.clubs]
        if sum(one is not None for one in given) != 1:
            raise ValueError(
                "seven_iron_carry_m, driver_speed_m_s, junior_set and clubs: give exactly one of them. "
                "The bag is worked out from it."
            )
        return self


class PlayerInline(PlayerBase):
    """A player given in the question itself, with the bag."""

    clubs: list[ClubOut] = Field(min_length=1, max_length=20)
    pinned: list[str] = Field(
        default_factory=list, max_length=100, description="Methods the coach puts first for this player."
    )
    excluded: list[str] = Field(
        default_factory=list, max_length=100, description="Methods the coach leaves out for this player."
    )


class PlayerPatch(Contract):
    """One thing that changes of a player, whatever else others change."""

    layer_pct: float | None = Field(None, ge=0, le=10)
    learns: bool | None = Field(None, description="Whether the player's own book is heard in plans.")
    practice: Practised | None = Field(None, description="What balls of practice sessions teach.")
    forget: bool = Field(False, description="Learn from now on only; what was booked stays in the book.")


class PlayerEdit(PlayerBase):
    """A player written again, bag and all; `version` is the one that was read."""

    birth_year: BirthYear = None
    clubs: list[ClubOut] = Field(min_length=1, max_length=20)
    version: int = Field(ge=1, le=2**31 - 1)


class PlayerOut(PlayerInline):
    """A player as stored."""

    id: str
    version: int
    birth_year: BirthYear
    is_minor: bool = Field(description="Under eighteen by the year of birth, as far as it is known.")
    guardian: str = Field(description="Who agreed to links, photographs and voice of a minor; empty: nobody.")
    guardian_on: date | None
    learns: bool = Field(description="Whether the player's own book is heard in plans.")
    learns_from: datetime | None = Field(description="What was booked earlier is not learnt from.")
    practice: Practised = Field(
        description="What balls of practice sessions teach: nothing, habits, or what is lost from a lie too."
    )
    pinned: list[str] = Field(description="Methods the coach puts first for this player.")
    excluded: list[str] = Field(description="Methods the coach leaves out for this player.")


class GuardianIn(Contract):
    """Who agreed for a minor, and on which day."""

    name: str = Field(min_length=1, max_length=60)
    on: date


class HeldOut(Contract):
    """How much is kept of a player: what deleting them takes away."""

    shots: int
    saved_shots: int
    trials: int
    sessions: int
    photographs: int
    links: int
    lessons: int
    things_in_lessons: int
    scenes: int


class ClubStepOut(Contract):
    """From one club to the next shorter one."""

    longer_id: str
    shorter_id: str
    step_m: float
    kind: StepKind


class ClubNoteOut(Contract):
    """What there is to say of one club."""

    club_id: str
    speed_m_s: float = Field(description="Club-head speed behind the stock carry.")
    suits: str = Field(description="Wedges: grounds its bounce suits; else empty.")
    wear_pct: float = Field(description="How worn the grooves are by the rounds played.")
    grooves: GrooveState
    carry_doubt_m: float = Field(description="How far its carry may be off while no stock shot is measured, m.")
    months: float | None = Field(description="Months since it was bought.")
    grip_pct: float = Field(description="Friction left against a new face and a soft ball.")


class BagOut(Contract):
    """What a coach sees in a bag."""

    steps: list[ClubStepOut]
    clubs: list[ClubNoteOut]
    missing: list[str]
    rounds_worn: float = Field(description="Rounds after which grooves count as worn out.")


class NewBagOut(Contract):
    """A bag that is worked out for a new player, and how far its carries may be off until they are measured."""

    clubs: list[ClubOut]
    doubts_m: list[float] = Field(description="One for each club: how far its carry may be off (a deviation), m.")
    known_share: float = Field(description="The same for a club whose carry somebody says, as a share of it.")
