"""Use cases: keep a photograph of a lie, show it, measure a slope on it."""

from __future__ import annotations

import math
from datetime import UTC, datetime

from veltrin.core.ground import Spot, slope_in
from veltrin.service.house.errors import ConflictError, NotFoundError
from veltrin.service.lessons.contracts.photographs import PhotographOut, SlopeLinesIn, SlopeMeasured
from veltrin.service.lessons.forms import SLOPE
from veltrin.service.lessons.pictures import prepare
from veltrin.service.lessons.privacy import may_be_shown
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows
from veltrin.store.repositories import photographs as rows
from veltrin.store.tables import PhotographRow


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
    may_be_shown(find_stored(store, player_id))
    with store.session() as session:
        known = rows.load(session, photograph_id)
        if (known is None and rows.id_is_taken(session, photograph_id)) or (known and known.player_id != player_id):
            raise ConflictError("photograph_id", "this id is used by another one.", "Give it a new random UUID.")
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
