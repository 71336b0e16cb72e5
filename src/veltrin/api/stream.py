"""Answers in stages: a JSON line each."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import suppress
from itertools import chain

from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from veltrin.service.house.wanted import NobodyWaitsError

NDJSON = "application/x-ndjson"


def streamed(texts: Iterator[str], headers: Mapping[str, str] | None = None) -> StreamingResponse:
    """Send texts as they come, a line each."""

    def lines() -> Iterator[str]:
        with suppress(NobodyWaitsError):
            for text in texts:
                yield text + "\n"

    return StreamingResponse(lines(), media_type=NDJSON, headers=headers)


def lines_of(stages: Iterator[BaseModel]) -> StreamingResponse:
    """Send stages as they come. What is refused is refused before the first byte leaves."""
    first = next(stages)
    return streamed(stage.model_dump_json() for stage in chain([first], stages))
