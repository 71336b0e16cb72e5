"""The blow: conservation of momentum, no energy from nothing, the rolling and the sliding limit."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from veltrin.core.constants import (
    BALL_MASS_KG,
    BALL_RADIUS_M,
    DRIVER_COR_LIMIT,
    INERTIA_FACTOR,
)
from veltrin.core.geometry import elevation
from veltrin.core.strike.impact import grip_restitution, restitution, struck
from veltrin.core.strike.stroke import _COR_AT_REST, _COR_SPEED_SLOPE


class Left(NamedTuple):
    """What left the face."""

    velocity: np.ndarray
    spin: np.ndarray
    slid: bool


def blow(loft: float, attack: float, speed: float, head: float, e: float, grip: float, mu: float = 9.0):
    face, path = ((math.cos(angle), 0.0, math.sin(angle)) for angle in (loft, attack))
    velocity, spin, slid = struck(path, face, speed, head, e, grip, mu)
    return np.array(face), np.array(path), Left(np.array(velocity), np.array(spin), slid)


lofts, attacks = st.floats(0.15, 1.1), st.floats(-0.12, 0.05)
speeds, heads = st.floats(3.0, 55.0), st.floats(0.19, 0.31)


@given(lofts, attacks, speeds, heads, st.floats(0.6, 0.86), st.floats(0.0, 0.4))
def test_momentum_is_conserved_and_restitution_holds(loft, attack, speed, head, e, grip) -> None:
    face, path, launch = blow(loft, attack, speed, head, e, grip)
    club_after = path * speed - launch.velocity * BALL_MASS_KG / head
    # Source: Newton's law of restitution along the normal.
    apart = (launch.velocity - club_after) @ face
    assert apart == pytest.approx(e * speed * (path @ face), rel=1e-9)
    # Tangentially the contact points part at e_t times the speed at which they met.
    along = path - face * (path @ face)
    t = along / np.linalg.norm(along)
    contact = launch.velocity + np.cross(launch.spin, -BALL_RADIUS_M * face)
    assert (contact - club_after) @ t == pytest.approx(grip * speed * (path @ t), rel=1e-7, abs=1e-9)


@given(lofts, attacks, speeds, heads, st.floats(0.6, 0.86), st.floats(0.0, 0.4), st.floats(0.05, 0.42))
def test_energy_never_grows(loft, attack, speed, head, e, grip, mu) -> None:
    _, path, launch = blow(loft, attack, speed, head, e, grip, mu)
    club_after = path * speed - launch.velocity * BALL_MASS_KG / head
    inertia = INERTIA_FACTOR * BALL_MASS_KG * BALL_RADIUS_M**2
    after = 0.5 * (
        BALL_MASS_KG * np.sum(launch.velocity**2) + inertia * np.sum(launch.spin**2) + head * np.sum(club_after**2)
    )
    assert after <= 0.5 * head * speed**2 * (1 + 1e-9)


def test_rolling_limit() -> None:
    # Source: textbook limit, e_t = 0 and enough friction: the ball rolls off the face.
    face, path, launch = blow(0.6, -0.05, 30.0, 0.27, 0.8, 0.0)
    club_after = path * 30.0 - launch.velocity * BALL_MASS_KG / 0.27
    contact = launch.velocity + np.cross(launch.spin, -BALL_RADIUS_M * face)
    along = path - face * (path @ face)
    assert (contact - club_after) @ along == pytest.approx(0.0, abs=1e-9)
    assert not launch.slid


def test_sliding_limit_is_mu_times_the_normal_blow() -> None:
    face, _, launch = blow(1.0, -0.05, 12.0, 0.30, 0.85, 0.35, mu=0.1)
    normal = launch.velocity @ face
    sideways = np.linalg.norm(launch.velocity - normal * face)
    assert launch.slid
    assert sideways == pytest.approx(0.1 * normal)
    assert np.linalg.norm(launch.spin) == pytest.approx(sideways / (INERTIA_FACTOR * BALL_RADIUS_M))


def test_launch_lies_between_path_and_face_and_backspin_lifts() -> None:
    _, _, launch = blow(0.5, -0.07, 38.0, 0.27, 0.78, 0.2)
    assert -0.07 < elevation(launch.velocity[None])[0] < 0.5
    lift = np.cross(launch.spin, launch.velocity)
    assert lift[2] > 0


@pytest.mark.parametrize("speed", [38.0, 44.0, 50.0])
def test_driver_stays_within_the_equipment_rules(speed: float) -> None:
    # Source: Equipment Rules, COR of a driver at most 0.830 (from memory), tested at high speed.
    assert restitution(speed, _COR_AT_REST["wood"], _COR_SPEED_SLOPE["wood"], 1.0) <= DRIVER_COR_LIMIT


def test_restitution_and_grip_fall_with_speed() -> None:
    fast, slow = restitution(40.0, 0.875, 0.0025, 1.0), restitution(8.0, 0.875, 0.0025, 1.0)
    assert fast < slow
    assert grip_restitution(35.0, 0.0) == pytest.approx(0.20)
    assert grip_restitution(5.0, 0.0) == pytest.approx(0.40)


def test_neutral_chip_with_a_58_launches_like_the_measured_one() -> None:
    # Source: common practice, a measured example: launch 33 deg, 4,800 rpm.
    _, _, launch = blow(math.radians(55), math.radians(-3), 14.0, 0.302, 0.85, 0.34, mu=0.41)
    assert math.degrees(elevation(launch.velocity[None])[0]) == pytest.approx(33, rel=0.1)
    assert np.linalg.norm(launch.spin) * 60 / (2 * math.pi) == pytest.approx(4800, rel=0.12)
