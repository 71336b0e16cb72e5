"""A drawing of the drag and lift law beside published curves, for docs/calibration.md."""

from __future__ import annotations

from collections.abc import Callable
from typing import NamedTuple

import numpy as np

from veltrin.core.flight import FLIGHT, drag_coefficient, lift_coefficient

WIDE, HIGH, LEFT, TOP = 330, 240, 46, 24
SPIN_TO = 0.6
REYNOLDS = ((1.1e5, "4 3"), (1.8e5, ""), (2.6e5, "1 3"))


class Panel(NamedTuple):
    """One of the two: what the law says, what was measured, and the field that measurements span up to W = 0.35."""

    name: str
    law: Callable[[float, float], float]
    measured: Callable[[float], float]
    field: tuple[float, float]
    to: float


PANELS = (
    Panel("C_D", lambda re, w: drag_coefficient(re, w, FLIGHT), lambda w: 0.24 + 0.18 * w, (0.22, 0.30), 0.5),
    Panel("C_L", lambda re, w: lift_coefficient(re, w, FLIGHT), lambda w: 0.54 * w**0.4, (0.13, 0.30), 0.5),
)


def _panel(panel: Panel, left: float) -> str:
    def x(w: float) -> float:
        return left + WIDE * w / SPIN_TO

    def y(value: float) -> float:
        return TOP + HIGH * (1.0 - value / panel.to)

    parts = [
        f'<rect x="{x(0.05):.1f}" y="{y(panel.field[1]):.1f}" width="{x(0.35) - x(0.05):.1f}" '
        f'height="{y(panel.field[0]) - y(panel.field[1]):.1f}" fill="#dcd6c4"/>',
        f'<path d="M{left} {TOP}V{TOP + HIGH}H{left + WIDE}" fill="none" stroke="#333"/>',
        f'<text x="{left}" y="{TOP - 8}">{panel.name}</text>',
        f'<text x="{left + WIDE - 70}" y="{TOP + HIGH + 32}">spin ratio W</text>',
    ]
    for tick in np.arange(0.0, SPIN_TO + 0.01, 0.1):
        parts.append(f'<text x="{x(float(tick)) - 8:.1f}" y="{TOP + HIGH + 16}">{tick:.1f}</text>')
    for tick in np.arange(0.0, panel.to + 0.01, 0.1):
        parts.append(f'<text x="{left - 28}" y="{y(float(tick)) + 4:.1f}">{tick:.1f}</text>')
    for reynolds, dash in REYNOLDS:
        line = " ".join(f"{x(w):.1f},{y(panel.law(reynolds, w)):.1f}" for w in np.linspace(0.01, SPIN_TO, 60))
        parts.append(f'<polyline points="{line}" fill="none" stroke="#1d5c4d" stroke-dasharray="{dash}"/>')
    for w in np.linspace(0.05, 0.35, 7):
        parts.append(f'<circle cx="{x(w):.1f}" cy="{y(panel.measured(w)):.1f}" r="3" fill="#a4502a"/>')
    return "".join(parts)


def drawn_curves() -> str:
    """Both panels as an SVG."""
    body = "".join(_panel(panel, LEFT + i * (WIDE + LEFT + 20)) for i, panel in enumerate(PANELS))
    width, height = 2 * (WIDE + LEFT) + 40, HIGH + TOP + 44
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {height}" font-family="sans-serif" '
        f'font-size="12"><rect width="100%" height="100%" fill="#fff"/>{body}</svg>\n'
    )
