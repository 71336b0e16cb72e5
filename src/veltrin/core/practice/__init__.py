"""Practice: drills with layouts and pass marks worked out for a player."""

from veltrin.core.practice.catalogue import DRILLS, drill_named, drills_for
from veltrin.core.practice.drill import ALWAYS, FAMILIES, NEEDS, SCORE_WORDS, Drill, Family, Lay, Need, Score, Station
from veltrin.core.practice.layout import Item, Measure, Shape, Unit
from veltrin.core.practice.marks import Mark
from veltrin.core.practice.ready import ReadyStation, make_ready
from veltrin.core.practice.session import WALK_MIN, WARM_UP_MIN, Part, Phase, Session, Wish, build, ground_of
from veltrin.core.practice.worth import LieLoss, Worth, worth_of

__all__ = [
    "ALWAYS",
    "DRILLS",
    "FAMILIES",
    "NEEDS",
    "SCORE_WORDS",
    "WALK_MIN",
    "WARM_UP_MIN",
    "Drill",
    "Family",
    "Item",
    "Lay",
    "LieLoss",
    "Mark",
    "Measure",
    "Need",
    "Part",
    "Phase",
    "ReadyStation",
    "Score",
    "Session",
    "Shape",
    "Station",
    "Unit",
    "Wish",
    "Worth",
    "build",
    "drill_named",
    "drills_for",
    "ground_of",
    "make_ready",
    "worth_of",
]
