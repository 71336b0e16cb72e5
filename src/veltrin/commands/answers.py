"""A question as JSON in, the answer as JSON out; what is refused in the shape of every refusal."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from typing import Any, TextIO, TypeVar

import click
from pydantic import ValidationError

from veltrin.service.house.contracts.base import Contract
from veltrin.service.house.contracts.errors import ErrorBody, ErrorItem, explain
from veltrin.service.house.errors import DomainError

Question = TypeVar("Question", bound=Contract)


def _refuse(items: list[ErrorItem]) -> None:
    click.echo(ErrorBody(errors=items).model_dump_json(indent=2), err=True)
    sys.exit(2)


def answer(kind: type[Question], source: TextIO, solve: Callable[[Question], Contract]) -> None:
    """Read a question as JSON, print the answer as JSON; bad input goes to stderr with exit code 2."""
    try:
        body: Any = json.loads(source.read())
        click.echo(solve(kind.model_validate(body)).model_dump_json(indent=2))
    except json.JSONDecodeError as error:
        _refuse([ErrorItem(field="body", problem=f"is not valid JSON: {error}.", fix="Check brackets and quotes.")])
    except ValidationError as error:
        _refuse([explain(e) for e in error.errors()])
    except DomainError as error:
        _refuse([ErrorItem(field=error.field, problem=error.problem, fix=error.fix)])
