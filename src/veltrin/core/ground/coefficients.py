"""What a lie's laws are set by: grass, the soil under a sole, sand. A course may have its own."""

from __future__ import annotations

import math
from typing import Annotated, NamedTuple

from veltrin.core.coefficient import Coefficient

GROOVES = "judgement, after groove studies of 2006-07 (from memory)"
TRADE = "judgement, after common practice"


class GrassCoefficients(NamedTuple):
    """What grass takes from head and ball, and what it leaves between face and ball."""

    clean_friction: Annotated[float, Coefficient("friction of a clean dry grooved face", "", 0.38, 0.44, GROOVES)] = (
        0.41
    )
    wet_friction: Annotated[float, Coefficient("friction under dew or a thin film", "", 0.08, 0.20, GROOVES)] = 0.12
    blades_friction: Annotated[
        float, Coefficient("friction of a face full of green blades", "", 0.03, 0.10, GROOVES)
    ] = 0.06
    blades_fill_m: Annotated[
        float,
        Coefficient(
            "way through full-density grass after which the face is two thirds full of blades", "m", 0.015, 0.06
        ),
    ] = 0.03
    head_stirs_per_m: Annotated[
        float,
        Coefficient(
            "share of its speed that a head loses per metre of full-density grass, at any speed", "1/m", 0.4, 1.6
        ),
    ] = 0.9
    head_tears_n: Annotated[
        float,
        Coefficient(
            "force with which such grass holds a head, whatever its speed: a slow one is stopped",
            "N",
            20.0,
            70.0,
            "judgement, by the swish test: at a chip's pace heather nearly stops the head, rough clearly slows it",
        ),
    ] = 40.0
    ball_stirs_per_m: Annotated[
        float,
        Coefficient("share of its speed that a ball loses per metre of such grass in front of it", "1/m", 2.0, 7.0),
    ] = 4.2
    ball_tears_n: Annotated[
        float, Coefficient("force with which such grass holds a ball: a putt dies in it within a pace", "N", 1.5, 6.0)
    ] = 3.4
    thins_out: Annotated[
        float, Coefficient("how grass thins out upwards: power of the share of its height", "", 0.3, 1.0)
    ] = 0.6
    wet_heavier: Annotated[float, Coefficient("how much heavier dripping grass is to pass than dry", "", 0.2, 0.9)] = (
        0.5
    )
    body_m: Annotated[
        float, Coefficient("height of a head: grass that stands higher closes over it", "m", 0.03, 0.05, TRADE)
    ] = 0.04
    patchy: Annotated[
        float,
        Coefficient("how unevenly grass grows: standard deviation of the logarithm of what is passed", "", 0.12, 0.4),
    ] = 0.25
    most_grab_rad: Annotated[
        float, Coefficient("how far heavy grass shuts a face at most", "rad", math.radians(3.0), math.radians(10.0))
    ] = math.radians(6.0)
    grab_way_m: Annotated[
        float, Coefficient("way through grass after which two thirds of that are there", "m", 0.15, 0.45)
    ] = 0.25
    wet_grabs: Annotated[float, Coefficient("how much more of the hosel dripping grass holds", "", 0.0, 0.6)] = 0.3
    with_grain: Annotated[
        float, Coefficient("how thick grass feels that grows with the shot, over across", "", 0.6, 0.9)
    ] = 0.75
    against_grain: Annotated[float, Coefficient("the same against the shot", "", 1.15, 1.6)] = 1.35
    collar_m: Annotated[float, Coefficient("width of a collar of longer grass", "m", 0.15, 0.6)] = 0.30
    room_share: Annotated[
        float,
        Coefficient("share of fairway grass under a ball that a sole presses through before the soil", "", 0.6, 0.95),
    ] = 0.8
    room_fills_m: Annotated[
        float,
        Coefficient("grass under a ball half of which a sole presses through no easier than soil", "m", 0.008, 0.02),
    ] = 0.012
    matted: Annotated[
        float,
        Coefficient(
            "how that share falls off with density: dense grass carries a sole like soil",
            "",
            1.0,
            2.6,
            "judgement, so that high handicaps pay for rough as published",
        ),
    ] = 1.7


class SoilCoefficients(NamedTuple):
    """How a sole meets the ground, where a player lets the edge pass, and what a strike off the middle loses."""

    sweet_spot_m: Annotated[
        float, Coefficient("how far up the face a level stroke meets the ball", "m", 0.011, 0.017)
    ] = 0.014
    ball_then_turf_m: Annotated[
        float,
        Coefficient("how far below the ball's bottom the edge passes in a descending stroke", "m", 0.001, 0.003, TRADE),
    ] = 0.0018
    down_rad: Annotated[
        float, Coefficient("how far a stroke comes down for that", "rad", math.radians(2.5), math.radians(6.0), TRADE)
    ] = math.radians(4.0)
    lowest_sweet_m: Annotated[
        float,
        Coefficient("how far up the face the sweet spot is with a wedge", "m", 0.010, 0.014, "geometry, usual heads"),
    ] = 0.012
    highest_sweet_m: Annotated[
        float, Coefficient("the same with a long iron or a wood", "m", 0.016, 0.021, "geometry, usual heads")
    ] = 0.018
    sole_rest_share: Annotated[
        float, Coefficient("where along its width a sole touches the ground first, from the leading edge", "", 0.3, 0.5)
    ] = 0.4
    camber_m: Annotated[
        float,
        Coefficient(
            "radius to which a sole is rounded from edge to edge", "m", 0.035, 0.070, "judgement, after usual heads"
        ),
    ] = 0.050
    clear_m: Annotated[
        float,
        Coefficient("how far above the soil a player lets the edge pass where there is room", "m", 0.0007, 0.0025),
    ] = 0.0015
    picked_rad: Annotated[
        float, Coefficient("how far a stroke comes down that picks", "rad", math.radians(0.5), math.radians(2.0))
    ] = math.radians(1.0)
    pick_clear_m: Annotated[
        float, Coefficient("how far above sand or mud the edge passes where a ball is picked", "m", 0.002, 0.0045)
    ] = 0.003
    usual_sole_m: Annotated[
        float,
        Coefficient("width of the sole that ploughs as told; a wider one moves more", "m", 0.018, 0.024, "usual sets"),
    ] = 0.021
    hard_scrubs: Annotated[
        float, Coefficient("how much of the digging hard-pan takes by scrubbing and jarring a sole", "", 0.2, 0.8)
    ] = 0.45
    rebound: Annotated[
        float, Coefficient("share of the angle at which sole and ground meet that hard-pan throws back", "", 0.5, 1.0)
    ] = 0.75
    dig_per_m: Annotated[
        float,
        Coefficient(
            "speed lost per metre of way in medium ground: an inch early costs a fifth of the speed",
            "1/m",
            5.0,
            14.0,
        ),
    ] = 9.0
    dig_hard: Annotated[float, Coefficient("how much of the digging is there on the hardest ground", "", 0.1, 0.6)] = (
        0.3
    )
    dig_soft: Annotated[float, Coefficient("how much more on the softest", "", 1.0, 2.4)] = 1.6
    dig_step_rad: Annotated[
        float,
        Coefficient(
            "how far the edge leads a sole that digs twice as much", "rad", math.radians(5.0), math.radians(14.0)
        ),
    ] = math.radians(9.0)
    loose_digs: Annotated[
        float, Coefficient("how much faster sand takes the speed of a head that should have missed it", "", 1.5, 4.0)
    ] = 2.5
    soil_holds_n: Annotated[float, Coefficient("force with which sodden soil holds a sole", "N", 15.0, 80.0)] = 40.0
    sand_holds_n: Annotated[float, Coefficient("the same of sand as loose", "N", 80.0, 260.0)] = 160.0
    firm_lift_per_m: Annotated[
        float, Coefficient("lift of sand on which a sole is held up as on turf: compacted", "1/m", 14.0, 28.0)
    ] = 20.0
    loose_share: Annotated[
        float, Coefficient("share of the sand or mud above a ball's bottom that holds a sole up at once", "", 0.2, 0.5)
    ] = 0.35
    rim_share: Annotated[
        float,
        Coefficient("way in the ground that cutting through a divot's rim is worth, over the way to it", "", 0.15, 0.6),
    ] = 0.35
    fits_m: Annotated[float, Coefficient("width of a sole that fits a usual divot", "m", 0.020, 0.028)] = 0.024
    bridges_m: Annotated[float, Coefficient("width of one that can't get down into it", "m", 0.034, 0.048)] = 0.040
    bridged_m: Annotated[
        float, Coefficient("way over the rims that a sole which bridges a divot is braked for", "m", 0.015, 0.05)
    ] = 0.03
    deep_divot_m: Annotated[float, Coefficient("how deep that divot is", "m", 0.006, 0.015)] = 0.01
    off_sweet: Annotated[
        float, Coefficient("share of its speed that a ball loses when struck at the very edge", "", 0.15, 0.40)
    ] = 0.25
    most_off_sweet: Annotated[float, Coefficient("the most that is lost off the sweet spot", "", 0.3, 0.6)] = 0.45
    bladed_share: Annotated[
        float, Coefficient("restitution of an edge that meets the ball, over that of the face", "", 0.7, 0.95)
    ] = 0.85
    wall_loose: Annotated[
        float,
        Coefficient(
            "what a ball loses that is driven straight at the wall of its dimple, a ball deep in sand or bare ground",
            "",
            5.0,
            18.0,
        ),
    ] = 10.0
    wall_divot: Annotated[float, Coefficient("the same in a divot, which is open towards the target", "", 1.2, 4.5)] = (
        2.5
    )


class SandCoefficients(NamedTuple):
    """How a splash ploughs, and how the ball rides out on it; also a gouge out of matted grass."""

    slab_width_m: Annotated[float, Coefficient("width of the slab a wedge head moves", "m", 0.05, 0.08)] = 0.065
    full_sand_m: Annotated[
        float,
        Coefficient("depth from which sand behaves as sand; less, and the base throws the sole back", "m", 0.03, 0.08),
    ] = 0.05
    under_m: Annotated[
        float, Coefficient("how far above the ball's bottom an edge may pass and still be under it", "m", 0.001, 0.004)
    ] = 0.002
    under_share: Annotated[
        float,
        Coefficient(
            "how high up a sunk ball an edge may pass and still move it, over its depth in the sand", "", 0.6, 0.92
        ),
    ] = 0.78
    stopped_by: Annotated[
        float,
        Coefficient(
            "moved mass, over the head's, that has stopped a head: a quarter of its speed is left", "", 2.0, 4.5
        ),
    ] = 3.0
    buried_takes: Annotated[
        float, Coefficient("how a ball that lies a whole ball deep leaves slower, as an exponent", "", 0.25, 0.9)
    ] = 0.5
    launch_share: Annotated[float, Coefficient("share of the loft at which the slab leaves", "", 0.78, 0.94)] = 0.86
    buried_launch: Annotated[float, Coefficient("how much of it a buried ball loses", "", 0.2, 0.55)] = 0.36
    near: Annotated[
        float, Coefficient("what of ball speed over head speed fades within a finger's width of sand", "", 0.3, 0.7)
    ] = 0.5
    near_fades_m: Annotated[
        float, Coefficient("the entry behind the ball at which a third of it is left", "m", 0.008, 0.03)
    ] = 0.015
    far: Annotated[
        float,
        Coefficient(
            "what of ball speed over head speed fades slowly",
            "",
            0.8,
            1.1,
            "judgement, fitted to splashes of about 14 m at half to chest-high swings (common practice)",
        ),
    ] = 0.95
    far_fades_m: Annotated[float, Coefficient("the entry at which a third of it is left", "m", 0.12, 0.24)] = 0.17
    spin_sand: Annotated[float, Coefficient("spin ratio with nothing in between, in sand", "", 0.6, 1.2)] = 0.9
    spin_grass: Annotated[float, Coefficient("the same in grass", "", 0.3, 0.7)] = 0.45
    spin_fades_m: Annotated[
        float, Coefficient("thickness in between at which a third of it is left", "m", 0.06, 0.13)
    ] = 0.09
    wet_spin: Annotated[float, Coefficient("share of it that water takes", "", 0.25, 0.75)] = 0.5
    path_leads: Annotated[
        float, Coefficient("share of the path, against the face, in where a splash goes", "", 0.4, 0.8)
    ] = 0.6
    over_moved: Annotated[
        float,
        Coefficient("share of the sand over a sunk ball's bottom that a head moves besides its cut", "", 0.0, 0.25),
    ] = 0.1
    over_between: Annotated[
        float, Coefficient("share of it that lies between face and ball and takes spin", "", 0.3, 0.9)
    ] = 0.6
    gouge_kg_m3: Annotated[
        float, Coefficient("what a cubic metre of matted grass weighs under a head", "kg/m3", 200.0, 550.0)
    ] = 350.0
    gouge_lift_soft_per_m: Annotated[
        float, Coefficient("how hard grass over sodden ground throws a sole up", "1/m", 2.0, 7.0)
    ] = 4.0
    gouge_lift_hard_per_m: Annotated[float, Coefficient("how much harder over hard-pan", "1/m", 8.0, 26.0)] = 16.0
    gouge_load: Annotated[
        float, Coefficient("how much of moved grass a head has to bring to its own speed and more", "", 1.8, 4.5)
    ] = 3.0


class GroundCoefficients(NamedTuple):
    """All of a lie's laws."""

    grass: GrassCoefficients = GrassCoefficients()
    soil: SoilCoefficients = SoilCoefficients()
    sand: SandCoefficients = SandCoefficients()


GROUND = GroundCoefficients()
