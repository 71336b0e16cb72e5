"""What of a lesson is kept as JSON."""

from __future__ import annotations

from veltrin.service.house.kept import Form
from veltrin.service.lessons.contracts.photographs import SlopeMeasured
from veltrin.service.practice.contracts.practice import StationOut

STATION: Form[StationOut] = Form("station", "The drill's station", StationOut)
SLOPE: Form[SlopeMeasured] = Form("slope", "The slope that was measured", SlopeMeasured)
