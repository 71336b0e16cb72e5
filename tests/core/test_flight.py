"""Flight against closed forms, a reference integrator and published coefficients."""

from __future__ import annotations

import math

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from tests.reference.tables import rows
from veltrin.core.air import CALM, Air, Wind
from veltrin.core.constants import BALL_AREA_M2, BALL_MASS_KG, BALL_RADIUS_M, GRAVITY_M_S2
from veltrin.core.flight import COARSE_STEP_S, STEP_S, Flights, drag_coefficient, fly, lift_coefficient
from veltrin.core.geometry import elevation
from veltrin.core.units import rpm_to_rad_s

AIR = Air(12.0, 620.0, 70.0)


def launch(speed: float, up: float, rpm: float, tilt: float = 0.0) -> tuple[np.ndarray, np.ndarray]:
    a, t, w = math.radians(up), math.radians(tilt), rpm_to_rad_s(rpm)
    velocity = speed * np.array([[math.cos(a), 0.0, math.sin(a)]])
    return velocity, w * np.array([[0.0, -math.cos(t), -math.sin(t)]])


@pytest.mark.parametrize(("speed", "up"), [(5.0, 30.0), (25.0, 45.0), (60.0, 12.0), (14.0, 70.0), (3.0, 2.0)])
def test_vacuum_parabola(speed: float, up: float) -> None:
    velocity, spin = launch(speed, up, 3000)
    flown = fly(velocity, spin, AIR, drag_scale=0.0, lift_scale=0.0)
    a = math.radians(up)
    # Source: closed form of the parabola.
    assert flown.landing[0, 0] == pytest.approx(speed**2 * math.sin(2 * a) / GRAVITY_M_S2, abs=1e-6)
    assert flown.flight_s[0] == pytest.approx(2 * speed * math.sin(a) / GRAVITY_M_S2, abs=1e-6)
    assert flown.apex_m[0] == pytest.approx((speed * math.sin(a)) ** 2 / (2 * GRAVITY_M_S2), rel=1e-3)


def flown_as(row: dict[str, str], wind: Wind = CALM) -> Flights:
    """A row of the published averages, at 20 C by the sea."""
    velocity, spin = launch(*(float(row[k]) for k in ("ball_mph", "launch_deg", "spin_rpm")))
    return fly(velocity * 0.44704, spin, Air(20.0), wind)


def reference_carry(velocity: np.ndarray, spin: np.ndarray, air: Air, wind: Wind) -> np.ndarray:
    """Independent right-hand side, integrated by scipy's DOP853 to 1e-10."""
    rho, mu = air.density, air.viscosity
    rate0 = np.linalg.norm(spin)
    axis = spin / rate0
    k = 0.5 * rho * BALL_AREA_M2 / BALL_MASS_KG

    def rhs(_t: float, s: np.ndarray) -> np.ndarray:
        height = max(s[2], 0.0)
        grown = math.log((height + wind.roughness_m) / wind.roughness_m) / math.log(
            (wind.height_m + wind.roughness_m) / wind.roughness_m
        )
        relative = s[3:6] - grown * np.array([wind.x_m_s, wind.y_m_s, 0.0])
        speed = np.linalg.norm(relative)
        ratio, reynolds = BALL_RADIUS_M * s[6] / speed, rho * speed * 2 * BALL_RADIUS_M / mu
        drag, lift = drag_coefficient(reynolds, ratio), lift_coefficient(reynolds, ratio)
        force = k * speed * (-drag * relative + lift * np.cross(axis, relative))
        force[2] -= GRAVITY_M_S2
        return np.concatenate([s[3:6], force, [-2e-5 * s[6] * speed / BALL_RADIUS_M]])

    def ground(_t: float, s: np.ndarray) -> float:
        return s[2] if _t > 1e-6 else 1.0

    ground.terminal, ground.direction = True, -1  # type: ignore[attr-defined]
    start = np.concatenate([np.zeros(3), velocity, [rate0]])
    done = solve_ivp(rhs, (0, 20), start, "DOP853", events=ground, rtol=1e-10, atol=1e-10, max_step=0.25)
    return done.y_events[0][0][:2]


def test_forty_random_flights_agree_with_dop853() -> None:
    rng = np.random.default_rng(20)
    n = 40
    speed = rng.uniform(6, 76, n)
    up = rng.uniform(6, 60, n) * (1.1 - speed / 90)
    velocity = np.concatenate([launch(s, u, 1.0)[0] for s, u in zip(speed, up, strict=True)])
    spin = np.concatenate(
        [launch(1, 0, r, t)[1] for r, t in zip(rng.uniform(800, 10000, n), rng.uniform(-25, 25, n), strict=True)]
    )
    wind = Wind(-4.0, 2.5, 2.0)
    ours = fly(velocity, spin, AIR, wind, workers=2).landing
    worst = max(float(np.linalg.norm(ours[i, :2] - reference_carry(velocity[i], spin[i], AIR, wind))) for i in range(n))
    assert worst < 0.05


@pytest.mark.parametrize("row", rows("aerodynamics"), ids=lambda r: f"Re {r['reynolds']} W {r['spin_ratio']}")
def test_coefficients_at_worked_points(row: dict[str, str]) -> None:
    reynolds, ratio = float(row["reynolds"]), float(row["spin_ratio"])
    assert drag_coefficient(reynolds, ratio) == pytest.approx(float(row["drag"]), abs=5e-4)
    assert lift_coefficient(reynolds, ratio) == pytest.approx(float(row["lift"]), abs=5e-4)


def test_drag_has_no_jump_where_the_formula_ends() -> None:
    for edge in (4.0e4, 7.0e4, 2.15e5):
        below, above = drag_coefficient(edge * 0.9999, 0.3), drag_coefficient(edge * 1.0001, 0.3)
        assert below == pytest.approx(above, abs=1e-4)


@pytest.mark.parametrize("row", rows("published_averages"), ids=lambda r: f"{r['tour']} {r['club']}")
def test_published_averages_carry_and_come_down_as_published(row: dict[str, str]) -> None:
    # Source: published averages of two tours, from memory; a third of them had no part in the fit (column fitted).
    flown = flown_as(row)
    carry, descent = flown.landing[0, 0], -math.degrees(elevation(flown.velocity)[0])
    assert carry == pytest.approx(0.9144 * float(row["carry_yd"]), rel=0.04)
    assert descent == pytest.approx(float(row["descent_deg"]), abs=4.5 if row["club"] == "3-wood" else 3.5)


def test_what_had_no_part_in_the_fit_flies_as_well_as_what_had() -> None:
    off = {"yes": [], "no": []}
    for row in rows("published_averages"):
        off[row["fitted"]].append(flown_as(row).landing[0, 0] / (0.9144 * float(row["carry_yd"])) - 1.0)
    fitted, held_out = (math.sqrt(np.mean(np.square(off[k]))) for k in ("yes", "no"))
    assert held_out < 0.02
    assert held_out < 1.5 * fitted


@pytest.mark.parametrize(("mph", "costs"), [(20.0, 0.20), (10.0, 0.10), (-20.0, -0.10), (-10.0, -0.05)])
def test_a_wind_the_same_at_all_heights_costs_a_mid_iron_as_the_trade_says(mph: float, costs: float) -> None:
    # Source: common practice: a headwind of 20 mph about a fifth, 10 mph a tenth, tailwinds half of that.
    row = next(r for r in rows("published_averages") if (r["tour"], r["club"]) == ("men", "7-iron"))
    # Read at 20 m over ground as smooth as none: as good as the same at all heights.
    even = Wind(-mph * 0.44704, 0.0, 20.0, 1e-12)
    assert 1.0 - flown_as(row, even).landing[0, 0] / flown_as(row).landing[0, 0] == pytest.approx(costs, abs=0.04)


def test_headwind_hurts_more_than_the_same_tailwind_helps() -> None:
    # Source: common practice, and drag growing with the square of the air's speed.
    velocity, spin = launch(53.6, 16.3, 7097)
    calm, head, tail = (fly(velocity, spin, Air(), w).landing[0, 0] for w in (CALM, Wind(-6.0, 0.0), Wind(6.0, 0.0)))
    assert calm - head > tail - calm > 0


def test_fade_spin_goes_right_and_thin_air_carries_further() -> None:
    velocity, spin = launch(53.6, 16.3, 7097, tilt=10.0)
    assert fly(velocity, spin, Air()).landing[0, 1] < -3.0
    straight = launch(53.6, 16.3, 7097)
    assert fly(*straight, Air(15, 2000)).landing[0, 0] > fly(*straight, Air(15, 0)).landing[0, 0]


def test_ball_struck_into_the_ground_lands_where_it_lies() -> None:
    velocity, spin = launch(20.0, -3.0, 1000)
    flown = fly(velocity, spin, Air())
    assert flown.landing[0] == pytest.approx([0.0, 0.0, 0.0])
    assert flown.flight_s[0] == 0.0


def test_recorded_path_starts_at_the_ball_and_ends_at_the_landing() -> None:
    velocity, spin = launch(40.0, 25.0, 6000)
    flown = fly(velocity, spin, Air(), record=True)
    path = flown.path[0, : flown.points[0]]
    assert path[0] == pytest.approx([0, 0, 0])
    assert path[-1] == pytest.approx(flown.landing[0], abs=1e-6)
    assert path[:, 2].max() == pytest.approx(flown.apex_m[0], rel=0.01)


def test_threads_give_the_same_answer() -> None:
    velocity, spin = (np.repeat(a, 300, axis=0) for a in launch(50.0, 20.0, 6000))
    one, two = (fly(velocity, spin, Air(), workers=w).landing for w in (1, 2))
    assert np.array_equal(one, two)


def test_the_coarse_step_stays_within_two_centimetres() -> None:
    rng = np.random.default_rng(5)
    n = 40
    speed = rng.uniform(6, 70, n)
    up = np.radians(rng.uniform(8, 50, n))
    rate = rng.uniform(100, 900, n)
    velocity = np.stack([speed * np.cos(up), rng.uniform(-2, 2, n), speed * np.sin(up)], axis=1)
    spin = np.stack([0 * rate, -rate, 0.1 * rate], axis=1)
    fine, coarse = (fly(velocity, spin, AIR, step_s=s).landing for s in (STEP_S, COARSE_STEP_S))
    assert np.max(np.linalg.norm(fine - coarse, axis=1)) < 0.02


def test_lift_fades_before_the_drag_crisis_without_a_jump() -> None:
    for edge in (4.0e4, 7.0e4):
        below, above = lift_coefficient(edge * 0.9999, 0.5), lift_coefficient(edge * 1.0001, 0.5)
        assert below == pytest.approx(above, abs=2e-3)
    assert lift_coefficient(3.0e4, 0.5) == pytest.approx(0.5 * lift_coefficient(7.0e4, 0.5), rel=1e-6)
