"""A usual bag scaled from one known carry, for a player whose clubs have not been measured yet."""

from __future__ import annotations

import math

from veltrin.core.checks import require
from veltrin.core.errors import UnknownNameError
from veltrin.core.kit.club import Club, ClubKind

# id, name, kind, loft, lie, bounce (deg), sole (mm), head (g), length (m), carry over the 7-iron's.
# Lofts, lies and lengths are those of usual sets; carry ratios are those of a middling player: common practice.
_USUAL: tuple[tuple[str, str, ClubKind, float, float, float, float, float, float, float], ...] = (
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


def usual_club_ids() -> list[str]:
    """Ids of the usual bag, longest club first."""
    return [row[0] for row in _USUAL]


def build_bag(seven_iron_carry_m: float, leave_out: tuple[str, ...] = ()) -> tuple[Club, ...]:
    """Make the usual bag for a player who carries a 7-iron `seven_iron_carry_m` (30-180 m)."""
    require("seven_iron_carry_m", seven_iron_carry_m, 30.0, 180.0, "m")
    for missing in leave_out:
        if missing not in usual_club_ids():
            raise UnknownNameError("leave_out", missing, usual_club_ids())
    return tuple(
        Club(
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
        for club_id, name, kind, loft, lie, bounce, sole_mm, head_g, length, ratio in _USUAL
        if club_id not in leave_out
    )
