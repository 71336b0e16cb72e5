"""Players and bags."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from veltrin.core.kit import Club, ClubKind, Player, Scatter
from veltrin.store.tables import ClubRow, PlayerRow

_CLUB_FIELDS = (
    "id", "name", "loft_rad", "lie_rad", "bounce_rad", "sole_width_m", "head_mass_kg", "length_m", "stock_carry_m",
)  # fmt: skip


@dataclass(frozen=True)
class StoredPlayer:
    """A player of the core with what only the record knows."""

    player: Player
    note: str
    stands: dict[str, str] = field(default_factory=dict)


def _club(row: ClubRow) -> Club:
    return Club(kind=cast(ClubKind, row.kind), **{name: getattr(row, name) for name in _CLUB_FIELDS})


def _stored(row: PlayerRow) -> StoredPlayer:
    player = Player(
        id=row.id,
        name=row.name,
        left_handed=row.left_handed,
        stature_m=row.stature_m,
        handicap=row.handicap,
        bag=tuple(_club(c) for c in row.clubs),
        scatter=Scatter.for_handicap(row.handicap),
        layer_share=row.layer_share,
    )
    return StoredPlayer(player, row.note, {s.method_id: s.stand for s in row.stands})


def load(session: Session, player_id: str) -> StoredPlayer | None:
    """One player with the bag, or None."""
    row = session.get(PlayerRow, player_id)
    return _stored(row) if row else None


def load_all(session: Session) -> list[StoredPlayer]:
    """All players by name."""
    return [_stored(row) for row in session.scalars(select(PlayerRow).order_by(PlayerRow.name))]


def set_layer_share(session: Session, player_id: str, share: float) -> bool:
    """Set what each layer of clothes takes from a player's full speed; False if there is no such player."""
    row = session.get(PlayerRow, player_id)
    if row is None:
        return False
    row.layer_share = share
    return True


def save(session: Session, stored: StoredPlayer) -> None:
    """Add a player with the bag."""
    player = stored.player
    session.add(
        PlayerRow(
            id=player.id,
            name=player.name,
            left_handed=player.left_handed,
            stature_m=player.stature_m,
            handicap=player.handicap,
            layer_share=player.layer_share,
            note=stored.note,
            clubs=[
                ClubRow(place=place, kind=club.kind, **{name: getattr(club, name) for name in _CLUB_FIELDS})
                for place, club in enumerate(player.bag)
            ],
        )
    )
