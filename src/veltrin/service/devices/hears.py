"""What a link to a device hears, in the contract's terms."""

from __future__ import annotations

import math

from veltrin.devices.mast_link import MastLink
from veltrin.devices.monitor_link import Landed, MonitorLink
from veltrin.service.devices.contracts.mast import MastAirOut, MastMeanOut, MastOut
from veltrin.service.devices.contracts.monitor import LandedOut, MonitorOut


def mast_out(mast: MastLink) -> MastOut:
    """What a weather mast says."""
    heard = mast.heard()
    mean, last = heard.mean, heard.last
    return MastOut(
        state=heard.state,
        port=heard.port,
        age_s=None if heard.age_s is None else round(heard.age_s, 1),
        mean=None
        if mean is None
        else MastMeanOut(
            speed_m_s=mean.speed_m_s,
            gust_m_s=max(mean.gust_m_s, mean.speed_m_s),
            from_deg=math.degrees(mean.from_rad),
            height_m=heard.height_m,
            over_s=mean.over_s,
            readings=mean.readings,
        ),
        air=None
        if last is None
        else MastAirOut(
            temperature_c=last.temperature_c,
            humidity_pct=last.humidity_pct,
            pressure_hpa=last.pressure_hpa,
            rain_mm_h=last.rain_mm_h,
        ),
        refused=heard.refused,
        problem=heard.problem,
    )


def _landed(one: Landed) -> LandedOut:
    return LandedOut(seq=one.seq, **one.shot.model_dump(exclude={"n", "axis_deg"}))


def monitor_out(monitor: MonitorLink) -> MonitorOut:
    """What a launch monitor says, with all shots that are remembered."""
    known, shots, meant = monitor.watched()
    return MonitorOut(
        state=known.state,
        port=known.port,
        name=known.name,
        meant="" if meant is None else meant.club,
        shots=[_landed(one) for one in shots],
        refused=known.refused,
        problem=known.problem,
    )
