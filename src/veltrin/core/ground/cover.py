"""What lies around and under the ball: grass, bare ground, divots, collars, sand."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from veltrin.core.checks import look_up
from veltrin.core.constants import BALL_RADIUS_M

CoverName = Literal[
    "tight", "fairway", "fringe", "semi", "rough", "deep", "heather",
    "bare", "hard-pan", "mud",
    "divot", "sanded-divot",
    "collar-ahead", "collar-behind",
    "sand", "sand-soft", "sand-dry-hard", "sand-wet-hard", "sand-wet-fluffy",
]  # fmt: skip
"""By what a cover is asked for."""

CoverGroup = Literal["grass", "bare", "divot", "collar", "sand"]

DEEPEST_IN_SAND_M = 1.2 * 2.0 * BALL_RADIUS_M
"""A ball deeper than a fifth of its width under the sand is not found, or not played. Judgement."""


@dataclass(frozen=True)
class Bed:
    """Loose stuff a club head ploughs through with the ball riding on it: sand, or a mat of grass.

    `density` in kg/m^3 of what is moved. `lift` is how hard it throws the sole up: curvature of the head's way (1/m)
    per unit sine of effective bounce. `load` is how much of the moved mass the head has to bring to its own
    speed and more, by stirring what lies around. All judgement, fitted to the trade's marks and distances.
    """

    density: float
    lift: float
    load: float


@dataclass(frozen=True)
class Cover:
    """A cover as a rule. Height above the ground proper (m), grass density 0..1 behind and ahead of the ball.

    `height_m` is to the tips of grass, the rim of a divot, or as deep as a ball can lie in mud or sand. `give` is that
    of the ground below: 0 hard-pan .. 1 sodden. `usual_sunk` is how deep a ball usually lies, in balls. `friction`
    caps what the face gets hold of when grains or mud lie between. `wall_m` is how far behind the ball the ground
    rises to the rim. `uneven_m` is how far the ground at the ball is other than it looks or the feet find it, one
    standard deviation. `mown` does not grow with the season; out of a `bad` one a way out may be the better call;
    `rooted` holds stones and roots; `wild` may be unplayable; `muddy` ground sticks; sand is `packed`, `loose` or
    neither. `piece_of`: the kind of ground (see hole) a ball in it lies in, None where that is mown ground around it.
    Judgement throughout, in the order of the trade.
    """

    name: CoverName
    words: str
    group: CoverGroup
    height_m: float
    density: float
    give: float
    usual_sunk: float = 0.0
    ahead: float = 0.0
    friction: float = 1.0
    wall_m: float | None = None
    uneven_m: float = 0.0005
    bed: Bed | None = None
    mown: bool = False
    bad: bool = False
    rooted: bool = False
    wild: bool = False
    muddy: bool = False
    packed: bool = False
    loose: bool = False
    piece_of: Literal["semi", "rough", "deep", "heather", "sand"] | None = None


STANDARD_BED = Bed(density=1500.0, lift=7.7, load=3.0)

SandName = Literal["sand", "sand-soft", "sand-dry-hard", "sand-wet-hard", "sand-wet-fluffy"]
"""States of the bunkers: the covers of the group."""

COVERS: dict[CoverName, Cover] = {
    c.name: c
    for c in (
        Cover("tight", "tight turf", "grass", 0.004, 0.3, 0.35, uneven_m=0.0008, mown=True),
        Cover("fairway", "fairway", "grass", 0.012, 0.3, 0.45, mown=True),
        Cover("fringe", "fringe", "grass", 0.008, 0.3, 0.42, mown=True),
        Cover("semi", "semi-rough", "grass", 0.040, 0.5, 0.45, 0.35, uneven_m=0.0010, piece_of="semi"),
        Cover("rough", "rough", "grass", 0.080, 0.8, 0.50, 1.0, uneven_m=0.0012, piece_of="rough"),
        Cover(
            "deep", "deep rough", "grass", 0.130, 1.0, 0.55, 2.0, uneven_m=0.003, bad=True, rooted=True,
            piece_of="deep",
        ),
        Cover(
            "heather", "heather/tussock", "grass", 0.160, 1.25, 0.40, 1.5, uneven_m=0.004, bad=True, rooted=True,
            wild=True, piece_of="heather",
        ),
        Cover("bare", "bare earth", "bare", 0.0, 0.0, 0.20, friction=0.36, uneven_m=0.0026, rooted=True),
        Cover("hard-pan", "hard-pan", "bare", 0.0, 0.0, 0.03, friction=0.38, uneven_m=0.0040),
        Cover("mud", "mud", "bare", 0.014, 0.0, 0.95, 0.1, friction=0.20, uneven_m=0.003, bad=True, muddy=True),
        Cover(
            "divot", "fresh divot", "divot", 0.018, 0.0, 0.40, 0.2, friction=0.36, wall_m=0.055, uneven_m=0.002,
            bad=True,
        ),
        Cover(
            "sanded-divot", "sanded divot", "divot", 0.018, 0.0, 0.70, 0.15, friction=0.28, wall_m=0.055,
            uneven_m=0.003, bad=True,
        ),
        Cover("collar-ahead", "collar in front of the ball", "collar", 0.035, 0.0, 0.42, 0.5, ahead=0.7),
        Cover("collar-behind", "collar behind the ball", "collar", 0.035, 0.7, 0.42, 0.5),
        Cover(
            "sand", "standard sand", "sand", DEEPEST_IN_SAND_M, 0.0, 0.70, 0.1, friction=0.32, uneven_m=0.0024,
            bed=STANDARD_BED, piece_of="sand",
        ),
        Cover(
            "sand-soft", "soft dry sand", "sand", DEEPEST_IN_SAND_M, 0.0, 0.85, 0.25, friction=0.30,
            uneven_m=0.0035, bed=Bed(1400.0, 5.0, 3.5), loose=True, piece_of="sand",
        ),
        Cover(
            "sand-dry-hard", "compacted dry sand", "sand", DEEPEST_IN_SAND_M, 0.0, 0.20, 0.0, friction=0.34,
            uneven_m=0.0013, bed=Bed(1650.0, 20.0, 2.7), packed=True, piece_of="sand",
        ),
        Cover(
            "sand-wet-hard", "compacted wet sand", "sand", DEEPEST_IN_SAND_M, 0.0, 0.25, 0.0, friction=0.30,
            uneven_m=0.0013, bed=Bed(1950.0, 22.0, 4.0), packed=True, piece_of="sand",
        ),
        Cover(
            "sand-wet-fluffy", "fluffy wet sand", "sand", DEEPEST_IN_SAND_M, 0.0, 0.90, 0.2, friction=0.26,
            uneven_m=0.0035, bed=Bed(1800.0, 3.5, 5.2), loose=True, piece_of="sand",
        ),
    )
}  # fmt: skip


def cover_named(name: str) -> Cover:
    """Look a cover up; UnknownNameError lists those there are."""
    return look_up(COVERS, name, "lie.cover")
