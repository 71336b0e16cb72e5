"""The choice by expected strokes: the trade's sentences about line, trouble and risk, and the statistics behind."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st
from scipy import integrate, stats

from tests.players import player
from tests.players_line import ask, box, thing
from veltrin.core.errors import DomainError, OutOfRangeError
from veltrin.core.ground import COVERS, Lie
from veltrin.core.hole import KIND_LIST, Hole, putts
from veltrin.core.methods import CATALOGUE
from veltrin.core.plan import Call, Plan, Question, plan_shot, plan_stages
from veltrin.core.plan.candidates import list_candidates
from veltrin.core.plan.model import MOODS
from veltrin.core.plan.odds import even_normals
from veltrin.core.plan.planner import SAFE_WITHIN
from veltrin.core.plan.scatter import NODES, Struck, spreads_of, strike_often, told_bad
from veltrin.core.plan.screen import screen, world_of
from veltrin.core.plan.target import Targets, escapes, favourite_m
from veltrin.core.run import SURFACES, Landing
from veltrin.core.sides import OTHER

SAND_IN_FRONT = box("sand", 8, 15.5, -6, 6)
LITTLE_GREEN = (16.0, 36.0, 18.0)


def first(plan: Plan) -> Call:
    assert plan.calls, plan.fell_out
    return plan.calls[0]


def loft(call: Call) -> float:
    return round(math.degrees(player().club(call.club_id).loft_rad), 2)


def call_named(plan: Plan, call_id: str) -> Call:
    return next(c for c in plan.calls if c.id == call_id)


def water(sign: float) -> Question:
    y = (4.0, 30.0) if sign > 0 else (-30.0, -4.0)
    return ask(120, (110, 130, 22), box("water", 90, 140, *y))


def test_mirrored_trouble_mirrors_the_aim() -> None:
    left, right = (first(plan_shot(water(sign))) for sign in (1.0, -1.0))
    assert left.trouble_rad < math.radians(-1)
    # Finishes are looked for in steps of half a deviation: the strikes are not mirrored, so a step may differ.
    assert right.trouble_rad == pytest.approx(-left.trouble_rad, abs=math.radians(2.0))
    assert right.strokes == pytest.approx(left.strokes, abs=0.05)


def test_the_aim_ledger_tells_trouble_and_lie_apart() -> None:
    call = first(plan_shot(replace(water(1.0), slope=replace(water(1.0).slope, side_rad=math.radians(4)))))
    assert call.detail is not None
    rows = {r.words: r.value for r in call.detail.ledgers["aim"]}
    assert rows["trouble"] == pytest.approx(math.degrees(call.trouble_rad), abs=0.051)
    assert rows["slope"] < 0  # ball above the feet: aim right, whatever the trouble
    assert rows["aim"] == pytest.approx(math.degrees(call.aim_rad), abs=0.051)


def test_a_left_hander_in_the_mirrored_world_gets_the_mirrored_answer() -> None:
    right = ask(60, (52, 70, 16), box("sand", 45, 52, -9, -1), things=(thing("tree", 20, 4, left_m=2, right_m=-6),),
                lie=Lie(COVERS["rough"], 0.9), side=3)  # fmt: skip
    mirrored = tuple(replace(a, ring=tuple((x, -y) for x, y in a.ring)) for a in right.line.areas)
    things = tuple(replace(o, left_m=-o.right_m, right_m=-o.left_m) for o in right.line.obstacles)
    left = replace(
        right,
        player=replace(right.player, left_handed=True),
        line=replace(right.line, areas=mirrored, obstacles=things),
    )
    r, m = plan_shot(right), plan_shot(left)
    assert [(c.club_id, c.method_id, OTHER.get(c.target.name, c.target.name)) for c in r.calls] == [
        (c.club_id, c.method_id, c.target.name) for c in m.calls
    ]
    assert [c.strokes for c in r.calls] == [c.strokes for c in m.calls]
    assert [c.aim_rad for c in r.calls] == [-c.aim_rad for c in m.calls]
    assert call_named(m, str(m.first_id)).club_id == call_named(r, str(r.first_id)).club_id


def test_water_short_raises_the_landing_margin() -> None:
    dry = first(plan_shot(ask(120, (112, 134, 22))))
    wet = first(plan_shot(ask(120, (112, 134, 22), box("water", 70, 111, -30, 30))))
    assert wet.past_m > dry.past_m + 2.0
    assert wet.carry_m > dry.carry_m + 2.0


GO_OR_NOT = (box("water", 60, 124, -60, 60), box("fairway", -30, 58, 4, 30))


def rough_over_water(who_carries: float, handicap: float) -> Plan:
    return plan_shot(
        ask(138, (126, 152, 24), *GO_OR_NOT, lie=Lie(COVERS["rough"], 0.6), who=player(who_carries, handicap),
            surround="semi")
    )  # fmt: skip


def test_a_weaker_player_gets_the_way_out_where_a_stronger_one_goes_for_it() -> None:
    # Source: common practice: strength matters; a strong player moves a ball that a weak one must wedge out sideways.
    strong, weak = rough_over_water(170.0, 2.0), rough_over_water(118.0, 24.0)
    assert first(strong).target.name == "flag"
    assert first(weak).target.name != "flag"
    assert strong.direct_id == strong.first_id
    assert weak.escape_id == weak.first_id


@pytest.mark.parametrize("flag", [135.0, 142.0, 150.0])
def test_from_deep_rough_an_average_player_is_told_to_wedge_out(flag: float) -> None:
    # Source: common practice: deep: most loft, out sideways if need be; long irons are the classic error.
    fairway = box("fairway", -40, flag - 15, 6, 34)
    plan = plan_shot(
        ask(flag, (flag - 10, flag + 12, 22), fairway, lie=Lie(COVERS["deep"], 2.0), who=player(140.0, 18.0),
            surround="rough")
    )  # fmt: skip
    assert first(plan).target.name != "flag"
    assert loft(first(plan)) >= 33
    assert plan.escape_id == plan.first_id


def test_a_flag_near_the_bunker_with_little_green_asks_for_most_loft_one_at_the_back_for_less() -> None:
    # Source: common practice: lowest flight that clears the trouble, unless green is short.
    near = first(plan_shot(ask(19, LITTLE_GREEN, SAND_IN_FRONT)))
    far = first(plan_shot(ask(31, LITTLE_GREEN, SAND_IN_FRONT)))
    assert loft(near) > loft(far)
    assert loft(near) == 58
    assert near.descent_rad > far.descent_rad - 0.05
    assert near.run_m < far.run_m


@pytest.mark.parametrize("flag", [12.0, 18.0, 25.0])
def test_roll_is_preferred_when_nothing_is_in_the_way(flag: float) -> None:
    # Source: common practice: can it roll? then lob less.
    call = first(plan_shot(ask(flag, (4.0, flag + 15, 24.0), lie=Lie(COVERS["tight"]), firmness=0.75)))
    assert CATALOGUE[call.method_id].rolls or call.run_m > call.carry_m


def test_downhill_and_short_sided_is_most_loft_or_a_landing_in_the_fringe() -> None:
    # Source: common practice: land on the green with most loft, or short in the semi-rough that takes the pace off.
    plan = plan_shot(ask(14, (11.0, 30.0, 16.0), fall=7, surround="semi", tilt=2, firmness=0.75))
    call = first(plan)
    assert loft(call) >= 54
    assert loft(call) == 58 or call.carry_m < 11.0


@settings(max_examples=8)
@given(
    st.floats(25, 130), st.floats(0.15, 0.8), st.floats(0.5, 7.0), st.booleans(),
    st.sampled_from([Lie(), Lie(COVERS["rough"], 0.7), Lie(COVERS["tight"])]),
)  # fmt: skip
# A wall so wide that the ground is laid coarsely, and a putt that is stopped by it: it hasn't got past.
@example(flag=25.0, share=0.7625, high=1.5, wet=False, lie=Lie())
# A wall so high that only what flies far past the flag clears it: a putt up to it is no call beside those.
@example(flag=29.25, share=0.77654, high=5.5, wet=False, lie=Lie(COVERS["tight"]))
def test_no_call_fails_to_clear_what_is_in_the_way(flag: float, share: float, high: float, wet: bool, lie: Lie) -> None:
    at = max(2.0, share * flag)
    wall = thing("wall", at, high, deep_m=0.4)
    pond = box("water", at + 1, max(at + 2, flag - 9.5), -40, 40)
    plan = plan_shot(ask(flag, (flag - 8, flag + 14, 20), *([pond] if wet else []), things=(wall,), lie=lie))
    passed = any(c.target.name == "flag" and c.carry_m > at for c in plan.calls)
    for call in plan.calls:
        # Where nothing gets past it, what can be done at all is told.
        if call.target.name != "flag" or not passed:
            continue
        assert call.total_m > at, call.id
        assert abs(call.total_m - call.past_m - flag) < 1e-6, call.id
        # Where it lands before the wall it would have had to roll through it.
        assert call.carry_m > at, call.id
        if call.detail:
            path = call.detail.flight
            over = np.interp([at, at + 0.4], path[:, 0], path[:, 2])
            assert over.min() > high - 0.15, call.id
    assert all("clear" not in f.reason or f.was_tried for f in plan.fell_out)


def test_a_branch_is_passed_below_and_a_tree_is_not() -> None:
    branch = thing("branch", 12, 20, low_m=3.0)
    low = plan_shot(ask(40, (30, 52, 20), things=(branch,)))
    assert low.calls
    for call in low.calls:
        if call.target.name == "flag" and call.detail:
            assert float(np.interp(12.0, call.detail.flight[:, 0], call.detail.flight[:, 2])) < 3.1
    tree = replace(branch, low_m=0.0, high_m=40.0)
    shut = plan_shot(ask(40, (30, 52, 20), things=(tree,)))
    assert all(c.total_m < 12 for c in shut.calls if c.target.name == "flag")
    assert any("clear the branch" in f.reason for f in shut.fell_out)


def test_same_question_same_answer() -> None:
    one, two = (plan_shot(water(1.0)) for _ in range(2))
    assert [(c.id, c.strokes, c.aim_rad) for c in one.calls] == [(c.id, c.strokes, c.aim_rad) for c in two.calls]
    for a, b in zip(one.calls, two.calls, strict=True):
        if a.spread:
            assert np.array_equal(a.spread.ends, b.spread.ends)


@pytest.mark.parametrize(
    "question", [ask(15), water(1.0), ask(20, (15, 33, 16), SAND_IN_FRONT, fall=4)], ids=["plain", "water", "sand"]
)
def test_four_times_as_many_strikes_move_expected_strokes_by_less_than_two_hundredths(question: Question) -> None:
    world = world_of(question)
    found = screen(question, list_candidates(question, None)[0], None, None, world)
    best = found.best(frozenset(), 3)
    aimed = (found.solved.swing[best], found.solved.aim[best])
    part = (
        found.batch.take(best),
        world,
        aimed,
        question.player.scatter,
        (found.scatter_factor[best], found.strike_factor[best]),
    )
    doubts, meant = found.doubts.take(best), found.targets.take(best)
    few, many = (
        spreads_of(strike_often(*part, doubts, meant, strikes=n), question.hole, meant) for n in (400, 1600)
    )  # fmt: skip
    for a, b in zip(few, many, strict=True):
        assert abs(a.strokes - b.strokes) < 0.02


def normal_struck(sigma_x: float, sigma_y: float, count: int, flag: float) -> Struck:
    """Ends spread normally about the flag, as strikes would be."""
    draws = even_normals(count, 2)
    rest = np.stack([flag + sigma_x * draws[:, 0], sigma_y * draws[:, 1]], axis=1)[None]
    # All fly over the hole: what is holed is checked by itself.
    flown = type("Flown", (), {"struck": np.full(count, -1), "landing": np.full((count, 3), 1e3)})()
    return Struck(flown, np.zeros((1, count), dtype=bool), rest, np.zeros((1, count)), np.zeros((1, count)), count)


def test_scatter_statistics_agree_with_scipy() -> None:
    # Source: scipy.stats normal quantiles and Rayleigh distribution; scipy.integrate for the mean over a round green.
    flag, sigma, count = 50.0, 2.0, 4000
    green = Hole(flag, Landing(20.0, 80.0, SURFACES["fairway"], width_m=60.0), (), 12.0)
    target = Targets(np.array([flag]), np.zeros(1))
    (spread,) = spreads_of(normal_struck(sigma, sigma, count, flag), green, target)
    quantile = stats.norm(scale=sigma).ppf
    assert (spread.short_m, spread.long_m) == pytest.approx((quantile(0.1), quantile(0.9)), abs=0.02)
    assert (spread.right_m, spread.left_m) == pytest.approx((quantile(0.1), quantile(0.9)), abs=0.02)
    far = stats.rayleigh(scale=sigma)
    assert spread.mean_leave_m == pytest.approx(far.mean(), abs=0.01)
    assert spread.leave80_m == pytest.approx(far.ppf(0.8), abs=0.03)
    mean, _ = integrate.quad(lambda r: far.pdf(r) * float(putts(r, 12.0)), 0.0, 15.0, epsabs=1e-5)
    assert spread.strokes == pytest.approx(1.0 + mean, abs=0.005)
    assert spread.next_putt == pytest.approx(1.0)


def test_share_in_trouble_agrees_with_the_normal_integral() -> None:
    # Source: scipy.stats: sand from 3 m left of the flag on.
    flag, sigma = 50.0, 2.0
    where = Hole(
        flag,
        Landing(20.0, 80.0, SURFACES["fairway"], width_m=60.0),
        (box("sand", 0, 100, 3.0, 60.0),),
        12.0,
    )
    (spread,) = spreads_of(normal_struck(1.0, sigma, 4000, flag), where, Targets(np.array([flag]), np.zeros(1)))
    shares = {s.kind: s.share for s in spread.shares}
    assert shares["sand"] == pytest.approx(stats.norm(scale=sigma).sf(3.0), abs=0.004)
    assert sum(shares.values()) == pytest.approx(1.0)


def test_bad_ones_are_told_against_the_cheapest_call() -> None:
    plan = plan_shot(ask(20, (15, 33, 16), SAND_IN_FRONT))
    struck = [c.spread for c in plan.calls if c.spread]
    cheapest = min(s.strokes for s in struck)
    for spread in struck:
        assert spread.bad == pytest.approx(float(NODES[1] @ np.mean(spread.costs >= cheapest + 0.75, axis=1)))
    assert told_bad([]) == []


def test_the_safe_call_has_the_fewest_bad_ones_among_those_that_cost_little_more() -> None:
    plan = plan_shot(ask(20, (15, 33, 16), SAND_IN_FRONT, who=player(140.0, 20.0)))
    told = {c.id: c.spread for c in plan.calls if c.spread}
    best = min(s.strokes for s in told.values())
    safe = told[str(plan.safe_id)]
    assert safe.strokes <= best + SAFE_WITHIN
    assert all(safe.bad <= s.bad + 0.021 for s in told.values() if s.strokes <= best + SAFE_WITHIN)


def test_mood_weighs_bad_ones() -> None:
    for mood, weight in MOODS.items():
        plan = plan_shot(ask(20, (15, 33, 16), SAND_IN_FRONT, mood=mood))
        for call in plan.calls:
            if call.spread:
                unknown = call.score - call.strokes - weight * call.spread.bad
                assert -1e-9 <= unknown < 0.12, (mood, call.id)
    protect = first(plan_shot(ask(20, (15, 33, 16), SAND_IN_FRONT, mood="protect", who=player(140.0, 24.0))))
    lesson = first(plan_shot(ask(20, (15, 33, 16), SAND_IN_FRONT, who=player(140.0, 24.0))))
    assert protect.spread.bad <= lesson.spread.bad


def test_a_fixed_landing_place_is_kept() -> None:
    plan = plan_shot(ask(20, (14, 32, 16), land=11.0))
    assert plan.calls
    for call in plan.calls:
        assert call.carry_m == pytest.approx(11.0, abs=0.6), call.id
        assert call.trouble_rad == 0.0
    with pytest.raises(OutOfRangeError, match=r"line\.land_m"):
        ask(20, land=90.0)


@pytest.mark.parametrize(
    "lie", [Lie(COVERS["deep"], 2.0), Lie(COVERS["sand"], 0.9, lip_m=1.4), Lie(COVERS["divot"], 0.3)]
)
def test_a_bad_lie_always_has_a_way_out_among_the_calls(lie: Lie) -> None:
    plan = plan_shot(ask(110, (100, 122, 20), lie=lie, surround="fairway"))
    assert plan.escape_id is not None
    ways = {c.target.name for c in plan.calls}
    assert ways & {"left", "right", "back", "lay-up"}


def test_ways_out_lead_to_good_ground_and_the_lay_up_leaves_the_favourite_distance() -> None:
    question = ask(140, (130, 152, 22), box("fairway", -40, 120, 8, 40), lie=Lie(COVERS["deep"], 2.0), surround="rough")
    found = {t.name: t for t in escapes(question.hole, question.player)}
    left, lay_up = found["left"], found["lay-up"]
    assert KIND_LIST[int(question.hole.kind_at(np.array([left.x_m]), np.array([left.y_m]))[0])].name == "fairway"
    assert 140 - lay_up.x_m == pytest.approx(favourite_m(question.player), abs=1.01)


def test_no_way_out_is_offered_from_a_good_lie() -> None:
    assert plan_shot(ask(110, (100, 122, 20))).escape_id is None


def test_stages_tell_the_calls_first_and_the_risk_after() -> None:
    fast, full = plan_stages(water(1.0))
    assert all(c.spread is None for c in fast.calls)
    assert any(c.spread for c in full.calls)
    assert {c.id for c in fast.calls} == {c.id for c in full.calls}
    assert fast.first_id in {c.id for c in full.calls[:5]}
    (only,) = plan_stages(replace(water(1.0), only=(str(full.first_id),)))
    assert [c.id for c in only.calls] == [full.first_id]


def test_strength_is_told_by_speed() -> None:
    plan = plan_shot(ask(175, (165, 190, 24), who=player(120.0, 20.0)))
    shorts = [f for f in plan.fell_out if f.short_m is not None]
    assert shorts
    for fell in shorts:
        assert fell.need_m_s > fell.has_m_s > 0
    for call in plan.calls:
        assert call.club_speed_m_s <= call.full_speed_m_s * 1.001


def test_a_green_above_the_ball_needs_more_club_or_swing() -> None:
    flat, up = (plan_shot(ask(100, rise=r)) for r in (0.0, 8.0))
    same = first(flat).id
    assert call_named(up, same).swing > first(flat).swing
    rows = {r.words for c in up.calls if c.detail for r in c.detail.ledgers["distance"]}
    assert "rise of the green" in rows


def test_a_ball_in_water_or_out_of_bounds_cannot_be_played() -> None:
    with pytest.raises(DomainError, match="out of bounds"):
        ask(60, (50, 70, 20), box("out", -5, 5, -5, 5))
    with pytest.raises(DomainError, match="width"):
        replace(ask(60).line, landing=Landing(50.0, 70.0), areas=(SAND_IN_FRONT,))


def test_the_fast_answer_keeps_a_pin_where_the_finish_is_moved() -> None:
    question = replace(water(1.0), pinned=frozenset({"stock-swing"}))
    whole = first(plan_shot(question))
    assert whole.trouble_rad != 0.0
    (fast,) = next(plan_stages(replace(question, only=(whole.id,)))).calls
    assert fast.pinned
    assert fast.trouble_rad == pytest.approx(whole.trouble_rad)
