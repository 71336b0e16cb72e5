"""Each fault once; `make faults` does it many times over. Killed while booking stands in test_safe."""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.faults.run import FAULTS, one_round


@pytest.mark.parametrize("name", sorted(FAULTS.keys() - {"killed_while_booking"}))
def test_nothing_that_was_acknowledged_is_lost(name: str, filled: Path) -> None:
    one_round(name, 3, filled)
