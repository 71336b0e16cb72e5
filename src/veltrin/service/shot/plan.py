"""Use case: plan one shot."""

from __future__ import annotations

from typing import NamedTuple

from veltrin.core.kit import NOTHING_LEARNED, Learned
from veltrin.core.methods import method_named
from veltrin.core.plan import Question, plan_shot, taught
from veltrin.service.house.errors import ConflictError
from veltrin.service.players.contracts.players import PlayerInline
from veltrin.service.players.habits import habits_of
from veltrin.service.players.laws import laws_of
from veltrin.service.players.players import find_stored
from veltrin.service.players.translate_player import club_in, player_in
from veltrin.service.shot.contracts.plan import CallOut, PlanRequest, PlanResponse
from veltrin.service.shot.translate import question_in
from veltrin.service.shot.translate_plan import plan_out
from veltrin.store.engine import Store
from veltrin.store.repositories.players import StoredPlayer


class Known(NamedTuple):
    """A player, and what their book and the coach's laws add to a plan: as both were at one moment."""

    stored: StoredPlayer
    learned: Learned


def known_of(store: Store, player_id: str) -> Known:
    """What is known of a stored player now; NotFoundError if there is none of that id."""
    stored = find_stored(store, player_id)
    return Known(stored, habits_of(store, stored))


def _told(store: Store | None, player: PlayerInline) -> Known:
    """A player whom the question itself tells. Pins of methods there are not are refused; stored ones were checked when
    they were set.
    """
    made = player_in("inline", player, tuple(club_in(c) for c in player.clubs))
    for field, ids in (("pinned", player.pinned), ("excluded", player.excluded)):
        for method_id in ids:
            method_named(method_id, f"player.{field}")
    stands = dict.fromkeys(player.pinned, "pinned") | dict.fromkeys(player.excluded, "excluded")
    learned = NOTHING_LEARNED if store is None else Learned(laws=laws_of(store))
    return Known(StoredPlayer(made, player.note, stands), learned)


def question_by(known: Known, request: PlanRequest) -> Question:
    """The question in the core's terms, with what is pinned and left out for its player."""
    stands = known.stored.stands
    pinned = frozenset(m for m, stand in stands.items() if stand == "pinned")
    return taught(question_in(request, known.stored.player, pinned, frozenset(stands) - pinned), known.learned)


def question_of(store: Store | None, request: PlanRequest) -> Question:
    """The same, of the player whom the question tells or names, as they are known now."""
    if request.player is not None:
        return question_by(_told(store, request.player), request)
    assert store is not None, "without a store the question carries its player (contract)"
    return question_by(known_of(store, str(request.player_id)), request)


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
