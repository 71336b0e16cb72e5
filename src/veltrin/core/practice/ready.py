"""A drill made ready for a player: every station with its call, its layout and its pass mark."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

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


def shared_out(drill: Drill, balls: int) -> tuple[int, ...]:
    """So many balls over the stations of a drill, as it shares its own out; each station has one at least."""
    ideal = [balls * station.balls / drill.balls for station in drill.stations]
    counts = [max(int(share), 1) for share in ideal]
    while sum(counts) < balls:
        counts[max(range(len(counts)), key=lambda i: ideal[i] - counts[i])] += 1
    while sum(counts) > max(balls, len(counts)):
        counts[max(range(len(counts)), key=lambda i: (counts[i] > 1, counts[i] - ideal[i]))] -= 1
    return tuple(counts)


def _ready(drill: Drill, station: Station, player: Player, learned: Learned, level: int) -> ReadyStation:
    staged = stage(player, station, learned)
    if staged is None:
        return ReadyStation(station, None, None)
    mark = mark_of(staged, drill.score, station.balls, level)
    items, measures = lay_out(staged, mark, drill.lay)
    if player.left_handed:
        items = [mirrored(item) for item in items]
        measures = [measure.for_left_hander() for measure in measures]
    return ReadyStation(station, staged.told(), mark, tuple(items), tuple(measures))


@lru_cache(maxsize=256)
def make_ready(
    drill: Drill, player: Player, learned: Learned = NOTHING_LEARNED, level: int = 0, balls: int | None = None
) -> tuple[ReadyStation, ...]:
    """All stations of a drill for a player at a level, with as many balls as the drill says unless told."""
    counts = shared_out(drill, drill.balls if balls is None else balls)
    stations = (replace(station, balls=count) for station, count in zip(drill.stations, counts, strict=True))
    return tuple(_ready(drill, station, player, learned, level) for station in stations)
