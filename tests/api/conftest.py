"""The demo on a network."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient

from tests.signing import MAREN, OTTO
from veltrin.api.app import create_app
from veltrin.api.guard import Guard
from veltrin.service.accounts.coaches import add_coach
from veltrin.service.accounts.tries import Tries
from veltrin.service.house.store import Store
from veltrin.settings import WEB_DIST


@pytest.fixture(scope="session")
def guarded_app(app: FastAPI) -> FastAPI:
    """The application with a door, built once: see app."""
    return create_app(app.state.store, WEB_DIST, asks=Guard(("range.local",)))


@pytest.fixture
def guarded(guarded_app: FastAPI, demo_store: Store) -> Iterator[TestClient]:
    """The demo on a network: Maren, who was there first, and Otto."""
    add_coach(demo_store, **MAREN)
    add_coach(demo_store, **OTTO)
    guarded_app.state.store = demo_store
    guarded_app.state.tries, guarded_app.state.link_tries = Tries(demo_store), Tries(demo_store, "link")
    with TestClient(guarded_app, base_url="http://range.local") as made:
        yield made
