"""Stock carries by measured shots."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from veltrin.service.house.contracts.base import Contract


class StockShotOut(Contract):
    """One measured stock shot."""

    id: str
    booked_at: datetime
    carry_m: float
    flagged: bool = Field(description="An outlier by the stated rule; kept, not counted in the stock carry.")


class StockOut(Contract):
    """A club's stock carry by its shots."""

    club_id: str
    club_name: str
    bag_carry_m: float
    carry_m: float
    sd_m: float
    shots: list[StockShotOut]
    rule: str
