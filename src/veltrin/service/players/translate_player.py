"""Players and clubs as contracts have them (degrees, millimetres) for the core (radians, metres), and back."""

from __future__ import annotations

from datetime import date

from veltrin.core.kit import Club, Player, Scatter
from veltrin.service.house.border import deg, neat, rad
from veltrin.service.players.contracts.players import ClubOut, PlayerBase


def club_in(club: ClubOut) -> Club:
    """Contract to core."""
    return Club(
        id=club.id,
        name=club.name,
        kind=club.kind,
        loft_rad=rad(club.loft_deg),
        lie_rad=rad(club.lie_deg),
        bounce_rad=rad(club.bounce_deg),
        sole_width_m=club.sole_mm / 1000.0,
        head_mass_kg=club.head_g / 1000.0,
        length_m=club.length_m,
        stock_carry_m=club.stock_carry_m,
        rounds=club.rounds,
    )


def club_out(club: Club, bought: date | None = None, cleaned: date | None = None) -> ClubOut:
    """Core to contract."""
    return ClubOut(
        id=club.id,
        name=club.name,
        kind=club.kind,
        loft_deg=neat(deg(club.loft_rad)),
        lie_deg=neat(deg(club.lie_rad)),
        bounce_deg=neat(deg(club.bounce_rad)),
        sole_mm=neat(1000.0 * club.sole_width_m),
        head_g=neat(1000.0 * club.head_mass_kg),
        length_m=club.length_m,
        stock_carry_m=club.stock_carry_m,
        rounds=club.rounds,
        bought_on=bought,
        cleaned_on=cleaned,
    )


def player_in(player_id: str, body: PlayerBase, clubs: tuple[Club, ...]) -> Player:
    """Contract to core."""
    return Player(
        id=player_id,
        name=body.name,
        left_handed=body.hand == "left",
        stature_m=body.stature_m,
        handicap=body.handicap,
        bag=clubs,
        mid_iron_lean_rad=None if body.lean_deg is None else rad(body.lean_deg),
        mid_iron_attack_rad=rad(body.attack_deg),
        lead_share=body.lead_pct / 100.0,
        ball=body.ball,
        scatter=Scatter.for_handicap(body.handicap if body.scatter_handicap is None else body.scatter_handicap),
        layer_share=body.layer_pct / 100.0,
    )
