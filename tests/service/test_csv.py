"""Measured shots as CSV: columns guessed, units, every row read or told by its line."""

from __future__ import annotations

import contextlib
import time
from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st

from veltrin.core.errors import DomainError
from veltrin.exchange.shots_csv import (
    LONGEST_NAME,
    BadRow,
    ShotRow,
    guess_columns,
    guess_units,
    read_rows,
    read_sheet,
    write_table,
)

YARDS = "Club;Carry Distance [yd];Side;Ball Speed (mph);Spin Rate;Launch Angle\n7i;155,5;3,2 L;104;6300;18,4\n"


def rows(text: str, distance="m", speed="m/s", **columns: str) -> list[ShotRow | BadRow]:
    sheet = read_sheet(text)
    return list(read_rows(sheet, columns or guess_columns(sheet.columns), distance, speed))


def test_columns_and_units_are_guessed_from_their_names() -> None:
    sheet = read_sheet(YARDS)
    matched = guess_columns(sheet.columns)
    assert matched == {
        "club": "Club", "carry": "Carry Distance [yd]", "side": "Side", "ball_speed": "Ball Speed (mph)",
        "spin": "Spin Rate", "launch": "Launch Angle",
    }  # fmt: skip
    assert guess_units(sheet.columns, matched) == ("yd", "mph")
    assert guess_units(["Carry"], {"carry": "Carry"}) == ("m", "m/s")


def test_yards_miles_and_decimal_commas_are_read() -> None:
    (row,) = rows(YARDS, "yd", "mph")
    assert isinstance(row, ShotRow)
    assert row.carry_m == pytest.approx(155.5 * 0.9144)
    # Left of the line is negative out here.
    assert row.side_m == pytest.approx(-3.2 * 0.9144)
    assert row.ball_speed_m_s == pytest.approx(104 * 0.44704)
    assert (row.spin_rpm, row.launch_deg) == (6300.0, 18.4)


@pytest.mark.parametrize(
    ("cell", "metres"),
    [("140", 140.0), ("140.5", 140.5), ('"1,4"', 1.4), (" 140 ", 140.0), ("140,0", None)],
)
def test_numbers_as_people_write_them(cell: str, metres: float | None) -> None:
    (row, *_) = rows(f"club,carry\n7i,{cell}\n")
    if metres is not None:
        assert isinstance(row, ShotRow)
        assert row.carry_m == metres


@pytest.mark.parametrize("delimiter", [",", ";", "\t"])
def test_tables_with_any_usual_delimiter(delimiter: str) -> None:
    table = (("club", "carry"), ("7i", "140"), ("", ""), ("pw", "98"))
    text = "\ufeff" + "\n".join(delimiter.join(cells) for cells in table)
    found = rows(text)
    # An empty line is none, and lines are counted as an editor counts them.
    assert [(r.line, r.club) for r in found if isinstance(r, ShotRow)] == [(2, "7i"), (4, "pw")]


@pytest.mark.parametrize(
    ("line", "column", "words"),
    [
        ("7i,far,", "carry", "not a number"),
        (",140,", "club", "no club"),
        ("7i,,", "carry", "empty"),
        ("7i,1400,", "carry", "outside 0 to 350"),
        ("7i,140,yesterday", "when", "not a date"),
        ("7i,140,0001-01-01", "when", "not a date"),
    ],
)
def test_a_row_that_cannot_be_read_is_told_by_line_and_column(line: str, column: str, words: str) -> None:
    good, bad = rows(f"club,carry,when\n7i,140,2026-11-25 14:30\n{line}\n")
    assert isinstance(good, ShotRow)
    assert good.when == datetime(2026, 11, 25, 14, 30, tzinfo=UTC)
    assert isinstance(bad, BadRow)
    assert (bad.line, bad.column) == (3, column)
    assert words in bad.problem


def test_a_file_without_a_table_and_an_unmatched_column_are_refused() -> None:
    for text in ("", "just a letter\nof two lines"):
        with pytest.raises(DomainError, match="not a table"):
            read_sheet(text)
    with pytest.raises(DomainError, match=r"columns\.carry"):
        rows("club,far\n7i,140\n", club="club")
    with pytest.raises(DomainError, match="no column"):
        rows("club,carry\n7i,140\n", club="club", carry="Carry")


def test_a_cell_over_several_lines_does_not_upset_the_count() -> None:
    found = rows('club,carry,note\n7i,140,"two\nlines"\npw,x,\n')
    assert isinstance(found[0], ShotRow)
    assert found[0].note == "two\nlines"
    assert isinstance(found[1], BadRow)
    assert found[1].line == 4


def test_lone_carriage_returns_and_stray_quotes_are_read_or_told() -> None:
    found = rows("club,carry\r7i,140\r\npw,98\r")
    assert [(r.line, r.club) for r in found if isinstance(r, ShotRow)] == [(2, "7i"), (3, "pw")]
    with pytest.raises(DomainError, match="can't be read"):
        rows("club,carry\n7i,140" + "9" * 200_000 + "\n")


@given(st.text(max_size=200))
def test_no_text_breaks_the_reader(text: str) -> None:
    try:
        found = rows(text)
    except DomainError:
        return
    assert all(isinstance(r, ShotRow | BadRow) for r in found)


def test_what_a_spreadsheet_would_run_is_kept_from_running() -> None:
    # OWASP, CSV injection (from memory): cells beginning with = + - @ are formulas to a spreadsheet.
    text = write_table(["name", "carry"], [{"name": "=1+1", "carry": -2.5}, {"name": "Tove, 14", "carry": None}])
    assert text == 'name,carry\n\'=1+1,-2.5\n"Tove, 14",\n'


@pytest.mark.parametrize(
    "text",
    [
        "(" * 20_000 + ",carry\n1,2\n",
        "(" * 190 + ",carry\n1,2\n",
        ",".join(f"c{i}" for i in range(200_000)) + "\n1,2\n",
        "club,carry\n" + "1," * 200_000 + "\n",
        "club,carry\n" + '"' + "x\n" * 100_000,
        '"club,carry\n' + "1,2\n" * 100_000,
        "club,carry\n" + "9" * 200_000 + ",2\n",
        "\n" * 200_000,
        "\ufeff" * 200_000,
        "club,when\n7i," + "1" * 1_900 + "\n",
    ],
    ids=lambda text: text[:12],
)
def test_no_table_holds_it_up_whatever_it_is(text: str) -> None:
    # A megabyte takes a fraction of a second, a quadratic reader minutes: three seconds tell one from the other.
    began = time.process_time()
    with contextlib.suppress(DomainError):
        sheet = read_sheet(text)
        matched = guess_columns(sheet.columns)
        guess_units(sheet.columns, matched)
        if {"club", "carry"} <= matched.keys():
            list(read_rows(sheet, matched, "m", "m/s"))
    assert time.process_time() - began < 3.0


@given(st.text(alphabet=st.sampled_from("ab([\"';,\t\n\r\ufeff0 1-"), max_size=400))
def test_any_text_is_read_or_told(text: str) -> None:
    with contextlib.suppress(DomainError):
        sheet = read_sheet(text)
        assert all(len(c) <= LONGEST_NAME for c in sheet.columns)
        guess_columns(sheet.columns)
