"""Use case: plan one shot."""

from __future__ import annotations

from typing import NamedTuple

from veltrin.core.kit import Learned
from veltrin.core.methods import method_named
from veltrin.core.plan import Question, plan_shot, taught
from veltrin.service.house.errors import ConflictError
from veltrin.service.players.habits import habits_of
from veltrin.service.players.laws import laws_of
from veltrin.service.players.players import find_stored
from veltrin.service.players.translate_player import club_in, player_in
from veltrin.service.shot.contracts.plan import CallOut, PlanRequest, PlanResponse
from veltrin.service.shot.translate import question_in
from veltrin.service.shot.translate_plan import plan_out
from veltrin.store.engine import Store
from veltrin.store.repositories.players import StoredPlayer


def find_asked(store: Store | None, request: PlanRequest) -> StoredPlayer:
    """Take the player from the question itself, or load the stored one, with what is pinned and left out."""
    inline = request.player
    if inline is None:
        assert store is not None, "without a store the question carries its player (contract)"
        return find_stored(store, str(request.player_id))
    player = player_in("inline", inline, tuple(club_in(c) for c in inline.clubs))
    stands = dict.fromkeys(inline.pinned, "pinned") | dict.fromkeys(inline.excluded, "excluded")
    return StoredPlayer(player, inline.note, stands)


def _check_stands(request: PlanRequest) -> None:
    """Refuse pins of methods there are not; stored ones were checked when they were set."""
    if request.player is None:
        return
    for field, ids in (("pinned", request.player.pinned), ("excluded", request.player.excluded)):
        for method_id in ids:
            method_named(method_id, f"player.{field}")


def _untaught(request: PlanRequest, asked: StoredPlayer) -> Question:
    pinned = frozenset(m for m, stand in asked.stands.items() if stand == "pinned")
    return question_in(request, asked.player, pinned, frozenset(asked.stands) - pinned)


class Known(NamedTuple):
    """A stored player, and what their book and the coach's laws add to a plan: as both were at one moment."""

    stored: StoredPlayer
    learned: Learned


def known_of(store: Store, player_id: str) -> Known:
    """What is known of a player now; NotFoundError if there is none of that id."""
    stored = find_stored(store, player_id)
    return Known(stored, habits_of(store, stored))


def question_by(known: Known, request: PlanRequest) -> Question:
    """A question of a stored player, by what is known of them already."""
    return taught(_untaught(request, known.stored), known.learned)


def question_of(store: Store | None, request: PlanRequest) -> Question:
    """The question in the core's terms, with what is pinned and left out for its player."""
    if store is not None and request.player is None:
        return question_by(known_of(store, str(request.player_id)), request)
    asked = find_asked(store, request)
    _check_stands(request)
    question = _untaught(request, asked)
    return question if store is None else taught(question, Learned(laws=laws_of(store)))


def plan(store: Store | None, request: PlanRequest) -> PlanResponse:
    """Plan the shot and say it in the contract's terms."""
    return plan_out(plan_shot(question_of(store, request)))


def plain_request(request: PlanRequest) -> PlanRequest:
    """A question without what only the page asked for."""
    return request.model_copy(update={"only": [], "detail_for": []})


def no_call(call_id: str) -> ConflictError:
    """The error for a call that can't be played here."""
    return ConflictError("call_id", f"'{call_id}' is not a feasible call for this shot.", "Choose one from the plan.")


def call_of(store: Store, request: PlanRequest, call_id: str) -> CallOut:
    """A call as it stands now, drawn; ConflictError if it can't be played."""
    question = plain_request(request).model_copy(update={"only": [call_id], "detail_for": [call_id]})
    calls = plan(store, question).calls
    if not calls:
        raise no_call(call_id)
    return calls[0]
