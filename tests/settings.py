"""A coach's settings, changed as the page changes them."""

from __future__ import annotations

from typing import Any

from veltrin.service.house.store import Store
from veltrin.service.shot.contracts.settings import SettingsIn
from veltrin.service.shot.settings import read_settings, write_settings


def put_settings(store: Store, **changes: Any) -> None:
    """Read them, then write them with what changes."""
    now = read_settings(store)
    told = now.model_dump() | changes | {"version": now.version or None}
    write_settings(store, SettingsIn.model_validate(told))
