"""Use cases: what practice came to: each drill over time, and whether it helped on the course."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import datetime

from veltrin.core.counted import counted
from veltrin.core.learn import rate
from veltrin.core.practice import DRILLS, LEVEL_WORD, Helped, KindShots, evidence, helped, kinds_of
from veltrin.service.book.book_read import rate_out
from veltrin.service.house.words import drill_words, kind_words
from veltrin.service.players.players import find_stored
from veltrin.service.practice.contracts.practice_sessions import (
    DrillProgressOut,
    HelpedOut,
    KindProgressOut,
    ProgressOut,
    WentOut,
)
from veltrin.service.practice.practice_sessions import level_of, times_at
from veltrin.store.engine import Store
from veltrin.store.repositories import book_charts as chart_rows
from veltrin.store.repositories import practice as rows
from veltrin.store.repositories.book import Which
from veltrin.store.repositories.practice import DonePart

MOST_SHOTS = 2000
"""Of the shots from a kind of lie the newest so many tell whether practice helped."""


def _went(part: DonePart) -> WentOut:
    return WentOut.model_validate(
        {
            "at": part.at,
            "phase": part.phase,
            "rate": rate_out(rate(min(part.hits, part.struck), part.struck)),
            "expected_pct": round(100.0 * part.expected, 1),
            "passed": part.passed,
            "level": part.level,
            "level_after": part.level_after,
        }
    )


def _drills(done: list[DonePart]) -> Iterator[DrillProgressOut]:
    for drill_id in dict.fromkeys(p.drill_id for p in reversed(done)):
        yield DrillProgressOut(
            drill_id=drill_id,
            name=drill_words(drill_id),
            level=level_of(done, drill_id),
            evidence=_evidence(done, drill_id),
            went=[_went(p) for p in done if p.drill_id == drill_id],
        )


def _evidence(done: list[DonePart], drill_id: str) -> float:
    level = level_of(done, drill_id)
    return round(evidence(times_at(done, drill_id, level), 1), 2)


def _kinds(done: list[DonePart]) -> Iterator[KindProgressOut]:
    """Drills about one kind of lie, those of one session together; one drill alone stands under its own name."""
    about: dict[str, list[DonePart]] = {}
    for part in done:
        for kind in kinds_of(DRILLS[part.drill_id]) if part.drill_id in DRILLS else ():
            about.setdefault(kind, []).append(part)
    for kind, parts in about.items():
        if len({p.drill_id for p in parts}) < 2:
            continue
        days = [[p for p in parts if p.at == at] for at in dict.fromkeys(p.at for p in parts)]
        yield KindProgressOut(name=kind_words(kind), went=[_went(_together(day)) for day in days])


def _together(parts: list[DonePart]) -> DonePart:
    struck = sum(p.struck for p in parts)
    expected = sum(p.expected * p.struck for p in parts) / max(struck, 1)
    return replace(
        parts[0],
        hits=sum(p.hits for p in parts),
        struck=struck,
        asked=sum(p.asked for p in parts),
        expected=expected,
        passed=all(p.passed for p in parts),
    )


def _verdict(found: Helped, kind: str) -> str:
    """An honest verdict in words."""
    shots = f"{counted(found.before, 'shot')} before, {found.after} after"
    if found.change is None or found.low is None or found.high is None:
        return f"Too few shots from {kind} on the course to tell ({shots})."
    change = f"{abs(found.change):.2f} strokes a shot {'less' if found.change < 0 else 'more'}"
    if found.answer == "helped":
        return f"Practice helped: about {change} from {kind} ({shots})."
    if found.answer == "worse":
        return f"Practice did harm: about {change} from {kind} ({shots}). Practise something else, or find out why."
    if found.answer == "same":
        most = max(-found.low, found.high)
        return f"No real change from {kind}: practice changed it by less than {most:.2f} strokes a shot ({shots})."
    upcoming = f" Veltrin looks again after {found.next_look} shots." if found.next_look else ""
    return f"Too early to tell: about {change} from {kind}, which can be luck ({shots}).{upcoming}"


def _kinds_of_book(store: Store, player_id: str) -> set[str]:
    """Kinds of lie with shots in the book: slopes; from level ground, covers."""
    with store.session() as session:
        found = chart_rows.by_cover(session, Which(player_id, purpose="shot"))
    return {kind for one in found for kind in ([one.cover] if one.slope == LEVEL_WORD else one.slope.split())}


def _helped(store: Store, player_id: str, done: list[DonePart]) -> Iterator[HelpedOut]:
    first: dict[str, datetime] = {}
    sessions: dict[str, set[datetime]] = {}
    for part in done:
        for kind in kinds_of(DRILLS[part.drill_id]) if part.drill_id in DRILLS else ():
            first.setdefault(kind, part.at)
            sessions.setdefault(kind, set()).add(part.at)
    if not first:
        return
    began = min(first.values())
    kinds = []
    for kind in (*first, *sorted(_kinds_of_book(store, player_id) - set(first))):
        with store.session() as session:
            before, after = chart_rows.lost_about(session, player_id, kind, first.get(kind, began), MOST_SHOTS)
        kinds.append(KindShots(kind, kind in first, before, after))
    for told in helped(kinds):
        words = kind_words(told.name)
        yield HelpedOut(
            kind=words,
            sessions=len(sessions[told.name]),
            since=first[told.name],
            answer=told.answer,
            before=told.before,
            after=told.after,
            before_lost=None if told.lost is None else told.lost[0],
            after_lost=None if told.lost is None else told.lost[1],
            difference=told.change,
            low=told.low,
            high=told.high,
            words=_verdict(told, words),
        )


def show_progress(store: Store, player_id: str) -> ProgressOut:
    """Each drill over time, latest practised first, and whether it helped from the lies it is about."""
    find_stored(store, player_id)
    with store.session() as session:
        done = rows.done_parts(session, player_id)
        sessions, _ = rows.page(session, player_id, 0, 0)
    order = {"helped": 0, "worse": 1, "same": 2, "open": 3, "none": 4}
    found = sorted(_helped(store, player_id, done), key=lambda h: (order[h.answer], -h.sessions))
    return ProgressOut(
        player_id=player_id,
        sessions=sessions,
        balls=sum(p.struck for p in done),
        drills=list(_drills(done)),
        kinds=list(_kinds(done)),
        helped=found,
    )
