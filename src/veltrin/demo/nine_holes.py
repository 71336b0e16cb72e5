"""The nine holes of Skarvan Fell, made up: an upland course 620 m above the sea, at a place where there is only water.

python -m veltrin.demo.nine_holes        writes skarvan_fell.geojson beside it
"""

from __future__ import annotations

import json
import math
from pathlib import Path
from typing import NamedTuple

import numpy as np
import shapely
from shapely.ops import substring

from veltrin.core.course import GROUND, Course, GroundName, Heights, Hole, Lies, Tree
from veltrin.core.geometry import Vec
from veltrin.exchange.course_geojson import read_course, write_course

FILE = Path(__file__).with_name("skarvan_fell.geojson")
NAME = "Skarvan Fell"
ORIGIN = (2.6, 64.8)
"""Out in the sea: the course is nowhere."""

Place = tuple[float, float]


class Laid(NamedTuple):
    """A hole as it was laid out: its way (m east and north), par, half the fairway's width, the size of its green, and
    where its bunkers lie about the green (deg from the way in, m from the middle, half length, half width).
    """

    name: str
    par: int
    way: tuple[Place, ...]
    fairway_m: float
    green_m: tuple[float, float]
    bunkers: tuple[tuple[float, float, float, float], ...]


HOLES = (
    Laid("Cairn", 4, ((20, 0), (62, 180), (45, 368)), 15, (15, 11), ((140, 19, 6, 3.5), (-60, 17, 5, 3))),
    Laid("Ewe's Leap", 3, ((78, 400), (230, 432)), 0, (13, 10), ((180, 17, 7, 3), (80, 15, 4, 3))),
    Laid("The Shelf", 4, ((252, 398), (214, 250), (196, 115)), 14, (14, 10), ((-100, 15, 6, 3.5),)),
    Laid(
        "Long Moss", 5, ((236, -32), (390, -72), (545, 18), (652, 168)), 17, (16, 12), ((150, 20, 7, 4), (30, 19, 5, 3))
    ),
    Laid("Raven", 3, ((668, 214), (604, 348)), 0, (12, 11), ((170, 16, 5, 3.5), (-80, 15, 5, 3))),
    Laid("Peat Hag", 4, ((562, 392), (420, 370), (338, 222)), 15, (14, 12), ((120, 18, 6, 3),)),
    Laid("Windgap", 4, ((366, 192), (470, 148), (562, 246)), 16, (15, 11), ((-140, 18, 7, 4), (60, 16, 4, 3))),
    Laid("Sheepfold", 3, ((546, 284), (442, 252)), 0, (11, 9), ((180, 14, 5, 3), (-70, 13, 4, 2.5))),
    Laid("Home", 4, ((422, 222), (300, 96), (88, 4)), 16, (17, 12), ((160, 21, 6, 4), (-40, 19, 5, 3))),
)


def height_m(places: Vec) -> Vec:
    """Height of the fell at (n, 2) places: a shoulder that rises to the north-east, with knolls."""
    x, y = places[:, 0], places[:, 1]
    return np.asarray(
        612.0
        + 0.028 * x
        + 0.018 * y
        + 5.0 * np.sin(x / 95.0 + 0.6) * np.cos(y / 80.0)
        + 2.2 * np.sin(y / 41.0 - x / 67.0)
        + 0.6 * np.sin(x / 17.0) * np.cos(y / 19.0)
    )


def _wavy(middle: Place, long: float, wide: float, turned: float, seed: int, corners: int = 22) -> tuple[Place, ...]:
    """An outline that is no oval: two waves on top of one."""
    rng = np.random.default_rng(seed)
    a, b = rng.uniform(0, math.tau, 2)
    found = []
    for turn in np.linspace(0.0, math.tau, corners, endpoint=False):
        out = 1.0 + 0.10 * math.sin(2 * turn + a) + 0.06 * math.sin(3 * turn + b)
        x, y = out * long * math.cos(turn), out * wide * math.sin(turn)
        c, s = math.cos(turned), math.sin(turned)
        found.append((round(middle[0] + x * c - y * s, 2), round(middle[1] + x * s + y * c, 2)))
    return tuple(found)


def _around(way: tuple[Place, ...], half: float, from_m: float, to_m: float) -> tuple[Place, ...]:
    """A band about a way, from so far along it to so far before its end."""
    line = shapely.LineString(way)
    cut = substring(line, from_m, line.length - to_m)
    # Bends are round, and the band is wider here than there.
    smooth = shapely.buffer(cut, half + 4.0, quad_segs=4).buffer(-4.0, quad_segs=4)
    return tuple((round(float(x), 2), round(float(y), 2)) for x, y in shapely.get_coordinates(smooth)[:-1])


def _of_hole(number: int, laid: Laid) -> tuple[list[Lies], Hole]:
    (x0, y0), (x1, y1) = laid.way[-2], laid.way[-1]
    turned = math.atan2(y1 - y0, x1 - x0)
    start = math.atan2(laid.way[1][1] - laid.way[0][1], laid.way[1][0] - laid.way[0][0])
    name = f"{number} {laid.name}"

    def lies(ground: GroundName, ring: tuple[Place, ...]) -> Lies:
        return Lies(GROUND[ground], ring, name)

    long, wide = laid.green_m
    found = [
        lies("tee", _wavy(laid.way[0], 6.0, 3.5, start, 100 + number, 10)),
        lies("fringe", _wavy(laid.way[-1], long + 2.0, wide + 2.0, turned, number)),
        lies("green", _wavy(laid.way[-1], long, wide, turned, number)),
    ]
    if laid.fairway_m:
        band = (laid.way, laid.fairway_m, 70.0, 24.0)
        found.append(lies("semi", _around(laid.way, laid.fairway_m + 6.0, 60.0, 10.0)))
        found.append(lies("fairway", _around(*band)))
    else:
        found.append(lies("fairway", _wavy(laid.way[-1], long + 9.0, wide + 8.0, turned, 40 + number)))
    for k, (off, far, half_long, half_wide) in enumerate(laid.bunkers):
        at = turned + math.radians(off)
        middle = (x1 + far * math.cos(at), y1 + far * math.sin(at))
        found.append(lies("bunker", _wavy(middle, half_long, half_wide, at + math.pi / 2, 200 + 10 * number + k, 14)))
    flag = (
        round(x1 + 0.3 * long * math.cos(turned + number), 2),
        round(y1 + 0.3 * wide * math.sin(turned + number), 2),
    )
    return found, Hole(str(number), laid.way, flag, laid.par, laid.name)


BURN = ((130, -110), (150, 20), (120, 150), (160, 300), (140, 470))
WOODS = (((640, 20), 42, 24, 0.9), ((480, 455), 60, 18, 0.15), ((300, 330), 20, 34, 0.2), ((-40, 220), 18, 90, 0.05))
HEATHS = (((110, 260), 16, 40, 0.1), ((470, 60), 50, 18, 0.5), ((520, 205), 18, 14, 0.0), ((290, 20), 34, 12, 0.7))
TREES = 26
EDGE = ((-70, -130), (720, -130), (740, 480), (-70, 490))


def made() -> Course:
    """The course, the same one every time."""
    lies = [Lies(GROUND["rough"], EDGE)]
    holes = []
    for number, laid in enumerate(HOLES, start=1):
        found, hole = _of_hole(number, laid)
        lies += found
        holes.append(hole)
    burn = shapely.buffer(shapely.LineString(BURN), 1.6, quad_segs=2)
    lies.append(
        Lies(
            GROUND["water"], tuple((float(x), float(y)) for x, y in shapely.get_coordinates(burn)[:-1]), "Skarvan Burn"
        )
    )
    lies += [
        Lies(GROUND["wood"], _wavy(at, long, wide, turned, 300 + k)) for k, (at, long, wide, turned) in enumerate(WOODS)
    ]
    lies += [
        Lies(GROUND["heath"], _wavy(at, long, wide, turned, 400 + k))
        for k, (at, long, wide, turned) in enumerate(HEATHS)
    ]
    return Course(NAME, ORIGIN, tuple(lies), tuple(holes), _trees(lies), _heights())


def _trees(lies: list[Lies]) -> tuple[Tree, ...]:
    """Rowans and pines that stand alone, off what is mown."""
    rng = np.random.default_rng(620)
    mown = shapely.union_all([one.shape for one in lies if one.ground.name not in ("rough", "heath", "wood")])
    found: list[Tree] = []
    while len(found) < TREES:
        x, y = rng.uniform(-50, 700), rng.uniform(-100, 460)
        if float(shapely.distance(mown, shapely.Point(x, y))) > 9.0:
            high, crown = rng.uniform(5, 11), rng.uniform(3.5, 7)
            found.append(Tree((round(x, 1), round(y, 1)), round(high, 1), round(crown, 1)))
    return tuple(found)


STEP_M = 10.0


def _heights() -> Heights:
    """The fell as a survey from the air has it: to the centimetre, every ten metres."""
    x, y = np.meshgrid(np.arange(-80.0, 751.0, STEP_M), np.arange(-140.0, 501.0, STEP_M))
    values = height_m(np.column_stack([x.ravel(), y.ravel()])).reshape(x.shape)
    return Heights(-80.0, -140.0, STEP_M, np.asarray(np.round(values, 2), float))


def text() -> str:
    """The file."""
    document = write_course(made())
    features = ",\n".join(json.dumps(f, separators=(",", ":"), ensure_ascii=False) for f in document.pop("features"))
    head = json.dumps(document, ensure_ascii=False)[:-1]
    return f'{head}, "features": [\n{features}\n]}}\n'


if __name__ == "__main__":
    FILE.write_text(text())
    read = read_course(FILE.read_text())
    print(f"{FILE.name}: {len(read.course.lies)} pieces of ground, {len(read.course.holes)} holes.")
