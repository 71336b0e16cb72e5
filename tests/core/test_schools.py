"""Every method on a grid of lies, the schools side by side, pins and exclusions, spread and worst miss."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from tests.lies import BLOWN, REACHED
from tests.players import player, question
from tests.players_line import box, thing
from veltrin.core.air import Wind
from veltrin.core.care import Sky, notes_for
from veltrin.core.errors import DomainError, OutOfRangeError, UnknownNameError
from veltrin.core.ground import CLEAN, COVERS, HELPS, Lie, Slope, rise_over_run
from veltrin.core.methods import CATALOGUE, DISPUTES, HAND_WORDS, Case, method_named
from veltrin.core.plan import Call, Plan, Question, compare_schools, plan_shot, plan_stages
from veltrin.core.plan.relief import RELIEF_ID
from veltrin.core.plan.scatter import NODES
from veltrin.core.run import Landing

GRID = [
    Lie(cover, depth, wet)
    for cover in COVERS.values()
    for depth, wet in {(cover.usual_sunk, 0.0), (min(cover.usual_sunk + 0.5, cover.height_m / 0.0427), 1.0)}
]


def asked(method: str, **more: object) -> Question:
    fall, side, flag, lie = REACHED[method]
    told = dict(lie)
    cover = COVERS[told.pop("cover")]
    blows = BLOWN.get(method, {"speed_m_s": 0.0, "from_deg": 0.0})
    wind = Wind.from_direction(blows["speed_m_s"], math.radians(blows["from_deg"]))
    return question(fall, side, flag, lie=Lie(cover, **told), wind=wind, **more)


def reached(method: str, **more: object) -> Plan:
    return plan_shot(asked(method, **more))


def first_stage(method: str) -> Plan:
    return next(plan_stages(asked(method)))


def test_every_method_has_a_lie_in_which_it_is_reached() -> None:
    assert set(REACHED) == set(CATALOGUE)


@pytest.mark.parametrize("method", CATALOGUE)
def test_every_method_is_a_call_somewhere_with_a_plausible_outcome(method: str) -> None:
    calls = [c for c in first_stage(method).calls if c.method_id == method]
    assert calls, f"{method} is no call at its own lie"
    for call in calls:
        plausible(call)


def plausible(call: Call) -> None:
    for value in (call.carry_m, call.total_m, call.spin_rad_s, call.launch_rad, call.leave_m, call.setup.edge_m):
        assert math.isfinite(value), call.id
    assert 0.05 <= call.swing <= 1.0, call.id
    assert call.spin_rad_s * 60 / (2 * math.pi) < 14_000, call.id
    assert abs(call.aim_rad - call.target.bearing_rad) < math.radians(40), call.id
    odds = call.odds
    assert odds.clean + odds.heavy + odds.thin == pytest.approx(1.0), call.id
    assert min(odds.clean, odds.heavy, odds.thin) >= 0, call.id
    assert 0.10 <= call.setup.stance_width_m < 0.9, call.id
    assert 0.0 <= call.setup.lead_share <= 1.0, call.id


@pytest.mark.parametrize("lie", GRID, ids=lambda lie: f"{lie.cover.name} {lie.sunk:.2f} {lie.wet:g}")
def test_every_lie_gives_calls_or_reasons_for_every_method(lie: Lie) -> None:
    for fall, side, flag in ((-4.0, 3.0, 14.0), (7.0, -5.0, 95.0)):
        # The first stage holds every call; the second only strikes the best of them many times.
        found = next(plan_stages(question(fall, side, flag, lie=lie)))
        told = {c.method_id for c in found.calls} - {RELIEF_ID} | {f.method_id for f in found.fell_out}
        assert told == set(CATALOGUE)
        for call in found.calls:
            if call.method_id != RELIEF_ID:
                plausible(call)
        assert all(len(f.reason) > 8 and not f.reason.endswith(".") for f in found.fell_out)


@pytest.mark.parametrize("method", CATALOGUE.values(), ids=lambda m: m.id)
def test_every_method_declares_what_a_coach_needs(method) -> None:
    assert method.key_words
    assert all(words.endswith(".") for words in method.key_words)
    assert len(method.faults) >= 2
    assert all(fault and cure for fault, cure in method.faults)
    assert method.source.startswith("common practice")
    assert 0 <= method.hand < len(HAND_WORDS)
    assert 0.7 <= method.difficulty <= 1.5


def test_hand_action_gives_loft_back() -> None:
    case = Case(question(0, 0, 18).slope, player().club("54"), None, Lie(COVERS["fairway"], give=0.9), 18.0)
    held, passing = (CATALOGUE[m] for m in ("brush-held", "brush-passing"))
    assert held.changed(case).lean_rad > held.change(case).lean_rad
    assert passing.changed(case).lean_rad < passing.change(case).lean_rad


def test_disputes_name_methods_there_are() -> None:
    for dispute in DISPUTES:
        assert dispute.question.endswith("?")
        assert len(dispute.method_ids) >= 2
        for method_id in dispute.method_ids:
            assert method_named(method_id).id == method_id
    with pytest.raises(UnknownNameError, match="method_id"):
        method_named("hope", "method_id")


def test_schools_give_each_method_its_best_call_or_the_reason_that_tells_most() -> None:
    rows = {r.method_id: r for r in compare_schools(question(0, 0, 15, lie=Lie(COVERS["tight"]))).rows}
    assert set(rows) == set(CATALOGUE)
    for method in ("roll-chip", "tall-clip", "quiet-glide", "low-press"):
        call = rows[method].call
        assert call is not None
        assert call.spread is not None
        assert call.detail is not None
        assert rows[method].reason is None
    assert rows["splash"].reason == "is for sand"
    assert rows["toe-putt"].reason == "is for a ball against the collar"
    assert rows["roll-chip"].reason is None
    full = plan_shot(question(0, 0, 15, lie=Lie(COVERS["tight"])))
    twin = next(c for c in full.calls if c.id == rows["quiet-glide"].call.id)
    assert twin.swing == pytest.approx(rows["quiet-glide"].call.swing)


def test_schools_are_mirrored_for_left_handers() -> None:
    ask = question(0, 6, 60, landing=Landing(50.0, 75.0))
    right, left = (
        {r.method_id: r.call for r in compare_schools(replace(ask, player=who)).rows if r.call}
        for who in (player(), player(left=True))
    )
    assert set(right) == set(left)
    for method, call in right.items():
        assert left[method].aim_rad == pytest.approx(-call.aim_rad, abs=1e-9)
        assert left[method].spread.left_m == pytest.approx(-call.spread.right_m, abs=1e-9)


def test_a_pinned_method_comes_first_and_an_excluded_one_falls_out() -> None:
    ask = question(0, 0, 15, lie=Lie(COVERS["tight"]))
    plain = plan_shot(ask)
    assert plain.calls[0].method_id != "low-press"
    pinned = plan_shot(replace(ask, pinned=frozenset({"low-press"})))
    assert pinned.calls[0].method_id == "low-press"
    assert pinned.calls[0].pinned
    assert pinned.calls[0].spread is not None
    out = plan_shot(replace(ask, excluded=frozenset({plain.calls[0].method_id})))
    assert all(c.method_id != plain.calls[0].method_id for c in out.calls)
    assert any(f.reason == "is left out for this player" for f in out.fell_out)


def test_the_spread_counts_every_strike() -> None:
    found = plan_shot(question(0, 0, 30, lie=Lie(COVERS["tight"])))
    struck = [c for c in found.calls if c.spread]
    assert len(struck) == 12
    assert all(c.spread is None for c in found.calls[12:])
    for call in struck:
        s = call.spread
        ends = np.hypot(s.ends[:, 0] - 30.0, s.ends[:, 1])
        assert s.strikes == len(s.ends) == 400
        assert s.mean_leave_m == pytest.approx(float(ends.mean()))
        assert call.leave_m == s.mean_leave_m
        assert s.short_m < s.long_m
        # The worst twentieth is beyond the middle eight tenths.
        assert math.hypot(s.worst_along_m, s.worst_across_m) > max(abs(s.short_m), abs(s.long_m)) * 0.95
        assert sum(share.share for share in s.shares) == pytest.approx(1.0)
        assert s.strokes == pytest.approx(float(NODES[1] @ s.costs.mean(axis=1)))
        assert s.leave80_m == pytest.approx(float(np.quantile(ends, 0.8)))


def test_calls_struck_often_are_ranked_by_strokes_and_known_flight() -> None:
    struck = [c for c in plan_shot(question(0, 0, 30)).calls if c.spread]
    assert [c.score for c in struck] == sorted(c.score for c in struck)
    assert all(c.score >= c.strokes for c in struck)


def test_neutral_chip_with_a_58_is_the_measured_one() -> None:
    # Source: common practice, a measured example on a 10-11 ft green: launch 33 deg, 4,800 rpm, descent 33, carry 12 m,
    # total 19 m; each within 10 %.
    for green in (10.0, 11.0):
        landing = Landing(6.0, 60.0, green_speed_ft=green)
        found = plan_shot(question(0, 0, 18.3, lie=Lie(COVERS["tight"]), landing=landing))
        call = next(c for c in found.calls if c.id == "58~quiet-glide")
        assert math.degrees(call.launch_rad) == pytest.approx(33.0, rel=0.1)
        assert call.spin_rad_s * 60 / (2 * math.pi) == pytest.approx(4800, rel=0.1)
        assert math.degrees(call.descent_rad) == pytest.approx(33.0, rel=0.1)
        assert call.carry_m == pytest.approx(12.0, rel=0.1)
        assert call.total_m == pytest.approx(19.0, rel=0.1)


@pytest.mark.parametrize("flag", [15.0, 20.0])
def test_a_nine_iron_roll_chip_lands_a_third_to_just_under_half_of_the_way(flag: float) -> None:
    # Source: common practice, level and medium green.
    landing = Landing(0.5, 60.0, green_speed_ft=9.0)
    found = plan_shot(question(0, 0, flag, lie=Lie(COVERS["tight"]), landing=landing))
    call = next(c for c in found.calls if c.id == "9-iron~roll-chip")
    assert 1 / 3 - 0.01 <= call.carry_m / flag < 0.5


def test_growth_against_the_shot_is_thicker_than_with_it() -> None:
    kept = {}
    for growth in ("with", "across", "against"):
        found = plan_shot(question(0, 0, 100, lie=Lie(COVERS["rough"], 0.8, growth=growth)))
        kept[growth] = next(c for c in found.calls if c.id == "8-iron~stock-swing").swing
    assert kept["with"] < kept["across"] < kept["against"]


def test_lie_refuses_what_cannot_be() -> None:
    with pytest.raises(DomainError, match=r"lie\.grass_mm.*no grass"):
        Lie(COVERS["sand"], height_m=0.05)
    with pytest.raises(OutOfRangeError, match=r"lie\.give"):
        Lie(COVERS["tight"], give=1.2)
    with pytest.raises(OutOfRangeError, match=r"lie\.density"):
        Lie(COVERS["rough"], density=2.0)
    with pytest.raises(OutOfRangeError, match=r"lie\.lip_m"):
        Lie(COVERS["sand"], lip_m=9.0)
    assert Lie(COVERS["rough"], 0.5, height_m=0.06).top_m == 0.06


def test_care_speaks_up_where_it_applies() -> None:
    def told(lie: Lie, fall: float = 0.0, temperature: float = 12.0) -> str:
        return " ".join(f"{n.rule} {n.words}" for n in notes_for(lie, Slope(math.radians(fall)), Sky(temperature)))

    assert "12.2b" in told(Lie(COVERS["sand"], 0.1))
    assert "12.2b" not in told(CLEAN)
    assert "Footing" in told(CLEAN, fall=12.0)
    assert "Footing" in told(Lie(COVERS["fairway"], wet=1.0), fall=6.0)
    assert "Footing" not in told(CLEAN, fall=6.0)
    assert "roots" in told(Lie(COVERS["deep"], 2.0))
    assert "Frozen" in told(Lie(COVERS["bare"]), temperature=-2.0)
    assert "16.1" in told(Lie(COVERS["mud"]))
    assert "19" in told(Lie(COVERS["heather"], 1.5))
    here = (CLEAN, Slope(), Sky(12.0))
    assert {"17.1", "18.2"} <= {n.rule for n in notes_for(*here, (box("water", 5, 9, 3, 9), box("out", 0, 9, 20, 30)))}
    assert notes_for(*here, (), (thing("wall", 6, 1),))[0].kind == "caution"
    assert all(n.kind == "rule" for n in notes_for(*here, (), (thing("wall", 40, 1),)))
    assert "straight back" in told(Lie(COVERS["sand"], lip_m=1.5))
    # During a round the product stays in the bag: said with every lie.
    assert all("4.3a" in told(Lie(c, c.usual_sunk)) for c in COVERS.values())


def test_full_speed_lofted_shots_warn_of_bystanders() -> None:
    for method in ("float", "rough-pop", "grass-splash", "splash", "high-splash"):
        assert any("obody" in words for words in CATALOGUE[method].cautions), method


@pytest.mark.parametrize(("rise", "run", "degrees"), [(0.1, 1.0, 5.711), (-0.12, 1.5, -4.574), (0.0, 1.0, 0.0)])
def test_rise_over_run(rise: float, run: float, degrees: float) -> None:
    # Source: arctangent by hand.
    assert math.degrees(rise_over_run(rise, run).slope_rad) == pytest.approx(degrees, abs=0.001)


def test_a_longer_run_measures_a_slope_better() -> None:
    doubts = [rise_over_run(0.1 * run, run).doubt_rad for run in (0.5, 1.0, 3.0)]
    assert doubts == sorted(doubts, reverse=True)
    # Source: by hand, 2 cm over 1 m is 0.02 rad, 4 % of a tenth 0.004: together 0.0204 / 1.01.
    assert doubts[1] == pytest.approx(math.hypot(0.02, 0.004) / 1.01, rel=1e-6)
    with pytest.raises(OutOfRangeError, match=r"helps\.run_m"):
        rise_over_run(0.1, 0.0)


def test_helps_rise_in_order_and_say_how_far_they_are_off() -> None:
    for help_ in HELPS:
        assert all(step.doubt > 0 for step in help_.steps)
        if help_.sets == "cover":
            assert all(step.value in COVERS for step in help_.steps)
        else:
            values = [float(step.value) for step in help_.steps]
            assert values == sorted(values)
