"""Requests as a client sends them."""

from __future__ import annotations

from typing import Any


def plan_request(**changes: Any) -> dict[str, Any]:
    base = {
        "player_id": "tove",
        "lie": {"fall_deg": 7, "side_deg": -3},
        "line": {"flag_m": 14.5, "green_front_m": 8, "green_back_m": 22, "surround": "fringe", "firmness": "firm"},
        "air": {"temperature_c": 12, "altitude_m": 620, "humidity_pct": 70},
    }
    return {**base, **changes}


STORED_ONLY = (
    "id",
    "version",
    "learns",
    "learns_from",
    "practice",
    "birth_year",
    "is_minor",
    "guardian",
    "guardian_on",
)
"""What a stored player tells that a player given in full doesn't."""

FLIGHT = {"ball_speed_m_s": 53.6, "launch_deg": 16.3, "spin_rpm": 7097}
