"""The whole OpenAPI description, fuzzed: never a 500, answers as described."""

from __future__ import annotations

from pathlib import Path

import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import response_schema_conformance, status_code_conformance

from veltrin.api.app import create_app
from veltrin.demo import fill
from veltrin.service.store import open_store

_FOLDER = Path(__import__("tempfile").mkdtemp(prefix="veltrin-fuzz-"))
_STORE = open_store(_FOLDER / "fuzz.sqlite3")
fill(_STORE)
schema = schemathesis.openapi.from_asgi("/openapi.json", create_app(_STORE, _FOLDER))

CHECKS = (not_a_server_error, status_code_conformance, response_schema_conformance)
# These plan a shot many times over: what they share with /plan is fuzzed there. /who does so for every player that the
# fuzzing of /players has left; it has tests of its own.
SLOW = ["/api/schools", "/api/sensitivity", "/api/what-if", "/api/two-days"]


@schema.exclude(path=[*SLOW, "/api/who", "/api/plan/stream"]).parametrize()
@settings(max_examples=3, deadline=None, suppress_health_check=list(HealthCheck))
def test_no_answer_is_a_server_error(case) -> None:
    case.validate_response(case.call(), checks=CHECKS)


@schema.include(path=SLOW).parametrize()
@settings(max_examples=2, deadline=None, suppress_health_check=list(HealthCheck))
def test_no_slow_answer_is_a_server_error(case) -> None:
    case.validate_response(case.call(timeout=60), checks=CHECKS)
