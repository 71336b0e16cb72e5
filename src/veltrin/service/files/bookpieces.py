"""A book file taken apart piece by piece: a record at a time, so that others get a turn between two."""

from __future__ import annotations

import zipfile
from collections import Counter
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from typing import IO, Any, NamedTuple, TypeVar

from pydantic import BaseModel, ValidationError

from veltrin.core.wanted import go_on
from veltrin.service.files.contracts.exchange import (
    BookFile,
    BookingRecord,
    KeptRecord,
    LessonItemRecord,
    LessonRecord,
    LessonThingRecord,
    PhotographRecord,
    PlayerRecord,
    PracticeRecord,
    RecordingRecord,
    SceneRecord,
    TrialRecord,
)
from veltrin.service.house.contracts.errors import explain
from veltrin.service.house.errors import DomainError
from veltrin.service.house.longjson import read_json
from veltrin.service.lessons.contracts.photographs import MOST_BYTES
from veltrin.service.players.players import made_of

BOOK, PICTURES = "book.json", "photographs/"
MOST_FILES = 50_000
LOOKS_EVERY = 64

Record = TypeVar("Record", bound=BaseModel)

OF_PLAYER: dict[str, type[BaseModel]] = {
    "bookings": BookingRecord,
    "trials": TrialRecord,
    "kept": KeptRecord,
    "practices": PracticeRecord,
    "scenes": SceneRecord,
    "photographs": PhotographRecord,
}
OF_LESSON: dict[str, type[BaseModel]] = {
    "items": LessonItemRecord,
    "things": LessonThingRecord,
    "recordings": RecordingRecord,
}


class Pictures:
    """The images that came beside a book, by the photograph's id; none where it came alone."""

    def __init__(self, packed: zipfile.ZipFile | None = None) -> None:
        self._packed = packed

    def image(self, photograph_id: str) -> bytes | None:
        """The image as it came. DomainError where it is larger than is taken."""
        if self._packed is None:
            return None
        try:
            told = self._packed.getinfo(f"{PICTURES}{photograph_id}.jpg")
        except KeyError:
            return None
        with self._packed.open(told) as file:
            body = file.read(MOST_BYTES + 1)
        if len(body) > MOST_BYTES:
            raise DomainError("photographs", f"{photograph_id} is too large.", "Export the file again.")
        return body


class Opened(NamedTuple):
    """A book that was taken apart, and the images beside it."""

    book: BookFile
    pictures: Pictures


@contextmanager
def opened_book(file: IO[bytes]) -> Iterator[Opened]:
    """A book file: JSON alone, or a zip of JSON and images. DomainError where it is neither, or isn't whole."""
    begins = file.read(4)
    file.seek(0)
    if begins != b"PK\x03\x04":
        yield Opened(book_of(read_json(file)), Pictures())
        return
    try:
        with zipfile.ZipFile(file) as packed:
            if len(packed.infolist()) > MOST_FILES:
                raise DomainError("body", f"contains more than {MOST_FILES} files.", "Export players one by one.")
            with packed.open(BOOK) as told:
                book = book_of(read_json(told))
            yield Opened(book, Pictures(packed))
    except (zipfile.BadZipFile, KeyError, EOFError, NotImplementedError, RuntimeError) as error:
        raise DomainError("body", "is not a complete Veltrin book file.", "Export it again.") from error


def book_of(told: Any) -> BookFile:
    """The book, each record looked at by itself. DomainError names the first that is wrong."""
    if not isinstance(told, dict):
        raise DomainError("body", "is not a Veltrin book file.", "Export it again.")
    players, lessons = _list(told, "players"), _list(told, "lessons")
    for name, rows in (("players", players), ("lessons", lessons)):
        most = next(m.max_length for m in BookFile.model_fields[name].metadata if hasattr(m, "max_length"))
        if len(rows) > most:
            raise DomainError(name, f"are more than {most}.", "Export players one by one.")
    head = _checked(BookFile, _without(told, ("players", "lessons")), ())
    read = head.model_copy(
        update={
            "players": [_player(one, ("players", n)) for n, one in enumerate(players)],
            "lessons": [_lesson(one, ("lessons", n)) for n, one in enumerate(lessons)],
        }
    )
    _each_once("players", [one.id for one in read.players])
    _each_once("lessons", [one.id for one in read.lessons])
    _each_once("lessons.items", [item.id for one in read.lessons for item in one.items])
    return read


def _list(told: dict[str, Any], name: str) -> list[Any]:
    """The members of a list; none where it isn't one, which `_without` leaves for the contract to refuse."""
    found = told.get(name)
    return found if isinstance(found, list) else []


def _without(told: dict[str, Any], names: Iterable[str]) -> dict[str, Any]:
    """The same with its long lists emptied: what is missing stays missing, what is no list stays what it is."""
    return {**told, **{name: [] for name in names if isinstance(told.get(name), list)}}


def _checked(kind: type[Record], told: Any, where: tuple[int | str, ...]) -> Record:
    try:
        return kind.model_validate(told)
    except ValidationError as error:
        first = error.errors()[0]
        wrong = explain({**first, "loc": (*where, *first["loc"])})
        raise DomainError(wrong.field, wrong.problem, wrong.fix) from error


def _with_lists(
    kind: type[Record], lists: dict[str, type[BaseModel]], told: Any, where: tuple[int | str, ...]
) -> Record:
    """A record whose long lists are looked at member by member."""
    if not isinstance(told, dict):
        return _checked(kind, told, where)
    bare = _checked(kind, _without(told, lists), where)
    update = {}
    for name, of in lists.items():
        rows = []
        for n, one in enumerate(_list(told, name)):
            if n % LOOKS_EVERY == 0:
                go_on()
            rows.append(_checked(of, one, (*where, name, n)))
        update[name] = rows
    return bare.model_copy(update=update)


def _player(told: Any, where: tuple[int | str, ...]) -> PlayerRecord:
    made = _with_lists(PlayerRecord, OF_PLAYER, told, where)
    for name in OF_PLAYER:
        if name != "kept":
            _each_once(".".join(map(str, (*where, name))), [row.id for row in getattr(made, name)])
    try:
        made_of(made.id, made, made.clubs)
    except DomainError as error:
        # What the rules of the job don't take, a club with loft for a putter, is refused like any wrong record.
        raise DomainError(".".join(map(str, (*where, error.field))), error.problem, error.fix) from error
    return made


def _lesson(told: Any, where: tuple[int | str, ...]) -> LessonRecord:
    made = _with_lists(LessonRecord, OF_LESSON, told, where)
    name = ".".join(map(str, where))
    _each_once(f"{name}.player_ids", made.player_ids)
    _each_once(f"{name}.things", [f"{one.player_id} {one.place}" for one in made.things])
    return made


def _each_once(field: str, ids: list[str]) -> None:
    told, count = next(iter(Counter(ids).most_common(1)), ("", 0))
    if count > 1:
        raise DomainError(field, f"lists {told[:40]} twice.", "Each needs an id of its own.")
