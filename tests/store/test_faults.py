"""Each fault once; `make faults` does it many times over."""

from __future__ import annotations

import pytest

from tests.faults.run import FAULTS, one_round


@pytest.mark.parametrize("name", FAULTS)
def test_nothing_that_was_acknowledged_is_lost(name: str) -> None:
    one_round(name, 3)
