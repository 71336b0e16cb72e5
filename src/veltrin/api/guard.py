"""Who may come in: host names, cross-site requests, sign-in. Everything cryptographic is done by standard packages."""

from __future__ import annotations

import secrets
from collections.abc import Awaitable, Callable, Sequence
from dataclasses import dataclass
from pathlib import Path

from fastapi import FastAPI, Request, Response
from fastapi.responses import JSONResponse
from limits import RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter
from starlette.middleware.sessions import SessionMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware

LOOPBACK_HOSTS = ("127.0.0.1", "localhost")
TRIES_A_MINUTE = 5
STAYS_S = 14 * 24 * 3600
COOKIE = "veltrin"


@dataclass(frozen=True)
class Guard:
    """Sign-in is asked for. `secret` signs the cookie; `hosts` are the names this server answers to."""

    secret: str
    hosts: tuple[str, ...]


def secret_in(folder: Path) -> str:
    """The key that signs cookies, made once, readable by its owner only."""
    path = folder / "session.key"
    if not path.exists():
        folder.mkdir(parents=True, exist_ok=True)
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(48))
    return path.read_text().strip()


class Tries:
    """How often signing in may fail, for an address and for a name."""

    def __init__(self) -> None:
        self._limiter = MovingWindowRateLimiter(MemoryStorage())
        self._item = RateLimitItemPerMinute(TRIES_A_MINUTE)

    def is_spent(self, *who: str) -> bool:
        """Count one try for each of these; True if any of them has had too many this minute."""
        hits = [self._limiter.hit(self._item, one) for one in who]
        return not all(hits)


def _refused(status: int, field: str, problem: str, fix: str) -> JSONResponse:
    return JSONResponse({"errors": [{"field": field, "problem": problem, "fix": fix}]}, status_code=status)


def install(app: FastAPI, guard: Guard | None, hosts: Sequence[str] = LOOPBACK_HOSTS) -> None:
    """Add what stands before every request. Without a guard there is one coach and nobody signs in."""
    app.state.guard = guard
    app.state.tries = Tries()

    @app.middleware("http")
    async def _same_site(request: Request, call_next: Callable[[Request], Awaitable[Response]]) -> Response:
        # Browsers say where a request comes from; another site's page has no business changing anything here.
        if request.method != "GET" and request.headers.get("sec-fetch-site") in ("cross-site", "same-site"):
            return _refused(403, "request", "comes from another site.", "Open Veltrin itself and try there.")
        return await call_next(request)

    if guard is not None:
        app.add_middleware(
            SessionMiddleware, secret_key=guard.secret, session_cookie=COOKIE, max_age=STAYS_S, same_site="strict"
        )
    # Added last, so that it is asked first: a name that isn't ours is another site's trick with the DNS.
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=list(guard.hosts if guard else hosts), www_redirect=False)
