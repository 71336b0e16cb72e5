"""Players and their bags."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from veltrin.service.contracts.base import Contract

Hand = Literal["right", "left"]


class ClubOut(Contract):
    """One club in a bag."""

    id: str = Field(min_length=1, max_length=24, pattern=r"^[a-z0-9-]+$")
    name: str = Field(min_length=1, max_length=40)
    kind: Literal["wood", "hybrid", "iron", "wedge", "putter"]
    loft_deg: float = Field(ge=0, le=70, description="7 to 70; a putter 0 to 8.")
    lie_deg: float = Field(ge=50, le=80)
    bounce_deg: float = Field(ge=-2, le=18)
    sole_mm: float = Field(ge=5, le=80)
    head_g: float = Field(ge=150, le=400)
    length_m: float = Field(ge=0.6, le=1.22)
    stock_carry_m: float = Field(ge=0, le=330, description="5 to 330; 0 for a putter.")


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


class PlayerNew(PlayerBase):
    """A new player: the usual bag is scaled from one carry."""

    seven_iron_carry_m: float = Field(ge=30, le=180, description="Carry of a full 7-iron from level ground, m.")
    leave_out: list[str] = Field(
        default_factory=list, max_length=13, description="Clubs of the usual bag to leave out."
    )


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
    """What changes of a player."""

    layer_pct: float = Field(ge=0, le=10)


class PlayerOut(PlayerInline):
    """A player as stored."""

    id: str
    pinned: list[str] = Field(description="Methods the coach puts first for this player.")
    excluded: list[str] = Field(description="Methods the coach leaves out for this player.")
