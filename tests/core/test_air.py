"""Air against the standard atmosphere, reference property data and the logarithmic wind law."""

from __future__ import annotations

import math

import pytest
from ambiance import Atmosphere
from CoolProp.HumidAirProp import HAPropsSI

from tests.reference.tables import rows
from veltrin.core.air import Air, Wind, air_density, standard_pressure, viscosity, wind_factor
from veltrin.core.errors import OutOfRangeError


@pytest.mark.parametrize("row", rows("standard_atmosphere"), ids=lambda r: f"{r['altitude_m']} m")
def test_pressure_follows_the_published_table(row: dict[str, str]) -> None:
    # Tolerance: the table's own last digit.
    assert standard_pressure(float(row["altitude_m"])) == pytest.approx(float(row["pressure_pa"]), abs=1.0)


@pytest.mark.parametrize("row", rows("standard_atmosphere"), ids=lambda r: f"{r['altitude_m']} m")
def test_dry_density_follows_the_published_table(row: dict[str, str]) -> None:
    altitude = float(row["altitude_m"])
    temperature = 15.0 - 0.0065 * altitude * 6_356_766 / (6_356_766 + altitude)
    ours = air_density(standard_pressure(altitude), temperature, 0.0)
    # 0.1 %: the table is an ideal gas, CIPM-2007 is not.
    assert ours == pytest.approx(float(row["density_kg_m3"]), rel=1e-3)


@pytest.mark.parametrize("altitude", [0.0, 620.0, 1000.0, 2500.0])
def test_pressure_and_viscosity_agree_with_ambiance(altitude: float) -> None:
    # Source: package `ambiance`, an independent ICAO 1993 standard atmosphere.
    reference = Atmosphere(altitude)
    assert standard_pressure(altitude) == pytest.approx(float(reference.pressure[0]), rel=1e-6)
    celsius = float(reference.temperature[0]) - 273.15
    assert viscosity(celsius) == pytest.approx(float(reference.dynamic_viscosity[0]), rel=1e-5)


@pytest.mark.parametrize("celsius", [-5.0, 4.0, 15.0, 30.0])
@pytest.mark.parametrize("humidity", [0.0, 50.0, 100.0])
@pytest.mark.parametrize("altitude", [0.0, 620.0])
def test_moist_density_agrees_with_coolprop(celsius: float, humidity: float, altitude: float) -> None:
    pressure = standard_pressure(altitude)
    # Source: CoolProp's humid-air properties (ASHRAE RP-1485).
    volume = HAPropsSI("Vha", "T", celsius + 273.15, "P", pressure, "R", humidity / 100)
    assert air_density(pressure, celsius, humidity) == pytest.approx(1 / volume, rel=1e-3)


def test_damp_air_is_lighter_and_cold_air_denser() -> None:
    assert Air(25, 0, 90).density < Air(25, 0, 10).density
    assert Air(4, 620, 80).density > Air(25, 620, 80).density


def test_wind_is_nil_on_the_ground_and_one_at_the_reading() -> None:
    assert wind_factor(0.0, 2.0) == 0.0
    assert wind_factor(2.0, 2.0) == pytest.approx(1.0)
    # Source: log law by hand, ln(10.03/0.03) / ln(2.03/0.03).
    assert wind_factor(10.0, 2.0) == pytest.approx(math.log(10.03 / 0.03) / math.log(2.03 / 0.03))


@pytest.mark.parametrize(("from_deg", "x", "y"), [(0, -5, 0), (90, 0, 5), (180, 5, 0), (270, 0, -5)])
def test_wind_direction_is_where_it_comes_from_clockwise(from_deg: float, x: float, y: float) -> None:
    wind = Wind.from_direction(5.0, math.radians(from_deg))
    assert (wind.x_m_s, wind.y_m_s) == pytest.approx((x, y), abs=1e-12)


@pytest.mark.parametrize(
    ("call", "field"),
    [
        (lambda: standard_pressure(6000.0), "air.altitude_m"),
        (lambda: air_density(101325.0, 60.0, 50.0), "air.temperature_c"),
        (lambda: air_density(101325.0, 15.0, 101.0), "air.humidity_pct"),
        (lambda: Wind.from_direction(99.0, 0.0), "wind.speed_m_s"),
        (lambda: wind_factor(1.0, math.nan), "wind.height_m"),
    ],
)
def test_out_of_range_is_refused_with_field_and_range(call, field: str) -> None:
    with pytest.raises(OutOfRangeError) as caught:
        call()
    assert caught.value.field == field
    assert f"{caught.value.low:g} to {caught.value.high:g}" in caught.value.fix
