"""Use case: what a player's book says before a lesson, in words."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta

from veltrin.core.counted import counted
from veltrin.core.kit.bag_notes import missing
from veltrin.core.practice import DRILLS, LieLoss, make_ready, shrunk
from veltrin.core.units import DAYS_A_MONTH
from veltrin.service.book.book_read import lost_of
from veltrin.service.house.words import drill_words, lie_words
from veltrin.service.lessons.contracts.lessons import NoticeOut, PreparedOut
from veltrin.service.players.players import find_stored, show_bag
from veltrin.service.players.stock import stock_by_club
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import book_charts as chart_rows
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import practice as practice_rows
from veltrin.store.repositories.book import Which
from veltrin.store.repositories.players import StoredPlayer

LIES_TOLD = 3
FEWEST_SHOTS = 5
"""From fewer shots nothing is said of a lie. Judgement."""

COSTS = 0.1
"""A lie that costs less than this a shot over the plan, few shots drawn towards zero, is not worth a lesson.
Judgement."""

STOCK_OLD = timedelta(days=180)
"""Stock shots measured longer ago than this are measured again. Common practice: a season changes a swing."""

STOCK_OFF = 0.05
"""A bag's carry that is off by more than this share is told. Judgement."""

DRILLS_TOLD = 4

SHORT_BOOK = 30
"""Of a player with fewer shots in the book it is said what to ask and what to watch. Judgement."""

WATCHED = ("towel-behind", "worst-grass", "sand-line", "board-down", "out-of-divots")
"""Drills whose lies are looked at for where this player's strikes fail most."""


def _lies(store: Store, stored: StoredPlayer) -> Iterator[NoticeOut]:
    """The lies that cost most together: how often times how much."""
    with store.session() as session:
        found = chart_rows.by_cover(session, lost_of(Which(stored.player.id), stored))
    losses = [
        LieLoss(one.cover, one.slope, one.lost_of, one.lost_mean)
        for one in found
        if one.lost_mean is not None and one.lost_of >= FEWEST_SHOTS
    ]
    dear = [loss for loss in losses if shrunk(loss) > COSTS]
    for loss in sorted(dear, key=lambda one: -shrunk(one) * one.shots)[:LIES_TOLD]:
        words = lie_words(loss.cover, loss.slope)
        yield NoticeOut(
            kind="lie",
            ref="",
            words=f"{words}: about {shrunk(loss):.1f} strokes a shot over the plan ({counted(loss.shots, 'shot')}).",
        )


def _drills(store: Store, player_id: str) -> Iterator[NoticeOut]:
    """Drills whose last time was no pass, latest first."""
    with store.session() as session:
        done = practice_rows.done_parts(session, player_id)
    last = {part.drill_id: part for part in done}
    failed = [part for part in sorted(last.values(), key=lambda p: p.at, reverse=True) if not part.passed]
    for part in failed[:DRILLS_TOLD]:
        words = f"{drill_words(part.drill_id)}: not passed, {part.hits} of {part.struck} hit, {part.asked} needed."
        yield NoticeOut(kind="drill", ref=part.drill_id, words=words)


def _aims(store: Store, player_id: str, before: datetime) -> Iterator[NoticeOut]:
    """What the last lesson was for, and what was taken along."""
    with store.session() as session:
        last = lesson_rows.last_before(session, player_id, before)
        if last is None:
            return
        told = [line.strip() for line in last.aims.splitlines() if line.strip()]
        things = [thing.title for thing in last.things if thing.player_id == player_id]
        when, lesson_id = f"{last.held_on:%d %b %Y}".lstrip("0"), last.id
    for aim in told:
        yield NoticeOut(kind="aim", ref=lesson_id, words=f"Aim of {when}: {aim}")
    if things:
        yield NoticeOut(kind="aim", ref=lesson_id, words=f"Taken home on {when}: {'; '.join(things)}.")


def _stock(store: Store, player_id: str, today: datetime) -> Iterator[NoticeOut]:
    """Whether stock shots are measured, how long ago, and which say something else than the bag."""
    measured = stock_by_club(store, player_id)
    if not measured:
        yield NoticeOut(
            kind="stock", ref="", words="No stock shot is measured: every answer rests on typed carries. Hit a few."
        )
        return
    newest = max(shot.booked_at for club in measured for shot in club.shots)
    if today - newest > STOCK_OLD:
        months = round((today - newest).days / DAYS_A_MONTH)
        yield NoticeOut(
            kind="stock", ref="", words=f"Stock shots are {months} months old: measure three of each club again."
        )
    for club in measured:
        off = club.carry_m / club.bag_carry_m - 1.0
        if len(club.shots) >= FEWEST_SHOTS and abs(off) > STOCK_OFF:
            words = f"{club.club_name}: measured {club.carry_m:.0f} m, {club.bag_carry_m:.0f} m in the bag."
            yield NoticeOut(kind="stock", ref="", words=words)


def _grooves(store: Store, stored: StoredPlayer) -> Iterator[NoticeOut]:
    names = {club.id: club.name for club in stored.player.bag}
    for club in show_bag(store, stored.player.id).clubs:
        if club.grooves == "worn":
            yield NoticeOut(kind="grooves", ref="", words=f"{names[club.club_id]}: grooves worn out.")


def _ask(shots: int) -> Iterator[NoticeOut]:
    """What to ask somebody whose book is short."""
    known = "The book is empty" if shots == 0 else f"The book has only {counted(shots, 'shot')}"
    for words in (
        f"{known}. Ask: which shot costs you most, and when did it last go right?",
        "Ask: where do you miss, short or long, left or right? And does anything hurt?",
        "Ask: how far do your clubs carry? Hit three of each wedge and write them down.",
    ):
        yield NoticeOut(kind="ask", ref="", words=words)


def _watch(stored: StoredPlayer) -> Iterator[NoticeOut]:
    """From which lies strikes of this handicap fail most, by the plan's own odds with this bag."""
    failing = []
    for drill_id in WATCHED:
        drill = DRILLS[drill_id]
        call = make_ready(drill, stored.player)[0].call
        if call is not None:
            failing.append((1.0 - call.odds.clean, drill, call))
    for share, drill, call in sorted(failing, key=lambda one: -one[0])[:2]:
        miss = "heavy" if call.odds.heavy >= call.odds.thin else "thin"
        station = drill.stations[0].words.split(",")[0]
        words = (
            f"Watch {station}: with handicap {stored.player.handicap:.0f} about {10 * share:.0f} of ten strikes fail "
            f"there, most of them {miss}. Drill: {drill.name}."
        )
        yield NoticeOut(kind="watch", ref=drill.id, words=words)


def _bag(stored: StoredPlayer) -> Iterator[NoticeOut]:
    """What the bag itself says."""
    for words in missing(stored.player.bag)[:2]:
        yield NoticeOut(kind="bag", ref="", words=f"Look into the bag: {words}.")


def prepare(store: Store, player_id: str, before: datetime | None = None) -> PreparedOut:
    """Everything to know before a player comes, what was left open first."""
    stored = find_stored(store, player_id)
    today = datetime.now(UTC)
    notices = [
        *_aims(store, player_id, before or today),
        *_lies(store, stored),
        *_drills(store, player_id),
        *_stock(store, player_id, today),
        *_grooves(store, stored),
    ]
    with store.session() as session:
        shots, _ = book_rows.page(session, Which(player_id), 0, 0)
    if shots < SHORT_BOOK:
        notices += [*_ask(shots), *_watch(stored), *_bag(stored)]
    return PreparedOut(player_id=player_id, player_name=stored.player.name, notices=notices)
