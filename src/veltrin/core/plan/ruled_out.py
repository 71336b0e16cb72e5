"""What was ruled out, told together: a line a reason with the clubs it is true of."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

from veltrin.core.plan.candidates import NEEDS_TEE, NOT_FOR_PUTTER
from veltrin.core.plan.model import FellOut
from veltrin.core.sides import Unsided


@dataclass
class RuledClub:
    """A club that a reason rules out. `short_m`: how far the best of its full swings stops short of the flag."""

    club_name: str
    short_m: Unsided | None


@dataclass
class RuledOut:
    """A reason in words; a way that refuses the lie is named, not the clubs: it is none for any of them.

    `was_tried`: it was reckoned and failed. `ways`: call ids, each a club and a method.
    """

    words: str
    was_tried: bool
    clubs: list[RuledClub] = field(default_factory=list)
    ways: list[str] = field(default_factory=list)


def together(fell_out: Iterable[FellOut]) -> list[RuledOut]:
    """What fell out by reason, in the order in which the reasons came."""
    found: dict[tuple[str, bool], RuledOut] = {}
    for one in fell_out:
        is_for_all = not one.was_tried and one.reason not in (NOT_FOR_PUTTER, NEEDS_TEE)
        words = f"{one.method_name} {one.reason}" if is_for_all else one.reason
        group = found.get((words, one.was_tried))
        if group is None:
            group = found[words, one.was_tried] = RuledOut(words, one.was_tried)
        group.ways.append(f"{one.club_id}~{one.method_id}")
        if is_for_all:
            continue
        known = next((club for club in group.clubs if club.club_name == one.club_name), None)
        if known is None:
            group.clubs.append(RuledClub(one.club_name, one.short_m))
        elif known.short_m is not None and one.short_m is not None:
            known.short_m = min(known.short_m, one.short_m)
    return list(found.values())
