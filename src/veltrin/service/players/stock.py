"""Use cases: a club's stock carry by its measured shots."""

from __future__ import annotations

from veltrin.core.learn import OUTLIER_FROM, stock_of
from veltrin.service.players.contracts.stock import StockOut, StockShotOut
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.repositories import book_charts as rows

NEWEST = 120
"""So many of a club's newest shots tell its stock carry: players change. Judgement."""

RULE = (
    f"A carry is flagged when it lies more than {OUTLIER_FROM:g} robust standard deviations (from the median absolute "
    "deviation) off the median; flagged shots stay in the book but not in the stock carry."
)


def stock_by_club(store: Store, player_id: str) -> list[StockOut]:
    """Every club that has stock shots: its carry by them, in bag order."""
    player = find_stored(store, player_id).player
    found = []
    for club in player.bag:
        with store.session() as session:
            shots = rows.carries(session, player_id, club.id, NEWEST)
        if not shots:
            continue
        stock = stock_of([carry for _, _, carry in shots])
        found.append(
            StockOut(
                club_id=club.id,
                club_name=club.name,
                bag_carry_m=club.stock_carry_m,
                carry_m=round(stock.carry_m, 1),
                sd_m=round(stock.sd_m, 1),
                shots=[
                    StockShotOut(id=shot_id, booked_at=at, carry_m=round(carry, 1), flagged=flagged)
                    for (shot_id, at, carry), flagged in zip(shots, stock.flagged, strict=True)
                ],
                rule=RULE,
            )
        )
    return found
