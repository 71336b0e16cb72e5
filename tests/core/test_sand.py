"""Sand: marks, distances, states of sand, buried balls, slopes, lips."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.players import player, question
from veltrin.core.errors import OutOfRangeError
from veltrin.core.ground import COVERS, GROUND, Bed, Lie
from veltrin.core.kit import Player, Scatter, build_bag
from veltrin.core.plan import Call, Plan, plan_shot
from veltrin.core.plan.planner import plan_in_stages
from veltrin.core.plan.screen import clears_lip
from veltrin.core.strike.splash import Splash, carried_share, splash_window_of, splashed

SAND = Lie(COVERS["sand"], 0.1)
HEAD = 0.3


def found(lie: Lie, flag: float = 14.0, fall: float = 0.0, side: float = 0.0, who: Player | None = None) -> Plan:
    return plan_shot(question(fall, side, flag, who, lie=lie))


def calls_of(plan: Plan, method: str) -> list[Call]:
    return [c for c in plan.calls if c.method_id == method and c.target.name == "flag"]


def approach(steep_deg: float = 11.0, bounce_deg: float = 14.0, loft_deg: float = 54.0) -> np.ndarray:
    """A stroke's way to the sand, in the order of Approach."""
    steep, loft, bounce = (math.radians(a) for a in (steep_deg, loft_deg, bounce_deg))
    return np.array([steep, 0.2, loft, bounce, 1.5, 0.024, 1.0, 15.0, 0.3])


def splash(lie: Lie, a: np.ndarray, entry_m: float, along_m: float = 0.0, deep_m: float = 0.0) -> Splash:
    steep, _, loft, bounce, arc, sole, share, *_ = a
    return Splash(*splashed(lie.under.ploughed, steep, loft, bounce, arc, sole, share, HEAD, entry_m, along_m, deep_m))


def test_the_standard_splash_goes_fourteen_metres_at_a_plausible_swing_with_a_mark_of_sixteen_centimetres() -> None:
    # Source: common practice: about 14 m with 56-60 (a 52 works), entry about 5 cm behind, mark about 16 cm.
    splashes = calls_of(found(SAND, 14.0), "splash")
    assert {c.club_id for c in splashes} == {"54", "58"}
    for call in splashes:
        assert call.total_m == pytest.approx(14.0, abs=0.5)
        assert 0.4 <= call.swing <= 0.8, call.id
        assert call.setup.entry_m == pytest.approx(0.05)
        assert 0.11 <= call.setup.mark_m <= 0.20, call.id
        # Source: common practice: one to two centimetres of sand are taken.
        assert 0.01 <= call.setup.mark_depth_m <= 0.02, call.id
        assert call.carry_m > call.run_m
    assert np.mean([c.setup.mark_m for c in splashes]) == pytest.approx(0.16, abs=0.025)


@pytest.mark.parametrize("flag", [23.0, 27.0])
def test_the_long_splash_goes_farther_with_less_loft(flag: float) -> None:
    # Source: common practice: long, 23-27 m, with 50-52: stance narrower, same entry, bigger swing.
    long = next(c for c in calls_of(found(SAND, flag), "long-splash") if c.club_id == "50")
    short = next(c for c in calls_of(found(SAND, 14.0), "splash") if c.club_id == "54")
    assert 0.6 <= long.swing <= 0.95
    assert long.swing > short.swing
    assert long.setup.entry_m == short.setup.entry_m
    assert long.setup.stance_width_m < next(c for c in calls_of(found(SAND, 14.0), "high-splash")).setup.stance_width_m


def test_the_high_splash_lands_steepest() -> None:
    plan = found(SAND, 12.0)
    high, plain = (next(c for c in calls_of(plan, m) if c.club_id == "58") for m in ("high-splash", "splash"))
    assert high.descent_rad > plain.descent_rad
    assert high.run_m < plain.run_m
    assert high.swing > plain.swing


def test_buried_comes_out_lower_and_runs_more_than_twice_as_far() -> None:
    # Source: common practice.
    splashed = next(c for c in calls_of(found(SAND), "splash") if c.club_id == "54")
    buried = found(Lie(COVERS["sand"], 0.9))
    gouge = next(c for c in calls_of(buried, "gouge") if c.club_id == "54")
    assert gouge.apex_m < splashed.apex_m
    assert gouge.run_m > 2 * splashed.run_m
    assert gouge.spin_rad_s < splashed.spin_rad_s
    assert not calls_of(buried, "splash")


def test_below_the_feet_aims_left_and_a_buried_one_above_them_right() -> None:
    # Source: common practice: ball below the feet in sand leaks right; shut and buried on a side slope leaves left.
    below = calls_of(found(SAND, side=-4.0), "splash-below")[0]
    assert below.aim_rad > math.radians(1)
    assert below.setup.stance_width_m > below.setup.stock_width_m
    gouged = calls_of(found(Lie(COVERS["sand"], 0.9), side=4.0), "side-gouge")[0]
    assert gouged.aim_rad < math.radians(-1)


def wedge(bounce_deg: float) -> Player:
    bag = tuple(replace(c, bounce_rad=math.radians(bounce_deg)) if c.id == "58" else c for c in build_bag(140.0))
    return Player("s", "Sand", False, 1.8, 12.0, bag, scatter=Scatter.for_handicap(12.0))


def splash_of(bounce_deg: float, cover: str) -> Call:
    """Sized to finish at the flag: the first stage, before many strikes move the target to where misses cost least."""
    asked = question(0.0, 0.0, 12.0, wedge(bounce_deg), lie=Lie(COVERS[cover], COVERS[cover].usual_sunk))
    return next(c for c in calls_of(next(plan_in_stages(asked)), "splash") if c.club_id == "58")


def test_bounce_skulls_on_compacted_sand_and_saves_in_fluffy_sand() -> None:
    # Source: common practice: a high-bounce sole rebounds off compacted wet sand; in fluffy wet sand digging stalls.
    assert splash_of(13.0, "sand-wet-hard").odds.thin > splash_of(4.0, "sand-wet-hard").odds.thin + 0.15
    high, low = splash_of(13.0, "sand-wet-fluffy"), splash_of(4.0, "sand-wet-fluffy")
    assert high.setup.mark_depth_m < low.setup.mark_depth_m
    assert high.swing < low.swing


def test_fluffy_wet_sand_asks_for_more_speed() -> None:
    assert splash_of(8.0, "sand-wet-fluffy").club_speed_m_s > 1.05 * splash_of(8.0, "sand").club_speed_m_s
    assert splash_of(8.0, "sand-wet-hard").club_speed_m_s < splash_of(8.0, "sand").club_speed_m_s


def test_thin_sand_over_a_hard_base_throws_the_sole_back() -> None:
    deep, thin = (found(replace(SAND, sand_m=d), 12.0, who=wedge(13.0)) for d in (0.10, 0.012))
    odds = [next(c for c in calls_of(p, "splash") if c.club_id == "58").odds.thin for p in (deep, thin)]
    assert odds[1] > odds[0] + 0.1


def test_firm_and_lipless_is_putted_or_chipped() -> None:
    firm = Lie(COVERS["sand-dry-hard"])
    assert {"sand-putt", "sand-chip"} <= {c.method_id for c in found(firm).calls}
    lipped = found(replace(firm, lip_m=0.8, lip_at_m=2.0))
    assert not calls_of(lipped, "sand-putt")
    assert any("lip" in f.reason for f in lipped.fell_out if f.method_id == "sand-putt")


def test_a_lip_takes_the_low_ones_out() -> None:
    plan = found(replace(SAND, lip_m=1.6, lip_at_m=2.5))
    assert all(c.launch_rad > math.radians(38) for c in plan.calls if c.target.name == "flag")
    assert any(f.reason == "won't clear the lip" for f in plan.fell_out)


def test_lip_is_cleared_by_the_parabola() -> None:
    # Source: the vacuum parabola by hand: 10 m/s at 45 deg is 1.51 m up after 2 m.
    lie = replace(SAND, lip_m=1.3, lip_at_m=2.0)
    up = np.array([10 * math.sqrt(0.5), 0.0, 10 * math.sqrt(0.5)])
    height = 2.0 - 0.5 * 9.80665 * (2.0 / up[0]) ** 2
    assert height == pytest.approx(1.608, abs=0.01)
    assert clears_lip(lie, up)
    assert not clears_lip(replace(lie, lip_m=1.6), up)
    assert not clears_lip(lie, np.array([0.01, 0.0, 5.0]))


@settings(max_examples=60)
@given(st.floats(0.0, 0.15), st.floats(0.0, 0.1))
def test_more_sand_never_carries_more(entry: float, more: float) -> None:
    assert carried_share(entry + more, GROUND.sand) <= carried_share(entry, GROUND.sand)


@settings(max_examples=40)
@given(st.floats(6.0, 20.0), st.floats(0.0, 18.0), st.floats(0.02, 0.09), st.floats(0.0, 0.4))
def test_no_splash_makes_momentum(steep: float, bounce: float, entry: float, sunk: float) -> None:
    out = splash(Lie(COVERS["sand"], sunk), approach(steep, bounce), entry)
    # Source: conservation of momentum: a ball of 46 g never takes more than a head of 300 g has (1.6 times its speed).
    assert 0.0 < out.carried < 1.6
    assert out.mark_m > 0
    assert out.depth_m >= 0
    assert 0 < out.launch < math.radians(54)


def test_deeper_and_earlier_both_cost_speed() -> None:
    base = splash(SAND, approach(), 0.05).carried
    assert splash(SAND, approach(), 0.05, deep_m=0.01).carried < base
    assert splash(SAND, approach(), 0.05, along_m=-0.03).carried < base


def test_the_splash_window_is_as_wide_as_it_says() -> None:
    a, entry, room = approach(), 0.05, np.empty(3)
    meant = splash(SAND, a, entry).carried
    splash_window_of(SAND.under.ploughed, a, HEAD, entry, meant, room)
    inside = splash(SAND, a, entry, along_m=-room[0])
    outside = splash(SAND, a, entry, along_m=-(room[0] + 0.006))
    assert not inside.over_edge
    assert inside.carried >= 0.72 * meant
    assert outside.over_edge or outside.carried < 0.72 * meant


def test_shallow_sand_bed_lies_between_sand_and_base() -> None:
    half = replace(SAND, sand_m=0.025).bed
    assert isinstance(half, Bed)
    assert COVERS["sand"].bed.lift < half.lift < COVERS["sand-dry-hard"].bed.lift
    with pytest.raises(OutOfRangeError, match=r"lie\.sand_mm"):
        replace(SAND, sand_m=0.0)


def test_a_grass_splash_enters_five_centimetres_behind_and_lands_soft() -> None:
    # Source: common practice: nestled, play it as a splash, enter about 5 cm behind.
    plan = plan_shot(question(0, 0, 15.0, player(), lie=Lie(COVERS["rough"], 1.0)))
    splashed = next(c for c in plan.calls if c.id == "58~grass-splash")
    stock = next(c for c in plan.calls if c.id == "58~stock-swing")
    assert splashed.setup.entry_m == pytest.approx(0.05)
    assert splashed.descent_rad > stock.descent_rad
    assert splashed.run_m < stock.run_m
