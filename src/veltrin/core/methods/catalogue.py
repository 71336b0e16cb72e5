"""All methods by id. Plans, screens and documents list methods from here and nowhere else."""

from __future__ import annotations

from veltrin.core.errors import UnknownNameError
from veltrin.core.methods import downhill, grass, sideslope, stock, uphill
from veltrin.core.methods.method import Method

CATALOGUE: dict[str, Method] = {
    m.id: m for m in (*stock.METHODS, *downhill.METHODS, *uphill.METHODS, *sideslope.METHODS, *grass.METHODS)
}


def method_named(method_id: str) -> Method:
    """Look a method up; UnknownNameError lists those there are."""
    if method_id not in CATALOGUE:
        raise UnknownNameError("method", method_id, list(CATALOGUE))
    return CATALOGUE[method_id]
