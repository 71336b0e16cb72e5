"""Listening to a weather mast: its readings averaged, and whether it still speaks."""

from __future__ import annotations

import math
import time
from collections import deque
from dataclasses import dataclass, replace

from pydantic import ValidationError

from veltrin.core.air import Averaged, WindSample, averaged
from veltrin.core.air.wind import MEAN_S
from veltrin.devices.line_link import LineLink, LinkState
from veltrin.devices.protocol import Greeting, MastReading

STALE_S = 5.0
"""A mast that has said nothing for so long has stopped measuring, whatever the connection says."""

MOST_READINGS = 2400


@dataclass(frozen=True)
class Heard:
    """What the link knows. `age_s` since the last line; mean and last reading are kept when the mast falls silent."""

    state: LinkState
    port: int
    age_s: float | None = None
    height_m: float = 10.0
    mean: Averaged | None = None
    last: MastReading | None = None
    refused: int = 0
    problem: str = ""


class MastLink(LineLink):
    """The one link of this process to a weather mast."""

    device = "weather mast"

    def __init__(self, port: int) -> None:
        super().__init__(port)
        self._known = Heard("off", port)
        self._heard_at: float | None = None
        self._readings: deque[WindSample] = deque(maxlen=MOST_READINGS)

    def heard(self) -> Heard:
        """What is known now."""
        with self._lock:
            known, at = self._known, self._heard_at
        age = None if at is None else time.monotonic() - at
        state = "stale" if known.state == "live" and age is not None and age > STALE_S else known.state
        return replace(known, age_s=age, state=state)

    def _forget(self, port: int) -> None:
        self._readings.clear()
        self._heard_at = None
        self._known = Heard("connecting", port)

    def _tell(self, state: LinkState, problem: str) -> None:
        self._known = replace(self._known, state=state, problem=problem)

    def _greeted(self, raw: str) -> None:
        try:
            greeting = Greeting.model_validate_json(raw)
        except ValidationError as error:
            raise self._stranger() from error
        self._known = replace(self._known, height_m=greeting.height_m, problem="")

    def _took(self, raw: str) -> None:
        try:
            reading = MastReading.model_validate_json(raw)
        except ValidationError:
            refused = self._known.refused + 1
            self._known = replace(self._known, refused=refused, problem="Some lines can't be read and are skipped.")
            return
        if self._readings and reading.t_s < self._readings[-1].at_s:
            # Its clock began again: the old readings are no neighbours of the new ones.
            self._readings.clear()
        self._readings.append(WindSample(reading.t_s, reading.wind_m_s, math.radians(reading.from_deg)))
        while len(self._readings) > 1 and self._readings[0].at_s <= reading.t_s - MEAN_S:
            self._readings.popleft()
        self._heard_at = time.monotonic()
        self._known = replace(self._known, state="live", mean=averaged(tuple(self._readings)), last=reading)
