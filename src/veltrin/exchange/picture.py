"""Photographs: looked at by their content and written again, in a process of its own that ends.

What unpacks a picture may need a hundred times what was sent, and keeps it. So it is done beside the server, by
`python -m veltrin.exchange.picture`: pictures come on standard input and go out on standard output, each with its
length before it, and whatever one of them took is given back when the process ends.
"""

from __future__ import annotations

import io
import json
import struct
import sys
import warnings
from typing import IO, NamedTuple

from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

FORMATS = ("JPEG", "PNG", "WEBP")
LONGEST_SIDE = 1600
"""Pixels of the longer side as kept: a line laid by finger is not read finer than that."""

QUALITY = 80
MOST_PIXELS = 40_000_000
"""That are unpacked. A JPEG is read at a half, a quarter or an eighth of its size, so one of 50 million passes."""

MOST_SENT_PIXELS = 200_000_000
"""More than any camera that is carried on a course takes; what claims more is a trap."""

MOST_UNPACKED_BYTES = 160_000_000
"""Pixels times bytes of each: a PNG may have four channels of 16 bits."""

MOST_MEMORY_BYTES = 1_500_000_000
"""Address space of the process: the last line, where a picture needs more than it says."""

_BYTES_OF = {"1": 1, "L": 1, "P": 4, "LA": 2, "RGB": 3, "RGBA": 4, "CMYK": 4, "YCbCr": 3, "I;16": 2, "I": 4, "F": 4}
"""Bytes a pixel of Pillow's modes; of any other eight."""

WAY = "Send a JPEG, PNG or WebP as the camera made it."


class Prepared(NamedTuple):
    """An image as it is kept: JPEG without anything the camera wrote beside it."""

    image: bytes
    width: int
    height: int
    focal_mm: float | None


class PictureError(Exception):
    """No picture that is taken: what is wrong with it, and what to do."""

    def __init__(self, problem: str, fix: str) -> None:
        super().__init__(problem)
        self.problem, self.fix = problem, fix


def _refuse_large(found: Image.Image) -> None:
    """Before a pixel is unpacked."""
    pixels = found.width * found.height
    if pixels > MOST_PIXELS:
        raise PictureError(f"has more than {MOST_PIXELS // 1_000_000} million pixels.", WAY)
    depth = 2 if found.format == "PNG" else 1
    if pixels * _BYTES_OF.get(found.mode, 8) * depth > MOST_UNPACKED_BYTES:
        raise PictureError("has more colours a pixel than such a large picture may have.", WAY)


def look_at(body: bytes) -> Prepared:
    """Turn it upright, scale it, leave out place and all else of the camera. PictureError where that can't be."""
    try:
        with warnings.catch_warnings():
            # Pillow only warns of an image between its own limit and twice that; ours are looked at below.
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            found = Image.open(io.BytesIO(body), formats=FORMATS)
        if found.width * found.height > MOST_SENT_PIXELS:
            raise PictureError(f"has more than {MOST_SENT_PIXELS // 1_000_000} million pixels.", WAY)
        # A JPEG is unpacked at a part of its size, the smallest that still shows enough.
        found.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
        _refuse_large(found)
        # Looking for it unpacks a PNG.
        focal = _focal(found)
        upright = ImageOps.exif_transpose(found).convert("RGB")
    except (UnidentifiedImageError, Image.DecompressionBombError) as error:
        raise PictureError("is not a photograph.", WAY) from error
    except (OSError, SyntaxError, ValueError, MemoryError) as error:
        raise PictureError("is damaged or cut off.", "Take or choose it again.") from error
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


_LENGTH = struct.Struct(">Q")


def send(out: IO[bytes], body: bytes) -> None:
    """Send one piece with its length before it."""
    out.write(_LENGTH.pack(len(body)))
    out.write(body)
    out.flush()


def receive(told: IO[bytes]) -> bytes | None:
    """The next piece; None where there is no other, or it was cut off."""
    head = told.read(_LENGTH.size)
    if len(head) < _LENGTH.size:
        return None
    (length,) = _LENGTH.unpack(head)
    body = told.read(length)
    return body if len(body) == length else None


def answer_all(told: IO[bytes], out: IO[bytes]) -> None:
    """Of each picture that comes: what it is or what is wrong with it (JSON), then the image as it is kept."""
    while (body := receive(told)) is not None:
        try:
            ready = look_at(body)
        except PictureError as error:
            send(out, json.dumps({"problem": error.problem, "fix": error.fix}).encode())
            send(out, b"")
            continue
        send(out, json.dumps({"width": ready.width, "height": ready.height, "focal_mm": ready.focal_mm}).encode())
        send(out, ready.image)


def _bound_memory() -> None:
    if sys.platform == "linux":
        import resource

        resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY_BYTES, MOST_MEMORY_BYTES))


if __name__ == "__main__":
    _bound_memory()
    answer_all(sys.stdin.buffer, sys.stdout.buffer)
