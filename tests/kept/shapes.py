"""The shape of each form of what is kept: its fields, which of them must be there, and the words they may be."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from veltrin.service.files.forms import FORMS
from veltrin.service.house.kept import Form

SHAPES = Path(__file__).parent / "shapes.json"


def _of(
    schema: dict[str, Any], definitions: dict[str, Any], where: str, told: dict[str, Any], seen: tuple[str, ...]
) -> None:
    if "$ref" in schema:
        name = schema["$ref"].rsplit("/", 1)[1]
        if name not in seen:
            _of(definitions[name], definitions, where, told, (*seen, name))
        return
    for several in ("anyOf", "oneOf", "allOf"):
        for one in schema.get(several, ()):
            _of(one, definitions, where, told, seen)
    if "enum" in schema:
        told[where] = sorted({*told.get(where, ()), *map(str, schema["enum"])})
    for one in (schema.get("items"), schema.get("additionalProperties"), *schema.get("prefixItems", ())):
        if isinstance(one, dict):
            _of(one, definitions, f"{where}[]", told, seen)
    if isinstance(names := schema.get("propertyNames"), dict):
        _of(names, definitions, f"{where}[key]", told, seen)
    needed = schema.get("required", ())
    for name, one in schema.get("properties", {}).items():
        path = f"{where}.{name}"
        told[f"{path}?" if name not in needed else path] = []
        _of(one, definitions, path, told, seen)


def shape_of(form: Form[Any]) -> dict[str, list[str]]:
    """By path every field ("?": it has a default) and every field's words."""
    schema, told = form.schema(), {}
    _of(schema, schema.get("$defs", {}), form.name, told, ())
    return dict(sorted(told.items()))


def all_shapes() -> dict[str, dict[str, Any]]:
    """Of every form its version and its shape."""
    return {name: {"version": form.version, "shape": shape_of(form)} for name, form in sorted(FORMS.items())}


def lost(was: dict[str, Any], now: dict[str, Any]) -> list[str]:
    """What a piece that was kept by `was` could hold and `now` can't read, or lacks and `now` asks for."""
    told = []
    for path, words in was.items():
        plain = path.removesuffix("?")
        if not words and plain not in now and f"{plain}?" not in now:
            told.append(f"the field {plain} is gone")
        missing = set(words) - set(now.get(path, now.get(plain, ())))
        told += [f"the word '{word}' of {plain} is gone" for word in sorted(missing)]
    for path, words in now.items():
        if not words and not path.endswith("?") and path not in was and f"{path}?" not in was:
            told.append(f"the field {path} is asked for, which nothing kept before has")
    return told


if __name__ == "__main__":
    SHAPES.write_text(json.dumps(all_shapes(), indent=1, sort_keys=True) + "\n")
    print(f"{len(FORMS)} forms are written to {SHAPES.name}.")
