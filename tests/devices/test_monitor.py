"""The launch monitor: its protocol, its stand-in with hidden habits, and a link that survives its loss."""

from __future__ import annotations

import math
import socket
import time
from collections.abc import Callable

import numpy as np
import pytest

from veltrin.devices.mast import StandInMast
from veltrin.devices.monitor import StandInMonitor, habits_from, strike
from veltrin.devices.monitor_link import MonitorLink
from veltrin.devices.protocol import MonitorShot, Ready
from veltrin.devices.stand_in import LOOPBACK

MEANT = Ready(
    club="7-iron", ball_speed_m_s=46.0, launch_deg=18.5, direction_deg=0.0, spin_rpm=6300.0, run_m=9.0,
    speed_sd=0.025, face_sd_deg=2.2,
)  # fmt: skip


def until(link: MonitorLink, wanted: Callable[[], bool], seconds: float = 300.0) -> None:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        if wanted():
            return
        time.sleep(0.02)
    raise AssertionError(f"still {link.watched()[0]}")


def shots(ready: Ready, seed: int, count: int) -> list[MonitorShot]:
    rng = np.random.default_rng(seed)
    return [strike(ready, habits_from(seed), rng, n + 1) for n in range(count)]


@pytest.mark.parametrize("seed", [1, 2, 3])
def test_the_stand_in_strikes_what_was_meant_with_its_habits(seed: int) -> None:
    found = shots(MEANT, seed, 120)
    straight = shots(MEANT.model_copy(update={"face_sd_deg": 0.0}), seed, 3)
    habits = habits_from(seed)
    speed = np.mean([s.ball_speed_m_s for s in found]) / MEANT.ball_speed_m_s
    assert speed == pytest.approx(habits.speed, abs=0.01)
    assert np.mean([s.spin_rpm for s in found]) / MEANT.spin_rpm == pytest.approx(habits.spin, abs=0.02)
    # A right-hander's shut face starts the ball left, which is negative here.
    assert straight[0].direction_deg == pytest.approx(-0.8 * math.degrees(habits.shut_rad), abs=0.06)
    assert np.std([s.ball_speed_m_s for s in found]) / MEANT.ball_speed_m_s == pytest.approx(0.025, abs=0.006)
    assert all((s.total_m or 0) >= s.carry_m for s in found)


def test_a_left_handers_shut_face_starts_the_ball_right() -> None:
    straight = {"face_sd_deg": 0.0}
    right, left = (shots(MEANT.model_copy(update={**straight, "left_handed": h}), 1, 1)[0] for h in (False, True))
    assert right.direction_deg == -left.direction_deg != 0.0


def test_the_same_seed_is_the_same_player() -> None:
    assert shots(MEANT, 5, 4) == shots(MEANT, 5, 4)
    assert habits_from(5) != habits_from(6)


def test_shots_come_once_the_stroke_is_told_and_each_is_heard_once() -> None:
    stand_in = StandInMonitor(0, seed=3, rate=100.0)
    link = MonitorLink(stand_in.port)
    try:
        link.start()
        until(link, lambda: link.watched()[0].state == "live")
        time.sleep(0.15)
        assert link.watched()[1] == []
        link.ready(MEANT)
        until(link, lambda: len(link.watched()[1]) >= 4)
        known, heard, meant = link.watched()
        assert (known.name, known.refused, meant) == ("stand-in", 0, MEANT)
        assert [one.seq for one in heard[:4]] == [1, 2, 3, 4]
    finally:
        link.stop()
        stand_in.stop()
    assert link.watched()[0].state == "off"


def test_a_monitor_that_comes_back_is_told_again() -> None:
    first = StandInMonitor(0, seed=3, rate=100.0)
    port = first.port
    link = MonitorLink(port)
    link.start()
    try:
        link.ready(MEANT)
        until(link, lambda: len(link.watched()[1]) >= 2)
        first.stop()
        until(link, lambda: link.watched()[0].state == "lost")
        heard = len(link.watched()[1])
        second = StandInMonitor(port, seed=3, rate=100.0)
        try:
            until(link, lambda: len(link.watched()[1]) > heard + 1, 15.0)
        finally:
            link.stop()
            second.stop()
    finally:
        link.stop()
    # Its own count began again; ours did not.
    seqs = [one.seq for one in link.watched()[1]]
    assert seqs == sorted(set(seqs))


def test_what_is_no_monitor_is_told_as_such_and_lines_that_cannot_be_read_are_counted() -> None:
    mast = StandInMast(0)
    link = MonitorLink(mast.port)
    link.start()
    try:
        until(link, lambda: "not a launch monitor" in link.watched()[0].problem)
    finally:
        link.stop()
        mast.stop()
    server = socket.create_server((LOOPBACK, 0))
    link = MonitorLink(server.getsockname()[1])
    link.start()
    try:
        line, _ = server.accept()
        line.sendall(b'{"device": "launch-monitor", "protocol": 1}\n{"n": 1, "carry_m": "far"}\n\xff\xfe\n')
        until(link, lambda: link.watched()[0].refused == 2)
        line.close()
    finally:
        link.stop()
        server.close()
    assert link.ready(MEANT) is False
