"""The hole around the shot: areas, things in the way, and what a ball lying somewhere still costs."""

from veltrin.core.hole.areas import KINDS, Area, AreaKind, AreaKindName, kind_named
from veltrin.core.hole.baseline import putts, strokes_from
from veltrin.core.hole.chart import KIND_LIST, KIND_NUMBER
from veltrin.core.hole.hole import Ends, Hole
from veltrin.core.hole.holing import CAPTURE_M_S, HOLE_RADIUS_M
from veltrin.core.hole.obstacles import OBSTACLES, Obstacle, ObstacleKind, ObstacleName, Wall, obstacle_named, walls_of
from veltrin.core.hole.relief import relief_strokes

__all__ = [
    "CAPTURE_M_S",
    "HOLE_RADIUS_M",
    "KINDS",
    "KIND_LIST",
    "KIND_NUMBER",
    "OBSTACLES",
    "Area",
    "AreaKind",
    "AreaKindName",
    "Ends",
    "Hole",
    "Obstacle",
    "ObstacleKind",
    "ObstacleName",
    "Wall",
    "kind_named",
    "obstacle_named",
    "putts",
    "relief_strokes",
    "strokes_from",
    "walls_of",
]
