"""What routes need from the running application."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Request

from veltrin.service.mast import MastLink
from veltrin.service.store import Store


def get_store(request: Request) -> Store:
    """The open store of this application."""
    store: Store = request.app.state.store
    return store


def get_mast(request: Request) -> MastLink:
    """The link to the weather mast."""
    mast: MastLink = request.app.state.mast
    return mast


MastDep = Annotated[MastLink, Depends(get_mast)]
StoreDep = Annotated[Store, Depends(get_store)]
