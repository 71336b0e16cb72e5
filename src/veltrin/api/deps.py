"""What routes need from the running application."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Request

from veltrin.service.store import Store


def get_store(request: Request) -> Store:
    """The open store of this application."""
    store: Store = request.app.state.store
    return store


StoreDep = Annotated[Store, Depends(get_store)]
