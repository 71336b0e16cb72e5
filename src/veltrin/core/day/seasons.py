"""Days as they often are on an upland course in the north. Judgement throughout; the coach changes what differs."""

from __future__ import annotations

from veltrin.core.air import Air
from veltrin.core.care import Weather
from veltrin.core.day.day import Day, Season

SEASONS: dict[str, Season] = {
    "june": Season(
        Day(
            "Dry June",
            air=Air(19.0, 0.0, 50.0),
            ground="firm",
            greens="firm",
            green_speed_ft=11.0,
            growth="usual",
            sand="sand-soft",
        ),
        wind_m_s=4.0,
        wind_from_deg=250.0,
    ),
    "september": Season(
        Day(
            "Dewy September",
            air=Air(12.0, 0.0, 80.0),
            layers=1,
            weather=Weather("dew"),
            ground="medium",
            greens="medium",
            green_speed_ft=9.5,
            growth="lush",
        ),
        wind_m_s=3.0,
        wind_from_deg=220.0,
    ),
    "november": Season(
        Day(
            "Gusty November",
            air=Air(7.0, 0.0, 85.0),
            layers=2,
            ground="soft",
            greens="soft",
            green_speed_ft=8.5,
            growth="usual",
        ),
        wind_m_s=9.0,
        wind_from_deg=260.0,
    ),
    "december": Season(
        Day(
            "Soaked December",
            air=Air(4.0, 0.0, 95.0),
            layers=2,
            weather=Weather("drizzle", preferred=True),
            ground="sodden",
            greens="sodden",
            green_speed_ft=7.5,
            growth="lean",
            sand="sand-wet-hard",
        ),
        wind_m_s=5.0,
        wind_from_deg=250.0,
    ),
    "january": Season(
        Day(
            "Frosty January",
            air=Air(-1.0, 0.0, 80.0),
            layers=3,
            weather=Weather(preferred=True),
            ground="hard",
            greens="hard",
            green_speed_ft=8.0,
            growth="lean",
            sand="sand-dry-hard",
        ),
        wind_m_s=2.0,
        wind_from_deg=30.0,
    ),
}
