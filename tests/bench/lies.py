"""One lie of each kind, with the flag it is asked for."""

from __future__ import annotations

from typing import Any

LIES: dict[str, tuple[dict[str, Any], float]] = {
    "fairway, near": ({"cover": "fairway"}, 14.5),
    "fairway, far": ({"cover": "fairway"}, 120.0),
    "tight": ({"cover": "tight"}, 18.0),
    "hard-pan": ({"cover": "hard-pan"}, 15.0),
    "mud": ({"cover": "mud", "sunk": 0.1}, 20.0),
    "divot": ({"cover": "divot", "sunk": 0.2}, 60.0),
    "rough, near": ({"cover": "rough", "sunk": 1.0, "wet": 0.5}, 18.0),
    "rough, far": ({"cover": "rough", "sunk": 0.8}, 130.0),
    "collar": ({"cover": "collar-behind", "sunk": 0.5}, 12.0),
    "sand": ({"cover": "sand", "sunk": 0.1}, 14.0),
}
