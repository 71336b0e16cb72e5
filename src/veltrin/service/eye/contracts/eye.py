"""The eye: scenes to read, what was read, how somebody reads. Angles in deg; across the line right is positive."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field

from veltrin.core.eye import EyeKind, Paint, View
from veltrin.service.book.contracts.book import BookingId
from veltrin.service.house.contracts.base import Contract, Moment, bounded
from veltrin.service.shot.contracts.plan import Points

Reader = Annotated[str | None, Field(max_length=40, description="The player who reads; none: the coach.")]


class AskedOut(Contract):
    """A kind of reading that a scene asks for, with what may be said of it."""

    kind: EyeKind
    words: str
    unit: str
    low: float
    high: float
    step: float


class ShapeFillOut(Contract):
    """A path (as SVG has it, in pixels) filled with one paint; `fade`: 0 near to 1 lost in the haze."""

    paint: Paint
    path: str
    fade: float


class PictureOut(Contract):
    """One view of a scene, painted in order."""

    view: View
    width_px: int
    height_px: int
    shapes: list[ShapeFillOut]


class SceneOut(Contract):
    """A scene to read: pictures, what is asked, what is told. What is true is told with the score."""

    scene: str
    level: int
    player_id: str
    cover_words: str
    asked: list[AskedOut]
    pictures: list[PictureOut]


class ReadIn(Contract):
    """What somebody reads of a scene, by kind; what is left out is told, and isn't scored."""

    player_id: str = Field(min_length=1, max_length=40, description="For whom the shot is played.")
    read: dict[EyeKind, float] = Field(min_length=1, max_length=7)
    land_m: float | None = bounded(
        "line.land_m", None, "Where it is to land; default: worked out, to finish at the flag."
    )


class GuessIn(Contract):
    """Something guessed on real ground, then measured there, in the units shown."""

    id: BookingId
    reader_id: Reader = None
    kind: EyeKind
    guessed: float = Field(ge=-1000, le=1000)
    measured: float = Field(ge=-1000, le=1000)
    read_at: Moment | None = Field(None, description="Default: now.")


class OfferedCallOut(Contract):
    """A call for what was read."""

    id: str
    words: str
    carry_m: float


class OfferedOut(Contract):
    """Calls for what was read, the best for that first."""

    calls: list[OfferedCallOut]


class ScoreIn(ReadIn):
    """A reading to be scored and kept. `call_id`: the call chosen for it; default: the best for what was read."""

    id: BookingId
    reader_id: Reader = None
    call_id: str | None = Field(None, max_length=60)
    read_at: Moment | None = Field(None, description="Default: now.")


class ReadingOut(Contract):
    """One reading against the truth."""

    kind: EyeKind
    words: str
    unit: str
    truth: float
    read: float
    off_words: str


class ScoreOut(Contract):
    """What a reading came to."""

    id: str
    scene: str
    readings: list[ReadingOut]
    lost: float = Field(description="Strokes that the reading and the choice cost against the best call.")
    read_call_words: str
    best_call_words: str
    read_strokes: float
    best_strokes: float
    ends: list[tuple[float, float]] = Field(description="Where balls of the call that was chosen end, from the ball.")
    flag_m: float
    read_way: Points = Field(description="Flight and run as meant for what was read.")
    best_way: Points
    words: str


class EyeKindOut(Contract):
    """How one kind of reading is made. Bias: towards steep positive, flat negative, where it has a sign."""

    kind: EyeKind
    words: str
    unit: str
    scenes: int
    bias: float
    bias_within: float = Field(description="Half the interval that holds the bias eight times of ten.")
    spread: float
    spread_within: float
    usual: float = Field(description="How far such readings are usually off.")
    doubt: float = Field(description="How far this eye's are, bias and all.")
    is_known: bool
    less: str = Field(description="What an error below zero is called.")
    more: str
    says: str
    over_time: list[float] = Field(description="Mean error of each ten scenes, oldest first.")


class DayScene(Contract):
    """One of the day's scenes."""

    scene: str
    is_read: bool


class EyeOut(Contract):
    """The eye of a reader: today's scenes, and how they read."""

    reader_id: str | None
    level: int
    scenes: int
    lost: float | None = Field(description="Strokes lost a scene, of the last ten.")
    lost_before: float | None = Field(description="And of the ten before.")
    today: list[DayScene]
    kinds: list[EyeKindOut]


class SceneReadOut(Contract):
    """A scene that was read."""

    id: str
    scene: str
    read_at: datetime
    player_id: str
    lost: float | None
    readings: list[ReadingOut]


class ScenePage(Contract):
    """Some of the scenes a reader read, newest first."""

    total: int
    rows: list[SceneReadOut]
