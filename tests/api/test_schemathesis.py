"""The whole OpenAPI description, fuzzed: never a 500, answers as described."""

from __future__ import annotations

import json
import shutil
from pathlib import Path

import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error
from schemathesis.filters import HasAPIOperation
from schemathesis.specs.openapi.checks import response_schema_conformance, status_code_conformance

from tests.waiting import AT_MOST_S
from veltrin.api.app import create_app
from veltrin.service.house.store import DATABASE, open_store
from veltrin.settings import WEB_DIST

DESCRIBED = Path(__file__).parents[2] / "docs/schema/openapi.json"
"""What the application says of itself, as it is written down (tests/cli holds the two together)."""

# The name that the server answers to.
HERE = {"host": "127.0.0.1"}

CHECKS = (not_a_server_error, status_code_conformance, response_schema_conformance)
# These hold a whole question, or a whole book: what they share with /plan is walked there.
WIDE = [
    *("/api/schools", "/api/sensitivity", "/api/what-if", "/api/two-days", "/api/trials", "/api/faults"),
    *("/api/monitor/ready", "/api/export/read", "/api/book/{booking_id}", "/api/shots", "/api/settings"),
    *("/api/lines", "/api/lines/geojson", "/api/day-sheet", "/api/players", "/api/players/{player_id}", "/api/days"),
    # The last as much as /measured-ground, which is walked.
    *("/api/trials/size", "/api/lessons/{lesson_id}/items/{item_id}", "/api/courses/{course_id}/measured-ground"),
]
# Plans for every player that the fuzzing of /players has left; it has tests of its own.
LEFT_OUT = ["/api/who", "/api/plan/stream"]


def described(*, is_wide: bool) -> list[str]:
    """What is asked, with the walk along every bound or without: method and path."""
    paths = {path: told for path, told in json.loads(DESCRIBED.read_text())["paths"].items() if path not in LEFT_OUT}
    return [f"{method.upper()} {path}" for path, told in paths.items() for method in told if (path in WIDE) == is_wide]


@pytest.fixture(scope="session")
def fuzzed(filled: Path, tmp_path_factory: pytest.TempPathFactory):
    """The application over a store that may be spoilt."""
    path = tmp_path_factory.mktemp("fuzzed") / DATABASE
    shutil.copyfile(filled, path)
    store = open_store(path)
    yield create_app(store, WEB_DIST)
    store.close()


@pytest.fixture(scope="session")
def narrow_schema(fuzzed):
    return schemathesis.openapi.from_asgi("/openapi.json", fuzzed, headers=HERE)


@pytest.fixture(scope="session")
def wide_schema(fuzzed):
    # Without the walk along every bound of every field, which takes minutes where a question holds hundreds.
    schema = schemathesis.openapi.from_asgi("/openapi.json", fuzzed, headers=HERE)
    schema.config.phases.coverage.enabled = False
    return schema


class Turn:
    """Which operation is asked now. What is asked of it is made up when its turn comes, not while every process looks
    which tests there are.
    """

    label = ""

    def has(self, context: HasAPIOperation) -> bool:
        """Whether it is this one's turn."""
        return context.operation.label == self.label


TURN = Turn()


@pytest.fixture(params=described(is_wide=False))
def one(request: pytest.FixtureRequest, narrow_schema):
    TURN.label = request.param
    return narrow_schema


@pytest.fixture(params=described(is_wide=True))
def wide_one(request: pytest.FixtureRequest, wide_schema):
    TURN.label = request.param
    return wide_schema


@schemathesis.pytest.from_fixture("one").include(TURN.has).parametrize()
@settings(max_examples=2, suppress_health_check=list(HealthCheck))
def test_no_answer_is_a_server_error(case) -> None:
    case.validate_response(case.call(headers=HERE), checks=CHECKS)


@schemathesis.pytest.from_fixture("wide_one").include(TURN.has).parametrize()
@settings(max_examples=3, suppress_health_check=list(HealthCheck))
def test_no_wide_answer_is_a_server_error(case) -> None:
    case.validate_response(case.call(headers=HERE, timeout=AT_MOST_S), checks=CHECKS)
