"""What routes need from the running application."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Request

from veltrin.api.errors import NotSignedInError
from veltrin.service.coaches import coach_named
from veltrin.service.mast import MastLink
from veltrin.service.monitor import MonitorLink
from veltrin.service.store import Store

COACH = "coach"


def get_store(request: Request) -> Store:
    """The store as the coach who asks may see it. NotSignedInError where a guard stands and nobody has signed in."""
    store: Store = request.app.state.store
    if request.app.state.guard is None:
        return store
    coach_id = request.session.get(COACH)
    if coach_id is None or coach_named(store, int(coach_id)) is None:
        raise NotSignedInError("session", "nobody is signed in.", "Sign in first.")
    return store.of_coach(int(coach_id))


def get_mast(request: Request) -> MastLink:
    """The link to the weather mast."""
    mast: MastLink = request.app.state.mast
    return mast


def get_monitor(request: Request) -> MonitorLink:
    """The link to the launch monitor."""
    monitor: MonitorLink = request.app.state.monitor
    return monitor


MastDep = Annotated[MastLink, Depends(get_mast)]
MonitorDep = Annotated[MonitorLink, Depends(get_monitor)]
StoreDep = Annotated[Store, Depends(get_store)]
