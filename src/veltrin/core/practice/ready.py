"""A drill made ready for a player: every station with its call, its layout and its pass mark."""

from __future__ import annotations

from dataclasses import dataclass

from veltrin.core.kit import NOTHING_LEARNED, Learned, Player
from veltrin.core.plan.model import Call
from veltrin.core.practice.drill import Drill, Station
from veltrin.core.practice.layout import Item, Measure, lay_out
from veltrin.core.practice.marks import Mark, mark_of
from veltrin.core.practice.staged import stage
from veltrin.core.sides import mirrored


@dataclass(frozen=True)
class ReadyStation:
    """One station for one player; `call` is None where nothing of it can be played with this bag."""

    station: Station
    call: Call | None
    mark: Mark | None
    items: tuple[Item, ...] = ()
    measures: tuple[Measure, ...] = ()


def _ready(drill: Drill, station: Station, player: Player, learned: Learned) -> ReadyStation:
    staged = stage(player, station, learned)
    if staged is None:
        return ReadyStation(station, None, None)
    mark = mark_of(staged, drill.score, station.balls)
    items, measures = lay_out(staged, mark, drill.lay)
    if player.left_handed:
        items = [mirrored(item) for item in items]
    return ReadyStation(station, staged.told(), mark, tuple(items), tuple(measures))


def make_ready(drill: Drill, player: Player, learned: Learned = NOTHING_LEARNED) -> tuple[ReadyStation, ...]:
    """All stations of a drill for a player."""
    return tuple(_ready(drill, station, player, learned) for station in drill.stations)
