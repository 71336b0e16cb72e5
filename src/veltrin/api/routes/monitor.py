"""The launch monitor."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query, Request

from veltrin.api.deps import MonitorDep, StoreDep, free_port
from veltrin.service.devices import monitor as monitor_service
from veltrin.service.devices.contracts.monitor import MeantIn, MonitorIn, MonitorOut

router = APIRouter(tags=["monitor"])


@router.get("/monitor")
def hear_monitor(monitor: MonitorDep, after: Annotated[int, Query(ge=0, le=2**53)] = 0) -> MonitorOut:
    """Whether the launch monitor is heard, and the shots that landed after one of them."""
    return monitor_service.told_after(monitor, after)


@router.put("/monitor")
def follow_monitor(request: Request, monitor: MonitorDep, body: MonitorIn) -> MonitorOut:
    """Listen to the launch monitor on a port of this machine, or stop listening."""
    free_port(request, body.port)
    return monitor_service.follow(monitor, body)


@router.put("/monitor/ready")
def get_ready(store: StoreDep, monitor: MonitorDep, body: MeantIn) -> MonitorOut:
    """Tell the launch monitor which stroke is meant next."""
    return monitor_service.get_ready(store, monitor, body)
