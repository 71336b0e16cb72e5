"""The application: API under /api, the built front end everywhere else."""

from __future__ import annotations

import hashlib
import os
import sys
import threading
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from functools import cache
from importlib.metadata import version
from pathlib import Path
from typing import Any, ClassVar

import anyio
from fastapi import APIRouter, Depends, FastAPI, Request, Response
from fastapi.middleware.gzip import GZipMiddleware
from fastapi.responses import FileResponse, HTMLResponse, PlainTextResponse
from fastapi.staticfiles import StaticFiles
from starlette.datastructures import Headers
from starlette.types import Scope

from veltrin.api import errors, guard
from veltrin.api.asking import Asking
from veltrin.api.deps import get_store
from veltrin.api.guard import Guard
from veltrin.api.headers import NONCE, Headed
from veltrin.api.limits import Limits
from veltrin.api.links import Links
from veltrin.api.longbody import described
from veltrin.api.plain import Plain
from veltrin.api.routes import (
    book,
    cards,
    courses,
    days,
    eye,
    files,
    ground,
    lessons,
    lines,
    many,
    monitor,
    photographs,
    players,
    practice,
    practice_sessions,
    recordings,
    samples,
    search,
    shots,
    sign_in,
    take,
)
from veltrin.api.watch import UNWATCHED, Watch, Watched
from veltrin.service.devices.mast import MAST_PORT
from veltrin.service.devices.monitor import MONITOR_PORT
from veltrin.service.devices.shared import shared_mast, shared_monitor
from veltrin.service.house.contracts.errors import ErrorBody
from veltrin.service.house.contracts.health import HealthOut
from veltrin.service.house.memory import keep_few_arenas, settle
from veltrin.service.house.store import Store
from veltrin.service.house.warm import warm_up

VERSION = version("veltrin")

SWITCHES_EVERY_S = 0.001
"""How soon anyone who only reads or books gets the interpreter from anyone who plans: the usual 5 ms, some ten times an
answer, are seen."""

THREADS = 200
"""Requests that are worked on or wait at once; of those that compute, only a few are at it (see service.turns)."""

LAST_S = 10.0
"""How long a stop waits for the warming up to end."""

LEAST_PACKED, PACKED_LEVEL = 1000, 4
"""Answers of fewer bytes are sent as they are; above this level packing costs more time than it saves."""


def _warm(app: FastAPI) -> None:
    try:
        warm_up()
        settle()
        app.state.health = HealthOut(status="ready", version=VERSION)
    except Exception as error:  # the state is shown to the coach instead of dying in a thread
        app.state.health = HealthOut(status="failed", version=VERSION, detail=str(error))


@asynccontextmanager
async def _lifespan(app: FastAPI) -> AsyncIterator[None]:
    # Anyone who waits for a turn keeps a thread: there must be some left for those who only read or book.
    anyio.to_thread.current_default_thread_limiter().total_tokens = THREADS
    sys.setswitchinterval(SWITCHES_EVERY_S)
    keep_few_arenas()
    warming = threading.Thread(target=_warm, args=(app,), daemon=True)
    warming.start()
    yield
    # A thread inside a compiled kernel must not see the interpreter go.
    warming.join(LAST_S)
    app.state.masts.stop()
    app.state.monitors.stop()


REFUSALS: dict[int | str, dict[str, Any]] = {
    401: {"model": ErrorBody, "description": "Nobody is signed in"},
    403: {"model": ErrorBody, "description": "From another site, or only for the person who runs this server"},
    404: {"model": ErrorBody, "description": "Not found"},
    409: {"model": ErrorBody, "description": "Clashes with what is stored"},
    413: {"model": ErrorBody, "description": "Too long"},
    422: {"model": ErrorBody, "description": "Bad input: field, problem, fix"},
    429: {"model": ErrorBody, "description": "Too many tries"},
    503: {"model": ErrorBody, "description": "The database is gone, full or damaged"},
}
"""What any address may answer instead of what it is asked for."""


@cache
def _api() -> APIRouter:
    """All of /api, put together once a process: every application answers by the same routes (reading what each
    takes and gives costs a second).
    """
    api = APIRouter()
    # What doesn't ask for the store itself still asks who is there.
    known = [Depends(get_store)]
    for part in (sign_in, samples):
        api.include_router(part.router, prefix="/api", responses=REFUSALS)
    for part in (
        *(players, shots, ground, lines, courses, days, book, practice, practice_sessions, eye, lessons),
        *(photographs, recordings, cards, search, take, monitor, many, files),
    ):
        api.include_router(part.router, prefix="/api", responses=REFUSALS, dependencies=known)
    return api


class Built(StaticFiles):
    """What is built carries its content in its name: anyone who has it need not ask again. It is packed when it is
    built: who can open that gets it so.
    """

    PACKINGS: ClassVar = {"br": ".br", "gzip": ".gz"}
    """How it may be packed, the smallest first, by the name that a browser asks for it."""

    def file_response(
        self, full_path: Any, stat_result: os.stat_result, scope: Scope, status_code: int = 200
    ) -> Response:
        """The file, good for a year."""
        asked = {one.split(";")[0].strip() for one in Headers(scope=scope).get("accept-encoding", "").split(",")}
        packed = ((name, Path(f"{full_path}{end}")) for name, end in self.PACKINGS.items() if name in asked)
        name, path = next((one for one in packed if one[1].is_file()), ("", Path(full_path)))
        response = super().file_response(path, path.stat() if name else stat_result, scope, status_code)
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        if name:
            response.headers["Vary"] = "Accept-Encoding"
            response.headers["Content-Encoding"] = name
        return response


def _serve_front_end(app: FastAPI, web_dist: Path) -> None:
    index = web_dist / "index.html"
    if not index.is_file():

        @app.get("/", include_in_schema=False)
        def missing() -> PlainTextResponse:
            return PlainTextResponse("The front end is not built. Run 'make web' and start again.", status_code=503)

        return
    app.mount("/assets", Built(directory=web_dist / "assets"), name="assets")

    files = {f"{f.relative_to(web_dist)}": f for f in web_dist.rglob("*") if f.is_file() and f != index}
    text = index.read_text()
    # Weak: what differs from answer to answer is the nonce.
    kept = {"Cache-Control": "no-cache", "ETag": f'W/"{hashlib.sha256(text.encode()).hexdigest()[:24]}"'}

    @app.get("/{path:path}", include_in_schema=False)
    def page(request: Request, path: str) -> Response:
        # Every place of the front end is the same page; the address is read in the browser.
        if path in files:
            return FileResponse(files[path], headers={"Cache-Control": "no-cache"})
        if kept["ETag"] in request.headers.get("if-none-match", ""):
            # The page that is there goes on under the policy it came with: its nonce stands in both.
            request.state.nonce = None
            return Response(status_code=304, headers=kept)
        return HTMLResponse(text.replace(NONCE, request.state.nonce), headers=kept)


class _Described(FastAPI):
    """An application whose description has the contracts of long bodies too (see longbody)."""

    def openapi(self) -> dict[str, Any]:
        """The OpenAPI description."""
        if not self.openapi_schema:
            self.openapi_schema = described(super().openapi(), (*files.LONG_BODIES, *courses.LONG_BODIES))
        return self.openapi_schema


def describe() -> dict[str, object]:
    """The OpenAPI description, without a store or a front end."""
    app = _Described(title="Veltrin", version=VERSION)
    app.router.routes.extend(_api().routes)
    return app.openapi()


def create_app(
    store: Store,
    web_dist: Path,
    mast_port: int = MAST_PORT,
    monitor_port: int = MONITOR_PORT,
    asks: Guard | None = None,
    is_alone: bool = True,
    watched: Watched = UNWATCHED,
) -> FastAPI:
    """Build the application around an open store. `asks`: everybody has to sign in.

    `mast_port`, `monitor_port`: where to look for these devices. `is_alone`: no other process serves this
    database. `watched`: what it says of itself.
    """
    app = _Described(title="Veltrin", version=VERSION, lifespan=_lifespan, docs_url=None, redoc_url=None)
    app.state.store = store
    app.state.masts = Links(lambda own: shared_mast(own, mast_port, is_alone=is_alone))
    app.state.monitors = Links(lambda own: shared_monitor(own, monitor_port, is_alone=is_alone))
    app.state.health, app.state.is_demo = HealthOut(status="warming", version=VERSION), False

    # The last one added is asked first: who waits, headers on every answer, the door, how much may be sent.
    # Text shrinks to a fifth; a stream is packed piece by piece, each sent as it comes.
    app.add_middleware(GZipMiddleware, minimum_size=LEAST_PACKED, compresslevel=PACKED_LEVEL)
    app.add_middleware(Plain)
    app.add_middleware(Limits)
    guard.install(app, asks)

    app.add_middleware(Headed)
    app.add_middleware(Asking)
    app.add_middleware(Watch, watched=watched)
    errors.install(app)
    app.router.routes.extend(_api().routes)
    _answer_unknown(app)
    _serve_front_end(app, web_dist)
    return app


def _answer_unknown(app: FastAPI) -> None:
    @app.api_route("/api/{path:path}", include_in_schema=False, methods=["GET", "POST", "PUT", "PATCH", "DELETE"])
    def unknown(path: str) -> None:
        raise errors.not_there(path)
