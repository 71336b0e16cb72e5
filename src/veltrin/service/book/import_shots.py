"""Use cases: measured shots from CSV: looked at first, then read in the background, all or none."""

from __future__ import annotations

import contextlib
import logging
import threading
import time
import uuid
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from datetime import timedelta
from itertools import chain

from pydantic import TypeAdapter
from sqlalchemy.orm import Session

from veltrin.core.counted import counted
from veltrin.core.kit import Club
from veltrin.exchange.shots_csv import (
    BadRow,
    Sheet,
    ShotRow,
    guess_columns,
    guess_units,
    read_rows,
    read_sheet,
)
from veltrin.service.book.book import Columns, made_columns
from veltrin.service.book.contracts.book import BookingIn, MeasuredIn
from veltrin.service.book.contracts.import_shots import CsvText, ImportIn, ImportOut, MatchedIn, PreviewOut, RowProblem
from veltrin.service.book.planned import Planned, planned_stock
from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.repositories import book as rows
from veltrin.store.repositories import imports as jobs
from veltrin.store.tables import ImportRow

log = logging.getLogger(__name__)

SHOWN_ROWS, SHOWN_PROBLEMS = 5, 50
MOST_ROWS = 100_000


def _bare(name: str) -> str:
    return "".join(c for c in name.lower() if c.isalnum())


def _guess_clubs(names: list[str], bag: tuple[Club, ...]) -> dict[str, str]:
    """The player's club for each name of the file, where it is plain."""
    known = {_bare(c.name): c.id for c in bag} | {_bare(c.id): c.id for c in bag}
    short = {c.id: c for c in bag}
    for club_id in short:
        number, _, kind = club_id.partition("-")
        if kind:
            known.setdefault(f"{number}{kind[0]}", club_id)
    known |= {"d": "driver", "dr": "driver", "pw": "pw"} if "driver" in short else {}
    return {name: known[_bare(name)] for name in names if known.get(_bare(name)) in short}


def preview(store: Store, body: CsvText) -> PreviewOut:
    """What a CSV file seems to hold: columns matched, units and clubs guessed, the first rows."""
    player = find_stored(store, body.player_id).player
    sheet = read_sheet(body.text)
    columns = guess_columns(sheet.columns)
    distance, speed = guess_units(sheet.columns, columns)
    names = _club_names(sheet, columns.get("club"))
    return PreviewOut(
        columns=list(sheet.columns),
        matched=MatchedIn(columns=dict(columns), distance=distance, speed=speed, clubs=_guess_clubs(names, player.bag)),
        club_names=names,
        rows=len(sheet.rows),
        first=[list(row) for _, row in sheet.rows[:SHOWN_ROWS]],
    )


def _club_names(sheet: Sheet, column: str | None) -> list[str]:
    if column is None:
        return []
    at = sheet.columns.index(column)
    return list(dict.fromkeys(row[at] for _, row in sheet.rows if at < len(row) and row[at]))[:60]


@dataclass
class Job:
    """One import as the process that reads it knows it."""

    id: str
    read: int = 0
    doubles: int = 0
    problems: list[RowProblem] = field(default_factory=list)
    problem: str = ""
    told_at: float = 0.0


TELLS_EVERY_S = 0.5
"""How often the one that reads says how far it is, and looks whether it is to stop."""

_PROBLEMS = TypeAdapter(list[RowProblem])


class _StoppedError(Exception):
    """The coach asked it to stop, or it was taken for dead."""


def _out(row: ImportRow) -> ImportOut:
    told = {name: getattr(row, name) for name in ImportOut.model_fields if name != "problems"}
    return ImportOut.model_validate({**told, "problems": _PROBLEMS.validate_json(row.problems_json)})


def _so_far(job: Job) -> dict[str, object]:
    shown = _PROBLEMS.dump_json(job.problems[:SHOWN_PROBLEMS]).decode()
    return {"read": job.read, "doubles": job.doubles, "problem": job.problem, "problems_json": shown}


def _go_on(session: Session, job: Job, within: timedelta = timedelta(0)) -> None:
    """Say how far it is; _StoppedError where it is to stop."""
    if not jobs.go_on(session, job.id, within=within, **_so_far(job)):
        raise _StoppedError


def start_import(store: Store, body: ImportIn) -> ImportOut:
    """Begin to read; what is wrong with the whole file or its matching is refused at once."""
    player = find_stored(store, body.player_id).player
    sheet = read_sheet(body.text)
    if len(sheet.rows) > MOST_ROWS:
        raise DomainError("text", f"contains {len(sheet.rows)} rows.", f"Split it: at most {MOST_ROWS} at a time.")
    for name, club_id in body.matched.clubs.items():
        if player.club(club_id, f"clubs.{name}").kind == "putter":
            raise DomainError(f"clubs.{name}", "a putter has no stock shots.", "Match another club, or drop the rows.")
    read = read_rows(sheet, dict(body.matched.columns), body.matched.distance, body.matched.speed)
    first = next(read, None)
    if first is None:
        raise DomainError("text", "contains no rows below its header.", "Export the shots again.")
    with store.session() as session:
        begun = jobs.begin(session, str(uuid.uuid4()), len(sheet.rows))
    if begun is None:
        raise ConflictError("text", "another import of yours is being read.", "Wait until it is done.")
    run = threading.Thread(target=_run, args=(store, body, Job(begun.id), chain([first], read)), name="import")
    run.daemon = True
    run.start()
    return _out(begun)


def _run(store: Store, body: ImportIn, job: Job, read: Iterable[ShotRow | BadRow]) -> None:
    state = "refused"
    try:
        state = _stored(store, body, job, read)
    except _StoppedError:
        state = "cancelled"
    except DomainError as error:
        job.problem = f"{error.problem} {error.fix}"
    except Exception:  # shown to the coach instead of dying in a thread
        log.exception("import %s", job.id)
        job.problem = f"It failed, and nothing was saved. (Import {job.id} in the log.)"
    if state != "done":
        with contextlib.suppress(DomainError), store.session() as session:
            jobs.end(session, job.id, state, **_so_far(job))


class _Sieve:
    """Lets each row through once: what the book holds already, or the file tells twice, is a double.

    A row is a double if the book holds one of its kind that no earlier row stood for, or if the file tells the very
    same measured shot twice. Two shots that merely carried equally far are two.
    """

    def __init__(self, store: Store, player_id: str) -> None:
        with store.session() as session:
            self.known = rows.known_of(session, player_id)
        self.told: set[ShotRow] = set()

    def is_double(self, made: Columns, row: ShotRow) -> bool:
        key, told = tuple(made[name] for name in rows.TOLD_APART_BY), replace(row, line=0)
        is_told_twice = told in self.told and (row.when is not None or row.ball_speed_m_s is not None)
        if self.known[key] > 0 or is_told_twice:
            self.known[key] -= self.known[key] > 0
            return True
        self.told.add(told)
        return False


def _bookings(store: Store, body: ImportIn, job: Job, read: Iterable[ShotRow | BadRow]) -> list[Columns]:
    """What the rows are in the book; what is wrong with them is noted. _StoppedError."""
    planned: dict[str, Planned] = {}
    sieve, made = _Sieve(store, body.player_id), []
    for row in read:
        if time.monotonic() - job.told_at > TELLS_EVERY_S:
            job.told_at = time.monotonic()
            with store.session() as session:
                _go_on(session, job)
        job.read += 1
        if isinstance(row, BadRow):
            job.problems.append(RowProblem(line=row.line, column=row.column, problem=row.problem))
            continue
        club_id = body.matched.clubs.get(row.club)
        if club_id is None:
            unmatched = f"'{row.club}' is not matched."
            job.problems.append(RowProblem(line=row.line, column=body.matched.columns["club"], problem=unmatched))
            continue
        if club_id not in planned:
            ask = BookingIn(player_id=body.player_id, purpose="stock", club_id=club_id)
            planned[club_id] = planned_stock(store, body.player_id, ask)
        booking = _booking(planned[club_id], body.player_id, club_id, row)
        if sieve.is_double(booking, row):
            job.doubles += 1
        else:
            made.append(booking)
    return made


def _stored(store: Store, body: ImportIn, job: Job, read: Iterable[ShotRow | BadRow]) -> str:
    """Read all, and store all or nothing: the state in which it ends. _StoppedError."""
    bookings = _bookings(store, body, job, read)
    if job.problems:
        job.problem = (
            f"{counted(len(job.problems), 'row')} can't be read. Nothing was saved. Correct the file, then read "
            f"it again."
        )
    elif job.doubles and not body.leave_out_doubles:
        job.problem = f"{job.doubles} rows are already in the book. Nothing was saved."
    with store.session() as session:
        _go_on(session, job, jobs.STORES_WITHIN)
    if job.problem:
        return "refused"
    with store.session() as session:
        # Its end is told with what it stored, all or nothing.
        _go_on(session, job, jobs.STORES_WITHIN)
        rows.add_many(session, bookings)
        flagged = sum(b["far_off"] for b in bookings)
        jobs.end(session, job.id, "done", stored=len(bookings), flagged=flagged)
    return "done"


def _booking(planned: Planned, player_id: str, club_id: str, row: ShotRow) -> Columns:
    # Past the target a stock shot has none: its finish is kept as it was measured.
    body = BookingIn.model_construct(
        **{
            **_BLANK.__dict__,
            "player_id": player_id,
            "source": "import",
            "purpose": "stock",
            "club_id": club_id,
            "booked_at": row.when,
            "carry_m": row.carry_m,
            "carry_side_m": row.side_m,
            "measured": MeasuredIn.model_construct(
                ball_speed_m_s=row.ball_speed_m_s,
                launch_deg=row.launch_deg,
                spin_rpm=row.spin_rpm,
                descent_deg=row.descent_deg,
            ),
            "note": row.note,
        }
    )
    made = made_columns(str(uuid.uuid4()), planned, body)
    if row.total_m is not None:
        made["total_m"] = row.total_m
        made["side_m"] = None if row.total_side_m is None else 0.0 - row.total_side_m
    return made


_BLANK = BookingIn(player_id="-", purpose="stock", club_id="-")


def _loaded(session: Session, import_id: str) -> ImportRow:
    jobs.bury(session)
    row = jobs.load(session, import_id)
    if row is None:
        raise NotFoundError("import_id", "This import is no longer running.", "Look in the book for what it stored.")
    return row


def show_import(store: Store, import_id: str) -> ImportOut:
    """How far an import is."""
    with store.session() as session:
        return _out(_loaded(session, import_id))


def cancel_import(store: Store, import_id: str) -> ImportOut:
    """Stop an import; one that is done stays done."""
    with store.session() as session:
        jobs.stop(session, import_id)
        return _out(_loaded(session, import_id))
