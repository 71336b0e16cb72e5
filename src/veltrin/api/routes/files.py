"""Import and export."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Path, Query, Response
from fastapi.responses import StreamingResponse

from veltrin.api.deps import StoreDep, only_admin
from veltrin.api.longbody import LongBody, sends, taken_apart
from veltrin.api.stream import NDJSON, lines_of
from veltrin.service.book import import_shots
from veltrin.service.book.contracts.import_shots import CsvText, ImportIn, ImportOut, PreviewOut
from veltrin.service.files import bookfile, copies, restore
from veltrin.service.files.bookfile import TableName
from veltrin.service.files.contracts.exchange import BookFile, CopyOut, MergedOut, ReadStage

router = APIRouter(tags=["exchange"])

CSV, ZIP = "text/csv", "application/zip"
FILE = {"type": "string", "format": "binary"}
LONG_BODIES = (BookFile, CsvText, ImportIn, ReadStage)
"""What is read as a long body, and the stages of an answer: the framework describes none of them."""

BOOK_BODY = sends(BookFile, **{ZIP: {"schema": FILE}})
PlayerWanted = Annotated[str | None, Query(max_length=40)]
ImportId = Annotated[str, Path(max_length=36)]


@router.post("/imports/preview", openapi_extra=sends(CsvText))
def preview(store: StoreDep, body: LongBody) -> PreviewOut:
    """Look at a CSV file of measured shots: columns, units and clubs as they seem; nothing is stored."""
    return import_shots.preview(store, taken_apart(CsvText, body))


@router.post("/imports", status_code=202, openapi_extra=sends(ImportIn))
def start_import(store: StoreDep, body: LongBody) -> ImportOut:
    """Read a CSV file of measured shots in the background, all or none."""
    return import_shots.start_import(store, taken_apart(ImportIn, body))


@router.get("/imports/{import_id}")
def show_import(store: StoreDep, import_id: ImportId) -> ImportOut:
    """How far an import is."""
    return import_shots.show_import(store, import_id)


@router.delete("/imports/{import_id}")
def cancel_import(store: StoreDep, import_id: ImportId) -> ImportOut:
    """Stop an import; nothing of it is stored unless it is done already."""
    return import_shots.cancel_import(store, import_id)


@router.get("/export")
def export(store: StoreDep, player_id: PlayerWanted = None) -> BookFile:
    """Everything of this coach, or one player, as one JSON file."""
    return bookfile.export(store, player_id)


@router.get(
    "/export.zip",
    response_class=StreamingResponse,
    responses={200: {"content": {ZIP: {"schema": FILE}}, "description": "book.json, and photographs beside it."}},
)
def export_zip(store: StoreDep, player_id: PlayerWanted = None) -> StreamingResponse:
    """The book file with photographs, as a zip that comes piece by piece; of one player, or everything."""
    name = f"veltrin-{player_id or 'all'}.zip"
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return StreamingResponse(bookfile.export_zip(store, player_id), media_type=ZIP, headers=headers)


@router.post("/export/read", openapi_extra=BOOK_BODY)
def read_book(store: StoreDep, body: LongBody) -> MergedOut:
    """Read a book file, JSON or zip, all or none; what is here already stays. Read again it changes nothing."""
    return restore.merge(store, body)


@router.post(
    "/export/read/stream",
    openapi_extra=BOOK_BODY,
    response_class=StreamingResponse,
    responses={
        200: {"content": {NDJSON: {"schema": {"type": "string"}}}, "description": "One stage a line: ReadStage."}
    },
)
def read_book_by_stages(store: StoreDep, body: LongBody) -> StreamingResponse:
    """The same, a JSON line for each portion that was written; the last tells what was done. Who hangs up stops it."""
    return lines_of(restore.read_by_stages(store, body))


@router.get(
    "/export/{table}.csv",
    response_class=Response,
    responses={200: {"content": {CSV: {"schema": {"type": "string"}}}, "description": "One table."}},
)
def export_table(store: StoreDep, table: TableName) -> Response:
    """One table as CSV."""
    return Response(bookfile.table(store, table), media_type=CSV)


@router.get("/copies", dependencies=[Depends(only_admin)])
def list_copies(store: StoreDep) -> list[CopyOut]:
    """Copies of the whole database on this machine, newest first."""
    return copies.list_copies(store)


@router.post("/copies", status_code=201, dependencies=[Depends(only_admin)])
def make_copy(store: StoreDep) -> CopyOut:
    """Copy the whole database now."""
    return copies.make_copy(store)
