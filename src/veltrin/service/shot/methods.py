"""Use cases: the catalogue, the schools side by side, pin or leave out a method for a player."""

from __future__ import annotations

from veltrin.core.methods import CATALOGUE, DISPUTES, method_named
from veltrin.core.plan import compare_schools
from veltrin.service.house.turns import TURNS
from veltrin.service.players.contracts.players import Hand, PlayerOut
from veltrin.service.players.players import find_stored, show_player
from veltrin.service.shot.contracts.methods import CatalogueOut, DisputeOut, SchoolsResponse, Stand
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.plan import question_of
from veltrin.service.shot.translate_plan import method_out, schools_out
from veltrin.store.engine import Store
from veltrin.store.repositories import stands


def catalogue(hand: Hand = "right") -> CatalogueOut:
    """All methods, told for one hand, and the questions the schools disagree on."""
    return CatalogueOut(
        methods=[method_out(m, left_handed=hand == "left") for m in CATALOGUE.values()],
        disputes=[DisputeOut(id=d.id, question=d.question, method_ids=list(d.method_ids)) for d in DISPUTES],
    )


@TURNS.taken()
def schools(store: Store | None, request: PlanRequest) -> SchoolsResponse:
    """Every method for one question, each with its best club. Pins and exclusions don't count here."""
    return schools_out(compare_schools(question_of(store, request)))


def set_stand(store: Store, player_id: str, method_id: str, stand: Stand | None) -> PlayerOut:
    """Pin or leave out a method for a player, or take that back."""
    find_stored(store, player_id)
    method_named(method_id, "method_id")
    with store.session() as session:
        stands.save(session, player_id, method_id, stand)
    return show_player(store, player_id)
