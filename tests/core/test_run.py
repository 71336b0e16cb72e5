"""Bounce and roll against the definition of green speed, Brede's formula and rolling mechanics."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from veltrin.core.constants import BALL_RADIUS_M, GRAVITY_M_S2, GREEN_RAMP_SPEED_M_S
from veltrin.core.errors import OutOfRangeError, UnknownNameError
from veltrin.core.run import SURFACES, Landing, Patch, run_out, two_way_green_speed
from veltrin.core.run.coefficients import TURF
from veltrin.core.run.landing import bounce
from veltrin.core.run.surface import surface_named, turf_restitution


def rolled(green_speed_ft: float, fall_deg: float, speed: float = GREEN_RAMP_SPEED_M_S) -> float:
    """Roll a ball off the ramp, already rolling, down (or up) a green; distance along the ground in m."""
    fall = math.radians(fall_deg)
    velocity = speed * np.array([[math.cos(fall), 0.0, -math.sin(fall)]])
    spin = np.array([[0.0, speed / BALL_RADIUS_M, 0.0]])
    run = run_out(np.zeros((1, 3)), velocity, spin, Landing(green_speed_ft=green_speed_ft, fall_rad=fall))
    assert run.held[0]
    return float(run.rest[0, 0]) / math.cos(fall)


@pytest.mark.parametrize("reading", [7.0, 9.5, 11.0, 13.0])
def test_ball_off_the_ramp_rolls_the_green_speed(reading: float) -> None:
    # Source: definition of the reading (ramp release 1.83 m/s, distance rolled; USGA, from memory).
    assert rolled(reading, 0.0) / 0.3048 == pytest.approx(reading, abs=0.03)


@pytest.mark.parametrize("fall", [0.5, 1.0, 1.5])
def test_two_way_readings_combine_by_brede(fall: float) -> None:
    # Source: Brede 1991 (from memory). The plain mean reads too fast; the harmonic one is right.
    down, up = rolled(9.0, fall) / 0.3048, rolled(9.0, -fall) / 0.3048
    assert two_way_green_speed(down, up) == pytest.approx(9.0, rel=0.01)
    assert (down + up) / 2 > 9.0 * 1.01


def test_roll_on_a_slope_feels_five_sevenths_of_gravity() -> None:
    # Source: textbook, a rolling uniform sphere accelerates at 5/7 g sin(slope).
    fall, speed = 1.5, GREEN_RAMP_SPEED_M_S
    brake = speed**2 / (2 * 9.0 * 0.3048)
    expected = speed**2 / (2 * (brake + 5 / 7 * GRAVITY_M_S2 * math.sin(math.radians(fall))))
    assert rolled(9.0, -fall) == pytest.approx(expected, rel=0.01)


def test_ball_that_cannot_hold_says_so() -> None:
    fall = math.radians(8)
    run = run_out(
        np.zeros((1, 3)),
        np.array([[1.0, 0.0, 0.0]]),
        np.array([[0.0, 1.0 / BALL_RADIUS_M, 0.0]]),
        Landing(green_speed_ft=12, fall_rad=fall),
    )
    assert not run.held[0]


@pytest.mark.parametrize(("speed", "e"), [(0.0, 0.510), (10.0, 0.2253), (20.0, 0.1212), (25.0, 0.120)])
def test_turf_restitution_at_worked_points(speed: float, e: float) -> None:
    # Source: Penner 2002 formula worked by hand.
    assert turf_restitution(speed, TURF) == pytest.approx(e, abs=1e-4)


UP = np.array([0.0, 0.0, 1.0])


@given(st.floats(1.0, 30.0), st.floats(15.0, 80.0), st.floats(-900.0, 900.0))
def test_bounce_never_gains_energy(speed: float, steep: float, spin: float) -> None:
    a = math.radians(steep)
    v, w = speed * np.array([math.cos(a), 0.0, -math.sin(a)]), np.array([0.0, spin, 0.0])

    def energy() -> float:
        return 0.5 * float(v @ v) + 0.2 * BALL_RADIUS_M**2 * float(w @ w)

    before = energy()
    bounce(v, w, UP, 1.0, 1.0, TURF.friction, 0.0, TURF)
    assert energy() <= before * (1 + 1e-9)
    assert v[2] >= 0


def test_penner_dent_at_his_measured_point() -> None:
    # At 18.6 m/s and 44.4 deg from the normal the dent tilts the turf by 15.4 deg (Penner 2002, from memory):
    # with that tilt a frictionless reading of the rebound direction is known in closed form.
    phi, tilt, speed = math.radians(44.4), math.radians(15.4), 18.6
    v = speed * np.array([math.sin(phi), 0.0, -math.cos(phi)])
    face = np.array([-math.sin(tilt), 0.0, math.cos(tilt)])
    into = -float(v @ face)
    w = np.zeros(3)
    bounce(v, w, UP, 1.0, 1.0, TURF.friction, 0.0, TURF)
    assert float(v @ face) == pytest.approx(turf_restitution(into, TURF) * into, rel=1e-9)


def test_backspin_checks_and_side_spin_kicks() -> None:
    v = np.array([[9.0, 0.0, -9.0]])
    landing = np.zeros((1, 3))
    checked = run_out(landing, v, np.array([[0.0, -700.0, 0.0]]), Landing())
    free = run_out(landing, v, np.array([[0.0, 0.0, 0.0]]), Landing())
    assert checked.rest[0, 0] < free.rest[0, 0]
    # Spin about +x tilts as a fade does (axis down on the right): it kicks right, which is -y.
    fade = run_out(landing, v, np.array([[300.0, -700.0, 0.0]]), Landing())
    assert fade.rest[0, 1] < -0.05


def test_firmer_and_faster_run_further_and_rough_stops() -> None:
    landing, v, w = np.zeros((1, 3)), np.array([[12.0, 0.0, -10.0]]), np.array([[0.0, -400.0, 0.0]])

    def out(**kind) -> float:
        return float(run_out(landing, v, w, Landing(**kind)).rest[0, 0])

    assert out(firmness=0.2) < out(firmness=0.5) < out(firmness=0.9)
    assert out(green_speed_ft=8) < out(green_speed_ft=12)
    order = [out(on=SURFACES[name]) for name in ("rough", "semi", "fairway", "green")]
    assert order == sorted(order)


def test_green_begins_where_its_front_edge_is() -> None:
    v, w = np.array([[6.0, 0.0, -3.0]]), np.array([[0.0, 0.0, 0.0]])
    rough = SURFACES["rough"]
    short = run_out(np.zeros((1, 3)), v, w, Landing(front_m=50.0, back_m=60.0, surround=rough)).rest[0, 0]
    on = run_out(np.zeros((1, 3)), v, w, Landing(front_m=-1.0, back_m=60.0, surround=rough)).rest[0, 0]
    assert short < 0.5 * on


def test_trace_ends_at_rest() -> None:
    run = run_out(np.zeros((1, 3)), np.array([[10.0, 1.0, -8.0]]), np.zeros((1, 3)), Landing(), record=True)
    trace = run.trace[0, : run.rows[0]]
    assert trace[-1, :2] == pytest.approx(run.rest[0, :2])
    assert trace[:, 2].min() >= -1e-9


def test_unknown_surface_and_wild_numbers_are_refused() -> None:
    with pytest.raises(UnknownNameError, match="green, fringe"):
        surface_named("carpet")
    with pytest.raises(OutOfRangeError, match=r"line\.fall_deg"):
        Landing(fall_rad=math.radians(20))
    with pytest.raises(OutOfRangeError, match=r"landing\.green_speed_ft"):
        run_out(np.zeros((1, 3)), np.ones((1, 3)), np.ones((1, 3)), Landing(green_speed_ft=30))


def in_sand(speed: float, down_deg: float) -> float:
    """How far a ball gets that comes down in the middle of a wide bunker (m)."""
    down = math.radians(down_deg)
    velocity = speed * np.array([[math.cos(down), 0.0, -math.sin(down)]])
    ring = ((-30.0, -30.0), (60.0, -30.0), (60.0, 30.0), (-30.0, 30.0))
    ground = Landing(200.0, 220.0, width_m=20.0, patches=(Patch(SURFACES["sand"], ring),))
    run = run_out(np.zeros((1, 3)), velocity, np.array([[0.0, -300.0, 0.0]]), ground)
    return float(run.rest[0, 0])


@pytest.mark.parametrize("speed", [4.0, 8.0, 12.0, 18.0])
@pytest.mark.parametrize("down_deg", [25.0, 35.0, 50.0])
def test_loose_sand_keeps_what_comes_down_into_it(speed: float, down_deg: float) -> None:
    # Common practice: a chip or a pitch that lands in a bunker stays in it, and makes no ramp of its own dent.
    assert 0.0 <= in_sand(speed, down_deg) < 0.6


def test_a_low_ball_at_pace_skims_through_sand_and_a_slow_one_does_not() -> None:
    assert in_sand(30.0, 6.0) > 3.0
    assert in_sand(7.0, 12.0) < 1.0
