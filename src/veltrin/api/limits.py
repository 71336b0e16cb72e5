"""How much may be sent: told by its length before it is read, counted where no length is told, and not for ever."""

from __future__ import annotations

import asyncio
import contextlib

from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from veltrin.api.guard import refused
from veltrin.service.course.contracts.courses import LONGEST_HEIGHTS
from veltrin.service.lessons.contracts.photographs import MOST_BYTES
from veltrin.service.lessons.contracts.recordings import MOST_SOUND_BYTES

MEGABYTE = 1_000_000
LONGEST_BODY = {
    "/api/imports": 10 * MEGABYTE,
    "/api/courses": LONGEST_HEIGHTS + 2 * MEGABYTE,
    "/api/export/read": 1000 * MEGABYTE,
    "/api/photographs": MOST_BYTES + MEGABYTE,
    "/api/recordings": MOST_SOUND_BYTES,
}
"""What files may have, by the beginning of the address; everything else LONGEST_ELSE."""

LONGEST_ELSE = MEGABYTE
BODY_WITHIN_S = 30.0
SLOWEST_BYTES_S = 10_000.0
"""A body has so long to begin with, and comes at least so fast after: a byte now and then keeps nothing open."""


def longest(path: str) -> int:
    """How many bytes may be sent to an address."""
    return next((most for start, most in LONGEST_BODY.items() if path.startswith(start)), LONGEST_ELSE)


class _EndedError(Exception):
    """The body isn't read further."""


class Limits:
    """Stands between the door and the application."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse what is too long before it is read; stop reading where no length was told and more comes than may."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        most = longest(scope["path"])
        too_long = refused(413, "body", f"is longer than {most / MEGABYTE:g} MB.", "Send less, or in parts.")
        told = Headers(scope=scope).get("content-length", "0")
        if not told.isdecimal() or len(told) > 15 or int(told) > most:
            await too_long(scope, receive, send)
            return
        too_slow = refused(408, "body", "did not arrive.", "Send it again.")
        came, is_whole, has_begun = 0, False, False
        clock = asyncio.get_running_loop().time
        begun_s = clock()
        verdict: JSONResponse | None = None

        async def counted() -> Message:
            nonlocal came, is_whole, verdict
            if is_whole:
                return await receive()
            left_s = begun_s + BODY_WITHIN_S + came / SLOWEST_BYTES_S - clock()
            try:
                message = await asyncio.wait_for(receive(), max(left_s, 0.0))
            except TimeoutError:
                verdict = too_slow
                raise _EndedError from None
            came += len(message.get("body", b""))
            is_whole = not message.get("more_body", False)
            if came > most:
                verdict = too_long
                raise _EndedError
            return message

        async def unless_ended(message: Message) -> None:
            nonlocal has_begun
            # What the application says of a body that was cut off is not the reason.
            if verdict is None or has_begun:
                has_begun = True
                await send(message)

        with contextlib.suppress(_EndedError):
            await self.app(scope, counted, unless_ended)
        if verdict is not None and not has_begun:
            await verdict(scope, receive, send)
