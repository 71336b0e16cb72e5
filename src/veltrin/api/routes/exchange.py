"""Import and export."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Depends, Path, Query, Response

from veltrin.api.deps import StoreDep, only_admin
from veltrin.service import bookfile, copies, import_shots
from veltrin.service.bookfile import TableName
from veltrin.service.contracts.exchange import (
    BookFile,
    CopyOut,
    CsvText,
    ImportIn,
    ImportOut,
    MergedOut,
    PreviewOut,
)

router = APIRouter(tags=["exchange"])

CSV = "text/csv"
ImportId = Annotated[str, Path(max_length=36)]


@router.post("/imports/preview")
def preview(store: StoreDep, body: CsvText) -> PreviewOut:
    """Look at a CSV file of measured shots: columns, units and clubs as they seem; nothing is stored."""
    return import_shots.preview(store, body)


@router.post("/imports", status_code=202)
def start_import(store: StoreDep, body: ImportIn) -> ImportOut:
    """Read a CSV file of measured shots in the background, all or none."""
    return import_shots.start_import(store, body)


@router.get("/imports/{import_id}")
def show_import(store: StoreDep, import_id: ImportId) -> ImportOut:
    """How far an import is."""
    return import_shots.show_import(store, import_id)


@router.delete("/imports/{import_id}")
def cancel_import(store: StoreDep, import_id: ImportId) -> ImportOut:
    """Stop an import; nothing of it is stored unless it is done already."""
    return import_shots.cancel_import(store, import_id)


@router.get("/export")
def export(store: StoreDep, player_id: Annotated[str | None, Query(max_length=40)] = None) -> BookFile:
    """Everything of this coach, or one player, as one JSON file."""
    return bookfile.export(store, player_id)


@router.post("/export/read")
def merge(store: StoreDep, body: BookFile) -> MergedOut:
    """Read a book file, all or none; what is here already stays as it is."""
    return bookfile.merge(store, body)


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
