"""Printed cards."""

from __future__ import annotations

from fastapi import APIRouter
from fastapi.responses import StreamingResponse

from veltrin.api.deps import StoreDep
from veltrin.api.stream import NDJSON, lines_of
from veltrin.service.cards import cards
from veltrin.service.cards.contracts.cards import CardOut, CardsRequest

router = APIRouter(tags=["cards"])


@router.post("/cards")
def all_cards(store: StoreDep, body: CardsRequest) -> list[CardOut]:
    """A player's cards in one answer."""
    return cards.all_cards(store, body)


@router.post(
    "/cards/stream",
    response_class=StreamingResponse,
    responses={
        200: {"content": {NDJSON: {"schema": {"type": "string"}}}, "description": "One stage a line: CardsStage."}
    },
)
def make_cards(store: StoreDep, body: CardsRequest) -> StreamingResponse:
    """Work a player's cards out in one batch, a JSON line each: how far it is, and every card as it becomes whole.

    Who hangs up stops it.
    """
    return lines_of(cards.cards_by_stages(store, body))
