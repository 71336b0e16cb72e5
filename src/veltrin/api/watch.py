"""What a running server tells of itself: a line a request, and numbers for anyone who watches it."""

from __future__ import annotations

import ipaddress
import os
import secrets
import time
from collections.abc import Mapping
from dataclasses import dataclass
from urllib.parse import urlsplit

import structlog
from prometheus_client import REGISTRY, CollectorRegistry, Counter, Gauge, Histogram, multiprocess
from prometheus_client.openmetrics.exposition import CONTENT_TYPE_LATEST, generate_latest
from starlette.concurrency import run_in_threadpool
from starlette.datastructures import Headers
from starlette.responses import JSONResponse, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from veltrin.api.guard import BEARER, LOOPBACK_HOSTS, refused
from veltrin.service.accounts.coaches import SignedIn
from veltrin.service.house.stages import listening
from veltrin.service.house.turns import TURNS
from veltrin.service.lessons.take import Taker

METRICS = "/metrics"
REQUEST_ID = "X-Request-ID"

SECONDS = (0.005, 0.01, 0.025, 0.05, 0.1, 0.15, 0.25, 0.5, 1.0, 2.5, 5.0, 10.0, 30.0)
"""Edges of the classes into which times are counted."""

REQUESTS = Counter("veltrin_requests", "Requests that were answered.", ("method", "route", "status"))
TOOK = Histogram("veltrin_request_seconds", "Time to the end of an answer.", ("method", "route"), buckets=SECONDS)
STAGES = Histogram("veltrin_stage_seconds", "Time of each stage of working out answers.", ("stage",), buckets=SECONDS)
WAITING = Gauge("veltrin_waiting", "Questions that wait for their turn.", ("kind",), multiprocess_mode="livesum")

log = structlog.get_logger("veltrin")


def to_lines() -> None:
    """Write what is logged as JSON, a line each, to the error stream."""
    structlog.configure(
        processors=[
            structlog.processors.add_log_level,
            structlog.processors.TimeStamper(fmt="iso", utc=True),
            structlog.processors.JSONRenderer(),
        ],
        logger_factory=structlog.PrintLoggerFactory(file=os.fdopen(os.dup(2), "w", buffering=1)),
    )


def _route(scope: Scope) -> str:
    """The pattern of an address, not the address: it may hold ids, and there are few patterns."""
    found = getattr(scope.get("route"), "path", None)
    if found is None or not scope["path"].startswith("/api"):
        return "(page)"
    return f"/api{str(found).removeprefix('/api')}"


def _coach_id(scope: Scope) -> int | None:
    who = scope.get("state", {}).get("who")
    return who.coach_id if isinstance(who, SignedIn | Taker) else None


@dataclass(frozen=True)
class Watched:
    """How a server is watched. `token`: who holds it may read the numbers from elsewhere; `tells`: a line a request."""

    token: str | None = None
    tells: bool = False


UNWATCHED = Watched()


class Watch:
    """Stands outermost: numbers every request, counts and times it, tells a line of it where lines are asked for."""

    def __init__(self, app: ASGIApp, watched: Watched) -> None:
        self.app = app
        self._token = watched.token
        self._tells = watched.tells

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass on and look at the watch."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        if scope["path"] == METRICS:
            await (await self._numbers(scope))(scope, receive, send)
            return
        number, begun, status = secrets.token_hex(8), time.perf_counter(), 0

        async def numbered(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
                message["headers"] = [*message["headers"], (REQUEST_ID.lower().encode(), number.encode())]
            await send(message)

        with listening() as stages:
            try:
                await self.app(scope, receive, numbered)
            finally:
                self._count(scope, status, time.perf_counter() - begun, number, stages)

    def _count(self, scope: Scope, status: int, took_s: float, number: str, stages: Mapping[str, float]) -> None:
        method, route = scope["method"], _route(scope)
        REQUESTS.labels(method, route, str(status)).inc()
        TOOK.labels(method, route).observe(took_s)
        for name, seconds in stages.items():
            STAGES.labels(name).observe(seconds)
        if self._tells:
            log.info(
                "request", id=number, coach=_coach_id(scope), method=method, route=route, status=status,
                ms=round(1000 * took_s, 1), stages={name: round(1000 * s, 1) for name, s in stages.items()},
            )  # fmt: skip

    async def _numbers(self, scope: Scope) -> Response | JSONResponse:
        if not self._may_read(scope):
            return refused(
                403, "token", "is missing or wrong.", "Ask from this machine, or with VELTRIN_METRICS_TOKEN."
            )
        return Response(await run_in_threadpool(_told), media_type=CONTENT_TYPE_LATEST)

    def _may_read(self, scope: Scope) -> bool:
        headers = Headers(scope=scope)
        told = headers.get("authorization", "")
        if self._token is not None and told.lower().startswith(BEARER):
            return secrets.compare_digest(told[len(BEARER) :].strip().encode(), self._token.encode())
        client = scope.get("client")
        # What a proxy on this machine passes on isn't asked from this machine.
        is_here = client is not None and _is_here(client[0]) and "x-forwarded-for" not in headers
        return is_here and urlsplit(f"//{headers.get('host', '')}").hostname in LOOPBACK_HOSTS


def _is_here(address: str) -> bool:
    try:
        return ipaddress.ip_address(address).is_loopback
    except ValueError:
        return False


def _told() -> bytes:
    for kind, count in zip(("short", "long"), TURNS.waiting, strict=True):
        WAITING.labels(kind).set(count)
    registry = REGISTRY
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        # What all workers have counted, whichever of them is asked.
        registry = CollectorRegistry()
        multiprocess.MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    return bytes(generate_latest(registry))  # type: ignore[no-untyped-call]
