"""Who may come in: host names, other sites' pages, sign-in, all before anything of a request is read."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from http.cookies import CookieError, SimpleCookie
from urllib.parse import urlsplit

from fastapi import FastAPI
from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from veltrin.service.accounts import coaches
from veltrin.service.accounts.coaches import STAYS, SignedIn
from veltrin.service.accounts.tries import Tries
from veltrin.service.house.store import StoreError
from veltrin.service.house.turns import asked_for
from veltrin.service.lessons import take

LOOPBACK_HOSTS = ("127.0.0.1", "localhost")
COOKIE = "veltrin"
OPEN = ("/api/health", "/api/session")
"""What anyone who isn't signed in may ask for, besides the page itself."""

SAFE = ("GET", "HEAD", "OPTIONS")


@dataclass(frozen=True)
class Guard:
    """Sign-in is asked for. `hosts`: names this server answers to; `is_secure`: it speaks TLS, so must the cookie."""

    hosts: tuple[str, ...]
    is_secure: bool = False

    def cookie(self, token: str) -> str:
        """The header that hands a session over to the browser; an empty token takes it back."""
        stays = int(STAYS.total_seconds()) if token else 0
        secure = "; Secure" if self.is_secure else ""
        return f"{COOKIE}={token}; Path=/; Max-Age={stays}; HttpOnly; SameSite=Strict{secure}"


def refused(status: int, field: str, problem: str, fix: str) -> JSONResponse:
    """An answer in the shape of every other."""
    return JSONResponse({"errors": [{"field": field, "problem": problem, "fix": fix}]}, status_code=status)


def token_in(headers: Headers) -> str | None:
    """What the session's cookie holds; None without one."""
    try:
        morsel = SimpleCookie(headers.get("cookie", "")).get(COOKIE)
    except CookieError:
        return None
    return None if morsel is None else morsel.value or None


BEARER = "bearer "

_UUID = r"[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}"
TAKER_MAY = tuple(
    (method, re.compile(path))
    for method, path in (
        ("GET", r"/api/(take|drills|health|practices)"),
        ("GET", rf"/api/practices/{_UUID}"),
        ("POST", rf"/api/practices/{_UUID}/(begin|finish)"),
        ("PUT", rf"/api/book/{_UUID}"),
        ("DELETE", rf"/api/book/{_UUID}"),
    )
)
"""What anyone who came by a player's link may ask for: the page, the drills, and to run the player's own sessions.
Balls of anything but a session are refused where they are booked."""


def taker_may(method: str, path: str) -> bool:
    """Whether a player's link leads there."""
    return any(method == asked and pattern.fullmatch(path) for asked, pattern in TAKER_MAY)


def link_in(headers: Headers) -> str | None:
    """What a player's link holds, as the page behind it sends it along; None where there is none."""
    told = headers.get("authorization", "")
    return told[len(BEARER) :].strip() if told.lower().startswith(BEARER) else None


def _is_of_another_site(headers: Headers) -> bool:
    # Browsers say where a request comes from; older ones only which origin it has.
    told = headers.get("sec-fetch-site")
    if told is not None:
        return told in ("cross-site", "same-site")
    origin = headers.get("origin")
    return origin is not None and _split(origin, "netloc") != headers.get("host")


def _split(address: str, part: str) -> str | None:
    """A part of an address; None where it is no address at all."""
    try:
        return str(getattr(urlsplit(address), part) or "")
    except ValueError:
        return None


def _without_body(send: Send) -> Send:
    """Answer HEAD as GET, but for the body."""

    async def headers_only(message: Message) -> None:
        await send({**message, "body": b""} if message["type"] == "http.response.body" else message)

    return headers_only


class Door:
    """Stands before the application."""

    def __init__(self, app: ASGIApp, owner: FastAPI, hosts: tuple[str, ...]) -> None:
        self.app = app
        self._owner = owner
        self._hosts = hosts

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Let in or turn away."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        answer = self._from_elsewhere(scope, headers)
        guard: Guard | None = self._owner.state.guard
        if answer is None and guard is not None and scope["path"].startswith("/api"):
            try:
                answer = await self._who_is_it(scope, headers)
            except StoreError as error:
                # The door stands before what tells failures in words: it does so itself.
                answer = refused(503, "server", error.problem, error.fix)
        if scope["method"] == "HEAD":
            scope, send = {**scope, "method": "GET"}, _without_body(send)
        who = scope.get("state", {}).get("who")
        with asked_for("" if who is None else str(who.coach_id)):
            await (answer or self.app)(scope, receive, send)

    async def _who_is_it(self, scope: Scope, headers: Headers) -> JSONResponse | None:
        """Write down who asks; the answer to anyone who may not."""
        store, state = self._owner.state.store, scope.setdefault("state", {})
        link = link_in(headers)
        if link is not None:
            # Who comes by a link is that player, anyone else who may be signed in on the same machine.
            state["who"] = await run_in_threadpool(take.taker, store, link)
            if state["who"] is None:
                # A right one is never held up by what others try from the same address.
                address = (scope.get("client") or ("?",))[0]
                wait = await run_in_threadpool(self._owner.state.link_tries.take, "", address)
                if wait > 0.0:
                    fix = f"Wait {math.ceil(wait)} s, then try again."
                    return refused(429, "link", "was wrong too often from here.", fix)
                return refused(
                    401, "link", "has ended, was revoked, or never existed.", "Ask your coach for a new one."
                )
            if not taker_may(scope["method"], scope["path"]):
                return refused(403, "link", "is not a link of this server.", "Ask your coach.")
            return None
        token = token_in(headers)
        who: SignedIn | None = None
        if token is not None:
            who = await run_in_threadpool(coaches.signed_in, store, token)
        state["who"] = who
        if who is None and scope["path"] not in OPEN:
            return refused(401, "session", "nobody is signed in.", "Sign in first.")
        return None

    def _from_elsewhere(self, scope: Scope, headers: Headers) -> JSONResponse | None:
        host = _split(f"//{headers.get('host', '')}", "hostname")
        if host not in self._hosts:
            # A name that isn't ours is another site's trick with the DNS.
            return refused(
                400, "host", "is not a name of this server.", "Use the address that it printed when it started."
            )
        if scope["method"] not in SAFE and _is_of_another_site(headers):
            return refused(403, "request", "comes from another site.", "Open Veltrin itself and try there.")
        return None


def install(app: FastAPI, guard: Guard | None) -> None:
    """Add what stands before every request. Without a guard there is one coach and nobody signs in."""
    app.state.guard = guard
    app.state.tries, app.state.link_tries = Tries(app.state.store), Tries(app.state.store, "link")
    app.add_middleware(Door, owner=app, hosts=guard.hosts if guard else LOOPBACK_HOSTS)
