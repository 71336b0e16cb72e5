"""Signing in and out. Open to everybody; all else asks who it is where a guard stands."""

from __future__ import annotations

from fastapi import APIRouter, Request

from veltrin.api.deps import COACH
from veltrin.api.errors import NotSignedInError, TooManyTriesError
from veltrin.service import coaches
from veltrin.service.contracts.record import HealthOut
from veltrin.service.contracts.session import SessionOut, SignIn

router = APIRouter(tags=["house"])


@router.get("/health")
def health(request: Request) -> HealthOut:
    """Whether the server is warming up or ready."""
    state: HealthOut = request.app.state.health
    return state


def _who(request: Request) -> SessionOut:
    if request.app.state.guard is None:
        return SessionOut(needed=False, coach=None)
    coach_id = request.session.get(COACH)
    name = None if coach_id is None else coaches.coach_named(request.app.state.store, int(coach_id))
    return SessionOut(needed=True, coach=name)


@router.get("/session")
def who_am_i(request: Request) -> SessionOut:
    """Whether one has to sign in here, and who has."""
    return _who(request)


@router.post("/session")
def sign_in(request: Request, body: SignIn) -> SessionOut:
    """Sign in; after five tries a minute from one address, or for one name, wait."""
    if request.app.state.guard is None:
        return _who(request)
    address = request.client.host if request.client else "?"
    if request.app.state.tries.is_spent(f"address {address}", f"name {body.name.strip().lower()}"):
        raise TooManyTriesError
    coach_id = coaches.who_is(request.app.state.store, body.name, body.passphrase)
    if coach_id is None:
        raise NotSignedInError("passphrase", "or name is not right.", "Try again; ask who runs this server.")
    # A new session, whoever was in before.
    request.session.clear()
    request.session[COACH] = coach_id
    return _who(request)


@router.delete("/session", status_code=204)
def sign_out(request: Request) -> None:
    """Sign out."""
    if request.app.state.guard is not None:
        request.session.clear()
