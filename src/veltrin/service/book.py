"""Use cases: book a struck shot, list, sum up, let it count or drop it."""

from __future__ import annotations

import math
import statistics
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from functools import lru_cache

import numpy as np

from veltrin.core.ground import Slope
from veltrin.core.hole import KIND_LIST, kind_named
from veltrin.core.kit import family_of
from veltrin.core.learn import FAILED, Meant, Struck, Told, is_far_off, rate, told
from veltrin.core.learn.rates import Z_80, Rate
from veltrin.core.methods.method import WORTH_ADJUSTING_RAD
from veltrin.core.methods.stock import STOCK_SWING
from veltrin.core.plan import Question
from veltrin.core.plan.predict import Expected, expect, expect_stock
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.service.contracts.book import (
    BookingIn,
    BookingOut,
    BookPage,
    BookSummary,
    KindOut,
    LieRateOut,
    MeasuredIn,
    PointOut,
    RateOut,
    StretchOut,
)
from veltrin.service.contracts.plan import PlanRequest
from veltrin.service.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.plan import question_of
from veltrin.service.players import find_stored
from veltrin.service.translate import air_in, deg, rad
from veltrin.service.words import cover_words, lie_words, method_words
from veltrin.store.engine import Store
from veltrin.store.repositories import book as rows
from veltrin.store.repositories import trials as trial_rows
from veltrin.store.repositories.book import ByCover, StoredBooking, Which

MOST_POINTS = 400
TREND_PARTS, TREND_SHOTS = 12, 2400
STOCK_COVER = "fairway"


@dataclass(frozen=True)
class Planned:
    """What a shot was meant to be: club, method, cover, where to, and what was expected of it."""

    question: Question | None
    question_json: str | None
    club_id: str
    club_name: str
    family: str
    cover: str
    method_id: str
    call_id: str
    bearing_rad: float
    expected: Expected


_expect = lru_cache(maxsize=64)(expect)


def plain_request(request: PlanRequest) -> PlanRequest:
    """A question without what only the page asked for."""
    return request.model_copy(update={"only": [], "detail_for": []})


def no_call(call_id: str) -> ConflictError:
    """The error for a call that can't be played here."""
    return ConflictError("call_id", f"'{call_id}' is not a feasible call for this shot.", "Choose one from the plan.")


def planned_shot(store: Store, request: PlanRequest, call_id: str) -> Planned:
    """A call of a question; ConflictError if it is no feasible one."""
    plain = plain_request(request)
    question = question_of(store, plain)
    found = _expect(question, call_id)
    if found is None:
        raise ConflictError(
            "call_id", f"'{call_id}' is not a feasible call for this shot.", "Choose one from the plan."
        )
    call, expected = found
    club = question.player.club(call.club_id)
    hand = -1.0 if question.player.left_handed else 1.0
    return Planned(
        question,
        plain.model_dump_json(),
        club.id,
        club.name,
        family_of(club),
        question.lie.cover.name,
        call.method_id,
        call_id,
        hand * call.target.bearing_rad,
        expected,
    )


def planned_stock(store: Store, player_id: str, body: BookingIn) -> Planned:
    """A full stock swing with a club in the air given."""
    player = find_stored(store, player_id).player
    club = player.club(str(body.club_id), "club_id")
    if club.kind == "putter":
        raise DomainError("club_id", "a putter has no stock shot.", "Choose a club that is swung.")
    expected = expect_stock(player, club.id, air_in(body.air))
    method = STOCK_SWING.id
    return Planned(
        None, None, club.id, club.name, family_of(club), STOCK_COVER, method, f"{club.id}~{method}", 0.0, expected
    )


def _planned(store: Store, body: BookingIn) -> Planned:
    if body.purpose == "stock":
        return planned_stock(store, body.player_id, body)
    if body.purpose == "trial":
        with store.session() as session:
            trial = trial_rows.load(session, str(body.trial_id))
        if trial is None or trial.player_id != body.player_id:
            raise NotFoundError("trial_id", "There is no such trial of this player.", "Choose one from /api/trials.")
        request = PlanRequest.model_validate_json(trial.request_json)
        return planned_shot(store, request, trial.a_call if body.arm == "a" else trial.b_call)
    assert body.request is not None, "a shot has a request and a call (contract)"
    return planned_shot(store, body.request, str(body.call_id))


def _finish(planned: Planned, body: BookingIn) -> tuple[float | None, float | None]:
    """How far along and to the left of the line it finished (m)."""
    if body.holed and body.past_m is None:
        return planned.expected.distance_m, 0.0
    if body.past_m is None:
        return None, None
    return planned.expected.distance_m + body.past_m, 0.0 - (body.side_m or 0.0)


def _ended(planned: Planned, total: float | None, left: float | None, holed: bool) -> tuple[str | None, float | None]:
    """The ground it ended on, and what it still costs."""
    if holed:
        return "green", 0.0
    if planned.question is None or total is None or left is None:
        return None, None
    c, s = math.cos(planned.bearing_rad), math.sin(planned.bearing_rad)
    x, y = total * c - left * s, total * s + left * c
    ends = planned.question.hole.ends(np.array([x]), np.array([y]))
    return KIND_LIST[int(ends.kind[0])].name, float(ends.strokes[0])


def _direction(body: BookingIn, total: float | None, left: float | None) -> float | None:
    """Direction, left positive: of the landing where it was seen, else of the finish."""
    if body.carry_m is not None and body.carry_m > 0.5 and body.carry_side_m is not None:
        return math.atan2(-body.carry_side_m, body.carry_m)
    if total is not None and total > 0.5 and left is not None and body.carry_m is None:
        return math.atan2(left, total)
    return None


def _lesson(planned: Planned, body: BookingIn, total: float | None, left: float | None) -> Told:
    """What it says for learning: nothing where the strike failed."""
    if FAILED & set(body.misses):
        return Told(None, None, None)
    e = planned.expected
    meant = Meant(
        e.bare_carry_m, e.bare_total_m, e.bare_side_rad, e.bare_ball_speed_m_s, e.bare_spin_rad_s,
        e.length_sd, e.side_sd_rad, e.power, e.turns, e.slid,
    )  # fmt: skip
    spin = body.measured.spin_rpm
    struck = Struck(
        carry_m=body.carry_m,
        side_rad=_direction(body, total, left),
        total_m=None if body.holed else total,
        ball_speed_m_s=body.measured.ball_speed_m_s,
        spin_rad_s=None if spin is None else spin * RAD_S_PER_RPM,
    )
    return told(meant, struck)


def _value(one: tuple[float, float] | None) -> tuple[float | None, float | None]:
    return (None, None) if one is None else (one[0], one[1] ** -2)


def made_booking(booking_id: str, planned: Planned, body: BookingIn) -> StoredBooking:
    """A booking to be stored: what was meant, what was seen, what it says for learning."""
    expected, measured = planned.expected, body.measured
    total, left = _finish(planned, body)
    end_kind, after = _ended(planned, total, left, body.holed)
    lesson = _lesson(planned, body, total, left)
    far = is_far_off(lesson)
    (speed_y, speed_w), (friction_y, friction_w), (face_y, face_w) = (
        _value(one) for one in (lesson.speed, lesson.friction, lesson.face)
    )
    return StoredBooking(
        id=booking_id,
        player_id=body.player_id,
        booked_at=body.booked_at or datetime.now(UTC),
        source=body.source,
        purpose=body.purpose,
        club_id=planned.club_id,
        club_name=planned.club_name,
        family=planned.family,
        cover=planned.cover,
        slope="level" if planned.question is None else slope_word(planned.question.slope),
        method_id=planned.method_id,
        call_id=planned.call_id,
        target_m=expected.distance_m,
        expected_carry_m=expected.carry_m,
        expected_total_m=expected.total_m,
        expected_side_m=expected.side_m,
        along_sd_m=expected.along_sd_m,
        across_sd_m=expected.across_sd_m,
        trial_id=body.trial_id,
        arm=body.arm,
        strokes=expected.strokes,
        carry_m=body.carry_m,
        carry_side_m=None if body.carry_side_m is None else 0.0 - body.carry_side_m,
        total_m=total,
        side_m=left,
        ball_speed_m_s=measured.ball_speed_m_s,
        launch_rad=_rad(measured.launch_deg),
        spin_rad_s=None if measured.spin_rpm is None else measured.spin_rpm * RAD_S_PER_RPM,
        descent_rad=_rad(measured.descent_deg),
        heel_m=None if body.heel_mm is None else body.heel_mm / 1000.0,
        up_m=None if body.up_mm is None else body.up_mm / 1000.0,
        turf_m=None if body.turf_cm is None else body.turf_cm / 100.0,
        fault=",".join(body.misses),
        note=body.note,
        end_kind=end_kind,
        strokes_after=after,
        holed=body.holed,
        putts=body.putts,
        chipped_again=body.chipped_again,
        counts=not far,
        far_off=far,
        speed_y=speed_y,
        speed_w=speed_w,
        friction_y=friction_y,
        friction_w=friction_w,
        face_y=face_y,
        face_w=face_w,
    )


def slope_word(slope: Slope) -> str:
    """A slope as the rates tell it apart: what is less than worth adjusting for is level."""
    words = [
        word
        for word, angle in (
            ("down", slope.fall_rad), ("up", -slope.fall_rad), ("above", slope.side_rad), ("below", -slope.side_rad),
        )
        if angle >= WORTH_ADJUSTING_RAD
    ]  # fmt: skip
    return " ".join(words) or "level"


def _rad(degrees: float | None) -> float | None:
    return None if degrees is None else rad(degrees)


def book_shot(store: Store, booking_id: str, body: BookingIn) -> BookingOut:
    """Book a shot under the id its sender gave it; sent again it is booked once, and the first stays.

    ConflictError if the id is another player's or another coach's.
    """
    with store.session() as session:
        # Whose it is first: a shot that is booked between two looks must not seem somebody else's.
        owner = rows.owners_of(session, [booking_id]).get(booking_id)
        known = rows.load(session, booking_id) if owner == body.player_id else None
    if owner is not None and known is None:
        raise ConflictError("booking_id", "this id is taken by another shot.", "Give the shot a new random UUID.")
    if known is not None:
        return booking_out(known)
    find_stored(store, body.player_id)
    planned = _planned(store, body)
    booking = made_booking(booking_id, planned, body)
    with store.session() as session:
        if planned.question_json is not None:
            booking = replace(booking, question_id=rows.keep_question(session, planned.question_json))
        rows.add(session, booking)
        # Of two senders of the same shot at once the first is booked, and both are told what was.
        kept = rows.load(session, booking_id)
    return booking_out(kept or booking)


def book_together(store: Store, shots: Sequence[tuple[str, Planned, BookingIn]]) -> None:
    """Book shots whose plans are known, all or none."""
    with store.session() as session:
        questions = {
            body: rows.keep_question(session, body)
            for body in sorted({p.question_json for _, p, _ in shots if p.question_json is not None})
        }
        rows.add_many(
            session,
            [
                replace(made_booking(one_id, planned, body), question_id=questions.get(planned.question_json or ""))
                for one_id, planned, body in shots
            ],
        )


def _deg(radians: float | None, digits: int = 1) -> float | None:
    return None if radians is None else round(deg(radians), digits)


def _off(metres: float | None, digits: int = 2) -> float | None:
    """To the contract's side: right positive."""
    return None if metres is None else round(0.0 - metres, digits) + 0.0


def _plain(value: float | None, digits: int = 2) -> float | None:
    return None if value is None else round(value, digits) + 0.0


def booking_out(one: StoredBooking) -> BookingOut:
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
        }
    )


def which_of(
    player_id: str,
    cover: str | None = None,
    method: str | None = None,
    club: str | None = None,
    purpose: str | None = None,
    since: datetime | None = None,
    until: datetime | None = None,
) -> Which:
    """Which shots are meant."""
    return Which(player_id, cover, method, club, purpose, None, since, until)


def list_book(store: Store, which: Which, limit: int, offset: int) -> BookPage:
    """A page of a player's booked shots, newest first."""
    find_stored(store, which.player_id)
    with store.session() as session:
        total, found = rows.page(session, which, limit, offset)
    return BookPage(total=total, rows=[booking_out(one) for one in found])


def _nothing(booking_id: str) -> NotFoundError:
    return NotFoundError("booking_id", f"There is no booked shot {booking_id}.", "Choose one from /api/book.")


def let_count(store: Store, booking_id: str, counts: bool) -> BookingOut:
    """Learn from a shot, or don't."""
    with store.session() as session:
        found = rows.set_counts(session, booking_id, counts)
    if found is None:
        raise _nothing(booking_id)
    return booking_out(found)


def drop_booking(store: Store, booking_id: str) -> None:
    """Delete a booked shot."""
    with store.session() as session:
        if not rows.delete(session, booking_id):
            raise _nothing(booking_id)


def _rate_out(found: Rate) -> RateOut:
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
        on=_rate_out(rate(one.on, one.seen)),
        on_and_two=_rate_out(rate(one.on_and_two, one.putted)),
        again=_rate_out(rate(one.again, one.asked_again)),
        up_and_down=_rate_out(rate(one.up_and_down, one.putted)),
        lost=_plain(one.lost_mean),
        lost_within=_plain(within),
    )


def _middle(values: list[float]) -> float | None:
    return _plain(statistics.median(values)) if values else None


def sum_up(store: Store, which: Which) -> BookSummary:
    """Predicted against actual, rates and strokes lost by kind of lie, trend."""
    player = find_stored(store, which.player_id).player
    names = {c.id: c.name for c in player.bag}
    with store.session() as session:
        total, _ = rows.page(session, which, 0, 0)
        lies = rows.by_cover(session, which)
        points = rows.points(session, which, MOST_POINTS)
        stretches = rows.trend(session, which, min(TREND_PARTS, max(total // 3, 1)), TREND_SHOTS)
        kinds = rows.kinds(session, which.player_id)
    seen = [p for p in points if p.total_m is not None and p.side_m is not None]
    return BookSummary(
        total=total,
        covers=[KindOut(id=c, words=cover_words(c)) for c in kinds["cover"]],
        methods=[KindOut(id=m, words=method_words(m)) for m in kinds["method"]],
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
