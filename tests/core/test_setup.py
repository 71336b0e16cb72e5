"""Arc, low point and set-up: geometry by hand, and the trade's numbers."""

from __future__ import annotations

import math

import pytest

from tests.players import degrees, strike
from veltrin.core.errors import OutOfRangeError
from veltrin.core.ground import Slope
from veltrin.core.strike import Change


def test_a_degree_and_a_half_missed_moves_the_low_point_four_centimetres() -> None:
    # Source: geometry, r sin(t) with r about 1.55 m: 1.5 deg is 4 cm.
    setup = strike("54", 6.0, 0.0, 0.4, Change(follow_touch=0.75, follow_full=0.75)).setup
    assert math.degrees(setup.missed_fall[0]) == pytest.approx(1.5)
    assert setup.ball_back_m[0] == pytest.approx(0.04, abs=0.003)


@pytest.mark.parametrize("fall", [5.0, 6.0])
def test_downhill_pitch_has_the_ball_about_four_centimetres_back(fall: float) -> None:
    # Source: common practice, about 4 cm on a pitch at a moderate slope.
    assert strike("54", fall, 0.0, 0.45).setup.ball_back_m[0] == pytest.approx(0.04, abs=0.01)


@pytest.mark.parametrize("fall", [5.0, 6.0])
def test_downhill_full_shot_has_the_ball_two_to_three_centimetres_back(fall: float) -> None:
    # Source: common practice, 2-3 cm on a full shot at a moderate slope.
    assert 0.02 <= strike("7-iron", fall, 0.0, 1.0).setup.ball_back_m[0] <= 0.031


def test_downhill_pitch_stands_nearly_all_on_the_lead_side_and_wider() -> None:
    # Source: common practice, 90-98 % on the lead side, a wider base.
    setup = strike("54", 8.0, 0.0, 0.4, Change(lead_bias=0.10)).setup
    assert 0.90 <= setup.lead_share[0] <= 0.98
    assert setup.width_m[0] > setup.stock_width_m[0]


def test_standing_upright_downhill_bottoms_out_behind_the_ball() -> None:
    # Source: common practice, the fault on downhill lies: 50-50 to gravity is fat or a blade.
    setup = strike("54", 6.0, 0.0, 0.4).setup
    assert setup.uncorrected_low_point_m[0] < -0.05
    assert setup.low_point_m[0] > 0.05


def test_uphill_moves_ball_forward_and_pressure_to_the_trail_side() -> None:
    setup = strike("54", -6.0, 0.0, 0.4).setup
    assert setup.ball_back_m[0] < -0.02
    assert setup.lead_share[0] < 0.5


def test_ball_above_the_feet_is_gripped_down_and_stood_taller_to() -> None:
    setup = strike("7-iron", 0.0, 6.0, 1.0).setup
    assert 0.02 < setup.grip_down_m[0] < 0.06
    assert setup.posture_m[0] > 0.01


def test_ball_below_the_feet_uses_the_full_length_and_stays_lower() -> None:
    setup = strike("7-iron", 0.0, -6.0, 1.0).setup
    assert setup.grip_down_m[0] == pytest.approx(-0.012)
    assert setup.posture_m[0] < -0.02


def test_level_ground_changes_nothing() -> None:
    setup = strike("pw", 0.0, 0.0, 0.6).setup
    for name in ("ball_back_m", "grip_down_m", "posture_m", "shoulder_tilt", "face_turn"):
        assert getattr(setup, name)[0] == pytest.approx(0.0, abs=1e-12), name
    assert setup.low_point_m[0] == pytest.approx(setup.uncorrected_low_point_m[0])


def test_balance_ends_how_far_the_body_follows() -> None:
    narrow = strike("54", 20.0, 0.0, 0.3, Change(follow_touch=1.0, follow_full=1.0, lead_bias=0.15)).setup
    assert narrow.follow_fall[0] < 1.0
    assert narrow.lead_share[0] <= 0.98 + 1e-9


def test_into_the_hill_meets_the_ground_steeper_than_with_it() -> None:
    into = strike("9-iron", -8.0, 0.0, 0.6, Change(follow_touch=0.3, follow_full=0.3, taken_up=0.25))
    along = strike("9-iron", -8.0, 0.0, 0.6)
    assert into.setup.low_point_m[0] > along.setup.low_point_m[0] + 0.05
    assert degrees(into.delivery.delivered_loft) < degrees(along.delivery.delivered_loft)


def test_matched_slope_keeps_the_bounce_against_the_ground() -> None:
    level, down = strike("54", 0.0, 0.0, 0.4), strike("54", 8.0, 0.0, 0.4)
    assert degrees(down.delivery.effective_bounce) == pytest.approx(degrees(level.delivery.effective_bounce), abs=0.05)


def test_steeper_than_twenty_degrees_is_refused() -> None:
    with pytest.raises(OutOfRangeError, match=r"lie\.fall_deg"):
        Slope(math.radians(21), 0.0)
    with pytest.raises(OutOfRangeError, match=r"lie\.side_deg"):
        Slope(0.0, math.radians(-25))
