"""Whether the server is ready."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from veltrin.service.house.contracts.base import Contract


class HealthOut(Contract):
    """State of the server. `warming` until the compiled kernels have run once; `degraded`: it works, but not as it
    should, and `detail` says why.
    """

    status: Literal["warming", "ready", "degraded", "failed"]
    version: str
    detail: str = ""
    is_demo: bool = Field(False, description="Everything here is made up, and goes when the server ends.")
