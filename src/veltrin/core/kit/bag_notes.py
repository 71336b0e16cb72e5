"""What a coach sees in a bag: gaps and overlaps of carry, what the wedges suit, what is missing, worn faces."""

from __future__ import annotations

import itertools
import math
import statistics
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from veltrin.core.kit.club import Club
from veltrin.core.kit.grooves import ROUNDS_WORN, groove_wear

GAP_TIMES, OVERLAP_TIMES = 1.6, 0.5
"""A step between neighbours is a gap, or an overlap, from so many times the bag's middle step. Judgement."""

LOW_BOUNCE_RAD, HIGH_BOUNCE_RAD = math.radians(6.0), math.radians(10.0)
"""What the trade calls low and high bounce. Common practice."""

LOB_LOFT_RAD = math.radians(57.0)
WEDGE_STEP_RAD = math.radians(6.5)
"""Wider steps of loft leave a carry that only a changed swing fills. Common practice: 4 to 6 degrees."""

WORN_SOON = 0.8


StepKind = Literal["even", "gap", "overlap"]


@dataclass(frozen=True)
class Step:
    """From one club to the next shorter one (m), and what that is."""

    longer_id: str
    shorter_id: str
    step_m: float
    kind: StepKind


def steps(bag: Sequence[Club]) -> list[Step]:
    """Steps of carry between neighbours, longest first; none with fewer than three swung clubs."""
    swung = sorted((c for c in bag if c.kind != "putter"), key=lambda c: -c.stock_carry_m)
    if len(swung) < 3:
        return []
    pairs = list(itertools.pairwise(swung))
    widths = [a.stock_carry_m - b.stock_carry_m for a, b in pairs]
    middle = max(statistics.median(widths), 1.0)
    return [
        Step(
            a.id,
            b.id,
            width,
            "gap" if width > GAP_TIMES * middle else "overlap" if width < OVERLAP_TIMES * middle else "even",
        )
        for (a, b), width in zip(pairs, widths, strict=True)
    ]


def suits(club: Club) -> str:
    """Which grounds a wedge's bounce suits. Common practice."""
    if club.bounce_rad <= LOW_BOUNCE_RAD + 1e-9:
        return "hard-pan, tight turf, packed wet sand"
    if club.bounce_rad < HIGH_BOUNCE_RAD - 1e-9:
        return "turf with some give, most bunkers"
    return "soft turf, fluffy sand, rough"


def missing(bag: Sequence[Club]) -> list[str]:
    """What the wedges of a bag leave open, and why it matters. Common practice: carry low and high bounce."""
    wedges = sorted((c for c in bag if c.kind == "wedge"), key=lambda c: c.loft_rad)
    sand = [c for c in wedges if c.loft_rad > math.radians(48.0)]
    found = []
    if not wedges:
        return ["no wedge at all"]
    if not any(c.bounce_rad <= LOW_BOUNCE_RAD + 1e-9 for c in sand):
        found.append("no low-bounce wedge (6° or less) for hard-pan and packed wet sand")
    if not any(c.bounce_rad >= HIGH_BOUNCE_RAD - 1e-9 for c in sand):
        found.append("no high-bounce wedge (10° or more) for soft turf and fluffy sand")
    if not any(c.loft_rad >= LOB_LOFT_RAD for c in wedges):
        found.append("no lob wedge (57° or more) for high soft shots over trouble")
    for a, b in itertools.pairwise(wedges):
        if b.loft_rad - a.loft_rad > WEDGE_STEP_RAD:
            step = math.degrees(b.loft_rad - a.loft_rad)
            found.append(f"{step:.0f}° of loft between {a.name} and {b.name}")
    return found


GrooveState = Literal["fresh", "soon", "worn"]


def groove_state(club: Club) -> GrooveState:
    """Whether a face is due: worn from ROUNDS_WORN rounds on, soon from four fifths of that."""
    wear = groove_wear(club.rounds)
    return "worn" if wear >= 1.0 else "soon" if wear >= WORN_SOON else "fresh"


def rounds_left(club: Club) -> float:
    """Rounds until the grooves are worn out."""
    return max(ROUNDS_WORN - club.rounds, 0.0)
