"""Many books: gathered without names, offered to those they are of, gone by and given back."""

from __future__ import annotations

import io
import json

import pytest
from sqlalchemy import func, select, update

from tests.questions import plan_request
from veltrin.core.calibrate import side_by_side
from veltrin.core.law import CALIBRATED, LAW, NO_LAW
from veltrin.demo.nine_holes import FILE
from veltrin.service.accounts import coaches
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.book.renew import to_renew
from veltrin.service.course.contracts.courses import CourseNew, CourseSet
from veltrin.service.course.courses import list_courses, save_course, set_course
from veltrin.service.files.bookfile import export_zip
from veltrin.service.files.restore import merge
from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.many import academies, calibrations
from veltrin.service.many.calibrating import gather, of_academy, of_coach
from veltrin.service.many.contracts.academies import ConsentIn
from veltrin.service.many.contracts.calibrations import TakeIn
from veltrin.service.players.habits import habits_of, show_learnt
from veltrin.service.players.laws import laws_of
from veltrin.service.players.players import find_stored
from veltrin.service.shot.contracts.plan import PlanRequest
from veltrin.service.shot.plan import plan
from veltrin.store.dialect import everybody
from veltrin.store.engine import Store
from veltrin.store.repositories import many as rows
from veltrin.store.tables import BookingRow, CalibrationRow

ROUGH = {"fall_deg": 0, "side_deg": 0, "cover": "rough", "sunk": 0.9}


def untold(_what: str, _done: int, _of: int) -> None:
    pass


@pytest.fixture
def few_plans(monkeypatch: pytest.MonkeyPatch) -> None:
    """What is compared side by side is looked at in the core's tests."""
    monkeypatch.setattr(side_by_side, "DISTANCES_M", (60.0,))
    monkeypatch.setattr(side_by_side, "LIES", (("rough", 0.6, 0.0),))


@pytest.fixture
def two(demo_store: Store) -> tuple[Store, Store]:
    """The demo's coach, and another on the same server."""
    add_coach(demo_store, "Maren", "seven split birches")
    return demo_store, demo_store.of_coach(add_coach(demo_store, "Otto", "a quiet low runner"))


def offer(store: Store, academy_id: int | None, coach_id: int | None, law: int = LAW) -> int:
    """Keep a calibration by which grass takes half as much again, as though it had been measured."""
    shares = [["grass", "head_stirs_per_m", 1.5], ["grass", "ball_stirs_per_m", 1.5]]
    left = {"players": 2, "better": 2, "off_usual": 0.1, "off_now": 0.08, "helps": True}
    body = {"coaches": 1, "players": 2, "shots": 100, "balls": 80, "left_out": left} | {
        name: []
        for name in (
            "numbers", "by_cover", "by_family", "by_wet", "cleans_by_cover", "cleans_by_level", "differ", "picked",
            "compared", "not_measured",
        )
    }  # fmt: skip
    with store.session() as session, everybody(session):
        kept = (json.dumps({"version": 1, "law": law, "json": one}) for one in (body, shares))
        return rows.keep(session, academy_id, coach_id, *kept).id


def strokes(store: Store, player_id: str = "corwin") -> float:
    asked = PlanRequest.model_validate(plan_request(player_id=player_id, lie=ROUGH))
    return float(plan(store, asked).calls[0].strokes or 0.0)


def all_compared(store: Store) -> None:
    calibrations.begin_renewing(store).join()


def test_a_coach_s_own_books_are_calibrated_and_name_nobody(demo_store: Store, few_plans: None) -> None:
    with demo_store.session() as session:
        # Two questions a player are enough to see that it works.
        asked = select(BookingRow.question_id).where(BookingRow.question_id.is_not(None))
        often = asked.group_by(BookingRow.question_id).order_by(func.count().desc()).limit(14)
        session.execute(update(BookingRow).where(BookingRow.question_id.not_in(often)).values(counts=False))
    found = of_coach(demo_store, coaches.list_coaches(demo_store)[0].name, untold)
    assert found.body.players >= 2
    assert found.body.shots >= 60
    assert len(found.body.compared) == 2
    text = found.body.model_dump_json()
    books = gather([demo_store])
    assert len(books.shots) >= found.body.shots
    for name in ("Corwin", "Tove", "Ansgar", "corwin"):
        assert name not in text
    told = calibrations.offered(demo_store)
    assert [one.id for one in told.calibrations] == [found.id]
    assert (told.calibrations[0].academy, told.calibrations[0].is_taken) == (None, False)


def test_a_calibration_is_gone_by_and_given_back(demo_store: Store) -> None:
    mine = offer(demo_store, None, demo_store.coach_id)
    stored = find_stored(demo_store, "corwin")
    before, cost = show_learnt(demo_store, "corwin"), strokes(demo_store)
    assert before.effects
    calibrations.take(demo_store, mine, TakeIn(taken=True))
    all_compared(demo_store)
    assert laws_of(demo_store).number == LAW + 1000 * mine
    assert strokes(demo_store) > cost, "heavier grass costs more"
    # Every shot teaches again, held against what is planned by the new numbers.
    assert calibrations.offered(demo_store).waiting == to_renew(demo_store) == 0
    during = show_learnt(demo_store, "corwin")
    assert during.shots == before.shots
    assert [e.value for e in during.effects] != [e.value for e in before.effects]
    calibrations.take(demo_store, mine, TakeIn(taken=False))
    all_compared(demo_store)
    assert laws_of(demo_store).number == LAW
    after = show_learnt(demo_store, "corwin")
    assert [(e.quantity, e.name) for e in after.effects] == [(e.quantity, e.name) for e in before.effects]
    assert [e.value for e in after.effects] == pytest.approx([e.value for e in before.effects], abs=1.5)
    assert strokes(demo_store) == pytest.approx(cost, abs=0.03)
    assert habits_of(demo_store, stored).laws.shares == ()


def test_a_book_that_leaves_its_server_is_compared_again_elsewhere(demo_store: Store) -> None:
    with demo_store.session() as session:
        # Three shots with a question are enough.
        some = session.scalars(select(BookingRow.id).where(BookingRow.question_id.is_not(None)).limit(3)).all()
        session.execute(update(BookingRow).where(BookingRow.id.not_in(some)).values(question_id=None))
        session.execute(update(BookingRow).where(BookingRow.id.in_(some)).values(law=LAW + 3 * CALIBRATED))
    otto = demo_store.of_coach(add_coach(demo_store, "Otto", "a quiet low runner"))
    merge(otto, io.BytesIO(b"".join(export_zip(demo_store))))
    with otto.session() as session:
        laws = set(session.scalars(select(BookingRow.law).where(BookingRow.question_id.is_not(None))))
    assert laws <= {LAW, NO_LAW}, "what another coach goes by is not this one's"


def test_until_they_are_compared_shots_teach_nothing(demo_store: Store, monkeypatch: pytest.MonkeyPatch) -> None:
    mine = offer(demo_store, None, demo_store.coach_id)
    monkeypatch.setattr(calibrations, "begin_renewing", lambda _store: None)
    told = calibrations.take(demo_store, mine, TakeIn(taken=True))
    assert told.waiting > 50
    assert told.waiting == to_renew(demo_store)
    # Range shots have no lie: they are the same by all numbers.
    with demo_store.session() as session:
        laws = session.scalars(select(BookingRow.law).where(BookingRow.question_id.is_(None), BookingRow.law > 0)).all()
    assert set(laws) == {LAW + 1000 * mine}
    assert all(e.quantity != "speed" or e.name != "rough" for e in show_learnt(demo_store, "corwin").effects)


def test_a_calibration_of_other_laws_is_not_gone_by(demo_store: Store) -> None:
    old = offer(demo_store, None, demo_store.coach_id, law=LAW - 1)
    assert not calibrations.offered(demo_store).calibrations[0].is_of_today
    with pytest.raises(ConflictError, match="another Veltrin"):
        calibrations.take(demo_store, old, TakeIn(taken=True))
    with demo_store.session() as session:
        rows.take(session, old)
    assert laws_of(demo_store).number == LAW, "a newer Veltrin goes by its own"


def test_academies_are_joined_and_left_and_each_coach_decides(two: tuple[Store, Store], few_plans: None) -> None:
    maren, otto = two
    academies.begin(maren, "Fell Academy")
    with pytest.raises(ConflictError, match="already"):
        academies.begin(maren, "Fell Academy")
    with pytest.raises(DomainError, match="1 to 60"):
        academies.begin(maren, " ")
    assert academies.list_mine(maren) == []
    for name in ("Maren", "Otto"):
        academies.add_member(maren, "Fell Academy", name)
    with pytest.raises(ConflictError, match="member already"):
        academies.add_member(maren, "Fell Academy", "Otto")
    with pytest.raises(NotFoundError, match="Fell Academy"):
        academies.add_member(maren, "Moor Academy", "Otto")
    (mine,) = academies.list_mine(otto)
    assert [(m.name, m.is_me, m.consents) for m in mine.members] == [("Maren", False, False), ("Otto", True, False)]
    with pytest.raises(DomainError, match="No coach"):
        of_academy(maren, "Fell Academy", untold)
    (told,) = academies.consent(otto, mine.id, ConsentIn(consents=True))
    assert [m.consents for m in told.members] == [False, True], "a coach decides for themselves alone"
    # Otto's book is empty: Maren's, who didn't agree, isn't looked at.
    with pytest.raises(DomainError, match="0 clean balls"):
        of_academy(maren, "Fell Academy", untold)
    with pytest.raises(NotFoundError):
        academies.consent(otto, mine.id + 1, ConsentIn(consents=True))
    academies.drop_member(maren, "Fell Academy", "Otto")
    assert academies.list_mine(otto) == []
    with pytest.raises(NotFoundError, match="no member"):
        academies.drop_member(maren, "Fell Academy", "Otto")
    assert [name for name, _ in academies.list_all(maren)] == ["Fell Academy"]
    academies.end(maren, "Fell Academy")
    assert academies.list_all(maren) == []


def test_what_an_academy_s_books_say_is_offered_to_its_coaches_alone(two: tuple[Store, Store]) -> None:
    maren, otto = two
    academies.begin(maren, "Fell Academy")
    academies.add_member(maren, "Fell Academy", "Maren")
    with maren.session() as session:
        academy_id = rows.academies(session)[0][0].id
    theirs, own = offer(maren, academy_id, None), offer(maren, None, maren.coach_id)
    assert {one.id for one in calibrations.offered(maren).calibrations} == {theirs, own}
    assert calibrations.offered(otto).calibrations == []
    for one in (theirs, own):
        with pytest.raises(NotFoundError):
            calibrations.show(otto, one)
        with pytest.raises(NotFoundError):
            calibrations.take(otto, one, TakeIn(taken=True))
    academies.add_member(maren, "Fell Academy", "Otto")
    assert [one.academy for one in calibrations.offered(otto).calibrations] == ["Fell Academy"]
    calibrations.take(otto, theirs, TakeIn(taken=True))
    assert laws_of(otto).number == LAW + 1000 * theirs
    assert laws_of(maren).number == LAW, "each coach takes it for themselves"
    academies.drop_member(maren, "Fell Academy", "Otto")
    assert laws_of(otto).number == LAW, "who leaves gives it back"
    academies.end(maren, "Fell Academy")
    with maren.session() as session:
        assert session.scalars(select(CalibrationRow.id)).all() == [own]


def test_a_coach_who_is_removed_leaves_courses_behind_and_no_memberships(two: tuple[Store, Store]) -> None:
    maren, otto = two
    academies.begin(maren, "Fell Academy")
    academies.add_member(maren, "Fell Academy", "Otto")
    save_course(otto, CourseNew(text=FILE.read_text(), name="Otto's Moor"))
    coaches.remove_coach(maren, "Otto", "Maren")
    assert "Otto's Moor" in {one.name for one in list_courses(maren)}
    assert academies.list_all(maren) == [("Fell Academy", [])]


def test_a_shared_course_is_played_by_the_coaches_of_the_academy_alone(two: tuple[Store, Store]) -> None:
    maren, otto = two
    row = save_course(maren, CourseNew(text=FILE.read_text(), name="Maren's Moor"))
    set_course(maren, row.id, CourseSet(version=row.version, name=row.name, is_shared=True))
    assert "Maren's Moor" not in {one.name for one in list_courses(otto)}
    academies.begin(maren, "Fell Academy")
    for name in ("Maren", "Otto"):
        academies.add_member(maren, "Fell Academy", name)
    assert "Maren's Moor" in {one.name for one in list_courses(otto)}
