"""Measured ground and greens beside the features of a course's GeoJSON: members of its own (RFC 7946, 6.1)."""

from __future__ import annotations

import math
from datetime import date
from typing import Any

from veltrin.core.course import CourseGreens, CourseGround
from veltrin.core.errors import DomainError
from veltrin.core.ground import KnownGround, cover_named
from veltrin.core.learn import MOST_BALLS, StruckBall

MEMBER, GREENS = "measured_ground", "greens"


def ground_in(document: dict[str, Any]) -> tuple[CourseGround, ...]:
    """What a file says was measured, a cover each. DomainError where it can't be read."""
    told = document.get(MEMBER, [])
    try:
        found = [_one(raw) for raw in told]
    except (TypeError, ValueError, KeyError, AttributeError) as error:
        wrong = getattr(error, "problem", "") or str(error)
        raise DomainError(
            "geojson", f"its {MEMBER} can't be read: {wrong}", "Give it as this program writes it, or leave it out."
        ) from error
    by_cover = {one.known.cover: one for one in found}
    return tuple(by_cover.values())


def greens_in(document: dict[str, Any]) -> CourseGreens | None:
    """How a file says that the greens were read. DomainError where it can't be read."""
    told = document.get(GREENS)
    if told is None:
        return None
    try:
        on, is_used = date.fromisoformat(str(told["on"])), told.get("is_used", True) is True
        return CourseGreens(float(told["speed_ft"]), float(told["firmness"]), on, is_used)
    except (TypeError, ValueError, KeyError, AttributeError) as error:
        wrong = getattr(error, "problem", "") or str(error)
        raise DomainError(
            "geojson", f"its {GREENS} can't be read: {wrong}", "Give speed_ft, firmness and on, or leave it out."
        ) from error


def greens_out(greens: CourseGreens | None) -> dict[str, Any]:
    """The member of the file, none where nothing was read."""
    if greens is None:
        return {}
    told = {"speed_ft": greens.speed_ft, "firmness": greens.firmness, "on": str(greens.on), "is_used": greens.is_used}
    return {GREENS: told}


def _number(raw: object, low: float, high: float) -> float:
    value = float(raw)  # type: ignore[arg-type]
    if not (math.isfinite(value) and low <= value <= high):
        raise ValueError(f"{value:g} is out of range: {low:g} to {high:g}.")
    return value


def _ball(raw: dict[str, Any]) -> StruckBall:
    return StruckBall(**{name: _number(value, 0.05, 5000.0) for name, value in raw.items() if value is not None})


def _one(raw: dict[str, Any]) -> CourseGround:
    balls = [_ball(one) for one in raw["balls"]]
    if len(balls) > MOST_BALLS:
        raise ValueError(f"{len(balls)} balls: at most {MOST_BALLS}.")
    shares = tuple(_number(v, 0.0, 100.0) for v in raw["shares"])
    takes = raw.get("takes")
    return CourseGround(
        known=KnownGround(cover_named(str(raw["cover"])).name, shares, len(balls), date.fromisoformat(str(raw["on"]))),
        carries=_number(raw["carries"], 0.05, 20.0),
        low=_number(raw["low"], 0.01, 20.0),
        high=_number(raw["high"], 0.05, 100.0),
        takes=None if takes is None else _number(takes, -50.0, 50.0),
        struck=tuple(balls),
        is_used=raw.get("is_used", True) is True,
    )


def ground_out(grounds: tuple[CourseGround, ...]) -> dict[str, Any]:
    """The member of the file, none where nothing was measured."""
    rows = [
        {
            "cover": one.known.cover, "on": str(one.known.on), "is_used": one.is_used,
            "shares": [round(share, 4) for share in one.known.shares],
            "carries": round(one.carries, 4), "low": round(one.low, 4), "high": round(one.high, 4),
            "takes": None if one.takes is None else round(one.takes, 3),
            "balls": [{k: v for k, v in ball._asdict().items() if v is not None} for ball in one.struck],
        }
        for one in grounds
    ]  # fmt: skip
    return {MEMBER: rows} if rows else {}
