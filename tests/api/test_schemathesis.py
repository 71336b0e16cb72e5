"""The whole OpenAPI description, fuzzed: never a 500, answers as described."""

from __future__ import annotations

import tempfile
from pathlib import Path

import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import response_schema_conformance, status_code_conformance

from tests.waiting import AT_MOST_S
from veltrin.api.app import create_app
from veltrin.demo import fill
from veltrin.service.house.store import open_store

_FOLDER = Path(tempfile.mkdtemp(prefix="veltrin-fuzz-"))
_STORE = open_store(_FOLDER / "fuzz.sqlite3")
fill(_STORE)
_APP = create_app(_STORE, _FOLDER)
# The name that the server answers to.
HERE = {"host": "127.0.0.1"}
schema = schemathesis.openapi.from_asgi("/openapi.json", _APP, headers=HERE)
# Without the walk along every bound of every field, which takes minutes where a question holds hundreds.
wide = schemathesis.openapi.from_asgi("/openapi.json", _APP, headers=HERE)
wide.config.phases.coverage.enabled = False

CHECKS = (not_a_server_error, status_code_conformance, response_schema_conformance)
# These hold a whole question, or a whole book: what they share with /plan is walked there.
WIDE = [
    *("/api/schools", "/api/sensitivity", "/api/what-if", "/api/two-days", "/api/trials", "/api/faults"),
    *("/api/monitor/ready", "/api/export/read", "/api/book/{booking_id}", "/api/shots", "/api/settings"),
    *("/api/lines", "/api/lines/geojson", "/api/day-sheet", "/api/players", "/api/players/{player_id}", "/api/days"),
]
# Plans for every player that the fuzzing of /players has left; it has tests of its own.
LEFT_OUT = ["/api/who", "/api/plan/stream"]


@schema.exclude(path=[*WIDE, *LEFT_OUT]).parametrize()
@settings(max_examples=2, suppress_health_check=list(HealthCheck))
def test_no_answer_is_a_server_error(case) -> None:
    case.validate_response(case.call(headers=HERE), checks=CHECKS)


@wide.include(path=WIDE).parametrize()
@settings(max_examples=3, suppress_health_check=list(HealthCheck))
def test_no_wide_answer_is_a_server_error(case) -> None:
    case.validate_response(case.call(headers=HERE, timeout=AT_MOST_S), checks=CHECKS)
