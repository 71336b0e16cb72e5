"""Finding things."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query

from veltrin.api.deps import StoreDep
from veltrin.service.files import search as search_service
from veltrin.service.files.contracts.search import SearchOut

router = APIRouter(tags=["search"])


@router.get("/search")
def search(store: StoreDep, words: Annotated[str, Query(max_length=100)] = "") -> SearchOut:
    """Players, lessons, kept shots, lines, days, methods, drills, faults and words that hold all words typed."""
    return search_service.search(store, words)
