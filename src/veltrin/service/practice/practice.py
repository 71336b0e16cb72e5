"""Use cases: the drills, one of them made ready for a player, a session of them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from veltrin.core.counted import counted
from veltrin.core.practice import (
    ALWAYS,
    DRILLS,
    FAMILIES,
    NEEDS,
    SCORE_WORDS,
    SETUP_MIN,
    WALK_MIN,
    WARM_UP_MIN,
    Drill,
    Item,
    LieLoss,
    Mark,
    ReadyStation,
    Wish,
    Worth,
    better_wins,
    build,
    drill_named,
    ground_of,
    make_ready,
    missing_on,
    together,
    value_of_drill,
    worth_of,
)
from veltrin.service.book.book_read import lost_of
from veltrin.service.house.border import check, deg, tell
from veltrin.service.house.words import lie_words
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.practice import (
    DrillOut,
    DrillsOut,
    ItemOut,
    MarkOut,
    PracticeOut,
    PracticePartOut,
    PracticeWish,
    ReadyDrillOut,
    StationOut,
)
from veltrin.service.practice.practice_sessions import last_test
from veltrin.service.practice.stations import mark_out, measures_out
from veltrin.service.shot.translate_plan import call_out, places_out
from veltrin.service.shot.translate_world import firmness_share
from veltrin.store.engine import Store
from veltrin.store.repositories import book_charts as chart_rows
from veltrin.store.repositories.book import Which
from veltrin.store.repositories.players import StoredPlayer

FEW_SHOTS = 12
"""Below so many shots of a kind of lie the book is said to know little of it."""

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
        easier=drill.easier,
        harder=drill.harder,
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
        mark=mark_out(ready.mark),
        items=[tell(ItemOut, item, points=places_out(item.points)) for item in ready.items],
        measures=measures_out(ready),
    )


def show_drill(store: Store, drill_id: str, player_id: str) -> ReadyDrillOut:
    """A drill with its layout, calls and pass marks for a player of the record."""
    drill, stored = drill_named(drill_id), find_stored(store, player_id)
    ready = make_ready(drill, stored.player, habits_of(store, stored))
    mark = together([one.mark for one in ready if one.mark is not None])
    return ReadyDrillOut(
        drill=drill_out(drill),
        player_id=stored.player.id,
        mark=mark_out(mark),
        stations=[_station_out(one) for one in ready],
    )


def _losses(store: Store, stored: StoredPlayer) -> list[LieLoss]:
    with store.session() as session:
        found = chart_rows.by_method(session, lost_of(Which(stored.player.id), stored))
    return [LieLoss(one.cover, one.slope, one.shots, one.lost, one.method) for one in found]


def _why(worth: Worth) -> str:
    dear = worth.dearest
    if dear is None:
        few = "no shots" if worth.shots == 0 else counted(worth.shots, "shot")
        known = ", and they lost nothing." if worth.shots >= FEW_SHOTS else ": not enough to tell yet."
        return f"The book has {few} from there{known}"
    lie = lie_words(dear.cover, dear.slope)
    won = f"; a better strike wins back about {100 * worth.wins:.0f} % of what strikes cost there"
    return f"From {lie} {dear.lost:.2f} strokes a shot are lost ({counted(dear.shots, 'shot')}){won}."


def build_session(store: Store, body: PracticeWish) -> PracticeOut:
    """Choose and order a session by what the player's book says costs most."""
    return build_for(known_of(store, body.player_id), body, {})


@dataclass(frozen=True)
class Known:
    """What a player's record says for building sessions: shots they lost strokes from, what drills are worth, the last
    test.
    """

    name: str
    shots: int
    worths: dict[str, Worth]
    last_test: str | None


def known_of(store: Store, player_id: str) -> Known:
    """Look it up; a season asks once for all its sessions."""
    stored = find_stored(store, player_id)
    losses = _losses(store, stored)
    worths = {d.id: worth_of(d, losses, lambda drill: better_wins(drill, stored.player)) for d in DRILLS.values()}
    return Known(stored.player.name, sum(loss.shots for loss in losses), worths, last_test(store, player_id))


def values_of(known: Known) -> dict[str, float]:
    """What each drill counts for when a session is built."""
    return {i: value_of_drill(w, known.shots == 0) for i, w in known.worths.items()}


def build_for(
    known: Known, body: PracticeWish, seen: Mapping[str, int], resting: frozenset[str] = frozenset()
) -> PracticeOut:
    """A session after so many planned with each drill: each time it counts half. `resting`: not due again."""
    if body.again is not None:
        drill_named(body.again, "again")
    again = body.again or known.last_test
    today = missing_on(None if body.firmness is None else firmness_share(body.firmness), body.wind_m_s)
    wish = Wish(body.minutes, body.balls, frozenset(body.missing) | today, body.theme, again, resting)
    told = build(list(DRILLS.values()), values_of(known), wish, seen)
    by = (
        f"what {known.shots} booked shots of {known.name} cost"
        if known.shots
        else "taking the families in turn, as the book is empty"
    )
    needs = dict.fromkeys(need for part in told.parts for need in part.drill.needs)
    return PracticeOut(
        parts=[
            PracticePartOut(
                drill_id=part.drill.id,
                name=part.drill.name,
                phase=part.phase,
                minutes=part.minutes,
                balls=part.balls,
                ground=ground_of(part.drill),
                why=_why(known.worths[part.drill.id]),
            )
            for part in told.parts
        ],
        warm_up_minutes=WARM_UP_MIN,
        walk_minutes=WALK_MIN,
        setup_minutes=SETUP_MIN,
        minutes=round(told.minutes, 1),
        balls=told.balls,
        needs=list(needs),
        words=f"Chosen by {by}, for {body.minutes:.0f} minutes, walking and set-up included."
        + (f" The day has no {' and no '.join(sorted(today))}." if today else ""),
    )
