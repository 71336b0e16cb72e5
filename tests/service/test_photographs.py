"""Photographs as they are sent: wrong, huge, turned, with a place; as they are kept: upright, scaled, plain."""

from __future__ import annotations

import io
import struct
import threading
import zlib
from concurrent.futures import ThreadPoolExecutor

import pytest
from PIL import ExifTags, Image

from veltrin.exchange.picture import LONGEST_SIDE
from veltrin.service.house.errors import BusyError, DomainError
from veltrin.service.lessons import pictures
from veltrin.service.lessons.contracts.photographs import MOST_BYTES
from veltrin.service.lessons.pictures import AT_ONCE, MOST_WAITING, prepare


def sent(image: Image.Image, kind: str = "JPEG", **more: object) -> bytes:
    out = io.BytesIO()
    image.save(out, kind, **more)
    return out.getvalue()


def halves(width: int = 400, height: int = 200) -> Image.Image:
    """Red on the left, blue on the right."""
    image = Image.new("RGB", (width, height), "blue")
    image.paste("red", (0, 0, width // 2, height))
    return image


def opened(body: bytes) -> Image.Image:
    return Image.open(io.BytesIO(prepare(body).image))


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_three_kinds_are_taken_and_kept_as_one(kind: str) -> None:
    kept = opened(sent(halves(), kind))
    assert (kept.format, kept.size) == ("JPEG", (400, 200))


def test_a_turned_camera_gives_an_upright_picture() -> None:
    exif = Image.Exif()
    # 6: the camera was held with its right side down.
    exif[ExifTags.Base.Orientation] = 6
    kept = opened(sent(halves(), exif=exif))
    assert kept.size == (200, 400)
    top = kept.getpixel((100, 50))
    assert isinstance(top, tuple)
    assert top[0] > 200 > top[2]


def test_the_place_and_all_else_of_the_camera_stay_behind() -> None:
    exif = Image.Exif()
    exif[ExifTags.Base.Make] = "a maker"
    exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitude] = (54.0, 30.0, 12.0)
    exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.FocalLengthIn35mmFilm] = 28
    body = sent(halves(), exif=exif)
    assert b"a maker" in body
    ready = prepare(body)
    assert ready.focal_mm == 28.0
    kept = Image.open(io.BytesIO(ready.image))
    assert not kept.getexif()
    assert b"a maker" not in ready.image
    assert b"Exif" not in ready.image


def test_it_is_scaled_to_what_a_finger_can_tell() -> None:
    ready = prepare(sent(halves(4000, 3000)))
    assert (ready.width, ready.height) == (LONGEST_SIDE, LONGEST_SIDE * 3 // 4)


def big_png(side: int, bits: int = 8, colours: int = 2) -> bytes:
    """A PNG that says it is as large as that and hardly holds anything."""

    def chunk(kind: bytes, body: bytes) -> bytes:
        return struct.pack(">I", len(body)) + kind + body + struct.pack(">I", zlib.crc32(kind + body))

    head = struct.pack(">IIBBBBB", side, side, bits, colours, 0, 0, 0)
    data = zlib.compress(b"\0" * 1000)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", data) + chunk(b"IEND", b"")


@pytest.mark.parametrize(
    ("body", "problem"),
    [
        (b"GIF89a" + b"\0" * 100, "not a photograph"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "not a photograph"),
        (b"\xff\xd8\xff\xe0 not really", "damaged"),
        (sent(halves(), "PNG")[:150], "damaged"),
        (sent(halves(600, 600))[:2000], "damaged"),
        (b"\0" * (MOST_BYTES + 1), "longer than 12 MB"),
        (big_png(20_000), "not a photograph"),
        (big_png(10_000), "million pixels"),
    ],
    ids=["gif", "svg", "no jpeg", "half a png", "half a jpeg", "too long", "a bomb", "a large one"],
)
def test_what_is_no_photograph_is_refused_by_its_content(body: bytes, problem: str) -> None:
    with pytest.raises(DomainError) as refused:
        prepare(body)
    assert refused.value.field == "photograph"
    assert problem in str(refused.value)


def test_what_would_unpack_to_more_than_may_be_is_refused_before() -> None:
    wide = sent(Image.new("I;16", (6500, 6500)), "PNG")
    with pytest.raises(DomainError, match="million pixels"):
        prepare(wide)
    # Forty million pixels of four channels with sixteen bits each.
    with pytest.raises(DomainError, match="colours a pixel"):
        prepare(big_png(6300, bits=16, colours=6))


def test_a_phones_picture_of_fifty_million_pixels_is_taken() -> None:
    ready = prepare(sent(Image.new("L", (8200, 6150)), quality=20))
    assert (ready.width, ready.height) == (LONGEST_SIDE, LONGEST_SIDE * 3 // 4)


def test_two_are_looked_at_at_once_and_the_line_is_bounded(monkeypatch: pytest.MonkeyPatch) -> None:
    began, go_on = threading.Barrier(AT_ONCE + 1), threading.Event()

    class Slow:
        def look_at(self, body: bytes, field: str) -> bytes:
            began.wait(20)
            assert go_on.wait(20)
            return body

        def close(self) -> None:
            return None

    monkeypatch.setattr(pictures, "Darkroom", Slow)
    with ThreadPoolExecutor(AT_ONCE + MOST_WAITING) as many:
        busy = [many.submit(prepare, b"x") for _ in range(AT_ONCE)]
        began.wait(20)
        monkeypatch.setattr(began, "wait", lambda _: None)
        line = [many.submit(prepare, b"x") for _ in range(MOST_WAITING)]
        while pictures.GATE.waiting < MOST_WAITING:
            assert not any(one.done() for one in line)
        with pytest.raises(BusyError, match="Try again"):
            prepare(b"x")
        go_on.set()
        assert [one.result(20) for one in (*busy, *line)] == [b"x"] * (AT_ONCE + MOST_WAITING)
    assert pictures.GATE.waiting == 0
