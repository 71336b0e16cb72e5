"""The six printed cards: slope, wind, sand, chips, rough, winter. Each says its rows, its columns and its work."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor, as_completed
from contextvars import copy_context
from dataclasses import dataclass, replace
from functools import partial
from typing import Literal

import numpy as np

from veltrin.core.air import EXPOSURES, Wind
from veltrin.core.air.wind import FORECAST_FROM_M, wind_factor
from veltrin.core.cards.cell import SURELY_CLEAN, Cell, Column, Frame, Job, Placed, Row, Whom, cell_of, for_hand, lie_of
from veltrin.core.cards.lines import Line, chip_line, rough_line, sand_line, slope_line, wind_line, winter_line
from veltrin.core.cards.solve import best_of, best_of_all, calls_of, fullest, method_for
from veltrin.core.day import SEASONS, Day
from veltrin.core.ground import Slope
from veltrin.core.kit import Club
from veltrin.core.methods.stock import STOCK_SWING
from veltrin.core.plan.answer import swing_words
from veltrin.core.plan.candidates import Candidate
from veltrin.core.plan.day_sheet import SheetRow, day_sheet
from veltrin.core.plan.model import Call, Question
from veltrin.core.plan.odds import strike_odds
from veltrin.core.plan.play import play
from veltrin.core.plan.prepared import prepare
from veltrin.core.plan.screen import make_batch, world_of
from veltrin.core.plan.target import Target
from veltrin.core.run import SURFACES, Landing

CardKind = Literal["slope", "wind", "sand", "chip", "rough", "winter"]

SLOPES_DEG = (3.0, 6.0, 9.0)
REACH = 3
"""How many places away in the bag a club is looked for."""

WINDS_M_S = (9.0, 6.0, 3.0, -3.0, -6.0, -9.0)
"""Winds of the wind card, against positive; a card may be asked for others."""

FURTHER = 4
"""Into the wind clubs up to so many places longer are looked at, down the wind so many shorter."""

INTO_THE_WIND = ("stock-swing", "held-punch", "same-club-punch", "knock-down")
DOWN_THE_WIND = ("stock-swing", "high-rider")
IN_SAND = ("splash", "long-splash", "high-splash", "gouge", "dig", "full-sole")
CHIPS = ("stock-swing", "roll-chip")

SWINGS = (0.32, 0.50, 0.68, 0.85, 1.0)
"""Shares of a full swing on the sand card: one for each of the trade's words from hip to hip on."""

SAND_M = (12.0, 22.0)
"""The way of playing each club is the one that suits a splash of the first length, else of the second."""

CHIP_FLAGS_M = (10.0, 15.0, 25.0)
GREEN_FALLS_DEG = (2.0, 0.0, -2.0)
CHIP_FRONT_M, CHIP_BACK_M = 1.5, 12.0
"""Where the green begins, and how far it goes on behind the flag: a ball just off it."""

LEAST_CHIP_LOFT_RAD = math.radians(26.0)

SEATS = (
    ("sitting up", "rough", 0.3),
    ("half down", "rough", 0.8),
    ("right down", "rough", 1.3),
    ("deep rough", "deep", 1.5),
)
"""Seats of the ball on the rough card: words, cover, depth in ball diameters. Judgement."""

ROUGH_FLAGS_M = (20.0, 50.0, 90.0, 130.0, 170.0)

DRY_AND_SOAKED = ("june", "december")


def _clubs_in(wind_m_s: float, clubs: Sequence[Club], place: int) -> Sequence[Club]:
    """The club and those that this wind (against positive) may ask for instead."""
    if wind_m_s > 0.0:
        return clubs[max(place - FURTHER, 0) : place + 1]
    return clubs[place : place + FURTHER + 1]


def _sheet(whom: Whom, winds: Sequence[Wind] = ()) -> list[SheetRow]:
    """What each club that is swung off the ground carries on that day."""
    rows = day_sheet(whom.player, whom.day, winds, ())
    swung = {club.id for club in whom.swung}
    return [row for row in rows if row.club.id in swung]


def _club_rows(whom: Whom, sheet: Sequence[SheetRow]) -> tuple[Row, ...]:
    return tuple(Row(row.club.name, row.club.id, row.today.carry_m) for row in sheet)


def slope_card(whom: Whom, _: Sequence[float]) -> Frame:
    """For each club: which one goes as far from a slope, how far to aim off, where the ball goes.

    Taken is the club whose swing there is nearest to full; down and up with the stock stroke matched to the slope,
    above and below with the set-up for it, unless another way is pinned.
    """
    finishes = _finishes(whom)
    down = method_for(whom, "stock-swing", ("downhill-cut", "dropped-foot"))
    up = method_for(whom, "stock-swing", ("up-the-hill", "into-the-hill", "soft-bank-draw"))
    above, below = method_for(whom, "stand-tall", ()), method_for(whom, "sit-low", ())
    columns: list[Column] = []
    jobs: list[Job] = []
    for kind, words, sign, method in (
        ("fall", "down", 1.0, down),
        ("fall", "up", -1.0, up),
        ("side", "above", 1.0, above),
        ("side", "below", -1.0, below),
    ):
        for degrees in SLOPES_DEG:
            value = sign * math.radians(degrees)
            slope = Slope(value, 0.0) if kind == "fall" else Slope(0.0, value)
            place = len(columns)
            columns.append(Column(kind, value, words))  # type: ignore[arg-type]

            def column(slope: Slope = slope, method: object = method, place: int = place) -> Placed:
                lie = lie_of("fairway")
                asked = whom.shot(lie, FAR_M, slope, landing=ALL_FAIRWAY)
                found = fullest(whom, asked, method, finishes, REACH)  # type: ignore[arg-type]
                shots = [whom.fairway_shot(finish or FAR_M, slope) for finish in finishes]
                return [
                    (row, place, for_hand(whom, replace(cell, question=shots[row])))
                    for row, cell in enumerate(found)
                    if cell is not None
                ]

            jobs.append(column)
    rows = tuple(Row(club.name, club.id, finish) for club, finish in zip(whom.swung, finishes, strict=True))
    return Frame(rows, tuple(columns), tuple(jobs))


FAR_M = 200.0
ALL_FAIRWAY = Landing(280.0, 290.0, surround=SURFACES["fairway"])
"""Every row of the slope card has a distance of its own: whatever its ball comes down on is fairway."""


def _finishes(whom: Whom) -> list[float | None]:
    """Where a full stock swing with each club that is swung ends from level ground on that day (m)."""
    question = whom.shot(lie_of("fairway"), FAR_M, landing=ALL_FAIRWAY)
    bag = {club.id: place for place, club in enumerate(whom.player.bag)}
    flag = Target("flag", FAR_M, 0.0)
    listed = [Candidate(club, bag[club.id], STOCK_SWING, flag) for club in whom.swung]
    batch = make_batch(question, listed, None)
    played = play(batch, world_of(question), np.ones(batch.count), np.zeros(batch.count))
    return [float(total) if total > 2.0 else None for total in played.total]


def wind_card(whom: Whom, winds_m_s: Sequence[float]) -> Frame:
    """For each club: what a full stock swing carries in each wind, and which shot covers its own distance there."""
    read = whom.day.wind
    exposure = next(name for name, (_, rough) in EXPOSURES.items() if rough == read.roughness_m)
    winds = [Wind.from_direction(abs(v), 0.0 if v >= 0 else math.pi, read.height_m, exposure) for v in winds_m_s]
    sheet = _sheet(whom, winds)
    clubs = [row.club for row in sheet]

    def cell(row: int, place: int) -> Placed:
        carry = sheet[row].today.carry_m or clubs[row].stock_carry_m
        question = whom.shot(lie_of("fairway"), carry, wind=winds[place])
        methods = INTO_THE_WIND if winds_m_s[place] > 0.0 else DOWN_THE_WIND
        best = best_of(question, _clubs_in(winds_m_s[place], clubs, row), methods)
        if best is None:
            return []
        return [(row, place, for_hand(whom, replace(best, stock_m=sheet[row].winds[place].carry_m)))]

    jobs = [partial(cell, row, place) for row in range(len(sheet)) for place in range(len(winds))]
    columns = tuple(Column("wind", speed, "against" if speed > 0 else "behind") for speed in winds_m_s)
    return Frame(_club_rows(whom, sheet), columns, tuple(jobs), read_at_words(read))


HIGH_UP_M = 30.0
"""About where a full shot peaks."""


def read_at_words(read: Wind) -> str:
    """At which height a wind is meant, and what that is where the ball flies."""
    above = wind_factor(HIGH_UP_M, read.height_m, read.roughness_m)
    where = "as a forecast gives it" if read.height_m >= FORECAST_FROM_M else "as it is felt at the flag"
    return (
        f"The winds are {read.height_m:g} m above the ground, {where}; {HIGH_UP_M:g} m up it blows {above:.1f} times "
        "as hard."
    )


def sand_card(whom: Whom, _: Sequence[float]) -> Frame:
    """For each club that can be splashed: how far it goes by length of swing, where it goes in, and the mark."""
    lie = lie_of(whom.day.sand, 0.1)
    ways: dict[str, tuple[Question, Call]] = {}
    for flag in SAND_M:
        question = whom.shot(lie, flag)
        calls = [call for call in calls_of(question, whom.swung, IN_SAND) if call.finish == "there"]
        for call in sorted(calls, key=lambda c: c.method_id not in whom.pinned):
            ways.setdefault(call.club_id, (question, call))
    clubs = [club for club in whom.swung if club.id in ways]

    def all_swings() -> Placed:
        placed: Placed = []
        for row, club in enumerate(clubs):
            cells = _swung(whom, *ways[club.id])
            placed += [(row, place, for_hand(whom, cell)) for place, cell in enumerate(cells)]
        return placed

    columns = tuple(Column("swing", swing, swing_words(swing)) for swing in SWINGS)
    rows = tuple(Row(club.name, club.id) for club in clubs)
    return Frame(rows, columns, (all_swings,) if rows else ())


def _swung(whom: Whom, question: Question, call: Call) -> list[Cell]:
    """One way of playing a club at every length of swing."""
    shot = prepare(replace(question, only=(call.id,)))
    assert shot.found is not None, "it was a call a moment ago"
    every, swings = np.zeros(len(SWINGS), dtype=int), np.array(SWINGS)
    batch, lie = shot.found.batch.take(every), shot.world.lie
    # From a hollow of sand to the same height: what runs, runs on the green.
    played = play(batch, shot.world, swings, np.full(len(SWINGS), call.aim_rad))
    odds = strike_odds(
        batch, lie, played, shot.question.player.scatter, swings, np.full(len(SWINGS), shot.found.strike_factor[0])
    )
    told = cell_of(call, [])
    cells = []
    for place, swing in enumerate(SWINGS):
        total = float(played.total[place])
        clean = odds[place].clean
        cells.append(
            replace(
                told,
                swing_words=swing_words(swing),
                carry_m=float(played.carry[place]),
                total_m=total,
                mark_m=float(played.splash.mark_m[place]),
                clean=clean,
                doubt="strike" if clean < SURELY_CLEAN else "",
                question=whom.shot(question.lie, max(total, 2.0)),
            )
        )
    return cells


def chip_card(whom: Whom, _: Sequence[float]) -> Frame:
    """For each club: which share of the way a chip lands on, by length and by the tilt of the green."""
    clubs = [club for club in whom.swung if club.kind in ("iron", "wedge") and club.loft_rad >= LEAST_CHIP_LOFT_RAD]
    columns: list[Column] = []
    jobs: list[Job] = []
    for flag in CHIP_FLAGS_M:
        for degrees in GREEN_FALLS_DEG:
            fall, place = math.radians(degrees), len(columns)
            columns.append(Column("chip", flag, "", fall))

            def column(flag: float = flag, fall: float = fall, place: int = place) -> Placed:
                green = Landing(CHIP_FRONT_M, flag + CHIP_BACK_M, width_m=flag + CHIP_BACK_M, fall_rad=fall)
                question = whom.shot(lie_of("fairway"), flag, landing=green)
                calls = calls_of(question, clubs, CHIPS, one_a_club=True)
                there = {c.club_id: cell_of(c, [], question) for c in calls if c.finish == "there"}
                return [(row, place, for_hand(whom, there[c.id])) for row, c in enumerate(clubs) if c.id in there]

            jobs.append(column)
    return Frame(tuple(Row(c.name, c.id) for c in clubs), tuple(columns), tuple(jobs))


def _whole(whom: Whom, question: Question, row: int, place: int) -> Placed:
    found = best_of_all(question)
    return [] if found is None else [(row, place, for_hand(whom, replace(found, question=question)))]


def rough_card(whom: Whom, _: Sequence[float]) -> Frame:
    """By seat of the ball and distance: club and way, or the medicine that costs less."""
    longest = max(club.stock_carry_m for club in whom.swung)
    flags = [flag for flag in ROUGH_FLAGS_M if flag <= longest]
    jobs: list[Job] = []
    for row, (_words, cover, sunk) in enumerate(SEATS):
        jobs += [
            partial(_whole, whom, whom.shot(lie_of(cover, sunk), flag), row, place) for place, flag in enumerate(flags)
        ]
    columns = tuple(Column("distance", flag) for flag in flags)
    return Frame(tuple(Row(words) for words, _, _ in SEATS), columns, tuple(jobs))


def _winter_shots(whom: Whom) -> list[tuple[str, str, float, float]]:
    """Words, cover, depth and distance of the shots that are held side by side."""
    irons = [club for club in whom.swung if club.kind == "iron"]
    shots = [
        ("chip from the fairway", "fairway", 0.0, 15.0),
        ("pitch from the fairway", "fairway", 0.0, 40.0),
        ("out of a greenside bunker", "sand", 0.1, 12.0),
        ("from the rough, half down", "rough", 0.8, 20.0),
    ]
    if irons:
        middle = irons[len(irons) // 2]
        shots.append((f"{middle.name} distance, fairway", "fairway", 0.0, round(middle.stock_carry_m)))
    return shots


def winter_card(whom: Whom, _: Sequence[float]) -> Frame:
    """The same shots on a dry day in June and on a soaked one in December, as high up as the day's course lies."""
    days = [_as_high(SEASONS[name].day, whom.day) for name in DRY_AND_SOAKED]
    # What is asked is the club to chip with: a putter from short grass would say nothing of the ground.
    player = replace(whom.player, bag=tuple(club for club in whom.player.bag if club.kind != "putter"))
    shots, jobs = _winter_shots(whom), []
    for row, (_words, cover, sunk, flag) in enumerate(shots):
        for place, day in enumerate(days):
            then = replace(whom, player=player, day=day)
            jobs.append(partial(_whole, then, then.shot(lie_of(cover, sunk), flag), row, place))
    columns = tuple(Column("day", float(place), day.name) for place, day in enumerate(days))
    return Frame(tuple(Row(w, value_m=flag) for w, _, _, flag in shots), columns, tuple(jobs))


def _as_high(day: Day, course: Day) -> Day:
    return replace(day, air=replace(day.air, altitude_m=course.air.altitude_m))


@dataclass(frozen=True)
class CardType:
    """One card of the catalogue: what it is called, what it says, how it is made."""

    id: CardKind
    name: str
    about: str
    line: Line
    frame: Callable[[Whom, Sequence[float]], Frame]


CARDS: dict[CardKind, CardType] = {
    card.id: card
    for card in (
        CardType(
            "slope", "Slope card",
            "The club that goes as far from a slope as the row's club does from level ground, where to aim, where "
            "the ball goes.",
            slope_line,
            slope_card,
        ),
        CardType(
            "wind", "Wind card",
            "How far a full stock swing carries in the wind, and the shot that covers the club's own distance there.",
            wind_line,
            wind_card,
        ),
        CardType(
            "sand", "Sand card",
            (
                "How far each club goes from this sand by length of swing, how far behind the ball it enters, how "
                "long the mark is."
            ),
            sand_line,
            sand_card,
        ),
        CardType(
            "chip", "Chip ladder",
            "What share of the distance each club carries, by length and tilt of the green, at the day's green speed.",
            chip_line,
            chip_card,
        ),
        CardType(
            "rough", "Rough card", "Club and method by how the ball sits and how far the flag is, or the way out.",
            rough_line,
            rough_card,
        ),
        CardType("winter", "Winter card", "The same shots dry and soaked.", winter_line, winter_card),
    )
}  # fmt: skip
"""All cards by id: page, contract and docs list them from here."""


@dataclass(frozen=True)
class Card:
    """A card worked out: rows by columns, None where nothing can be played.

    `line`: what a player carries in the head (see lines); `note`: what its numbers are meant for.
    """

    kind: CardKind
    rows: tuple[Row, ...]
    columns: tuple[Column, ...]
    cells: tuple[tuple[Cell | None, ...], ...]
    line: str
    note: str = ""


@dataclass(frozen=True)
class Made:
    """How far a batch of cards is; `card`: one that has just become whole."""

    done: int
    of: int
    card: Card | None = None


WORKERS = 2


def make_cards(whom: Whom, kinds: Sequence[CardKind], winds_m_s: Sequence[float] = WINDS_M_S) -> Iterator[Made]:
    """Work cards out in one batch, telling how far it is after each piece. NobodyWaitsError where nobody does any more.

    Pieces are shared out over threads: the kernels let go of the interpreter while they fly.
    """
    frames = {kind: CARDS[kind].frame(whom, winds_m_s) for kind in kinds}
    cells: dict[CardKind, Placed] = {kind: [] for kind in kinds}
    left = {kind: len(frame.jobs) for kind, frame in frames.items()}
    of = sum(left.values())
    done = 0
    for kind in [kind for kind in kinds if not left[kind]]:
        yield Made(done, of, _card(kind, frames[kind], []))
    pool = ThreadPoolExecutor(WORKERS)
    try:
        waiting = {pool.submit(copy_context().run, job): kind for kind, frame in frames.items() for job in frame.jobs}
        for future in as_completed(waiting):
            kind = waiting[future]
            cells[kind] += future.result()
            left[kind] -= 1
            done += 1
            yield Made(done, of, None if left[kind] else _card(kind, frames[kind], cells[kind]))
    finally:
        # Nobody waits here: a batch that is given up is ended by whichever thread collects it, and a piece under way
        # may wait for that very thread.
        pool.shutdown(wait=False, cancel_futures=True)


def _card(kind: CardKind, frame: Frame, placed: Placed) -> Card:
    known = {(row, place): cell for row, place, cell in placed}
    columns = range(len(frame.columns))
    # A row that nothing can be said of isn't printed.
    rows = [row for row in range(len(frame.rows)) if any((row, place) in known for place in columns)]
    cells = tuple(tuple(known.get((row, place)) for place in columns) for row in rows)
    shown = tuple(frame.rows[row] for row in rows)
    line = CARDS[kind].line(shown, frame.columns, cells) if shown else ""
    return Card(kind, shown, frame.columns, cells, line, frame.note)
