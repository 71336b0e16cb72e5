"""What an unplayable ball costs: relief under Rule 19, on the scale of every stroke."""

from __future__ import annotations

import numpy as np

from veltrin.core.hole.hole import Hole

DROP_M = 2.2
"""Two club-lengths, by the longest club but the putter. Rule 19.2c (R&A/USGA 2023, from memory)."""

BUNKER_EXTRA = 1.0
"""What leaving the bunker costs besides. Rule 19.3b (2023, from memory)."""

BACK_M = 12.0
"""How far back on the line a ball is dropped to be out of a bunker. Judgement."""


def relief_strokes(hole: Hole) -> tuple[float, float, float]:
    """Expected strokes to hole out after relief, the penalty in, and where the ball is dropped (x, y in m).

    The same kind of ground as the ball lies on, but lying on it; better ground where two club-lengths reach it. In a
    bunker either there, or out of it for one more.
    """
    turn = np.radians([90.0, -90.0, 120.0, -120.0, 150.0, -150.0])
    x, y = DROP_M * np.cos(turn), DROP_M * np.sin(turn)
    cost = 1.0 + hole.ends(x, y).strokes
    best = int(np.argmin(cost))
    found = (float(cost[best]), float(x[best]), float(y[best]))
    if hole.start_kind.name != "sand":
        return found
    out = 1.0 + BUNKER_EXTRA + float(hole.ends(np.array([-BACK_M]), np.zeros(1)).strokes[0])
    return min(found, (out, -BACK_M, 0.0))
