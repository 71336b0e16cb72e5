"""The Beaufort scale: wind in words and by the signs it gives."""

from __future__ import annotations

from dataclasses import dataclass

from veltrin.core.checks import require


@dataclass(frozen=True)
class Force:
    """One force: its number, the word, mean speeds at 10 m over open ground from `low_m_s` to below `high_m_s`.

    `on_land` are the published signs, shortened; `on_course` what a coach sees. The last are ours.
    """

    number: int
    words: str
    low_m_s: float
    high_m_s: float
    on_land: str
    on_course: str


# Speeds and words: WMO-No. 8 / Manual on Codes, Beaufort scale, from memory. Signs shortened from the same.
BEAUFORT = (
    Force(0, "calm", 0.0, 0.3, "smoke rises straight up", "a flag hangs; dropped grass falls straight"),
    Force(1, "light air", 0.3, 1.6, "smoke drifts, vanes don't move", "dropped grass drifts a step"),
    Force(2, "light breeze", 1.6, 3.4, "felt on the face, leaves rustle", "a flag stirs"),
    Force(3, "gentle breeze", 3.4, 5.5, "leaves and twigs always moving", "a flag stands half out"),
    Force(4, "moderate breeze", 5.5, 8.0, "dust and loose paper rise, small branches move",
          "a flag stands out; leaves blow across the green"),
    Force(5, "fresh breeze", 8.0, 10.8, "small trees sway", "a flag snaps; sand lifts from bunkers"),
    Force(6, "strong breeze", 10.8, 13.9, "large branches move, wires whistle", "the flagstick bends; trousers flap"),
    Force(7, "near gale", 13.9, 17.2, "whole trees move, walking is hard", "balls move on the green"),
    Force(8, "gale", 17.2, 20.8, "twigs break off", "nobody plays; keep away from trees"),
    Force(9, "strong gale", 20.8, 24.5, "slates are lifted", "leave the course"),
    Force(10, "storm", 24.5, 28.5, "trees are uprooted", "leave the course"),
    Force(11, "violent storm", 28.5, 32.7, "widespread damage", "leave the course"),
    Force(12, "hurricane force", 32.7, 60.0, "devastation", "leave the course"),
)  # fmt: skip


def force_of(speed_m_s: float) -> Force:
    """The force of a mean wind at 10 m over open ground (0-60 m/s)."""
    require("wind.speed_m_s", speed_m_s, 0.0, 60.0, "m/s")
    return next((f for f in BEAUFORT if speed_m_s < f.high_m_s), BEAUFORT[-1])


def beaufort_speed(number: int) -> float:
    """Mean wind at 10 m (m/s) that stands for a force: v = 0.836 B^1.5. Source: WMO, from memory."""
    require("wind.force", float(number), 0.0, 12.0, "")
    return float(0.836 * number**1.5)
