"""The first line of a card: what a player carries in the head, worked out from the card's own cells.

Numbers with a unit stand in braces: {12.5 m}, {6 m/s}, {3 deg}. Who shows the line tells them in the reader's units.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from statistics import median

from veltrin.core.cards.cell import Cell, Column, Row

Cells = Sequence[Sequence[Cell | None]]
Line = Callable[[Sequence[Row], Sequence[Column], Cells], str]

CLUBS = {1: "one club", 2: "two clubs", 3: "three clubs", 4: "four clubs"}
FAR_M = 100.0
"""Aims are told for a shot of this length."""


def _column(cells: Cells, place: int) -> list[tuple[int, Cell]]:
    return [(row, line[place]) for row, line in enumerate(cells) if line[place] is not None]  # type: ignore[misc]


def _clubs_more(rows: Sequence[Row], cells: Cells, place: int) -> int:
    """How many clubs longer than the row's own most cells of a column take; those that fall short don't count."""
    order = {row.club_id: k for k, row in enumerate(rows)}
    told = [row - order[c.club_id] for row, c in _column(cells, place) if c.finish == "there" and c.club_id in order]
    return round(median(told)) if told else 0


def _from_on(rows: Sequence[Row], cells: Cells, places: Sequence[tuple[float, int]], more: str) -> str:
    """From which size on how many clubs: `places`: sizes in words' own unit with their columns, the smallest first."""
    found: list[str] = []
    last = 0
    for size, place in places:
        clubs = abs(_clubs_more(rows, cells, place))
        if clubs > last and clubs in CLUBS:
            told = CLUBS[clubs] if not found else CLUBS[clubs].split()[0]
            found.append(f"{told}{'' if found else f' {more}'} from {{{size:g} deg}}")
            last = clubs
    return ", ".join(found)


def slope_line(rows: Sequence[Row], columns: Sequence[Column], cells: Cells) -> str:
    """How many clubs up and down the hill, and how far to aim off for each degree across it."""
    said = []
    for words, sign, more in (("uphill", -1.0, "more"), ("downhill", 1.0, "less")):
        places = sorted(
            (round(abs(math.degrees(c.value)), 1), k)
            for k, c in enumerate(columns)
            if c.kind == "fall" and c.value * sign > 0.0
        )
        told = _from_on(rows, cells, places, more)
        said.append(f"{words} {told}" if told else f"{words} the same club")
    aims = []
    for words, sign in (("above", 1.0), ("below", -1.0)):
        per = [
            math.tan(cell.aim_rad) / abs(math.degrees(column.value))
            for k, column in enumerate(columns)
            if column.kind == "side" and column.value * sign > 0.0
            for _, cell in _column(cells, k)
        ]
        if per:
            aim = median(per)
            aims.append(f"{'left' if aim > 0 else 'right'} {{{FAR_M * abs(aim):.1f} m}} {words} the feet")
    across = f"At {{{FAR_M:.0f} m}} aim {', '.join(aims)}, for each degree." if aims else ""
    return f"{'; '.join(said).capitalize()}. {across}".strip()


MIDDLE_WIND_M_S = 6.0


def wind_line(rows: Sequence[Row], columns: Sequence[Column], cells: Cells) -> str:
    """What a middling wind takes from a full swing and gives it, and how many clubs that is."""
    said = []
    for words, sign, takes, more in (("against", 1.0, "takes", "more"), ("behind", -1.0, "gives", "less")):
        of = [k for k, c in enumerate(columns) if c.value * sign > 0.0]
        if not of:
            continue
        place = min(of, key=lambda k: abs(abs(columns[k].value) - MIDDLE_WIND_M_S))
        shares = [
            c.stock_m / rows[row].value_m - 1.0  # type: ignore[operator]
            for row, c in _column(cells, place)
            if c.stock_m is not None and rows[row].value_m
        ]
        if not shares:
            continue
        clubs = abs(_clubs_more(rows, cells, place))
        told = f"{CLUBS[clubs]} {more}" if clubs in CLUBS else "the same club"
        speed = abs(columns[place].value)
        said.append(f"{{{speed:.0f} m/s}} {words} {takes} {100.0 * abs(median(shares)):.0f} % of the carry: {told}")
    return "; ".join(said) + "." if said else ""


def sand_line(rows: Sequence[Row], columns: Sequence[Column], cells: Cells) -> str:
    """How far the club goes that most swings were worked out for."""
    # Of equals the one with most loft: rows begin with the longest club.
    best = max(range(len(rows)), key=lambda k: (sum(c is not None for c in cells[k]), k), default=None)
    if best is None:
        return ""
    told = [(column.words, cell) for column, cell in zip(columns, cells[best], strict=True) if cell is not None]
    shown = [told[0], told[len(told) // 2], told[-1]] if len(told) > 2 else told
    return f"{rows[best].words}: " + ", ".join(f"{words} {{{cell.total_m:.0f} m}}" for words, cell in shown) + "."


def chip_line(rows: Sequence[Row], columns: Sequence[Column], cells: Cells) -> str:
    """On what share of the way the clubs land on a level green, from the middle length."""
    level = [k for k, c in enumerate(columns) if c.second == 0.0]
    if not level:
        return ""
    place = level[len(level) // 2]
    told = [(rows[row].words, c.carry_m / max(c.total_m, 0.1)) for row, c in _column(cells, place)]
    if not told:
        return ""
    shown = [told[-1], told[len(told) // 2], told[0]] if len(told) > 2 else told[::-1]
    shares = ", ".join(f"{words} on {100.0 * share:.0f} %" for words, share in shown)
    return f"{{{columns[place].value:.0f} m}} on a level green: land {shares} of the way."


def rough_line(rows: Sequence[Row], columns: Sequence[Column], cells: Cells) -> str:
    """From how far the flag is gone for, seat by seat."""
    said = []
    for row, line in zip(rows, cells, strict=True):
        reached = [
            column.value
            for column, cell in zip(columns, line, strict=True)
            if cell is not None and cell.target == "flag" and cell.finish == "there"
        ]
        said.append(f"{row.words}: " + (f"at the flag to {{{max(reached):.0f} m}}" if reached else "take the medicine"))
    return "; ".join(said).capitalize() + "." if said else ""


def winter_line(rows: Sequence[Row], columns: Sequence[Column], cells: Cells) -> str:
    """Where the soaked day asks for another club, and how much further a shot lands in it."""
    other, further = [], []
    for row, line in zip(rows, cells, strict=True):
        if len(line) < 2 or line[0] is None or line[-1] is None:
            continue
        dry, soaked = line[0], line[-1]
        if dry.club_id != soaked.club_id:
            other.append(f"{row.words}: {soaked.club_name.lower()}, not {dry.club_name.lower()}")
        further.append(soaked.carry_m - dry.carry_m)
    said = ["; ".join(other).capitalize()] if other else ["Soaked the same clubs do"]
    if further:
        more = median(further)
        said.append(f"Soaked, a ball lands {{{abs(more):.1f} m}} {'further on' if more >= 0.0 else 'shorter'}")
    return ". ".join(said) + "."
