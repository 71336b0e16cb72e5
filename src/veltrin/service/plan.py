"""Use case: plan one shot."""

from __future__ import annotations

from veltrin.core.kit import Player
from veltrin.core.plan import plan_shot
from veltrin.service.contracts.plan import PlanRequest, PlanResponse
from veltrin.service.errors import NotFoundError
from veltrin.service.translate import club_in, plan_out, player_in, question_in
from veltrin.store.engine import Store
from veltrin.store.repositories import players as player_rows


def find_player(store: Store | None, request: PlanRequest) -> Player:
    """Take the player from the question itself, or load the stored one."""
    if request.player is not None:
        return player_in("inline", request.player, tuple(club_in(c) for c in request.player.clubs))
    found = None
    if store is not None:
        with store.session() as session:
            found = player_rows.load(session, str(request.player_id))
    if found is None:
        raise NotFoundError("player_id", f"There is no player '{request.player_id}'.", "Choose one from /api/players.")
    return found.player


def plan(store: Store | None, request: PlanRequest) -> PlanResponse:
    """Plan the shot and say it in the contract's terms."""
    return plan_out(plan_shot(question_in(request, find_player(store, request))))
