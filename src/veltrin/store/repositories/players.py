"""Players and bags."""

from __future__ import annotations

import secrets
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Any, NamedTuple, cast

from sqlalchemy import CursorResult, bindparam, select, update
from sqlalchemy.orm import Session

from veltrin.core.kit import BallCover, Club, ClubKind, Player, Scatter
from veltrin.core.learn import Practised
from veltrin.store.across import is_taken
from veltrin.store.tables import ClubRow, PlayerRow, StandRow

_CLUB_FIELDS = (
    "id", "name", "loft_rad", "lie_rad", "bounce_rad", "sole_width_m", "head_mass_kg", "length_m", "stock_carry_m",
    "rounds",
)  # fmt: skip


@dataclass(frozen=True)
class Dates:
    """When a club was bought, and its grooves last cleaned."""

    bought: date | None = None
    cleaned: date | None = None


NO_DATES = Dates()


@dataclass(frozen=True)
class StoredPlayer:
    """A player of the core with what only the record knows.

    `scatter_handicap`: handicap whose scatter the player has, None for their own. `ball_place_m`: stock place of the
    ball with a mid iron, inside the lead heel. `units`: of the player's card, empty for the coach's. `learns`: whether
    the book is heard, `learns_from` (UTC) from when on, `practice` what balls of practice teach. `guardian`: who agreed
    for a minor to links, photographs and voice, on which day. `version` counts changes.
    """

    player: Player
    note: str
    stands: dict[str, str] = field(default_factory=dict)
    notes: str = ""
    units: str = ""
    scatter_handicap: float | None = None
    ball_place_m: float | None = None
    dates: dict[str, Dates] = field(default_factory=dict)
    learns: bool = True
    learns_from: datetime | None = None
    practice: Practised = "habits"
    birth_year: int | None = None
    guardian: str = ""
    guardian_on: date | None = None
    version: int = 1


def _club(row: ClubRow) -> Club:
    return Club(kind=cast(ClubKind, row.kind), **{name: getattr(row, name) for name in _CLUB_FIELDS})


def _day(text: str | None) -> date | None:
    return None if text is None else date.fromisoformat(text)


def _stored(row: PlayerRow) -> StoredPlayer:
    level = row.handicap if row.scatter_handicap is None else row.scatter_handicap
    player = Player(
        id=row.id,
        name=row.name,
        left_handed=row.left_handed,
        stature_m=row.stature_m,
        handicap=row.handicap,
        bag=tuple(_club(c) for c in row.clubs),
        mid_iron_lean_rad=row.mid_iron_lean_rad,
        mid_iron_attack_rad=row.mid_iron_attack_rad,
        lead_share=row.lead_share,
        ball=cast(BallCover, row.ball),
        scatter=Scatter.for_handicap(level),
        layer_share=row.layer_share,
    )
    return StoredPlayer(
        player,
        row.note,
        stands={s.method_id: s.stand for s in row.stands},
        notes=row.notes,
        units=row.units,
        scatter_handicap=row.scatter_handicap,
        ball_place_m=row.ball_place_m,
        dates={c.id: Dates(_day(c.bought_on), _day(c.cleaned_on)) for c in row.clubs},
        learns=row.learns,
        learns_from=row.learns_from,
        practice=cast(Practised, row.practice),
        birth_year=row.birth_year,
        guardian=row.guardian,
        guardian_on=_day(row.guardian_on),
        version=row.version,
    )


def _row(session: Session, player_id: str) -> PlayerRow | None:
    # A select and not `get`: only selects are narrowed to the coach's own.
    return session.scalar(select(PlayerRow).where(PlayerRow.id == player_id))


def load(session: Session, player_id: str) -> StoredPlayer | None:
    """One player with the bag, or None."""
    row = _row(session, player_id)
    return _stored(row) if row else None


class State(NamedTuple):
    """What tells whether a player is still as they were read (`change`), and what is pinned and left out now."""

    change: tuple[int, int]
    stands: dict[str, str]


_STATE = (
    select(PlayerRow.version, PlayerRow.book_edits, StandRow.method_id, StandRow.stand)
    .outerjoin(StandRow, StandRow.player_id == PlayerRow.id)
    .where(PlayerRow.id == bindparam("player_id"))
    .order_by(StandRow.method_id)
)


def state(session: Session, player_id: str) -> State | None:
    """How far a player's changes are counted; None where there is none of that id.

    Who was deleted and comes again counts from anywhere (see `save`), so nobody is taken for who they were.
    """
    found = session.execute(_STATE, {"player_id": player_id}).all()
    if not found:
        return None
    version, edits, *_ = found[0]
    return State((version, edits), {method_id: stand for *_, method_id, stand in found if method_id is not None})


def load_all(session: Session) -> list[StoredPlayer]:
    """All players by name."""
    return [_stored(row) for row in session.scalars(select(PlayerRow).order_by(PlayerRow.name))]


def _fill(row: PlayerRow, stored: StoredPlayer) -> None:
    player = stored.player
    row.name, row.left_handed, row.stature_m = player.name, player.left_handed, player.stature_m
    row.handicap, row.scatter_handicap, row.note = player.handicap, stored.scatter_handicap, stored.note
    row.layer_share, row.lead_share, row.ball = player.layer_share, player.lead_share, player.ball
    row.mid_iron_lean_rad, row.mid_iron_attack_rad = player.mid_iron_lean_rad, player.mid_iron_attack_rad
    row.ball_place_m, row.notes, row.units = stored.ball_place_m, stored.notes, stored.units
    row.learns = stored.learns
    row.learns_from = stored.learns_from
    row.practice = stored.practice
    row.birth_year, row.guardian = stored.birth_year, stored.guardian
    row.guardian_on = None if stored.guardian_on is None else stored.guardian_on.isoformat()


def _clubs(stored: StoredPlayer) -> list[ClubRow]:
    rows = []
    for place, club in enumerate(stored.player.bag):
        dates = stored.dates.get(club.id, NO_DATES)
        rows.append(
            ClubRow(
                place=place,
                kind=club.kind,
                bought_on=None if dates.bought is None else dates.bought.isoformat(),
                cleaned_on=None if dates.cleaned is None else dates.cleaned.isoformat(),
                **{name: getattr(club, name) for name in _CLUB_FIELDS},
            )
        )
    return rows


def save(session: Session, stored: StoredPlayer) -> None:
    """Add a player with the bag."""
    # Edits are counted from anywhere: anyone who remembers a player of this id from before they were deleted must
    # notice.
    edits = secrets.randbelow(2**30)
    row = PlayerRow(id=stored.player.id, version=stored.version, clubs=_clubs(stored), book_edits=edits)
    _fill(row, stored)
    session.add(row)
    session.flush()


def replace(session: Session, stored: StoredPlayer) -> bool:
    """Write a player again if nobody else has since `stored.version` was read, one version on; False if somebody has.

    The caller has looked the player up. Pins stay as they are.
    """
    # Asked and answered in one statement: a look first would let two pass that looked at the same time.
    taken: CursorResult[Any] = session.execute(  # type: ignore[assignment]
        update(PlayerRow)
        .where(PlayerRow.id == stored.player.id, PlayerRow.version == stored.version)
        .values(version=stored.version + 1)
    )
    row = _row(session, stored.player.id)
    if taken.rowcount != 1 or row is None:
        return False
    _fill(row, stored)
    row.clubs.clear()
    session.flush()
    row.clubs.extend(_clubs(stored))
    session.flush()
    return True


def delete(session: Session, player_id: str) -> bool:
    """Delete one with everything booked for them; False if there was none."""
    row = _row(session, player_id)
    if row is None:
        return False
    session.delete(row)
    return True


def id_is_taken(session: Session, player_id: str) -> bool:
    """Whether any coach has a player of that id."""
    return is_taken(session, PlayerRow, player_id)
