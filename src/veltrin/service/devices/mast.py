"""Use case: hear the weather mast."""

from __future__ import annotations

import math

from veltrin.devices.mast_link import MastLink
from veltrin.service.devices.contracts.mast import MastAirOut, MastIn, MastMeanOut, MastOut

MAST_PORT = 8711


def state_of(mast: MastLink) -> MastOut:
    """What is known now."""
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


def follow(mast: MastLink, body: MastIn) -> MastOut:
    """Begin or stop listening."""
    if body.on:
        mast.start(body.port)
    else:
        mast.stop()
    return state_of(mast)


__all__ = ["MAST_PORT", "MastLink", "follow", "state_of"]
