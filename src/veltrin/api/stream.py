"""Answers in stages: a JSON line each."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress
from itertools import chain

from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from veltrin.service.wanted import NobodyWaitsError

NDJSON = "application/x-ndjson"


def lines_of(stages: Iterator[BaseModel]) -> StreamingResponse:
    """Send stages as they come. What is refused is refused before the first byte leaves."""
    first = next(stages)

    def lines() -> Iterator[str]:
        with suppress(NobodyWaitsError):
            for stage in chain([first], stages):
                yield stage.model_dump_json() + "\n"

    return StreamingResponse(lines(), media_type=NDJSON)
