"""Use cases: hear the launch monitor, tell it what is meant."""

from __future__ import annotations

from veltrin.core.units import RAD_S_PER_RPM
from veltrin.devices.monitor_link import MonitorLink
from veltrin.devices.protocol import Ready
from veltrin.service.book.contracts.book import BookingIn
from veltrin.service.book.planned import Planned, planned_shot, planned_stock
from veltrin.service.devices.contracts.monitor import MeantIn, MonitorIn, MonitorOut
from veltrin.service.devices.shared import Shared
from veltrin.service.house.border import deg
from veltrin.service.house.errors import DomainError
from veltrin.service.players.players import find_stored
from veltrin.store.engine import Store

MONITOR_PORT = 8712


Monitor = Shared[MonitorLink, MonitorOut]
"""A coach's launch monitor."""


def told_after(monitor: Monitor, after: int = 0) -> MonitorOut:
    """What is known now, with the shots heard after `after`."""
    known = monitor.told()
    return known.model_copy(update={"shots": [one for one in known.shots if one.seq > after]})


def follow(monitor: Monitor, body: MonitorIn) -> MonitorOut:
    """Begin or stop listening."""
    if body.on:
        monitor.start(body.port)
    else:
        monitor.stop()
    return told_after(monitor)


def _planned(store: Store, body: MeantIn) -> Planned:
    if body.club_id is not None:
        stock = BookingIn(player_id=body.player_id, purpose="stock", club_id=body.club_id)
        return planned_stock(store, body.player_id, stock)
    if body.request is None or body.call_id is None:
        raise DomainError("call_id", "nothing is chosen.", "Give a club_id, or a request with a call_id.")
    return planned_shot(store, body.request, body.call_id)


def get_ready(store: Store, monitor: Monitor, body: MeantIn) -> MonitorOut:
    """Tell the monitor which stroke is meant."""
    player = find_stored(store, body.player_id).player
    planned = _planned(store, body)
    e = planned.expected
    air = None if planned.question is None else planned.question.air
    meant = Ready(
        club=planned.club_name,
        ball_speed_m_s=e.bare_ball_speed_m_s,
        launch_deg=deg(e.launch_rad),
        direction_deg=-deg(e.bare_side_rad),
        spin_rpm=min(e.bare_spin_rad_s / RAD_S_PER_RPM, 20000.0),
        run_m=e.total_m - e.carry_m,
        speed_sd=min(e.length_sd / e.carry_speed_exponent, 0.5),
        face_sd_deg=deg(e.side_sd_rad),
        left_handed=player.left_handed,
        temperature_c=15.0 if air is None else air.temperature_c,
        altitude_m=0.0 if air is None else air.altitude_m,
    )
    monitor.ask(meant.model_dump_json())
    return told_after(monitor)
