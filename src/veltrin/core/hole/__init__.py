"""The hole around the shot: areas, things in the way, and what a ball lying somewhere still costs."""

from veltrin.core.hole.areas import KINDS, Area, AreaKind, home_kind, kind_named
from veltrin.core.hole.baseline import putts, strokes_from
from veltrin.core.hole.hole import KIND_LIST, KIND_NUMBER, Ends, Hole
from veltrin.core.hole.obstacles import OBSTACLES, Obstacle, ObstacleKind, Wall, obstacle_named, walls_of

__all__ = [
    "KINDS",
    "KIND_LIST",
    "KIND_NUMBER",
    "OBSTACLES",
    "Area",
    "AreaKind",
    "Ends",
    "Hole",
    "Obstacle",
    "ObstacleKind",
    "Wall",
    "home_kind",
    "kind_named",
    "obstacle_named",
    "putts",
    "strokes_from",
    "walls_of",
]
