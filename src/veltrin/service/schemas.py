"""JSON Schemas of the contracts, written to docs/schema and checked there by a test."""

from __future__ import annotations

import json
from pathlib import Path

from veltrin.service.contracts.base import Contract
from veltrin.service.contracts.flight import FlightRequest, FlightResponse
from veltrin.service.contracts.plan import PlanRequest, PlanResponse

SCHEMAS: dict[str, tuple[type[Contract], bool]] = {
    "flight-request": (FlightRequest, True),
    "flight-response": (FlightResponse, False),
    "plan-request": (PlanRequest, True),
    "plan-response": (PlanResponse, False),
}


def schema_texts(openapi: dict[str, object]) -> dict[str, str]:
    """File name -> text of every schema."""
    bodies = {
        f"{name}.schema.json": kind.model_json_schema(mode="validation" if is_input else "serialization")
        for name, (kind, is_input) in SCHEMAS.items()
    }
    bodies["openapi.json"] = openapi
    return {name: json.dumps(body, indent=2, sort_keys=True) + "\n" for name, body in bodies.items()}


def write_schemas(folder: Path, openapi: dict[str, object]) -> list[Path]:
    """Write them all; returns the paths."""
    folder.mkdir(parents=True, exist_ok=True)
    written = []
    for name, text in schema_texts(openapi).items():
        (folder / name).write_text(text)
        written.append(folder / name)
    return written
