"""The eye: scenes to read, what a reading costs, how a person reads, which scenes come next."""

from veltrin.core.eye.calibrate import FEW_SCENES, SHARES, SIGNED, Eye, Read, calibrated, error_of, own_doubts
from veltrin.core.eye.camera import Camera
from veltrin.core.eye.choose import A_DAY, Seen, a_days_scenes, level_next
from veltrin.core.eye.cost import Cost, cost_of, offered
from veltrin.core.eye.draw import draw
from veltrin.core.eye.easel import VIEWS, Paint, Picture, Shape, View, camera_for
from veltrin.core.eye.scene import (
    EYE_KINDS,
    LEVELS,
    EyeKind,
    Key,
    Scene,
    as_read,
    asked_of,
    in_frame,
    key_named,
    question_for,
    scene_of,
)

__all__ = [
    "A_DAY",
    "EYE_KINDS",
    "FEW_SCENES",
    "LEVELS",
    "SHARES",
    "SIGNED",
    "VIEWS",
    "Camera",
    "Cost",
    "Eye",
    "EyeKind",
    "Key",
    "Paint",
    "Picture",
    "Read",
    "Scene",
    "Seen",
    "Shape",
    "View",
    "a_days_scenes",
    "as_read",
    "asked_of",
    "calibrated",
    "camera_for",
    "cost_of",
    "draw",
    "error_of",
    "in_frame",
    "key_named",
    "level_next",
    "offered",
    "own_doubts",
    "question_for",
    "scene_of",
]
