"""Use case: a player's printed cards, made in one batch, remembered by player, book and day."""

from __future__ import annotations

import math
from collections.abc import Iterator

from veltrin.core.cards import CARDS, DOUBTS, Card, CardKind, Cell, Column, Made, Whom, make_cards
from veltrin.service.cards.contracts.cards import (
    CardCellOut,
    CardColumnOut,
    CardOut,
    CardRowOut,
    CardsRequest,
    CardsStage,
)
from veltrin.service.house.border import check, tell
from veltrin.service.house.remembered import Remembered
from veltrin.service.house.turns import TURNS
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.service.shot.days import day_in
from veltrin.service.shot.translate_question import request_out
from veltrin.store.engine import Store

check(CardCellOut, Cell, "request")

MOST_KNOWN = 120
_known: Remembered[tuple[CardKind, Whom, tuple[float, ...]], Card] = Remembered(MOST_KNOWN)


def whom_of(store: Store, body: CardsRequest) -> Whom:
    """The player as plans see them, on that day."""
    stored = find_stored(store, body.player_id)
    pinned = frozenset(m for m, stand in stored.stands.items() if stand == "pinned")
    return Whom(stored.player, day_in(body.day), habits_of(store, stored), pinned, frozenset(stored.stands) - pinned)


def cards_by_stages(store: Store, body: CardsRequest) -> Iterator[CardsStage]:
    """Work the cards out, telling how far it is; what was worked out before for this player and day comes at once."""
    whom, winds = whom_of(store, body), tuple(body.winds_m_s)
    kinds = list(dict.fromkeys(body.kinds))
    ready = {kind: card for kind in kinds if (card := _known.get((kind, whom, winds))) is not None}
    return _stages(body.player_id, whom, winds, kinds, ready)


def all_cards(store: Store, body: CardsRequest) -> list[CardOut]:
    """The cards that are asked for, in that order."""
    made = {stage.card.kind: stage.card for stage in cards_by_stages(store, body) if stage.card is not None}
    return [made[kind] for kind in dict.fromkeys(body.kinds)]


def _stages(
    player_id: str, whom: Whom, winds: tuple[float, ...], kinds: list[CardKind], ready: dict[CardKind, Card]
) -> Iterator[CardsStage]:
    for card in ready.values():
        yield _stage(player_id, Made(0, 0, card))
    asked = [kind for kind in kinds if kind not in ready]
    for made in TURNS.each(make_cards(whom, asked, winds)) if asked else ():
        if made.card is not None:
            _known.put((made.card.kind, whom, winds), made.card)
        yield _stage(player_id, made)


def _stage(player_id: str, made: Made) -> CardsStage:
    return CardsStage(done=made.done, of=made.of, card=None if made.card is None else _out(player_id, made.card))


def _column(column: Column) -> CardColumnOut:
    turned = math.degrees(column.value) if column.kind in ("fall", "side") else column.value
    return CardColumnOut(
        kind=column.kind,
        value=round(turned, 3) + 0.0,
        words=column.words,
        second=round(math.degrees(column.second), 3) + 0.0,
    )


def _cell(player_id: str, cell: Cell | None) -> CardCellOut | None:
    if cell is None:
        return None
    assert cell.question is not None, "a cell of a card that is made has its shot"
    return tell(CardCellOut, cell, request=request_out(player_id, cell.question))


def _out(player_id: str, card: Card) -> CardOut:
    kind = CARDS[card.kind]
    rows = [
        CardRowOut(
            words=row.words,
            club_id=row.club_id,
            value_m=row.value_m,
            cells=[_cell(player_id, cell) for cell in cells],
        )
        for row, cells in zip(card.rows, card.cells, strict=True)
    ]
    return CardOut(
        kind=card.kind,
        name=kind.name,
        about=" ".join(filter(None, (kind.about, card.note))),
        line=card.line,
        columns=[_column(c) for c in card.columns],
        rows=rows,
        doubts=DOUBTS,
    )
