"""Air: density, viscosity, wind with height, its words and its averages."""

from veltrin.core.air.atmosphere import Air, air_density, standard_pressure, viscosity
from veltrin.core.air.averages import Averaged, WindSample, averaged
from veltrin.core.air.beaufort import BEAUFORT, Force, beaufort_speed, force_of
from veltrin.core.air.wind import (
    CALM,
    EXPOSURES,
    PEAK,
    Exposure,
    Wind,
    exposure_factor,
    usual_gust_ratio,
    wind_factor,
)

__all__ = [
    "BEAUFORT",
    "CALM",
    "EXPOSURES",
    "PEAK",
    "Air",
    "Averaged",
    "Exposure",
    "Force",
    "Wind",
    "WindSample",
    "air_density",
    "averaged",
    "beaufort_speed",
    "exposure_factor",
    "force_of",
    "standard_pressure",
    "usual_gust_ratio",
    "viscosity",
    "wind_factor",
]
