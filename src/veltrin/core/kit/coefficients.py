"""What a player's scatter is set by: how it grows with the handicap, and what widens it."""

from __future__ import annotations

from typing import Annotated, NamedTuple

from veltrin.core.coefficient import JUDGEMENT, Coefficient

LEVELS = "judgement, set so that from plain lies the first call costs what is published for that level of player"
ROUGH = "judgement, set by what rough costs as published"
SAND = "judgement, set so that the longer strokes from sand cost a high handicap what is published"
ORDER = "judgement, in the order of the trade: downhill and below the feet worst, both together the hardest"


class ScatterCoefficients(NamedTuple):
    """One standard deviation of what varies from strike to strike: a scratch player's, what each stroke of handicap
    adds, and what ground, club and length of swing do to it.
    """

    face_deg: Annotated[float, Coefficient("face of a scratch player", "deg", 1.5, 2.8, LEVELS)] = 2.1
    face_deg_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "deg", 0.03, 0.1, LEVELS)
    ] = 0.06
    loft_deg: Annotated[float, Coefficient("loft of a scratch player", "deg", 0.7, 1.6, LEVELS)] = 1.1
    loft_deg_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "deg", 0.025, 0.08, LEVELS)
    ] = 0.05
    full_speed: Annotated[
        float, Coefficient("head speed of a scratch player's full swing, as a share", "", 0.015, 0.04, LEVELS)
    ] = 0.026
    full_speed_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "", 0.0004, 0.0013, LEVELS)
    ] = 0.0008
    touch_speed: Annotated[
        float, Coefficient("head speed of a scratch player's touch, as a share", "", 0.03, 0.07, LEVELS)
    ] = 0.045
    touch_speed_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "", 0.0008, 0.0025, LEVELS)
    ] = 0.0015
    along_m: Annotated[
        float, Coefficient("bottom of a scratch player's arc along the ground", "m", 0.005, 0.014, LEVELS)
    ] = 0.009
    along_m_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "m", 0.0004, 0.0011, LEVELS)
    ] = 0.0007
    deep_m: Annotated[float, Coefficient("bottom of a scratch player's arc in depth", "m", 0.0006, 0.0017, LEVELS)] = (
        0.0011
    )
    deep_m_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "m", 3e-05, 0.0001, LEVELS)
    ] = 6.2e-05
    landing_m: Annotated[
        float,
        Coefficient("how far contact and first bounce throw a scratch player's pitched ball", "m", 1.5, 4.0, LEVELS),
    ] = 2.7
    landing_m_per_stroke: Annotated[
        float, Coefficient("what each stroke of handicap adds", "m", 0.02, 0.12, LEVELS)
    ] = 0.06
    along_touch: Annotated[
        float,
        Coefficient(
            "bottom of the arc along the ground in the shortest touch, over that as told", "", 0.6, 1.0, JUDGEMENT
        ),
    ] = 0.8
    along_longer: Annotated[
        float, Coefficient("what the length of swing adds up to a full one", "", 0.2, 0.8, JUDGEMENT)
    ] = 0.5
    deep_full: Annotated[float, Coefficient("depth of a full swing's arc, over a touch's", "", 1.1, 2.0, JUDGEMENT)] = (
        1.5
    )
    wedge_arc_m: Annotated[
        float, Coefficient("arc of the wedge that it is told for", "m", 1.45, 1.62, "usual sets")
    ] = 1.54
    longer_power: Annotated[
        float,
        Coefficient(
            "power of the arc, over that wedge's, with which the bottom wanders with a longer club",
            "",
            2.5,
            5.5,
            JUDGEMENT,
        ),
    ] = 4.0
    downhill_per_deg: Annotated[float, Coefficient("what each degree downhill widens", "1/deg", 0.025, 0.06, ORDER)] = (
        0.04
    )
    uphill_per_deg: Annotated[float, Coefficient("what each degree uphill widens", "1/deg", 0.012, 0.04, ORDER)] = 0.025
    below_per_deg: Annotated[
        float, Coefficient("what each degree below the feet widens", "1/deg", 0.025, 0.06, ORDER)
    ] = 0.04
    above_per_deg: Annotated[
        float, Coefficient("what each degree above the feet widens", "1/deg", 0.018, 0.045, ORDER)
    ] = 0.03
    grass_per_m: Annotated[
        float, Coefficient("what a metre of way through full-density grass widens", "1/m", 0.8, 2.4, ROUGH)
    ] = 1.5
    wet_grass: Annotated[float, Coefficient("how much more dripping grass widens", "", 0.0, 0.6, JUDGEMENT)] = 0.3
    footing: Annotated[
        float,
        Coefficient(
            "how much more the bottom of the arc wanders where feet sink in as in sodden ground", "", 0.4, 1.3, SAND
        ),
    ] = 0.82
    touch_in_sand: Annotated[float, Coefficient("what a touch off loose grains adds to that", "", 1.2, 4.0, SAND)] = 2.5
    picked_swing: Annotated[
        float, Coefficient("from this length of swing down a touch is less surely picked", "", 0.5, 0.7, JUDGEMENT)
    ] = 0.6
    touch_swing: Annotated[float, Coefficient("at this length all of that is there", "", 0.3, 0.5, JUDGEMENT)] = 0.4
    little_loft_per_deg: Annotated[
        float,
        Coefficient(
            "what each degree of loft below 25 widens where a ball is not rolled", "1/deg", 0.01, 0.035, JUDGEMENT
        ),
    ] = 0.02
    strains: Annotated[
        float, Coefficient("how much a set-up at the bounds of body and grip widens", "", 0.3, 1.0, JUDGEMENT)
    ] = 0.6
    strained_from: Annotated[float, Coefficient("from which share of those bounds on", "", 0.35, 0.7, JUDGEMENT)] = 0.5
    pitched_apex_m: Annotated[
        float,
        Coefficient(
            "height of a flight from which on it counts as pitched, as an e-folding",
            "m",
            0.8,
            2.4,
            "judgement: a roll chip rises to the shin",
        ),
    ] = 1.4
    skipped: Annotated[
        float,
        Coefficient(
            "share of what contact and bounce throw that a ball keeps which runs along the ground",
            "",
            0.2,
            0.6,
            JUDGEMENT,
        ),
    ] = 0.4
    firmness_doubt: Annotated[
        float,
        Coefficient("how far a reading of firmness is usually off, on its scale of 0 to 1", "", 0.06, 0.2, JUDGEMENT),
    ] = 0.12
    surround_doubt: Annotated[
        float,
        Coefficient(
            "how far the brake of fairway or unmown grass is usually misjudged, as a share", "", 0.06, 0.2, JUDGEMENT
        ),
    ] = 0.12


SCATTER = ScatterCoefficients()
