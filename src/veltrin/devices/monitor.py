"""A stand-in for a launch monitor: it strikes shots for anyone who is at the ball, with habits of its own making.

It is told the stroke that is meant and strikes it with the player's scatter and with habits drawn from its seed, which
nobody is told: a little slower or faster, more or less spin, the face a little off. That is what a player's book has to
find out.
"""

from __future__ import annotations

import contextlib
import math
import select
import socket
import socketserver
import threading
from dataclasses import dataclass

import numpy as np
from pydantic import ValidationError

from veltrin.core.air import CALM, Air
from veltrin.core.flight import fly
from veltrin.core.units import RAD_S_PER_RPM
from veltrin.devices.protocol import ENCODING, LONGEST_LINE, MonitorGreeting, MonitorShot, Ready
from veltrin.devices.stand_in import StandIn

EVERY_S = 4.0
"""From one shot to the next, as a player on the range has it."""


@dataclass(frozen=True)
class Habits:
    """What this player does that the model doesn't know: shares of speed and spin, face shut (rad)."""

    speed: float
    spin: float
    shut_rad: float


def habits_from(seed: int) -> Habits:
    """Made-up habits, always the same for one seed: some 5 % of speed, 10 % of spin, a degree of face."""
    rng = np.random.default_rng(seed)
    sign = rng.choice([-1.0, 1.0], 3)
    return Habits(
        speed=1.0 + float(sign[0] * rng.uniform(0.04, 0.07)),
        spin=1.0 + float(sign[1] * rng.uniform(0.06, 0.12)),
        shut_rad=math.radians(float(sign[2] * rng.uniform(0.8, 1.4))),
    )


def strike(ready: Ready, habits: Habits, rng: np.random.Generator, n: int) -> MonitorShot:
    """Strike once: the stroke that was meant, with habits and scatter, flown through the air it was told."""
    speed = ready.ball_speed_m_s * habits.speed * max(1.0 + ready.speed_sd * rng.standard_normal(), 0.5)
    spin = max(ready.spin_rpm * habits.spin * (1.0 + 0.06 * rng.standard_normal()), 0.0)
    hand = -1.0 if ready.left_handed else 1.0
    # A shut face looks to the left of a right-hander's line; directions count to the right.
    turned = -hand * math.degrees(habits.shut_rad) + ready.face_sd_deg * float(rng.standard_normal())
    direction = ready.direction_deg + 0.8 * turned
    launch = ready.launch_deg + 0.8 * float(rng.standard_normal())
    up, left = math.radians(launch), math.radians(-direction)
    axis = math.radians(0.6 * turned)
    velocity = speed * np.array([[math.cos(up) * math.cos(left), math.cos(up) * math.sin(left), math.sin(up)]])
    level = np.array([[math.sin(left), -math.cos(left), 0.0]])
    omega = spin * RAD_S_PER_RPM * (math.cos(axis) * level - math.sin(axis) * np.array([[0.0, 0.0, 1.0]]))
    flown = fly(velocity, omega, Air(ready.temperature_c, ready.altitude_m, 50.0), CALM)
    carry, side = float(flown.landing[0, 0]), 0.0 - float(flown.landing[0, 1])
    fall = flown.velocity[0]
    run = ready.run_m * float(rng.uniform(0.8, 1.2))
    share = (carry + run) / max(carry, 0.1)
    return MonitorShot(
        n=n,
        ball_speed_m_s=round(speed, 2),
        launch_deg=round(launch, 1),
        direction_deg=round(direction, 1),
        spin_rpm=round(spin),
        axis_deg=round(math.degrees(axis), 1),
        carry_m=round(max(carry, 0.0), 1),
        side_m=round(side, 1),
        total_m=round(max(carry + run, 0.0), 1),
        total_side_m=round(side * share, 1),
        descent_deg=round(math.degrees(math.atan2(-float(fall[2]), math.hypot(float(fall[0]), float(fall[1])))), 1),
        heel_mm=round(6.0 * float(rng.standard_normal()), 1),
    )


class StandInMonitor(StandIn):
    """Serve on the loopback address: a shot every EVERY_S / `rate` seconds once it is told what is meant."""

    name = "stand-in-monitor"

    def __init__(self, port: int, seed: int = 7, rate: float = 1.0) -> None:
        stopped = threading.Event()
        habits = habits_from(seed)

        class Handler(socketserver.BaseRequestHandler):
            def handle(self) -> None:
                greeting = MonitorGreeting(device="launch-monitor", protocol=1, name="stand-in")
                rng = np.random.default_rng(seed + 1)
                meant: Ready | None = None
                heard, n = b"", 0
                with contextlib.suppress(OSError):
                    self.request.sendall((greeting.model_dump_json() + "\n").encode(ENCODING))
                    while not stopped.is_set():
                        ready, _, _ = select.select([self.request], [], [], EVERY_S / rate)
                        if ready:
                            part = self.request.recv(LONGEST_LINE)
                            if not part:
                                return
                            *lines, heard = (heard + part).split(b"\n")
                            meant = _last_meant(lines, meant)
                            continue
                        if meant is not None:
                            n += 1
                            shot = strike(meant, habits, rng, n)
                            self.request.sendall((shot.model_dump_json() + "\n").encode(ENCODING))
                    self.request.shutdown(socket.SHUT_RDWR)

        super().__init__(port, Handler, stopped)


def _last_meant(lines: list[bytes], before: Ready | None) -> Ready | None:
    """What is meant after some lines; one that can't be read changes nothing."""
    meant = before
    for line in lines:
        with contextlib.suppress(ValidationError):
            meant = Ready.model_validate_json(line)
    return meant
