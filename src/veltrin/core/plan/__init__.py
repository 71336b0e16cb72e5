"""The plan: candidates, speed and aim solved, ranked, explained."""

from veltrin.core.plan.coefficients import USUAL, Coefficients, under
from veltrin.core.plan.day_sheet import SheetCell, SheetRow, day_sheet
from veltrin.core.plan.days import CarriedOver, DayPlan, DayStrike, on_day, two_days
from veltrin.core.plan.mirror import compare_schools, plan_shot, plan_stages
from veltrin.core.plan.model import (
    MOODS,
    Call,
    FellOut,
    Finish,
    Harder,
    LedgerRow,
    Line,
    Mood,
    Odds,
    Plan,
    Question,
    SchoolRow,
    Schools,
    SetupNote,
    Share,
    Spread,
    StockReference,
    Swap,
    Worst,
)
from veltrin.core.plan.readings import READINGS, Reading, ReadingName
from veltrin.core.plan.scatter import outline_of
from veltrin.core.plan.sensitivity import Sensitive, Turn, WhatIf, sensitivity, what_if
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.plan.target import TARGET_WORDS, TargetName

__all__ = [
    "MOODS",
    "READINGS",
    "TARGET_WORDS",
    "USUAL",
    "Call",
    "CarriedOver",
    "Coefficients",
    "DayPlan",
    "DayStrike",
    "FellOut",
    "Finish",
    "Harder",
    "LedgerRow",
    "Line",
    "Mood",
    "Odds",
    "Plan",
    "Question",
    "Reading",
    "ReadingName",
    "SchoolRow",
    "Schools",
    "Sensitive",
    "SetupNote",
    "Share",
    "SheetCell",
    "SheetRow",
    "Spread",
    "StockReference",
    "Swap",
    "TargetName",
    "Turn",
    "WhatIf",
    "Worst",
    "compare_schools",
    "day_sheet",
    "on_day",
    "outline_of",
    "plan_shot",
    "plan_stages",
    "sensitivity",
    "stock_speeds",
    "two_days",
    "under",
    "what_if",
]
