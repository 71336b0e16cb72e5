"""A clinic: several players at stations that they go round."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from veltrin.core.practice import Need
from veltrin.core.practice.clinic import FEWEST, MOST
from veltrin.service.house.contracts.base import Contract
from veltrin.service.practice.contracts.practice import DrillOut, LayMeasureOut, MarkOut


class ClinicIn(Contract):
    """Who comes, for how long, and what isn't there."""

    player_ids: list[Annotated[str, Field(min_length=1, max_length=40)]] = Field(
        min_length=FEWEST, max_length=MOST, description="Each once."
    )
    minutes: float = Field(90.0, description="30 to 240.")
    missing: list[Need] = Field(default_factory=list, max_length=20)


class ClinicMark(Contract):
    """What passes for one player at a station; without a mark nothing of it can be played with their bag."""

    player_id: str
    player_name: str
    mark: MarkOut | None


class ClinicStation(Contract):
    """A station: its drill, balls a player, how it is laid out for the middle one of them, what passes for each."""

    drill: DrillOut
    balls: int
    laid_for: str = Field(description="Name of the player it is laid out for.")
    measures: list[LayMeasureOut]
    marks: list[ClinicMark]


class ClinicOut(Contract):
    """Stations, and by round who is at each of them."""

    stations: list[ClinicStation]
    round_minutes: float
    warm_up_minutes: float
    rounds: list[list[list[str]]] = Field(description="By round, by station: names.")
    words: str
