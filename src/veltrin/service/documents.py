"""Documents written from the code: JSON Schemas, the OpenAPI description, the catalogue of methods."""

from __future__ import annotations

import json
from pathlib import Path

from veltrin.core.methods import CATALOGUE, Method
from veltrin.service.contracts.base import Contract
from veltrin.service.contracts.flight import FlightRequest, FlightResponse
from veltrin.service.contracts.plan import PlanRequest, PlanResponse

SCHEMAS: dict[str, tuple[type[Contract], bool]] = {
    "flight-request": (FlightRequest, True),
    "flight-response": (FlightResponse, False),
    "plan-request": (PlanRequest, True),
    "plan-response": (PlanResponse, False),
}

_METHODS_HEAD = """# Methods

Written by `make docs` from `core/methods`; change it there. Each method is data plus small functions: where it applies,
what it asks for besides what the slope itself demands, how it delivers, what goes wrong.
"""


def _method_text(method: Method) -> str:
    lines = [
        f"\n## {method.name} (`{method.id}`)\n",
        f"School: {method.school}. Family: {method.family}. Changes first: the {method.way}. "
        f"Scatter times {method.difficulty:g}.\n",
        f"- Wins when {method.wins_when}.",
        f"- Bad miss: {method.miss}.",
        *(f"- Say: {words}" for words in method.key_words),
        *(f"- Caution: {words}" for words in method.cautions),
        f"- Source: {method.source}.",
    ]
    return "\n".join(lines) + "\n"


def texts(openapi: dict[str, object]) -> dict[str, str]:
    """Path below the docs folder -> text of every document."""
    bodies = {
        f"schema/{name}.schema.json": kind.model_json_schema(mode="validation" if is_input else "serialization")
        for name, (kind, is_input) in SCHEMAS.items()
    }
    bodies["schema/openapi.json"] = openapi
    made = {name: json.dumps(body, indent=2, sort_keys=True) + "\n" for name, body in bodies.items()}
    made["methods.md"] = _METHODS_HEAD + "".join(_method_text(m) for m in CATALOGUE.values())
    return made


def write(folder: Path, openapi: dict[str, object]) -> list[Path]:
    """Write them all below `folder`; returns the paths."""
    written = []
    for name, text in texts(openapi).items():
        path = folder / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(text)
        written.append(path)
    return written
