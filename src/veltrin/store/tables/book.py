"""Tables of the field book: trials and booked shots."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import (
    ForeignKey,
    Index,
    String,
    Text,
)
from sqlalchemy.orm import Mapped, mapped_column

from veltrin.store.tables.house import Base, Owned


class TrialRow(Owned, Base):
    """Two ways of playing one shot, ball by ball in a shuffled order."""

    __tablename__ = "trials"

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[datetime]
    a_call: Mapped[str] = mapped_column(String(60))
    b_call: Mapped[str] = mapped_column(String(60))
    a_words: Mapped[str] = mapped_column(String(120))
    b_words: Mapped[str] = mapped_column(String(120))
    order: Mapped[str] = mapped_column(String(120))
    decides: Mapped[str] = mapped_column(String(12), server_default="left")
    request_json: Mapped[str] = mapped_column(Text)


def lost_of(strokes: float | None, after: float | None) -> float | None:
    """Strokes a shot cost more than expected: it and what is left `after` it, against the `strokes` expected.

    None where either isn't known.
    """
    return None if strokes is None or after is None else 1.0 + after - strokes


class BookingRow(Owned, Base):
    """A struck shot: what was meant, what was seen, what it says for learning. Left of the target is positive.

    The id is given by anyone who books it, so that sending it twice books it once. `*_y`, `*_w`: value and weight
    (1/sd^2)
    for learning (see core.learn.habits). `question_id`: the question it was planned by, kept once. `seq`: its number
    among the player's, never given twice. `law`: the laws by which it was held against its plan. `practice_id`,
    `drill_id`, `part`, `station`, `hit`: of a practice session. `former_lie`: its call was made for an earlier lie.
    `steady_lost`: strokes lost against the player of the first session. `all_booked`: whether all balls of that day
    were, None: not asked. `course`, `hole`, `from_*`, `end_*`: where on a course it was struck and where its ball
    finished (m east and north of the course's middle); empty where it was on none.
    """

    __tablename__ = "bookings"
    __table_args__ = (
        Index("bookings_by_time", "player_id", "booked_at", "id", "coach_id"),
        Index("bookings_by_trial", "trial_id"),
        Index("bookings_by_practice", "practice_id", "part"),
        Index("bookings_by_question", "question_id"),
        Index("bookings_by_hole", "player_id", "coach_id", "course", "hole"),
        Index("bookings_by_club", "player_id", "club_id", "purpose", "booked_at", "coach_id"),
        Index(
            "bookings_by_lie",
            *("player_id", "coach_id", "cover", "slope", "purpose", "end_kind", "holed", "putts", "chipped_again"),
            *("strokes", "strokes_after"),
        ),
        Index(
            "bookings_for_learning",
            *("player_id", "counts", "family", "cover", "method_id", "booked_at"),
            *("speed_y", "speed_w", "friction_y", "friction_w", "face_y", "face_w", "coach_id", "seq", "law"),
        ),
    )

    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    seq: Mapped[int] = mapped_column(default=0)
    player_id: Mapped[str] = mapped_column(ForeignKey("players.id", ondelete="CASCADE"))
    trial_id: Mapped[str | None] = mapped_column(ForeignKey("trials.id", ondelete="SET NULL"))
    arm: Mapped[str | None] = mapped_column(String(1))
    question_id: Mapped[str | None] = mapped_column(ForeignKey("questions.id"))
    booked_at: Mapped[datetime]
    source: Mapped[str] = mapped_column(String(8))
    purpose: Mapped[str] = mapped_column(String(8))
    club_id: Mapped[str] = mapped_column(String(24))
    club_name: Mapped[str] = mapped_column(String(40))
    family: Mapped[str] = mapped_column(String(12))
    cover: Mapped[str] = mapped_column(String(24))
    slope: Mapped[str] = mapped_column(String(24), default="level")
    method_id: Mapped[str] = mapped_column(String(40))
    call_id: Mapped[str] = mapped_column(String(60))
    target_m: Mapped[float]
    expected_carry_m: Mapped[float]
    expected_total_m: Mapped[float]
    expected_side_m: Mapped[float]
    along_sd_m: Mapped[float]
    across_sd_m: Mapped[float]
    strokes: Mapped[float | None]
    carry_m: Mapped[float | None]
    carry_side_m: Mapped[float | None]
    total_m: Mapped[float | None]
    side_m: Mapped[float | None]
    ball_speed_m_s: Mapped[float | None]
    launch_rad: Mapped[float | None]
    spin_rad_s: Mapped[float | None]
    descent_rad: Mapped[float | None]
    heel_m: Mapped[float | None]
    up_m: Mapped[float | None]
    turf_m: Mapped[float | None]
    fault: Mapped[str] = mapped_column(String(60), default="")
    note: Mapped[str] = mapped_column(String(500), default="")
    end_kind: Mapped[str | None] = mapped_column(String(12))
    strokes_after: Mapped[float | None]
    steady_lost: Mapped[float | None]
    holed: Mapped[bool] = mapped_column(default=False)
    putts: Mapped[int | None]
    chipped_again: Mapped[bool | None]
    counts: Mapped[bool] = mapped_column(default=True)
    far_off: Mapped[bool] = mapped_column(default=False)
    speed_y: Mapped[float | None]
    speed_w: Mapped[float | None]
    friction_y: Mapped[float | None]
    friction_w: Mapped[float | None]
    face_y: Mapped[float | None]
    face_w: Mapped[float | None]
    law: Mapped[int] = mapped_column(default=1)
    former_lie: Mapped[bool] = mapped_column(default=False)
    practice_id: Mapped[str | None] = mapped_column(String(36))
    drill_id: Mapped[str | None] = mapped_column(String(40))
    part: Mapped[int | None]
    station: Mapped[int | None]
    hit: Mapped[bool | None]
    all_booked: Mapped[bool | None]
    course: Mapped[str] = mapped_column(String(60), default="", server_default="")
    hole: Mapped[str] = mapped_column(String(8), default="", server_default="")
    from_east_m: Mapped[float | None]
    from_north_m: Mapped[float | None]
    end_east_m: Mapped[float | None]
    end_north_m: Mapped[float | None]

    @property
    def lost(self) -> float | None:
        """Strokes this shot cost more than the plan expected."""
        return lost_of(self.strokes, self.strokes_after)
