"""Text that can't be kept or shown as it reads is refused at the border, whichever field it stands in.

Control characters: PostgreSQL doesn't keep the first of them, and none has a place in what a coach writes but the end
of a line. Marks that turn the direction of text make a name read as another (Unicode's technical report 36). Looked
for in what was sent, before it is taken apart: one search for every field there is and will be.
"""

from __future__ import annotations

import re

from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from veltrin.api.guard import refused
from veltrin.api.limits import LONGEST_ELSE, longest

_ESCAPED = rb"(?<!\\)(?:\\\\)*\\(?:u00(?:0[0-8bBcCeEfF]|1[0-9a-fA-F]|7[fF])|u202[a-eA-E]|u206[6-9]|[bf])"
_LONE_HALF = rb"(?<!\\)(?:\\\\)*\\u[dD][89abAB][0-9a-fA-F]{2}(?!\\u[dD][c-fC-F])"
_PLAIN = rb"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]|\xe2\x80[\xaa-\xae]|\xe2\x81[\xa6-\xa9]"
IN_BODY = re.compile(b"|".join((_ESCAPED, _LONE_HALF, _PLAIN)))
IN_ONE_LINE = re.compile(
    rb'"(name|place|title|coach|course|guardian|passphrase)"\s*:\s*"(?:[^"\\]|\\[^nrtu])*(?:\\[nrt]|\\u000[9aAdD])'
)
"""Fields of a single line with the end of one in them."""

IN_ADDRESS = re.compile("[\x00-\x1f\x7f\u202a-\u202e\u2066-\u2069\ud800-\udfff]")
IN_QUERY = re.compile(rb"(?i)%[01][0-9a-f]|%7f|%e2%80%a[a-e]|%e2%81%a[6-9]|%ed%[ab]")
_KEY = re.compile(rb'"([A-Za-z_]{1,40})"\s*:')

NO_TEXT = ("application/octet-stream", "application/zip", "image/")


def field_before(body: bytes, at: int) -> str:
    """The name of the field that a place of a JSON text is in, as far as one is near."""
    keys = _KEY.findall(body[max(at - 400, 0) : at])
    return keys[-1].decode() if keys else "body"


def wrong_in(body: bytes) -> tuple[str, str, str] | None:
    """Field, problem and fix of the first text that isn't plain; None where all is."""
    found = IN_BODY.search(body)
    if found is not None:
        return (
            field_before(body, found.start()),
            "contains a control character, half a character, or a mark that turns the direction of text.",
            "Remove it, or type the text again.",
        )
    line = IN_ONE_LINE.search(body)
    if line is not None:
        return line.group(1).decode(), "has more than one line.", "Write it in one line."
    return None


class Plain:
    """Stands before the application, behind what bounds the length of bodies."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse what isn't plain; hand on what is."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        if IN_ADDRESS.search(scope["path"]) or IN_QUERY.search(scope["query_string"]):
            answer = refused(422, "address", "contains a control character.", "Check the address.")
            await answer(scope, receive, send)
            return
        kind = Headers(scope=scope).get("content-type", "")
        is_text = scope["method"] in ("POST", "PUT", "PATCH") and not kind.startswith(NO_TEXT)
        if not is_text or longest(scope["path"]) > LONGEST_ELSE:
            await self.app(scope, receive, send)
            return
        await self._looked_at(scope, receive, send)

    async def _looked_at(self, scope: Scope, receive: Receive, send: Send) -> None:
        came: list[Message] = []
        while not came or came[-1].get("more_body", False):
            came.append(await receive())
            if came[-1]["type"] != "http.request":
                break
        wrong = wrong_in(b"".join(one.get("body", b"") for one in came))
        if wrong is not None:
            answer: JSONResponse = refused(422, *wrong)
            await answer(scope, receive, send)
            return
        waiting = iter(came)

        async def again() -> Message:
            return next(waiting, None) or await receive()

        await self.app(scope, again, send)
