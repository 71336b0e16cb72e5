"""Finding things."""

from __future__ import annotations

from typing import Literal

from veltrin.service.house.contracts.base import Contract

FoundKind = Literal["player", "lesson", "shot", "line", "day", "method", "drill", "fault", "word"]


class FoundOut(Contract):
    """Something that was found. `ref`: what leads to it: its id or, of a word, the word."""

    kind: FoundKind
    ref: str
    title: str
    about: str
    at: str = ""


class SearchOut(Contract):
    """What was found: the record newest first, then the catalogue."""

    found: list[FoundOut]
