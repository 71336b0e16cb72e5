"""Use case: calibrate the laws by the books of an academy, or of one coach, and offer what was found."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import partial
from typing import NamedTuple

from veltrin.core.calibrate import (
    EFFECT_WORDS,
    NOT_MEASURED,
    Books,
    BookShot,
    Calibration,
    Compared,
    Fault,
    Labels,
    Picked,
    calibrate,
    compare,
    one_of,
)
from veltrin.core.kit import Learned
from veltrin.core.law import USUAL_LAWS
from veltrin.core.learn import FAILED
from veltrin.core.plan import taught
from veltrin.core.plan.one import One
from veltrin.service.accounts.coaches import coach_named
from veltrin.service.house.errors import DomainError
from veltrin.service.house.words import cover_words
from veltrin.service.many.academies import academy_named
from veltrin.service.many.contracts.calibrations import (
    CalibrationBody,
    CleanRateOut,
    ComparedOut,
    DifferOut,
    GroupOut,
    LeftOutOut,
    NumberOut,
    PlannedOut,
)
from veltrin.service.many.forms import CALIBRATION
from veltrin.service.players.forms import LAW_SHARES
from veltrin.service.players.habits import habits_of
from veltrin.service.players.laws import laws_in
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.forms import QUESTION
from veltrin.service.shot.translate import question_in
from veltrin.store.dialect import everybody
from veltrin.store.engine import Store
from veltrin.store.repositories import book as book_rows
from veltrin.store.repositories import many as rows
from veltrin.store.repositories import players as player_rows
from veltrin.store.repositories.players import StoredPlayer
from veltrin.store.tables import BookingRow

Tell = Callable[[str, int, int], None]
"""Is told what is being done, how much of it is done, of how much."""


class Found(NamedTuple):
    """What came of it: whose books they were, its number, what is kept."""

    whose: str
    id: int
    body: CalibrationBody


def of_academy(store: Store, name: str, tell: Tell) -> Found:
    """Calibrate by the books of those coaches of an academy who consent, and offer it to all of its members."""
    with store.session() as session, everybody(session):
        academy = academy_named(session, name)
        who = rows.consenting(session, academy.id)
    if not who:
        raise DomainError(
            "academy", f"No coach of {name} lets their books be calibrated.",
            "Each coach decides: in Veltrin, under Settings, academies.",
        )  # fmt: skip
    return _made(store, [store.of_coach(coach) for coach in who], name, academy.id, None, tell)


def of_coach(store: Store, name: str, tell: Tell) -> Found:
    """Calibrate by one coach's own books, and offer it to that coach alone."""
    with store.session() as session:
        coach = coach_named(session, name)
    return _made(store, [store.of_coach(coach.id)], coach.name, None, coach.id, tell)


def _made(
    store: Store, books: Sequence[Store], whose: str, academy_id: int | None, coach_id: int | None, tell: Tell
) -> Found:
    """Calibrate, compare, keep."""
    found = calibrate(gather(books), partial(tell, "kinds of shot"))
    compared = compare(found.shares, partial(tell, "plans"))
    body = told(found, compared, len(books))
    with store.session() as session, everybody(session):
        shares = LAW_SHARES.keep([*found.shares])
        kept = rows.keep(session, academy_id, coach_id, CALIBRATION.keep(body), shares)
    return Found(whose, kept.id, body)


class _Asked(NamedTuple):
    """A kind of shot: whose it was, the question, the call, what was learnt of the player and by which numbers it was
    planned then.
    """

    player: StoredPlayer
    request: PlanRequest
    call_id: str
    learned: Learned


def gather(books: Sequence[Store]) -> Books:
    """All planned shots that count, of all players of these coaches; names stay behind."""
    kinds: dict[tuple[str, str, int], int] = {}
    asked: list[_Asked] = []
    shots: list[BookShot] = []
    labels: list[Labels] = []
    requests: dict[str, PlanRequest] = {}
    players = 0
    for own in books:
        with own.session() as session:
            stored = player_rows.load_all(session)
            booked = {one.player.id: book_rows.planned_of(session, one.player.id) for one in stored}
            taken, now = rows.taken(session), laws_in(session)
        for one in stored:
            learned = habits_of(own, one)
            for row, question in booked[one.player.id]:
                request = requests.get(str(row.question_id)) or QUESTION.open(question).value
                if request is None:
                    continue
                requests[str(row.question_id)] = request
                # How long a swing the coach told hangs on the numbers that were gone by when it was told.
                laws = now if taken is not None and row.booked_at >= taken.since else USUAL_LAWS
                key = (str(row.question_id), row.call_id, laws.number)
                if key not in kinds:
                    kinds[key] = len(asked)
                    asked.append(_Asked(one, request, row.call_id, replace(learned, laws=laws)))
                labels.append(_labels(row, request, one))
                shots.append(_shot(row, kinds[key], players, labels[-1]))
            players += 1
    return Books(shots, labels, len(asked), lambda k: _stroke(asked[k]))


FAULTS: dict[str, Fault] = {"heavy": "heavy", "thin": "thin"}


def _shot(row: BookingRow, kind: int, player: int, labels: Labels) -> BookShot:
    misses = set(row.fault.split(",")) & FAILED
    fault = next((FAULTS[one] for one in sorted(misses) if one in FAULTS), "other" if misses else "clean")
    return BookShot(
        kind=kind,
        player=player,
        family=row.family,
        cover=row.cover,
        lie=", ".join(filter(None, (labels.cover, labels.seat, labels.wet))),
        day=row.booked_at.toordinal(),
        fault=fault,
        carry_m=row.carry_m,
        speed_m_s=row.ball_speed_m_s,
        spin_rad_s=row.spin_rad_s,
        whole=row.all_booked is not False,
    )


def _labels(row: BookingRow, request: PlanRequest, player: StoredPlayer) -> Labels:
    lie = request.lie
    return Labels(
        cover=cover_words(row.cover),
        seat=_word(SEATS, lie.sunk) if lie.sunk > 0.0 else "",
        family=row.family,
        wet=_word(WETS, lie.wet),
        level=_word(LEVELS, player.player.handicap),
    )


SEATS = ((0.33, "sitting up"), (0.66, "half down"), (99.0, "down"))
WETS = ((0.05, "dry"), (0.5, "damp"), (1.0, "wet"))
LEVELS = (
    (5.0, "handicap up to 5"),
    (12.0, "handicap 6 to 12"),
    (20.0, "handicap 13 to 20"),
    (99.0, "handicap over 20"),
)
"""Upper ends, and what is called so."""


def _word(ends: Sequence[tuple[float, str]], value: float) -> str:
    return next(word for end, word in ends if value <= end)


def _stroke(asked: _Asked) -> One | None:
    """The stroke as it was meant, by the numbers of then and what the player's book teaches."""
    try:
        return one_of(taught(question_in(asked.request, asked.player.player), asked.learned), asked.call_id)
    except DomainError:
        return None


PICKED_WORDS: dict[Picked, str] = {
    "bad": "it seems to hold only the bad balls",
    "good": "it seems to hold only the good balls",
}


def told(found: Calibration, compared: Sequence[Compared], coaches: int) -> CalibrationBody:
    """What is kept of a calibration."""
    return CalibrationBody(
        coaches=coaches,
        players=found.players,
        shots=found.shots,
        balls=found.balls,
        numbers=[
            NumberOut(
                id=one.id, words=one.words, share=one.share, low=one.low, high=one.high, doubt_left=one.doubt_left,
                is_measured=one.is_told,
            )
            for one in found.numbers
        ],
        by_cover=[GroupOut(**vars(one)) for one in found.by_cover],
        by_family=[GroupOut(**vars(one)) for one in found.by_family],
        by_wet=[GroupOut(**vars(one)) for one in found.by_wet],
        cleans_by_cover=[CleanRateOut(**vars(one)) for one in found.cleans_by_cover],
        cleans_by_level=[CleanRateOut(**vars(one)) for one in found.cleans_by_level],
        differ=[DifferOut(words=EFFECT_WORDS[effect], share=share) for effect, share in found.differ.items()],
        left_out=LeftOutOut(
            players=found.left_out.players,
            better=found.left_out.better,
            off_usual=found.left_out.off_usual,
            off_now=found.left_out.off_now,
            helps=found.left_out.helps,
        ),
        picked=[PICKED_WORDS[part] for _, part in found.picked],
        compared=[_compared(one) for one in compared],
        not_measured=list(NOT_MEASURED),
    )  # fmt: skip


def _compared(one: Compared) -> ComparedOut:
    seat = f", {_word(SEATS, one.sunk)}" if one.sunk else ""
    wet = f", {_word(WETS, one.wet)}" if one.wet else ""
    return ComparedOut(
        words=f"{cover_words(one.cover)}{seat}{wet}",
        handicap=one.handicap,
        flag_m=one.flag_m,
        usual=PlannedOut(**vars(one.usual)),
        now=PlannedOut(**vars(one.now)),
    )
