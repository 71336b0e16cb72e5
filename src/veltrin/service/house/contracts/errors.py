"""How bad input is explained: which field, what is wrong with it, how to put it right."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from pydantic import field_validator

from veltrin.service.house.contracts.base import Contract


class ErrorItem(Contract):
    """One thing that is wrong."""

    field: str
    problem: str
    fix: str

    @field_validator("field", "problem", "fix", mode="before")
    @classmethod
    def _can_be_sent(cls, text: str) -> str:
        """Half a character, as a request may hold it, can't be sent back."""
        return text.encode("utf-8", "replace").decode()


class ErrorBody(Contract):
    """Body of every answer that isn't a success."""

    errors: list[ErrorItem]


def _field(location: tuple[Any, ...]) -> str:
    parts = [
        str(p) for p in location if p != "body" and not str(p).startswith(("literal[", "constrained", "function-"))
    ]
    return ".".join(parts) or "body"


def _range_words(context: Mapping[str, Any]) -> str:
    words = {"ge": "at least", "gt": "more than", "le": "at most", "lt": "less than"}
    return " and ".join(f"{words[k]} {context[k]:g}" for k in words if k in context)


def explain(error: Mapping[str, Any]) -> ErrorItem:
    """Put one of Pydantic's error records into words a coach can act on."""
    kind, field, context = error["type"], _field(tuple(error["loc"])), error.get("ctx", {})
    given = error.get("input")
    shown = "" if isinstance(given, dict | list) or given is None else f" ({str(given)[:40]})"
    if kind == "missing":
        return ErrorItem(field=field, problem="is missing.", fix=f"Give {field}.")
    if kind == "extra_forbidden":
        return ErrorItem(field=field, problem="is not a known field.", fix="Remove it, or check its spelling.")
    if kind == "finite_number":
        return ErrorItem(field=field, problem="is not a finite number.", fix="Give an ordinary number.")
    if kind in ("greater_than", "greater_than_equal", "less_than", "less_than_equal"):
        allowed = _range_words(context)
        return ErrorItem(field=field, problem=f"is out of range{shown}.", fix=f"Give a value of {allowed}.")
    if kind == "json_invalid":
        return ErrorItem(field="body", problem="is not valid JSON.", fix="Check brackets, quotes and commas.")
    message = str(error.get("msg", "is not valid")).removeprefix("Value error, ")
    return ErrorItem(field=field, problem=f"is not valid{shown}.", fix=message)
