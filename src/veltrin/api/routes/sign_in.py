"""Signing in and out. Open to everybody; all else asks who it is where a guard stands."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Path, Request, Response
from starlette.concurrency import run_in_threadpool

from veltrin.api.deps import SignedInDep, only_admin, who_asks
from veltrin.api.errors import NotSignedInError, TooManyTriesError
from veltrin.service.accounts import coaches
from veltrin.service.accounts.coaches import SignedIn
from veltrin.service.accounts.contracts.sign_in import EventOut, SessionOut, SessionRowOut, SignIn
from veltrin.service.house.contracts.health import HealthOut
from veltrin.service.house.errors import NotFoundError
from veltrin.service.house.health import what_is_wrong

router = APIRouter(tags=["house"])


@router.get("/health")
def health(request: Request) -> HealthOut:
    """Whether the server is warming up, ready, or degraded, and why."""
    kept: HealthOut = request.app.state.health
    state = kept.model_copy(update={"is_demo": request.app.state.is_demo})
    wrong = what_is_wrong(request.app.state.store) if state.status == "ready" else ""
    return state.model_copy(update={"status": "degraded", "detail": wrong}) if wrong else state


def _address(request: Request) -> str:
    return request.client.host if request.client else "?"


def _who(request: Request, coach: SignedIn | None) -> SessionOut:
    if request.app.state.guard is None:
        return SessionOut(needed=False, coach=None, is_admin=True)
    return SessionOut(needed=True, coach=coach and coach.name, is_admin=coach is not None and coach.is_admin)


@router.get("/session")
def who_am_i(request: Request) -> SessionOut:
    """Whether one has to sign in here, and who has."""
    return _who(request, who_asks(request))


@router.post("/session")
async def sign_in(request: Request, response: Response, body: SignIn) -> SessionOut:
    """Sign in; after three wrong tries of a name from one address each further one waits longer."""
    guard = request.app.state.guard
    if guard is None:
        return _who(request, None)
    store, tries, address = request.app.state.store, request.app.state.tries, _address(request)
    name = body.name.strip().lower()
    # Counted before it is looked at: a hundred guesses at once are a hundred guesses. Who has to wait is told so here,
    # without a thread or a look into the database: a flood of guesses costs next to nothing.
    wait = tries.known_wait(name, address) or await run_in_threadpool(
        tries.take, name, address, lambda: coaches.was_here(store, body.name, address)
    )
    if wait > 0.0:
        raise TooManyTriesError(wait)
    token = await run_in_threadpool(_entered, request, body, address)
    await run_in_threadpool(tries.was_right, name, address)
    response.headers["set-cookie"] = guard.cookie(token)
    return _who(request, await run_in_threadpool(coaches.signed_in, store, token))


def _entered(request: Request, body: SignIn, address: str) -> str:
    """Return what the cookie of a new session holds. NotSignedInError where the passphrase is wrong."""
    store = request.app.state.store
    try:
        coach_id = coaches.who_is(store, body.name, body.passphrase, body.code)
    except coaches.CodeNeededError as error:
        raise NotSignedInError(error.field, error.problem, error.fix) from error
    if coach_id is None:
        coaches.note_wrong(store, body.name, address)
        raise NotSignedInError("passphrase", "or name or code is not right.", "Try again; ask who runs this server.")
    return coaches.sign_in(store, coach_id, address, request.headers.get("user-agent", "?"))


@router.delete("/session", status_code=204)
def sign_out(request: Request) -> Response:
    """Sign out: the session is over, wherever its cookie went."""
    guard, who = request.app.state.guard, who_asks(request)
    if guard is None:
        return Response(status_code=204)
    if who is not None:
        coaches.sign_out(request.app.state.store, who, who.session_id, _address(request))
    return Response(status_code=204, headers={"set-cookie": guard.cookie("")})


SessionId = Annotated[str, Path(pattern=r"^[0-9a-f]{64}$")]


@router.get("/sessions")
def list_sessions(request: Request, who: SignedInDep) -> list[SessionRowOut]:
    """Where one is signed in."""
    return [] if who is None else coaches.list_sessions(request.app.state.store, who)


@router.delete("/sessions/{session_id}", status_code=204)
def end_session(request: Request, who: SignedInDep, session_id: SessionId) -> None:
    """Sign out somewhere else."""
    if who is None:
        raise NotFoundError("session_id", "Nobody signs in here.", "There is nothing to end.")
    coaches.sign_out(request.app.state.store, who, session_id, _address(request))


@router.get("/events", dependencies=[Depends(only_admin)])
def list_events(request: Request) -> list[EventOut]:
    """What happened to accounts, newest first; for anyone who runs this server."""
    return coaches.list_events(request.app.state.store)
