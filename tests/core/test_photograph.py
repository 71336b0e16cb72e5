"""Slopes on photographs, against rendered images of known slope: rays through a pinhole, turned by SciPy's Rotation."""

from __future__ import annotations

import io
import math

import numpy as np
import pytest
from PIL import Image
from scipy.spatial.transform import Rotation

from veltrin.core.errors import DomainError
from veltrin.core.ground import Spot, slope_in
from veltrin.core.ground.photograph import FILM_WIDTH_MM

WIDTH, HEIGHT = 640, 480
SHARE = HEIGHT / WIDTH
EYE_M = 1.5


def rays(focal_mm: float, pitch_deg: float, roll_deg: float, askew_deg: float) -> np.ndarray:
    """Direction of every pixel's ray in the world (x to the right along the slope, y ahead, z up), (h, w, 3)."""
    x = (np.arange(WIDTH) + 0.5) / WIDTH - 0.5
    y = (np.arange(HEIGHT) + 0.5) / WIDTH - 0.5 * SHARE
    right, down = np.meshgrid(x, y)
    # The camera's own right, ahead, up.
    own = np.stack([right, np.full_like(right, focal_mm / FILM_WIDTH_MM), -down], axis=-1)
    turn = Rotation.from_euler("yxz", [roll_deg, -pitch_deg, askew_deg], degrees=True)
    return turn.apply(own.reshape(-1, 3)).reshape(HEIGHT, WIDTH, 3)


def rendered(
    slope_deg: float,
    focal_mm: float = 27.0,
    pitch_deg: float = 8.0,
    roll_deg: float = 0.0,
    askew_deg: float = 0.0,
    eye_m: float = EYE_M,
) -> Image.Image:
    """Sky, a level plain below it, and a bank 3 m ahead that rises to the right: white, grey, black."""
    d = rays(focal_mm, pitch_deg, roll_deg, askew_deg)
    with np.errstate(divide="ignore", invalid="ignore"):
        # Where a ray meets the upright plane 3 m ahead, in which the bank stands out in section.
        t = 3.0 / d[..., 1]
        hit_x, hit_z = t * d[..., 0], eye_m + t * d[..., 2]
    image = np.full((HEIGHT, WIDTH), 255, dtype=np.uint8)
    image[d[..., 2] < 0.0] = 128
    image[(t > 0) & (hit_z < math.tan(math.radians(slope_deg)) * hit_x)] = 0
    return Image.fromarray(image)


def line_between(image: Image.Image, low: int, high: int) -> tuple[Spot, Spot]:
    """The line along which tones above `low` turn into tones below `high`, going down, laid by least squares."""
    out = io.BytesIO()
    image.save(out, "PNG")
    pixels = np.asarray(Image.open(out))
    xs, ys = [], []
    for x in range(40, WIDTH - 40, 8):
        column = pixels[:, x]
        where = np.flatnonzero((column[:-1] > low) & (column[1:] < high))
        if len(where):
            xs.append((x + 0.5) / WIDTH)
            ys.append((where[0] + 1.0) / WIDTH)
    k, c = np.polyfit(xs, ys, 1)
    return Spot(0.1, k * 0.1 + c), Spot(0.9, k * 0.9 + c)


def measured(image: Image.Image, focal_mm: float | None = 27.0):  # type: ignore[no-untyped-def]
    horizon, ground = line_between(image, 200, 200), line_between(image, 64, 64)
    return slope_in(horizon, ground, SHARE, focal_mm)


@pytest.mark.parametrize("slope_deg", [-9.0, -3.0, 0.0, 2.0, 6.0, 12.0])
@pytest.mark.parametrize(("pitch_deg", "roll_deg"), [(8.0, 0.0), (12.0, 4.0), (5.0, -6.0)])
def test_the_slope_of_a_rendered_bank_is_found(slope_deg: float, pitch_deg: float, roll_deg: float) -> None:
    found = measured(rendered(slope_deg, pitch_deg=pitch_deg, roll_deg=roll_deg))
    # A pixel over the width is a tenth of a degree.
    assert math.degrees(found.rises_right_rad) == pytest.approx(slope_deg, abs=0.25)
    assert math.degrees(found.doubt_rad) > 0.5


def test_without_a_focal_length_it_is_a_little_less_sure() -> None:
    image = rendered(8.0, focal_mm=30.0, pitch_deg=10.0, roll_deg=5.0)
    known, guessed = measured(image, 30.0), measured(image, None)
    assert guessed.lens_rad > known.lens_rad
    assert abs(math.degrees(guessed.rises_right_rad) - 8.0) < 2.0 * math.degrees(guessed.doubt_rad)


@pytest.mark.parametrize("eye_m", [0.3, 0.8, 1.5])
@pytest.mark.parametrize("askew_deg", [-20.0, -12.0, 12.0, 20.0])
def test_standing_askew_stays_within_what_is_said_of_it(askew_deg: float, eye_m: float) -> None:
    found = measured(rendered(6.0, askew_deg=askew_deg, eye_m=eye_m))
    # 20 degrees are not quite two of the deviations that are taken for granted.
    assert abs(math.degrees(found.rises_right_rad) - 6.0) < 2.0 * math.degrees(found.stand_rad)


def test_held_low_it_is_surer_than_looked_down_on() -> None:
    low, high = (measured(rendered(6.0, eye_m=eye_m)) for eye_m in (0.3, 1.5))
    assert math.degrees(low.doubt_rad) < 2.0 < math.degrees(high.doubt_rad)


def test_something_level_does_where_there_is_no_horizon() -> None:
    # Rolled by 5 degrees with a level wall to go by, not the horizon: the roll alone is taken out.
    tilt = math.tan(math.radians(5.0))
    level = (Spot(0.1, 0.3 + 0.1 * tilt), Spot(0.9, 0.3 + 0.9 * tilt))
    both = math.tan(math.radians(5.0 - 4.0))
    ground = (Spot(0.2, 0.4 + 0.2 * both), Spot(0.8, 0.4 + 0.8 * both))
    found = slope_in(level, ground, 0.75, 27.0, is_horizon=False)
    assert math.degrees(found.rises_right_rad) == pytest.approx(4.0, abs=0.2)


@pytest.mark.parametrize(
    ("level", "ground", "field"),
    [
        ((Spot(0.5, 0.3), Spot(0.55, 0.3)), (Spot(0.1, 0.5), Spot(0.9, 0.5)), "lines.horizon"),
        ((Spot(0.1, 0.3), Spot(0.9, 0.3)), (Spot(0.5, 0.5), Spot(0.55, 0.5)), "lines.ground"),
        ((Spot(0.1, 0.3), Spot(0.9, 0.3)), (Spot(0.4, 0.3), Spot(0.6, 0.7)), "lines.ground"),
    ],
)
def test_lines_that_say_nothing_are_refused(level, ground, field) -> None:  # type: ignore[no-untyped-def]
    with pytest.raises(DomainError) as refused:
        slope_in(level, ground, 0.75, 27.0)
    assert refused.value.field == field
