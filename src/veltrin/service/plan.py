"""Use case: plan one shot."""

from __future__ import annotations

from veltrin.core.kit import Player
from veltrin.core.plan import plan_shot
from veltrin.service.contracts.plan import PlanRequest, PlanResponse
from veltrin.service.players import find_stored
from veltrin.service.translate import club_in, plan_out, player_in, question_in
from veltrin.store.engine import Store


def find_player(store: Store | None, request: PlanRequest) -> Player:
    """Take the player from the question itself, or load the stored one."""
    if request.player is not None:
        return player_in("inline", request.player, tuple(club_in(c) for c in request.player.clubs))
    assert store is not None, "without a store the question carries its player (contract)"
    return find_stored(store, str(request.player_id)).player


def plan(store: Store | None, request: PlanRequest) -> PlanResponse:
    """Plan the shot and say it in the contract's terms."""
    return plan_out(plan_shot(question_in(request, find_player(store, request))))
