"""Under which ids what a book file holds is here, and in which portions it is written."""

from __future__ import annotations

import hashlib
import re
import uuid
from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

from veltrin.core.wanted import go_on
from veltrin.service.files.bookpieces import Pictures
from veltrin.service.files.contracts.exchange import PhotographRecord, ReadStage
from veltrin.service.house.contracts.kept import KeptJson
from veltrin.service.house.errors import DomainError

AT_ONCE = 500
"""Rows written in one transaction: a booking beside it waits for no more than these."""

NAMESPACE = uuid.UUID("6f1c1f6e-5a34-4c52-9a55-0d6c1f0a7b11")


class Here(NamedTuple):
    """Under what id something of the file is here, and whether it is here already."""

    id: str
    is_known: bool


def derived_id(coach_id: int, told: str, whose: str) -> str:
    """The id here of something whose own id is another's: the same each time."""
    return str(uuid.uuid5(NAMESPACE, f"{coach_id}/{whose}/{told}"))


def derived_slug(coach_id: int, told: str) -> str:
    """The same of a player, whose id is words."""
    tail = hashlib.sha256(f"{coach_id}/{told}".encode()).hexdigest()[:8]
    return f"{re.sub(r'-+$', '', told[:31])}-{tail}"


def portions(stage: str, rows: Sequence[Any], most: int = AT_ONCE) -> Iterator[tuple[Sequence[Any], ReadStage]]:
    """Portions of what is written, with how far it will be."""
    for start in range(0, len(rows), most):
        go_on()
        yield rows[start : start + most], ReadStage(stage=stage, done=min(start + most, len(rows)), of=len(rows))


def number_of(told: str | None) -> int | None:
    """The number of a saved shot, which is told as text."""
    return None if told is None else int(told)


def image_of(told: PhotographRecord, beside: Pictures) -> bytes | None:
    """The image, from beside the book or, in files before version 4, from within."""
    if told.image is None:
        return beside.image(told.id)
    try:
        return told.image_bytes()
    except ValueError as error:
        raise DomainError(f"photographs.{told.id}.image", "is cut off.", "Export the file again.") from error


def own_runs(kept: KeptJson | None, player_id: str) -> KeptJson | None:
    """Stations played by the player under the id they have here."""
    if kept is None or not isinstance(kept.json_, list):
        return kept
    told = [
        {**one, "request": {**one["request"], "player_id": player_id}}
        if isinstance(one, dict) and isinstance(one.get("request"), dict)
        else one
        for one in kept.json_
    ]
    return kept.model_copy(update={"json_": told})
