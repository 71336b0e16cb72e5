"""What is kept as JSON, as it is carried from one Veltrin to another."""

from __future__ import annotations

from typing import Any

from pydantic import ConfigDict, Field, model_validator

from veltrin.service.house.contracts.base import Contract

MOST_LAWS = 1_000_000


class KeptJson(Contract):
    """A piece of JSON as it was kept: the version of its form, the laws that made its numbers (0: not said), itself.

    A plain piece, as files had them before version 4, is version 0 of its form.
    """

    model_config = ConfigDict(populate_by_name=True, serialize_by_alias=True)

    version: int = Field(ge=0, le=MOST_LAWS)
    law: int = Field(ge=0, le=MOST_LAWS)
    json_: Any = Field(alias="json")

    @model_validator(mode="before")
    @classmethod
    def _of_version_0(cls, told: Any) -> Any:
        is_dated = isinstance(told, dict) and {"version", "law", "json"} == told.keys()
        if is_dated or isinstance(told, KeptJson):
            return told
        return {"version": 0, "law": 0, "json": told}
