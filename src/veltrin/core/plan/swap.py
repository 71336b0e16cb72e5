"""The club swap, told honestly: the loft comes back, the same stroke goes somewhere else."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from veltrin.core.ground import CLEAN, Slope
from veltrin.core.plan.model import Call, LevelChoice, Question, Swap
from veltrin.core.plan.play import Batch, World, play
from veltrin.core.plan.stock import stock_speeds
from veltrin.core.strike import club_rows


def swap_note(question: Question, level: LevelChoice | None, best: Call | None, world: World) -> Swap | None:
    """Tell what swapping to the best stock call's club does with the very same stroke."""
    if level is None or best is None or best.club_id == level.club_id:
        return None
    player = question.player
    ids = [c.id for c in player.bag]
    place = np.array([ids.index(level.club_id), ids.index(level.club_id), ids.index(best.club_id)])
    speed_before = stock_speeds(player, question.flight)[place[0]] * level.swing
    speeds = np.array(stock_speeds(player, question.flight))[place]
    able = player.able(question.layers)
    batch = Batch.of(club_rows(player, player.bag)[place], speeds, player.stature_m, able=able)
    swing = np.minimum(speed_before / speeds, 1.0)
    here = play(batch, world, swing, np.zeros(3))
    flat = play(batch, replace(world, slope=Slope(), lie=CLEAN), swing, np.zeros(3))
    lofts = here.delivery.delivered_loft
    return Swap(
        from_club=player.bag[place[0]].name,
        to_club=player.bag[place[2]].name,
        loft_level_rad=float(flat.delivery.delivered_loft[0]),
        loft_kept_rad=float(lofts[1]),
        loft_swapped_rad=float(lofts[2]),
        level_total_m=float(flat.total[0]),
        kept_total_m=float(here.total[1]),
        swapped_total_m=float(here.total[2]),
    )
