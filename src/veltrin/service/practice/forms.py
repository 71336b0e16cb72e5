"""What of a session's balls is kept as JSON: what each was meant to be."""

from __future__ import annotations

from veltrin.service.house.kept import Form
from veltrin.service.practice.contracts.practice_sessions import BuiltFor, StationRun

RUNS: Form[list[StationRun]] = Form("runs", "The layout of the drill", list[StationRun])
BUILT: Form[BuiltFor] = Form("season", "How a session of the season was built", BuiltFor)
