"""What every answer carries on its head."""

from __future__ import annotations

import secrets

from starlette.datastructures import MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

NONCE = "%NONCE%"
"""What stands in the built page where the nonce of each answer goes."""

SECURITY_HEADERS = {
    "Content-Security-Policy": (
        f"default-src 'self'; style-src 'self' 'nonce-{NONCE}'; img-src 'self' data:; object-src 'none'; "
        "base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
}

YEAR_S = 365 * 24 * 3600
"""Who came by TLS once comes by nothing else for so long."""


class Headed:
    """Puts the headers on that say what a browser may do with an answer.

    `request.state.nonce` is the nonce of this answer; anyone who sets it to None sends no policy with it.
    """

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass on; anyone who has hung up gets no answer, and no failure is made of that."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        state = scope.setdefault("state", {})
        state["nonce"] = secrets.token_urlsafe(16)

        async def headed(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                if scope["path"].startswith("/api"):
                    # A player's record has no place in a cache on the way, nor in the browser's own: the page keeps
                    # what it may, of one coach at a time (web/src/api/kept.ts).
                    headers.setdefault("Cache-Control", "no-store")
                if scope["scheme"] == "https":
                    headers.setdefault("Strict-Transport-Security", f"max-age={YEAR_S}")
                for name, value in SECURITY_HEADERS.items():
                    if NONCE not in value or state["nonce"] is not None:
                        headers.setdefault(name, value.replace(NONCE, state["nonce"] or ""))
            await send(message)

        await self.app(scope, receive, headed)
