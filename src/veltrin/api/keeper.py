"""What one process does for all: links to devices, imports under way, counting wrong guesses, copies.

Where several processes serve, one of them is the keeper: the one that holds a lock which goes with its process. The
others pass on to it what only it may do, over a socket in a folder that they share. Whatever else is asked needs
nothing but the database.
"""

from __future__ import annotations

import asyncio
import contextlib
import threading
from collections.abc import AsyncIterator, Callable
from pathlib import Path
from typing import Any

import httpx
import uvicorn
from fastapi import FastAPI
from starlette.datastructures import Headers
from starlette.responses import StreamingResponse
from starlette.types import ASGIApp, Receive, Scope, Send

from veltrin.api.guard import refused
from veltrin.service.house.store import InUseError, hold

KEPT_BY_ONE = ("/api/mast", "/api/monitor", "/api/imports", "/api/copies")
"""Beginnings of the addresses that the keeper answers."""

PASSED_ON = "veltrin.passed_on"
"""Mark of a request that another process answers, which counts it."""

GUESSES = ("POST", "/api/session")
"""Signing in: wrong guesses are counted in one place."""

LOOKS_EVERY_S = 1.0
"""How often who isn't the keeper looks whether the keeper has gone."""

ANSWERS_WITHIN_S, KEEPER_WITHIN_S = 120.0, 5.0
"""How long an answer of the keeper is waited for, and a keeper where there is none."""

HOP_BY_HOP = ("connection", "keep-alive", "transfer-encoding", "upgrade", "te", "trailer", "proxy-authorization")
"""Headers of one connection, not of what it carries. Source: RFC 9110, 7.6.1."""


SAID_BY_US = ("x-forwarded-for", "x-forwarded-proto", "x-forwarded-host", "x-forwarded-port", "forwarded", "x-real-ip")
"""Headers that say whose request is passed on."""


class Keeper:
    """Whether this process is the keeper, and the way to the one that is. `folder` is shared by all processes.

    `when_kept` is called once this process has become the keeper; what it gives is called at the end.
    """

    def __init__(self, folder: Path, when_kept: Callable[[], Callable[[], None]]) -> None:
        self._lock = folder / "keeper.sqlite3"
        self._socket = folder / "keeper.sock"
        self._when_kept = when_kept
        self._stop = threading.Event()
        self.is_here = False

    def begin(self, app: FastAPI) -> None:
        """Try to become the keeper, now and whenever the one that is goes."""
        self._thread = threading.Thread(target=self._run, args=(app,), name="keeper", daemon=True)
        self._thread.start()

    def end(self) -> None:
        """Stop trying, or keeping."""
        self._stop.set()
        self._thread.join(10)

    def _run(self, app: FastAPI) -> None:
        while not self._stop.is_set():
            with contextlib.suppress(InUseError), hold(self._lock):
                self._keep(app)
            self._stop.wait(LOOKS_EVERY_S)

    def _keep(self, app: FastAPI) -> None:
        self._socket.unlink(missing_ok=True)
        # Only processes of this user reach the socket: what they say of whom they pass on is believed.
        config = uvicorn.Config(
            app, uds=str(self._socket), lifespan="off", log_level="warning", proxy_headers=True,
            forwarded_allow_ips="*", server_header=False,
        )  # fmt: skip
        server = uvicorn.Server(config)
        serving = threading.Thread(target=server.run, name="keeper's socket", daemon=True)
        finish = self._when_kept()
        serving.start()
        self.is_here = True
        try:
            self._stop.wait()
        finally:
            finish()
            server.should_exit = True
            serving.join(5)

    def transport(self) -> httpx.AsyncBaseTransport:
        """The way to the keeper."""
        return httpx.AsyncHTTPTransport(uds=str(self._socket))


class PassOn:
    """Stands before the application: passes on what the keeper answers, where that is another process."""

    def __init__(self, app: ASGIApp, keeper: Keeper) -> None:
        self.app = app
        self._keeper = keeper
        self._client = httpx.AsyncClient(transport=keeper.transport(), timeout=ANSWERS_WITHIN_S)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer here, or have it answered."""
        if scope["type"] != "http" or self._keeper.is_here or not is_kept(scope["method"], scope["path"]):
            await self.app(scope, receive, send)
            return
        scope[PASSED_ON] = True
        answer = await self._asked(scope, receive)
        if answer is None:
            busy = refused(503, "server", "is just starting.", "Try again in a moment.")
            await busy(scope, receive, send)
            return
        headers = {k: v for k, v in answer.headers.items() if k not in HOP_BY_HOP}
        passed = StreamingResponse(answer.aiter_raw(), answer.status_code, headers)
        try:
            await passed(scope, receive, send)
        finally:
            await answer.aclose()

    async def _asked(self, scope: Scope, receive: Receive) -> httpx.Response | None:
        """The keeper's answer; None where no keeper comes within KEEPER_WITHIN_S."""
        until = asyncio.get_running_loop().time() + KEEPER_WITHIN_S
        request = self._request(scope, receive)
        while True:
            try:
                return await self._client.send(request, stream=True)
            except httpx.ConnectError:
                # Nothing of the request was sent: one keeper went and the next is on its way.
                if asyncio.get_running_loop().time() > until:
                    return None
                await asyncio.sleep(0.1)
            except httpx.TransportError:
                return None

    def _request(self, scope: Scope, receive: Receive) -> httpx.Request:
        async def body() -> AsyncIterator[bytes]:
            more = True
            while more:
                message = await receive()
                if message["type"] != "http.request":
                    return
                yield message.get("body", b"")
                more = message.get("more_body", False)

        # Who asks is said by this process alone: what the request itself says of it may be forged, and whom a proxy
        # that is named in the settings passes on is in the scope already.
        kept = [(k, v) for k, v in Headers(scope=scope).raw if k.decode("latin-1") not in (*HOP_BY_HOP, *SAID_BY_US)]
        client: Any = scope.get("client")
        if client is not None:
            kept += [(b"x-forwarded-for", client[0].encode()), (b"x-forwarded-proto", scope["scheme"].encode())]
        # As it was sent: what was decoded may hold what no address may.
        sent = (scope.get("raw_path") or scope["path"].encode()).split(b"?")[0]
        query = scope["query_string"].decode("latin-1")
        path = sent.decode("latin-1") + (f"?{query}" if query else "")
        has_body = any(k in (b"content-length", b"transfer-encoding") for k, _ in Headers(scope=scope).raw)
        return self._client.build_request(
            scope["method"], f"http://keeper{path}", headers=kept, content=body() if has_body else None
        )


def is_kept(method: str, path: str) -> bool:
    """Whether the keeper answers there."""
    return path.startswith(KEPT_BY_ONE) or (method, path) == GUESSES
