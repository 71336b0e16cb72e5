"""For every method a lie, a slope and a flag at which it is a call: the grid that core, API and browser tests walk."""

from __future__ import annotations

from typing import Any

# Fall, side (deg), flag (m), then the lie as the contract has it.
Where = tuple[float, float, float, dict[str, Any]]

_DOWN: Where = (6, 0, 30, {"cover": "fairway"})
_UP: Where = (-6, 0, 30, {"cover": "fairway", "give": 0.9})
_TIGHT: Where = (0, 0, 15, {"cover": "tight"})
_SODDEN: Where = (0, 0, 18, {"cover": "fairway", "give": 0.9})
_MUD: Where = (0, 0, 18, {"cover": "mud", "sunk": 0.1})
_COLLAR: Where = (0, 0, 12, {"cover": "collar-behind", "sunk": 0.5})
_PERCHED: Where = (0, 0, 24, {"cover": "rough", "sunk": 0.1})
_ROUGH_FAR: Where = (0, 0, 110, {"cover": "rough", "sunk": 0.8})
_SAND: Where = (0, 0, 14, {"cover": "sand", "sunk": 0.1})
_BURIED: Where = (0, 4, 14, {"cover": "sand", "sunk": 0.9})
_FAR: Where = (0, 0, 130, {"cover": "fairway"})
_PACKED: Where = (0, 0, 14, {"cover": "sand-dry-hard"})

REACHED: dict[str, Where] = {
    "stock-swing": (0, 0, 120, {"cover": "fairway"}),
    "kept-club": _DOWN,
    "flier-stock": (0, 0, 110, {"cover": "semi", "sunk": 0.35}),
    "downhill-cut": _DOWN,
    "dropped-foot": _DOWN,
    "up-the-hill": _UP,
    "into-the-hill": _UP,
    "soft-bank-draw": _UP,
    "stand-tall": (0, 6, 90, {"cover": "fairway"}),
    "sit-low": (0, -6, 90, {"cover": "fairway"}),
    "roll-chip": _TIGHT,
    "tall-clip": _TIGHT,
    "quiet-glide": _TIGHT,
    "low-press": _TIGHT,
    "hard-pan-chip": (0, 0, 15, {"cover": "hard-pan"}),
    "brush-held": _SODDEN,
    "brush-passing": _SODDEN,
    "driven-pitch": _MUD,
    "divot-drive": (0, 0, 60, {"cover": "divot", "sunk": 0.2}),
    "plain-putt": _TIGHT,
    "toe-putt": _COLLAR,
    "rim-roll": _COLLAR,
    "flange-roll": _COLLAR,
    "hybrid-putt": _COLLAR,
    "float": _PERCHED,
    "rough-pop": _PERCHED,
    "grass-splash": (0, 0, 15, {"cover": "rough", "sunk": 1.0}),
    "toe-slice": (0, 0, 15, {"cover": "semi", "sunk": 0.5}),
    "wet-pop": (0, 0, 25, {"cover": "rough", "sunk": 1.0, "wet": 1.0}),
    "escape": (0, 0, 50, {"cover": "deep", "sunk": 2.0}),
    "hooded-chop": _ROUGH_FAR,
    "skim": (0, 0, 150, {"cover": "rough", "sunk": 0.8}),
    "splash": _SAND,
    "long-splash": (0, 0, 25, {"cover": "sand", "sunk": 0.1}),
    "high-splash": _SAND,
    "gouge": _BURIED,
    "side-gouge": _BURIED,
    "splash-above": (0, 5, 14, {"cover": "sand", "sunk": 0.1}),
    "splash-below": (0, -4, 14, {"cover": "sand", "sunk": 0.1}),
    "dig": _PACKED,
    "full-sole": (0, 0, 12, {"cover": "sand-wet-fluffy", "sunk": 0.2}),
    "sand-putt": _PACKED,
    "sand-chip": _PACKED,
    "held-punch": _FAR,
    "same-club-punch": (0, 0, 110, {"cover": "fairway"}),
    "knock-down": (0, 0, 90, {"cover": "fairway"}),
    "high-rider": _FAR,
    "hold-against": _FAR,
    "ride-wind": _FAR,
}

BLOWN: dict[str, dict[str, float]] = {
    "same-club-punch": {"speed_m_s": 7.0, "from_deg": 0.0},
    "high-rider": {"speed_m_s": 5.0, "from_deg": 180.0},
    "hold-against": {"speed_m_s": 5.0, "from_deg": 90.0},
    "ride-wind": {"speed_m_s": 5.0, "from_deg": 90.0},
}
"""The wind, as the contract has it, for those that ask for one."""
