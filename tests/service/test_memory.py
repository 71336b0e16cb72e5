"""A process that serves looks no more for unused rings among what stays to its end."""

from __future__ import annotations

import gc
import weakref

from veltrin.service.house.memory import settle


class Ring:
    """Something that holds itself."""

    def __init__(self) -> None:
        self.own = self


def test_what_comes_after_settling_is_still_let_go() -> None:
    settle()
    frozen = gc.get_freeze_count()
    settle()
    assert 0 < gc.get_freeze_count() <= frozen
    ring = Ring()
    held = weakref.ref(ring)
    del ring
    gc.collect()
    assert held() is None
