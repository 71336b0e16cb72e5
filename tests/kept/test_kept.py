"""What was kept by any version opens in this one; what can't be opened hides nothing else, and is named."""

from __future__ import annotations

import copy
import io
import json
import lzma
import shutil
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy import inspect, select, update

from tests.kept.shapes import SHAPES, all_shapes, lost
from tests.questions import plan_request
from tests.raw import all_rows
from veltrin.core.law import LAW
from veltrin.service.files.contracts.exchange import (
    BookingRecord,
    KeptRecord,
    LessonItemRecord,
    LessonRecord,
    LessonThingRecord,
    PhotographRecord,
    PlayerRecord,
    PracticePartRecord,
    PracticeRecord,
    RecordingRecord,
    SceneRecord,
    TrialRecord,
)
from veltrin.service.files.forms import FORMS
from veltrin.service.files.kept_rows import KEPT_IN, unreadable
from veltrin.service.files.restore import merge
from veltrin.service.house.kept import Form
from veltrin.service.house.store import DATABASE, Store, open_store
from veltrin.service.shot.forms import CALL, QUESTION
from veltrin.store import tables
from veltrin.store.schema import known_versions

FILES = Path(__file__).parent / "files"
DATABASES = sorted(FILES.glob("*.sqlite3.xz"))
BOOKS = sorted(FILES.glob("*.json.xz"))


def test_a_form_that_loses_a_field_or_a_word_asks_for_a_step() -> None:
    """Where this fails: raise the form's version, write the step from the one before beside it (`forms.py`), and run
    `python -m tests.kept.shapes`; where only something was added that has a default, running it is enough.
    """
    written = json.loads(SHAPES.read_text())
    now = all_shapes()
    assert written.keys() == now.keys()
    for name, was in written.items():
        form = FORMS[name]
        assert set(form.steps) >= set(range(1, form.version)), f"{name}: a version without a step to the next"
        assert was["version"] == form.version, f"{name}: python -m tests.kept.shapes writes the new version's shape"
        assert lost(was["shape"], now[name]["shape"]) == [], name


def test_what_is_lost_is_seen() -> None:
    shape = all_shapes()["question"]["shape"]
    without = {k: v for k, v in shape.items() if "sunk" not in k}
    assert "the field question.lie.sunk is gone" in lost(shape, without)
    covers = next(k for k, v in shape.items() if "hard-pan" in v)
    fewer = {**shape, covers: [w for w in shape[covers] if w != "hard-pan"]}
    assert lost(shape, fewer) == [f"the word 'hard-pan' of {covers} is gone"]
    assert lost(shape, {**shape, "question.moon": []}) == [
        "the field question.moon is asked for, which nothing kept before has"
    ]
    assert lost(shape, {**shape, "question.moon?": []}) == []


def test_there_is_a_file_of_every_version() -> None:
    first = {int(path.name[:4]) for path in DATABASES}
    assert first == set(range(1, int(known_versions()[0][:4]) + 1))


def everything(client: TestClient) -> Iterator[tuple[str, Any]]:
    """All that is kept, as the page asks for it."""
    for path in ("settings", "shots", "lines", "days", "lessons?limit=100", "scenes?limit=100", "export"):
        answer = client.get(f"/api/{path}")
        assert answer.status_code == 200, (path, answer.text)
        yield path, answer.json()
        if path.startswith("lessons"):
            for lesson in answer.json()["rows"]:
                whole = client.get(f"/api/lessons/{lesson['id']}")
                assert whole.status_code == 200, whole.text
                yield "lesson", whole.json()
    for player in client.get("/api/players").json():
        for path in ("practices", "trials", "book", "photographs", "scenes"):
            name = "reader_id" if path == "scenes" else "player_id"
            answer = client.get(f"/api/{path}", params={name: player["id"]})
            assert answer.status_code == 200, (path, answer.text)
            yield path, answer.json()


def problems(told: Any) -> Iterator[str]:
    if isinstance(told, dict):
        if told.get("problem"):
            yield told["problem"]
        for value in told.values():
            yield from problems(value)
    elif isinstance(told, list):
        for value in told:
            yield from problems(value)


@pytest.mark.parametrize("kept", DATABASES, ids=lambda p: p.name[:4])
def test_a_database_of_every_version_opens_whole(app: FastAPI, kept: Path, tmp_path: Path) -> None:
    path = tmp_path / DATABASE
    with lzma.open(kept) as packed, path.open("wb") as out:
        shutil.copyfileobj(packed, out)
    store = open_store(path)
    app.state.store = store
    client = TestClient(app, base_url="http://127.0.0.1")
    assert len(client.get("/api/players").json()) >= 3
    told = list(everything(client))
    assert list(problems([body for _, body in told])) == []
    assert list(unreadable(store)) == []
    store.close()


@pytest.mark.same
@pytest.mark.parametrize("kept", BOOKS, ids=lambda p: p.name[:4])
def test_a_book_file_of_every_version_is_read_whole(app: FastAPI, kept: Path, tmp_path: Path) -> None:
    told = json.loads(lzma.decompress(kept.read_bytes()))
    store = open_store(tmp_path / DATABASE)
    done = merge(store, io.BytesIO(json.dumps(told).encode()))
    assert done.players == len(told["players"])
    assert done.bookings == sum(len(p["bookings"]) for p in told["players"])
    assert done.lessons == len(told.get("lessons", ()))
    app.state.store = store
    assert list(problems([body for _, body in everything(TestClient(app, base_url="http://127.0.0.1"))])) == []
    assert list(unreadable(store)) == []
    store.close()


def spoilt(row: Any, column: str, form: Form[Any], store: Store, change: Any) -> int:
    """Change every piece of a form in a column; how many there were."""
    table, count = row.__table__, 0
    with all_rows(store) as connection:
        for found in connection.execute(select(table)).mappings().all():
            if not found[column]:
                continue
            told = json.loads(found[column])
            changed = change(told["json"])
            here = [table.c[c.name] == found[c.name] for c in inspect(row).primary_key]
            text = json.dumps({**told, "json": changed})
            connection.execute(update(table).where(*here).values({column: text}))
            count += 1
    return count


def with_something_new(body: Any) -> Any:
    if isinstance(body, list):
        return [with_something_new(one) for one in body]
    return {**body, "of_tomorrow": {"a": [1, 2]}} if isinstance(body, dict) else body


def without_a_field(body: Any) -> Any:
    """Without one that has no default, where there is such a one."""
    body = copy.deepcopy(body)
    first = body[0] if isinstance(body, list) and body else body
    for name in ("spin_rpm", "flag_m", "words", "value_deg", "line"):
        if isinstance(first, dict) and name in first:
            del first[name]
            return body
    return body


def with_words_of_yesterday(body: Any) -> Any:
    """Covers and kinds that this version doesn't know."""
    text = json.dumps(body)
    for word in ('"fairway"', '"rough"', '"semi"', '"sand"', '"medium"', '"firm"', '"fringe"', '"fall"', '"side"'):
        text = text.replace(word, '"of yesterday"')
    return json.loads(text)


HURTS = {"something new": with_something_new, "a field less": without_a_field, "old words": with_words_of_yesterday}


@pytest.mark.parametrize("how", HURTS)
def test_what_cannot_be_opened_hides_nothing_else(app: FastAPI, demo_store: Store, how: str) -> None:
    app.state.store = demo_store
    client = TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False)
    plan = client.post("/api/plan", json=plan_request()).json()
    calls = {"a_call": plan["first_id"], "b_call": plan["second_id"]}
    for path, body in (
        ("lines", {"name": "Fourth", "line": {"flag_m": 20}}),
        ("days", {"name": "Dry"}),
        ("trials", {"request": plan_request(), "balls_each": 4, **calls}),
        ("season", {"player_id": "brisa", "first": "2149-03-05", "weeks": 1, "hours": 1, "weekdays": [1]}),
    ):
        assert client.post(f"/api/{path}", json=body).status_code == 201, path
    before = dict(everything(client))
    counts = {(row, column): spoilt(row, column, form, demo_store, HURTS[how]) for row, column, form in KEPT_IN}
    assert sum(map(bool, counts.values())) == len(KEPT_IN), "something of every form is kept"
    told = dict(everything(client))
    # All rows are still there.
    for path in ("days", "lines", "shots"):
        assert len(told[path]) == len(before[path]) > 0
    for path in ("lessons?limit=100", "scenes?limit=100"):
        assert told[path]["total"] == before[path]["total"]
    named = {one.table for one in unreadable(demo_store)}
    if how == "something new":
        assert named == set(), "what isn't known is set aside"
        # And stays in the row, so that a file carries it on.
        assert json.dumps(told["export"]).count("of_tomorrow") > 100
    else:
        assert {"lines", "shots", "lesson_items", "questions"} <= named


def test_a_kept_call_without_its_newest_number_is_told_and_the_lesson_opens(
    client: TestClient, demo_store: Store
) -> None:
    assert spoilt(tables.LessonItemRow, "call_json", CALL, demo_store, without_a_field) > 0
    (lesson, *_) = client.get("/api/lessons").json()["rows"]
    done = client.get(f"/api/lessons/{lesson['id']}").json()["done"]
    hurt = [one for one in done if one["problem"]]
    assert hurt
    assert all("spin_rpm is missing" in one["problem"] and one["call"] is None for one in hurt)
    assert all(one["request"] is not None for one in hurt)


def test_a_step_brings_an_older_version_up_to_date() -> None:
    def renamed(body: Any) -> Any:
        return {**{k: v for k, v in body.items() if k != "lie_of_the_ball"}, "lie": body["lie_of_the_ball"]}

    form: Form[Any] = Form("question", "The shot's question", QUESTION.kind, version=3, steps={1: renamed})
    old = '{"version":1,"law":0,"json":{"player_id":"tove","lie_of_the_ball":{"fall_deg":4},"line":{"flag_m":20}}}'
    found = form.open(old)
    assert found.value is not None
    assert found.value.lie.fall_deg == 4
    assert found.law == 0
    assert "later Veltrin" in form.open(old.replace('"version":1', '"version":4')).problem
    assert "damaged" in form.open("{").problem
    assert form.open(form.keep(found.value)) == (found.value, LAW, "")
    # What was kept before forms had versions.
    assert QUESTION.open('{"player_id":"tove","line":{"flag_m":20}}').problem == ""


RECORDS = (
    (tables.BookingRow, BookingRecord, {"coach_id", "seq"}),
    (tables.TrialRow, TrialRecord, {"coach_id", "player_id", "request_json"}),
    (tables.ShotRow, KeptRecord, {"coach_id", "player_id", "request_json"}),
    (tables.PracticeRow, PracticeRecord, {"coach_id", "player_id", "season_json"}),
    (tables.PracticePartRow, PracticePartRecord, {"practice_id", "place", "stations_json"}),
    (tables.SceneRow, SceneRecord, {"coach_id", "reader_id", "readings_json"}),
    (tables.LessonRow, LessonRecord, {"coach_id", "day_json"}),
    (tables.LessonItemRow, LessonItemRecord, {"coach_id", "lesson_id", "request_json", "call_json"}),
    (tables.LessonThingRow, LessonThingRecord, {"lesson_id", "station_json"}),
    (tables.RecordingRow, RecordingRecord, {"lesson_id"}),
    (tables.PhotographRow, PhotographRecord, {"coach_id", "player_id", "measured_json"}),
    (
        tables.PlayerRow,
        PlayerRecord,
        # In degrees, share and hand there; the rest counts changes of this database.
        {
            *("coach_id", "version", "book_edits", "book_seq", "left_handed", "layer_share", "mid_iron_lean_rad"),
            *("mid_iron_attack_rad", "lead_share", "ball_place_m"),
        },
    ),
)


@pytest.mark.parametrize(("row", "record", "otherwise"), RECORDS, ids=lambda v: getattr(v, "__name__", ""))
def test_every_column_goes_into_the_book_file(row: Any, record: Any, otherwise: set[str]) -> None:
    """A column that is new and in no record would be lost by anyone who moves house with the file."""
    columns = {c.key for c in inspect(row).columns}
    assert otherwise <= columns
    assert columns - otherwise <= set(record.model_fields)
