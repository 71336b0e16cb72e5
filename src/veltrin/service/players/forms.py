"""What of somebody's eye is kept as JSON."""

from __future__ import annotations

from veltrin.core.eye import EyeKind
from veltrin.service.house.kept import Form

SCENE: Form[dict[EyeKind, tuple[float, float]]] = Form(
    "scene", "What was read", dict[EyeKind, tuple[float, float]], mends=True
)
