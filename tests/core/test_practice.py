"""Drills: pass marks against SciPy's binomial, layouts by geometry, and what the trade takes for granted."""

from __future__ import annotations

import math
from functools import cache
from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from tests.players import player
from veltrin.core.errors import UnknownNameError
from veltrin.core.learn import CAUSES
from veltrin.core.methods import CATALOGUE
from veltrin.core.practice import (
    ALWAYS,
    DRILLS,
    FAMILIES,
    ReadyStation,
    drill_named,
    drills_for,
    make_ready,
    together,
)
from veltrin.core.practice.layout import LAYS, ROD_M, board_height_m
from veltrin.core.practice.marks import at_least, chances_of, rounded_up, usual_hits, widest_ring
from veltrin.core.practice.staged import STEPS, better_handicap, measured, share_of, stage


@cache
def ready(drill_id: str, handicap: float = 12.0, left: bool = False) -> tuple[ReadyStation, ...]:
    return make_ready(DRILLS[drill_id], player(handicap=handicap, left=left))


def only(drill_id: str, handicap: float = 12.0, left: bool = False) -> ReadyStation:
    (one,) = ready(drill_id, handicap, left)
    assert one.call is not None
    assert one.mark is not None
    return one


# --- the catalogue ---


def test_the_catalogue_holds_what_it_has_to() -> None:
    assert len(DRILLS) >= 24
    assert {d.family for d in DRILLS.values()} == set(FAMILIES)
    assert {lay for d in DRILLS.values() for lay in d.lay} == set(LAYS)
    for drill in DRILLS.values():
        assert set(drill.methods) <= set(CATALOGUE), drill.id
        assert set(drill.cures) <= {c.id for c in CAUSES}, drill.id
        assert 1 <= len(drill.say) <= 3, "two or three things, not ten (common practice)"
        assert all(words[-1] in ".?" for words in (*drill.say, drill.how, *drill.cautions))
    assert any("in front" in words for words in ALWAYS)


def test_every_fault_has_a_drill() -> None:
    for cause in CAUSES:
        assert drills_for(cause.id), cause.id


def test_an_unknown_drill_is_refused_by_name() -> None:
    with pytest.raises(UnknownNameError, match="hook-a-duck"):
        drill_named("hook-a-duck")


@pytest.mark.parametrize("drill_id", DRILLS)
def test_every_drill_can_be_laid_out_for_a_usual_bag(drill_id: str) -> None:
    for one in ready(drill_id):
        assert one.call is not None, one.station.words
        assert one.mark is not None
        assert 1 <= one.mark.hits <= one.mark.aim_hits <= max(one.mark.balls, 1)
        assert all(math.isfinite(measure.value) for measure in one.measures)


# --- pass marks ---


@given(st.integers(1, 40), st.floats(0.01, 0.99), st.integers(0, 40))
def test_chances_are_the_binomials(balls: int, share: float, hits: int) -> None:
    # scipy.stats knows nothing of our sum.
    chances = chances_of([(balls, share)])
    assert at_least(hits, chances) == pytest.approx(float(stats.binom.sf(hits - 1, balls, share)), abs=1e-9)


def test_chances_over_several_stations_add_up() -> None:
    # By simulation: 200,000 sessions of three stations; the standard error of a share is about 0.001.
    rng = np.random.default_rng(4)
    stations = [(4, 0.3), (6, 0.7), (5, 0.5)]
    drawn = sum(rng.binomial(balls, share, 200_000) for balls, share in stations)
    assert at_least(9, chances_of(stations)) == pytest.approx(float(np.mean(drawn >= 9)), abs=0.005)


@given(st.integers(1, 40), st.floats(0.05, 0.95))
def test_the_mark_is_reached_every_other_time_and_one_more_is_not(balls: int, share: float) -> None:
    hits = usual_hits(chances_of([(balls, share)]))
    assert hits == 1 or stats.binom.sf(hits - 1, balls, share) >= 0.5 - 1e-9
    assert hits == balls or stats.binom.sf(hits, balls, share) < 0.5 + 1e-9


@pytest.mark.parametrize("handicap", [2.0, 12.0, 24.0])
def test_a_drill_has_one_mark_that_means_something(handicap: float) -> None:
    """Reached about every other time whatever its stations; never all of the balls; the aim is more than the mark."""
    chances = []
    for drill in DRILLS.values():
        mark = together([one.mark for one in ready(drill.id, handicap) if one.mark is not None])
        assert mark is not None, drill.id
        assert mark.balls == drill.balls
        assert mark.hits < mark.aim_hits < mark.balls, drill.id
        assert mark.aim_chance >= mark.by_luck
        chances.append(mark.chance)
    assert min(chances) >= 0.5
    # Marks a station long used to add up to anything between 28 and 86 of a hundred. Who strikes nearly all cleanly
    # passes what only asks for that.
    assert np.quantile(chances, 0.8) <= 0.76


@pytest.mark.parametrize("handicap", [2.0, 12.0, 24.0])
def test_no_ring_is_wider_than_it_is_worth(handicap: float) -> None:
    for drill_id in DRILLS:
        for one in ready(drill_id, handicap):
            if one.mark is not None and one.mark.score == "inside":
                assert one.mark.limit is not None
                assert one.mark.limit <= widest_ring(one.station.flag_m) <= 1.0 + one.station.flag_m / 5.0, drill_id
    plugged = only("plugged", handicap).mark
    assert plugged is not None
    assert (plugged.score, plugged.limit) == ("green", None), "plugged, sixteen metres: the green is the task"


# Facts of the trade (common practice): a drill is scored by what it trains.
def test_drills_are_scored_by_what_they_train() -> None:
    scores = {drill_id: drill.score for drill_id, drill in DRILLS.items()}
    wanted = {
        "head-gate": "gate",
        "rod-in-grip": "rod",
        "tee-ahead": "tee",
        "sand-line": "entry",
        "start-gate": "start",
    }
    assert {drill_id: scores[drill_id] for drill_id in wanted} == wanted
    assert "tee ahead" not in DRILLS["hard-pan"].lay, "nothing is pushed into hard-pan"
    clubs = [one.call.club_id for one in ready("collar") if one.call is not None]
    kinds = [player().club(club).kind for club in clubs]
    assert kinds == ["wedge", "putter", "hybrid"]


def test_canes_are_taller_than_the_ball_flies_between_them() -> None:
    one = only("start-gate")
    assert one.call is not None
    assert one.call.detail is not None
    flight = one.call.detail.flight
    passes = float(np.interp(2.0, flight[:, 0], flight[:, 2]))
    assert passes > 0.8, "a pitch is over the knee two metres on"
    assert measure(one, "height of the canes") == pytest.approx(passes + 0.3, abs=1e-6)
    # The ball has to fit between them: two metres off, a degree is three and a half centimetres.
    assert measure(one, "between the canes") > 4.3


def test_an_opened_face_has_stance_and_path_that_go_with_it() -> None:
    one = only("opened-rods")
    assert one.call is not None
    setup = one.call.setup
    assert math.degrees(setup.open_rad) >= 12.0
    assert math.degrees(setup.stance_rad) >= 10.0
    assert 0.0 < setup.path_rad < setup.stance_rad


def test_every_drill_can_be_made_easier_and_harder() -> None:
    for drill in DRILLS.values():
        assert drill.easier.endswith(".") or drill.easier.endswith("?"), drill.id
        assert drill.harder != drill.easier
        assert drill.harder[-1] in ".?", drill.id


def test_six_of_ten_are_hits_for_the_player_of_today() -> None:
    (one,) = [r for r in ready("three-lengths") if r.station.flag_m == 50.0]
    assert one.mark is not None
    staged = stage(player(), one.station)
    assert staged is not None
    tape = measured(staged, "inside")
    assert one.mark.limit is not None
    assert float(np.mean(tape <= one.mark.limit)) == pytest.approx(0.6, abs=0.05)
    assert one.mark.hits == 3


def test_limits_can_be_paced() -> None:
    assert rounded_up(2.31) == 2.4
    assert rounded_up(2.4) == 2.4
    assert rounded_up(7.1) == 7.5


def test_a_step_better_is_narrower_and_a_strong_player_has_narrower_rings() -> None:
    assert better_handicap(12.0) == 9.0
    assert better_handicap(-6.0) == STEPS[-1]
    limits = [ready("one-spot", handicap)[0].mark.limit for handicap in (24.0, 12.0, 2.0)]  # type: ignore[union-attr]
    assert limits == sorted(limits, reverse=True)
    for drill_id in ("towel-behind", "sand-line", "worst-grass"):
        mark = only(drill_id).mark
        assert mark is not None
        assert mark.aim_share >= mark.share


def test_a_clean_strike_counts_as_the_plan_counts_it() -> None:
    one = only("out-first")
    assert one.call is not None
    staged = stage(player(), one.station)
    assert staged is not None
    assert share_of(staged, "clean") == pytest.approx(one.call.odds.clean, abs=0.02)


# --- layouts, by geometry ---


def measure(one: ReadyStation, words: str) -> float:
    return next(m.value for m in one.measures if m.words.startswith(words))


def test_a_board_makes_the_slope_it_is_meant_to() -> None:
    one = only("board-down")
    assert one.call is not None
    width = one.call.setup.stance_width_m
    high = measure(one, "board under the trail foot") / 100.0
    assert math.degrees(math.atan2(high, width)) == pytest.approx(6.0)
    assert board_height_m(0.40, math.radians(-5.0)) == pytest.approx(0.40 * math.tan(math.radians(5.0)))
    board = next(item for item in one.items if item.shape == "board")
    # The trail foot is the one away from the target.
    assert np.mean(board.points[:, 0]) < 0.0
    (up,) = (item for item in only("board-up").items if item.shape == "board")
    assert np.mean(up.points[:, 0]) > 0.0


def test_rods_lie_along_feet_and_path() -> None:
    one = only("opened-rods")
    assert one.call is not None
    feet, path = (item.points for item in one.items if item.shape == "rod")
    for rod, turn in ((feet, one.call.setup.stance_rad), (path, one.call.setup.path_rad)):
        along = rod[1] - rod[0]
        assert float(np.hypot(*along)) == pytest.approx(ROD_M)
        assert math.atan2(along[1], along[0]) == pytest.approx(one.call.aim_rad + turn, abs=1e-9)
    # The feet are on the player's side of the ball, the path's rod on the other: room for the head.
    assert feet[:, 1].min() > 0.2
    assert path[:, 1].max() < 0.0


def test_a_left_hander_lays_it_out_in_the_mirror() -> None:
    right, left = only("opened-rods"), only("opened-rods", left=True)
    for one, other in zip(right.items, left.items, strict=True):
        assert np.allclose(one.points * [1.0, -1.0], other.points)
    assert [m.value for m in right.measures] == pytest.approx([m.value for m in left.measures])


def test_the_aim_mark_lies_on_the_side_it_is_said_to_for_either_hand() -> None:
    for left in (False, True):
        one = only("ball-above", left=left)
        mark = next(item for item in one.items if item.words == "aim here")
        side = "left" if mark.points[0, 1] > 0.0 else "right"
        assert any(m.words == f"aim mark, {side} of the target" for m in one.measures)
        # A ball above the feet goes to the player's own side of it: aimed off the other way (common practice).
        assert side == ("left" if left else "right"), left


def test_the_string_hangs_where_the_flight_is_highest() -> None:
    one = only("under-string")
    assert one.call is not None
    assert one.call.detail is not None
    flight = one.call.detail.flight
    top = flight[np.argmax(flight[:, 2])]
    string = next(item for item in one.items if item.shape == "string")
    assert string.points[0, 0] == pytest.approx(top[0])
    # So high that six of ten of this player's go under it: about the apex of the call, and low enough to hang.
    assert string.size_m == pytest.approx(top[2], abs=0.6)
    assert string.size_m is not None
    assert string.size_m < 3.0


def test_landing_spots_are_a_third_a_half_and_three_quarters_of_the_way() -> None:
    spots = [measure(one, "towel from the ball") for one in ready("landing-ladder")]
    assert spots == pytest.approx([20.0 / 3.0, 10.0, 15.0])
    # The call lands where it is asked to (m).
    for one, spot in zip(ready("landing-ladder"), spots, strict=True):
        assert one.call is not None
        assert one.call.carry_m == pytest.approx(spot, abs=0.3)


# Facts of the trade (common practice): in at about 5 cm, a mark a little longer than a banknote; three clubs four to
# six degrees apart; a towel so far behind as a glide may touch early.
def test_measures_are_those_of_the_trade() -> None:
    sand = only("sand-line")
    assert measure(sand, "first line behind the ball") == pytest.approx(5.0, abs=1.0)
    assert 10.0 <= measure(sand, "length of the mark") <= 22.0
    clubs = [one.call.club_id for one in ready("three-piles") if one.call is not None]
    lofts = [math.degrees(player().club(club).loft_rad) for club in clubs]
    assert all(4.0 <= a - b <= 6.0 for a, b in pairwise(lofts))
    assert 5.0 <= measure(only("towel-behind"), "towel behind the ball") <= 14.0
    assert 5.0 <= measure(only("tee-ahead"), "tee ahead of the ball") <= 14.0
