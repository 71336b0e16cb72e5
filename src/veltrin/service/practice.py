"""Use cases: the drills, and one of them made ready for a player."""

from __future__ import annotations

from veltrin.core.practice import (
    ALWAYS,
    DRILLS,
    FAMILIES,
    NEEDS,
    SCORE_WORDS,
    Drill,
    Item,
    Mark,
    ReadyStation,
    drill_named,
    make_ready,
)
from veltrin.service.border import check, tell
from veltrin.service.contracts.practice import (
    DrillOut,
    DrillsOut,
    ItemOut,
    LayMeasureOut,
    MarkOut,
    ReadyDrillOut,
    StationOut,
)
from veltrin.service.habits import habits_of
from veltrin.service.players import find_stored
from veltrin.service.translate import deg
from veltrin.service.translate_plan import call_out, places_out
from veltrin.store.engine import Store

check(MarkOut, Mark)
check(ItemOut, Item, "points")


def drill_out(drill: Drill) -> DrillOut:
    """Core to contract; every drill carries the cautions of all drills besides its own."""
    return DrillOut(
        id=drill.id,
        name=drill.name,
        family=drill.family,
        trains=drill.trains,
        how=drill.how,
        score=drill.score,
        score_words=SCORE_WORDS[drill.score],
        balls=drill.balls,
        stations=[station.words for station in drill.stations],
        needs=list(drill.needs),
        say=list(drill.say),
        cures=list(drill.cures),
        methods=list(drill.methods),
        covers=list(drill.covers),
        lay=list(drill.lay),
        cautions=[*drill.cautions, *ALWAYS],
        source=drill.source,
    )


def list_drills() -> DrillsOut:
    """All drills."""
    return DrillsOut(drills=[drill_out(drill) for drill in DRILLS.values()], families=list(FAMILIES), needs=list(NEEDS))


def _station_out(ready: ReadyStation) -> StationOut:
    station = ready.station
    land = None if station.land_share is None else round(station.land_share * station.flag_m, 2)
    return StationOut(
        words=station.words,
        balls=station.balls,
        flag_m=station.flag_m,
        land_m=land,
        fall_deg=round(deg(station.slope.fall_rad), 1),
        side_deg=round(deg(station.slope.side_rad), 1),
        cover=station.lie.cover.name,
        sunk=station.lie.sunk,
        give=station.lie.give,
        call=None if ready.call is None else call_out(ready.call),
        mark=None if ready.mark is None else tell(MarkOut, ready.mark),
        items=[tell(ItemOut, item, points=places_out(item.points)) for item in ready.items],
        measures=[LayMeasureOut(words=m.words, value=round(m.value, 2), unit=m.unit) for m in ready.measures],
    )


def show_drill(store: Store, drill_id: str, player_id: str) -> ReadyDrillOut:
    """A drill with its layout, calls and pass marks for a player of the record."""
    drill, stored = drill_named(drill_id), find_stored(store, player_id)
    ready = make_ready(drill, stored.player, habits_of(store, stored))
    return ReadyDrillOut(
        drill=drill_out(drill), player_id=stored.player.id, stations=[_station_out(one) for one in ready]
    )
