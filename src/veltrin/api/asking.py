"""Who still waits for an answer: work whose asker has gone stops. And who never really asks: a slow head is cut off."""

from __future__ import annotations

import asyncio
import contextlib
import threading
from asyncio import TimerHandle, Transport
from collections.abc import Callable
from typing import Any

import uvicorn
from fastapi import FastAPI
from starlette.types import ASGIApp, Message, Receive, Scope, Send
from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

from veltrin.service.house.wanted import asked_by

ASKS = (
    "plan",
    "plan/stream",
    "flight",
    "schools",
    "two-days",
    "day-sheet",
    "sensitivity",
    "what-if",
    "who",
    "faults",
    "cards",
    "cards/stream",
    "export/read/stream",
)
"""Addresses under /api where what nobody waits for is dropped: nothing is stored there, or only once all of it is done.
Anything else is done to its end."""

ALIVE_WITHIN_S = 30
"""A process that doesn't answer the one that watches over it for so long is ended and begun anew. It may take its time
to load the kernels on a busy machine: one that was ended while it did would be begun again for ever."""

HEAD_WITHIN_S = 20.0
"""Within what time the head of a request has to be there."""


class Asking:
    """Watches whether the one who asks is still there."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass on; once the question is whole, listen for its asker hanging up."""
        if scope["type"] != "http" or scope["path"].removeprefix("/api/") not in ASKS:
            await self.app(scope, receive, send)
            return
        gone, whole = threading.Event(), asyncio.Event()

        async def heard() -> Message:
            message = await receive()
            if message["type"] == "http.disconnect":
                gone.set()
            elif not message.get("more_body", False):
                whole.set()
            return message

        async def watch() -> None:
            await whole.wait()
            while not gone.is_set():
                await heard()

        watching = asyncio.create_task(watch())
        try:
            with asked_by(gone.is_set):
                await self.app(scope, heard, send)
        finally:
            watching.cancel()
            with contextlib.suppress(asyncio.CancelledError):
                await watching


class Prompt(HttpToolsProtocol):
    """Speaks HTTP with anyone who sends the head of a request without dawdling."""

    _head: TimerHandle | None = None

    def connection_made(self, transport: Transport) -> None:  # type: ignore[override]
        """Wait for the first head."""
        super().connection_made(transport)
        self._wait_for_head()

    def on_message_begin(self) -> None:
        """Wait for the rest of a head."""
        super().on_message_begin()
        self._wait_for_head()

    def on_headers_complete(self) -> None:
        """Wait no longer: here it is."""
        self._stop_waiting()
        super().on_headers_complete()

    def connection_lost(self, exc: Exception | None) -> None:
        """Wait no longer: it won't come."""
        self._stop_waiting()
        super().connection_lost(exc)

    def _wait_for_head(self) -> None:
        if self._head is None:
            self._head = self.loop.call_later(HEAD_WITHIN_S, self.transport.close)

    def _stop_waiting(self) -> None:
        if self._head is not None:
            self._head.cancel()
            self._head = None


def config_of(app: FastAPI | Callable[[], FastAPI], **more: Any) -> uvicorn.Config:
    """How an application is served, or one that is made where it is served; `more`: settings of uvicorn."""
    usual = {"log_level": "warning", "proxy_headers": False, "timeout_worker_healthcheck": ALIVE_WITHIN_S}
    return uvicorn.Config(app, http=Prompt, **{**usual, **more})


def server_of(app: FastAPI, **more: Any) -> uvicorn.Server:
    """A server for the application; `more`: settings of uvicorn."""
    return uvicorn.Server(config_of(app, **more))
