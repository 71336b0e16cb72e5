"""Turning vectors and faces, against scipy's Rotation."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from veltrin.core.geometry import elevation, turn, vectors
from veltrin.core.ground import Slope, slope_along
from veltrin.core.ground.slope import axes_of
from veltrin.core.kit import present

angle = st.floats(-0.6, 0.6)


@given(st.lists(angle, min_size=3, max_size=3), angle)
def test_turn_is_scipy_rotation(direction: list[float], by: float) -> None:
    axis = np.array(direction) + np.array([0.0, 0.0, 1.0])
    axis /= np.linalg.norm(axis)
    v = np.array([0.3, -0.4, 0.8])
    ours = turn(v[None], axis[None], by)[0]
    # Source: scipy.spatial.transform.Rotation, the reference library for rotations.
    assert ours == pytest.approx(Rotation.from_rotvec(by * axis).apply(v), abs=1e-12)


@given(angle, angle, angle)
def test_presented_face_is_three_rotations_in_order(opened: float, lean: float, handle: float) -> None:
    loft, lie = math.radians(54), math.radians(64)
    shown = present(loft, lie, 0.2, open_rad=opened, lean_rad=lean, handle_rad=handle)
    shaft = np.array([0.0, math.cos(lie), math.sin(lie)])
    whole = (
        Rotation.from_rotvec(handle * np.array([1.0, 0, 0]))
        * Rotation.from_rotvec(lean * np.array([0, 1.0, 0]))
        * Rotation.from_rotvec(-opened * shaft)
    )
    face = whole.apply([math.cos(loft), 0.0, math.sin(loft)])
    assert shown.face_normal[0] == pytest.approx(face, abs=1e-12)


# Source: the model's own worked values for a 60 deg wedge with 4 deg of bounce at lie 64 (geometry by hand);
# "shutting takes a 4 deg bounce to 0-2" is common practice.
@pytest.mark.parametrize(
    ("opened", "loft", "bounce"), [(-10.0, 55.6, -0.4), (0.0, 60.0, 4.0), (10.0, 64.4, 8.3), (-5.0, 57.8, 1.8)]
)
def test_opening_adds_loft_and_bounce(opened: float, loft: float, bounce: float) -> None:
    shown = present(math.radians(60), math.radians(64), math.radians(4), open_rad=math.radians(opened))
    assert math.degrees(shown.delivered_loft_rad[0]) == pytest.approx(loft, abs=0.1)
    assert math.degrees(shown.effective_bounce_rad[0]) == pytest.approx(bounce, abs=0.1)


def test_opening_turns_the_face_right_by_nine_tenths() -> None:
    shown = present(math.radians(60), math.radians(64), 0.0, open_rad=math.radians(10))
    assert math.degrees(shown.face_azimuth_rad[0]) == pytest.approx(-9.7, abs=0.2)


def test_stock_lean_makes_thirty_deliver_twenty_six() -> None:
    # Source: common practice, "30 -> 26 with stock lean".
    shown = present(math.radians(30), math.radians(62), 0.0, lean_rad=math.radians(4))
    assert math.degrees(shown.delivered_loft_rad[0]) == pytest.approx(26.0, abs=1e-9)


def test_raised_handle_looks_right() -> None:
    shown = present(math.radians(54), math.radians(64), 0.0, handle_rad=math.radians(8))
    assert shown.face_azimuth_rad[0] < 0


@given(st.floats(-0.35, 0.35), st.floats(-0.35, 0.35))
def test_the_axes_of_the_ground_are_a_rotation_with_the_slopes_it_was_given(fall: float, side: float) -> None:
    frame = np.array(axes_of(fall, side)).T
    assert frame.T @ frame == pytest.approx(np.eye(3), abs=1e-12)
    assert np.linalg.det(frame) == pytest.approx(1.0)
    along, normal = frame[:, 0], frame[:, 2]
    assert math.atan2(-along[2], math.hypot(along[0], along[1])) == pytest.approx(fall, abs=1e-12)
    # Across the line the plane drops to the left by tan(side): ball above the feet of a right-hander.
    assert normal[1] / normal[2] == pytest.approx(math.tan(side), abs=1e-12)


@given(st.floats(-0.3, 0.3), st.floats(-0.3, 0.3))
def test_ball_above_the_feet_turns_the_face_left_by_the_formula(side: float, extra: float) -> None:
    loft = 0.7 + extra
    turned = np.array(axes_of(0.0, side)).T @ (math.cos(loft), 0.0, math.sin(loft))
    # Source: geometry; azimuth shifts by atan(tan L sin s).
    assert math.atan2(turned[1], turned[0]) == pytest.approx(math.atan(math.tan(loft) * math.sin(side)))


@given(st.floats(-0.3, 0.3), st.floats(-0.3, 0.3), st.floats(-0.5, 0.5))
def test_aiming_off_resolves_the_same_ground(fall: float, side: float, aim: float) -> None:
    along, across = slope_along(Slope(fall, side), aim)
    steepest = math.hypot(math.tan(fall), math.tan(side))
    assert math.hypot(math.tan(along), math.tan(across)) == pytest.approx(steepest, abs=1e-12)


def test_elevation_of_the_vertical() -> None:
    assert elevation(vectors(0.0, 0.0, 1.0))[0] == pytest.approx(math.pi / 2)
