"""The plan: candidates, speed and aim solved, ranked, explained."""

from veltrin.core.plan.mirror import plan_shot
from veltrin.core.plan.model import Call, FellOut, Ghost, LedgerRow, Line, Plan, Question, Swap
from veltrin.core.plan.stock import stock_speeds

__all__ = [
    "Call",
    "FellOut",
    "Ghost",
    "LedgerRow",
    "Line",
    "Plan",
    "Question",
    "Swap",
    "plan_shot",
    "stock_speeds",
]
