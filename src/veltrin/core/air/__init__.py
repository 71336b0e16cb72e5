"""Air: density, viscosity, wind with height."""

from veltrin.core.air.atmosphere import Air, air_density, standard_pressure, viscosity
from veltrin.core.air.wind import CALM, Wind, wind_factor

__all__ = ["CALM", "Air", "Wind", "air_density", "standard_pressure", "viscosity", "wind_factor"]
