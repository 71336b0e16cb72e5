"""Answers as they are kept beside the tests: short, one a line, and told apart in words."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from tests.answers.asked import ASKED, Asked

FOLDER = Path(__file__).parent / "kept"
LAW_FILE = FOLDER / "law.json"

DRAWN = {
    "detail",
    "flight",
    "points",
    "pictures",
    "shapes",
    "setup",
    "faults",
    "key_words",
    "miss",
    "wins_when",
    "source",
}
"""What is drawn from the numbers, or said of a method whatever the shot: left out."""

MOMENTS = {
    "booked_at",
    "at",
    "held_on",
    "made_at",
    "since",
    "last_at",
    "struck_at",
    "learns_from",
    "date",
}
A_MOMENT = re.compile(r"\d{4}-\d\d-\d\dT")
"""What depends on the day on which it was asked."""

DIGITS = 4
SAME = 0.002
"""Numbers that differ by less than this share of their size, or of a hundredth, are the same: machines round apart."""


def _short(value: Any) -> Any:
    if isinstance(value, float):
        return float(f"{value:.{DIGITS}g}") + 0.0
    if isinstance(value, str) and A_MOMENT.match(value):
        return "a moment"
    if isinstance(value, list):
        return [_short(one) for one in value]
    if isinstance(value, dict):
        # The scenes of today are others tomorrow.
        told = {k: v for k, v in _fewer(value).items() if not (k == "today" and isinstance(v, list))}
        return {k: _short(v) for k, v in told.items() if k not in DRAWN | MOMENTS}
    return value


CALLS = ("first_id", "second_id", "safe_id", "direct_id", "escape_id")


def _fewer(value: dict[str, Any]) -> dict[str, Any]:
    """A plan with its named calls in full, of the others what they cost, and of what was ruled out only why."""
    if not {"calls", "ruled_out"} <= value.keys():
        return value
    named = {value[name] for name in CALLS}
    return {
        **value,
        "calls": [c for c in value["calls"] if c["id"] in named],
        "costs": {c["id"]: c["strokes"] for c in value["calls"]},
        "ruled_out": {way: one["words"] for one in value["ruled_out"] for way in one["ways"]},
    }


def answer_to(client: TestClient, asked: Asked) -> Any:
    """What the server answers, short. AssertionError where it refuses."""
    body = asked.body
    if body is not None and body.get("call_id") == "{first}":
        plan = client.post("/api/plan", json=body["request"]).json()
        body = {**body, "call_id": plan["first_id"]}
    path = f"/api/{asked.path}"
    answer = client.get(path) if body is None else client.post(path, json=body)
    assert answer.status_code == 200, f"{asked.name}: {answer.text}"
    return _short(answer.json())


def _file(asked: Asked) -> Path:
    letters = "".join(c if c.isalnum() else "-" for c in asked.name.lower())
    return FOLDER / f"{letters}.json"


def write(asked: Asked, answer: Any) -> None:
    """Keep an answer."""
    FOLDER.mkdir(exist_ok=True)
    _file(asked).write_text(json.dumps(answer, indent=0, sort_keys=True, ensure_ascii=False) + "\n")


def read(asked: Asked) -> Any:
    """The answer that is kept; None where there is none."""
    path = _file(asked)
    return json.loads(path.read_text()) if path.is_file() else None


def forget_others() -> None:
    """Take away what belongs to no request any more."""
    known = {_file(asked) for asked in ASKED} | {LAW_FILE}
    for path in FOLDER.glob("*.json"):
        if path not in known:
            path.unlink()


def _named(value: list[Any]) -> dict[str, Any] | None:
    """A list whose members have ids, by id."""
    if value and all(isinstance(one, dict) and "id" in one for one in value):
        return {str(one["id"]): one for one in value}
    return None


def _is_same(was: Any, now: Any) -> bool:
    numbers = all(isinstance(v, int | float) and not isinstance(v, bool) for v in (was, now))
    if numbers:
        return abs(was - now) <= SAME * max(abs(was), abs(now), 0.01)
    return bool(was == now)


def _told(value: Any) -> str:
    text = json.dumps(value, ensure_ascii=False)
    return text if len(text) <= 60 else text[:57] + "..."


def differences(was: Any, now: Any, where: str = "") -> Iterator[str]:
    """What changed, a line each: where, from what, to what."""
    if isinstance(was, list) and isinstance(now, list):
        by_id = _named(was), _named(now)
        if by_id[0] is not None and by_id[1] is not None:
            was, now = by_id
        else:
            was, now = ({str(n): one for n, one in enumerate(many)} for many in (was, now))
    if isinstance(was, dict) and isinstance(now, dict):
        for key in [*was, *(k for k in now if k not in was)]:
            place = f"{where}.{key}" if where else str(key)
            if key not in now:
                yield f"{place} is gone (was {_told(was[key])})"
            elif key not in was:
                yield f"{place} is new: {_told(now[key])}"
            else:
                yield from differences(was[key], now[key], place)
    elif not _is_same(was, now):
        share = ""
        if isinstance(was, int | float) and isinstance(now, int | float) and was:
            share = f" ({100.0 * (now / was - 1.0):+.1f} %)"
        yield f"{where}: {_told(was)} -> {_told(now)}{share}"


def first_call(answer: Any) -> str | None:
    """The first call of a plan, in words; None where the answer is no plan."""
    calls = answer.get("calls") if isinstance(answer, dict) else None
    first = next((c for c in calls or () if isinstance(c, dict) and c.get("id") == answer.get("first_id")), None)
    return None if first is None else f"{first['club_name']}, {first['method_name']}"
