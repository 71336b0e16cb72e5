"""Use cases: list, show, add, edit and drop players; what there is to say of their bags."""

from __future__ import annotations

import re
import unicodedata
import uuid
from dataclasses import replace
from datetime import UTC, date, datetime

from veltrin.core.kit import (
    TYPED_SHARE,
    Club,
    build_bag,
    carry_doubt,
    carry_of_driver_speed,
    face_grip,
    groove_wear,
    junior_bag,
)
from veltrin.core.kit.bag_notes import groove_state, missing, steps, suits
from veltrin.core.kit.grooves import ROUNDS_WORN
from veltrin.core.plan import stock_speeds
from veltrin.core.units import DAYS_A_MONTH
from veltrin.service.house.border import deg
from veltrin.service.house.errors import DomainError, NotFoundError, changed_elsewhere
from veltrin.service.house.remembered import Remembered
from veltrin.service.players.contracts.players import (
    BagOut,
    ClubNoteOut,
    ClubOut,
    ClubStepOut,
    NewBagOut,
    PlayerBase,
    PlayerEdit,
    PlayerNew,
    PlayerOut,
    PlayerPatch,
)
from veltrin.service.players.translate_player import club_in, club_out, player_in
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import players as rows
from veltrin.store.repositories.players import NO_DATES, Dates, StoredPlayer


def _clubs_out(stored: StoredPlayer) -> list[ClubOut]:
    dates = stored.dates
    return [club_out(c, dates.get(c.id, NO_DATES).bought, dates.get(c.id, NO_DATES).cleaned) for c in stored.player.bag]


def player_out(stored: StoredPlayer) -> PlayerOut:
    """A stored player as the contract has it."""
    player = stored.player
    lean = player.mid_iron_lean_rad
    return PlayerOut(
        id=player.id,
        name=player.name,
        hand="left" if player.left_handed else "right",
        stature_m=player.stature_m,
        handicap=player.handicap,
        note=stored.note,
        layer_pct=round(100.0 * player.layer_share, 2),
        ball=player.ball,
        scatter_handicap=stored.scatter_handicap,
        lean_deg=None if lean is None else round(deg(lean), 2),
        attack_deg=round(deg(player.mid_iron_attack_rad), 2),
        lead_pct=round(100.0 * player.lead_share, 1),
        ball_place_m=stored.ball_place_m,
        notes=stored.notes,
        units=stored.units,
        clubs=_clubs_out(stored),
        pinned=[m for m, stand in stored.stands.items() if stand == "pinned"],
        excluded=[m for m, stand in stored.stands.items() if stand == "excluded"],
        version=stored.version,
        learns=stored.learns,
        learns_from=stored.learns_from,
        practice=stored.practice,
        birth_year=stored.birth_year,
        is_minor=is_minor(stored.birth_year),
        guardian=stored.guardian,
        guardian_on=stored.guardian_on,
    )


OF_AGE = 18


def is_minor(birth_year: int | None, today: date | None = None) -> bool:
    """Whether somebody born in that year may be under eighteen still; not known: no."""
    year = (today or datetime.now(UTC).date()).year
    return birth_year is not None and year - birth_year <= OF_AGE


def list_players(store: Store) -> list[PlayerOut]:
    """All players by name."""
    with store.session() as session:
        return [player_out(p) for p in rows.load_all(session)]


MOST_KNOWN = 200
"""Players that a process remembers, and what it learnt of each."""

_known: Remembered[tuple[str, str], tuple[tuple[int, int], StoredPlayer]] = Remembered(MOST_KNOWN)


def find_stored(store: Store, player_id: str) -> StoredPlayer:
    """A player of the store; NotFoundError if there is none of that id.

    Every answer asks: the bag is read again only where something of the player was changed, by anyone.
    """
    key = (store.name, player_id)
    with store.session() as session:
        # Before the rest: what is changed between the two is read once too often, never once too seldom.
        state, known = rows.state(session, player_id), _known.get(key)
        if state is not None and known is not None and known[0] == state.change:
            return replace(known[1], stands=state.stands)
        found = rows.load(session, player_id)
    if found is None or state is None:
        raise nobody(player_id)
    _known.put(key, (state.change, found))
    return found


def show_player(store: Store, player_id: str) -> PlayerOut:
    """One player; NotFoundError if there is none of that id."""
    return player_out(find_stored(store, player_id))


def patch_player(store: Store, player_id: str, body: PlayerPatch) -> PlayerOut:
    """Change one thing of a player, on top of whatever is stored by then."""
    stored = find_stored(store, player_id)
    if body.layer_pct is not None:
        stored = replace(stored, player=replace(stored.player, layer_share=body.layer_pct / 100.0))
    if body.learns is not None:
        stored = replace(stored, learns=body.learns)
    if body.practice is not None and body.practice != stored.practice:
        with store.session() as session:
            book_rows.let_practice_count(session, player_id, body.practice != "none")
        stored = replace(stored, practice=body.practice)
    if body.forget:
        stored = replace(stored, learns_from=datetime.now(UTC))
    return rewrite(store, stored)


def edit_player(store: Store, player_id: str, body: PlayerEdit) -> PlayerOut:
    """Replace a player. ConflictError if somebody else has since the version that was read; then nothing changes."""
    stored = find_stored(store, player_id)
    changed = replace(
        made_of(player_id, body, body.clubs),
        stands=stored.stands,
        learns=stored.learns,
        learns_from=stored.learns_from,
        practice=stored.practice,
        guardian=stored.guardian,
        guardian_on=stored.guardian_on,
        version=body.version,
    )
    return rewrite(store, changed)


def rewrite(store: Store, changed: StoredPlayer) -> PlayerOut:
    """Write a player again. ConflictError if somebody else has since `changed` was read."""
    stock_speeds(changed.player)
    with store.session() as session:
        if not rows.replace(session, changed):
            raise changed_elsewhere("this player")
        found = rows.load(session, changed.player.id)
    assert found is not None, "was written just now"
    return player_out(found)


def made_of(player_id: str, body: PlayerBase, clubs: list[ClubOut]) -> StoredPlayer:
    """A player to be stored, from the contract; DomainError where two clubs share an id."""
    ids = [c.id for c in clubs]
    for club_id in ids:
        if ids.count(club_id) > 1:
            raise DomainError("clubs", f"two clubs are called '{club_id}'.", "Give each club an id of its own.")
    return StoredPlayer(
        player_in(player_id, body, tuple(club_in(c) for c in clubs)),
        body.note,
        notes=body.notes,
        units=body.units,
        scatter_handicap=body.scatter_handicap,
        ball_place_m=body.ball_place_m,
        dates={c.id: Dates(c.bought_on, c.cleaned_on) for c in clubs},
        birth_year=getattr(body, "birth_year", None),
    )


def nobody(player_id: str) -> NotFoundError:
    """The error for a player who isn't there."""
    return NotFoundError("player_id", f"There is no player '{player_id}'.", "Choose one from /api/players.")


def new_id(name: str) -> str:
    """An id that tells whose it is and is nobody else's."""
    plain = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode()
    slug = re.sub(r"[^a-z0-9]+", "-", plain.lower()).strip("-")[:24] or "player"
    return f"{slug}-{uuid.uuid4().hex[:6]}"


def _new_clubs(body: PlayerNew) -> list[ClubOut]:
    if body.clubs is not None:
        return body.clubs
    return [club_out(club) for club in bag_of(body)]


def bag_of(body: PlayerNew) -> tuple[Club, ...]:
    """Work out the bag of a new player from the one thing that is known: a carry, a speed, or a junior's set."""
    if body.junior_set:
        return junior_bag(body.stature_m)
    if body.driver_speed_m_s is not None:
        return build_bag(carry_of_driver_speed(body.driver_speed_m_s), tuple(body.leave_out))
    if body.seven_iron_carry_m is not None:
        return build_bag(body.seven_iron_carry_m, tuple(body.leave_out))
    raise ValueError("the contract asks for one of them")


KNOWN_CLUB = "7-iron"
"""The club from whose carry the others are worked out."""


def new_bag(body: PlayerNew) -> NewBagOut:
    """Work out a new player's bag without storing it, with the doubt of each carry."""
    clubs = _new_clubs(body)
    known = next((club.stock_carry_m for club in clubs if club.id == KNOWN_CLUB), max(c.stock_carry_m for c in clubs))
    return NewBagOut(
        clubs=clubs,
        doubts_m=[round(carry_doubt(club.stock_carry_m, known), 1) for club in clubs],
        known_share=TYPED_SHARE,
    )


def add_player(store: Store, body: PlayerNew, player_id: str | None = None) -> PlayerOut:
    """Add a player with the bag that was worked out. Nothing is stored if no swing gives such carries."""
    stored = made_of(player_id or new_id(body.name), body, _new_clubs(body))
    stock_speeds(stored.player)
    with store.session() as session:
        rows.save(session, stored)
    return player_out(stored)


def _months(bought: date | None, today: date) -> float | None:
    return None if bought is None else round(max((today - bought).days, 0) / DAYS_A_MONTH, 1)


def show_bag(store: Store, player_id: str, today: date | None = None) -> BagOut:
    """Steps of carry, what each wedge suits, what is missing, how worn the faces are."""
    stored = find_stored(store, player_id)
    player, day = stored.player, today or datetime.now(UTC).date()
    speeds = stock_speeds(player)
    return BagOut(
        steps=[
            ClubStepOut(longer_id=s.longer_id, shorter_id=s.shorter_id, step_m=round(s.step_m, 1), kind=s.kind)
            for s in steps(player.bag)
        ],
        clubs=[
            ClubNoteOut(
                club_id=c.id,
                speed_m_s=speeds[i],
                suits=suits(c) if c.kind == "wedge" else "",
                carry_doubt_m=round(carry_doubt(c.stock_carry_m, c.stock_carry_m), 1),
                wear_pct=round(100.0 * groove_wear(c.rounds), 1),
                grooves=groove_state(c),
                months=_months(stored.dates.get(c.id, NO_DATES).bought, day),
                grip_pct=round(100.0 * face_grip(c.rounds, player.ball), 1),
            )
            for i, c in enumerate(player.bag)
        ],
        missing=missing(player.bag),
        rounds_worn=ROUNDS_WORN,
    )
