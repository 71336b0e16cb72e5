"""What the record teaches: a player's own habits, outliers, rates, trials, faults."""

from veltrin.core.learn.causes import CAUSES, CHANCE, Cause
from veltrin.core.learn.faults import MISSES, Ball, Miss, Ranked, Shape, read_fault
from veltrin.core.learn.habits import (
    FAILED,
    MOST_TOLD,
    PRIOR_SD,
    SUREST_SD,
    BookedStrike,
    Cell,
    Meant,
    Practised,
    Told,
    is_far_off,
    learn,
    lesson,
    told,
)
from veltrin.core.learn.outliers import OUTLIER_FROM, Stock, outliers, stock_of
from veltrin.core.learn.rates import Rate, rate
from veltrin.core.learn.trials import Arm, Difference, Verdict, compare, mean_within, order_of

__all__ = [
    "CAUSES",
    "CHANCE",
    "FAILED",
    "MISSES",
    "MOST_TOLD",
    "OUTLIER_FROM",
    "PRIOR_SD",
    "SUREST_SD",
    "Arm",
    "Ball",
    "BookedStrike",
    "Cause",
    "Cell",
    "Difference",
    "Meant",
    "Miss",
    "Practised",
    "Ranked",
    "Rate",
    "Shape",
    "Stock",
    "Told",
    "Verdict",
    "compare",
    "is_far_off",
    "learn",
    "lesson",
    "mean_within",
    "order_of",
    "outliers",
    "rate",
    "read_fault",
    "stock_of",
    "told",
]
