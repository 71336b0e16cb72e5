"""The weather mast: its made-up day, its protocol, and a link that survives its loss."""

from __future__ import annotations

import contextlib
import itertools
import json
import math
import socket
import threading
import time
from collections.abc import Callable, Iterator

import numpy as np
import pytest
from pydantic import ValidationError

from tests.waiting import AT_MOST_S
from veltrin.core.air import averaged
from veltrin.core.air.averages import WindSample
from veltrin.devices import mast_link
from veltrin.devices.mast import StandInMast
from veltrin.devices.mast_link import Heard, MastLink
from veltrin.devices.protocol import Greeting, MastReading
from veltrin.devices.stand_in import LOOPBACK
from veltrin.devices.weather import INTENSITY, weather

GREETING = {"device": "weather-mast", "protocol": 1, "height_m": 10.0}
GOOD = {
    "t_s": 1.0, "wind_m_s": 5.0, "from_deg": 250.0, "temperature_c": 6.0, "humidity_pct": 80.0,
    "pressure_hpa": 941.0, "rain_mm_h": 0.0,
}  # fmt: skip


def until(link: MastLink, wanted: Callable[[Heard], bool], seconds: float = 300.0) -> Heard:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        heard = link.heard()
        if wanted(heard):
            return heard
        time.sleep(0.02)
    raise AssertionError(f"still {link.heard()}")


@pytest.fixture
def link() -> Iterator[MastLink]:
    made = MastLink(1)
    yield made
    made.stop()


class Script:
    """A listener on a free port that sends the given lines to anyone who comes, then waits."""

    def __init__(self, *lines: object) -> None:
        self.socket = socket.create_server((LOOPBACK, 0))
        self.port = self.socket.getsockname()[1]
        self.taken: list[socket.socket] = []
        self.lines = lines
        threading.Thread(target=self._serve, daemon=True).start()

    def _serve(self) -> None:
        try:
            while True:
                taken, _ = self.socket.accept()
                self.taken.append(taken)
                for line in self.lines:
                    raw = line if isinstance(line, bytes) else (json.dumps(line) + "\n").encode()
                    taken.sendall(raw)
        except OSError:
            return

    def hang_up(self) -> None:
        self.socket.close()
        for taken in self.taken:
            with contextlib.suppress(OSError):
                taken.shutdown(socket.SHUT_RDWR)
            taken.close()


# --- the made-up day


def test_the_same_seed_is_the_same_day() -> None:
    one, two = (list(itertools.islice(weather(7), 600)) for _ in range(2))
    assert one == two
    assert one != list(itertools.islice(weather(8), 600))


def test_the_day_is_windy_as_the_log_law_has_it() -> None:
    readings = list(itertools.islice(weather(3), 7200))
    speeds = np.array([r.wind_m_s for r in readings])
    # Over ten minutes the mean hardly swells; the spread over the mean is the turbulence intensity.
    parts = speeds.reshape(-1, 600)
    assert np.mean(parts.std(axis=1) / parts.mean(axis=1)) == pytest.approx(INTENSITY, rel=0.2)
    told = averaged([WindSample(r.t_s, r.wind_m_s, math.radians(r.from_deg)) for r in readings[:180]])
    assert told is not None
    # Source: common practice, three-second gusts are 1.2 to 1.7 times the mean.
    assert 1.15 < told.gust_m_s / told.speed_m_s < 1.8
    # Neighbouring seconds are alike, minutes apart they aren't.
    off = speeds - speeds.mean()
    assert np.mean(off[1:] * off[:-1]) > 0.8 * np.var(speeds)


def test_it_rains_some_of_the_day_and_then_it_is_damper() -> None:
    hours = [next(weather(7, float(t))) for t in range(0, 86_400, 120)]
    wet = [r for r in hours if r.rain_mm_h > 0]
    assert 0.01 < len(wet) / len(hours) < 0.4
    assert np.mean([r.humidity_pct for r in wet]) > np.mean([r.humidity_pct for r in hours])


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"wind_m_s": -1}, "wind_m_s"),
        ({"from_deg": 400}, "from_deg"),
        ({"t_s": "nan"}, "t_s"),
        ({"rain_mm_h": None}, "rain_mm_h"),
    ],
)
def test_lines_out_of_range_are_no_readings(change: dict[str, object], field: str) -> None:
    with pytest.raises(ValidationError, match=field):
        MastReading.model_validate({**GOOD, **change})
    assert MastReading.model_validate({**GOOD, "snow_mm": 3}).wind_m_s == 5.0
    with pytest.raises(ValidationError):
        Greeting.model_validate({**GREETING, "device": "kettle"})


# --- the link


def test_the_link_hears_the_stand_in_and_averages(link: MastLink) -> None:
    mast = StandInMast(0, seed=7, rate=100.0)
    try:
        link.start(mast.port)
        heard = until(link, lambda h: h.mean is not None and h.mean.readings >= 100)
        assert heard.state == "live"
        assert heard.height_m == 10.0
        assert heard.mean is not None
        assert heard.mean.gust_m_s >= heard.mean.speed_m_s > 0
        assert heard.mean.over_s <= 120.0
        assert heard.last is not None
        assert heard.age_s is not None
        assert heard.age_s < 2.0
        # Starting again on the same port changes nothing.
        link.start()
        assert link.heard().state == "live"
    finally:
        mast.stop()


def test_a_lost_mast_is_told_kept_and_found_again(link: MastLink) -> None:
    mast = StandInMast(0, rate=50.0)
    port = mast.port
    link.start(port)
    before = until(link, lambda h: h.state == "live" and h.mean is not None)
    mast.stop()
    lost = until(link, lambda h: h.state == "lost")
    assert lost.mean is not None
    assert before.mean is not None
    assert "again" in lost.problem
    back = StandInMast(port, rate=50.0)
    try:
        again = until(link, lambda h: h.state == "live")
        assert again.problem == ""
    finally:
        back.stop()


def test_a_silent_mast_is_stale(link: MastLink, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(mast_link, "STALE_S", 0.3)
    script = Script(GREETING, GOOD)
    link.start(script.port)
    assert until(link, lambda h: h.state == "live").mean is not None
    stale = until(link, lambda h: h.state == "stale")
    assert stale.mean is not None
    assert stale.mean.speed_m_s == 5.0
    script.hang_up()


def test_lines_that_cannot_be_read_are_counted_and_left_out(link: MastLink) -> None:
    bad = {**GOOD, "wind_m_s": "gale"}
    script = Script(GREETING, GOOD, bad, b"\xff\xfe\n", {**GOOD, "t_s": 2.0, "wind_m_s": 7.0})
    link.start(script.port)
    heard = until(link, lambda h: h.mean is not None and h.mean.readings == 2)
    assert heard.refused == 2
    assert heard.mean is not None
    assert heard.mean.speed_m_s == pytest.approx(6.0)
    script.hang_up()


def test_a_clock_that_begins_anew_begins_the_mean_anew(link: MastLink) -> None:
    script = Script(GREETING, {**GOOD, "t_s": 500.0, "wind_m_s": 20.0}, {**GOOD, "t_s": 1.0})
    link.start(script.port)
    heard = until(link, lambda h: h.last is not None and h.last.t_s == 1.0)
    assert heard.mean is not None
    assert heard.mean.speed_m_s == 5.0
    script.hang_up()


@pytest.mark.parametrize("said", [b"SSH-2.0-something\r\n", b"x" * 9000], ids=["other", "endless"])
def test_what_is_no_mast_is_told_as_such(link: MastLink, said: bytes) -> None:
    script = Script(said)
    link.start(script.port)
    heard = until(link, lambda h: h.state == "lost")
    assert "not a weather mast" in heard.problem
    script.hang_up()


def test_nobody_there_is_lost_and_stopping_is_off(link: MastLink) -> None:
    free = socket.create_server((LOOPBACK, 0))
    port = free.getsockname()[1]
    free.close()
    link.start(port)
    heard = until(link, lambda h: h.state == "lost")
    assert str(port) in heard.problem
    assert heard.mean is None
    link.stop()
    assert link.heard().state == "off"


def test_two_listeners_hear_the_same_day() -> None:
    mast = StandInMast(0, rate=200.0)
    try:
        heard = []
        for _ in range(2):
            with socket.create_connection((LOOPBACK, mast.port), timeout=AT_MOST_S) as line:
                file = line.makefile()
                assert json.loads(file.readline())["device"] == "weather-mast"
                heard.append(json.loads(file.readline()))
        assert {h["wind_m_s"] >= 0 for h in heard} == {True}
        days = {h["t_s"]: next(weather(7, h["t_s"])).wind_m_s for h in heard}
        assert all(days[h["t_s"]] == h["wind_m_s"] for h in heard)
    finally:
        mast.stop()
