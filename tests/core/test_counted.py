"""Counts as they are said: common practice of the language."""

from __future__ import annotations

import pytest

from veltrin.core.counted import counted


@pytest.mark.parametrize(("count", "said"), [(0, "0 shots"), (1, "1 shot"), (2, "2 shots"), (21, "21 shots")])
def test_one_is_one_and_the_rest_are_many(count: int, said: str) -> None:
    assert counted(count, "shot") == said
