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


@schema.parametrize()
@settings(max_examples=25, deadline=None, suppress_health_check=list(HealthCheck))
def test_no_answer_is_a_server_error(case) -> None:
    response = case.call()
    case.validate_response(response, checks=(not_a_server_error, status_code_conformance, response_schema_conformance))
