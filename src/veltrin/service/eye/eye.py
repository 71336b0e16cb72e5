"""Use cases: scenes to read, what was read, how somebody reads."""

from __future__ import annotations

import math
import zlib
from collections.abc import Mapping, Sequence
from datetime import UTC, date, datetime

import numpy as np

from veltrin.core.counted import counted
from veltrin.core.eye import (
    EYE_KINDS,
    FEW_SCENES,
    SHARES,
    SIGNED,
    VIEWS,
    Eye,
    EyeKind,
    Picture,
    Read,
    Seen,
    a_days_scenes,
    as_read,
    asked_of,
    calibrated,
    cost_of,
    draw,
    error_of,
    in_frame,
    key_named,
    level_next,
    offered,
    question_for,
    scene_of,
)
from veltrin.core.eye.calibrate import usual_of
from veltrin.core.geometry import Vec
from veltrin.core.plan import READINGS, Question
from veltrin.service.eye.contracts.eye import (
    AskedOut,
    DayScene,
    EyeKindOut,
    EyeOut,
    GuessIn,
    OfferedCallOut,
    OfferedOut,
    PictureOut,
    ReadIn,
    ReadingOut,
    SceneOut,
    ScenePage,
    SceneReadOut,
    ScoreIn,
    ScoreOut,
    ShapeFillOut,
)
from veltrin.service.house.errors import ConflictError, DomainError
from veltrin.service.house.words import cover_words
from veltrin.service.players.eyes import MOST_REMEMBERED, reads_of
from veltrin.service.players.forms import SCENE
from veltrin.service.players.habits import habits_of
from veltrin.service.players.players import find_stored
from veltrin.service.shot.summary import summary_of
from veltrin.service.shot.translate_plan import call_out, places_out, points_out
from veltrin.store.engine import Store
from veltrin.store.repositories import eye as rows
from veltrin.store.tables import SceneRow

"""How somebody reads is told by the newest so many scenes: an eye changes."""

FIELD = "field"
"""Stands for the scene where something was guessed and measured on real ground."""

TEN = 10
OUTSIDE_PX = (-2000.0, 3000.0)
ENDS: dict[EyeKind, tuple[str, str]] = {
    "fall": ("too flat", "too steep"), "side": ("too flat", "too steep"), "wind": ("too weak", "too strong"),
    "cross": ("too weak", "too strong"), "sunk": ("not deep enough", "too deep"), "give": ("too hard", "too soft"),
    "flag": ("too near", "too far"),
}  # fmt: skip
"""What an error to either side is called."""

ENDS_SHOWN = 80
WAY_POINTS = 60


def scale_of(kind: EyeKind) -> float:
    """From the core's units to those shown; across the line right is positive out here."""
    return (-1.0 if kind == "cross" else 1.0) / READINGS[kind].quantity.scale


def shown(kind: EyeKind, value: float) -> float:
    """A reading as it is told."""
    return round(value * scale_of(kind), 3) + 0.0


def _asked(question: Question) -> list[AskedOut]:
    told = []
    for kind in asked_of(question):
        reading = READINGS[kind]
        most = reading.most(question)
        high = reading.quantity.high if math.isinf(most) else min(reading.quantity.high, most / reading.quantity.scale)
        told.append(
            AskedOut(
                kind=kind,
                words=reading.words,
                unit=reading.quantity.unit,
                low=reading.quantity.low,
                high=math.floor(100.0 * high) / 100.0,
                step=reading.quantity.step,
            )
        )
    return told


def _path(outlines: Sequence[Vec], mirror_px: float | None) -> str:
    """Outlines as one path, to the pixel; what lies far outside the picture would only cost room."""
    told = []
    for points in outlines:
        near = np.rint(np.clip(points, *OUTSIDE_PX)).astype(int)
        if mirror_px is not None:
            near[:, 0] = round(mirror_px) - near[:, 0]
        told.append("M" + "L".join(f"{x} {y}" for x, y in near.tolist()) + "z")
    return "".join(told)


def _picture(picture: Picture, *, mirrored: bool) -> PictureOut:
    over = picture.width_px if mirrored else None
    return PictureOut(
        view=picture.view,
        width_px=round(picture.width_px),
        height_px=round(picture.height_px),
        shapes=[
            ShapeFillOut(paint=s.paint, path=_path(s.outlines, over), fade=round(s.fade, 2)) for s in picture.shapes
        ],
    )


def warm_scene(store: Store, name: str, player_id: str) -> None:
    """Rank the calls of a scene's truth while somebody looks at it: the score has them ready then."""
    stored = find_stored(store, player_id)
    offered(question_for(scene_of(key_named(name)), stored.player, habits_of(store, stored)))


def show_scene(store: Store, name: str, player_id: str) -> SceneOut:
    """Pictures of a scene, and what is to be read of it, for a player: a left-hander sees it mirrored."""
    key = key_named(name)
    player = find_stored(store, player_id).player
    scene = scene_of(key)
    return SceneOut(
        scene=str(key),
        level=key.level,
        player_id=player.id,
        cover_words=cover_words(scene.lie.cover.name),
        asked=_asked(question_for(scene, player)),
        pictures=[_picture(draw(key, view), mirrored=player.left_handed) for view in VIEWS],
    )


def _asked_for(store: Store, name: str, body: ReadIn) -> tuple[Question, dict[EyeKind, float]]:
    """The shot in truth, and what was read in the core's units; what was left is told.

    DomainError for what isn't asked.
    """
    stored = find_stored(store, body.player_id)
    truth = question_for(scene_of(key_named(name)), stored.player, habits_of(store, stored))
    asked = asked_of(truth)
    for kind in body.read:
        if kind not in asked:
            raise DomainError(f"read.{kind}", "is not part of this scene.", f"Give {', '.join(asked)}.")
    return truth, {kind: value / scale_of(kind) for kind, value in body.read.items()}


def offer_calls(store: Store, name: str, body: ReadIn) -> OfferedOut:
    """Calls for what was read."""
    truth, read = _asked_for(store, name, body)
    calls = [call_out(call) for call in offered(as_read(truth, read, body.land_m))]
    return OfferedOut(
        calls=[OfferedCallOut(id=call.id, words=summary_of(call), carry_m=round(call.carry_m, 1)) for call in calls]
    )


def _off_words(kind: EyeKind, truth: float, read: float) -> str:
    """How far off, in words."""
    reading = READINGS[kind]
    unit = {"deg": "°"}.get(reading.quantity.unit, f" {reading.quantity.unit}".rstrip())
    off = abs(shown(kind, read) - shown(kind, truth))
    if off <= reading.quantity.step / 2.0:
        return "spot on"
    if kind in SIGNED:
        if truth * read < 0.0 and abs(read) > 1e-9:
            return f"{off:.1f}{unit} off, to the wrong side"
        return f"{off:.1f}{unit} {ENDS[kind][abs(read) > abs(truth)]}"
    digits = 2 if kind in ("sunk", "give") else 1
    return f"{off:.{digits}f}{unit} {ENDS[kind][read > truth]}"


def _reading(kind: EyeKind, truth: float, read: float) -> ReadingOut:
    reading = READINGS[kind]
    return ReadingOut(
        kind=kind,
        words=reading.words,
        unit=reading.quantity.unit,
        truth=shown(kind, truth),
        read=shown(kind, read),
        off_words=_off_words(kind, truth, read),
    )


def _readings(pairs: Mapping[EyeKind, Sequence[float]]) -> list[ReadingOut]:
    return [_reading(kind, *pairs[kind]) for kind in EYE_KINDS if kind in pairs]


def _words(lost: float) -> str:
    if lost < 0.02:
        return "It cost nothing: the call was as good as the best."
    return f"It cost {lost:.2f} strokes: 100 shots read like this are {100 * lost:.0f} strokes."


def score(store: Store, name: str, body: ScoreIn) -> ScoreOut:
    """Score a reading in strokes and keep it; sent again it is kept once, as it was first."""
    if body.reader_id is not None:
        find_stored(store, body.reader_id)
    truth, read = _asked_for(store, name, body)
    with store.session() as session:
        known = rows.load(session, body.id)
        if (known is None and rows.id_is_taken(session, body.id)) or (known is not None and known.scene != name):
            raise ConflictError("id", "this id is used by another scene.", "Give it a new random UUID.")
    true = {k: v for k, v in in_frame(scene_of(key_named(name)).truth, truth.player).items() if k in read}
    found = cost_of(truth, read, body.call_id, body.land_m)
    pairs = {kind: (true[kind], read[kind]) for kind in read}
    if known is None:
        row = SceneRow(
            id=body.id,
            reader_id=body.reader_id,
            player_id=body.player_id,
            read_at=body.read_at or datetime.now(UTC),
            scene=name,
            readings_json=SCENE.keep(pairs),
            call_id=found.read_call.id,
            lost=found.lost,
        )
        with store.session() as session:
            rows.add(session, row)
    every = max(len(found.ends) // ENDS_SHOWN, 1)
    read_way, best_way = (way[:: max(len(way) // WAY_POINTS, 1)] for way in found.ways)
    return ScoreOut(
        id=body.id,
        scene=name,
        readings=_readings(pairs),
        lost=round(found.lost, 3),
        read_call_words=summary_of(call_out(found.read_call)),
        best_call_words=summary_of(call_out(found.best_call)),
        read_strokes=round(found.read_strokes, 3),
        best_strokes=round(found.best_strokes, 3),
        ends=places_out(found.ends[::every]),
        flag_m=truth.line.flag_m,
        read_way=points_out(read_way),
        best_way=points_out(best_way),
        words=_words(found.lost),
    )


def says(eye: Eye) -> str:
    """How somebody reads one thing, in a sentence."""
    words = READINGS[eye.kind].words.capitalize()
    bias, within = _in_unit(eye.kind, eye.bias), abs(_in_unit(eye.kind, eye.bias_within))
    unit = "%" if eye.kind in SHARES else {"deg": "°"}.get(READINGS[eye.kind].quantity.unit, "")
    spaced = f" {READINGS[eye.kind].quantity.unit}" if eye.kind in ("wind", "cross") else unit
    digits = 2 if eye.kind in ("sunk", "give") else 1
    if not eye.is_known:
        return f"{words}: {eye.scenes} of {FEW_SCENES} scenes that are needed to say."
    if abs(bias) <= within and not _growing(eye):
        return f"{words}: no bias found in {counted(eye.scenes, 'scene')} (less than {within:.{digits}f}{spaced})."
    less, more = ENDS[eye.kind]
    way, behind = less if bias < 0 else more, counted(eye.scenes, "scene")
    return f"{words}: {abs(bias):.{digits}f}{spaced} {way} on the whole{_growing(eye)}; {behind}."


def _growing(eye: Eye) -> str:
    """Whether the bias grows with what there is, in words; empty where that isn't sure."""
    if eye.kind in SHARES or abs(eye.growth) <= eye.growth_within:
        return ""
    more = {"fall": "degree", "side": "degree", "wind": "m/s", "cross": "m/s"}.get(eye.kind, "part")
    return f", seeing {100 * eye.seen_share:.0f} % of each further {more}"


def _in_unit(kind: EyeKind, error: float) -> float:
    """An error in the unit shown: a distance in percent. Not turned: its sign says flat or steep."""
    return 100.0 * math.expm1(error) if kind in SHARES else error / READINGS[kind].quantity.scale


def _kind_out(eye: Eye, reads: Sequence[Read]) -> EyeKindOut:
    kind = eye.kind
    errors = [error_of(one) for one in reads if one.kind == kind]
    tens = [errors[i : i + TEN] for i in range(0, len(errors), TEN)]
    return EyeKindOut(
        kind=kind,
        words=READINGS[kind].words,
        unit="%" if kind in SHARES else READINGS[kind].quantity.unit,
        scenes=eye.scenes,
        bias=round(_in_unit(kind, eye.bias), 3),
        bias_within=round(_in_unit(kind, eye.bias_within), 3),
        spread=round(_in_unit(kind, eye.spread), 3),
        spread_within=round(_in_unit(kind, eye.spread_within), 3),
        usual=round(_in_unit(kind, usual_of(kind)), 3),
        doubt=round(_in_unit(kind, eye.doubt), 3),
        is_known=eye.is_known,
        less=ENDS[kind][0],
        more=ENDS[kind][1],
        says=says(eye),
        over_time=[round(_in_unit(kind, sum(ten) / len(ten)), 3) for ten in tens],
    )


def _mean(values: list[float]) -> float | None:
    return round(sum(values) / len(values), 3) if values else None


def show_eye(store: Store, reader_id: str | None, day: date | None = None) -> EyeOut:
    """Today's scenes and how somebody reads. `day`: default today (UTC)."""
    if reader_id is not None:
        find_stored(store, reader_id)
    today = day or datetime.now(UTC).date()
    with store.session() as session:
        total, _ = rows.page(session, reader_id, 0, 0)
        found = rows.newest(session, reader_id, MOST_REMEMBERED)
    before = [row for row in found if row.read_at.date() < today]
    drawn = [row for row in before if row.scene != FIELD]
    seen = [Seen(key_named(row.scene).level, float((today - row.read_at.date()).days), reads_of(row)) for row in drawn]
    earlier = calibrated([read for row in before for read in reads_of(row)])
    who = zlib.crc32((reader_id or f"coach {store.coach_id}").encode())
    keys = a_days_scenes(today.toordinal(), who, seen, earlier)
    done = {row.scene for row in found if row.read_at.date() >= today}
    reads = [read for row in found for read in reads_of(row)]
    lost = [row.lost for row in found if row.lost is not None]
    return EyeOut(
        reader_id=reader_id,
        level=level_next(seen),
        scenes=total,
        lost=_mean(lost[-TEN:]),
        lost_before=_mean(lost[-2 * TEN : -TEN]),
        today=[DayScene(scene=str(key), is_read=str(key) in done) for key in keys],
        kinds=[_kind_out(eye, reads) for eye in calibrated(reads).values()],
    )


def guess(store: Store, body: GuessIn) -> EyeKindOut:
    """Keep a guess on real ground beside what was measured there: it teaches of the eye what a drawn scene does.

    Sent again it is kept once, as it was first. DomainError where it can't be.
    """
    if body.reader_id is not None:
        find_stored(store, body.reader_id)
    quantity = READINGS[body.kind].quantity
    for name, value in (("guessed", body.guessed), ("measured", body.measured)):
        if not quantity.low <= value <= quantity.high:
            raise DomainError(
                name,
                f"({value:g}) can't be.",
                f"Stay between {quantity.low:g} and {quantity.high:g} {quantity.unit}.".rstrip(),
            )
    pair = (body.measured / scale_of(body.kind), body.guessed / scale_of(body.kind))
    with store.session() as session:
        known = rows.load(session, body.id)
        if (known is None and rows.id_is_taken(session, body.id)) or (known is not None and known.scene != FIELD):
            raise ConflictError("id", "this id is used by another scene.", "Give it a new random UUID.")
        if known is None:
            row = SceneRow(
                id=body.id,
                reader_id=body.reader_id,
                player_id=body.reader_id or "",
                read_at=body.read_at or datetime.now(UTC),
                scene=FIELD,
                readings_json=SCENE.keep({body.kind: pair}),
                call_id="",
                lost=None,
            )
            rows.add(session, row)
        found = rows.newest(session, body.reader_id, MOST_REMEMBERED)
        reads = [read for one in found for read in reads_of(one)]
    return _kind_out(calibrated(reads)[body.kind], reads)


def list_scenes(store: Store, reader_id: str | None, limit: int, offset: int) -> ScenePage:
    """A page of what somebody read, newest first."""
    if reader_id is not None:
        find_stored(store, reader_id)
    with store.session() as session:
        total, found = rows.page(session, reader_id, limit, offset)
    told = [
        SceneReadOut(
            id=row.id,
            scene=row.scene,
            read_at=row.read_at,
            player_id=row.player_id,
            lost=row.lost,
            readings=_readings(SCENE.open(row.readings_json).value or {}),
        )
        for row in found
    ]
    return ScenePage(total=total, rows=told)


def forget_eye(store: Store, reader_id: str | None) -> None:
    """Delete what somebody read: the eye is calibrated again."""
    with store.session() as session:
        rows.forget(session, reader_id)
