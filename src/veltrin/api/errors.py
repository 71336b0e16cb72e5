"""Turns errors into HTTP, always as {"errors": [{"field", "problem", "fix"}]}."""

from __future__ import annotations

import logging
import math
import secrets

from fastapi import FastAPI, Request, Response
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from veltrin.service.house.contracts.errors import ErrorItem, explain
from veltrin.service.house.errors import BusyError, ConflictError, DomainError, NotFoundError
from veltrin.service.house.store import StoreError
from veltrin.service.house.wanted import NobodyWaitsError

GONE = 499
"""What the log says of a request whose asker has left; nobody sees it."""

log = logging.getLogger(__name__)


class NotSignedInError(DomainError):
    """Somebody has to sign in first."""


class TooManyTriesError(DomainError):
    """Signing in was tried too often."""

    def __init__(self, wait_s: float) -> None:
        self.wait_s = math.ceil(wait_s)
        super().__init__("session", "too many tries.", f"Wait {self.wait_s} s, then try again.")


class NotAllowedError(DomainError):
    """Only anyone who runs this server may."""


def _answer(status: int, items: list[ErrorItem]) -> JSONResponse:
    return JSONResponse({"errors": [i.model_dump() for i in items]}, status_code=status)


def _failed(status: int, error: Exception, problem: str, fix: str) -> JSONResponse:
    """Tell a failure in words, with a number that stands in the log beside what happened."""
    number = secrets.token_hex(4)
    log.error("failure %s", number, exc_info=error)
    return _answer(status, [ErrorItem(field="server", problem=problem, fix=f"{fix} (Failure {number} in the log.)")])


def _status(error: DomainError) -> int:
    kinds: tuple[tuple[type[DomainError], int], ...] = (
        (NotFoundError, 404), (ConflictError, 409), (NotSignedInError, 401), (NotAllowedError, 403),
        (TooManyTriesError, 429), (BusyError, 429),
    )  # fmt: skip
    return next((status for kind, status in kinds if isinstance(error, kind)), 422)


def install(app: FastAPI) -> None:
    """Register the handlers."""

    @app.exception_handler(RequestValidationError)
    def _invalid(_: Request, error: RequestValidationError) -> JSONResponse:
        return _answer(422, [explain(e) for e in error.errors()])

    @app.exception_handler(DomainError)
    def _domain(_: Request, error: DomainError) -> JSONResponse:
        return _answer(_status(error), [ErrorItem(field=error.field, problem=error.problem, fix=error.fix)])

    @app.exception_handler(StoreError)
    def _storage(_: Request, error: StoreError) -> JSONResponse:
        return _failed(503, error, error.problem, error.fix)

    @app.exception_handler(NobodyWaitsError)
    def _gone(_: Request, error: NobodyWaitsError) -> Response:
        return Response(status_code=GONE)

    @app.exception_handler(Exception)
    def _any(_: Request, error: Exception) -> JSONResponse:
        return _failed(500, error, "something went wrong here.", "Try again; if it stays, tell who runs this server.")

    @app.exception_handler(HTTPException)
    def _http(_: Request, error: HTTPException) -> JSONResponse:
        if error.status_code == 400:
            # The one 400 the framework gives is a body that isn't text at all: bad input like any other.
            return _answer(422, [ErrorItem(field="body", problem="can't be read.", fix="Send JSON in UTF-8.")])
        return _answer(
            error.status_code,
            [ErrorItem(field="request", problem=str(error.detail), fix="Check the address and the method.")],
        )


def not_there(path: str) -> NotFoundError:
    """Answer for an address under /api that doesn't exist."""
    return NotFoundError("request", f"There is nothing at /api/{path}.", "See /openapi.json for what there is.")
