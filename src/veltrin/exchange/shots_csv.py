"""Measured shots as CSV: what the columns are likely to be, and every row read or told by its line number."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Literal, get_args

from veltrin.core.errors import DomainError
from veltrin.core.units import METRES_PER_YARD

CsvField = Literal[
    "club", "carry", "side", "total", "total_side", "ball_speed", "launch", "spin", "descent", "when", "note"
]
FIELDS: tuple[CsvField, ...] = get_args(CsvField)
NEEDED: tuple[CsvField, ...] = ("club", "carry")

_CALLED: dict[CsvField, tuple[str, ...]] = {
    "club": ("club", "club name", "club type"),
    "carry": ("carry", "carry distance", "carry flat", "carry m", "carry yd"),
    "side": ("side", "carry side", "side carry", "offline", "lateral", "carry offline"),
    "total": ("total", "total distance", "finish", "total m"),
    "total_side": ("total side", "side total", "total offline"),
    "ball_speed": ("ball speed", "ballspeed", "ball velocity"),
    "launch": ("launch", "launch angle", "vertical launch", "launch deg"),
    "spin": ("spin", "spin rate", "backspin", "total spin", "spin rpm"),
    "descent": ("descent", "descent angle", "land angle", "landing angle"),
    "when": ("when", "date", "time", "timestamp", "booked at", "date time"),
    "note": ("note", "notes", "comment"),
}

_RANGES: dict[CsvField, tuple[float, float, str]] = {
    "carry": (0.0, 350.0, "m"),
    "side": (-150.0, 150.0, "m"),
    "total": (0.0, 450.0, "m"),
    "total_side": (-150.0, 150.0, "m"),
    "ball_speed": (0.5, 110.0, "m/s"),
    "launch": (-10.0, 80.0, "deg"),
    "spin": (0.0, 20000.0, "rpm"),
    "descent": (0.0, 90.0, "deg"),
}

MOST_COLUMNS, LONGEST_NAME, LONGEST_CELL = 200, 200, 2000
"""What a table of shots may hold: columns, characters of a column's name and of a cell."""

FIRST_YEAR, LAST_YEAR = 1950, 2150

DistanceUnit = Literal["m", "yd", "ft"]
SpeedUnit = Literal["m/s", "mph", "km/h"]
_METRES: dict[DistanceUnit, float] = {"m": 1.0, "yd": METRES_PER_YARD, "ft": METRES_PER_YARD / 3.0}
_M_S: dict[SpeedUnit, float] = {"m/s": 1.0, "mph": 0.44704, "km/h": 1.0 / 3.6}
_SIDES = {"r": 1.0, "l": -1.0}


@dataclass(frozen=True)
class Sheet:
    """A CSV text read: column names, and each row with the line it begins on. `comma`: decimals have a comma."""

    columns: tuple[str, ...]
    rows: tuple[tuple[int, tuple[str, ...]], ...]
    comma: bool


@dataclass(frozen=True)
class ShotRow:
    """One row in SI and degrees; right is positive."""

    line: int
    club: str
    carry_m: float
    side_m: float | None = None
    total_m: float | None = None
    total_side_m: float | None = None
    ball_speed_m_s: float | None = None
    launch_deg: float | None = None
    spin_rpm: float | None = None
    descent_deg: float | None = None
    when: datetime | None = None
    note: str = ""


@dataclass(frozen=True)
class BadRow:
    """A row that can't be read: where, and what to do."""

    line: int
    column: str
    problem: str


def read_sheet(text: str) -> Sheet:
    """Read CSV with comma, semicolon or tab; DomainError where there is no table with a header, or it is too wide."""
    # Whatever machine wrote it: csv itself refuses a lone carriage return.
    text = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    # Some spreadsheets say in a line before the table what parts its cells.
    said = re.match(r"sep=([,;\t])\n", text, re.IGNORECASE)
    text = text if said is None else text[said.end() :]
    first = text[: text.find("\n")] if "\n" in text else text
    delimiter = max(",;\t", key=first.count) if said is None else said.group(1)
    if first.count(delimiter) == 0:
        raise DomainError(
            "text", "is not a table with a header.", "Give CSV whose first line names at least two columns."
        )
    if len(first) > MOST_COLUMNS * LONGEST_NAME or first.count(delimiter) >= MOST_COLUMNS:
        raise DomainError(
            "text", f"has more than {MOST_COLUMNS} columns.", "Leave out the columns that say nothing of the shots."
        )
    reader = csv.reader(io.StringIO(text), delimiter=delimiter)
    columns: tuple[str, ...] = ()
    before = 0 if said is None else 1
    rows, line = [], 1 + before
    try:
        columns = tuple(_bounded(cell, line, LONGEST_NAME) for cell in next(reader))
        line = before + reader.line_num
        for row in reader:
            begins, line = line + 1, before + reader.line_num
            if len(row) > MOST_COLUMNS:
                raise DomainError("text", f"has more than {MOST_COLUMNS} cells in line {begins}.", "Look at that line.")
            if any(cell.strip() for cell in row):
                rows.append((begins, tuple(_bounded(cell, begins, LONGEST_CELL) for cell in row)))
    except csv.Error as error:
        raise DomainError("text", f"can't be read near line {line}: {error}.", "Check the quotes there.") from error
    return Sheet(columns, tuple(rows), comma=delimiter == ";")


def _bounded(cell: str, line: int, longest: int) -> str:
    """A cell without blanks around it; DomainError where it is too long, as after a quote that isn't closed."""
    told = cell.strip()
    if len(told) > longest:
        raise DomainError(
            "text", f"has a cell of {len(told)} characters near line {line}: at most {longest}.",
            "Shorten it; perhaps a quote isn't closed there.",
        )  # fmt: skip
    return told


def _plain(name: str) -> str:
    """A column's name (at most LONGEST_NAME long) without what stands in brackets, without units and signs."""
    kept, depth = [], 0
    for c in name.lower():
        depth += c in "[("
        kept.append(c if depth == 0 and "a" <= c <= "z" else " ")
        depth -= c in ")]" and depth > 0
    return " ".join("".join(kept).split())


def guess_columns(columns: Sequence[str]) -> dict[CsvField, str]:
    """Which column is likely to be which field."""
    found: dict[CsvField, str] = {}
    for field, names in _CALLED.items():
        for column in columns:
            if _plain(column) in names and column not in found.values():
                found[field] = column
                break
    return found


def guess_units(columns: Sequence[str], matched: Mapping[CsvField, str]) -> tuple[DistanceUnit, SpeedUnit]:
    """Which units the columns' names speak of; metres and metres a second where they don't."""
    carry, speed = matched.get("carry", "").lower(), matched.get("ball_speed", "").lower()
    distance: DistanceUnit = "yd" if re.search(r"\byd|yard", carry) else "ft" if re.search(r"\bft|feet", carry) else "m"
    fast: SpeedUnit = "mph" if "mph" in speed else "km/h" if "km" in speed else "m/s"
    return distance, fast


class _UnreadableError(ValueError):
    """A cell that isn't what it should be."""


def _number(cell: str, comma: bool) -> float | None:
    """A number, also with a side before or after it (3.2 L); None for an empty cell."""
    text = cell.replace("\u2212", "-").replace("\u00a0", "").replace(" ", "")
    if text in ("", "-", "--", "n/a", "N/A"):
        return None
    sign = 1.0
    for end in (text[-1:].lower(), text[:1].lower()):
        if end in _SIDES:
            sign, text = _SIDES[end], text.strip("lrLR")
            break
    text = text.replace(",", ".") if comma or (text.count(",") == 1 and "." not in text) else text.replace(",", "")
    try:
        return sign * float(text)
    except ValueError:
        raise _UnreadableError(f"'{cell[:30]}' is not a number.") from None


def _when(cell: str) -> datetime | None:
    if not cell:
        return None
    for shape in (None, "%d.%m.%Y %H:%M", "%d.%m.%Y", "%Y/%m/%d %H:%M:%S", "%Y/%m/%d"):
        try:
            found = datetime.fromisoformat(cell) if shape is None else datetime.strptime(cell, shape)
        except ValueError:
            continue
        if not FIRST_YEAR <= found.year <= LAST_YEAR:
            break
        return found if found.tzinfo else found.replace(tzinfo=UTC)
    raise _UnreadableError(f"'{cell[:30]}' is not a date. Write it as 2026-11-25 14:30.")


_SCALED: dict[CsvField, Literal["distance", "speed"]] = {
    "carry": "distance", "side": "distance", "total": "distance", "total_side": "distance", "ball_speed": "speed",
}  # fmt: skip


def _value(field: CsvField, cell: str, comma: bool, distance: DistanceUnit, speed: SpeedUnit) -> float | None:
    value = _number(cell, comma)
    if value is None:
        return None
    kind = _SCALED.get(field)
    value *= _METRES[distance] if kind == "distance" else _M_S[speed] if kind == "speed" else 1.0
    low, high, unit = _RANGES[field]
    if not low <= value <= high:
        raise _UnreadableError(f"{value:g} {unit} is outside {low:g} to {high:g} {unit}. Are the units right?")
    return value


def read_rows(
    sheet: Sheet, matched: Mapping[CsvField, str], distance: DistanceUnit, speed: SpeedUnit
) -> Iterator[ShotRow | BadRow]:
    """Read row by row. DomainError where a needed column isn't matched, or a matched one isn't there."""
    for field in NEEDED:
        if not matched.get(field):
            raise DomainError(f"columns.{field}", "is not matched.", f"Say which column contains the {field}.")
    place = {name: i for i, name in enumerate(sheet.columns)}
    for field, column in matched.items():
        if column not in place:
            raise DomainError(f"columns.{field}", f"there is no column '{column}'.", "Choose one of the header's.")
    for line, row in sheet.rows:
        yield _read_row(line, row, {f: place[c] for f, c in matched.items()}, sheet, distance, speed)


def _read_row(
    line: int,
    row: tuple[str, ...],
    place: Mapping[CsvField, int],
    sheet: Sheet,
    distance: DistanceUnit,
    speed: SpeedUnit,
) -> ShotRow | BadRow:
    def cell(field: CsvField) -> str:
        at = place.get(field)
        return "" if at is None or at >= len(row) else row[at]

    values: dict[CsvField, float | None] = {}
    field: CsvField = "club"
    try:
        if not cell("club"):
            raise _UnreadableError("no club is named.")
        for field in _RANGES:
            values[field] = _value(field, cell(field), sheet.comma, distance, speed)
        field = "carry"
        carry = values["carry"]
        if carry is None:
            raise _UnreadableError("is empty.")
        field = "when"
        when = _when(cell("when"))
    except _UnreadableError as error:
        at = place.get(field)
        return BadRow(line, field if at is None else sheet.columns[at], str(error))
    return ShotRow(
        line=line,
        club=cell("club"),
        carry_m=carry,
        side_m=values["side"],
        total_m=values["total"],
        total_side_m=values["total_side"],
        ball_speed_m_s=values["ball_speed"],
        launch_deg=values["launch"],
        spin_rpm=values["spin"],
        descent_deg=values["descent"],
        when=when,
        note=cell("note")[:500],
    )


def write_table(names: Sequence[str], rows: Sequence[Mapping[str, object]]) -> str:
    """Write rows as CSV with a header; cells that a spreadsheet would take for a formula are kept from being one."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(names)
    for row in rows:
        writer.writerow([_cell(row.get(name)) for name in names])
    return out.getvalue()


def _cell(value: object) -> object:
    if value is None:
        return ""
    if isinstance(value, str) and value[:1] in ("=", "+", "-", "@"):
        return f"'{value}"
    return value
