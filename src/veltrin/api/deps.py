"""What routes need from the running application."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Path, Query, Request

from veltrin.api.errors import NotAllowedError, NotSignedInError
from veltrin.api.links import Links
from veltrin.service.accounts.coaches import SignedIn
from veltrin.service.devices.mast import Mast
from veltrin.service.devices.monitor import Monitor
from veltrin.service.house.store import Store
from veltrin.service.lessons.take import Taker

UuidPath = Annotated[str, Path(pattern=r"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$")]
PlayerId = Annotated[str, Query(min_length=1, max_length=40)]


def who_asks(request: Request) -> SignedIn | None:
    """Who is signed in, as the door has seen it; None where nobody is, or nobody has to."""
    found = getattr(request.state, "who", None)
    return found if isinstance(found, SignedIn) else None


def taker_asks(request: Request) -> Taker | None:
    """Whose link the one who asks came by; None where they came by none."""
    found = getattr(request.state, "who", None)
    return found if isinstance(found, Taker) else None


def get_store(request: Request) -> Store:
    """The store as the coach who asks may see it. NotSignedInError where a guard stands and nobody has signed in."""
    store: Store = request.app.state.store
    if request.app.state.guard is None:
        return store
    taker = taker_asks(request)
    if taker is not None:
        return store.of_coach(taker.coach_id, taker.player_id)
    who = who_asks(request)
    if who is None:
        raise NotSignedInError("session", "nobody is signed in.", "Sign in first.")
    return store.of_coach(who.coach_id)


def only_admin(request: Request) -> None:
    """Refuse anyone who doesn't run the place, where coaches sign in."""
    who = who_asks(request)
    if request.app.state.guard is not None and (who is None or not who.is_admin):
        raise NotAllowedError("session", "is not of a coach who runs this server.", "Ask the person who runs it.")


def only_practice(request: Request, purpose: str) -> None:
    """Refuse anyone who came by a player's link to write anything but balls of practice."""
    if taker_asks(request) is not None and purpose != "practice":
        raise NotAllowedError("purpose", "is not practice.", "By a player's link only balls of a session are booked.")


def get_mast(request: Request) -> Mast:
    """The link of the coach who asks to the weather mast."""
    masts: Links[Mast] = request.app.state.masts
    return masts.of(get_store(request))


def get_monitor(request: Request) -> Monitor:
    """The link of the coach who asks to the launch monitor."""
    monitors: Links[Monitor] = request.app.state.monitors
    return monitors.of(get_store(request))


def free_port(request: Request, port: int | None) -> None:
    """Refuse a port of the coach's own where coaches sign in: nobody looks around on the server's machine."""
    if request.app.state.guard is not None and port is not None:
        raise NotAllowedError("port", "is set by the person who runs this server.", "Leave it out.")


MastDep = Annotated[Mast, Depends(get_mast)]
MonitorDep = Annotated[Monitor, Depends(get_monitor)]
StoreDep = Annotated[Store, Depends(get_store)]
SignedInDep = Annotated[SignedIn | None, Depends(who_asks)]
