"""The demo on a network."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from tests.signing import MAREN, OTTO
from veltrin.api.app import create_app
from veltrin.api.guard import Guard
from veltrin.service.coaches import add_coach
from veltrin.service.store import Store
from veltrin.settings import WEB_DIST


@pytest.fixture
def guarded(demo_store: Store) -> Iterator[TestClient]:
    """The demo on a network: Maren, who was there first, and Otto."""
    add_coach(demo_store, **MAREN)
    add_coach(demo_store, **OTTO)
    app = create_app(demo_store, WEB_DIST, asks=Guard(("range.local",)))
    with TestClient(app, base_url="http://range.local") as made:
        yield made
