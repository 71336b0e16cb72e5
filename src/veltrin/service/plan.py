"""Use case: plan one shot."""

from __future__ import annotations

from veltrin.core.kit import Player
from veltrin.core.methods import method_named
from veltrin.core.plan import plan_shot
from veltrin.service.contracts.plan import PlanRequest, PlanResponse
from veltrin.service.players import find_stored
from veltrin.service.translate import club_in, plan_out, player_in, question_in
from veltrin.store.engine import Store


def find_player(store: Store | None, request: PlanRequest) -> Player:
    """Take the player from the question itself, or load the stored one."""
    if request.player is not None:
        return player_in("inline", request.player, tuple(club_in(c) for c in request.player.clubs))
    return find_stored(require_store(store), str(request.player_id)).player


def require_store(store: Store | None) -> Store:
    """The store; without one the question carries its player (contract)."""
    assert store is not None, "a question without a store carries its player"
    return store


def plan(store: Store | None, request: PlanRequest) -> PlanResponse:
    """Plan the shot and say it in the contract's terms."""
    return plan_out(plan_shot(question_in(request, find_player(store, request), *_stands(store, request))))


def _stands(store: Store | None, request: PlanRequest) -> tuple[frozenset[str], frozenset[str]]:
    """Methods pinned and left out for the player of the question."""
    if request.player is not None:
        for field, ids in (("pinned", request.player.pinned), ("excluded", request.player.excluded)):
            for method_id in ids:
                method_named(method_id, f"player.{field}")
        return frozenset(request.player.pinned), frozenset(request.player.excluded)
    stands = find_stored(require_store(store), str(request.player_id)).stands
    pinned = frozenset(m for m, stand in stands.items() if stand == "pinned")
    return pinned, frozenset(stands) - pinned
