"""Use cases: the field book as it is read: a shot, a page of them, what they come to."""

from __future__ import annotations

import math
import statistics
from dataclasses import replace
from datetime import datetime

from veltrin.core.hole import kind_named
from veltrin.core.learn import rate
from veltrin.core.learn.rates import Z_80, Rate
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.book.contracts.book import (
    BookingOut,
    BookPage,
    BookSummary,
    HoleKindOut,
    KindOut,
    LieRateOut,
    MeasuredIn,
    PointOut,
    RateOut,
    StretchOut,
)
from veltrin.service.book.on_hole import PLACES
from veltrin.service.house.border import deg
from veltrin.service.house.errors import NotFoundError
from veltrin.service.house.kept import opened
from veltrin.service.house.words import cover_words, drill_words, lie_words, method_words
from veltrin.service.players.players import find_stored
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.forms import QUESTION
from veltrin.store.engine import Store
from veltrin.store.repositories import book as rows
from veltrin.store.repositories import book_charts as chart_rows
from veltrin.store.repositories.book import NEWEST, Which
from veltrin.store.repositories.book import Order as Order
from veltrin.store.repositories.book import Sort as Sort
from veltrin.store.repositories.book_charts import ByCover
from veltrin.store.repositories.players import StoredPlayer
from veltrin.store.tables import BookingRow

MOST_POINTS = 400
TREND_PARTS, TREND_SHOTS = 12, 2400


def _deg(radians: float | None, digits: int = 1) -> float | None:
    return None if radians is None else round(deg(radians), digits)


def _off(metres: float | None, digits: int = 2) -> float | None:
    """To the contract's side: right positive."""
    return None if metres is None else round(0.0 - metres, digits) + 0.0


def _plain(value: float | None, digits: int = 2) -> float | None:
    return None if value is None else round(value, digits) + 0.0


def booking_out(one: BookingRow) -> BookingOut:
    """A stored booking as the contract has it."""
    spin = None if one.spin_rad_s is None else round(one.spin_rad_s / RAD_S_PER_RPM)
    return BookingOut.model_validate(
        {
            "id": one.id,
            "player_id": one.player_id,
            "booked_at": one.booked_at,
            "source": one.source,
            "purpose": one.purpose,
            "trial_id": one.trial_id,
            "arm": one.arm,
            "practice_id": one.practice_id,
            "drill_name": None if one.drill_id is None else drill_words(one.drill_id),
            "hit": one.hit,
            "club_id": one.club_id,
            "club_name": one.club_name,
            "cover": one.cover,
            "slope": one.slope,
            "lie_words": lie_words(one.cover, one.slope),
            "method_id": one.method_id,
            "method_name": method_words(one.method_id),
            "call_id": one.call_id,
            "target_m": one.target_m,
            "expected_carry_m": _plain(one.expected_carry_m),
            "expected_total_m": _plain(one.expected_total_m),
            "carry_m": _plain(one.carry_m),
            "carry_side_m": _off(one.carry_side_m),
            "total_m": _plain(one.total_m),
            "past_m": None if one.total_m is None else _plain(one.total_m - one.target_m),
            "side_m": _off(one.side_m),
            "measured": MeasuredIn(
                ball_speed_m_s=_plain(one.ball_speed_m_s),
                launch_deg=_deg(one.launch_rad),
                spin_rpm=spin,
                descent_deg=_deg(one.descent_rad),
            ),
            "heel_mm": None if one.heel_m is None else _plain(1000.0 * one.heel_m, 1),
            "up_mm": None if one.up_m is None else _plain(1000.0 * one.up_m, 1),
            "turf_cm": None if one.turf_m is None else _plain(100.0 * one.turf_m, 1),
            "misses": [m for m in one.fault.split(",") if m],
            "note": one.note,
            "holed": one.holed,
            "putts": one.putts,
            "chipped_again": one.chipped_again,
            "end_words": "holed" if one.holed else None if one.end_kind is None else kind_named(one.end_kind).words,
            "lost": _plain(one.lost),
            "counts": one.counts,
            "far_off": one.far_off,
            "former_lie": one.former_lie,
            "has_question": one.question_id is not None,
            "course": one.course,
            "hole": one.hole,
            **{name: _plain(getattr(one, name), 1) for name in PLACES},
        }
    )


def show_question(store: Store, booking_id: str) -> PlanRequest:
    """The question a booked shot was planned by, as it stood."""
    with store.session() as session:
        found = rows.load(session, booking_id)
        body = None if found is None or found.question_id is None else rows.question_of(session, found.question_id)
    if body is None:
        raise NotFoundError(
            "booking_id", "There is no such shot, or it was booked without a question.", "Choose one from /api/book."
        )
    return opened(QUESTION, body, "booking_id")


def which_of(
    player_id: str,
    cover: str | None = None,
    method: str | None = None,
    club: str | None = None,
    purpose: str | None = None,
    since: datetime | None = None,
    until: datetime | None = None,
    course: str | None = None,
    hole: str | None = None,
) -> Which:
    """Which shots are meant."""
    return Which(player_id, cover, method, club, purpose, None, since, until, course=course, hole=hole)


def list_book(store: Store, which: Which, limit: int, offset: int, order: Order = NEWEST) -> BookPage:
    """A page of a player's booked shots, newest first unless asked otherwise."""
    find_stored(store, which.player_id)
    with store.session() as session:
        total, found = rows.page(session, which, limit, offset, order)
    return BookPage(total=total, rows=[booking_out(one) for one in found])


def rate_out(found: Rate) -> RateOut:
    """A rate in percent."""
    return RateOut(
        hits=found.hits, of=found.of, low_pct=round(100.0 * found.low, 1), high_pct=round(100.0 * found.high, 1)
    )


def _lie_out(one: ByCover) -> LieRateOut:
    within = Z_80 * math.sqrt(one.lost_var / (one.lost_of - 1)) if one.lost_of > 1 else None
    return LieRateOut(
        cover=one.cover,
        slope=one.slope,
        words=lie_words(one.cover, one.slope),
        shots=one.shots,
        on=rate_out(rate(one.on, one.seen)),
        on_and_two=rate_out(rate(one.on_and_two, one.putted)),
        again=rate_out(rate(one.again, one.asked_again)),
        up_and_down=rate_out(rate(one.up_and_down, one.putted)),
        lost=_plain(one.lost_mean),
        lost_within=_plain(within),
    )


def _middle(values: list[float]) -> float | None:
    return _plain(statistics.median(values)) if values else None


def lost_of(which: Which, stored: StoredPlayer) -> Which:
    """The same shots as far as they tell strokes lost: balls of practice only where they are asked for."""
    return replace(which, with_practice=stored.practice == "all" or which.purpose == "practice")


def sum_up(store: Store, which: Which) -> BookSummary:
    """Predicted against actual, rates and strokes lost by kind of lie, trend."""
    stored = find_stored(store, which.player_id)
    player = stored.player
    lost = lost_of(which, stored)
    names = {c.id: c.name for c in player.bag}
    with store.session() as session:
        total, _ = rows.page(session, which, 0, 0)
        lies = chart_rows.by_cover(session, lost)
        points = chart_rows.points(session, which, MOST_POINTS)
        stretches = chart_rows.trend(session, lost, min(TREND_PARTS, max(total // 3, 1)), TREND_SHOTS)
        kinds = chart_rows.kinds(session, which.player_id)
        holes = chart_rows.holes(session, which.player_id)
    seen = [p for p in points if p.total_m is not None and p.side_m is not None]
    return BookSummary(
        total=total,
        covers=[KindOut(id=c, words=cover_words(c)) for c in kinds["cover"]],
        methods=[KindOut(id=m, words=method_words(m)) for m in kinds["method"]],
        holes=[HoleKindOut(course=course, hole=hole) for course, hole in holes],
        clubs=[KindOut(id=c, words=names.get(c, c)) for c in kinds["club"]],
        lies=[_lie_out(one) for one in lies],
        points=[
            PointOut(
                id=p.id,
                cover=p.cover,
                expected_carry_m=round(p.expected_carry_m, 2),
                expected_total_m=round(p.expected_total_m, 2),
                carry_m=_plain(p.carry_m),
                total_m=_plain(p.total_m),
                past_m=None if p.total_m is None else _plain(p.total_m - p.target_m),
                side_m=_off(p.side_m),
            )
            for p in points
        ],
        along_sd_m=_middle([p.along_sd_m for p in seen]),
        across_sd_m=_middle([p.across_sd_m for p in seen]),
        trend=[
            StretchOut(
                first=s.first,
                last=s.last,
                shots=s.shots,
                lost=_plain(s.lost),
                length_pct=None if s.length_share is None else round(100.0 * (s.length_share - 1.0), 1) + 0.0,
            )
            for s in stretches
        ],
    )
