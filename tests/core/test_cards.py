"""Printed cards: would a good coach sign them? Trade facts are common practice unless said otherwise."""

from __future__ import annotations

import math
import re
import threading
from dataclasses import replace
from functools import cache
from itertools import pairwise

import pytest

from tests.players import player
from veltrin.core.air import Wind
from veltrin.core.cards import CARDS, DOUBTS, Card, CardKind, Cell, Made, Whom, make_cards
from veltrin.core.cards.cards import read_at_words
from veltrin.core.cards.cell import Frame
from veltrin.core.day import SEASONS, Day
from veltrin.core.plan import Question
from veltrin.core.plan.prepared import prepare
from veltrin.core.plan.screen import plain_calls
from veltrin.core.sides import unmarked
from veltrin.core.wanted import NobodyWaitsError, asked_by

WINDS = (6.0, 3.0, -3.0, -6.0)


@cache
def card(kind: CardKind, left: bool = False, day: str = "") -> Card:
    """A card of a middling player on a plain day."""
    then = SEASONS[day].day if day else Day("plain")
    made = [m.card for m in make_cards(Whom(player(left=left), then), [kind], WINDS) if m.card]
    assert len(made) == 1
    return made[0]


def cells(kind: CardKind, row: str, **more: bool) -> list[Cell | None]:
    found = card(kind, **more)
    return list(found.cells[[r.words for r in found.rows].index(row)])


def columns(kind: CardKind, words: str) -> list[int]:
    return [i for i, c in enumerate(card(kind).columns) if c.words == words]


def place(club_id: str) -> int:
    """Place in the bag: the higher, the shorter the club."""
    return [c.id for c in player().bag].index(club_id)


def test_every_number_says_what_a_mirror_does_to_it() -> None:
    assert unmarked(Cell) == []


@pytest.mark.parametrize("row", ["6-iron", "8-iron", "Pitching wedge"])
def test_uphill_asks_for_more_club_and_downhill_for_no_more(row: str) -> None:
    # "Downhill flies lower, lands hot and runs, so less club; uphill flies higher and shorter, so more club."
    own = next(r.club_id for r in card("slope").rows if r.words == row)
    told = cells("slope", row)
    for i in columns("slope", "up"):
        assert told[i] is not None
        assert place(told[i].club_id) < place(str(own))
    for i in columns("slope", "down"):
        assert told[i] is not None
        assert place(told[i].club_id) >= place(str(own))


def test_the_steeper_the_slope_the_further_the_aim_is_off() -> None:
    for row in card("slope").rows:
        for words, sign in (("above", -1.0), ("below", 1.0)):
            # Ball above the feet goes left: aim right (negative); below the feet the other way round.
            told = [cells("slope", row.words)[i] for i in columns("slope", words)]
            aims = [sign * c.aim_offset_m for c in told if c is not None and c.finish == "there"]
            assert aims == sorted(aims), (row.words, words)
            assert all(aim > 0.0 for aim in aims), (row.words, words)


def test_the_ball_goes_back_downhill_by_what_the_trade_says() -> None:
    # 2-3 cm on a full shot, at a slope of 4-6 degrees.
    six_down = columns("slope", "down")[1]
    for row in ("6-iron", "8-iron"):
        cell = cells("slope", row)[six_down]
        assert cell is not None
        assert 0.02 <= cell.ball_back_m <= 0.04


def test_a_left_handers_slope_card_is_the_mirror_image() -> None:
    for row in ("6-iron", "Gap wedge 50"):
        for right, left in zip(cells("slope", row), cells("slope", row, left=True), strict=True):
            assert right is not None
            assert left is not None
            assert (left.club_id, left.method_id) == (right.club_id, right.method_id)
            assert left.aim_offset_m == pytest.approx(-right.aim_offset_m, abs=1e-6)
            assert left.ball_back_m == pytest.approx(right.ball_back_m, abs=1e-9)


def test_a_cell_is_the_call_that_its_shot_gives() -> None:
    # What opens on the Bench is the same stroke: club and way, and where it ends within a stride of what is printed.
    for row in ("7-iron", "Sand wedge 54"):
        for cell in cells("slope", row):
            assert cell is not None
            assert isinstance(cell.question, Question)
            shot = prepare(replace(cell.question, only=(cell.call_id,)))
            assert shot.found is not None, cell.call_id
            # Before its finish is moved to where it costs less: the card's is the flag.
            [(call, _)] = plain_calls(shot.question, shot.found, shot.world)
            assert call.total_m == pytest.approx(cell.total_m, rel=0.03)
            # The usual green begins before the flag; the card takes it for fairway throughout.
            assert call.carry_m == pytest.approx(cell.carry_m, rel=0.08)


def test_wind_against_takes_carry_and_asks_for_more_club() -> None:
    for row in ("5-iron", "7-iron", "9-iron"):
        own = next(r for r in card("wind").rows if r.words == row)
        told = [c for c in cells("wind", row) if c is not None]
        carried = [c.stock_m for c in told]
        assert carried == sorted(carried, key=lambda v: v or 0.0)
        assert carried[1] < own.value_m < carried[2]  # type: ignore[operator]
        assert place(told[0].club_id) < place(str(own.club_id)) < place(told[-1].club_id)


def test_sand_goes_further_with_swing_and_the_mark_is_the_trades() -> None:
    told = card("sand")
    for row in told.cells:
        lengths = [c.total_m for c in row if c is not None]
        assert lengths == sorted(lengths)
    lob = [c for c in cells("sand", "Lob wedge 58") if c is not None]
    # A standard splash of about 14 m is a swing from chest to chest or shorter; entry 5 cm behind, mark about 16 cm.
    assert 9.0 <= lob[1].total_m <= 14.0 <= lob[3].total_m
    assert lob[1].entry_m == pytest.approx(0.05, abs=0.01)
    assert lob[1].mark_m == pytest.approx(0.16, abs=0.03)


def test_the_chip_ladder_climbs_with_loft_and_with_the_green() -> None:
    told = card("chip")
    for place_ in range(len(told.columns)):
        shares = [row[place_].carry_m / row[place_].total_m for row in told.cells if row[place_] is not None]  # type: ignore[union-attr]
        assert shares == sorted(shares), told.columns[place_]
    nine = [c for c in cells("chip", "9-iron") if c is not None]
    away, level, rises = (c.carry_m for c in nine[3:6])
    assert away < level < rises
    # With a 9-iron it lands a third to just under half of the way.
    assert 0.28 <= level / 15.0 <= 0.49


def test_the_wind_card_says_at_which_height_its_winds_are_meant() -> None:
    # Source: log profile (WMO-No. 8, from memory): at 30 m it blows 1.6 times as hard as at 2 m over open grass.
    assert "2 m above the ground, as it is felt at the flag; 30 m up it blows 1.6 times" in card("wind").note
    told = read_at_words(Wind(5.0, 0.0, 10.0))
    assert "10 m above the ground, as a forecast gives it; 30 m up it blows 1.2 times" in told
    assert card("chip").note == ""


def test_rough_gets_dearer_with_depth_and_ends_in_medicine() -> None:
    told = card("rough")
    for place_ in range(len(told.columns)):
        costs = [row[place_].strokes for row in told.cells if row[place_] is not None]  # type: ignore[union-attr]
        assert costs == sorted(costs), told.columns[place_]
    # "Long irons from deep rough are the classic error": from far the answer is out, or short.
    deep = told.cells[-1][-1]
    assert deep is not None
    assert deep.target != "flag" or deep.finish == "short"
    assert place(deep.club_id) > place("5-iron")


def test_winter_chips_with_less_loft_and_plays_more_club() -> None:
    # "A lofted wedge stops far too short; a 9-iron or 7-iron chip landed just on is now right."
    dry, soaked = cells("winter", "chip from the fairway")
    assert dry is not None
    assert soaked is not None
    assert place(soaked.club_id) < place(dry.club_id)
    full = next(r.words for r in card("winter").rows if "distance" in r.words)
    dry, soaked = cells("winter", full)
    assert dry is not None
    assert soaked is not None
    assert place(soaked.club_id) < place(dry.club_id)


def test_what_the_model_is_not_sure_of_is_marked() -> None:
    # A splash from grass is the roughest part of the model, and says so.
    whom = Whom(player(), Day("plain"), pinned=frozenset({"grass-splash"}))
    made = next(m.card for m in make_cards(whom, ["rough"]) if m.card)
    told = [c for row in made.cells for c in row if c is not None]
    assert {c.doubt for c in told if c.method_id == "grass-splash"} == {"ground"}
    assert all(c.doubt in ("", *DOUBTS) for c in told)
    assert {c.doubt for c in told} > {"", "ground"}


def test_a_pinned_way_is_the_cards_way() -> None:
    whom = Whom(player(), Day("plain"), pinned=frozenset({"dropped-foot"}))
    made = next(m.card for m in make_cards(whom, ["slope"]) if m.card)
    ways = {row[1].method_id for row in made.cells if row[1] is not None}
    assert ways == {"dropped-foot"}


def test_a_batch_tells_how_far_it_is_and_can_be_stopped() -> None:
    whom = Whom(player(), Day("plain"))
    told: list[Made] = list(make_cards(whom, ["slope", "chip"]))
    assert [m.done for m in told] == sorted(m.done for m in told)
    assert told[-1].done == told[-1].of
    assert {m.card.kind for m in told if m.card} == {"slope", "chip"}
    gone = False

    def asked_and_left() -> None:
        nonlocal gone
        with asked_by(lambda: gone):
            for _ in make_cards(whom, list(CARDS)):
                gone = True

    with pytest.raises(NobodyWaitsError):
        asked_and_left()


def test_another_day_makes_another_card() -> None:
    # From the same bag at the same height a soaked, cold day asks for more club uphill than June does.
    cold = card("slope", day="december")
    warm = card("slope", day="june")
    finishes = [(a.value_m, b.value_m) for a, b in zip(cold.rows, warm.rows, strict=False)]
    assert all(a < b for a, b in finishes if a and b)
    assert not math.isnan(finishes[0][0] or math.nan)


def test_a_bag_without_what_a_card_needs_still_gives_one() -> None:
    few = tuple(club for club in player().bag if club.id in ("7-iron", "9-iron", "putter"))
    whom = Whom(replace(player(), bag=few), Day("plain"))
    made = {m.card.kind: m.card for m in make_cards(whom, list(CARDS)) if m.card}
    assert set(made) == set(CARDS)
    assert len(made["slope"].rows) == 2


# --- the first line: what a player carries in the head ---


def numbers_in(line: str) -> list[float]:
    return [float(told) for told in re.findall(r"\{([\d.]+) ", line)]


@pytest.mark.parametrize("kind", list(CARDS))
def test_every_card_has_a_first_line(kind: CardKind) -> None:
    assert len(card(kind).line) > 20
    assert card(kind).line.endswith(".")
    assert re.sub(r"\{[\d.]+ (m|m/s|deg)\}", "", card(kind).line).count("{") == 0


def test_the_slope_cards_line_is_what_its_cells_say() -> None:
    # "Ball above the feet flies left, below right: aim off for each degree; uphill takes more club." Common practice.
    line = card("slope").line
    assert line.startswith("Uphill one club more from {3 deg}")
    found = card("slope")
    for words, side in (("above", "right"), ("below", "left")):
        told = re.search(rf"{side} {{([\d.]+) m}} {words} the feet", line)
        assert told is not None, line
        # By hand: the middle of the cells' own aims, a metre and a half for each degree at a hundred metres or so.
        of = [
            100.0 * abs(math.tan(cell.aim_rad)) / abs(math.degrees(found.columns[i].value))
            for i in columns("slope", words)
            for row in found.cells
            if (cell := row[i]) is not None
        ]
        assert min(of) - 0.06 <= float(told.group(1)) <= max(of) + 0.06
    other = card("slope", left=True).line
    assert "left" in other.split("above the feet")[0]


def test_the_wind_cards_line_takes_more_than_it_gives() -> None:
    # "Into the wind costs more than down the wind gives." Common practice.
    takes, gives = (float(told) for told in re.findall(r"(\d+) % of the carry", card("wind").line))
    assert takes > gives > 0.0


def test_what_falls_short_says_by_how_much() -> None:
    short = [c for line in card("slope").cells for c in line if c is not None and c.finish == "short"]
    assert short, "the longest club uphill gets nowhere near"
    assert all(c.short_m > 0.0 for c in short)
    there = [c for line in card("slope").cells for c in line if c is not None and c.finish == "there"]
    assert all(c.short_m == 0.0 for c in there)


@pytest.mark.parametrize("kind", ["slope"])
def test_a_full_stroke_that_runs_more_than_a_third_of_its_way_is_marked(kind: CardKind) -> None:
    for line in card(kind).cells:
        for cell in line:
            if cell is not None and cell.swing_words == "full" and cell.total_m - cell.carry_m > cell.total_m / 3.0:
                assert cell.doubt != ""


def test_neighbours_in_a_column_of_aims_go_one_way() -> None:
    # As an angle: what a slope turns a ball by changes little from club to club.
    found = card("slope")
    for words in ("above", "below"):
        for i in columns("slope", words):
            aims = [math.degrees(row[i].aim_rad) for row in found.cells if row[i] is not None]  # type: ignore[union-attr]
            steps = [abs(b - a) for a, b in pairwise(aims)]
            assert max(steps) < 1.8, (words, i, aims)


def test_a_batch_that_is_given_up_waits_for_no_piece_under_way(monkeypatch: pytest.MonkeyPatch) -> None:
    """Whichever thread collects it ends it: one that a piece waits for must not wait for the piece."""
    begun, goes_on, ended = threading.Event(), threading.Event(), threading.Event()

    def held() -> list[tuple[int, int, Cell | None]]:
        begun.set()
        goes_on.wait()
        return []

    plain = CARDS["chip"]
    frame = Frame(rows=(), columns=(), jobs=(list, held))
    monkeypatch.setitem(CARDS, "chip", replace(plain, frame=lambda _whom, _winds: frame))
    batch = make_cards(Whom(player(), Day("plain")), ["chip"])
    assert next(batch).done == 1
    assert begun.wait(30.0)

    def give_up() -> None:
        batch.close()
        ended.set()

    threading.Thread(target=give_up, daemon=True).start()
    is_ended = ended.wait(30.0)
    goes_on.set()
    assert is_ended, "the batch waited for its piece"
