"""The catalogue of methods, the schools side by side, and what a coach pins or leaves out for a player."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from veltrin.core.methods import Blow, HandWord, Hinge, Way
from veltrin.service.house.contracts.base import Contract
from veltrin.service.shot.contracts.plan import CallOut, FaultOut

Stand = Literal["pinned", "excluded"]


class MethodOut(Contract):
    """One way of playing, as declared."""

    id: str
    name: str
    family: str
    school: str
    way: Way
    blow: Blow
    hand: HandWord
    hinge: Hinge
    difficulty: float
    key_words: list[str]
    faults: list[FaultOut]
    miss: str
    wins_when: str
    source: str
    cautions: list[str]


class DisputeOut(Contract):
    """A question on which good coaches disagree."""

    id: str
    question: str
    method_ids: list[str]


class CatalogueOut(Contract):
    """All methods, and what the schools disagree on."""

    methods: list[MethodOut]
    disputes: list[DisputeOut]


class SchoolRowOut(Contract):
    """One method for the present lie: its best call, or why there is none."""

    method_id: str
    call: CallOut | None
    reason: str | None


class SchoolsResponse(Contract):
    """Every method for one question."""

    rows: list[SchoolRowOut]


class StandIn(Contract):
    """What the coach thinks of a method for a player; null takes it back."""

    stand: Stand | None = Field(description="pinned, excluded or null.")
