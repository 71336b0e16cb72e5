"""Use cases: what practice came to: each drill over time, and whether it helped on the course."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from datetime import datetime

from veltrin.core.counted import counted
from veltrin.core.learn import balls_needed, rate
from veltrin.core.practice import DRILLS, Helped, helped, kinds_of
from veltrin.core.practice.helped import MATTERS_STROKES
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
from veltrin.service.practice.practice_sessions import level_of
from veltrin.store.engine import Store
from veltrin.store.repositories import book_charts as chart_rows
from veltrin.store.repositories import practice as rows
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
            went=[_went(p) for p in done if p.drill_id == drill_id],
        )


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
    difference = found.found
    shots = f"{counted(found.before, 'shot')} before, {found.after} after"
    if difference is None:
        return f"Too few shots from {kind} on the course to tell ({shots})."
    change = f"{abs(difference.difference):.2f} strokes a shot {'less' if difference.difference < 0 else 'more'}"
    if found.answer == "helped":
        return f"It helped: {change} are lost from {kind}, and the interval leaves nought out ({shots})."
    if found.answer == "worse":
        return f"More is lost than before: {change} from {kind} ({shots}). Practise something else, or look why."
    if found.answer == "same":
        return f"No change worth having from {kind} ({shots})."
    needed = balls_needed(difference.deviations, MATTERS_STROKES)
    more = "" if needed is None else f"; about {needed} shots each would settle it"
    return f"It can't be told yet: {change} from {kind}, but the interval holds nought ({shots}){more}."


def _helped(store: Store, player_id: str, done: list[DonePart]) -> Iterator[HelpedOut]:
    first: dict[str, datetime] = {}
    sessions: dict[str, set[datetime]] = {}
    for part in done:
        for kind in kinds_of(DRILLS[part.drill_id]) if part.drill_id in DRILLS else ():
            first.setdefault(kind, part.at)
            sessions.setdefault(kind, set()).add(part.at)
    for kind, since in first.items():
        with store.session() as session:
            before, after = chart_rows.lost_about(session, player_id, kind, since, MOST_SHOTS)
        told = helped(before, after)
        words = kind_words(kind)
        found = told.found
        yield HelpedOut(
            kind=words,
            sessions=len(sessions[kind]),
            since=since,
            answer=told.answer,
            before=told.before,
            after=told.after,
            before_lost=None if found is None else found.means[0],
            after_lost=None if found is None else found.means[1],
            difference=None if found is None else found.difference,
            low=None if found is None else found.low,
            high=None if found is None else found.high,
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
