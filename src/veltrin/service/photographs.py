"""Use cases: keep a photograph of a lie, show it, measure a slope on it."""

from __future__ import annotations

import io
import math
import warnings
from dataclasses import dataclass
from datetime import UTC, datetime

from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

from veltrin.core.ground import Spot, slope_in
from veltrin.service.contracts.photographs import (
    MOST_BYTES,
    MOST_MB,
    PhotographOut,
    SlopeLinesIn,
    SlopeMeasured,
)
from veltrin.service.errors import ConflictError, DomainError, NotFoundError
from veltrin.service.kept import SLOPE
from veltrin.service.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import photographs as rows
from veltrin.store.tables import PhotographRow

FORMATS = ("JPEG", "PNG", "WEBP")
LONGEST_SIDE = 1600
"""Pixels of the longer side as kept: a line laid by finger is not read finer than that."""

QUALITY = 80
MOST_PIXELS = 80_000_000
"""More than any camera that is carried on a course takes; what claims more is a trap."""

WAY = "Send a JPEG, PNG or WebP as the camera made it."


@dataclass(frozen=True)
class Prepared:
    """An image as it is kept: JPEG without anything the camera wrote beside it."""

    image: bytes
    width: int
    height: int
    focal_mm: float | None


def prepare(body: bytes) -> Prepared:
    """Look at what was sent by its content, turn it upright, scale it, leave out place and all else of the camera.

    DomainError where it is no such image, is damaged, or is larger than is taken.
    """
    if len(body) > MOST_BYTES:
        raise DomainError("photograph", f"is longer than {MOST_MB} MB.", "Send it smaller.")
    try:
        with warnings.catch_warnings():
            # Pillow only warns of an image between its own limit and twice that; ours is looked at below.
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            found = Image.open(io.BytesIO(body), formats=FORMATS)
        is_huge = found.width * found.height > MOST_PIXELS
        focal = None if is_huge else _focal(found)
        found.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
        # What is too large is not unpacked.
        upright = None if is_huge else ImageOps.exif_transpose(found).convert("RGB")
    except (UnidentifiedImageError, Image.DecompressionBombError) as error:
        raise DomainError("photograph", "is no photograph.", WAY) from error
    except (OSError, SyntaxError, ValueError) as error:
        raise DomainError("photograph", "is damaged or cut off.", "Take or choose it again.") from error
    if upright is None:
        raise DomainError("photograph", f"has more than {MOST_PIXELS // 1_000_000} million pixels.", WAY)
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    # A fresh image: nothing that stood beside the pixels comes along.
    plain = Image.new("RGB", upright.size)
    plain.paste(upright)
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=QUALITY, optimize=True)
    return Prepared(out.getvalue(), plain.width, plain.height, focal)


def _focal(image: Image.Image) -> float | None:
    """Focal length as on 35 mm film, where the camera said one that can be."""
    told = image.getexif().get_ifd(ExifTags.IFD.Exif).get(ExifTags.Base.FocalLengthIn35mmFilm)
    return float(told) if isinstance(told, int | float) and 10 <= told <= 400 else None


def photograph_out(row: PhotographRow) -> PhotographOut:
    """A kept photograph as the contract has it."""
    return PhotographOut(
        id=row.id,
        player_id=row.player_id,
        lesson_id=row.lesson_id,
        booking_id=row.booking_id,
        shot_id=row.shot_id,
        taken_at=row.taken_at,
        width=row.width,
        height=row.height,
        focal_mm=row.focal_mm,
        measured=SLOPE.open(row.measured_json).value,
    )


def keep_photograph(store: Store, photograph_id: str, player_id: str, body: bytes) -> PhotographOut:
    """Keep a photograph of a player under the id its sender gave it; sent again the first stays.

    It joins the lesson that is open for the player. ConflictError where the id is another's.
    """
    find_stored(store, player_id)
    with store.session() as session:
        known = rows.load(session, photograph_id)
        if (known is None and rows.id_is_taken(session, photograph_id)) or (known and known.player_id != player_id):
            raise ConflictError("photograph_id", "this id is taken by another one.", "Give it a new random UUID.")
        if known is not None:
            return photograph_out(known)
    ready = prepare(body)
    with store.session() as session:
        now = datetime.now(UTC)
        lesson = lesson_rows.at(session, player_id, now)
        row = PhotographRow(
            id=photograph_id,
            player_id=player_id,
            lesson_id=None if lesson is None else lesson.id,
            taken_at=now,
            width=ready.width,
            height=ready.height,
            focal_mm=ready.focal_mm,
            image=ready.image,
        )
        rows.add(session, row)
        return photograph_out(row)


def _none(photograph_id: str) -> NotFoundError:
    return NotFoundError(
        "photograph_id", f"There is no photograph {photograph_id}.", "Choose one of a lesson, or take another."
    )


def show_image(store: Store, photograph_id: str) -> bytes:
    """The image itself, a JPEG."""
    with store.session() as session:
        found = rows.image(session, photograph_id)
    if found is None:
        raise _none(photograph_id)
    return found


def list_photographs(store: Store, player_id: str) -> list[PhotographOut]:
    """A player's photographs, oldest first."""
    find_stored(store, player_id)
    with store.session() as session:
        return [photograph_out(row) for row in rows.of_player(session, player_id)]


def measure_slope(store: Store, photograph_id: str, lines: SlopeLinesIn) -> PhotographOut:
    """The slope that two lines tell, for this player's hand; it is kept with the photograph."""
    with store.session() as session:
        row = rows.load(session, photograph_id)
        if row is None:
            raise _none(photograph_id)
        player_id, height_share, focal = row.player_id, row.height / row.width, row.focal_mm
    left_handed = find_stored(store, player_id).player.left_handed
    (h0, h1), (g0, g1) = lines.horizon, lines.ground
    found = slope_in((Spot(*h0), Spot(*h1)), (Spot(*g0), Spot(*g1)), height_share, focal, is_horizon=lines.is_horizon)
    # From behind, a right-hander stands to the left of the ball: ground that rises to the right has it above the feet.
    sign = {"behind": -1.0 if left_handed else 1.0, "target-right": -1.0, "target-left": 1.0}[lines.view]
    told = SlopeMeasured(
        reading="side" if lines.view == "behind" else "fall",
        value_deg=round(sign * math.degrees(found.rises_right_rad), 2) + 0.0,
        doubt_deg=round(math.degrees(found.doubt_rad), 2),
        hand_deg=round(math.degrees(found.hand_rad), 2),
        lens_deg=round(math.degrees(found.lens_rad), 2),
        stand_deg=round(math.degrees(found.stand_rad), 2),
        lines=lines,
    )
    with store.session() as session:
        row = rows.load(session, photograph_id)
        if row is None:
            raise _none(photograph_id)
        row.measured_json = SLOPE.keep(told)
        return photograph_out(row)


def drop_photograph(store: Store, photograph_id: str) -> None:
    """Delete a photograph."""
    with store.session() as session:
        if not rows.delete(session, photograph_id):
            raise _none(photograph_id)
