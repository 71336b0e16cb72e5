"""What bounce and roll are set by. A course may have its own."""

from __future__ import annotations

import math
from typing import Annotated, NamedTuple

from veltrin.core.coefficient import Coefficient

PENNER = "Penner 2002, Can. J. Phys. 80, 931, from memory"


class TurfCoefficients(NamedTuple):
    """How turf throws a ball back, holds its spin and slows its roll."""

    restitution: Annotated[
        float, Coefficient("restitution of turf that a ball just touches", "", 0.40, 0.62, PENNER)
    ] = 0.510
    restitution_per_m_s: Annotated[
        float, Coefficient("how it falls with the normal speed", "s/m", 0.030, 0.045, PENNER)
    ] = 0.0375
    restitution_curve: Annotated[float, Coefficient("how that fall eases off", "s2/m2", 0.0006, 0.0012, PENNER)] = (
        0.000903
    )
    restitution_fast: Annotated[float, Coefficient("what is left of it above 20 m/s", "", 0.08, 0.18, PENNER)] = 0.120
    friction: Annotated[float, Coefficient("sliding friction of ball on turf", "", 0.30, 0.55, PENNER)] = 0.40
    dent_rad: Annotated[
        float,
        Coefficient(
            "tilt of the dented turf at 18.6 m/s and 44.4 deg from the normal",
            "rad",
            math.radians(11.0),
            math.radians(20.0),
            PENNER,
        ),
    ] = math.radians(15.4)
    spin_soaked: Annotated[
        float,
        Coefficient(
            "share of the spin left after a bounce that a dent of Penner's depth takes as well",
            "",
            0.2,
            0.6,
            "judgement: without it a full wedge spins back eight metres on a medium green, where the trade sees one to "
            "three",
        ),
    ] = 0.4
    crater_back_m_s: Annotated[
        float,
        Coefficient(
            "speed back at which a dent of that depth halves what spin throws a ball back with: it climbs "
            "out of its own pitch mark",
            "m/s",
            1.5,
            6.0,
            "judgement: without it a stock 7-iron in a gale spins back ten metres and more",
        ),
    ] = 3.0
    skim_kept: Annotated[
        float, Coefficient("share of its speed that a ball keeps which grazes loose sand", "", 0.6, 0.95)
    ] = 0.8
    skim_rad: Annotated[
        float,
        Coefficient("steeper than this it digs in and stays", "rad", math.radians(15.0), math.radians(35.0)),
    ] = math.radians(25.0)
    skim_m_s: Annotated[float, Coefficient("slower along than this the grains hold it", "m/s", 7.0, 18.0)] = 12.0
    give_by_firmness: Annotated[
        float, Coefficient("how much more sodden ground gives than hard ground, over Penner's", "", 0.6, 1.4)
    ] = 1.0
    rebound_by_firmness: Annotated[
        float, Coefficient("how much more hard ground throws back than sodden ground, over Penner's", "", 0.3, 0.9)
    ] = 0.6
    wet_brake: Annotated[
        float,
        Coefficient(
            "how much more soaked grass brakes a roll than dry grass",
            "",
            0.1,
            0.5,
            "judgement: 10 ft read under 8 with water on the green",
        ),
    ] = 0.3
    wet_slip: Annotated[
        float, Coefficient("share of its friction that a bounce loses on soaked grass", "", 0.15, 0.55)
    ] = 0.35


TURF = TurfCoefficients()
