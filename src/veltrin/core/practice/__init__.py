"""Practice: drills with layouts and pass marks worked out for a player."""

from veltrin.core.practice.catalogue import DRILLS, drill_named, drills_for
from veltrin.core.practice.drill import ALWAYS, FAMILIES, NEEDS, SCORE_WORDS, Drill, Family, Lay, Need, Score, Station
from veltrin.core.practice.layout import Item, Measure, Shape, Unit
from veltrin.core.practice.marks import Mark
from veltrin.core.practice.ready import ReadyStation, make_ready

__all__ = [
    "ALWAYS",
    "DRILLS",
    "FAMILIES",
    "NEEDS",
    "SCORE_WORDS",
    "Drill",
    "Family",
    "Item",
    "Lay",
    "Mark",
    "Measure",
    "Need",
    "ReadyStation",
    "Score",
    "Shape",
    "Station",
    "Unit",
    "drill_named",
    "drills_for",
    "make_ready",
]
