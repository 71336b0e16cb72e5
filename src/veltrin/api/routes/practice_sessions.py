"""Practice sessions that are kept, their season, and what they came to."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query, Response

from veltrin.api.deps import PlayerId, StoreDep, UuidPath
from veltrin.service.practice import clinic as clinic_service
from veltrin.service.practice import practice_sessions as session_service
from veltrin.service.practice import progress as progress_service
from veltrin.service.practice import season as season_service
from veltrin.service.practice.contracts.clinic import ClinicIn, ClinicOut
from veltrin.service.practice.contracts.practice_sessions import (
    KeptPracticeOut,
    PracticeKeep,
    PracticePage,
    ProgressOut,
    SeasonIn,
    SeasonRenewIn,
    WhenIn,
)

router = APIRouter()


@router.get("/practices", tags=["practice"])
def list_practices(
    store: StoreDep,
    player_id: PlayerId,
    limit: Annotated[int, Query(ge=1, le=200)] = 50,
    offset: Annotated[int, Query(ge=0, le=2**31 - 1)] = 0,
) -> PracticePage:
    """A player's sessions, what comes or came last first."""
    return session_service.list_practices(store, player_id, limit, offset)


@router.put("/practices/{practice_id}", tags=["practice"])
def keep_practice(store: StoreDep, practice_id: UuidPath, body: PracticeKeep) -> KeptPracticeOut:
    """Keep a session under a UUID of the sender's; sent again it is written again until it has begun."""
    return session_service.keep_practice(store, practice_id, body)


@router.get("/practices/{practice_id}", tags=["practice"])
def show_practice(store: StoreDep, practice_id: UuidPath) -> KeptPracticeOut:
    """A session with the balls struck so far: it can be gone on with from here."""
    return session_service.show_practice(store, practice_id)


@router.post("/practices/{practice_id}/begin", tags=["practice"])
def begin_practice(store: StoreDep, practice_id: UuidPath) -> KeptPracticeOut:
    """Work out calls and marks of every station and let it begin."""
    return session_service.begin_practice(store, practice_id)


@router.post("/practices/{practice_id}/finish", tags=["practice"])
def finish_practice(store: StoreDep, practice_id: UuidPath) -> KeptPracticeOut:
    """End a session: what passed, what next, levels up or down."""
    done = session_service.finish_practice(store, practice_id)
    season_service.renew_weekly(store, done.player_id)
    return done


@router.put("/practices/{practice_id}/when", tags=["practice"])
def move_practice(store: StoreDep, practice_id: UuidPath, body: WhenIn) -> KeptPracticeOut:
    """Put a session on another date, or on none."""
    return session_service.move_practice(store, practice_id, body)


@router.delete("/practices/{practice_id}", status_code=204, tags=["practice"])
def drop_practice(store: StoreDep, practice_id: UuidPath) -> None:
    """Delete a session; its balls stay in the book."""
    session_service.drop_practice(store, practice_id)


@router.post("/season", status_code=201, tags=["practice"])
def plan_season(store: StoreDep, body: SeasonIn) -> PracticePage:
    """Put sessions on dates by weekly hours."""
    return season_service.plan_season(store, body)


@router.post("/season/renew", tags=["practice"])
def renew_season(store: StoreDep, body: SeasonRenewIn) -> PracticePage:
    """Plan what is still to come of a season again from the book; the past stays as it was."""
    return season_service.renew_season(store, body.player_id)


@router.post("/clinic", tags=["practice"])
def plan_clinic(store: StoreDep, body: ClinicIn) -> ClinicOut:
    """A clinic of four to twelve: stations, who is where in which round, and what passes for each."""
    return clinic_service.plan_clinic(store, body)


@router.get("/season.ics", tags=["practice"], response_class=Response)
def calendar(store: StoreDep, player_id: PlayerId) -> Response:
    """A player's sessions to come as an iCalendar file with alarms."""
    return Response(
        season_service.calendar(store, player_id),
        media_type="text/calendar",
        headers={"Content-Disposition": 'attachment; filename="practice.ics"'},
    )


@router.get("/progress", tags=["practice"])
def show_progress(store: StoreDep, player_id: PlayerId) -> ProgressOut:
    """Each drill over time with intervals, and whether practice helped on the course."""
    return progress_service.show_progress(store, player_id)
