"""Use case: fly one ball from its launch numbers."""

from __future__ import annotations

import math

import numpy as np

from veltrin.core.flight import fly
from veltrin.core.geometry import elevation, turn, turn_about_z, vectors
from veltrin.core.run import run_out
from veltrin.core.units import rpm_to_rad_s
from veltrin.service.shot.contracts.flight import FlightRequest, FlightResponse
from veltrin.service.shot.translate_world import air_in, landing_in, wind_in


def fly_one(request: FlightRequest) -> FlightResponse:
    """Carry, total and the rest for one launch."""
    launch, start = math.radians(request.launch_deg), -math.radians(request.start_deg)
    way = vectors(math.cos(launch), 0.0, math.sin(launch))
    velocity = request.ball_speed_m_s * way
    # Backspin turns about -y; tilting its axis about the way of the ball, right side down, makes a fade.
    axis = turn(vectors(0.0, -1.0, 0.0), way, math.radians(request.spin_tilt_deg))
    spin = rpm_to_rad_s(request.spin_rpm) * axis
    velocity, spin = turn_about_z(velocity, start), turn_about_z(spin, start)
    flights = fly(velocity, spin, air_in(request.air), wind_in(request.wind))
    runs = run_out(flights.landing, flights.velocity, flights.spin, landing_in(request.landing))
    return FlightResponse(
        carry_m=float(flights.landing[0, 0]),
        total_m=float(runs.rest[0, 0]),
        apex_m=float(flights.apex_m[0]),
        descent_deg=-math.degrees(float(elevation(flights.velocity)[0])),
        flight_s=float(flights.flight_s[0]),
        offline_carry_m=0.0 - float(flights.landing[0, 1]),
        offline_total_m=0.0 - float(runs.rest[0, 1]),
        landing_speed_m_s=float(np.linalg.norm(flights.velocity[0])),
        bounces=int(runs.bounces[0]),
        holds=bool(runs.held[0]),
    )
