"""GeoTIFFs of heights, written by other means than those they are read by."""

from __future__ import annotations

import io

import numpy as np
from PIL import Image, TiffImagePlugin


def by_hand(west: float, north: float, *, epsg: int | None) -> bytes:
    """A GeoTIFF 150 by 150 cells of 10 m, all 612.5 m high: by Pillow, and the tags of OGC 19-008r4."""
    tags = TiffImagePlugin.ImageFileDirectory_v2()
    tags[33550], tags[33922] = (10.0, 10.0, 0.0), (0.0, 0.0, 0.0, west, north, 0.0)
    tags.tagtype[33550] = tags.tagtype[33922] = 12
    # Projected, a cell is an area; and the coordinates by number, where they are told.
    keys = [(1024, 1), (1025, 1), *([] if epsg is None else [(3072, epsg)])]
    tags[34735] = (1, 1, 0, len(keys), *(v for key, value in keys for v in (key, 0, 1, value)))
    tags.tagtype[34735] = 3
    out = io.BytesIO()
    Image.fromarray(np.full((150, 150), 612.5, dtype=np.float32)).save(out, "TIFF", tiffinfo=tags)
    return out.getvalue()
