"""Use case: hear the weather mast."""

from __future__ import annotations

from veltrin.devices.mast_link import MastLink
from veltrin.service.devices.contracts.mast import MastIn, MastOut
from veltrin.service.devices.shared import Shared

MAST_PORT = 8711

Mast = Shared[MastLink, MastOut]
"""A coach's weather mast."""


def follow(mast: Mast, body: MastIn) -> MastOut:
    """Begin or stop listening."""
    if body.on:
        mast.start(body.port)
    else:
        mast.stop()
    return mast.told()
