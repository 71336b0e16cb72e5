"""Base of all contracts."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from veltrin.core.quantity import QUANTITIES


def bounded(path: str, default: Any = ..., description: str | None = None) -> Any:
    """A field with the limits of the quantity at `path`; KeyError if there is none."""
    quantity = QUANTITIES[path]
    # Told as people write them: 16, not 16.0.
    low, high = (int(v) if v.is_integer() else v for v in (quantity.low, quantity.high))
    return Field(default, ge=low, le=high, description=description)


class Contract(BaseModel):
    """Refuses unknown fields and numbers that aren't finite."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)


FIRST_YEAR, LAST_YEAR = 1950, 2150


def _sensible(moment: datetime) -> datetime:
    """In UTC, as it is kept; taken as UTC where no zone is told. Refuses years that no book spans."""
    told = f"Give a time between the years {FIRST_YEAR} and {LAST_YEAR}."
    try:
        kept = moment.replace(tzinfo=UTC) if moment.tzinfo is None else moment.astimezone(UTC)
    except OverflowError:
        raise ValueError(told) from None
    if not FIRST_YEAR <= kept.year <= LAST_YEAR:
        raise ValueError(told)
    return kept


Moment = Annotated[datetime, AfterValidator(_sensible)]
"""A moment that is kept, in UTC; without a zone it is taken as UTC."""
