"""What of an account is kept as JSON."""

from __future__ import annotations

from veltrin.service.contracts.settings import SettingsBody
from veltrin.service.house.kept import Form

SETTINGS: Form[SettingsBody] = Form("settings", "The settings", SettingsBody, mends=True)
