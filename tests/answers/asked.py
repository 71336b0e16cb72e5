"""Some eighty requests over all addresses that compute: both hands, all covers, four players, the whole house."""

from __future__ import annotations

from typing import Any, NamedTuple, get_args

from tests.lies import BLOWN, REACHED
from veltrin.core.cards import CardKind
from veltrin.core.ground.cover import COVERS, CoverName

PLAYERS = ("ansgar", "brisa", "corwin", "tove")
"""Senior, left-hander, scratch and junior among them: see the demo."""

WINTER = {
    "name": "Soaked December", "air": {"temperature_c": 4}, "wind": {"speed_m_s": 5, "from_deg": 60}, "layers": 2,
    "rain": "drizzle", "ground": "soft", "greens": "soft",
}  # fmt: skip
SUMMER = {"name": "Dry July", "air": {"temperature_c": 24}, "ground": "firm", "greens": "firm"}

FLAGS_M = {"sand": 14.0, "collar": 12.0, "bare": 18.0, "divot": 60.0, "grass": 70.0}
"""How far the flag is from a ball in a group of covers."""


class Asked(NamedTuple):
    """A request by its name: an address below /api and what is sent to it; without a body it is a GET."""

    name: str
    path: str
    body: dict[str, Any] | None


def _shot(player: str, lie: dict[str, Any], flag_m: float, **more: Any) -> dict[str, Any]:
    return {"player_id": player, "lie": lie, "line": {"flag_m": flag_m}, **more}


def _by_cover() -> list[Asked]:
    """A plan from each cover, the players by turns."""
    made = []
    for n, cover in enumerate(get_args(CoverName)):
        rule = COVERS[cover]
        lie = {"cover": cover, "sunk": rule.usual_sunk}
        made.append(Asked(f"plan from {cover}", "plan", _shot(PLAYERS[n % 4], lie, FLAGS_M[rule.group])))
    return made


SLOPES = {"down": (7, 0), "up": (-6, 0), "above": (0, 6), "below": (0, -6), "down and below": (6, -5)}


def _by_slope() -> list[Asked]:
    return [
        Asked(f"plan {words}, {flag} m, {player}", "plan", _shot(player, {"fall_deg": fall, "side_deg": side}, flag))
        for n, (words, (fall, side)) in enumerate(SLOPES.items())
        for flag, player in ((20.0, PLAYERS[n % 4]), (120.0, PLAYERS[(n + 1) % 4]))
    ]


def _by_wind() -> list[Asked]:
    winds = {"against": 0.0, "behind": 180.0, "from the right": 90.0}
    return [
        Asked(
            f"plan with 7 m/s {words}, {player}",
            "plan",
            _shot(player, {}, 130.0, wind={"speed_m_s": 7.0, "from_deg": from_deg}),
        )
        for words, from_deg in winds.items()
        for player in ("corwin", "brisa")
    ]


def _schools() -> list[Asked]:
    made = []
    methods = ("downhill-cut", "tall-clip", "rim-roll", "grass-splash", "hooded-chop", "splash", "held-punch", "float")
    for n, method in enumerate(methods):
        fall, side, flag, lie = REACHED[method]
        body = _shot(PLAYERS[n % 4], {**lie, "fall_deg": fall, "side_deg": side}, flag)
        if method in BLOWN:
            body["wind"] = BLOWN[method]
        made.append(Asked(f"schools where {method} is one", "schools", body))
    return made


def _advice() -> list[Asked]:
    rough = _shot("tove", {"cover": "rough", "sunk": 0.6}, 60.0)
    bank = _shot("ansgar", {"fall_deg": 6, "side_deg": -3}, 25.0)
    sand = _shot("brisa", {"cover": "sand", "sunk": 0.1}, 14.0)
    made = [
        Asked(
            f"what if: {reading}, {shot['player_id']}",
            "what-if",
            {"request": shot, "call_id": "{first}", "reading": reading, "low": low, "high": high, "count": 5},
        )
        for shot, reading, low, high in (
            (rough, "sunk", 0.3, 1.0),
            (bank, "fall", 3, 9),
            (bank, "side", -6, 0),
            (rough, "wind", 0, 6),
            (sand, "sunk", 0.0, 0.6),
        )
    ]
    for shot in (rough, bank, sand):
        made.append(Asked(f"does it hold, {shot['player_id']}", "sensitivity", {"request": shot}))
        made.append(Asked(f"two days, {shot['player_id']}", "two-days", {"request": shot, "days": [SUMMER, WINTER]}))
    made.append(Asked("who plays it", "who", {"request": rough, "call_id": "{first}"}))
    balls = [{"misses": ["heavy", "short"]}, {"misses": ["heavy"]}]
    made.append(Asked("fault of two heavy ones", "faults", {"request": bank, "call_id": "{first}", "balls": balls}))
    return made


def _house() -> list[Asked]:
    made = [Asked(f"day sheet, {p}", "day-sheet", {"player_id": p, "day": WINTER}) for p in ("tove", "corwin")]
    for n, card in enumerate(get_args(CardKind)):
        made.append(Asked(f"{card} card", "cards", {"player_id": PLAYERS[n % 4], "kinds": [card]}))
    for player in PLAYERS:
        made.append(Asked(f"book of {player}", f"book/summary?player_id={player}", None))
        made.append(Asked(f"learnt of {player}", f"players/{player}/learnt", None))
        made.append(Asked(f"stock shots of {player}", f"players/{player}/stock", None))
    made += [
        Asked("prepare for ansgar", "prepare?player_id=ansgar", None),
        Asked("eye of the coach", "eye", None),
        Asked("drill of the bank", "drills/three-piles?player_id=tove", None),
        Asked("slope that was paced", "ground/slope", {"rise_m": 0.3, "run_m": 3.0}),
        Asked("one flight", "flight", {"ball_speed_m_s": 53.6, "launch_deg": 16.3, "spin_rpm": 7097}),
    ]
    return made


ASKED: tuple[Asked, ...] = (*_by_cover(), *_by_slope(), *_by_wind(), *_schools(), *_advice(), *_house())
"""All of them."""
