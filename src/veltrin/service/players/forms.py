"""What of players, and of the laws they are answered by, is kept as JSON."""

from __future__ import annotations

from veltrin.core.eye import EyeKind
from veltrin.service.house.kept import Form

SCENE: Form[dict[EyeKind, tuple[float, float]]] = Form(
    "scene", "What was read", dict[EyeKind, tuple[float, float]], mends=True
)

LAW_SHARES: Form[list[tuple[str, str, float]]] = Form(
    "law_shares", "What a calibration moves", list[tuple[str, str, float]]
)
