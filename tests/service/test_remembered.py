"""What is remembered is bounded: what wasn't asked for longest goes first."""

from __future__ import annotations

from veltrin.service.house.remembered import Remembered


def test_so_many_are_kept_those_asked_for_last() -> None:
    known: Remembered[str, int] = Remembered(2)
    known.put("a", 1)
    known.put("b", 2)
    assert known.get("a") == 1
    known.put("c", 3)
    assert [known.get(key) for key in "abc"] == [1, None, 3]
    known.put("a", 4)
    assert known.get("a") == 4
    known.clear()
    assert known.get("a") is None
