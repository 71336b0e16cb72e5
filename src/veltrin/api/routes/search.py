"""Finding things."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query

from veltrin.api.deps import StoreDep
from veltrin.service.contracts.search import SearchOut
from veltrin.service.files import search as search_service

router = APIRouter(tags=["search"])


@router.get("/search")
def search(store: StoreDep, words: Annotated[str, Query(max_length=100)] = "") -> SearchOut:
    """Players, lessons, kept shots, lines, days, methods, drills, faults and words that hold all words typed."""
    return search_service.search(store, words)
