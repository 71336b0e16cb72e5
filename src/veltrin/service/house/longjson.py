"""JSON that may be long: bounded before it is taken apart, and never taken apart where others wait for it."""

from __future__ import annotations

import json
import re
from typing import IO, Any

from veltrin.service.house.errors import DomainError

MOST_ITEMS = 4_000_000
"""Members of lists and objects: a book of eighty thousand shots. Each takes some sixty bytes before it is looked at."""

LONGEST_JSON = 120_000_000
AT_ONCE = 1 << 20
UNKEPT = re.compile(rb"\x00|(?<!\\)(?:\\\\)*\\u(?:0000|[dD][89abAB][0-9a-fA-F]{2}(?!\\u[dD][c-fC-F]))")
"""What a database can't keep as text: the first control character, half a character."""


def read_json(told: IO[bytes], longest: int = LONGEST_JSON) -> Any:
    """What a file holds. DomainError where it is longer or has more members than is taken, or is no JSON."""
    pieces, length, items = [], 0, 0
    while piece := told.read(AT_ONCE):
        length += len(piece)
        # Each member but the first has a comma before it, each list and object a bracket.
        items += piece.count(b",") + piece.count(b"[") + piece.count(b"{")
        if length > longest:
            raise DomainError("body", f"contains more than {longest // 1_000_000} MB of text.", "Split it.")
        if items > MOST_ITEMS:
            raise DomainError("body", f"has more than {MOST_ITEMS // 1_000_000} million members.", "Split it.")
        pieces.append(piece)
    whole = b"".join(pieces)
    if UNKEPT.search(whole):
        raise DomainError("body", "contains a character that can't be saved.", "Remove control characters.")
    try:
        return json.loads(whole)
    except (ValueError, RecursionError) as error:
        raise DomainError("body", "is not valid JSON.", "Check brackets, quotes and commas.") from error
