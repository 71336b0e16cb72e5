"""Bodies that are long: put down piece by piece as they come, and taken apart by a thread of their own.

What the framework takes apart it takes apart where everybody waits. A body beyond a megabyte goes into a file first;
anyone who asked for it reads it in a thread, with its own bounds.
"""

from __future__ import annotations

import tempfile
from collections.abc import AsyncIterator
from typing import IO, Annotated, Any, TypeVar

from fastapi import Depends, Request
from fastapi.exceptions import RequestValidationError
from pydantic import BaseModel, ValidationError
from starlette.concurrency import run_in_threadpool

from veltrin.service.house.longjson import read_json

IN_MEMORY = 1_000_000
"""What is longer than this is put into a file."""

Read = TypeVar("Read", bound=BaseModel)


async def put_down(request: Request) -> AsyncIterator[IO[bytes]]:
    """The body as a file, from its beginning; it goes with the request."""
    with tempfile.SpooledTemporaryFile(max_size=IN_MEMORY) as file:
        async for piece in request.stream():
            await run_in_threadpool(file.write, piece)
        file.seek(0)
        yield file


LongBody = Annotated[IO[bytes], Depends(put_down)]


def taken_apart(kind: type[Read], body: IO[bytes]) -> Read:
    """The body as a contract. RequestValidationError, DomainError where it isn't one."""
    try:
        return kind.model_validate(read_json(body))
    except ValidationError as error:
        raise RequestValidationError(error.errors()) from error


def sends(kind: type[BaseModel], **more: dict[str, Any]) -> dict[str, Any]:
    """What a route with a long body says of it in the description; `more`: by type of content."""
    return {
        "requestBody": {"required": True, "content": {"application/json": {"schema": {"$ref": _ref(kind)}}, **more}}
    }


def _ref(kind: type[BaseModel]) -> str:
    return f"#/components/schemas/{kind.__name__}"


def described(openapi: dict[str, Any], kinds: tuple[type[BaseModel], ...]) -> dict[str, Any]:
    """The description with the contracts of long bodies, which the framework doesn't know of."""
    schemas = openapi["components"]["schemas"]
    for kind in kinds:
        told = kind.model_json_schema(ref_template="#/components/schemas/{model}")
        for name, one in told.pop("$defs", {}).items():
            schemas.setdefault(name, one)
        schemas.setdefault(kind.__name__, told)
    openapi["components"]["schemas"] = dict(sorted(schemas.items()))
    return openapi
