"""Use cases: saved lines, and lines as GeoJSON."""

from __future__ import annotations

from typing import Any

from pydantic import ValidationError

from veltrin.exchange.geojson import Origin, read_line, write_line
from veltrin.service.house.contracts.errors import explain
from veltrin.service.house.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.lines import GeoJsonAsk, GeoJsonOut, GeoJsonText, LineNew, LineOut
from veltrin.service.shot.forms import LINE
from veltrin.service.shot.translate_line import line_in, line_out
from veltrin.store.engine import Store
from veltrin.store.repositories import lines as line_rows
from veltrin.store.repositories import versions
from veltrin.store.tables import LineRow


def _out(stored: LineRow) -> LineOut:
    line = LINE.open(stored.line_json)
    return LineOut(
        id=stored.id,
        version=stored.version,
        name=stored.name,
        saved_at=stored.saved_at,
        line=line.value,
        problem=line.problem,
    )


def list_lines(store: Store) -> list[LineOut]:
    """Saved lines by name."""
    with store.session() as session:
        return [_out(row) for row in line_rows.load_all(session)]


def save_line(store: Store, body: LineNew) -> LineOut:
    """Save a line; what the core would refuse is refused here."""
    line_in(body.line)
    name, text = body.name.strip(), LINE.keep(body.line)
    with store.session() as session:
        known = line_rows.named(session, name)
        if known is not None and LINE.open(known.line_json).value == body.line:
            return _out(known)
        if known is not None and not versions.take(session, known, body.version):
            raise ConflictError(
                "version",
                f"there is another line '{name}', saved {known.saved_at:%d %B %Y}.",
                "Look at it first, then replace it, or save this one under another name.",
            )
        return _out(line_rows.save(session, name, text))


def drop_line(store: Store, line_id: int) -> None:
    """Delete a saved line."""
    with store.session() as session:
        if not line_rows.delete(session, line_id):
            raise NotFoundError("line_id", f"There is no saved line {line_id}.", "Choose one from /api/lines.")


def to_geojson(body: GeoJsonAsk) -> GeoJsonOut:
    """Write a line as GeoJSON."""
    o = body.origin
    origin = None if o is None else Origin(o.longitude, o.latitude, o.bearing_deg)
    return GeoJsonOut(document=write_line(line_in(body.line), body.name, origin))


def _as_read(told: Any, digits: int = 2) -> Any:
    """Numbers of a line as somebody would read them off a map: to the centimetre, a firmness to three digits."""
    if isinstance(told, dict):
        return {name: _as_read(value, 3 if "firmness" in name else 2) for name, value in told.items()}
    if isinstance(told, list):
        return [_as_read(value) for value in told]
    return round(told, digits) + 0.0 if isinstance(told, float) else told


def read_off(line: LineIn) -> LineIn:
    """A line with its numbers as somebody would read them off a map. ValidationError where it is none then."""
    return LineIn.model_validate(_as_read(line.model_dump()))


def from_geojson(body: GeoJsonText) -> LineNew:
    """Read a line from GeoJSON."""
    name, line = read_line(body.text)
    try:
        return LineNew(name=name, line=read_off(line_out(line)))
    except ValidationError as error:
        wrong = explain(error.errors()[0])
        raise DomainError("geojson", f"{wrong.field} {wrong.problem}", wrong.fix) from error
