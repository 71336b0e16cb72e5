"""Shots from a file."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from veltrin.exchange.shots_csv import CsvField, DistanceUnit, SpeedUnit
from veltrin.service.house.contracts.base import Contract

LONGEST_TEXT = 8_000_000


class CsvText(Contract):
    """A CSV file as text."""

    text: str = Field(min_length=1, max_length=LONGEST_TEXT)
    player_id: str = Field(min_length=1, max_length=40)


class MatchedIn(Contract):
    """Which column holds what; fields that aren't in the file are left out."""

    columns: dict[CsvField, Annotated[str, Field(max_length=200)]]
    distance: DistanceUnit = "m"
    speed: SpeedUnit = "m/s"
    clubs: dict[Annotated[str, Field(max_length=200)], Annotated[str, Field(max_length=24)]] = Field(
        default_factory=dict, description="The file's name of a club -> id of the player's club."
    )


class ImportIn(CsvText):
    """Read these shots as stock shots of a player, all or none."""

    matched: MatchedIn
    leave_out_doubles: bool = Field(True, description="Leave out rows that are in the book already; else refuse.")


class RowProblem(Contract):
    """A row that can't be read."""

    line: int
    column: str
    problem: str


class PreviewOut(Contract):
    """What a CSV file seems to hold; nothing is stored."""

    columns: list[str]
    matched: MatchedIn
    club_names: list[str] = Field(description="Clubs the file speaks of.")
    rows: int
    first: list[list[str]]


class ImportOut(Contract):
    """How far an import is."""

    id: str
    state: Literal["reading", "done", "refused", "cancelled"]
    read: int
    rows: int
    stored: int
    doubles: int = Field(description="Rows that are in the book already, or twice in the file.")
    flagged: int = Field(description="So far from what was expected that they don't count until you say so.")
    problems: list[RowProblem] = Field(description="The first fifty.")
    problem: str
