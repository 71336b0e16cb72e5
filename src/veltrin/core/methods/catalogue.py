"""All methods by id, and the questions on which the schools disagree. Plans, screens and documents list from here."""

from __future__ import annotations

from dataclasses import dataclass

from veltrin.core.checks import look_up
from veltrin.core.methods import downhill, edge, grass, sand, sideslope, soft, stock, tight, uphill, wind, winter
from veltrin.core.methods.method import Method

_FAMILIES = (stock, downhill, uphill, sideslope, tight, winter, edge, soft, grass, sand, wind)

CATALOGUE: dict[str, Method] = {m.id: m for family in _FAMILIES for m in family.METHODS}


def method_named(method_id: str, field: str = "method") -> Method:
    """Look a method up; UnknownNameError lists those there are."""
    return look_up(CATALOGUE, method_id, field)


@dataclass(frozen=True)
class Dispute:
    """A question on which good coaches disagree, and the methods that answer it."""

    id: str
    question: str
    method_ids: tuple[str, ...]


DISPUTES = (
    Dispute("club-or-swing", "Changed club, or changed swing?", ("stock-swing", "kept-club")),
    Dispute("downhill", "Downhill: swing left across it, or drop the foot and go with it?",
            ("downhill-cut", "dropped-foot")),
    Dispute("uphill", "Uphill: with the slope, into it, or a draw up it?",
            ("up-the-hill", "into-the-hill", "soft-bank-draw")),
    Dispute("tight", "Tight lie: little loft, tall handle, glide, or press?",
            ("roll-chip", "tall-clip", "quiet-glide", "low-press")),
    Dispute("open-or-shut", "Hard ground: face open on the sole, or shut on the edge?",
            ("quiet-glide", "hard-pan-chip")),
    Dispute("held-or-passing", "Soft ground: hands held, or head passing?", ("brush-held", "brush-passing")),
    Dispute("chop-or-hybrid", "Sitting down: short iron steep, rounded sole, or most loft?",
            ("hooded-chop", "skim", "escape")),
    Dispute("splash-or-steep", "Sitting down by the green: splash, slice, or steep?",
            ("grass-splash", "toe-slice", "wet-pop", "escape")),
    Dispute("high-or-held", "Perched by the green: float it, pop it, or roll it?", ("float", "rough-pop", "roll-chip")),
    Dispute("roll-it", "Off the green: putter, toe, edge, sole, or hybrid?",
            ("plain-putt", "toe-putt", "rim-roll", "flange-roll", "hybrid-putt")),
    Dispute("sand", "Sand: standard, long or high splash, sole and speed, dig, or gouge?",
            ("splash", "long-splash", "high-splash", "full-sole", "dig", "gouge")),
    Dispute("into-wind", "Under the wind: more club held back, the same club lower, a knock-down, or the stock swing?",
            ("held-punch", "same-club-punch", "knock-down", "stock-swing")),
    Dispute("cross-wind", "Cross-wind: hold against it, or ride it?", ("hold-against", "ride-wind")),
    Dispute("leave-the-sand", "Firm bunker without a lip: splash, chip or putt?", ("splash", "sand-chip", "sand-putt")),
)  # fmt: skip
