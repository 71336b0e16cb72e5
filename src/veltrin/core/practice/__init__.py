"""Practice: drills with layouts and pass marks worked out for a player."""

from veltrin.core.practice.catalogue import DRILLS, drill_named, drills_for
from veltrin.core.practice.drill import ALWAYS, FAMILIES, NEEDS, SCORE_WORDS, Drill, Family, Lay, Need, Score, Station
from veltrin.core.practice.gain import better_wins
from veltrin.core.practice.helped import Answer, Helped, KindShots, helped
from veltrin.core.practice.layout import Item, Measure, Shape, Unit
from veltrin.core.practice.levels import ERROR as LEVEL_ERROR
from veltrin.core.practice.levels import TOP_LEVEL, Result, Times, evidence, next_level, result_of
from veltrin.core.practice.marks import Mark, together
from veltrin.core.practice.ready import ReadyStation, make_ready
from veltrin.core.practice.season import Outing, missing_in, resting_on, season
from veltrin.core.practice.session import (
    SETUP_MIN,
    WALK_MIN,
    WARM_UP_MIN,
    Part,
    Phase,
    Session,
    Wish,
    build,
    ground_of,
    minutes_of,
    missing_on,
    order_of_balls,
    whole_minutes,
)
from veltrin.core.practice.worth import LEVEL_WORD, LieLoss, Worth, kinds_of, shrunk, value_of_drill, worth_of

__all__ = [
    "ALWAYS",
    "DRILLS",
    "FAMILIES",
    "LEVEL_ERROR",
    "LEVEL_WORD",
    "NEEDS",
    "SCORE_WORDS",
    "SETUP_MIN",
    "TOP_LEVEL",
    "WALK_MIN",
    "WARM_UP_MIN",
    "Answer",
    "Drill",
    "Family",
    "Helped",
    "Item",
    "KindShots",
    "Lay",
    "LieLoss",
    "Mark",
    "Measure",
    "Need",
    "Outing",
    "Part",
    "Phase",
    "ReadyStation",
    "Result",
    "Score",
    "Session",
    "Shape",
    "Station",
    "Times",
    "Unit",
    "Wish",
    "Worth",
    "better_wins",
    "build",
    "drill_named",
    "drills_for",
    "evidence",
    "ground_of",
    "helped",
    "kinds_of",
    "make_ready",
    "minutes_of",
    "missing_in",
    "missing_on",
    "next_level",
    "order_of_balls",
    "resting_on",
    "result_of",
    "season",
    "shrunk",
    "together",
    "value_of_drill",
    "whole_minutes",
    "worth_of",
]
