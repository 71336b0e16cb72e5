"""Values made from a JSON schema: valid ones that like the edges, and ways to spoil them."""

from __future__ import annotations

import math
import random
import re
from typing import Any

Schema = dict[str, Any]

TEXTS = (
    "",
    " ",
    "a",
    "Fourth, wall behind",
    "=1+1",
    "\u202e",
    "\ud800",
    "x" * 61,
    "'; DROP TABLE players; --",
    "\x00",
    "ß" * 500,
)
ODD = (None, True, -1, 0, 1e308, -1e308, 1e-308, 10**400, "", "NaN", [], {}, [[]], "9" * 400, "\ud800", math.pi)
SHAPES = {
    r"^[0-9a-f]{8}": lambda r: "-".join(f"{r.getrandbits(4 * n):0{n}x}" for n in (8, 4, 4, 4, 12)),
    r"^[a-z0-9-]+$": lambda r: "p" + f"{r.getrandbits(32):x}",
    r"^[ab]{0,120}$": lambda r: "".join(r.choice("ab") for _ in range(r.randrange(0, 12))),
    r"^((heavy": lambda r: r.choice(["", "heavy", "heavy,short", "left"]),
    r"^\d{4}": lambda r: f"20{r.randrange(10, 30)}-0{r.randrange(1, 9)}-1{r.randrange(0, 9)}",
}


class Maker:
    """Makes values of a schema with its definitions; the same seed makes the same values."""

    def __init__(self, definitions: dict[str, Schema], seed: int) -> None:
        self.definitions = definitions
        self.r = random.Random(seed)

    def _resolved(self, schema: Schema) -> Schema:
        if "$ref" in schema:
            return self._resolved(self.definitions[schema["$ref"].rsplit("/", 1)[1]])
        return schema

    def make(self, schema: Schema) -> Any:
        """A valid value, as far as the schema says what that is."""
        told, r = self._resolved(schema), self.r
        if "const" in told:
            return told["const"]
        if "enum" in told:
            return r.choice(told["enum"])
        for several in ("anyOf", "oneOf"):
            if several in told:
                return self.make(r.choice(told[several]))
        kind = told.get("type")
        if kind in ("number", "integer"):
            return self._number(told, whole=kind == "integer")
        if kind == "string":
            return self._text(told)
        if kind == "boolean":
            return r.random() < 0.5
        if kind == "array":
            return self._list(told)
        if kind == "object" or "properties" in told:
            return self._object(told)
        return None

    def _number(self, told: Schema, *, whole: bool) -> float | int:
        low = float(told.get("minimum", told.get("exclusiveMinimum", -1e4)))
        high = float(told.get("maximum", told.get("exclusiveMaximum", 1e4)))
        value = self.r.choice(
            [low, high, min(max(0.0, low), high), self.r.uniform(low, high), self.r.uniform(low, high)]
        )
        return round(value) if whole else value

    def _text(self, told: Schema) -> str:
        pattern = told.get("pattern")
        if pattern is not None:
            made = next((m(self.r) for start, m in SHAPES.items() if pattern.startswith(start)), "")
            return made if re.search(pattern, made) else "0"
        if told.get("format") == "date-time":
            return f"{self.r.randrange(1951, 2149)}-03-04T05:06:07{self.r.choice(['Z', '', '+14:00', '-11:30'])}"
        longest, shortest = told.get("maxLength", 40), told.get("minLength", 0)
        fits = [t for t in ("a", "Fourth", "x" * min(longest, 900)) if shortest <= len(t) <= longest]
        return self.r.choice(fits) if fits else "x" * shortest

    def _list(self, told: Schema) -> list[Any]:
        if "prefixItems" in told:
            return [self.make(one) for one in told["prefixItems"]]
        shortest = told.get("minItems", 0)
        count = self.r.randrange(shortest, min(told.get("maxItems", 4), shortest + 3) + 1)
        return [self.make(told.get("items", {})) for _ in range(count)]

    def _object(self, told: Schema) -> dict[str, Any]:
        needed = set(told.get("required", ()))
        made = {
            name: self.make(one)
            for name, one in told.get("properties", {}).items()
            if name in needed or self.r.random() < 0.4
        }
        if "properties" not in told and isinstance(told.get("additionalProperties"), dict):
            made = {"a": self.make(told["additionalProperties"])}
        return made

    def spoil(self, value: Any) -> Any:
        """The same value with something in it that doesn't belong there."""
        r = self.r
        if isinstance(value, dict) and value and r.random() < 0.9:
            key = r.choice(list(value))
            return {**value, key: self.spoil(value[key])} if r.random() < 0.85 else {**value, "no such field": 1}
        if isinstance(value, list) and value and r.random() < 0.8:
            at = r.randrange(len(value))
            return [*value[:at], self.spoil(value[at]), *value[at + 1 :]]
        if isinstance(value, list):
            return value * r.choice([0, 50, 400])
        return r.choice([*ODD, *TEXTS])
