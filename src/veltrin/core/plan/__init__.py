"""The plan: candidates, speed and aim solved, ranked, explained."""

from veltrin.core.plan.mirror import compare_schools, plan_shot
from veltrin.core.plan.model import (
    Call,
    FellOut,
    Ghost,
    LedgerRow,
    Line,
    Odds,
    Plan,
    Question,
    SchoolRow,
    Schools,
    Spread,
    Swap,
)
from veltrin.core.plan.stock import stock_speeds

__all__ = [
    "Call",
    "FellOut",
    "Ghost",
    "LedgerRow",
    "Line",
    "Odds",
    "Plan",
    "Question",
    "SchoolRow",
    "Schools",
    "Spread",
    "Swap",
    "compare_schools",
    "plan_shot",
    "stock_speeds",
]
