"""Practice: drills, and a drill made ready for a player."""

from __future__ import annotations

from fastapi import APIRouter

from veltrin.api.deps import PlayerId, StoreDep
from veltrin.service.practice import practice as practice_service
from veltrin.service.practice.contracts.practice import DrillsOut, PracticeOut, PracticeWish, ReadyDrillOut

router = APIRouter()


@router.get("/drills", tags=["practice"])
def list_drills() -> DrillsOut:
    """All drills, as declared."""
    return practice_service.list_drills()


@router.get("/drills/{drill_id}", tags=["practice"])
def show_drill(store: StoreDep, drill_id: str, player_id: PlayerId) -> ReadyDrillOut:
    """A drill with its layout, calls and pass marks worked out for a player."""
    return practice_service.show_drill(store, drill_id, player_id)


@router.post("/practice", tags=["practice"])
def build_session(store: StoreDep, body: PracticeWish) -> PracticeOut:
    """Build a session: drills worth most together for the time, the balls and what is there."""
    return practice_service.build_session(store, body)
