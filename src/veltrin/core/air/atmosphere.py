"""Pressure with altitude, density of moist air, viscosity."""

from __future__ import annotations

import math
from dataclasses import dataclass

from veltrin.core.constants import GRAVITY_M_S2, MOLAR_GAS_J_MOL_K
from veltrin.core.quantity import within
from veltrin.core.units import KELVIN_AT_0_C, celsius_to_kelvin

DRY_AIR_KG_MOL = 28.96546e-3
WATER_KG_MOL = 18.01528e-3
ISA_SEA_LEVEL_PA = 101_325.0
ISA_SEA_LEVEL_K = 288.15
ISA_LAPSE_K_M = 0.0065
ISA_DRY_AIR_J_KG_K = 287.05287
_EARTH_RADIUS_M = 6_356_766.0


def standard_pressure(altitude_m: float) -> float:
    """Pressure (Pa) at geometric altitude (m) in the standard atmosphere.

    Valid -500 to 5,000 m. Source: ISO 2533 / ICAO Doc 7488, troposphere, with geopotential height.
    """
    within("air.altitude_m", altitude_m)
    geopotential = _EARTH_RADIUS_M * altitude_m / (_EARTH_RADIUS_M + altitude_m)
    ratio = 1.0 - ISA_LAPSE_K_M * geopotential / ISA_SEA_LEVEL_K
    return float(ISA_SEA_LEVEL_PA * ratio ** (GRAVITY_M_S2 / (ISA_DRY_AIR_J_KG_K * ISA_LAPSE_K_M)))


def _saturation_pressure(temperature_k: float) -> float:
    return math.exp(
        1.2378847e-5 * temperature_k**2 - 1.9121316e-2 * temperature_k + 33.93711047 - 6343.1645 / temperature_k
    )


def _compressibility(pressure_pa: float, temperature_k: float, vapour_fraction: float) -> float:
    t = temperature_k - KELVIN_AT_0_C
    x = vapour_fraction
    first = (
        1.58123e-6
        - 2.9331e-8 * t
        + 1.1043e-10 * t * t
        + (5.707e-6 - 2.051e-8 * t) * x
        + (1.9898e-4 - 2.376e-6 * t) * x * x
    )
    ratio = pressure_pa / temperature_k
    return 1.0 - ratio * first + ratio**2 * (1.83e-11 - 0.765e-8 * x * x)


def air_density(pressure_pa: float, temperature_c: float, humidity_pct: float) -> float:
    """Density of moist air (kg/m^3).

    Stated for 600-1,100 hPa and 15-27 C; used here from -20 to 50 C and 500-1,100 hPa, where it stays within
    0.1 % of reference property data (tests). Source: CIPM-2007, Picard et al., Metrologia 45 (2008) 149,
    coefficients from memory.
    """
    within("air.pressure_hpa", pressure_pa)
    within("air.temperature_c", temperature_c)
    within("air.humidity_pct", humidity_pct)
    temperature_k = celsius_to_kelvin(temperature_c)
    enhancement = 1.00062 + 3.14e-8 * pressure_pa + 5.6e-7 * temperature_c**2
    vapour = humidity_pct / 100.0 * enhancement * _saturation_pressure(temperature_k) / pressure_pa
    z = _compressibility(pressure_pa, temperature_k, vapour)
    dry = pressure_pa * DRY_AIR_KG_MOL / (z * MOLAR_GAS_J_MOL_K * temperature_k)
    return float(dry * (1.0 - vapour * (1.0 - WATER_KG_MOL / DRY_AIR_KG_MOL)))


def viscosity(temperature_c: float) -> float:
    """Dynamic viscosity of air (Pa s), -20 to 50 C. Source: Sutherland's law as in ISO 2533."""
    within("air.temperature_c", temperature_c)
    temperature_k = celsius_to_kelvin(temperature_c)
    return float(1.458e-6 * temperature_k**1.5 / (temperature_k + 110.4))


@dataclass(frozen=True)
class Air:
    """The air of the day. Pressure follows from altitude unless it is given."""

    temperature_c: float = 15.0
    altitude_m: float = 0.0
    humidity_pct: float = 50.0
    pressure_pa: float | None = None

    @property
    def density(self) -> float:
        """Density, kg/m^3."""
        pressure = standard_pressure(self.altitude_m) if self.pressure_pa is None else self.pressure_pa
        return air_density(pressure, self.temperature_c, self.humidity_pct)

    @property
    def viscosity(self) -> float:
        """Dynamic viscosity, Pa s."""
        return viscosity(self.temperature_c)
