"""A lesson of the demo: two players, shots struck, one lie photographed, things to take along."""

from __future__ import annotations

import io
import math
import random
import uuid
from datetime import UTC, datetime, timedelta

from PIL import Image, ImageDraw, ImageFilter

from veltrin.service.book.book import book_shot
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.lessons.contracts.lessons import LessonIn, LessonItemIn, ThingIn, ThingsIn
from veltrin.service.lessons.contracts.photographs import SlopeLinesIn
from veltrin.service.lessons.lessons import keep_lesson, put_item, put_things, show_lesson
from veltrin.service.lessons.photographs import keep_photograph, measure_slope
from veltrin.service.shot.contracts.day import DayIn
from veltrin.service.shot.contracts.line import LineIn
from veltrin.service.shot.contracts.plan import LieIn, PlanRequest
from veltrin.service.shot.contracts.world import AirIn
from veltrin.service.shot.plan import plan
from veltrin.store.engine import Store
from veltrin.store.repositories import lessons as lesson_rows

AGO = timedelta(days=6)
LASTED = timedelta(minutes=75)
SLOPE_DEG = 6.0
WIDTH, HEIGHT = 1200, 900


def made_photograph(slope_deg: float = SLOPE_DEG, width: int = WIDTH, height: int = HEIGHT) -> bytes:
    """A drawn lie on a bank that rises to the right, seen straight on with the horizon level: a JPEG."""
    random.seed(4)
    image = Image.new("RGB", (width, height), (196, 212, 220))
    draw = ImageDraw.Draw(image)
    sky = int(0.3 * height)
    ridge = [(x, sky - int(14 * math.sin(x / 97.0) + 9 * math.sin(x / 41.0)) - 16) for x in range(0, width + 1, 8)]
    draw.polygon([*ridge, (width, sky), (0, sky)], fill=(150, 164, 152))
    draw.rectangle((0, sky, width, height), fill=(150, 172, 108))
    middle, rise = 0.62 * height, math.tan(math.radians(slope_deg)) * width / 2
    draw.polygon([(0, middle + rise), (width, middle - rise), (width, height), (0, height)], fill=(104, 134, 66))
    for _ in range(9000):
        x, y = random.uniform(0, width), random.uniform(sky, height)
        on_bank = y > middle + rise * (1 - 2 * x / width)
        tone = (
            (random.randint(80, 124), random.randint(112, 156), random.randint(50, 84))
            if on_bank
            else (random.randint(136, 166), random.randint(158, 188), random.randint(96, 122))
        )
        draw.line((x, y, x + random.uniform(-3, 3), y - random.uniform(4, 20)), fill=tone, width=2)
    radius = 26
    draw.ellipse((width / 2 - radius, middle - 2 * radius, width / 2 + radius, middle), fill=(250, 250, 246))
    out = io.BytesIO()
    image.filter(ImageFilter.GaussianBlur(1.1)).save(out, "JPEG", quality=82)
    return out.getvalue()


SHOTS: tuple[tuple[str, float, float, LineIn, float, float, list[str]], ...] = (
    ("tove", 6.0, 0.0, LineIn(flag_m=16, green_front_m=6, green_back_m=26, firmness="firm"), 1.5, -0.6, []),
    ("tove", 6.0, 0.0, LineIn(flag_m=16, green_front_m=6, green_back_m=26, firmness="firm"), -9.0, 0.4, ["heavy"]),
    ("corwin", 0.0, 6.0, LineIn(flag_m=92, green_front_m=84, green_back_m=106), -3.0, 4.5, []),
    ("corwin", -4.0, 0.0, LineIn(flag_m=40, green_front_m=30, green_back_m=52), 1.0, -1.0, []),
)  # fmt: skip


def keep_lesson_of(store: Store, air: AirIn) -> None:
    """Prepared, played with four shots, one lie photographed, and what both players took along."""
    began = datetime.now(UTC).replace(hour=10, minute=0, second=0, microsecond=0) - AGO
    lesson_id = str(uuid.UUID(int=11))
    keep_lesson(
        store,
        lesson_id,
        LessonIn(
            held_on=began,
            place="Skarvan Fell, holes 3 to 6",
            day=DayIn(name="Mild and still", air=air),
            aims="Ball first from the downslope\nAim off the bank, and trust it",
            notes="Tove hurries the first one. Corwin aims off too little.",
            player_ids=["tove", "corwin"],
        ),
    )
    with store.session() as session:
        lesson = lesson_rows.load(session, lesson_id)
        assert lesson is not None, "was kept just now"
        lesson.state, lesson.began_at, lesson.ended_at = "closed", began, began + LASTED
    photograph_id = str(uuid.UUID(int=12))
    keep_photograph(store, photograph_id, "corwin", made_photograph())
    measure_slope(
        store, photograph_id,
        SlopeLinesIn(view="behind", horizon=((0.08, 0.225), (0.92, 0.225)), ground=((0.15, 0.5018), (0.85, 0.4282))),
    )  # fmt: skip
    for place, (player_id, fall, side, line, past, off, misses) in enumerate(SHOTS):
        request = PlanRequest(player_id=player_id, lie=LieIn(fall_deg=fall, side_deg=side), line=line, air=air)
        call = plan(store, request).calls[0]
        body = {
            "player_id": player_id, "request": request, "call_id": call.id, "past_m": past, "side_m": off,
            "misses": misses, "booked_at": began + timedelta(minutes=8 + 15 * place),
            "photographs": [photograph_id] if place == 2 else [],
        }  # fmt: skip
        book_shot(store, str(uuid.UUID(int=20 + place)), BookingIn.model_validate(body))
    said = LessonItemIn(
        kind="words", player_id="tove", at=began + timedelta(minutes=30), summary="Down the bank",
        words="Shoulders like the hill, then chase it.",
    )  # fmt: skip
    put_item(store, lesson_id, str(uuid.UUID(int=30)), said)
    _take_along(store, lesson_id)


def _take_along(store: Store, lesson_id: str) -> None:
    done = show_lesson(store, lesson_id).done
    for player_id, drills in (("tove", ("board-down", "three-piles")), ("corwin", ("ball-above", "board-up"))):
        shots = [item for item in done if item.player_id == player_id and item.call is not None]
        firsts = [shots[0], shots[-1]] if player_id == "corwin" else shots[:1]
        things: list[ThingIn] = []
        for item, drill in zip(firsts, drills, strict=False):
            assert item.call is not None, "chosen so"
            fault = item.call.faults[0] if item.call.faults else None
            things.append(
                ThingIn(
                    item_id=item.id,
                    title={"tove": "Downhill chip: lean with the hill", "corwin": "Ball above: aim off and trust it"}[
                        player_id
                    ]
                    if not things
                    else "Uphill pitch: more club, same swing",
                    words=item.call.key_words[:3],
                    drill_id=drill,
                    fault="" if fault is None else fault.fault,
                    cure="" if fault is None else fault.cure,
                )
            )
        if player_id == "tove":
            words = ["Let the loft do the hill’s work."]
            things.append(ThingIn(title="One stroke, three clubs", words=words, drill_id="three-piles"))
        put_things(store, lesson_id, player_id, ThingsIn(things=things, version=show_lesson(store, lesson_id).version))
