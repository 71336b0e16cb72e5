"""A bag worked out from what a coach knows of a new player, before the clubs are measured."""

from __future__ import annotations

import math
from dataclasses import replace

from veltrin.core.checks import require
from veltrin.core.errors import UnknownNameError
from veltrin.core.kit.club import Club, ClubKind

_Row = tuple[str, str, ClubKind, float, float, float, float, float, float, float]

# id, name, kind, loft, lie, bounce (deg), sole (mm), head (g), length (m), carry over the 7-iron's.
# Lofts, lies and lengths are those of usual sets; carry ratios are those of a middling player: common practice.
_USUAL: tuple[_Row, ...] = (
    ("driver", "Driver", "wood", 10.5, 58.0, 2.0, 45.0, 200.0, 1.143, 1.46),
    ("3-wood", "3-wood", "wood", 15.0, 57.5, 2.0, 38.0, 212.0, 1.092, 1.35),
    ("5-wood", "5-wood", "wood", 18.0, 58.0, 2.0, 36.0, 217.0, 1.067, 1.28),
    ("4-hybrid", "4-hybrid", "hybrid", 21.0, 59.0, 3.0, 28.0, 235.0, 1.010, 1.20),
    ("5-iron", "5-iron", "iron", 24.0, 61.0, 3.0, 19.0, 258.0, 0.965, 1.10),
    ("6-iron", "6-iron", "iron", 27.0, 61.5, 4.0, 19.5, 264.0, 0.953, 1.05),
    ("7-iron", "7-iron", "iron", 30.5, 62.0, 4.0, 20.0, 270.0, 0.940, 1.00),
    ("8-iron", "8-iron", "iron", 34.5, 62.5, 5.0, 20.0, 276.0, 0.927, 0.935),
    ("9-iron", "9-iron", "iron", 39.0, 63.0, 5.0, 20.5, 282.0, 0.914, 0.865),
    ("pw", "Pitching wedge", "wedge", 44.0, 63.5, 6.0, 21.0, 288.0, 0.902, 0.775),
    ("50", "Gap wedge 50", "wedge", 50.0, 64.0, 8.0, 22.0, 294.0, 0.902, 0.695),
    ("54", "Sand wedge 54", "wedge", 54.0, 64.0, 12.0, 24.0, 300.0, 0.895, 0.61),
    ("58", "Lob wedge 58", "wedge", 58.0, 64.0, 8.0, 22.0, 302.0, 0.889, 0.525),
    ("putter", "Putter", "putter", 3.5, 70.0, 0.0, 25.0, 350.0, 0.864, 0.0),
)


# A junior's set of six: lighter and shorter, with more loft on the longest club. Common practice; ratios as above.
_JUNIOR: tuple[_Row, ...] = (
    ("driver", "Driver", "wood", 14.0, 58.0, 2.0, 42.0, 185.0, 1.092, 1.38),
    ("5-hybrid", "5-hybrid", "hybrid", 26.0, 59.5, 3.0, 27.0, 225.0, 0.985, 1.13),
    ("7-iron", "7-iron", "iron", 33.0, 62.0, 5.0, 20.0, 255.0, 0.940, 1.00),
    ("9-iron", "9-iron", "iron", 41.0, 63.0, 6.0, 20.5, 265.0, 0.914, 0.86),
    ("sw", "Sand wedge", "wedge", 55.0, 64.0, 11.0, 23.0, 280.0, 0.895, 0.62),
    ("putter", "Putter", "putter", 3.5, 70.0, 0.0, 25.0, 330.0, 0.864, 0.0),
)

SEVEN_OVER_DRIVER_S = 3.08
"""Carry of a 7-iron (m) for each metre a second of the driver's head speed. Published tour averages of men and of women
(113 mph and 157 m, 94 mph and 129 m; from memory) give 3.11 and 3.07."""

SPEEDS_M_S = (20.0, 58.0)
"""Head speeds of a driver from which a bag is worked out."""

ADULT_M = 1.75
"""Stature for which the usual lengths are made."""

SHORTEST_CLUB_M = 0.62

TYPED_SHARE, STEP_SHARE = 0.05, 0.12
"""How far a carry that somebody says may be off (a standard deviation, as a share), and how much more for each step of
one in the logarithm of carry to another club. Judgement, after the gaps of bags that are measured."""


def carry_of_driver_speed(speed_m_s: float) -> float:
    """Return the carry of the 7-iron (m) that usually goes with a driver's head speed (20-58 m/s)."""
    require("driver_speed_m_s", speed_m_s, *SPEEDS_M_S, "m/s")
    return SEVEN_OVER_DRIVER_S * speed_m_s


def junior_carry(stature_m: float) -> float:
    """Return the carry of a 7-iron (m) that a junior of this stature usually has: 45 m at 1.20 m, 110 m at 1.70 m.

    Judgement, after common practice; a first guess until a ball is measured.
    """
    require("stature_m", stature_m, 1.0, 2.2, "m")
    return min(110.0, max(35.0, 45.0 + 130.0 * (stature_m - 1.2)))


def junior_bag(stature_m: float) -> tuple[Club, ...]:
    """Make a junior's set of six clubs, with lengths and carries for the stature (m)."""
    carry = junior_carry(stature_m)
    shorter = min(1.0, stature_m / ADULT_M)
    made = (_club(row, carry) for row in _JUNIOR)
    return tuple(replace(club, length_m=max(SHORTEST_CLUB_M, round(club.length_m * shorter, 3))) for club in made)


def carry_doubt(carry_m: float, known_carry_m: float) -> float:
    """Return how far a club's carry (m) may be off where only another club's carry is known (a standard deviation, m).

    The known club itself has 5 %; the further its carry is from the known one, the more.
    """
    if carry_m <= 0.0 or known_carry_m <= 0.0:
        return 0.0
    return carry_m * math.hypot(TYPED_SHARE, STEP_SHARE * math.log(carry_m / known_carry_m))


def usual_club_ids() -> list[str]:
    """Ids of the usual bag, longest club first."""
    return [row[0] for row in _USUAL]


def build_bag(seven_iron_carry_m: float, leave_out: tuple[str, ...] = ()) -> tuple[Club, ...]:
    """Make the usual bag for a player who carries a 7-iron `seven_iron_carry_m` (30-180 m)."""
    require("seven_iron_carry_m", seven_iron_carry_m, 30.0, 180.0, "m")
    for missing in leave_out:
        if missing not in usual_club_ids():
            raise UnknownNameError("leave_out", missing, usual_club_ids())
    return tuple(_club(row, seven_iron_carry_m) for row in _USUAL if row[0] not in leave_out)


def _club(row: _Row, seven_iron_carry_m: float) -> Club:
    club_id, name, kind, loft, lie, bounce, sole_mm, head_g, length, ratio = row
    return Club(
        id=club_id,
        name=name,
        kind=kind,
        loft_rad=math.radians(loft),
        lie_rad=math.radians(lie),
        bounce_rad=math.radians(bounce),
        sole_width_m=sole_mm / 1000.0,
        head_mass_kg=head_g / 1000.0,
        length_m=length,
        stock_carry_m=round(seven_iron_carry_m * ratio, 1),
    )
